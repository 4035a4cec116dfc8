/**
 * The near end of Nestle's own speed test: this device's browser against the machine that runs Nestle.
 * Small requests while idle; several streams down, then up, with small requests between.
 */
import { z } from 'zod';
import {
  type Arrival,
  delays,
  dropOutMs,
  hasChanged,
  isSure,
  longestSilence,
  pieceRates,
  throughput,
} from '@/core/speedtest/speedFigures';
import { median } from '@/core/statistics/exactTests';
import type { Reading } from '@/core/job/records';
import { watchDevice } from './deviceLoad';
import { pingWhile, smallRequest, type Url, wait } from './smallRequests';

export interface SpeedOptions {
  /** The longest that data flows each way, and how much of that at its beginning does not count, ms. */
  flowMs: number;
  warmUpMs: number;
  /** Streams down; up there is one less, since a browser opens six connections at most. */
  streams: number;
  pings: number;
}
export const fullTest: SpeedOptions = { flowMs: 4000, warmUpMs: 1200, streams: 4, pings: 12 };

export type SpeedStep = 'waiting' | 'latency' | 'down' | 'up';
export interface SpeedProgress {
  step: SpeedStep;
  /** How many phones are before this one, while waiting. */
  ahead: number;
  /** Rate so far, while data flows. */
  mbps: number | null;
}

export interface SpeedFigures {
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  jitterMs: number | null;
  /** Delay while data flows down, and up; null when no request was answered. */
  loadedMs: number | null;
  loadedUpMs: number | null;
  /** The longest time without an answer or a byte, ms. */
  silenceMs: number;
  /** What makes the run say less of the house than its figures do. */
  remarks: Reading['remarks'];
  /** SIMULATED signal; null for a real test: a browser can't read it. */
  rssiDbm: number | null;
}

/** The device lost the network in the middle: a result of its own. */
export class BrokenOffError extends Error {
  constructor(readonly step: SpeedStep) {
    super('The test broke off: no answer any more.');
    this.name = 'BrokenOffError';
  }
}

/** What steers the test is answered within this, ms, or the network is lost: a full queue may take two seconds. */
const answerMs = 8000;
/** Rates are judged in pieces of so long, ms, and looked at as often. */
const pieceMs = 200;
/** What up has counted is asked for so often, ms. */
const countMs = 400;
/** A machine whose own work takes this share of the time is itself the limit (planning). */
const busyShare = 0.85;

const queueSchema = z.object({
  ahead: z.number().nullable(),
  simulated: z.object({ rssiDbm: z.number().nullable() }).nullable(),
});
const arrivedSchema = z.object({
  arrivals: z.array(z.object({ atMs: z.number(), bytes: z.number() })).max(100_000),
  /** Share of the time since the flow began in which the far end was at work, 0 … 1. */
  busy: z.number(),
});
const refusalSchema = z.object({ error: z.object({ message: z.string() }) });

/** What the parts of one run have in common. */
interface Run {
  url: Url;
  options: SpeedOptions;
  tell: (mbps: number | null) => void;
  stopped: AbortSignal;
}

/** What one direction came to. */
interface Flow {
  mbps: number | null;
  delayMs: number | null;
  silenceMs: number;
  changed: boolean;
  /** Share of the time in which this device, or the far end, was at work. */
  busy: number;
}

/**
 * One run. Waits for its turn; ends its turn whatever happens.
 * @param base «…/speed/CODE». @param simulate query of SIMULATED conditions, or none.
 * @throws BrokenOffError when the network is lost, Error with words when the test is refused, AbortError when stopped.
 */
