import type { Radio, Unit } from '../job/records';

/** Reflections indoors fill the blind directions of an aerial down to here (planning), dB. */
const dipoleFloorDb = -12;
/** A wall or ceiling unit straight behind itself (planning), dB. */
const backDb = -10;

/** Where a unit's top points, as a unit vector: tilted from upright towards the way it faces. */
export function axisOf(unit: Pick<Unit, 'tiltDeg' | 'facingDeg'>): [number, number, number] {
  const [tilt, facing] = [(unit.tiltDeg * Math.PI) / 180, (unit.facingDeg * Math.PI) / 180];
  return [Math.sin(tilt) * Math.sin(facing), -Math.sin(tilt) * Math.cos(facing), Math.cos(tilt)];
}

/**
 * Gain relative to the strongest direction, dB ≤ 0.
 * isotropic: 0. dipole (standard, half-wave): cos(90° cos θ)/sin θ from the axis. half-space
 * (planning): 0 along the axis, −3 to the side, −10 behind.
 * @param cosine of the angle between the axis and the direction sent.
 */
export function patternGain(pattern: Radio['pattern'], cosine: number): number {
  if (pattern === 'isotropic') return 0;
  if (pattern === 'half-space') return cosine >= 0 ? -3 * (1 - cosine) : -3 - (backDb + 3) * cosine;
  const sine = Math.sqrt(Math.max(1e-9, 1 - cosine * cosine));
  return Math.max(dipoleFloorDb, 20 * Math.log10(Math.abs(Math.cos((Math.PI / 2) * cosine) / sine) + 1e-9));
}
