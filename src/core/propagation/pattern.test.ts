import fc from 'fast-check';
import { axisOf, type Pattern, patternGain, patternPower } from './pattern';

const patterns: Pattern[] = ['isotropic', 'dipole', 'half-space'];
const cosine = fc.double({ min: -1, max: 1, noNaN: true });

test('a half-wave dipole: 0 dB to its side, −1.76 dB at 60° from its axis, no less than −12 dB', () => {
  expect(patternGain('dipole', 0)).toBeCloseTo(0, 6);
  expect(patternGain('dipole', Math.cos(Math.PI / 3))).toBeCloseTo(-1.7609, 3);
  expect(patternGain('dipole', Math.cos(Math.PI / 4))).toBeCloseTo(-4.0417, 3);
  expect(patternGain('dipole', 1)).toBe(-12);
});

test('a unit on a wall or ceiling: 0 dB ahead, −3 dB to the side, −10 dB behind', () => {
  for (const [c, db] of [
    [1, 0],
    [0, -3],
    [-1, -10],
  ] as const)
    expect(patternGain('half-space', c)).toBeCloseTo(db, 9);
});

test('no pattern gains over its strongest direction; a dipole is the same upside down, a half-space is not', () => {
  fc.assert(
    fc.property(fc.constantFrom(...patterns), cosine, (pattern, c) => {
      expect(patternGain(pattern, c)).toBeLessThanOrEqual(1e-6);
      expect(patternGain(pattern, c)).toBeGreaterThanOrEqual(-12);
      expect(patternGain('dipole', -c)).toBeCloseTo(patternGain('dipole', c), 9);
      if (c > 0.05) expect(patternGain('half-space', -c)).toBeLessThan(patternGain('half-space', c));
    }),
  );
});

test('the table of the inner loop is the same within 0.05 dB, and ends at the ends', () => {
  fc.assert(
    fc.property(fc.constantFrom(...patterns), cosine, (pattern, c) => {
      expect(Math.abs(10 * Math.log10(patternPower(pattern, c)) - patternGain(pattern, c))).toBeLessThan(
        0.05,
      );
    }),
    { numRuns: 500 },
  );
  for (const pattern of patterns) {
    // rounding may lead a cosine past 1
    expect(patternPower(pattern, 1 + 1e-12)).toBeCloseTo(10 ** (patternGain(pattern, 1) / 10), 9);
    expect(patternPower(pattern, -1 - 1e-12)).toBeCloseTo(10 ** (patternGain(pattern, -1) / 10), 9);
  }
});

test('where a top points: up, over towards the way it faces, and down; always a unit vector', () => {
  const expectNear = (axis: readonly number[], to: readonly number[]) =>
    axis.forEach((v, i) => expect(v).toBeCloseTo(to[i] ?? NaN, 9));
  expectNear(axisOf({ tiltDeg: 0, facingDeg: 123 }), [0, 0, 1]);
  // y grows southwards on the sheet: facing 0 is north
  expectNear(axisOf({ tiltDeg: 90, facingDeg: 0 }), [0, -1, 0]);
  expectNear(axisOf({ tiltDeg: 90, facingDeg: 90 }), [1, 0, 0]);
  expectNear(axisOf({ tiltDeg: 180, facingDeg: 40 }), [0, 0, -1]);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 180 }), fc.integer({ min: 0, max: 359 }), (tiltDeg, facingDeg) => {
      expect(Math.hypot(...axisOf({ tiltDeg, facingDeg }))).toBeCloseTo(1, 12);
    }),
  );
});
