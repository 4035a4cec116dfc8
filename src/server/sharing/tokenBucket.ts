/** SIMULATED narrowness: bytes that may pass at a rate, shared by all streams of a test. */
export interface TokenBucket {
  /** Takes up to so many bytes, as many as may pass at `nowMs`. */
  take: (bytes: number, nowMs: number) => number;
  /** Takes all of them at once; the ms after which they would have passed. */
  owe: (bytes: number, nowMs: number) => number;
}

/** What may pass at once after a pause, ms of flow. */
const burstMs = 40;

/** @param mbps 10^6 bit/s. Times are ms of any one clock. Throws for a rate of 0 or less. */
export function makeTokenBucket(mbps: number, startMs: number): TokenBucket {
  if (!(mbps > 0)) throw new RangeError('mbps: more than 0');
  const perMs = mbps * 125;
  let left = 0;
  let last = startMs;
  const fill = (nowMs: number) => {
    left = Math.min(burstMs * perMs, left + (nowMs - last) * perMs);
    last = nowMs;
  };
  return {
    take(bytes, nowMs) {
      fill(nowMs);
      const taken = Math.floor(Math.max(0, Math.min(bytes, left)));
      left -= taken;
      return taken;
    },
    owe(bytes, nowMs) {
      fill(nowMs);
      left -= bytes;
      return Math.max(0, -left / perMs);
    },
  };
}
