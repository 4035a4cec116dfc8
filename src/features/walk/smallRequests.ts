/** Small requests of the speed test: how long an answer takes, as near to the network as a page can see. */

/** Addresses of the parts of a test. */
export type Url = (what: string, more?: Readonly<Record<string, string>>) => string;

export const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** While data flows a request is sent so often, ms, and waited for so long. */
const everyMs = 150;
const loadedAnswerMs = 6000;
/** So many may be under way at once: a browser opens six connections, and the streams want theirs. */
const mostAtOnce = 2;

let asked = 0;

/** From the request on its way to the first byte of the answer, ms, where the browser tells; else all that passed. */
function tookMs(address: string, allMs: number): number {
  const entry = performance.getEntriesByName(address).at(-1) as
    Partial<PerformanceResourceTiming> | undefined;
  performance.clearResourceTimings();
  const { requestStart = 0, responseStart = 0 } = entry ?? {};
  const ms = responseStart - requestStart;
  return requestStart > 0 && ms > 0 && ms <= allMs ? ms : allMs;
}

export interface Answer {
  /** From the request to the answer, ms; null when it stayed away. */
  ms: number | null;
  /** All that passed, with opening a connection: a silence may fall on that. */
  allMs: number;
}

/** One small request. @throws AbortError when the whole test is stopped. */
export async function smallRequest(url: Url, longestMs: number, stopped: AbortSignal): Promise<Answer> {
  const address = new URL(url('ping', { k: String(asked++) }), globalThis.location?.href).href;
  const start = performance.now();
  try {
    const response = await fetch(address, {
      cache: 'no-store',
      signal: AbortSignal.any([stopped, AbortSignal.timeout(longestMs)]),
    });
    // the browser tells its times once the whole answer is there
    await response.arrayBuffer();
    const allMs = performance.now() - start;
    return { ms: response.ok ? tookMs(address, allMs) : null, allMs };
  } catch {
    stopped.throwIfAborted();
    return { ms: null, allMs: performance.now() - start };
  }
}

/**
 * Small requests at even times until data stops flowing; those under way then are waited for, since a full queue answers
 * late. @param warmUpMs the queues are still filling for so long: what is sent then does not count.
 * @returns how long each took that was answered, in the order asked, ms.
 */
export async function pingWhile(
  url: Url,
  warmUpMs: number,
  ended: AbortSignal,
  stopped: AbortSignal,
): Promise<number[]> {
  const start = performance.now();
  const took: (number | null)[] = [];
  const underWay = new Set<Promise<void>>();
  while (!ended.aborted && !stopped.aborted) {
    if (underWay.size < mostAtOnce && performance.now() - start >= warmUpMs) {
      const n = took.push(null) - 1;
      const one: Promise<void> = smallRequest(url, loadedAnswerMs, stopped).then(
        ({ ms }) => {
          took[n] = ms;
          underWay.delete(one);
        },
        // the whole test was stopped
        () => void underWay.delete(one),
      );
      underWay.add(one);
    }
    await wait(everyMs);
  }
  await Promise.all(underWay);
  return took.filter((ms): ms is number => ms !== null);
}
