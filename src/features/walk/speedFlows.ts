/** The two flows of a speed test: several streams down, then up, with small requests between. */
import { z } from 'zod';
import {
  type Arrival,
  hasChanged,
  isSure,
  loadedDelay,
  longestSilence,
  meanRate,
  pieceRates,
  throughput,
} from '@/core/speedtest/speedFigures';
import { watchDevice } from './deviceLoad';
import { pingWhile, type Url, wait } from './smallRequests';

export interface SpeedOptions {
  /** The longest that data flows each way, and how much of that at its beginning does not count, ms. */
  flowMs: number;
  warmUpMs: number;
  /** Streams down; up there is one less, since a browser opens six connections at most. */
  streams: number;
  pings: number;
  /** No more than so much data, both ways together; then a run is cut short. Infinity = no cap. */
  mostBytes: number;
}

/** What the parts of one run have in common. */
export interface Run {
  url: Url;
  options: SpeedOptions;
  tell: (mbps: number | null) => void;
  stopped: AbortSignal;
}

/** What one direction came to. */
export interface Flow {
  mbps: number | null;
  delayMs: number | null;
  silenceMs: number;
  changed: boolean;
  /** Share of the time in which this device, or the far end, was at work. */
  busy: number;
  /** The most data had flowed before the rate was sure. */
  cut: boolean;
}

/** What steers the test is answered within this, ms, or the network is lost: a full queue may take two seconds. */
const answerMs = 8000;
/** Rates are judged in pieces of so long, ms, and looked at as often. */
const pieceMs = 200;
/** What up has counted is asked for so often, ms. */
const countMs = 400;

const arrivedSchema = z.object({
  arrivals: z.array(z.object({ atMs: z.number(), bytes: z.number() })).max(100_000),
  /** Size of the request that asked, bytes; a small request is as large. */
  askedBytes: z.number(),
  /** Share of the time since the flow began in which the far end was at work, 0 … 1. */
  busy: z.number(),
});

/** A request that steers the test. @throws TimeoutError when it is not answered, AbortError when stopped. */
export const steer = (
  url: string,
  method: 'GET' | 'POST',
  stopped: AbortSignal,
  longestMs = answerMs,
): Promise<Response> =>
  fetch(url, {
    method,
    cache: 'no-store',
    signal: AbortSignal.any([stopped, AbortSignal.timeout(longestMs)]),
  });

/** A response of a flow that is not data: the turn is over, as after a silence, or the server is in trouble. */
function refuse(response: Response): void {
  if (response.status === 409) throw new TypeError('the turn ended');
  if (!response.ok) throw new Error(`The server answered ${response.status}.`);
}

/**
 * Waits until a rate is sure, the longest time is over, or as much has flowed as may; tells the rate of the last second
 * meanwhile. @returns how long it flowed, ms, and whether it was cut.
 */
async function untilSure(
  { options: { flowMs, warmUpMs }, tell, stopped }: Run,
  start: number,
  /** What has arrived, and up to when that is known, ms from the start. */
  known: () => { arrivals: readonly Arrival[]; untilMs: number },
  broken: Promise<unknown>,
  spent: Promise<unknown>,
): Promise<{ endMs: number; cut: boolean }> {
  let cut = false;
  void spent.then(
    () => (cut = true),
    () => undefined,
  );
  for (;;) {
    const at = performance.now() - start;
    if (cut) return { endMs: at, cut };
    if (at >= flowMs) return { endMs: flowMs, cut };
    if (at > warmUpMs + pieceMs) {
      const { arrivals, untilMs } = known();
      if (untilMs > warmUpMs) {
        tell(throughput(arrivals, Math.max(0, untilMs - 1000), untilMs));
        if (isSure(pieceRates(arrivals, warmUpMs, untilMs, pieceMs))) return { endMs: untilMs, cut };
      }
    }
    await Promise.race([wait(Math.min(pieceMs, flowMs - at)), broken, spent]);
    stopped.throwIfAborted();
  }
}

