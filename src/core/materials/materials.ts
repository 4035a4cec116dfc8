import type { Material } from '../job/records';

/**
 * Constants a, b, c, d of building materials (standard: ITU-R P.2040):
 * relative permittivity `a f^b`, conductivity `c f^d` S/m, f in GHz. Range 1 to 100 GHz.
 */
export const materials: Record<Material, { a: number; b: number; c: number; d: number }> = {
  vacuum: { a: 1, b: 0, c: 0, d: 0 },
  concrete: { a: 5.24, b: 0, c: 0.0462, d: 0.7822 },
  brick: { a: 3.91, b: 0, c: 0.0238, d: 0.16 },
  plasterboard: { a: 2.73, b: 0, c: 0.0085, d: 0.9395 },
  wood: { a: 1.99, b: 0, c: 0.0047, d: 1.0718 },
  glass: { a: 6.31, b: 0, c: 0.0036, d: 1.3394 },
  'ceiling-board': { a: 1.48, b: 0, c: 0.0011, d: 1.075 },
  chipboard: { a: 2.58, b: 0, c: 0.0217, d: 0.78 },
  plywood: { a: 2.71, b: 0, c: 0.33, d: 0 },
  marble: { a: 7.074, b: 0, c: 0.0055, d: 0.9262 },
  floorboard: { a: 3.66, b: 0, c: 0.0044, d: 1.3515 },
};
