import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '@/core/job/job';
import { openDatabase } from '@/server/database';
import { insertJob, loadJob } from '@/server/jobs';
import { jobServer } from '@/client/store/jobServer';
import { makeJobStore } from '@/client/store/jobStore';
import { dropUnit, takeUnit } from './dragUnit';

jest.mock('sonner', () => ({ toast: Object.assign(() => undefined, { error: () => undefined }) }));

/** A store whose edits go nowhere: the server never answers. */
function aStore() {
  global.fetch = () => new Promise(() => undefined);
  const db = openDatabase(':memory:');
  insertJob(db, jobFromRecords(quayHouse()), '2026-11-20T10:00:00.000Z');
  const { job, ...rest } = loadJob(db, 'quay-house');
  return makeJobStore(
    { records: [...job.byId.values()], ...rest },
    {
      server: jobServer('quay-house'),
      outbox: {
        seats: () => Promise.resolve([]),
        read: () => Promise.resolve(null),
        write: () => Promise.resolve(),
      },
      seat: () => Promise.resolve('w-1'),
      isTaken: () => Promise.resolve(false),
      newId: () => 'e-1',
      announce: () => undefined,
      wait: () => new Promise(() => undefined),
    },
  );
}
/** As much of a sheet and a page as is asked. */
const sheet = {
  getBoundingClientRect: () => ({ left: 100, top: 50, right: 500, bottom: 450 }),
} as unknown as HTMLElement;
const under = (storeyId: string | null) => {
  const element = { closest: () => (storeyId ? { getAttribute: () => storeyId } : null) };
  Object.assign(globalThis, { document: { elementFromPoint: () => element } });
};
const inside = { clientX: 200, clientY: 200 };
const outside = { clientX: 20, clientY: 200 };

test('over the sheet a unit goes along with the pointer, to the centimetre, and the job stays as it is', () => {
  const store = aStore();
  const unit = get(store.getState().job, 'unit', 'unit-b');
  takeUnit(store, unit, [1.23456, -0.5], inside, sheet);
  const { dragged, selectedId, dropStoreyId, job } = store.getState();
  expect(dragged).toMatchObject({
    id: unit.id,
    xM: Math.round((unit.xM + 1.23456) * 100) / 100,
    yM: Math.round((unit.yM - 0.5) * 100) / 100,
  });
  expect([selectedId, dropStoreyId]).toEqual([unit.id, null]);
  expect(get(job, 'unit', 'unit-b')).toBe(unit);
});

test('the same place again is no news', () => {
  const store = aStore();
  const unit = get(store.getState().job, 'unit', 'unit-b');
  takeUnit(store, unit, [1, 1], inside, sheet);
  const first = store.getState().dragged;
  takeUnit(store, unit, [1.001, 1], inside, sheet);
  expect(store.getState().dragged).toBe(first);
});

test('let go on the sheet it stays there, in one edit', () => {
  const store = aStore();
  const unit = get(store.getState().job, 'unit', 'unit-b');
  takeUnit(store, unit, [2, 1], inside, sheet);
  dropUnit(store, unit, true);
  expect(get(store.getState().job, 'unit', 'unit-b')).toMatchObject({
    xM: unit.xM + 2,
    yM: unit.yM + 1,
    storeyId: unit.storeyId,
  });
});

test('over a storey of the section it goes home and is dropped there; in another building in its middle', () => {
  const store = aStore();
  const unit = get(store.getState().job, 'unit', 'unit-b');
  under('attic');
  takeUnit(store, unit, [9, 9], outside, sheet);
  expect(store.getState()).toMatchObject({ dropStoreyId: 'attic', dragged: { xM: unit.xM, yM: unit.yM } });
  dropUnit(store, unit, true);
  const moved = get(store.getState().job, 'unit', 'unit-b');
  expect(moved).toMatchObject({ storeyId: 'attic', xM: 7, yM: 4.5 });
  expect(store.getState().storeyId).toBe('attic');
});

test('on its own storey of the section nothing happens; a found unit that is moved leaves its found self behind', () => {
  const store = aStore();
  const b = get(store.getState().job, 'unit', 'unit-b');
  under(b.storeyId);
  takeUnit(store, b, [9, 9], outside, sheet);
  dropUnit(store, b, true);
  expect(get(store.getState().job, 'unit', 'unit-b')).toEqual(b);
  const a = get(store.getState().job, 'unit', 'unit-a');
  takeUnit(store, a, [-1, 0], inside, sheet);
  dropUnit(store, a, true);
  const { job, selectedId } = store.getState();
  expect(get(job, 'unit', 'unit-a')).toMatchObject({ found: true, planned: false, xM: a.xM });
  expect(get(job, 'unit', selectedId ?? '')).toMatchObject({ letter: 'A', found: false, planned: true });
});
