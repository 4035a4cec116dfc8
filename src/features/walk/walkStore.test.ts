/** What a phone keeps and sends, with the network taken away and given back. */
import 'fake-indexeddb/auto';
import { demos } from '@/testing/demoJobs';
import type { StepRun } from '@/core/job/records';
import type { StepWord } from './walkKept';
import { runsAt } from './walkRuns';
import { makeWalkStore } from './walkStore';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const records = [...job.byId.values()];

/** A phone's storage, and a server that remembers what it was sent. */
const kept = new Map<string, string>();
let isReached = true;
let closed = false;
let sent: { id: string }[][] = [];
let taken = new Set<string>();
let refuse: Record<string, string> = {};
let gate = Promise.resolve();
let steps: Pick<StepWord, 'id' | 'run' | 'base'>[] = [];
const json = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });
beforeAll(() => {
  Object.assign(globalThis, {
    localStorage: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => kept.set(k, v),
      removeItem: (k: string) => kept.delete(k),
    },
    window: { addEventListener: () => undefined, removeEventListener: () => undefined },
    document: {
      visibilityState: 'visible',
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    },
    fetch: (url: string, options?: { body?: string | null }) => {
      if (!isReached) return Promise.reject(new TypeError('no network'));
      if (closed)
        return Promise.resolve(json(404, { error: { message: 'This code is not open.', problems: [] } }));
      if (url.endsWith('/runs')) {
        const { runs } = JSON.parse(options?.body ?? '{}') as { runs: { id: string }[] };
        sent.push(runs);
        return Promise.resolve(
          json(200, {
            received: runs.map(({ id }) => {
              const why = refuse[id];
              if (why) return { id, state: 'refused', message: why };
              const known = taken.has(id);
              taken.add(id);
              return { id, state: known ? 'known' : 'taken' };
            }),
          }),
        );
      }
      if (url.endsWith('/steps')) {
        const { words } = JSON.parse(options?.body ?? '{}') as { words: typeof steps };
        steps.push(...words);
        const received = words.map(({ id, run }) => ({ id, stepKey: run.stepKey, state: 'taken' }));
        return gate.then(() => json(200, { received }));
      }
      return Promise.resolve(json(200, { records, revision: 1 }));
    },
  });
});
beforeEach(() => {
  kept.clear();
  isReached = true;
  closed = false;
  sent = [];
  taken = new Set();
  refuse = {};
  steps = [];
});

async function walk() {
  const store = makeWalkStore('ABCDEF');
  const stop = store.getState().start();
  await new Promise((done) => setTimeout(done, 20));
  store.getState().go('spot-3');
  return { store, stop };
}
const settled = () => new Promise((done) => setTimeout(done, 20));

const afterWork = { phase: 'after', roundId: null } as const;

test('out of reach runs are kept over a reload, and sent once when back', async () => {
  const first = await walk();
  isReached = false;
  first.store.getState().note({ connected: false });
  first.store.getState().note({ connected: true, downMbps: 40, upMbps: 9 });
  await settled();
  expect(first.store.getState().link).toBe('offline');
  first.stop();
  const { store, stop } = await walk();
  expect(store.getState().job?.info.name).toBe('Quay House');
  expect(store.getState().waiting.runs).toHaveLength(2);
  expect(runsAt(store.getState(), 'spot-3', afterWork).map((r) => r.connected)).toEqual([false, true]);
  isReached = true;
  await store.getState().flush();
  await store.getState().flush();
  expect(sent.flat()).toHaveLength(2);
  expect(new Set(sent.flat().map((r) => r.id)).size).toBe(2);
  expect(store.getState().waiting.runs).toEqual([]);
  stop();
});

test('two flushes at once send nothing twice', async () => {
  const { store, stop } = await walk();
  isReached = false;
  store.getState().note({ connected: false });
  await settled();
  isReached = true;
  await Promise.all([store.getState().flush(), store.getState().flush()]);
  expect(sent).toHaveLength(1);
  stop();
});

test('a run that is refused stays on the phone with why, until it is dropped', async () => {
  const { store, stop } = await walk();
  isReached = false;
  store.getState().note({ connected: false });
  const id = store.getState().waiting.runs[0]?.id ?? '';
  refuse = { [id]: 'There is no spot any more.' };
  isReached = true;
  await settled();
  await store.getState().flush();
  expect(store.getState().waiting).toMatchObject({
    runs: [],
    refused: [{ message: 'There is no spot any more.' }],
  });
  store.getState().dropRefused(id);
  expect(store.getState().waiting.refused).toEqual([]);
  stop();
});

test('closed under way: nothing is sent, nothing is lost', async () => {
  const { store, stop } = await walk();
  closed = true;
  store.getState().note({ connected: false });
  await settled();
  expect(store.getState()).toMatchObject({ link: 'closed', problem: 'This code is not open.' });
  expect(store.getState().waiting.runs).toHaveLength(1);
  await store.getState().flush();
  expect(sent).toEqual([]);
  stop();
});

