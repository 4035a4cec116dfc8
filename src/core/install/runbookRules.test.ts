/** Rules that every runbook keeps, for each product, each way to feed it, each mount and place. They know nothing of the templates. */
import { combinations, demoHouse, withUnit } from '@/testing/oneMoreUnit';
import { billOf, labelsOf } from '../design/bill';
import { get } from '../job/job';
import { runbookOf } from './runbook';
import type { Step } from './step';

const { house, main, inside } = demoHouse;

/** Does a step come after another, directly or over others? */
function comesAfter(steps: readonly Step[], late: string, early: string): boolean {
  const after = new Map(steps.map((s) => [s.key, s.after]));
  const open = [late];
  const seen = new Set<string>();
  for (let key = open.pop(); key !== undefined; key = open.pop()) {
    if (key === early) return true;
    if (seen.has(key)) continue;
    seen.add(key);
    open.push(...(after.get(key) ?? []));
  }
  return false;
}

test('there are 250 combinations at least', () => expect(combinations.length).toBeGreaterThanOrEqual(250));

test.each(combinations.map((c) => [`${c.product.name}, ${c.medium}, ${c.mount}, ${c.storeyId}`, c] as const))(
  '%s',
  (_name, { product, medium, mount, heightM, storeyId }) => {
    const job = withUnit(product, medium, mount, heightM, storeyId);
    const { steps, problems } = runbookOf(job);
    expect(problems).toEqual([]);
    const own = steps.filter((s) => s.unitId === 'unit-z' || s.linkId === 'link-z');
    const of = (kind: Step['kind']) => own.filter((s) => s.kind === kind);
    const [carry] = of('carry').filter((s) => s.unitId === 'unit-z');
    if (!carry) throw new Error('it is never carried to its place');

    // nothing is paired with the main unit before its update is through
    const update = steps.find((s) => s.kind === 'update' && s.unitId === main.id);
    for (const pair of of('pair').filter((s) => s.unitId === 'unit-z'))
      expect([pair.key, comesAfter(steps, pair.key, update?.key ?? '')]).toEqual([pair.key, true]);

    // power before what can only be seen with power: over the cable it comes once the unit is in its place
    const isCablePowered = product.poeIn !== null && medium === 'ethernet';
    const power = own.find((s) => /^Power Z over/.test(s.title));
    expect(power !== undefined).toBe(isCablePowered);
    if (power) {
      expect(comesAfter(steps, power.key, carry.key)).toBe(true);
      expect(carry.holdPoint).toBeNull();
      for (const check of of('check').filter((s) => s.unitId === 'unit-z'))
        expect(comesAfter(steps, check.key, power.key)).toBe(true);
      expect(own.find((s) => s.kind === 'bench' && !s.key.startsWith('reset'))?.text).toMatch(
        /PoE over a short cable/,
      );
    }

    // cautions where they matter
    const has = (s: Step | undefined, c: Step['cautions'][number]) => s?.cautions.includes(c) ?? false;
    const [lay] = of('cable');
    const isHigh = heightM > 2 || mount === 'ceiling' || mount === 'pole';
    expect(has(carry, 'ladder')).toBe(isHigh);
    for (const fix of of('mount')) {
      expect([has(fix, 'drilling'), has(fix, 'mains'), has(fix, 'ladder')]).toEqual([true, true, isHigh]);
      if (product.kind === 'outdoor')
        expect([has(fix, 'outdoor'), has(fix, 'thunder')]).toEqual([true, true]);
    }
    expect(['wall', 'ceiling', 'pole'].includes(mount)).toBe(of('mount').length > 0);
    if (medium === 'ethernet' || medium === 'fibre') {
      const isBetween = storeyId !== inside;
      expect(has(lay, 'cabling')).toBe(true);
      // holes that were not counted may be some
      expect(has(lay, 'drilling')).toBe(true);
      expect(has(lay, 'fibre')).toBe(medium === 'fibre');
      expect(has(lay, 'copper')).toBe(isBetween && medium === 'ethernet');
      expect([has(lay, 'outdoor'), has(lay, 'digging'), has(lay, 'thunder')]).toEqual(
        new Array(3).fill(isBetween),
      );
      if (isHigh) expect(has(lay, 'ladder')).toBe(true);
    } else expect(lay).toBeUndefined();
    if (medium === 'powerline') expect(own.some((s) => has(s, 'socket'))).toBe(true);
    if (medium === 'coax') expect(own.some((s) => has(s, 'coax'))).toBe(true);

    // what joins two buildings: each entry is sealed, and copper has its protectors, earthed, which the bill has too
    const isBetween = storeyId !== inside;
    const isCable = medium === 'ethernet' || medium === 'fibre';
    const seal = own.find((s) => /^Seal both entries/.test(s.title));
    const surge = own.find((s) => /^Fit the surge protectors/.test(s.title));
    expect([seal !== undefined, surge !== undefined]).toEqual([
      isCable && isBetween,
      medium === 'ethernet' && isBetween,
    ]);
    if (surge) {
      expect(surge.holdPoint?.question).toMatch(/earthed/);
      expect(has(surge, 'copper') && has(surge, 'mains')).toBe(true);
      expect(comesAfter(steps, carry.key, surge.key)).toBe(true);
    }
    expect(billOf(job).lines.find((l) => /surge/i.test(l.item))?.count).toBe(surge ? 2 : undefined);

    // what another family feeds is not found by it: nothing comes by itself, and no button on a unit that has none
    const isKin = product.family !== '' && product.family === get(job, 'kit', main.kitId).family;
    const joining = of('pair').filter((s) => s.unitId === 'unit-z');
    if (!isKin)
      for (const s of joining) expect(s.text).not.toMatch(/joins automatically|The uplink unit’s for/);
    // no step speaks of what may not have been done before it
    for (const s of own)
      if (/has already|already works/.test(s.text)) expect(s.after.length).toBeGreaterThan(0);
    // what is an adapter itself is paired on the bench with the one of the other end, before either goes to its place
    const couple = of('pair').find((s) => s.linkId === 'link-z');
    if (medium === 'powerline' && product.kind === 'powerline') {
      const bench = of('bench').find((s) => s.key.startsWith('bench'));
      expect(comesAfter(steps, couple?.key ?? '', bench?.key ?? '')).toBe(true);
      expect(comesAfter(steps, carry.key, couple?.key ?? '')).toBe(true);
      expect(of('carry').filter((s) => /Plug the adapters/.test(s.title))).toEqual([]);
    }

    // each label of the list is at the step that sticks it
    const labels = labelsOf(job).filter((l) => l.linkId === 'link-z');
    expect(labels).toHaveLength(medium === 'wireless' ? 0 : 2);
    for (const label of labels) expect(of('label')[0]?.text).toContain(`“${label.text}” at ${label.at}`);

    // a light that is asked for is one that the product has
    for (const s of own)
      if (s.holdPoint?.light) expect(product.lights.map((l) => l.means)).toContain(s.holdPoint.light.means);
    // each caution once
    for (const s of steps) expect(new Set(s.cautions).size).toBe(s.cautions.length);
  },
);

test('the main unit’s gate asks for the internet, and never for the light of one that waits to be added', () => {
  const gate = runbookOf(house).steps.find((s) => s.key === 'main')?.holdPoint;
  expect(gate?.question).toMatch(/page open/);
  expect(gate?.light?.means ?? '').not.toMatch(/added|ready|waits/i);
});

test('the household is told before the line goes off', () => {
  expect(runbookOf(house).steps.find((s) => s.key === 'modem')?.cautions).toContain('household');
});
