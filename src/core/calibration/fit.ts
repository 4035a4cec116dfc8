/**
 * What readings teach: a linear-Gaussian fit of what each assembly and obstacle really costs, of each
 * unit's offset and of how signals fall with distance, with the spreads as prior; what remains is a
 * smooth field around each unit. All of it at once: readings and the signals that are asked for are one
 * normal distribution, and what is asked for is told from what was read.
 */
import type { Point3 } from '../geometry/point';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Id } from '../job/records';
import { transmittanceSteps } from '../propagation/transmittance';
import { unitOffsetDb } from '../propagation/spread';
import type { Scene, PosteriorCorrection, SignalPath } from '../propagation/model';

/*
 * How alike what belongs to two signals alone is: the most likely values for 30 houses by an independent solver
 * (docs/decisions/2026-11-27-reflections.md). It falls to 1/e over this distance, m, at both ends together.
 */
const alikeM = 2.5;
/** Share of it that signals of one unit have in common at one place, and signals of two units. */
const alikeOfUnit = 0.8;
const alikeOfPlace = 0.2;
/** Spread of how signals fall with distance: dB for each tenfold distance, over 10 log10 d (planning). */
const slopeSpread = 0.05;
/** How far one reading of one device differs from the next, standard deviation, dB (planning). */
const readingDb = 1.2;
/** How far off all readings of one spot may be alike: the device's own scale and how it is held, dB (planning). */
const spotReadingDb = 1.5;
/** The strongest path may change with what was learnt, and sums of paths are not lines: left over in any case, dB (planning). */
const residualDb = 0.7;
/** A reading so many of its own standard deviations from what all the others tell is an outlier. */
const outlierSigmas = 4.5;
/** No more than this share of the readings is left out. */
const maxOutlierShare = 0.2;
/** Two losses whose errors go together this much are not told apart. */
const inseparableCorrelation = 0.6;
/** Something was learnt of a loss when its spread fell to this share. */
const calibratedShare = 0.9;

/** The mean signal read at one spot, and what was computed for it. */
export interface Observation extends SignalPath {
  spotId: Id;
  /** Read, and computed, dBm. */
  readDbm: number;
  computedDbm: number;
  runs: number;
}

/** What a wall, floor or thing costs at right angles at 5 GHz: as the library has it, and as learnt. */
export interface CalibratedLoss {
  id: Id;
  name: string;
  priorDb: number;
  priorSpreadDb: number;
  db: number;
  spreadDb: number;
}

export interface Calibration {
  posterior: PosteriorCorrection;
  losses: CalibratedLoss[];
  units: { unitId: Id; db: number; spreadDb: number }[];
  /** dB for each tenfold distance beyond the model's. */
  slope: { db: number; spreadDb: number };
  /** Pairs of losses of which only a sum is known. */
  inseparable: [string, string][];
  /** Readings that nothing explains; they are not used. */
  outliers: { spotId: Id; readDbm: number; expectedDbm: number }[];
  used: number;
}

