import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from '@/core/job/edits';
import { get, type Job } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { StepRun } from '@/core/job/records';
import { placeUnit } from '@/core/design/placeUnit';
import { productKinds } from '@/core/job/networkRecords';
import { cautions } from './cautions';
import { liveRunbook } from './live';
import { collide, runbookOf } from './runbook';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const t0 = Date.parse('2026-11-20T09:00:00.000Z');
const iso = (min: number) => new Date(t0 + min * 60_000).toISOString();
const run = (stepKey: string, part: Partial<StepRun> = {}): StepRun => ({
  type: 'stepRun',
  id: `run-${stepKey.replaceAll('.', '-')}`,
  stepKey,
  startedAt: null,
  handsFreeAt: null,
  doneAt: null,
  skipped: null,
  windowAt: null,
  by: 'Ada',
  note: '',
  photos: [],
  read: [],
  ticks: [],
  shown: null,
  changedAt: iso(0),
  ...part,
});
const withRuns = (job: Job, ...runs: StepRun[]) => applyEdit(job, putOne('x', ...runs)).job;
const edit = (stepKey: string, part: object = {}) =>
  makeRecord({
    type: 'stepEdit',
    id: `edit-${stepKey.replaceAll('.', '-')}`,
    stepKey,
    own: false,
    dropped: false,
    title: null,
    text: null,
    handsMin: null,
    waitMin: null,
    after: null,
    ...part,
  });

/** Quay House with more units: nodes on two storeys by radio. */
let made: Job | null = null;
function larger(): Job {
  if (made) return made;
  let job = demo as Job;
  for (const [kitId, storeyId] of [
    ['kit-node', 'first'],
    ['kit-small', 'attic'],
    ['kit-plug-in', 'first'],
  ] as const)
    job = applyEdit(job, placeUnit(job, get(job, 'kit', kitId), { storeyId, xM: 3, yM: 5 }).edit).job;
  made = job;
  return job;
}

describe('the runbook of a plan', () => {
  test('each step comes after all that it waits for; keys are their own', () => {
    const { steps, problems } = runbookOf(larger());
    expect(problems).toEqual([]);
    expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
    steps.forEach((s, i) => {
      for (const k of s.after) expect(steps.findIndex((o) => o.key === k)).toBeLessThan(i);
      for (const c of s.cautions) expect(cautions[c]).toBeTruthy();
      expect(s.hands.min).toBeGreaterThan(0);
    });
  });

  test('the order of hands that saves the visit', () => {
    const { steps } = runbookOf(larger());
    const at = (key: string) => steps.findIndex((s) => s.key === key);
    const unit = larger().units.find((u) => u.kitId === 'kit-small');
    const order = ['bench', 'ready', 'pair', 'firmware', 'carry', 'check'].map((k) => at(`${k}.${unit?.id}`));
    expect(order.every((v, i) => v >= 0 && v > (order[i - 1] ?? -1))).toBe(true);
    expect(at('modem')).toBe(0);
    expect(steps.at(-1)?.key).toBe('walk');
    const ready = steps[at(`ready.${unit?.id}`)];
    expect(ready?.after).toContain('rejoin');
    expect(steps[at(`pair.${unit?.id}`)]).toMatchObject({
      windowS: 120,
      holdPoint: { light: { means: 'joined, good link' } },
    });
  });

  test('every kind of unit and every medium of the catalogue has its steps', () => {
    const job = demo;
    const kinds = new Set<string>();
    for (const product of job.kits) {
      if (product.radios.length === 0 && !['switch', 'injector', 'converter'].includes(product.kind))
        continue;
      const unit = makeRecord({
        ...get(job, 'unit', 'unit-b'),
        id: 'unit-x',
        letter: 'X',
        kitId: product.id,
        mount: 'wall',
      });
      const { steps } = runbookOf(applyEdit(job, putOne('x', unit)).job);
      expect(steps.filter((s) => s.unitId === 'unit-x').length).toBeGreaterThan(0);
      kinds.add(product.kind);
    }
    expect([...kinds].sort()).toEqual(
      productKinds
        .filter((k) =>
          [
            'main',
            'node',
            'plug-in',
            'outdoor',
            'access-point',
            'plate',
            'extender',
            'router',
            'powerline',
            'switch',
            'injector',
            'converter',
          ].includes(k),
        )
        .sort(),
    );
    const link = get(job, 'link', 'link-unit-b');
    const media = {
      // to another building: sealed entries, and protectors where it is copper
      ethernet: ['cable', 'entry', 'surge', 'label'],
      fibre: ['cable', 'entry', 'label'],
      coax: ['adapters', 'label'],
      powerline: ['couple', 'adapters', 'label'],
      wireless: [],
    } as const;
    const outlets = job.services.filter((s) => s.kind === 'coax' || s.kind === 'socket');
    for (const [medium, keys] of Object.entries(media)) {
      const between = medium === 'coax' || medium === 'powerline';
      const changed = makeRecord({
        ...link,
        medium: medium as keyof typeof media,
        radio: medium === 'wireless' ? 'shared' : null,
        band: medium === 'wireless' ? '5' : null,
        category: medium === 'ethernet' ? 'cat6' : null,
        fromServiceId: between ? (outlets[0]?.id ?? null) : null,
        toServiceId: between ? (outlets[1]?.id ?? null) : null,
        adapterKitId:
          medium === 'coax' ? 'kit-coax-adapter' : medium === 'powerline' ? 'kit-mains-pair' : null,
      });
      const { steps } = runbookOf(applyEdit(job, putOne('x', changed)).job);
      expect(steps.filter((s) => s.linkId === link.id).map((s) => s.key.split('.')[0])).toEqual(keys);
      expect(steps.some((s) => s.key === 'filter')).toBe(medium === 'coax');
    }
  });

  test('pairing keeps clear of any other unit’s update and of other pairings', () => {
    const { steps } = runbookOf(larger());
    const live = liveRunbook(larger(), 2, t0);
    const pairs = steps.filter((s) => s.key.startsWith('pair.'));
    expect(pairs.length).toBeGreaterThan(2);
    for (const a of live.steps)
      for (const b of live.steps)
        if (collide(a.step, b.step))
          expect(a.endMin <= b.startMin + 1e-9 || b.endMin <= a.startMin + 1e-9).toBe(true);
  });
});

