import { get, type Job } from '../job/job';
import type { Id, Obstacle } from '../job/records';
import { cachedSource } from '../propagation/source';
import { signalAt } from '../propagation/signalsKept';
import { placeInSpace } from '../propagation/scene';
import { noiseFloorDbm } from '../wifi/airTime';
import type { Scene, Source } from '../propagation/model';

/**
 * What disturbs 2.4 GHz while it runs (planning). A microwave oven leaks over most of the band in
 * half of each mains cycle; a cordless phone's base hops over the band and is on a channel now and then.
 */
const kinds: Record<
  Exclude<Obstacle['disturbs'], 'none'>,
  { eirpDbm: number; duty: number; words: string }
> = {
  microwave: { eirpDbm: 10, duty: 0.5, words: 'microwave' },
  cordless: { eirpDbm: 20, duty: 0.1, words: 'cordless phone' },
};

export interface Disturber {
  id: Id;
  name: string;
  words: string;
  /** Just above its case, site coordinates, m: what leaks is outside. */
  at: readonly [number, number, number];
  eirpDbm: number;
  /** Share of the time in which it sends while it runs. */
  duty: number;
}

/** Noise at a receiver at 2.4 GHz, while all that disturbs runs. */
export interface Noise {
  /** Share of the time. */
  duty: number;
  /** Whole dB by which it lifts the noise floor then; 0 = none to speak of. */
  riseDb: number;
  /** The one that weighs most. */
  from: Disturber | null;
}

export const noNoise: Noise = { duty: 0, riseDb: 0, from: null };

export const disturbersOf = (job: Job): Disturber[] =>
  job.obstacles.flatMap((o): Disturber[] => {
    if (o.disturbs === 'none') return [];
    const floor = get(job, 'storey', o.storeyId).floorZM;
    const [x, y] = placeInSpace(job, { ...o, heightM: o.topM });
    return [{ id: o.id, name: o.name, at: [x, y, floor + o.topM + 0.05], ...kinds[o.disturbs] }];
  });

const patterns = ['isotropic', null, null] as const;
const axis = [0, 0, 1] as const;

/** A disturber made ready for many places. */
export const sourceOfDisturber = (scene: Scene, { at }: Disturber): Source =>
  cachedSource(scene, { at, axis, patterns });

/**
 * Noise at a place, site coordinates, m: the disturbers' powers, each over the paths that its signal takes,
 * added up, against the noise floor of 20 MHz; duties as if they came by chance.
 * Example: 10 dBm at 3 m in the open: −40 dBm, 54 dB above −94 dBm, half of the time.
 */
export const noiseAt = (
  scene: Scene,
  disturbers: readonly Disturber[],
  x: number,
  y: number,
  z: number,
): Noise => noiseOf(disturbers, (d) => signalAt(sourceOfDisturber(scene, d), [x, y, z]).gainDb[0] as number);

/** The same from what each disturber's signal gains on its way, dB, negative. */
export function noiseOf(
  disturbers: readonly Disturber[],
  gainDb: (disturber: Disturber, i: number) => number,
): Noise {
  let power = 0;
  let free = 1;
  let from: Disturber | null = null;
  let most = 0;
  disturbers.forEach((d, i) => {
    const above = 10 ** ((d.eirpDbm + gainDb(d, i) - noiseFloorDbm(20)) / 10);
    if (above < 0.25) return;
    power += above;
    free *= 1 - d.duty;
    if (above * d.duty > most) {
      most = above * d.duty;
      from = d;
    }
  });
  const riseDb = Math.round(10 * Math.log10(1 + power));
  return riseDb === 0 ? noNoise : { duty: 1 - free, riseDb, from };
}