const distanceM = (a: Point3, b: Point3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const decades = (p: SignalPath) => 10 * Math.log10(Math.max(1, distanceM(p.from, p.to)));

/** Covariance of two signals beyond the readings' own noise, dB². @param common what crossings add. */
function covariance(a: SignalPath, b: SignalPath, common: number): number {
  let sum = common + slopeSpread * slopeSpread * decades(a) * decades(b);
  const own = a.ownDb * b.ownDb;
  const apart = distanceM(a.to, b.to);
  const ofPlace = alikeOfPlace * Math.exp(-apart / alikeM);
  if (a.unitId !== b.unitId) return sum + own * ofPlace;
  sum += unitOffsetDb * unitOffsetDb;
  const ofUnit = alikeOfUnit * Math.exp(-(apart + distanceM(a.from, b.from)) / alikeM);
  return sum + own * Math.max(ofUnit, ofPlace);
}

/** Per loss id, how many dB its spread is for a signal: how often it is crossed times its spread in the band. */
function weightsOf(scene: Scene, path: SignalPath): Float64Array {
  const row = new Float64Array(scene.lossRecordIds.length);
  const { count, lossId, times } = path.crossed;
  for (let i = 0; i < count; i++) {
    const k = lossId[i] as number;
    row[k] = (times[i] as number) * (scene.spread[k * 3 + path.band] as number);
  }
  return row;
}

const dot = (a: Float64Array, b: Float64Array) => {
  let sum = 0;
  for (let k = 0; k < a.length; k++) sum += (a[k] as number) * (b[k] as number);
  return sum;
};

/** The joint distribution of some readings, solved. */
function solve(scene: Scene, observations: readonly Observation[]) {
  const n = observations.length;
  const weights = observations.map((o) => weightsOf(scene, o));
  const sigma = new Matrix(n, n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const [a, b] = [observations[i] as Observation, observations[j] as Observation];
      const common = dot(weights[i] as Float64Array, weights[j] as Float64Array);
      // what no other signal shares, and what the reading itself adds
      const own =
        i === j ? (1 - alikeOfUnit) * a.ownDb ** 2 + readingDb ** 2 / a.runs + spotReadingDb ** 2 : 0;
      const value = covariance(a, b, common) + own;
      sigma.set(i, j, value);
      sigma.set(j, i, value);
    }
  const inverse = new CholeskyDecomposition(sigma).solve(Matrix.eye(n, n));
  const off = observations.map((o) => o.readDbm - o.computedDbm);
  const alpha = Float64Array.from({ length: n }, (_, i) =>
    off.reduce((sum, v, j) => sum + inverse.get(i, j) * v, 0),
  );
  return { weights, inverse, alpha };
}

/** Leaves out, one by one, the reading that the others explain least, as long as it is an outlier. */
function withoutOutliers(scene: Scene, all: readonly Observation[]) {
  let left = [...all];
  const outliers: Calibration['outliers'] = [];
  for (;;) {
    const solved = solve(scene, left);
    // what each would be by all the others: its own share taken out of the solution
    const scores = left.map((_, i) => {
      const own = solved.inverse.get(i, i);
      const off = (solved.alpha[i] as number) / own;
      return { i, off, z: Math.abs(off) * Math.sqrt(own) };
    });
    const worst = scores.reduce((a, b) => (b.z > a.z ? b : a), { i: -1, off: 0, z: 0 });
    const o = left[worst.i];
    if (!o || worst.z < outlierSigmas || outliers.length + 1 > maxOutlierShare * all.length)
      return { solved, left, outliers };
    outliers.push({ spotId: o.spotId, readDbm: o.readDbm, expectedDbm: o.readDbm - worst.off });
    left = left.filter((q) => q !== o);
  }
}

/**
 * Learns from readings. Null when there is none with a signal.
 * @param scene without anything taught: the computed signals of the observations are of it.
 */
export function calibrate(scene: Scene, all: readonly Observation[]): Calibration | null {
  if (all.length === 0) return null;
  const { solved, left, outliers } = withoutOutliers(scene, all);
  const { weights, inverse, alpha } = solved;
  const n = left.length;
  const through = (c: Float64Array) => {
    let [mean, explained] = [0, 0];
    for (let i = 0; i < n; i++) {
      mean += (c[i] as number) * (alpha[i] as number);
      let row = 0;
      for (let j = 0; j < n; j++) row += inverse.get(i, j) * (c[j] as number);
      explained += (c[i] as number) * row;
    }
    return { mean, explained };
  };
  const between = (a: Float64Array, b: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) sum += (a[i] as number) * inverse.get(i, j) * (b[j] as number);
    return sum;
  };
  const flat = Float64Array.from({ length: n * n }, (_, i) => inverse.get(Math.floor(i / n), i % n));
  const c = new Float64Array(n);
  const posterior: PosteriorCorrection = (path, variance) => {
    const { crossed, band } = path;
    for (let i = 0; i < n; i++) {
      const row = weights[i] as Float64Array;
      let common = 0;
      for (let k = 0; k < crossed.count; k++) {
        const key = crossed.lossId[k] as number;
        const w = row[key] as number;
        if (w !== 0) common += w * (crossed.times[k] as number) * (scene.spread[key * 3 + band] as number);
      }
      c[i] = covariance(path, left[i] as Observation, common);
    }
    let [db, explained] = [0, 0];
    for (let i = 0; i < n; i++) {
      db += (c[i] as number) * (alpha[i] as number);
      let row = 0;
      for (let j = 0; j < n; j++) row += (flat[i * n + j] as number) * (c[j] as number);
      explained += (c[i] as number) * row;
    }
    const slope = slopeSpread * decades(path);
    return { db, variance: variance + slope * slope - explained + residualDb ** 2 };
  };
  // what stands behind: a loss that is higher makes signals lower
  const columns = scene.lossRecordIds.map((_, k) => Float64Array.from(weights, (row) => -(row[k] as number)));
  const losses = scene.lossRecordIds.flatMap((id, k): (CalibratedLoss & { k: number })[] => {
    const priorSpreadDb = scene.spread[k * 3 + 1] as number;
    const { mean, explained } = through(columns[k] as Float64Array);
    if (priorSpreadDb === 0 || explained <= 0) return [];
    const priorDb =
      -10 *
      Math.log10(scene.transmittance[(k * transmittanceSteps + transmittanceSteps - 1) * 3 + 1] as number);
    return [
      {
        k,
        id,
        name: scene.lossNames[k] ?? '',
        priorDb,
        priorSpreadDb,
        // no wall adds to a signal
        db: Math.max(0, priorDb + mean * priorSpreadDb),
        spreadDb: priorSpreadDb * Math.sqrt(Math.max(0, 1 - explained)),
      },
    ];
  });
  const calibration = losses.filter((l) => l.spreadDb < calibratedShare * l.priorSpreadDb);
  const pairs = calibration.flatMap((a, i) =>
    calibration.slice(i + 1).flatMap((b): [string, string][] => {
      const both = -between(columns[a.k] as Float64Array, columns[b.k] as Float64Array);
      const size = (a.spreadDb / a.priorSpreadDb) * (b.spreadDb / b.priorSpreadDb);
      return Math.abs(both) / size > inseparableCorrelation ? [[a.name, b.name]] : [];
    }),
  );
  const unitIds = [...new Set(left.map((o) => o.unitId))];
  const units = unitIds.map((unitId) => {
    const { mean, explained } = through(
      Float64Array.from(left, (o) => (o.unitId === unitId ? unitOffsetDb ** 2 : 0)),
    );
    return { unitId, db: mean, spreadDb: Math.sqrt(Math.max(0, unitOffsetDb ** 2 - explained)) };
  });
  const slope = through(Float64Array.from(left, (o) => slopeSpread ** 2 * decades(o)));
  return {
    posterior,
    losses: calibration
      .map(({ k: _k, ...l }) => l)
      .sort((a, b) => b.priorSpreadDb - b.spreadDb - (a.priorSpreadDb - a.spreadDb)),
    units,
    slope: {
      db: 10 * slope.mean,
      spreadDb: 10 * Math.sqrt(Math.max(0, slopeSpread ** 2 - slope.explained)),
    },
    inseparable: pairs,
    outliers,
    used: n,
  };
}
