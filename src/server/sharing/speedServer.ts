/**
 * The far end of Nestle's own speed test, on plain Node streams: bytes down, bytes up counted as they
 * come, small requests answered, one test at a time. It measures the house network, not the street.
 */
import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { z } from 'zod';
import type { Arrival } from '@/core/speedtest/speedFigures';
import { type TokenBucket, makeTokenBucket } from './tokenBucket';
import { ahead, hear, join, leave, settle, type TestQueue } from '@/core/speedtest/testQueue';
import type {
  LinkConditions,
  SimulatedBeat,
  SimulateRequest,
  Simulation,
} from '@/core/speedtest/linkConditions';

/** A stream is cut after so long and after so many bytes, whatever the phone asks. */
const longestStreamMs = 12_000;
const mostBytes = 4e9;
const pieceBytes = 256 * 1024;
const beatBytes = 128 * 1024;
/** Arrivals are counted in steps of so long, ms. */
const stepMs = 50;
/** Shaped streams are let through in steps of so long, ms. */
const shapeStepMs = 8;

const ticketSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

interface Test {
  shape: LinkConditions | null;
  /** SIMULATED rates, shared by all streams. */
  down: TokenBucket | null;
  up: TokenBucket | null;
  beganMs: number;
  arrivals: Arrival[];
}

export interface SpeedServer {
  /** Answers /speed/CODE/WHAT?ticket=…; the code has been checked. */
  handle: (
    request: IncomingMessage,
    response: ServerResponse,
    jobId: string,
    what: string,
    query: URLSearchParams,
  ) => void;
}

