import type { Radio, Unit } from '../job/records';

export type Pattern = Radio['pattern'];

/** Reflections indoors fill the blind directions of an antenna down to here (planning), dB. */
const dipoleFloorDb = -12;
/** A wall or ceiling unit straight behind itself (planning), dB. */
const backDb = -10;

/** Where a unit's top points, as a unit vector: tilted from upright towards where it faces. */
export function axisOf(unit: Pick<Unit, 'tiltDeg' | 'facingDeg'>): [number, number, number] {
  const [tilt, facing] = [(unit.tiltDeg * Math.PI) / 180, (unit.facingDeg * Math.PI) / 180];
  return [Math.sin(tilt) * Math.sin(facing), -Math.sin(tilt) * Math.cos(facing), Math.cos(tilt)];
}

/**
 * Gain relative to the strongest direction, dB ≤ 0.
 * isotropic: 0. dipole (standard, half-wave): cos(90° cos θ)/sin θ from the axis. half-space
 * (planning): 0 along the axis, −3 to the side, −10 behind.
 * @param cosine of the angle between the axis and the direction sent. Example: dipole, 60° → −1.76.
 */
export function patternGain(pattern: Pattern, cosine: number): number {
  if (pattern === 'isotropic') return 0;
  if (pattern === 'half-space') return cosine >= 0 ? -3 * (1 - cosine) : -3 - (backDb + 3) * cosine;
  const sine = Math.sqrt(Math.max(1e-9, 1 - cosine * cosine));
  return Math.max(dipoleFloorDb, 20 * Math.log10(Math.abs(Math.cos((Math.PI / 2) * cosine) / sine) + 1e-9));
}

const steps = 512;
const tabled = (pattern: Pattern) =>
  Float64Array.from({ length: steps + 1 }, (_, i) => 10 ** (patternGain(pattern, (2 * i) / steps - 1) / 10));
const tables: Record<Pattern, Float64Array> = {
  isotropic: tabled('isotropic'),
  dipole: tabled('dipole'),
  'half-space': tabled('half-space'),
};

/** The same as a share of power, 0 … 1, from a table of 513 cosines, between them linearly: for the inner loop. */
export function patternPower(pattern: Pattern, cosine: number): number {
  const table = tables[pattern];
  const step = (cosine + 1) * (steps / 2);
  const low = step >= steps ? steps - 1 : step <= 0 ? 0 : step | 0;
  const a = table[low] as number;
  return a + ((table[low + 1] as number) - a) * (step - low);
}
