import { quayHouse } from '@/../demo/make/quayHouse';
import { putOne } from '@/core/job/edits';
import { get, jobFromRecords } from '@/core/job/job';
import { openDatabase } from '@/server/database';
import { editJob, editRequestSchema, insertJob, loadJob } from '@/server/jobs';
import { handle, readJson } from '@/server/http';
import { type InitialJob, makeJobStore } from './jobStore';

const toasts: string[] = [];
jest.mock('sonner', () => {
  const say = (text: string) => toasts.push(text);
  return { toast: Object.assign(say, { error: say }) };
});

const id = 'quay-house';
const spot = (job: ReturnType<typeof jobFromRecords>, n = 1) => get(job, 'spot', `spot-${n}`);

/** A real database behind a stand-in for the network that can be cut. */
function world() {
  const db = openDatabase(':memory:');
  insertJob(db, jobFromRecords(quayHouse()), '2026-11-20T10:00:00.000Z');
  const state = { cut: false, requests: 0 };
  const stored = (): InitialJob => {
    const { job, ...rest } = loadJob(db, id);
    return { records: [...job.byId.values()], ...rest };
  };
  global.fetch = async (url, init) => {
    state.requests++;
    if (state.cut) throw new TypeError('fetch failed');
    const request = new Request(`http://127.0.0.1${String(url)}`, {
      method: init?.method ?? 'GET',
      body: init?.body ?? null,
    });
    return String(url).endsWith('/edits')
      ? handle(async () =>
          Response.json(
            editJob(db, id, await readJson(request, editRequestSchema), '2026-11-20T10:05:00.000Z'),
          ),
        )
      : handle(() => Response.json(stored()));
  };
  return { db, state, store: makeJobStore(stored()), other: () => makeJobStore(stored()) };
}
const rename = (store: ReturnType<typeof makeJobStore>, name: string, n = 1) =>
  store.getState().commit(putOne(`Rename to ${name}`, { ...spot(store.getState().job, n), name }));

beforeEach(() => {
  toasts.length = 0;
});

test('an edit shows at once and is saved', async () => {
  const { db, store } = world();
  expect(rename(store, 'One')).toBe(true);
  expect(spot(store.getState().job).name).toBe('One');
  expect(store.getState().save.kind).toBe('saving');
  await store.getState().settled();
  expect(store.getState()).toMatchObject({ revision: 1, save: { kind: 'saved' } });
  expect(store.getState().history.undo.map((u) => u.label)).toEqual(['Rename to One']);
  expect(spot(loadJob(db, id).job).name).toBe('One');
});

test('edits made while one is on its way go after it, in order', async () => {
  const { db, store } = world();
  for (const name of ['A', 'B', 'C', 'D']) rename(store, name);
  await store.getState().settled();
  expect(loadJob(db, id)).toMatchObject({ revision: 4 });
  expect(spot(loadJob(db, id).job).name).toBe('D');
});

test('undo after an edit that is still on its way undoes that edit', async () => {
  const { store } = world();
  const before = spot(store.getState().job).name;
  rename(store, 'Gone soon');
  store.getState().undo();
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe(before);
  store.getState().redo();
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe('Gone soon');
});

test('an edit on an old revision rolls back, shows the newest, and says so', async () => {
  const { store, other } = world();
  const second = other();
  rename(second, 'First come');
  await second.getState().settled();
  rename(store, 'Late');
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe('First come');
  expect(store.getState()).toMatchObject({ revision: 1, save: { kind: 'saved' } });
  expect(toasts.join()).toContain('changed in another window');
});

test('an edit that breaks the job is not applied here and not sent', () => {
  const { state, store } = world();
  const ok = store.getState().commit({ label: 'x', put: [], remove: ['ground'] });
  expect(ok).toBe(false);
  expect(store.getState().job.byId.has('ground')).toBe(true);
  expect(state.requests).toBe(0);
  expect(toasts).toHaveLength(1);
});

test('with the server away edits wait, stay on screen, and are saved when it is back', async () => {
  const { db, state, store } = world();
  state.cut = true;
  rename(store, 'Patient');
  rename(store, 'Also patient', 2);
  await new Promise((done) => setTimeout(done, 50));
  expect(store.getState().save).toMatchObject({
    kind: 'failed',
    message: expect.stringContaining('can’t be reached'),
  });
  expect(spot(store.getState().job).name).toBe('Patient');
  state.cut = false;
  await store.getState().settled();
  expect(store.getState().save.kind).toBe('saved');
  expect(spot(loadJob(db, id).job).name).toBe('Patient');
  expect(spot(loadJob(db, id).job, 2).name).toBe('Also patient');
});

test('removing what is selected clears the selection', () => {
  const { store } = world();
  store.getState().set({ selectedId: 'spot-1' });
  store.getState().commit({ label: 'Remove spot 1', put: [], remove: ['spot-1'] });
  expect(store.getState().selectedId).toBeNull();
});