/** @param simulation SIMULATED conditions, for phones that ask for them. */
export function makeSpeedServer({ shapeOf, beatOf }: Simulation): SpeedServer {
  const payload = randomBytes(pieceBytes * 4);
  let queue: TestQueue = [];
  const tests = new Map<string, Test>();
  const now = () => performance.now();

  const json = (response: ServerResponse, status: number, body: unknown) => {
    response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
    response.end(JSON.stringify(body));
  };
  const forget = () => {
    for (const id of tests.keys()) if (ahead(queue, id) === null) tests.delete(id);
  };

  function down(response: ServerResponse, test: Test) {
    response.writeHead(200, {
      'content-type': 'application/octet-stream',
      'cache-control': 'no-store',
      'content-encoding': 'identity',
    });
    const end = now() + longestStreamMs;
    let sent = 0;
    let piece = 0;
    const { down: bucket } = test;
    if (bucket) {
      const timer = setInterval(() => {
        if (now() > end) return void response.end();
        if (response.writableLength > pieceBytes) return;
        const bytes = bucket.take(pieceBytes, now());
        if (bytes > 0) response.write(payload.subarray(0, bytes));
      }, shapeStepMs);
      response.on('close', () => clearInterval(timer));
      return;
    }
    const push = () => {
      while (!response.destroyed) {
        if (now() > end || sent > mostBytes) return void response.end();
        const from = (piece++ % 4) * pieceBytes;
        sent += pieceBytes;
        if (!response.write(payload.subarray(from, from + pieceBytes))) return;
      }
    };
    response.on('drain', push);
    push();
  }

  function up(request: IncomingMessage, response: ServerResponse, test: Test) {
    const end = now() + longestStreamMs;
    let bytes = 0;
    request.on('data', (part: Buffer) => {
      bytes += part.length;
      const atMs = Math.ceil((now() - test.beganMs) / stepMs) * stepMs;
      const last = test.arrivals.at(-1);
      if (last?.atMs === atMs) last.bytes += part.length;
      else test.arrivals.push({ atMs, bytes: part.length });
      if (now() > end || bytes > mostBytes) return void request.destroy();
      const owedMs = test.up?.owe(part.length, now()) ?? 0;
      // timers are coarse: a few ms ahead is made up for by the next part
      if (owedMs < shapeStepMs / 2) return;
      request.pause();
      setTimeout(() => request.resume(), owedMs);
    });
    request.on('end', () => response.writeHead(204).end());
  }

  /** One small download, out of turn: for a walk with one a second. */
  function beat(response: ServerResponse, simulated: SimulatedBeat | null) {
    if (simulated?.lost) return void response.destroy();
    const flowMs = simulated ? (beatBytes * 8) / 1000 / Math.max(0.01, simulated.mbps) : 0;
    setTimeout(() => {
      response.writeHead(200, {
        'content-type': 'application/octet-stream',
        'cache-control': 'no-store',
        'content-length': String(beatBytes),
        ...(simulated?.unitId && { 'x-simulated-unit': simulated.unitId }),
      });
      response.flushHeaders();
      // in eight parts, so that a slow one is seen to flow
      for (let i = 1; i <= 8; i++)
        setTimeout(
          () =>
            !response.destroyed &&
            (i < 8
              ? response.write(payload.subarray(0, beatBytes / 8))
              : response.end(payload.subarray(0, beatBytes / 8))),
          (flowMs * i) / 8,
        );
    }, simulated?.latencyMs ?? 0);
  }

  return {
    handle(request, response, jobId, what, query) {
      const parsed = ticketSchema.safeParse(query.get('ticket'));
      if (!parsed.success)
        return json(response, 400, { error: { message: 'ticket: 1 to 64 letters and digits' } });
      const id = parsed.data;
      if (what === 'beat' && request.method === 'GET') {
        const asked = query.has('spotId') ? beatSchema.safeParse(Object.fromEntries(query)) : null;
        if (asked && !asked.success)
          return json(response, 400, { error: { message: 'a simulated walk names a spot and a phase' } });
        const { spotId, phase, heldId } = asked?.data ?? {};
        const simulated = spotId && phase ? beatOf(jobId, spotId, phase, heldId ?? null) : null;
        if (asked && !simulated)
          return json(response, 404, { error: { message: 'There is no such spot to simulate.' } });
        return beat(response, simulated);
      }
      if (what === 'queue') {
        if (request.method === 'DELETE') {
          queue = leave(queue, id, now());
          forget();
          return json(response, 200, { ahead: null });
        }
        if (request.method === 'POST') {
          const joined = join(queue, id, now());
          if (!joined)
            return json(response, 503, {
              error: { message: 'Too many phones wait already. Try again in a minute.' },
            });
          queue = joined;
          const simulate = simulateOf(query);
          const shape = simulate ? shapeOf(jobId, simulate.request, simulate.run) : null;
          const allow = (mbps: number) => (mbps > 0 ? makeTokenBucket(mbps, now()) : null);
          tests.set(id, {
            shape,
            down: shape && allow(shape.downMbps),
            up: shape && allow(shape.upMbps),
            beganMs: now(),
            arrivals: [],
          });
          if (simulate && !tests.get(id)?.shape) {
            queue = leave(queue, id, now());
            return json(response, 404, { error: { message: 'There is no such spot to simulate.' } });
          }
        } else queue = hear(queue, id, now());
        forget();
        const shape = tests.get(id)?.shape;
        return json(response, 200, {
          ahead: ahead(queue, id),
          simulated: shape ? { rssiDbm: shape.rssiDbm } : null,
        });
      }
      queue = settle(queue, now());
      const test = ahead(queue, id) === 0 ? tests.get(id) : undefined;
      if (!test)
        return json(response, 409, { error: { message: 'It is not this phone’s turn (any more).' } });
      queue = hear(queue, id, now());
      // SIMULATED: a drop-out
      if (test.shape && !test.shape.connected) return void request.destroy();
      switch (`${request.method} ${what}`) {
        case 'GET ping':
          return void setTimeout(
            () => response.writeHead(204, { 'cache-control': 'no-store' }).end(),
            test.shape ? test.shape.latencyMs * (0.9 + 0.2 * Math.random()) : 0,
          );
        case 'GET down':
          return down(response, test);
        case 'POST begin':
          test.beganMs = now();
          test.arrivals = [];
          return void response.writeHead(204).end();
        case 'POST up':
          return up(request, response, test);
        case 'GET arrived':
          return json(response, 200, { arrivals: test.arrivals });
        default:
          return json(response, 404, { error: { message: 'There is no such part of a speed test.' } });
      }
    },
  };
}

const beatSchema = z.object({
  spotId: z.string().max(64),
  phase: z.enum(['before', 'after']),
  heldId: z.string().max(64).optional(),
});
const simulateSchema = z.strictObject({
  spotId: z.string().max(64),
  phase: z.enum(['before', 'after']),
  measures: z.enum(['house', 'street']),
  run: z.coerce.number().int().min(1).max(999),
});
function simulateOf(query: URLSearchParams): { request: SimulateRequest; run: number } | null {
  if (!query.has('spotId')) return null;
  const parsed = simulateSchema.safeParse({
    spotId: query.get('spotId'),
    phase: query.get('phase'),
    measures: query.get('measures'),
    run: query.get('run'),
  });
  if (!parsed.success) return { request: { spotId: '', phase: 'after', measures: 'house' }, run: 1 };
  const { run, ...request } = parsed.data;
  return { request, run };
}
