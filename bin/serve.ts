/** Serves the application on this machine alone: node --import tsx bin/serve.ts --port 4310 [--dev]. Prints «Ready». */
import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import next from 'next';
import { admit, refuse } from '@/server/gate';
import { startCrew } from '@/server/office/running';

const { values } = parseArgs({
  options: { port: { type: 'string', default: '4310' }, dev: { type: 'boolean', default: false } },
});
const hostname = '127.0.0.1';
const port = Number(values.port);
const app = next({ dev: values.dev, hostname, port, dir: process.cwd() });
await app.prepare();
const answer = app.getRequestHandler();

const server = createServer((request, response) => {
  if (!admit(request, response)) return;
  answer(request, response).catch((error: unknown) => {
    console.error(error);
    if (!response.headersSent)
      refuse(response, {
        status: 500,
        message: 'This failed by a fault of the program. Nothing was changed.',
      });
    else response.destroy();
  });
});
// a large file over a slow disk takes its time
server.requestTimeout = 30 * 60_000;
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, hostname, () => console.log(`Ready on http://${hostname}:${port}`));
await startCrew();
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.on(signal, () => {
    server.closeAllConnections();
    process.exit(0);
  });
