import { demos } from '@/testing/demoJobs';
import { combinations, withUnit } from '@/testing/oneMoreUnit';
import { applyEdit, putOne } from '@/core/job/edits';
import { get, type Job } from '@/core/job/job';
import { placeUnit } from '@/core/design/placeUnit';
import { collide, runbookOf } from '@/core/install/runbook';
import { rehearse } from './rehearsal';
import { faultOf, simulatedUnits, trueLinks, type UnitEvent } from './simulatedUnits';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const start = '2026-11-20T09:00:00.000Z';
const job: Job = [
  ['kit-node', 'first'],
  ['kit-small', 'attic'],
  ['kit-plug-in', 'first'],
].reduce<Job>(
  (j, [kitId, storeyId]) =>
    applyEdit(j, placeUnit(j, get(j, 'kit', kitId ?? ''), { storeyId: storeyId ?? '', xM: 3, yM: 5 }).edit)
      .job,
  demo,
);
const seeded = (seed: number) => applyEdit(job, putOne('x', { ...job.info, simulationSeed: seed })).job;

describe('a simulated unit', () => {
  const id = 'unit-b';
  // a seed with which the unit has no fault
  const fine = seeded(
    Array.from({ length: 50 }, (_, i) => i + 1).find((s) => faultOf(seeded(s), id) === 'none') ?? 1,
  );
  const links = trueLinks(fine);
  const at = (atS: number, ...events: [number, UnitEvent['act'], string?][]) =>
    simulatedUnits(
      fine,
      events.map(([t, act, unitId = id]) => ({ atS: t, act, unitId })),
      atS,
      links,
    ).find((u) => u.unitId === id)?.state;

  test('off, starting, ready, joining, joined, updating', () => {
    expect(at(0)).toBe('off');
    expect(at(10, [0, 'plug-bench'])).toBe('booting');
    expect(at(600, [0, 'plug-bench'])).toBe('ready');
    const paired: [number, UnitEvent['act']][] = [
      [0, 'plug-bench'],
      [600, 'app-looks'],
      [610, 'press'],
    ];
    expect(at(615, ...paired)).toBe('joining');
    expect(at(725, ...paired)).toBe('good');
    expect(at(735, ...paired, [730, 'update'])).toBe('updating');
    expect(at(4000, ...paired, [730, 'update'])).toBe('good');
  });
  test('pressed before the app looks, or while another unit updates, it does not join', () => {
    expect(at(700, [0, 'plug-bench'], [600, 'press'], [620, 'app-looks'])).toBe('pairing');
    expect(at(800, [0, 'plug-bench'], [600, 'press'], [620, 'app-looks'])).toBe('ready');
    expect(at(700, [0, 'plug-bench'], [590, 'update', 'unit-a'], [595, 'app-looks'], [600, 'press'])).toBe(
      'pairing',
    );
  });
  test('carried, it says nothing at first, then what its place gives', () => {
    const done: [number, UnitEvent['act']][] = [
      [0, 'plug-bench'],
      [600, 'app-looks'],
      [610, 'press'],
      [900, 'unplug'],
      [960, 'plug-place'],
    ];
    expect(at(930, ...done)).toBe('off');
    expect(at(970, ...done)).toBe('booting');
    expect(['good', 'fair', 'poor']).toContain(at(2000, ...done));
  });
});

describe('the whole runbook against simulated units', () => {
  test('Quay House with four more units, faults included, comes to its end', () => {
    const r = rehearse(job, start);
    expect(r.allJoined).toBe(true);
    expect(r.entries.some((e) => e.what === 'given-up')).toBe(false);
    const { steps } = runbookOf(job);
    expect(r.runs.filter((x) => x.doneAt)).toHaveLength(steps.length);
    // each began only after all that it waits for, and nothing collided
    const of = (key: string) => r.runs.find((x) => x.stepKey === key);
    for (const s of steps) {
      for (const k of s.after)
        expect(Date.parse(of(s.key)?.startedAt ?? '')).toBeGreaterThanOrEqual(
          Date.parse(of(k)?.doneAt ?? ''),
        );
      for (const o of steps)
        if (collide(s, o)) {
          const [a, b] = [of(s.key), of(o.key)];
          const apart =
            Date.parse(a?.doneAt ?? '') <= Date.parse(b?.startedAt ?? '') ||
            Date.parse(b?.doneAt ?? '') <= Date.parse(a?.startedAt ?? '');
          expect(apart).toBe(true);
        }
    }
    expect(rehearse(job, start)).toEqual(r);
  });

  test('with other seeds too; faults show, and what is tried cures them', () => {
    const seen = new Set<string>();
    let stuck = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const house = seeded(seed);
      for (const u of house.units.filter((u) => u.planned)) seen.add(faultOf(house, u.id));
      const r = rehearse(house, start);
      stuck += r.entries.filter((e) => e.what === 'stuck').length;
      expect(r.allJoined).toBe(true);
    }
    expect(seen.size).toBe(5);
    expect(stuck).toBeGreaterThan(3);
  });
});

test.each(combinations.map((c) => [`${c.product.name}, ${c.medium}, ${c.mount}, ${c.storeyId}`, c] as const))(
  'with a fault, to its end: %s',
  (_name, { product, medium, mount, heightM, storeyId }) => {
    const plain = withUnit(product, medium, mount, heightM, storeyId);
    const seeds = Array.from(
      { length: 40 },
      (_, i) => applyEdit(plain, putOne('x', { ...plain.info, simulationSeed: i + 1 })).job,
    );
    const house = seeds.find((j) => faultOf(j, 'unit-z') !== 'none');
    if (!house) throw new Error('no seed with a fault');
    const r = rehearse(house, start);
    expect([r.allJoined, r.entries.filter((e) => e.what === 'given-up')]).toEqual([true, []]);
    expect(r.runs.filter((x) => x.doneAt)).toHaveLength(runbookOf(house).steps.length);
  },
);