export async function speedTest(
  base: string,
  ticket: string,
  options: SpeedOptions,
  onProgress: (progress: SpeedProgress) => void,
  stopped: AbortSignal,
  simulate: Readonly<Record<string, string>> = {},
): Promise<SpeedFigures> {
  const url: Url = (what, more = {}) => `${base}/${what}?${new URLSearchParams({ ticket, ...more })}`;
  let step: SpeedStep = 'waiting';
  const tell = (mbps: number | null = null, ahead = 0) => onProgress({ step, ahead, mbps });
  const run: Run = { url, options, tell, stopped };
  try {
    const simulated = await waitForTurn(run, simulate, (ahead) => tell(null, ahead));
    step = 'latency';
    tell();
    const quiet = await idle(run);
    if (quiet.medianMs === null) throw new BrokenOffError(step);
    step = 'down';
    tell();
    const down = await flowDown(run);
    step = 'up';
    tell();
    const up = await flowUp(run);
    if (down.mbps === null || up.mbps === null) throw new BrokenOffError(step);
    const silenceMs = Math.max(quiet.silenceMs, down.silenceMs, up.silenceMs);
    return {
      downMbps: down.mbps,
      upMbps: up.mbps,
      latencyMs: quiet.medianMs,
      jitterMs: quiet.jitterMs,
      loadedMs: down.delayMs,
      loadedUpMs: up.delayMs,
      silenceMs,
      remarks: [
        ...(silenceMs >= dropOutMs ? (['dropped-out'] as const) : []),
        ...(down.changed || up.changed ? (['rate-changed'] as const) : []),
        ...(Math.max(down.busy, up.busy) > busyShare ? (['machine-busy'] as const) : []),
      ],
      rssiDbm: simulated?.rssiDbm ?? null,
    };
  } catch (error) {
    stopped.throwIfAborted();
    // fetch tells a lost network as a TypeError, a silent one as a time that ran out
    const isLost = error instanceof TypeError || (error as Partial<Error> | null)?.name === 'TimeoutError';
    throw isLost ? new BrokenOffError(step) : error;
  } finally {
    // gone already when the network is lost: the queue forgets silent phones by itself
    void fetch(url('queue'), { method: 'DELETE', keepalive: true }).catch(() => undefined);
  }
}

/** A request that steers the test. @throws TimeoutError when it is not answered, AbortError when stopped. */
const steer = (url: string, method: 'GET' | 'POST', stopped: AbortSignal): Promise<Response> =>
  fetch(url, {
    method,
    cache: 'no-store',
    signal: AbortSignal.any([stopped, AbortSignal.timeout(answerMs)]),
  });

async function waitForTurn(
  { url, stopped }: Run,
  simulate: Readonly<Record<string, string>>,
  tellAhead: (ahead: number) => void,
): Promise<z.infer<typeof queueSchema>['simulated']> {
  const queue = async (method: 'POST' | 'GET') => {
    const response = await steer(url('queue', method === 'POST' ? simulate : {}), method, stopped);
    const body: unknown = await response.json();
    if (response.ok) return queueSchema.parse(body);
    const refusal = refusalSchema.safeParse(body);
    throw new Error(refusal.success ? refusal.data.error.message : `The server answered ${response.status}.`);
  };
  let turn = await queue('POST');
  for (; turn.ahead !== 0; turn = await queue('GET')) {
    if (turn.ahead === null) turn = await queue('POST');
    tellAhead(turn.ahead ?? 0);
    await wait(500);
    stopped.throwIfAborted();
  }
  return turn.simulated;
}

/** A small request of the idle step is waited for so long, ms. */
const idleAnswerMs = 4000;
/** What the phone before left in the queues of the line is waited out, at most this long, ms. */
const settleMs = 2500;

/**
 * Delays while nothing else is under way. The line is let come to rest first, until two answers are alike but for a
 * quarter. Silences count from the first request on, with what opening a connection takes.
 */
async function idle({ url, options, stopped }: Run) {
  const start = performance.now();
  const all: number[] = [];
  const one = async () => {
    const { ms, allMs } = await smallRequest(url, idleAnswerMs, stopped);
    all.push(allMs);
    return ms;
  };
  for (let last: number | null = null; performance.now() - start < settleMs;) {
    const ms: number | null = await one();
    const isAlike = ms !== null && last !== null && Math.abs(ms - last) <= Math.max(2, last / 4);
    if (all.length > 2 && isAlike) break;
    last = ms;
  }
  const answers: (number | null)[] = [];
  for (let i = 0; i < options.pings; i++) answers.push(await one());
  return { ...delays(answers), silenceMs: Math.max(...all) };
}

/** A response of a flow that is not data: the turn is over, as after a silence, or the server is in trouble. */
function refuse(response: Response): void {
  if (response.status === 409) throw new TypeError('the turn was lost');
  if (!response.ok) throw new Error(`The server answered ${response.status}.`);
}

/** Waits until a rate is sure, or the longest time is over; tells the rate of the last second meanwhile. @returns how long it flowed, ms. */
async function untilSure(
  { options: { flowMs, warmUpMs }, tell, stopped }: Run,
  start: number,
  /** What has arrived, and up to when that is known, ms from the start. */
  known: () => { arrivals: readonly Arrival[]; untilMs: number },
  broken: Promise<unknown>,
): Promise<number> {
  for (;;) {
    const at = performance.now() - start;
    if (at >= flowMs) return flowMs;
    if (at > warmUpMs + pieceMs) {
      const { arrivals, untilMs } = known();
      if (untilMs > warmUpMs) {
        tell(throughput(arrivals, Math.max(0, untilMs - 1000), untilMs));
        if (isSure(pieceRates(arrivals, warmUpMs, untilMs, pieceMs))) return untilMs;
      }
    }
    await Promise.race([wait(Math.min(pieceMs, flowMs - at)), broken]);
    stopped.throwIfAborted();
  }
}