describe('steps changed by hand', () => {
  const job = demo;
  const after = (...edits: ReturnType<typeof edit>[]) => runbookOf(applyEdit(job, putOne('x', ...edits)).job);
  const find = (r: ReturnType<typeof runbookOf>, key: string) => r.steps.find((s) => s.key === key);

  test('words and times, a step left out, a step of one’s own', () => {
    const r = after(
      edit('modem', { title: 'Ring the provider', handsMin: 9, waitMin: 0 }),
      edit('guest', { dropped: true }),
      edit('own-1', { own: true, title: 'Move the piano', handsMin: 12, after: ['modem'] }),
    );
    expect(find(r, 'modem')).toMatchObject({
      title: 'Ring the provider',
      hands: { min: 9 },
      wait: null,
      edited: true,
    });
    expect(find(r, 'guest')).toBeUndefined();
    expect(find(r, 'own-1')).toMatchObject({ title: 'Move the piano', after: ['modem'] });
    expect(find(r, 'walk')?.after).toContain('own-1');
    expect(r.problems).toEqual([]);
  });
  test('what waited for a step left out waits for what it waited for', () => {
    const r = after(edit('names', { dropped: true }));
    expect(find(r, 'rejoin')?.after).toEqual(['main']);
  });
  test('a circle is told and not followed; so is a step that is not there', () => {
    const r = after(edit('modem', { after: ['rejoin', 'moon'] }));
    expect(r.problems).toEqual([
      '“Restart the modem” after “Connect the phone to the new network” would be circular: ignored.',
      '“Restart the modem” waits for step moon, which is not in the plan: ignored.',
    ]);
    expect(find(r, 'modem')?.after).toEqual([]);
  });
  test('a unit that leaves the plan while its step runs: told, and nothing waits for it', () => {
    const begun = withRuns(job, run('pair.unit-b', { startedAt: iso(0) }));
    const gone = applyEdit(begun, {
      label: 'x',
      put: [{ ...get(job, 'unit', 'unit-b'), planned: false }],
      remove: ['link-unit-b'],
    }).job;
    const r = runbookOf(gone);
    expect(r.problems[0]).toMatch(/pair\.unit-b was in progress/);
    expect(r.steps.some((s) => s.unitId === 'unit-b')).toBe(false);
    expect(liveRunbook(gone, 1, t0).finishMin).toBeGreaterThan(0);
  });
});

