/** How finely a drag is drawn: as finely as the machine at hand keeps up with. */

/** A step of a drag slower than this, ms, as a running mean, is drawn on a rougher grid … */
const tooSlowMs = 2.5;
/** … until a step on that is so fast that the finer one, about twice the work, would keep up too. */
const fastAgainMs = 1;
/** Weight of the last step in the running mean. */
const weight = 0.15;

export interface Pace {
  /** Is the next step to be drawn on the rougher grid? */
  rough: () => boolean;
  /** Tells how long a step took, ms. */
  took: (ms: number) => void;
}

export function makePace(): Pace {
  let mean = 0;
  let rough = false;
  return {
    rough: () => rough,
    took(ms) {
      mean += weight * (ms - mean);
      rough = mean > (rough ? fastAgainMs : tooSlowMs);
    },
  };
}
