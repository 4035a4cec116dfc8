/**
 * A far end beyond the street: the speed server on any machine of one's own, so that a phone in the house can test
 * house and street together. What it speaks is written down in docs/far-end.md.
 */
import { createServer, type Server } from 'node:http';
import { makeSpeedServer } from './sharing/speedServer';
import { makeWrongCodes } from './sharing/wrongCodes';

/** The page of a phone comes from elsewhere: it may ask, and may see when the answer came. Nothing here is secret. */
const openHeaders = {
  'access-control-allow-origin': '*',
  'access-control-allow-methods': 'GET, POST, DELETE',
  'access-control-max-age': '600',
  'cross-origin-resource-policy': 'cross-origin',
  'timing-allow-origin': '*',
  'x-content-type-options': 'nosniff',
} as const;

/** @param code the first part of every path; whoever does not know it gets nothing. @returns a server that does not listen yet. */
export function makeFarEnd(code: string): Server {
  const speed = makeSpeedServer({ shapeOf: () => null, beatOf: () => null });
  const codes = makeWrongCodes();
  const server = createServer((request, response) => {
    for (const [name, value] of Object.entries(openHeaders)) response.setHeader(name, value);
    response.on('error', () => request.destroy());
    const refuse = (status: number, message: string) => {
      response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
      response.end(JSON.stringify({ error: { message } }));
    };
    const address = request.socket.remoteAddress ?? '';
    const url = URL.canParse(request.url ?? '', 'http://far')
      ? new URL(request.url ?? '', 'http://far')
      : null;
    const [, asked, what] = /^\/([A-Z0-9]{1,12})\/([a-z]+)$/.exec(url?.pathname ?? '') ?? [];
    if (codes.tooMany(address)) return refuse(429, 'Too many wrong codes. Wait a minute.');
    if (!url || !asked || !what) return refuse(404, 'There is nothing here.');
    if (asked !== code) {
      codes.add(address);
      return refuse(404, 'The code of this far end is another one.');
    }
    codes.wasRight(address);
    if (request.method === 'OPTIONS') return void response.writeHead(204).end();
    speed.handle(request, response, '', what, url.searchParams);
  });
  server.requestTimeout = 60_000;
  return server;
}
