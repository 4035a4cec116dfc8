/** The far end of the speed test alone in a process of its own, so that its memory can be told. Prints its port, then RSS when asked. */
import { createServer } from 'node:http';
import { makeSpeedServer } from '@/server/sharing/speedServer';

const speed = makeSpeedServer({ shapeOf: () => null, beatOf: () => null });
let most = 0;
setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 50);
const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://bench');
  const what = url.pathname.split('/').at(-1) ?? '';
  void speed.handle(request, response, 'bench', what, url.searchParams);
});
server.listen(0, '127.0.0.1', () => {
  const address = server.address();
  process.send?.({ port: typeof address === 'object' ? address?.port : 0, rss: process.memoryUsage.rss() });
});
process.on('message', () => process.send?.({ most }));
