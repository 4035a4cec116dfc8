/**
 * The near end of Nestle's own speed test: this device's browser against the machine that runs Nestle.
 * Small requests while idle, several streams down with small requests between, several streams up.
 */
import { z } from 'zod';
import { type Arrival, delays, throughput } from '@/core/speedtest/speedFigures';

export interface SpeedOptions {
  /** How long data flows each way, and how much of that at its beginning does not count, ms. */
  flowMs: number;
  warmUpMs: number;
  streams: number;
  pings: number;
}
export const fullTest: SpeedOptions = { flowMs: 3500, warmUpMs: 900, streams: 4, pings: 12 };

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
  lossPct: number;
  loadedMs: number | null;
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

/** A small request without an answer for so long is lost, ms. */
const pingTimeoutMs = 1000;
const queueSchema = z.object({
  ahead: z.number().nullable(),
  simulated: z.object({ rssiDbm: z.number().nullable() }).nullable(),
});
const arrivedSchema = z.object({
  arrivals: z.array(z.object({ atMs: z.number(), bytes: z.number() })).max(100_000),
});
const refusalSchema = z.object({ error: z.object({ message: z.string() }) });

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

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
  signal: AbortSignal,
  simulate: Readonly<Record<string, string>> = {},
): Promise<SpeedFigures> {
  const url = (what: string, more: Readonly<Record<string, string>> = {}) =>
    `${base}/${what}?${new URLSearchParams({ ticket, ...more })}`;
  const queue = async (method: 'POST' | 'GET') => {
    const response = await fetch(url('queue', method === 'POST' ? simulate : {}), { method, signal });
    const body: unknown = await response.json();
    if (!response.ok) {
      const refusal = refusalSchema.safeParse(body);
      throw new Error(
        refusal.success ? refusal.data.error.message : `The server answered ${response.status}.`,
      );
    }
    return queueSchema.parse(body);
  };
  let step: SpeedStep = 'waiting';
  const tell = (mbps: number | null = null, ahead = 0) => onProgress({ step, ahead, mbps });
  try {
    let turn = await queue('POST');
    for (; turn.ahead !== 0; turn = await queue('GET')) {
      if (turn.ahead === null) turn = await queue('POST');
      tell(null, turn.ahead ?? 0);
      await wait(500);
      signal.throwIfAborted();
    }
    step = 'latency';
    tell();
    const idle: (number | null)[] = [];
    // the first one opens the connection and is not counted
    for (let i = 0; i <= options.pings; i++) {
      const ms = await ping(url('ping'), signal);
      if (i > 0) idle.push(ms);
    }
    const quiet = delays(idle);
    if (quiet.medianMs === null) throw new BrokenOffError(step);
    step = 'down';
    const loaded: (number | null)[] = [];
    const downMbps = await flowDown(url, options, loaded, (mbps) => tell(mbps), signal);
    step = 'up';
    const upMbps = await flowUp(url, options, loaded, (mbps) => tell(mbps), signal);
    if (downMbps === null || upMbps === null) throw new BrokenOffError(step);
    return {
      downMbps,
      upMbps,
      latencyMs: quiet.medianMs,
      jitterMs: quiet.jitterMs,
      lossPct: quiet.lossPct,
      loadedMs: loaded.length ? delays(loaded).medianMs : null,
      rssiDbm: turn.simulated?.rssiDbm ?? null,
    };
  } catch (error) {
    signal.throwIfAborted();
    // fetch tells a lost network as a TypeError
    throw error instanceof TypeError ? new BrokenOffError(step) : error;
  } finally {
    // gone already when the network is lost: the queue forgets silent phones by itself
    void fetch(url('queue'), { method: 'DELETE', keepalive: true }).catch(() => undefined);
  }
}

/** One small request, ms; null when it stays unanswered. @throws AbortError when the whole test is stopped. */
async function ping(url: string, signal: AbortSignal): Promise<number | null> {
  const start = performance.now();
  try {
    const response = await fetch(url, {
      cache: 'no-store',
      signal: AbortSignal.any([signal, AbortSignal.timeout(pingTimeoutMs)]),
    });
    return response.ok ? performance.now() - start : null;
  } catch {
    signal.throwIfAborted();
    return null;
  }
}

