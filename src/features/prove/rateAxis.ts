/** The logarithmic axis that all rows of the chart share, with a lane for «no link» at its left. */
export interface RateAxis {
  least: number;
  most: number;
  /** Where «no link» stands on the axis, Mbps. */
  noLink: number;
  ticks: number[];
  /** Pixels from the left for a rate in a chart so wide. */
  x: (mbps: number, width: number) => number;
}

/** The smallest rate that has a place of its own. */
const leastShown = 0.5;
const ticks = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000];

/** Equal steps are equal ratios, from the «no link» lane to a little over `mostMbps`. */
export function rateAxis(mostMbps: number): RateAxis {
  const most = Math.max(20, mostMbps) * 2.6;
  const decades = Math.log10(most / leastShown);
  // the lane takes a seventh of the width
  const least = leastShown / 10 ** (decades / 6);
  const noLink = 10 ** (Math.log10(least) + 0.4 * (Math.log10(leastShown) - Math.log10(least)));
  return {
    least,
    most,
    noLink,
    // over so many decades only the tens have room for their figures
    ticks: ticks.filter((t) => t <= mostMbps && (mostMbps <= 1000 || Number.isInteger(Math.log10(t)))),
    x: (mbps, width) => {
      const shown = mbps <= 0 ? noLink : Math.max(leastShown, mbps);
      return (Math.log(shown / least) / Math.log(most / least)) * width;
    },
  };
}
