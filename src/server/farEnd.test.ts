/** A far end over sockets of this machine, with the phone's own test against it. */
import type { Server } from 'node:http';
import { fullTest, speedTest } from '@/features/walk/speedTest';
import { makeFarEnd } from './farEnd';

let server: Server;
let url = '';
beforeEach(async () => {
  server = makeFarEnd('K7QX2M');
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = server.address();
  url = `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});

test('a page from elsewhere may ask, and sees the times of answers', async () => {
  const answer = await fetch(`${url}/K7QX2M/here`);
  expect(answer.status).toBe(204);
  expect(answer.headers.get('access-control-allow-origin')).toBe('*');
  expect(answer.headers.get('timing-allow-origin')).toBe('*');
  const before = await fetch(`${url}/K7QX2M/queue?ticket=a`, { method: 'OPTIONS' });
  expect(before.headers.get('access-control-allow-methods')).toContain('DELETE');
});

test.each(['/', '/here', '/AAAAAA/here', '/k7qx2m/here', '/K7QX2M/', '/K7QX2M/here/more'])(
  '%s gets nothing',
  async (path) => expect((await fetch(url + path)).status).toBe(404),
);

test('a code is not found by trying', async () => {
  const statuses = [];
  for (let i = 0; i < 25; i++) statuses.push((await fetch(`${url}/AAAAA${'BCDEFGHJ'[i % 8]}/here`)).status);
  expect(statuses.filter((s) => s === 404)).toHaveLength(20);
  expect(statuses.slice(20)).toEqual([429, 429, 429, 429, 429]);
});

test('simulated conditions are none here', async () => {
  const asked = '&spotId=spot-1&phase=after&measures=street&run=1';
  const answer = await fetch(`${url}/K7QX2M/queue?ticket=a${asked}`, { method: 'POST' });
  expect(answer.status).toBe(404);
});

test('the test of a phone runs against it, and keeps to its cap on data', async () => {
  const options = { ...fullTest, pings: 3, mostBytes: 4_000_000 };
  const figures = await speedTest(
    `${url}/K7QX2M`,
    'a',
    options,
    () => undefined,
    new AbortController().signal,
  );
  expect(figures.downMbps).toBeGreaterThan(1);
  expect(figures.upMbps).toBeGreaterThan(1);
  expect(figures.remarks).toContain('data-cap');
  expect(figures.rssiDbm).toBeNull();
  // its turn is over: the next one does not wait
  const next = await fetch(`${url}/K7QX2M/queue?ticket=b`, { method: 'POST' });
  expect(await next.json()).toMatchObject({ ahead: 0 });
});
