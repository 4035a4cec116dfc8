import fc from 'fast-check';
import type { Layer, Material } from '@/core/job/records';
import { materials } from './materials';
import { stackPower } from './transmission';

type Complex = readonly [re: number, im: number];
const add = (a: Complex, b: Complex): Complex => [a[0] + b[0], a[1] + b[1]];
const sub = (a: Complex, b: Complex): Complex => [a[0] - b[0], a[1] - b[1]];
const mul = (a: Complex, b: Complex): Complex => [a[0] * b[0] - a[1] * b[1], a[0] * b[1] + a[1] * b[0]];
const div = (a: Complex, b: Complex): Complex => {
  const size = b[0] ** 2 + b[1] ** 2;
  return [(a[0] * b[0] + a[1] * b[1]) / size, (a[1] * b[0] - a[0] * b[1]) / size];
};
const expOf = ([re, im]: Complex): Complex => [Math.exp(re) * Math.cos(im), Math.exp(re) * Math.sin(im)];
/** The root in the half plane where the wave dies away inwards. */
const rootOf = ([re, im]: Complex): Complex => {
  const size = Math.hypot(re, im);
  return [Math.sqrt((size + re) / 2), -Math.sqrt(Math.max(0, (size - re) / 2))];
};
const one: Complex = [1, 0];

/**
 * One slab in air by the sum of all its inner reflections (Airy), apart from matrices:
 * t = (1 − r²) e^(−jδ) / (1 − r² e^(−2jδ)), r by Fresnel's formulas for each polarisation.
 */
function airy(material: Material, thicknessMm: number, fGHz: number, deg: number): number {
  const { a, b, c, d } = materials[material];
  const eta: Complex = [a * fGHz ** b, (-17.98 * c * fGHz ** d) / fGHz];
  const angle = (deg * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const inner = rootOf(sub(eta, [sin * sin, 0]));
  const delta = mul([(2 * Math.PI * fGHz * thicknessMm * 1e6) / 299_792_458, 0], inner);
  const once = expOf(mul([0, -1], delta));
  const power = (r: Complex) => {
    const r2 = mul(r, r);
    const t = div(mul(sub(one, r2), once), sub(one, mul(r2, mul(once, once))));
    return t[0] ** 2 + t[1] ** 2;
  };
  const out: Complex = [cos, 0];
  const te = power(div(sub(out, inner), add(out, inner)));
  const dense = mul(eta, out);
  const tm = power(div(sub(dense, inner), add(dense, inner)));
  return (te + tm) / 2;
}

const solid = fc.constantFrom(...(Object.keys(materials) as Material[]).filter((m) => m !== 'vacuum'));
const gigahertz = fc.constantFrom(2.45, 5.5, 6.5);
const angle = fc.integer({ min: 0, max: 89 });
const slab = fc.record({
  material: fc.constantFrom(...(Object.keys(materials) as Material[])),
  thicknessMm: fc.double({ min: 0.5, max: 300, noNaN: true }),
});
const layer: fc.Arbitrary<Layer> = fc.oneof(
  { weight: 4, arbitrary: slab },
  { weight: 1, arbitrary: fc.record({ sheetOhm: fc.double({ min: 1, max: 1e4, noNaN: true }) }) },
);

test('one slab equals the sum of its inner reflections, any material, thickness, band and angle', () => {
  fc.assert(
    fc.property(solid, fc.double({ min: 1, max: 250, noNaN: true }), gigahertz, angle, (m, mm, f, deg) => {
      const expected = airy(m, mm, f, deg);
      const found = stackPower([{ material: m, thicknessMm: mm }], f, deg).transmitted;
      expect(Math.abs(10 * Math.log10(found / expected))).toBeLessThan(1e-6);
    }),
    { numRuns: 400 },
  );
});

test('a stack never gains, and passes the same from either side', () => {
  fc.assert(
    fc.property(fc.array(layer, { maxLength: 6 }), gigahertz, angle, (layers, f, deg) => {
      const passed = stackPower(layers, f, deg).transmitted;
      expect(passed).toBeGreaterThanOrEqual(0);
      expect(passed).toBeLessThanOrEqual(1 + 1e-9);
      const back = stackPower([...layers].reverse(), f, deg).transmitted;
      expect(Math.abs(passed - back)).toBeLessThanOrEqual(1e-9 * Math.max(passed, 1e-3));
    }),
    { numRuns: 300 },
  );
});

test('a slab cut in two is the same slab; a gap at its face changes nothing', () => {
  fc.assert(
    fc.property(slab, fc.double({ min: 0.1, max: 0.9, noNaN: true }), gigahertz, angle, (s, part, f, deg) => {
      const whole = stackPower([s], f, deg).transmitted;
      const cut = [
        { ...s, thicknessMm: s.thicknessMm * part },
        { ...s, thicknessMm: s.thicknessMm * (1 - part) },
      ];
      const beside: Layer[] = [s, { material: 'vacuum', thicknessMm: 40 }];
      for (const layers of [cut, beside])
        expect(Math.abs(10 * Math.log10(stackPower(layers, f, deg).transmitted / whole))).toBeLessThan(1e-6);
    }),
    { numRuns: 200 },
  );
});

test('a thin sheet is a resistor across the way: 4 / (2 + Z0 / R cos θ)² and with cos θ above', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 5000, noNaN: true }), gigahertz, angle, (sheetOhm, f, deg) => {
      const cos = Math.cos((deg * Math.PI) / 180);
      const y = 376.730313668 / sheetOhm;
      const expected = (4 / (2 + y / cos) ** 2 + 4 / (2 + y * cos) ** 2) / 2;
      expect(stackPower([{ sheetOhm }], f, deg).transmitted).toBeCloseTo(expected, 12);
    }),
  );
});

describe('what a stack reflects', () => {
  const share = (layers: Parameters<typeof stackPower>[0], deg = 0) => stackPower(layers, 5.5, deg);

  test('nothing where nothing stands, nearly all from metal, Fresnel’s share from a thick lossy slab', () => {
    expect(share([]).reflected).toBeCloseTo(0, 12);
    expect(share([{ sheetOhm: 1e-4 }]).reflected).toBeGreaterThan(0.99999);
    // so thick that what enters never comes back: |(1 − √η) / (1 + √η)|², concrete at 5.5 GHz, η 5.24 − j 0.57
    const concrete = share([{ material: 'concrete', thicknessMm: 3000 }]).reflected;
    const n = Math.sqrt((Math.hypot(5.24, 0.573) + 5.24) / 2);
    const k = 0.573 / (2 * n);
    expect(concrete).toBeCloseTo(((1 - n) ** 2 + k ** 2) / ((1 + n) ** 2 + k ** 2), 3);
  });

  test('with what passes it is never more than all; without loss it is all', () => {
    for (const deg of [0, 30, 60, 85]) {
      const lossy = share([{ material: 'brick', thicknessMm: 102.5 }], deg);
      expect(lossy.transmitted + lossy.reflected).toBeLessThan(1);
      expect(share([{ material: 'vacuum', thicknessMm: 50 }], deg)).toMatchObject({
        transmitted: expect.closeTo(1, 9),
        reflected: expect.closeTo(0, 9),
      });
    }
  });

  test('the steeper the flatter: at grazing incidence nearly all comes back', () => {
    const brick = (deg: number) => share([{ material: 'brick', thicknessMm: 215 }], deg).reflected;
    expect(brick(89)).toBeGreaterThan(0.8);
    expect(brick(89)).toBeGreaterThan(brick(70));
  });
});