test('a phone without room says so, and sends what the page holds', async () => {
  const { store, stop } = await walk();
  const setItem = localStorage.setItem.bind(localStorage);
  localStorage.setItem = () => {
    throw new DOMException('full', 'QuotaExceededError');
  };
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  isReached = false;
  store.getState().note({ connected: true, downMbps: 44, upMbps: 5 });
  expect(store.getState().problem).toContain('is full');
  expect(store.getState().waiting.runs).toHaveLength(1);
  await store.getState().flush();
  isReached = true;
  await store.getState().flush();
  expect(sent.flat()).toHaveLength(1);
  localStorage.setItem = setItem;
  jest.restoreAllMocks();
  stop();
});

test('what can’t be read any more is set aside, not thrown away', async () => {
  kept.set('nestle-walk-waiting:quay-house', '{"runs": 7}');
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const { store, stop } = await walk();
  expect(store.getState().waiting.runs).toEqual([]);
  expect(kept.get('nestle-walk-waiting:quay-house:unread')).toBe('{"runs": 7}');
  expect(quiet).toHaveBeenCalled();
  quiet.mockRestore();
  stop();
});

test('a refused run can be sent again', async () => {
  const { store, stop } = await walk();
  isReached = false;
  store.getState().note({ connected: false });
  const id = store.getState().waiting.runs[0]?.id ?? '';
  refuse = { [id]: 'Not now.' };
  isReached = true;
  await settled();
  await store.getState().flush();
  expect(store.getState().waiting.refused).toHaveLength(1);
  refuse = {};
  store.getState().sendAgain(id);
  await settled();
  expect(store.getState().waiting).toMatchObject({ runs: [], refused: [] });
  expect(taken.has(id)).toBe(true);
  stop();
});

test('what was chosen is there again after a reload; what the stage asks for comes before it', async () => {
  const first = await walk();
  first.store.getState().set({ phase: 'before', measures: 'street', simulated: false });
  first.store.getState().go('spot-9');
  first.stop();
  const again = makeWalkStore('ABCDEF');
  const stop = again.getState().start();
  await settled();
  expect(again.getState()).toMatchObject({
    spotId: 'spot-9',
    phase: 'before',
    measures: 'street',
    simulated: false,
    deviceId: 'dev-phone',
  });
  stop();
  const asked = makeWalkStore('ABCDEF');
  const end = asked.getState().start('after');
  await settled();
  expect(asked.getState().phase).toBe('after');
  end();
});

test('a test is under way from the press on, and a second press starts no second one', async () => {
  const { store, stop } = await walk();
  isReached = false;
  const tests = [store.getState().test(), store.getState().test()];
  expect(store.getState().testing).toMatchObject({ step: 'waiting', run: 1 });
  await Promise.all(tests);
  expect(store.getState()).toMatchObject({ testing: null, brokenOffIn: 'waiting' });
  stop();
});

test('nothing is sent beside a test, all of it after', async () => {
  const { store, stop } = await walk();
  store.getState().set({ testing: { step: 'down', ahead: 0, missing: 0, mbps: 9, run: 1, of: 5 } });
  store.getState().note({ connected: true, downMbps: 44, upMbps: 5 });
  await settled();
  expect(sent).toEqual([]);
  store.getState().set({ testing: { step: 'waiting', ahead: 0, missing: 0, mbps: null, run: 2, of: 5 } });
  await store.getState().flush();
  expect(sent.flat()).toHaveLength(1);
  stop();
});

test('the walk begins at a spot that still wants runs', async () => {
  const { store, stop } = await walk();
  const { order } = store.getState();
  expect(order).toHaveLength(job.spots.length);
  expect(store.getState()).toMatchObject({ phase: 'after', simulated: true, deviceId: 'dev-phone' });
  stop();
});

test('opened from a stage it takes that stage’s phase, whatever the readings suggest', async () => {
  for (const phase of ['before', 'after'] as const) {
    const store = makeWalkStore('ABC234');
    const stop = store.getState().start(phase);
    await settled();
    expect(store.getState().phase).toBe(phase);
    stop();
  }
});

test('a word on a step that was under way already is the next one’s base; one that never left is replaced', async () => {
  const { store, stop } = await walk();
  const begun: StepRun = {
    ...{ type: 'stepRun', id: 'run-modem', stepKey: 'modem', startedAt: '2026-11-20T10:00:00.000Z' },
    ...{ handsFreeAt: null, doneAt: null, skipped: null, windowAt: null, by: 'Ben', note: '' },
    ...{ photos: [], read: [], ticks: [], shown: null, changedAt: '2026-11-20T10:00:00.000Z' },
  };
  const free = { ...begun, handsFreeAt: '2026-11-20T10:00:01.000Z', changedAt: '2026-11-20T10:00:01.000Z' };
  const had = store.getState().job?.stepRuns.find((r) => r.stepKey === 'modem') ?? null;
  let open: () => void = () => undefined;
  gate = new Promise((done) => (open = done));
  store.getState().addStep(begun);
  await settled();
  store.getState().addStep(free);
  open();
  await settled();
  await store.getState().flush();
  expect(steps.map(({ run, base }) => [run.handsFreeAt, base?.startedAt ?? null])).toEqual([
    [null, had?.startedAt ?? null],
    [free.handsFreeAt, begun.startedAt],
  ]);
  expect(steps.every((w) => !('tried' in w))).toBe(true);
  isReached = false;
  store.getState().addStep({ ...free, note: 'one' });
  store.getState().addStep({ ...free, note: 'two' });
  expect(store.getState().waiting.steps).toHaveLength(1);
  isReached = true;
  stop();
});
