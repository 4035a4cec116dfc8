/** The far end of the speed test alone, with a page for the browser at its other end. Arguments: address, file of the page's script. */
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { makeSpeedServer } from '@/server/sharing/speedServer';

const [address = '127.0.0.1', script = ''] = process.argv.slice(2);
const speed = makeSpeedServer({ shapeOf: () => null, beatOf: () => null });
createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://bench');
  if (url.pathname === '/')
    return void response
      .writeHead(200, { 'content-type': 'text/html' })
      .end('<script src="/page.js"></script>');
  if (url.pathname === '/page.js')
    return void response.writeHead(200, { 'content-type': 'text/javascript' }).end(readFileSync(script));
  const what = url.pathname.split('/').at(-1) ?? '';
  speed.handle(request, response, 'bench', what, url.searchParams);
}).listen(8080, address, () => console.log('ready'));
