import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { quayHouse } from '@/../demo/make/quayHouse';
import { putOne } from '@/core/job/edits';
import { get, jobFromRecords } from '@/core/job/job';
import { changesOf } from '@/core/sync/changes';
import { openDatabase } from '@/server/database';
import { trouble } from '@/server/dataTrouble';
import { editJob, editRequestSchema, editsSince, historyFor, knownEdits, loggedEdit } from '@/server/editLog';
import { insertJob, loadJob } from '@/server/jobs';
import { handle, readJson } from '@/server/http';
import { aPhoneRun } from '@/server/sharing/aPhoneRun';
import { receiveRuns } from '@/server/sharing/phoneReadings';
import { jobServer, type SentJob } from './jobServer';
import { makeJobStore } from './jobStore';
import { browserOutbox } from './outbox';

const toasts: string[] = [];
jest.mock('sonner', () => {
  const say = (text: string) => toasts.push(text);
  return { toast: Object.assign(say, { error: say }) };
});

const id = 'quay-house';
const now = '2026-11-20T10:05:00.000Z';
const spot = (job: ReturnType<typeof jobFromRecords>, n = 1) => get(job, 'spot', `spot-${n}`);
let n = 0;

/** A real database behind a stand-in for the network that can be cut, lose answers, or meet a fault. */
function world() {
  const db = openDatabase(':memory:');
  insertJob(db, jobFromRecords(quayHouse()), '2026-11-20T10:00:00.000Z');
  /** Names of windows that are open. */
  const taken = new Set<string>();
  const state = {
    cut: false,
    loseAnswers: 0,
    full: false,
    faultOn: '',
    slowLoads: 0,
    requests: 0,
    waits: 0,
    waitMs: 2,
  };
  const stored = (): SentJob => {
    const { job, ...rest } = loadJob(db, id);
    return { records: [...job.byId.values()], ...rest };
  };
  const route = async (path: string, request: Request): Promise<Response> => {
    const url = new URL(request.url);
    if (path === '/edits' && request.method === 'POST') {
      const body = await readJson(request, editRequestSchema);
      if (state.full) throw trouble('full');
      if (state.faultOn && body.edit.label.includes(state.faultOn)) throw new Error('a fault');
      const answer = editJob(db, id, body, now);
      if (state.loseAnswers > 0) {
        state.loseAnswers--;
        throw new TypeError('socket hang up');
      }
      return Response.json(answer);
    }
    if (path === '/edits')
      return Response.json(
        editsSince(db, id, {
          incarnation: url.searchParams.get('incarnation') ?? '',
          revision: Number(url.searchParams.get('since')),
        }),
      );
    if (path === '/edits/known')
      return Response.json({ known: knownEdits(db, id, JSON.parse(await request.text()).ids) });
    if (path === '/history') return Response.json(historyFor(db, id, url.searchParams.get('author') ?? ''));
    if (path.startsWith('/edits/')) return Response.json(loggedEdit(db, id, path.slice('/edits/'.length)));
    const whole = Response.json(stored());
    // others go on while a job is fetched
    for (let i = 0; i < state.slowLoads; i++) await new Promise((done) => setTimeout(done, 5));
    return whole;
  };
  global.fetch = async (url, init) => {
    state.requests++;
    if (state.cut) throw new TypeError('fetch failed');
    const request = new Request(
      `http://127.0.0.1${typeof url === 'string' ? url : url instanceof URL ? url.pathname : url.url}`,
      {
        method: init?.method ?? 'GET',
        body: init?.body ?? null,
      },
    );
    const path = new URL(request.url).pathname.slice(`/api/jobs/${id}`.length);
    const lost: TypeError[] = [];
    const answer = await handle(() =>
      route(path, request).catch((error: unknown) => {
        if (error instanceof TypeError) lost.push(error);
        throw error;
      }),
    );
    if (lost[0]) throw lost[0];
    return answer;
  };
  /** A window; with `seat` the one that is opened after another was closed. */
  const open = (seat = `w-${n++}`) => {
    const store = makeJobStore(stored(), {
      server: jobServer(id),
      outbox: browserOutbox(),
      seat: () => Promise.resolve(seat),
      isTaken: (name) => Promise.resolve(taken.has(name)),
      newId: () => `e-${n++}`,
      announce: () => undefined,
      wait: async () => {
        state.waits++;
        await new Promise((done) => setTimeout(done, state.waitMs).unref());
      },
    });
    taken.add(seat);
    store.getState().start();
    return store;
  };
  return { db, state, open, taken };
}
type Store = ReturnType<ReturnType<typeof world>['open']>;
const rename = (store: Store, name: string, number = 1) =>
  store.getState().commit(putOne(`Rename to ${name}`, { ...spot(store.getState().job, number), name }));