/** Small requests one after the other until data stops flowing. */
async function pingWhile(url: string, into: (number | null)[], flowing: AbortSignal) {
  while (!flowing.aborted) {
    await wait(120);
    try {
      into.push(await ping(url, flowing));
    } catch {
      // the flow ended while this one was under way: it does not count
      return;
    }
  }
}

type Url = (what: string, more?: Readonly<Record<string, string>>) => string;

async function flowDown(
  url: Url,
  { flowMs, warmUpMs, streams }: SpeedOptions,
  loaded: (number | null)[],
  tell: (mbps: number | null) => void,
  stopped: AbortSignal,
): Promise<number | null> {
  const arrivals: Arrival[] = [];
  const start = performance.now();
  const end = new AbortController();
  const signal = AbortSignal.any([stopped, end.signal]);
  const timer = setInterval(() => {
    const at = performance.now() - start;
    if (at > warmUpMs) tell(throughput(arrivals, Math.max(0, at - 1000), at));
  }, 250);
  const stream = async (n: number) => {
    const response = await fetch(url('down', { n: String(n) }), { cache: 'no-store', signal });
    const reader = response.body?.getReader();
    if (!response.ok || !reader) throw new Error(`The server answered ${response.status}.`);
    for (let part = await reader.read(); !part.done; part = await reader.read())
      arrivals.push({ atMs: performance.now() - start, bytes: part.value.byteLength });
  };
  try {
    const flows = Promise.all(Array.from({ length: streams }, (_, n) => stream(n)));
    const pings = pingWhile(url('ping'), loaded, signal);
    await Promise.race([flows, wait(flowMs)]);
    end.abort();
    await Promise.allSettled([flows, pings]);
  } finally {
    end.abort();
    clearInterval(timer);
  }
  return throughput(arrivals, warmUpMs, flowMs);
}

/** Smallest and largest body of an upload, bytes: each is sized to take about a quarter of a second. */
const [leastBody, mostBody] = [64 * 1024, 16 * 1024 * 1024];
const bodyMs = 250;

let payloadMade: Blob | null = null;
/** What is sent up: noise that nothing can pack. A blob, for a browser sends slices of one several times faster than bytes. */
function uploadPayload(): Blob {
  if (payloadMade) return payloadMade;
  const bytes = new Uint8Array(mostBody);
  for (let at = 0; at < bytes.length; at += 65_536) crypto.getRandomValues(bytes.subarray(at, at + 65_536));
  payloadMade = new Blob([bytes]);
  return payloadMade;
}

async function flowUp(
  url: Url,
  { flowMs, warmUpMs, streams }: SpeedOptions,
  loaded: (number | null)[],
  tell: (mbps: number | null) => void,
  stopped: AbortSignal,
): Promise<number | null> {
  await fetch(url('begin'), { method: 'POST', signal: stopped });
  const payload = uploadPayload();
  const start = performance.now();
  const end = new AbortController();
  const signal = AbortSignal.any([stopped, end.signal]);
  const counted = async () =>
    arrivedSchema.parse(await (await fetch(url('arrived'), { cache: 'no-store', signal: stopped })).json())
      .arrivals;
  const stream = async (n: number) => {
    let size = leastBody;
    while (performance.now() - start < flowMs) {
      const from = performance.now();
      const response = await fetch(url('up', { n: String(n) }), {
        method: 'POST',
        body: payload.slice(0, size),
        signal,
      });
      if (!response.ok) throw new Error(`The server answered ${response.status}.`);
      const took = Math.max(1, performance.now() - from);
      size = Math.round(Math.min(mostBody, Math.max(leastBody, (size * bodyMs) / took)));
    }
  };
  const timer = setInterval(() => {
    const at = performance.now() - start;
    if (at <= warmUpMs) return;
    counted().then(
      (arrivals) => tell(throughput(arrivals, Math.max(0, at - 1000), at)),
      // only the figure while it runs; the test itself notices a lost network
      () => undefined,
    );
  }, 500);
  try {
    const flows = Promise.all(Array.from({ length: Math.max(1, streams - 1) }, (_, n) => stream(n)));
    const pings = pingWhile(url('ping'), loaded, signal);
    await Promise.race([flows, wait(flowMs)]);
    end.abort();
    await Promise.allSettled([flows, pings]);
  } finally {
    end.abort();
    clearInterval(timer);
  }
  return throughput(await counted(), warmUpMs, flowMs);
}
