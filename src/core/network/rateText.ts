/** A rate with no more digits than it deserves: 0.6, 3.1, 52, 490. */
export const rateText = (mbps: number): string =>
  mbps === 0
    ? '0'
    : mbps < 1
      ? mbps.toFixed(1)
      : mbps < 10
        ? String(Number(mbps.toFixed(1)))
        : mbps.toFixed(0);