const until = async (done: () => boolean) => {
  for (let i = 0; i < 400 && !done(); i++) await new Promise((next) => setTimeout(next, 5));
  expect(done()).toBe(true);
};

beforeEach(() => {
  // what windows of the test before still write is theirs
  global.indexedDB = new IDBFactory();
  toasts.length = 0;
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => jest.restoreAllMocks());

test('an edit shows at once, is called saved only when it is, and is saved', async () => {
  const { db, open } = world();
  const store = open();
  expect(rename(store, 'One')).toBe(true);
  expect(spot(store.getState().job).name).toBe('One');
  expect(store.getState().save.kind).toBe('saving');
  expect(loadJob(db, id).revision).toBe(0);
  await store.getState().settled();
  expect(store.getState()).toMatchObject({ revision: 1, save: { kind: 'saved' } });
  expect(store.getState().history.undo.map((u) => u.label)).toEqual(['Rename to One']);
  expect(spot(loadJob(db, id).job).name).toBe('One');
});

test('edits made while one is on its way go after it, in order', async () => {
  const { db, open } = world();
  const store = open();
  for (const name of ['A', 'B', 'C', 'D']) rename(store, name);
  await store.getState().settled();
  expect(loadJob(db, id)).toMatchObject({ revision: 4 });
  expect(spot(loadJob(db, id).job).name).toBe('D');
});

test('six steps whose first answer is lost are six steps', async () => {
  const { db, state, open } = world();
  const store = open();
  state.loseAnswers = 1;
  for (let i = 1; i <= 6; i++) rename(store, `Step ${i}`, i);
  await store.getState().settled();
  const { job, revision } = loadJob(db, id);
  expect(revision).toBe(6);
  for (let i = 1; i <= 6; i++) expect(spot(job, i).name).toBe(`Step ${i}`);
  expect(store.getState().save.kind).toBe('saved');
});

test('undo after an edit that is still on its way undoes that edit', async () => {
  const { open } = world();
  const store = open();
  const before = spot(store.getState().job).name;
  rename(store, 'Gone soon');
  store.getState().undo();
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe(before);
  store.getState().redo();
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe('Gone soon');
});

test('what two windows change of different records and fields is merged; the same field waits for a choice', async () => {
  const { db, open } = world();
  const [store, second] = [open(), open()];
  rename(second, 'First come');
  await second.getState().settled();
  rename(store, 'Late');
  rename(store, 'Elsewhere', 2);
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe('First come');
  expect(spot(loadJob(db, id).job, 2).name).toBe('Elsewhere');
  const [clash] = store.getState().clashes;
  expect(clash).toMatchObject({ field: 'name', mine: 'Late', theirs: 'First come' });
  store.getState().choose(clash?.id ?? '', 'mine');
  await store.getState().settled();
  expect(spot(loadJob(db, id).job).name).toBe('Late');
  expect(store.getState().clashes).toEqual([]);
});

test('an edit made while the job is fetched again is on screen and in the database', async () => {
  const { db, state, open } = world();
  const store = open();
  await store.getState().settled();
  state.slowLoads = 10;
  // another life of the job, as after a restore: the whole of it is fetched
  db.prepare(`UPDATE job_head SET incarnation = 'another'`).run();
  const looked = store.getState().look();
  await new Promise((done) => setTimeout(done, 10));
  rename(store, 'While fetching');
  await looked;
  await store.getState().settled();
  expect(spot(store.getState().job).name).toBe('While fetching');
  expect(spot(loadJob(db, id).job).name).toBe('While fetching');
});

test('an edit that the server fails on is set aside with its reason, and the others go on', async () => {
  const { db, state, open } = world();
  const store = open();
  state.faultOn = 'Bad';
  rename(store, 'Bad', 1);
  rename(store, 'Good', 2);
  await store.getState().settled();
  expect(spot(loadJob(db, id).job, 2).name).toBe('Good');
  const [aside] = store.getState().aside;
  expect(aside).toMatchObject({
    label: 'Rename to Bad',
    reason: expect.stringContaining('fault of the program'),
  });
  state.faultOn = '';
  store.getState().retry(aside?.id ?? '');
  await store.getState().settled();
  expect(spot(loadJob(db, id).job).name).toBe('Bad');
  expect(store.getState().aside).toEqual([]);
});

test('a full disk is said in its own words, nothing is dropped, and all is stored when there is room', async () => {
  const { db, state, open } = world();
  const store = open();
  await store.getState().settled();
  state.full = true;
  rename(store, 'Patient');
  await until(() => store.getState().save.kind === 'failed');
  expect(store.getState().save).toMatchObject({
    message: expect.stringContaining('disk'),
    waiting: 1,
    kept: true,
  });
  await until(() => state.waits > 5);
  state.full = false;
  await store.getState().settled();
  expect(spot(loadJob(db, id).job).name).toBe('Patient');
  expect(store.getState().aside).toEqual([]);
});

test('a window that is closed with unsent steps finds them when it is opened again, and none is stored twice', async () => {
  const { db, state, open } = world();
  const store = open('w-closed');
  await store.getState().settled();
  state.loseAnswers = 1;
  rename(store, 'Stored, answer lost');
  await until(() => loadJob(db, id).revision === 1);
  state.cut = true;
  rename(store, 'Never sent', 2);
  await until(() => store.getState().save.kind === 'failed');
  store.getState().stop();
  state.cut = false;
  const again = open('w-closed');
  const said: string[] = [];
  again.subscribe(({ save, job }) => {
    if (spot(job, 2).name === 'Never sent' && loadJob(db, id).revision < 2) said.push(save.kind);
  });
  await until(() => loadJob(db, id).revision === 2);
  await again.getState().settled();
  expect(spot(loadJob(db, id).job, 2).name).toBe('Never sent');
  // at no moment is it called saved before it is
  expect(said.length).toBeGreaterThan(0);
  expect(said).not.toContain('saved');
  expect(again.getState().history.undo.map((u) => u.label)).toEqual([
    'Rename to Stored, answer lost',
    'Rename to Never sent',
  ]);
  again.getState().undo();
  again.getState().undo();
  await again.getState().settled();
  expect(spot(loadJob(db, id).job).name).toBe(spot(jobFromRecords(quayHouse())).name);
});

test('what a window left that was just closing is taken over once its name is free', async () => {
  const { db, state, open, taken } = world();
  const closing = open('w-closing');
  await closing.getState().settled();
  state.cut = true;
  rename(closing, 'Left behind', 3);
  await until(() => closing.getState().save.kind === 'failed');
  closing.getState().stop();
  state.cut = false;
  const next = open('w-next');
  await next.getState().settled();
  expect(spot(loadJob(db, id).job, 3).name).not.toBe('Left behind');
  taken.delete('w-closing');
  await until(() => spot(loadJob(db, id).job, 3).name === 'Left behind');
  expect(spot(next.getState().job, 3).name).toBe('Left behind');
});

test('a phone’s run arrives while a window works: both stay, and undo takes only the window’s', async () => {
  const { db, open } = world();
  const store = open();
  rename(store, 'By the window');
  await store.getState().settled();
  const run = aPhoneRun('rd-w-1', { spotId: 'spot-2' });
  expect(receiveRuns(db, id, [run], now)[0]?.state).toBe('taken');
  await store.getState().look();
  store.getState().undo();
  await store.getState().settled();
  const { job } = loadJob(db, id);
  expect(job.byId.has('rd-w-1')).toBe(true);
  expect(spot(job).name).toBe(spot(jobFromRecords(quayHouse())).name);
  expect(store.getState().history.redo.map((r) => r.label)).toEqual(['Rename to By the window']);
});

test('an edit that breaks the job is not applied here and not sent', async () => {
  const { state, open } = world();
  const store = open();
  await store.getState().settled();
  const { requests } = state;
  const ok = store.getState().commit({ label: 'x', put: [], remove: ['ground'] });
  expect(ok).toBe(false);
  expect(store.getState().job.byId.has('ground')).toBe(true);
  expect(state.requests).toBe(requests);
  expect(toasts).toHaveLength(1);
});

test('with the server away edits wait, stay on screen, and are saved when it is back', async () => {
  const { db, state, open } = world();
  const store = open();
  await store.getState().settled();
  state.cut = true;
  rename(store, 'Patient');
  rename(store, 'Also patient', 2);
  await until(() => store.getState().save.kind === 'failed');
  expect(store.getState().save).toMatchObject({
    message: expect.stringContaining('cannot be reached'),
    waiting: 2,
  });
  expect(spot(store.getState().job).name).toBe('Patient');
  state.cut = false;
  await store.getState().settled();
  expect(store.getState().save.kind).toBe('saved');
  expect(spot(loadJob(db, id).job).name).toBe('Patient');
  expect(spot(loadJob(db, id).job, 2).name).toBe('Also patient');
});

test('while the server is away, how many steps wait is told as it is', async () => {
  const { state, open } = world();
  const store = open();
  await store.getState().settled();
  state.cut = true;
  // it would try again in an hour: a new step is reason enough to try at once
  state.waitMs = 3_600_000;
  const looking = store.getState().look();
  await until(() => store.getState().save.kind === 'failed');
  expect(store.getState().save).toMatchObject({ waiting: 0 });
  for (const [name, waiting] of [
    ['First', 1],
    ['Second', 2],
  ] as const) {
    rename(store, name);
    await until(() => 'waiting' in store.getState().save && store.getState().save.kind === 'failed');
    await until(() => (store.getState().save as { waiting: number }).waiting === waiting);
    expect(store.getState().save).toMatchObject({ kind: 'failed', waiting, kept: true });
  }
  state.cut = false;
  rename(store, 'Third');
  await looking;
  await store.getState().settled();
  expect(store.getState().save.kind).toBe('saved');
});

test('an undo whose step is not held here is fetched from the log', async () => {
  const { db, open } = world();
  const store = open('w-log');
  rename(store, 'Old');
  await store.getState().settled();
  store.getState().stop();
  const { edit } = loggedEdit(db, id, store.getState().history.undo[0]?.id ?? '');
  expect(changesOf(jobFromRecords(quayHouse()), edit)).toHaveLength(1);
  const again = open('w-log');
  again.getState().undo();
  await until(() => loadJob(db, id).revision === 2);
  expect(spot(loadJob(db, id).job).name).toBe(spot(jobFromRecords(quayHouse())).name);
});

test('removing what is selected clears the selection', () => {
  const { open } = world();
  const store = open();
  store.getState().set({ selectedId: 'spot-1' });
  store.getState().commit({ label: 'Remove spot 1', put: [], remove: ['spot-1'] });
  expect(store.getState().selectedId).toBeNull();
});
