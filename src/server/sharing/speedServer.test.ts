/** The far end of a speed test: turns, simulated conditions, what is refused. Over plain sockets on this machine. */
import { createServer, type Server } from 'node:http';
import { calmAir, type Simulation } from '@/core/speedtest/linkConditions';
import { makeSpeedServer } from './speedServer';

let server: Server;
let url = '';
const fine = { connected: true, downMbps: 50, upMbps: 20, latencyMs: 1, rssiDbm: -55, air: calmAir };
let shape: ReturnType<Simulation['shapeOf']> = null;
let beat: ReturnType<Simulation['beatOf']> = null;

beforeEach(async () => {
  shape = null;
  beat = null;
  const speed = makeSpeedServer({ shapeOf: () => shape, beatOf: () => beat });
  server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://here');
    speed.handle(request, response, 'job', pathname.slice(1), searchParams);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = server.address();
  url = `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`;
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});

const ask = async (method: string, what: string, ticket: string, more = '', body?: BodyInit) => {
  const answer = await fetch(`${url}/${what}?ticket=${ticket}${more}`, { method, ...(body ? { body } : {}) });
  const text = await answer.text();
  return { status: answer.status, json: text ? (JSON.parse(text) as Record<string, unknown>) : {} };
};
const street = '&spotId=spot-3&phase=before&measures=house&run=1';

test.each(['', 'a b', 'x'.repeat(65), 'a/b'])('the ticket «%s» is none', async (ticket) =>
  expect((await ask('POST', 'queue', encodeURIComponent(ticket))).status).toBe(400),
);

test('one phone at a time, in the order they came', async () => {
  expect((await ask('POST', 'queue', 'one')).json).toMatchObject({ ahead: 0, simulated: null });
  expect((await ask('POST', 'queue', 'two')).json).toMatchObject({ ahead: 1 });
  expect((await ask('GET', 'ping', 'one')).status).toBe(204);
  expect((await ask('GET', 'ping', 'two')).status).toBe(409);
  expect((await ask('DELETE', 'queue', 'one')).json).toEqual({ ahead: null });
  expect((await ask('GET', 'queue', 'two')).json).toMatchObject({ ahead: 0 });
  expect((await ask('GET', 'ping', 'two')).status).toBe(204);
  expect((await ask('GET', 'ping', 'one')).status).toBe(409);
});

test('who never joined has no turn', async () =>
  expect((await ask('GET', 'ping', 'nobody')).status).toBe(409));

test('what is sent up is counted to the byte, in steps of time that rise', async () => {
  await ask('POST', 'queue', 'one');
  expect((await ask('POST', 'begin', 'one')).status).toBe(204);
  const body = new Uint8Array(700_001);
  expect((await ask('POST', 'up', 'one', '', body)).status).toBe(204);
  const { arrivals, askedBytes } = (await ask('GET', 'arrived', 'one')).json as {
    arrivals: { atMs: number; bytes: number }[];
    askedBytes: number;
  };
  // the request that asks is on the line too
  expect(askedBytes).toBeGreaterThan(60);
  expect(arrivals.reduce((sum, a) => sum + a.bytes, 0)).toBe(700_001 + askedBytes);
  expect(arrivals.map((a) => a.atMs)).toEqual(
    [...new Set(arrivals.map((a) => a.atMs))].sort((a, b) => a - b),
  );
  await ask('POST', 'begin', 'one');
  expect((await ask('GET', 'arrived', 'one')).json).toMatchObject({
    arrivals: [{ bytes: askedBytes }],
    busy: expect.any(Number),
  });
});

test('a part that is none, or asked for in another way', async () => {
  await ask('POST', 'queue', 'one');
  expect((await ask('GET', 'sideways', 'one')).status).toBe(404);
  expect((await ask('POST', 'down', 'one', '', 'x')).status).toBe(404);
});

