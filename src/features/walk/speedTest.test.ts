/** The speed test against its real far end, on loopback. */
import { createServer, type Server } from 'node:http';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { makeSpeedServer } from '@/server/sharing/speedServer';
import { calmAir, type LinkConditions } from '@/core/speedtest/linkConditions';
import { BrokenOffError, type SpeedOptions, speedTest } from './speedTest';

// a flow of real time: where the machine takes that time away, as a shared one does, it is run again; broken is broken each time
jest.retryTimes(2, { logErrorsBeforeRetry: true });

const short: SpeedOptions = { flowMs: 700, warmUpMs: 200, streams: 3, pings: 4, mostBytes: Infinity };
const shapes: Record<string, LinkConditions> = {
  slow: { connected: true, downMbps: 20, upMbps: 8, latencyMs: 30, rssiDbm: -71, air: calmAir },
  silent: {
    ...{ connected: true, downMbps: 20, upMbps: 8, latencyMs: 5, rssiDbm: -80 },
    air: { ...calmAir, silences: [{ atMs: 700, lengthMs: 1000 }] },
  },
  dead: { connected: false, downMbps: 0, upMbps: 0, latencyMs: 0, rssiDbm: null, air: calmAir },
};
let server: Server;
let base = '';
beforeAll(async () => {
  const speed = makeSpeedServer({ shapeOf: (_, { spotId }) => shapes[spotId] ?? null, beatOf: () => null });
  server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://test');
    void speed.handle(request, response, 'job', url.pathname.slice(1), url.searchParams);
  });
  // a slow machine must not find its connection closed just when it asks again
  server.keepAliveTimeout = 60_000;
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = server.address();
  base = `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const never = () => new AbortController().signal;
const asked = (spotId: string) => ({ spotId, phase: 'after', measures: 'house', run: '1' });

test('shaped to 20 down, 8 up and 30 ms, that is what it shows, and the signal comes along', async () => {
  const steps = new Set<string>();
  const stalls = monitorEventLoopDelay();
  stalls.enable();
  const r = await speedTest(
    base,
    'a',
    { ...short, flowMs: 1500, warmUpMs: 400 },
    (p) => steps.add(p.step),
    never(),
    asked('slow'),
  );
  // never beyond what was set; how far below hangs on the machine, and the bench holds that against a measuring tool
  expect(r.downMbps).toBeGreaterThan(1);
  expect(r.downMbps).toBeLessThan(26);
  expect(r.upMbps).toBeGreaterThan(0.5);
  expect(r.upMbps).toBeLessThan(12);
  expect(r.latencyMs).toBeGreaterThan(24);
  expect(r).toMatchObject({ rssiDbm: -71 });
  // a busy machine is silent by itself
  expect(r.silenceMs).toBeLessThan(800 + 2 * (stalls.max / 1e6));
  expect(r.loadedMs).toBeGreaterThan(24);
  expect(r.loadedUpMs).toBeGreaterThan(24);
  expect([...steps]).toEqual(['latency', 'down', 'up']);
});

test('unshaped it is as fast as the machine, and no signal is made up', async () => {
  // long enough that something arrives where four other processes take turns with it
  const r = await speedTest(base, 'b', { ...short, flowMs: 3000, warmUpMs: 400 }, () => undefined, never());
  expect(r.downMbps).toBeGreaterThan(26);
  expect(r.rssiDbm).toBeNull();
});

test('a spot without a link breaks it off; the next one gets its turn at once', async () => {
  await expect(speedTest(base, 'c', short, () => undefined, never(), asked('dead'))).rejects.toBeInstanceOf(
    BrokenOffError,
  );
  const seen: string[] = [];
  const stop = new AbortController();
  const next = speedTest(
    base,
    'd',
    short,
    (p) => {
      seen.push(p.step);
      // the turn of the one before may still be ending
      if (p.step !== 'waiting') stop.abort();
    },
    stop.signal,
  );
  await expect(next).rejects.toThrow(/abort/i);
  expect(seen.at(-1)).toBe('latency');
});

test('what is refused is told in words', async () => {
  await expect(speedTest(base, 'e', short, () => undefined, never(), asked('moon'))).rejects.toThrow(
    'no such spot',
  );
});

test('two at once: one waits and is told how many are before it; stopped, it gives up its place', async () => {
  // the first runs until it is stopped, so that no machine is too slow for the second
  const stopFirst = new AbortController();
  let first: Promise<unknown> = Promise.resolve();
  await new Promise<void>((hasBegun) => {
    first = speedTest(base, 'g', { ...short, flowMs: 25_000 }, () => hasBegun(), stopFirst.signal);
    first.catch(() => undefined);
  });
  const waits: number[] = [];
  const stop = new AbortController();
  const second = speedTest(
    base,
    'h',
    short,
    (p) => {
      if (p.step === 'waiting') waits.push(p.ahead);
      stop.abort();
    },
    stop.signal,
  );
  await expect(second).rejects.toThrow(/abort/i);
  stopFirst.abort();
  await expect(first).rejects.toThrow(/abort/i);
  expect(waits).toEqual([1]);
});

test('a silence of the simulated radio is found and told, as one of a real radio is', async () => {
  const flow = { ...short, flowMs: 1500, warmUpMs: 300 };
  const r = await speedTest(base, 'silent', flow, () => undefined, never(), asked('silent'));
  expect(r.silenceMs).toBeGreaterThan(800);
  expect(r.remarks).toContain('dropped-out');
});
