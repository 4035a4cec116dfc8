/** How sure a signal is: what belongs to one place alone. Walls and units add theirs; see `receive` and docs/how-it-computes.md. */
import type { Received } from './received';

/*
 * Planning values, standard deviations in dB: the most likely ones for 13 410 losses of 30 houses by an independent
 * solver, with furniture and walls that the survey does not know (docs/decisions/2026-11-27-reflections.md).
 */
/** People, furniture, and whatever else the survey does not know. */
export const shadowingDb = 2.08;
/** A signal that came by one reflection; by two it is this twice over, in variance. */
const reflectionDb = 2.54;
/**
 * More for a reflection by a face that leans, as the slope of a roof (custom): none of the 30 houses has one, and what is
 * under real tiles (rafters, felt, foil, a ceiling that nobody noted) sends the signal elsewhere or takes it.
 */
const leaningDb = 8;
/** A face leans when its normal is neither level nor upright: by its height, 0 … 1. */
const leans = (up: number): boolean => up > 0.05 && up < 0.98;
/** A signal that turned at an edge. */
const turnDb = 4.79;
/** For each 10 dB of loss beyond `deepFromDb` over free space: far in the dark, paths that are not looked for count. */
const deepDb = 2.15;
const deepFromDb = 20;
/** How far one unit differs from another of its kind. */
export const unitOffsetDb = 2;

/** What the furniture of a house costs on the way to or from a room, dB. */
const furnitureDb = 0.6;
/** Beyond so much loss over free space, dB, paths that are not looked for (three reflections, two turns) add this share of the rest. */
const restFromDb = 15;
const restShare = 0.1;

/**
 * What is to be added to the sum of the paths, dB: less by furniture, more by paths that are not looked for.
 * @param excessDb loss over free space. @param isInRoom whether one end of the path is in a room.
 * Example: 20 dB, in a room → −0.1.
 */
export const restDb = (excessDb: number, isInRoom: boolean): number =>
  (excessDb > restFromDb ? restShare * (excessDb - restFromDb) : 0) - (isInRoom ? furnitureDb : 0);

/**
 * Variance of what belongs to one signal alone, dB²: shadowing, then reflections and turns by their share of the power.
 * @param excessDb loss over free space. @param plane of each face: its normal (x, y, z) and offset, four numbers.
 */
export function ownVariance(out: Received, band: number, excessDb: number, plane: ArrayLike<number>): number {
  const { power, facet, edge, sum, count } = out;
  let [reflections, turns, leaning] = [0, 0, 0];
  const up = (f: number) => (f < 0 ? 0 : Math.abs(plane[f * 4 + 2] as number));
  for (let i = 1; i < count; i++) {
    const p = power[i * 3 + band] as number;
    if ((edge[i] as number) >= 0) turns += p;
    else {
      const [first, second] = [facet[i * 2] as number, facet[i * 2 + 1] as number];
      reflections += second >= 0 ? 2 * p : p;
      if (leans(up(first)) || leans(up(second))) leaning += p;
    }
  }
  const per = 1 / (sum[band] as number);
  const deep = excessDb > deepFromDb ? (deepDb * (excessDb - deepFromDb)) / 10 : 0;
  return (
    shadowingDb * shadowingDb +
    reflectionDb * reflectionDb * reflections * per +
    leaningDb * leaningDb * leaning * per +
    turnDb * turnDb * turns * per +
    deep * deep
  );
}