function flowOf(
  arrivals: readonly Arrival[],
  { warmUpMs }: SpeedOptions,
  endMs: number,
  answers: readonly number[],
  busy: number,
): Flow {
  return {
    mbps: throughput(arrivals, warmUpMs, endMs),
    delayMs: median(answers),
    silenceMs: longestSilence(arrivals, 0, endMs),
    changed: hasChanged(pieceRates(arrivals, warmUpMs, endMs, pieceMs)),
    busy,
  };
}

async function flowDown(run: Run): Promise<Flow> {
  const { url, options, stopped } = run;
  const arrivals: Arrival[] = [];
  const load = watchDevice();
  const start = performance.now();
  const end = new AbortController();
  const signal = AbortSignal.any([stopped, end.signal]);
  const stream = async (n: number) => {
    const response = await fetch(url('down', { n: String(n) }), { cache: 'no-store', signal });
    refuse(response);
    const reader = response.body?.getReader();
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read())
      arrivals.push({ atMs: performance.now() - start, bytes: part.value.byteLength });
  };
  const flows = Promise.all(Array.from({ length: options.streams }, (_, n) => stream(n)));
  const pings = pingWhile(url, options.warmUpMs, end.signal, stopped);
  try {
    const known = () => ({ arrivals, untilMs: performance.now() - start });
    const endMs = await untilSure(run, start, known, onlyFailure(flows));
    const busy = load.end();
    end.abort();
    await flows.catch((error: unknown) => ignoreEnd(error, end.signal));
    return flowOf(arrivals, options, endMs, await pings, busy);
  } finally {
    load.end();
    end.abort();
  }
}

/** Never resolves: rejects when a stream fails before it is ended. */
const onlyFailure = (flows: Promise<unknown>): Promise<never> =>
  new Promise((_, reject) => void flows.catch(reject));

/** A stream that was ended on purpose ends with an error; any other is one. */
function ignoreEnd(error: unknown, ended: AbortSignal): void {
  if (!ended.aborted) throw error;
}

/** One body of an upload, bytes: longer than any test flows. It is ended when the test ends. */
const payloadBytes = 16 * 1024 * 1024;
const payloads = 64;

let payloadMade: Blob | null = null;
/** What is sent up: noise that nothing can pack. A blob of the same blob over and over takes no more memory than one. */
function uploadPayload(): Blob {
  if (payloadMade) return payloadMade;
  const bytes = new Uint8Array(payloadBytes);
  for (let at = 0; at < bytes.length; at += 65_536) crypto.getRandomValues(bytes.subarray(at, at + 65_536));
  const one = new Blob([bytes]);
  payloadMade = new Blob(new Array<Blob>(payloads).fill(one));
  return payloadMade;
}

/** One long body a stream, counted where it arrives: nothing waits for an answer. */
async function flowUp(run: Run): Promise<Flow> {
  const { url, options, stopped } = run;
  const payload = uploadPayload();
  refuse(await steer(url('begin'), 'POST', stopped));
  const load = watchDevice();
  const start = performance.now();
  const end = new AbortController();
  const signal = AbortSignal.any([stopped, end.signal]);
  const count = async () => {
    const response = await steer(url('arrived'), 'GET', stopped);
    refuse(response);
    return arrivedSchema.parse(await response.json());
  };
  let known: { arrivals: Arrival[]; untilMs: number } = { arrivals: [], untilMs: 0 };
  const stream = async (n: number) => {
    refuse(await fetch(url('up', { n: String(n) }), { method: 'POST', body: payload, signal }));
  };
  const flows = Promise.all(Array.from({ length: Math.max(1, options.streams - 1) }, (_, n) => stream(n)));
  const pings = pingWhile(url, options.warmUpMs, end.signal, stopped);
  const looks = (async () => {
    while (!end.signal.aborted) {
      await wait(countMs);
      if (end.signal.aborted) return;
      const askedMs = performance.now() - start;
      known = { arrivals: (await count()).arrivals, untilMs: askedMs };
    }
  })();
  try {
    const endMs = await untilSure(run, start, () => known, onlyFailure(Promise.all([flows, looks])));
    const busy = load.end();
    end.abort();
    await Promise.all([flows, looks]).catch((error: unknown) => ignoreEnd(error, end.signal));
    const answers = await pings;
    const { arrivals, busy: farBusy } = await count();
    return flowOf(arrivals, options, endMs, answers, Math.max(busy, farBusy));
  } finally {
    load.end();
    end.abort();
  }
}