test('down flows until the phone goes away', async () => {
  await ask('POST', 'queue', 'one');
  const stop = new AbortController();
  const answer = await fetch(`${url}/down?ticket=one`, { signal: stop.signal });
  const reader = answer.body?.getReader();
  let bytes = 0;
  while (bytes < 2_000_000) bytes += (await reader?.read())?.value?.length ?? 0;
  stop.abort();
  expect(bytes).toBeGreaterThanOrEqual(2_000_000);
});

test('a simulated phone is told its signal, and a drop-out is one', async () => {
  shape = fine;
  expect((await ask('POST', 'queue', 'one', street)).json).toMatchObject({ simulated: { rssiDbm: -55 } });
  expect((await ask('GET', 'ping', 'one')).status).toBe(204);
  await ask('DELETE', 'queue', 'one');
  shape = { ...fine, connected: false };
  await ask('POST', 'queue', 'two', street);
  await expect(ask('GET', 'ping', 'two')).rejects.toThrow();
});

test('a simulated silence holds every part back until it is over, and late answers come a repetition later', async () => {
  const timed = async (what: string) => {
    const since = performance.now();
    const { status } = await ask('GET', what, 'one');
    return { status, ms: performance.now() - since };
  };
  shape = { ...fine, air: { ...calmAir, silences: [{ atMs: 0, lengthMs: 300 }] } };
  await ask('POST', 'queue', 'one', street);
  const held = await timed('ping');
  expect(held).toEqual({ status: 204, ms: expect.any(Number) });
  expect(held.ms).toBeGreaterThan(290);
  await ask('DELETE', 'queue', 'one');
  shape = { ...fine, air: { ...calmAir, lostShare: 1 } };
  await ask('POST', 'queue', 'one', street);
  expect((await timed('ping')).ms).toBeGreaterThan(195);
});

test('nothing comes down in a simulated silence', async () => {
  shape = { ...fine, air: { ...calmAir, silences: [{ atMs: 100, lengthMs: 60_000 }] } };
  await ask('POST', 'queue', 'one', street);
  await ask('GET', 'ping', 'one');
  const stop = new AbortController();
  const answer = await fetch(`${url}/down?ticket=one`, { signal: stop.signal });
  const reader = answer.body?.getReader();
  let bytes = 0;
  const read = async () => {
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read())
      bytes += part.value.length;
  };
  void read().catch(() => undefined);
  await new Promise((done) => setTimeout(done, 700));
  stop.abort();
  // at 50 Mbps: 0.1 s at most, and not 0.7 s
  expect(bytes).toBeLessThan(1_500_000);
});

test('a spot that can’t be simulated leaves no one waiting', async () => {
  expect((await ask('POST', 'queue', 'one', street)).status).toBe(404);
  expect((await ask('POST', 'queue', 'two')).json).toMatchObject({ ahead: 0 });
});

describe('a beat of a walk', () => {
  const walk = '&spotId=spot-3&phase=after';
  const take = async (more = '') => {
    const answer = await fetch(`${url}/beat?ticket=w${more}`);
    return {
      status: answer.status,
      bytes: (await answer.arrayBuffer()).byteLength,
      unit: answer.headers.get('x-simulated-unit'),
    };
  };

  test('128 kB, out of turn', async () => {
    await ask('POST', 'queue', 'one');
    expect(await take()).toEqual({ status: 200, bytes: 128 * 1024, unit: null });
  });

  test('simulated it names the unit that it hangs on, or is lost', async () => {
    beat = { mbps: 400, latencyMs: 1, unitId: 'unit-a', lost: false };
    expect(await take(walk)).toEqual({ status: 200, bytes: 128 * 1024, unit: 'unit-a' });
    beat = { mbps: 0, latencyMs: 1, unitId: null, lost: true };
    await expect(take(walk)).rejects.toThrow();
  });

  test('a walk that names no phase, or no spot that is there', async () => {
    expect((await take('&spotId=spot-3')).status).toBe(400);
    expect((await take(walk)).status).toBe(404);
  });
});