describe('live', () => {
  const job = larger();

  test('nothing done yet: the first step is next, the finish lies within its range', () => {
    const live = liveRunbook(job, 1, t0);
    expect(live.next.length).toBe(1);
    expect(live.earlyMin).toBeLessThanOrEqual(live.finishMin);
    expect(live.lateMin).toBeGreaterThan(live.finishMin);
    expect(live.schedule.finishMin - live.schedule.boundMin).toBeLessThan(0.03 * live.finishMin);
    expect(liveRunbook(job, 1, t0)).toEqual(live);
    expect(liveRunbook(job, 2, t0).finishMin).toBeLessThan(live.finishMin);
  });

  test('real durations move the finish; what is done stays as it was', () => {
    const slow = withRuns(job, run('modem', { startedAt: iso(0), handsFreeAt: iso(1), doneAt: iso(30) }));
    const live = liveRunbook(slow, 1, t0 + 30 * 60_000);
    expect(live.steps.find((s) => s.step.key === 'modem')).toMatchObject({
      state: 'done',
      startMin: 0,
      endMin: 30,
    });
    const cables = live.steps.filter((s) => s.step.kind === 'cable');
    expect(cables.every((s) => s.startMin >= 30)).toBe(true);
    expect(live.finishMin).toBeGreaterThan(liveRunbook(job, 1, t0).finishMin);
  });

  test('states: hands, waiting, ready, blocked, held, skipped', () => {
    const b = job.units.find((u) => u.kitId === 'kit-node' && u.id !== 'unit-b')?.id ?? '';
    const c = job.units.find((u) => u.kitId === 'kit-small')?.id ?? '';
    const done = (key: string) => run(key, { startedAt: iso(0), doneAt: iso(1) });
    const now = withRuns(
      job,
      ...[
        'modem',
        'main',
        'names',
        'rejoin',
        `bench.${b}`,
        `ready.${b}`,
        `pair.${b}`,
        `bench.${c}`,
        `ready.${c}`,
      ].map(done),
      run(`firmware.${b}`, { startedAt: iso(2), handsFreeAt: iso(2.5) }),
      run('guest', { skipped: 'no guests wanted', changedAt: iso(3) }),
      run('devices', { startedAt: iso(3) }),
    );
    const live = liveRunbook(now, 1, t0 + 3 * 60_000);
    const state = (key: string) => live.steps.find((s) => s.step.key === key);
    expect(state(`firmware.${b}`)?.state).toBe('waiting');
    expect(state('guest')?.state).toBe('skipped');
    expect(state('devices')?.state).toBe('hands');
    expect(state('walk')?.state).toBe('blocked');
    // B is updating: pairing C now would fail
    expect(state(`pair.${c}`)).toMatchObject({
      state: 'held',
      waitsFor: [expect.stringContaining('firmware')],
    });
    expect(state(`name.${b}`)?.state).toBe('ready');
    expect(live.next).toEqual(['devices']);
  });

  test('what is next: the step at hand first, then what can begin soonest; two for a pair', () => {
    const now = withRuns(
      job,
      run('modem', { startedAt: iso(0), doneAt: iso(3) }),
      run('main', { startedAt: iso(3) }),
    );
    const alone = liveRunbook(now, 1, t0 + 4 * 60_000);
    expect(alone.next).toEqual(['main']);
    const pair = liveRunbook(now, 2, t0 + 4 * 60_000);
    expect(pair.next[0]).toBe('main');
    expect(pair.next).toHaveLength(2);
    const second = pair.steps.find((s) => s.step.key === pair.next[1]);
    expect(second?.state).toBe('ready');
    const soonest = Math.min(...pair.steps.filter((s) => s.state === 'ready').map((s) => s.startMin));
    expect(second?.startMin).toBe(soonest);
  });

  test('between the early and the late finish lie four in five of the drawn cases; with surer times they are nearer', () => {
    const live = liveRunbook(job, 1, t0);
    const wide = live.lateMin - live.earlyMin;
    expect(wide).toBeGreaterThan(0.05 * live.finishMin);
    expect(wide).toBeLessThan(0.6 * live.finishMin);
    // half of the steps done: less is uncertain
    const half = live.steps
      .slice(0, Math.floor(live.steps.length / 2))
      .map((s, i) => run(s.step.key, { startedAt: iso(i), doneAt: iso(i + 1) }));
    const later = liveRunbook(withRuns(job, ...half), 1, t0 + 60 * 60_000);
    expect(later.lateMin - later.earlyMin).toBeLessThan(wide);
    expect(later.doneCount).toBe(half.length);
  });

  test('a clock that was put back does not undo what was noted', () => {
    const now = withRuns(job, run('modem', { startedAt: iso(0), doneAt: iso(10) }));
    const live = liveRunbook(now, 1, t0 - 3_600_000);
    expect(live.nowMin).toBe(10);
    expect(live.steps.every((s) => s.endMin >= s.startMin && s.startMin >= 0)).toBe(true);
  });
});
