/**
 * The far end of Nestle's own speed test, on plain Node streams: bytes down, bytes up counted as they
 * come, small requests answered, one test at a time. It measures the house network, not the street.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { performance } from 'node:perf_hooks';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { countAsked, countUp, headBytes, heldMs, sendBeat, sendDown, type Test } from './speedStreams';
import { makeTokenBucket } from './tokenBucket';
import {
  ahead,
  fewestTogether,
  hear,
  join,
  leave,
  missing,
  mostTogether,
  settle,
  type TestQueue,
  turnOf,
} from '@/core/speedtest/testQueue';
import {
  type LinkConditions,
  repeatMs,
  type SimulateRequest,
  type Simulation,
} from '@/core/speedtest/linkConditions';

const ticketSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

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

  /** The word that those have in common who test together: made anew when their turn comes. */
  let together: { turnMs: number; id: string } | null = null;
  function togetherOf(id: string): string | null {
    const turnMs = turnOf(queue, id);
    if (turnMs === null) return null;
    if (together?.turnMs !== turnMs) together = { turnMs, id: `together-${randomUUID()}` };
    return together.id;
  }

  const say = (response: ServerResponse, status: number, message: string) =>
    json(response, status, { error: { message } });

  function answerBeat(response: ServerResponse, jobId: string, query: URLSearchParams) {
    if (!query.has('spotId')) return sendBeat(response, null);
    const asked = beatSchema.safeParse(Object.fromEntries(query));
    if (!asked.success) return say(response, 400, 'a simulated walk names a spot and a phase');
    const { spotId, phase, heldId } = asked.data;
    const simulated = beatOf(jobId, spotId, phase, heldId ?? null);
    return simulated
      ? sendBeat(response, simulated)
      : say(response, 404, 'There is no such spot to simulate.');
  }

  /** Takes a phone into the queue. @returns why not, or null. */
  function enter(id: string, jobId: string, query: URLSearchParams): [status: number, why: string] | null {
    const simulate = simulateOf(query);
    const shape = simulate ? shapeOf(jobId, simulate.request, simulate.run) : null;
    if (simulate && !shape) return [404, 'There is no such spot to simulate.'];
    // after the simulation, which takes a second on a busy machine: a phone counts as heard when it is answered
    const people = peopleSchema.safeParse(query.get('together') ?? '1');
    if (!people.success) return [400, `together: ${fewestTogether} to ${mostTogether} phones`];
    const joined = join(queue, id, now(), people.data);
    if (!joined) return [503, 'Too many phones wait already. Try again in a minute.'];
    queue = joined;
    const allow = (mbps: number) => (mbps > 0 ? makeTokenBucket(mbps, now()) : null);
    tests.set(id, {
      shape,
      down: shape && allow(shape.downMbps),
      up: shape && allow(shape.upMbps),
      turnMs: null,
      beganMs: now(),
      arrivals: [],
      loop: performance.eventLoopUtilization(),
    });
    return null;
  }

  function answerQueue(
    method: string,
    response: ServerResponse,
    id: string,
    jobId: string,
    query: URLSearchParams,
  ) {
    if (method === 'DELETE') {
      queue = leave(queue, id, now());
      forget();
      return json(response, 200, { ahead: null });
    }
    if (method === 'POST') {
      const why = enter(id, jobId, query);
      if (why) return say(response, ...why);
    } else queue = hear(queue, id, now());
    forget();
    const shape = tests.get(id)?.shape;
    return json(response, 200, {
      ahead: ahead(queue, id),
      missing: missing(queue, id),
      togetherId: togetherOf(id),
      simulated: shape ? { rssiDbm: shape.rssiDbm } : null,
    });
  }

  /** A part of a test whose turn it is. */
  function answerTest(request: IncomingMessage, response: ServerResponse, test: Test, what: string): void {
    // SIMULATED: a drop-out
    if (test.shape && !test.shape.connected) return void request.destroy();
    test.turnMs ??= now();
    const silentMs = heldMs(test, now());
    // SIMULATED: a silence holds everything back
    if (silentMs > 0) return void setTimeout(() => answerPart(request, response, test, what), silentMs);
    answerPart(request, response, test, what);
  }

  function answerPart(request: IncomingMessage, response: ServerResponse, test: Test, what: string): void {
    // while data flows up, what else the page sends takes its part of the line
    if (request.method === 'GET') countAsked(request, test);
    switch (`${request.method} ${what}`) {
      case 'GET ping': {
        const answer = () => void response.writeHead(204, { 'cache-control': 'no-store' }).end();
        // even a timer of 0 ms takes one
        return test.shape ? void setTimeout(answer, delayOf(test.shape)) : answer();
      }
      case 'GET down':
        return sendDown(response, test);
      case 'POST begin':
        test.beganMs = now();
        test.arrivals = [];
        test.loop = performance.eventLoopUtilization();
        return void response.writeHead(204).end();
      case 'POST up':
        return countUp(request, response, test);
      case 'GET arrived':
        return json(response, 200, {
          arrivals: test.arrivals,
          askedBytes: headBytes(request),
          busy: performance.eventLoopUtilization(test.loop).utilization,
        });
      default:
        return say(response, 404, 'There is no such part of a speed test.');
    }
  }

  return {
    handle(request, response, jobId, what, query) {
      // a phone that asks whether it is in reach
      if (what === 'here') return void response.writeHead(204, { 'cache-control': 'no-store' }).end();
      const parsed = ticketSchema.safeParse(query.get('ticket'));
      if (!parsed.success) return say(response, 400, 'ticket: 1 to 64 letters and digits');
      const id = parsed.data;
      if (what === 'beat' && request.method === 'GET') return answerBeat(response, jobId, query);
      if (what === 'queue') return answerQueue(request.method ?? 'GET', response, id, jobId, query);
      queue = settle(queue, now());
      const test = ahead(queue, id) === 0 ? tests.get(id) : undefined;
      if (!test) return say(response, 409, 'It is not this phone’s turn (any more).');
      queue = hear(queue, id, now());
      return answerTest(request, response, test, what);
    },
  };
}

/** SIMULATED: when a small request is answered, ms: with the jitter of the air, and later when a packet was lost. */
function delayOf({ latencyMs, air }: LinkConditions): number {
  const late = Math.random() < air.lostShare ? repeatMs : 0;
  return latencyMs * (0.9 + 0.2 * Math.random()) + air.jitterMs * Math.random() + late;
}

const peopleSchema = z.coerce
  .number()
  .int()
  .pipe(z.union([z.literal(1), z.number().min(fewestTogether).max(mostTogether)]));
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