function flowOf(
  arrivals: readonly Arrival[],
  options: SpeedOptions,
  ended: { endMs: number; cut: boolean },
  answers: readonly number[],
  busy: number,
): Flow {
  const { cut } = ended;
  // what was cut ended with its last byte, and has its beginning in it where there is not much more
  const endMs = cut ? Math.max(1, ...arrivals.map((a) => a.atMs)) : ended.endMs;
  const warmUpMs = cut && endMs < 2 * options.warmUpMs ? 0 : options.warmUpMs;
  return {
    cut,
    mbps: (cut ? meanRate : throughput)(arrivals, warmUpMs, endMs),
    delayMs: loadedDelay(answers),
    silenceMs: longestSilence(arrivals, 0, endMs),
    changed: hasChanged(pieceRates(arrivals, warmUpMs, endMs, pieceMs)),
    busy,
  };
}

/** Several streams down, counted as they come. @throws TypeError when the link is lost. */
export async function flowDown(run: Run): Promise<Flow> {
  const { url, options, stopped } = run;
  const arrivals: Arrival[] = [];
  const load = watchDevice();
  const start = performance.now();
  const end = new AbortController();
  const signal = AbortSignal.any([stopped, end.signal]);
  let left = options.mostBytes / 2;
  let spend: () => void = () => undefined;
  const spent = new Promise<void>((done) => (spend = done));
  const stream = async (n: number) => {
    const response = await fetch(url('down', { n: String(n) }), { cache: 'no-store', signal });
    refuse(response);
    const reader = response.body?.getReader();
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
      arrivals.push({ atMs: performance.now() - start, bytes: part.value.byteLength });
      left -= part.value.byteLength;
      if (left > 0) continue;
      spend();
      return reader?.cancel();
    }
  };
  const flows = Promise.all(Array.from({ length: options.streams }, (_, n) => stream(n)));
  const pings = pingWhile(url, options.warmUpMs, end.signal, stopped);
  try {
    const known = () => ({ arrivals, untilMs: performance.now() - start });
    const ended = await untilSure(run, start, known, onlyFailure(flows), spent);
    const busy = load.end();
    end.abort();
    await flows.catch((error: unknown) => ignoreEnd(error, end.signal));
    return flowOf(arrivals, options, ended, await pings, busy);
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
function uploadPayload(mostBytes: number): Blob {
  payloadMade ??= longBody();
  return mostBytes < payloadMade.size ? payloadMade.slice(0, Math.floor(mostBytes)) : payloadMade;
}

function longBody(): Blob {
  const bytes = new Uint8Array(payloadBytes);
  for (let at = 0; at < bytes.length; at += 65_536) crypto.getRandomValues(bytes.subarray(at, at + 65_536));
  const one = new Blob([bytes]);
  return new Blob(new Array<Blob>(payloads).fill(one));
}

/** One long body a stream, counted where it arrives: nothing waits for an answer. */
export async function flowUp(run: Run): Promise<Flow & { askedBytes: number }> {
  const { url, options, stopped } = run;
  const streams = Math.max(1, options.streams - 1);
  const payload = uploadPayload(options.mostBytes / 2 / streams);
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
  const flows = Promise.all(Array.from({ length: streams }, (_, n) => stream(n)));
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
    const broken = onlyFailure(Promise.all([flows, looks]));
    // bodies that have gone up whole were cut to what may flow
    const ended = await untilSure(run, start, () => known, broken, flows);
    const busy = load.end();
    end.abort();
    await Promise.all([flows, looks]).catch((error: unknown) => ignoreEnd(error, end.signal));
    const answers = await pings;
    const { arrivals, askedBytes, busy: farBusy } = await count();
    return { ...flowOf(arrivals, options, ended, answers, Math.max(busy, farBusy)), askedBytes };
  } finally {
    load.end();
    end.abort();
  }
}
