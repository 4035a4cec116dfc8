/**
 * The near end of Nestle's own speed test: this device's browser against the machine that runs Nestle.
 * Small requests while idle; several streams down, then up, with small requests between.
 */
import { z } from 'zod';
import { delays, dropOutMs, pingDelay } from '@/core/speedtest/speedFigures';
import type { Reading } from '@/core/job/records';
import { flowDown, flowUp, type Run, type SpeedOptions, steer } from './speedFlows';
import { smallRequest, type Url, wait } from './smallRequests';

export type { SpeedOptions } from './speedFlows';

export const fullTest: SpeedOptions = {
  flowMs: 4000,
  warmUpMs: 1200,
  streams: 4,
  pings: 12,
  mostBytes: Infinity,
};

export type SpeedStep = 'waiting' | 'latency' | 'down' | 'up';
export interface SpeedProgress {
  step: SpeedStep;
  /** How many phones are before this one, while waiting. */
  ahead: number;
  /** How many phones are missing for a test together, while waiting. */
  missing: number;
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
  /** What the runs of phones that tested together have in common; null for one alone. */
  togetherId: string | null;
}

/** The device lost the network in the middle: a result of its own. */
export class BrokenOffError extends Error {
  constructor(
    readonly step: SpeedStep,
    options?: ErrorOptions,
  ) {
    super('The test stopped. There was no answer.', options);
    this.name = 'BrokenOffError';
  }
}

/** A machine whose own work takes this share of the time is itself the limit (planning). */
const busyShare = 0.85;

const queueSchema = z.object({
  ahead: z.number().nullable(),
  missing: z.number().default(0),
  togetherId: z.string().nullable().default(null),
  simulated: z.object({ rssiDbm: z.number().nullable() }).nullable(),
});
const refusalSchema = z.object({ error: z.object({ message: z.string() }) });

/**
 * One run. Waits for its turn; ends its turn whatever happens.
 * @param base «…/speed/CODE». @param query of SIMULATED conditions, and of how many phones test together; or none.
 * @throws BrokenOffError when the network is lost, Error with words when the test is refused, AbortError when stopped.
 */
export async function speedTest(
  base: string,
  ticket: string,
  options: SpeedOptions,
  onProgress: (progress: SpeedProgress) => void,
  stopped: AbortSignal,
  query: Readonly<Record<string, string>> = {},
): Promise<SpeedFigures> {
  const url: Url = (what, more = {}) => `${base}/${what}?${new URLSearchParams({ ticket, ...more })}`;
  let step: SpeedStep = 'waiting';
  const tell = (mbps: number | null = null, ahead = 0, missing = 0) =>
    onProgress({ step, ahead, missing, mbps });
  const run: Run = { url, options, tell, stopped };
  try {
    const { simulated, togetherId } = await waitForTurn(run, query, (ahead, missing) =>
      tell(null, ahead, missing),
    );
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
      latencyMs: pingDelay(quiet.medianMs, up.askedBytes, down.mbps, up.mbps),
      jitterMs: quiet.jitterMs,
      loadedMs: down.delayMs,
      loadedUpMs: up.delayMs,
      silenceMs,
      remarks: [
        ...(silenceMs >= dropOutMs ? (['dropped-out'] as const) : []),
        ...(down.changed || up.changed ? (['rate-changed'] as const) : []),
        ...(Math.max(down.busy, up.busy) > busyShare ? (['machine-busy'] as const) : []),
        ...(down.cut || up.cut ? (['data-cap'] as const) : []),
      ],
      rssiDbm: simulated?.rssiDbm ?? null,
      togetherId,
    };
  } catch (error) {
    stopped.throwIfAborted();
    // fetch tells a lost network as a TypeError, a silent one as a time that ran out
    const isLost = error instanceof TypeError || (error as Partial<Error> | null)?.name === 'TimeoutError';
    throw isLost ? new BrokenOffError(step, { cause: error }) : error;
  } finally {
    // gone already when the network is lost: the queue forgets silent phones by itself
    void fetch(url('queue'), { method: 'DELETE', keepalive: true }).catch(() => undefined);
  }
}

/** Nothing is measured while a phone waits: a busy laptop is given so long to answer, ms. */
const queueMs = 30_000;

async function waitForTurn(
  { url, stopped }: Run,
  query: Readonly<Record<string, string>>,
  tell: (ahead: number, missing: number) => void,
): Promise<z.infer<typeof queueSchema>> {
  const queue = async (method: 'POST' | 'GET') => {
    const response = await steer(url('queue', method === 'POST' ? query : {}), method, stopped, queueMs);
    const body: unknown = await response.json();
    if (response.ok) return queueSchema.parse(body);
    const refusal = refusalSchema.safeParse(body);
    throw new Error(refusal.success ? refusal.data.error.message : `The server answered ${response.status}.`);
  };
  let turn = await queue('POST');
  for (; turn.ahead !== 0; turn = await queue('GET')) {
    if (turn.ahead === null) turn = await queue('POST');
    tell(turn.ahead ?? 0, turn.missing);
    await wait(500);
    stopped.throwIfAborted();
  }
  return turn;
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
