/** Windows, phones and a server that answers late, twice or not at all: nobody's work is lost. */
import fc from 'fast-check';
import { jobFromRecords } from '@/core/job/job';
import { quayHouse } from '@/../demo/make/quayHouse';
import type { Edit } from '@/core/job/edits';
import type { AnyRecord } from '@/core/job/records';
import {
  adopted,
  caughtUp,
  chosen,
  commit,
  confirmed,
  editOf,
  openSync,
  refused,
  renewed,
  stepBack,
  type Sync,
} from '@/core/sync/sync';
import { openDatabase } from './database';
import { ConflictError, editJob, editsSince, knownEdits } from './editLog';
import { insertJob, loadJob } from './jobs';
import { receiveSteps } from './sharing/phoneSteps';
import { aPhoneRun } from './sharing/aPhoneRun';
import { receiveRuns } from './sharing/phoneReadings';

const small = () => jobFromRecords(quayHouse().filter((r) => r.type !== 'link'));
const jobId = small().info.id;
const now = '2026-11-20T10:00:00.000Z';

/** A window in front of a real database, with the same calls that the courier makes, one by one. */
function makeWindow(db: ReturnType<typeof openDatabase>, name: string) {
  let sync: Sync = openSync(loadJob(db, jobId));
  let n = 0;
  const fetchAll = () => {
    const { edits, savedAt } = editsSince(db, jobId, sync);
    const next = edits && caughtUp(sync, edits, savedAt);
    sync =
      next ??
      renewed(
        sync,
        loadJob(db, jobId),
        new Set(
          knownEdits(
            db,
            jobId,
            sync.queue.map((s) => s.id),
          ),
        ),
      );
  };
  return {
    name,
    get sync() {
      return sync;
    },
    do(edit: Edit) {
      try {
        sync = commit(sync, `${name}-${n++}`, edit);
        return true;
      } catch {
        return false;
      }
    },
    step(kind: 'undo' | 'redo') {
      try {
        sync = stepBack(sync, kind, `${name}-${n++}`)?.sync ?? sync;
      } catch {
        // others have built on it: it stays
      }
    },
    fetchAll,
    /** Sends the first step. `lost`: stored, but the answer never comes. */
    send(lost = false): void {
      const [step] = sync.queue;
      if (!step) return;
      const { incarnation, revision } = sync;
      try {
        const at = editJob(
          db,
          jobId,
          {
            id: step.id,
            author: name,
            kind: step.kind,
            of: step.of,
            incarnation,
            revision,
            edit: editOf(step),
          },
          now,
        );
        if (lost) return;
        const next = confirmed(sync, step.id, at);
        if (next) sync = next;
        else fetchAll();
      } catch (error) {
        if (!(error instanceof ConflictError)) throw error;
        fetchAll();
      }
    },
    refuse() {
      const [step] = sync.queue;
      if (step) sync = refused(sync, step.id, 'the server says no');
    },
    /** The tab is closed and opened again: only what was kept in the browser is left of it. */
    reopen() {
      const { queue, aside, clashes } = structuredClone({
        queue: sync.queue,
        aside: sync.aside,
        clashes: sync.clashes,
      });
      const known = new Set(
        knownEdits(
          db,
          jobId,
          queue.map((s) => s.id),
        ),
      );
      sync = adopted(openSync(loadJob(db, jobId)), { queue, aside, clashes }, known);
    },
    choose(whose: 'mine' | 'theirs') {
      const [clash] = sync.clashes;
      if (clash) sync = chosen(sync, clash.id, whose, `${name}-${n++}`);
    },
    drain() {
      for (let i = 0; i < 500 && sync.queue.length; i++) this.send();
      fetchAll();
    },
  };
}

const sorted = (records: Iterable<AnyRecord>) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));
const world = () => {
  const db = openDatabase(':memory:');
  insertJob(db, small(), now);
  return db;
};

const spotIds = ['spot-1', 'spot-2', 'spot-3'];
const editOn = (sync: Sync, who: string, kind: number, n: number): Edit | null => {
  const spot = sync.job.byId.get(spotIds[n % 3] ?? '');
  if (spot?.type !== 'spot') return null;
  switch (kind % 5) {
    case 0:
      return { label: `name ${who} ${n}`, put: [{ ...spot, name: `${who} ${n}` }], remove: [] };
    case 1:
      return { label: 'height', put: [{ ...spot, heightM: 1 + (n % 7) / 10 }], remove: [] };
    case 2: {
      const id = `spot-${20 + (n % 3)}`;
      if (sync.job.byId.has(id)) return null;
      return {
        label: `new ${id}`,
        put: [{ ...spot, id, number: 20 + (n % 3), name: `${who} new ${n}` }],
        remove: [],
      };
    }
    case 3: {
      const id = [20, 21, 22].map((i) => `spot-${i}`).find((i) => sync.job.byId.has(i));
      return id ? { label: `away ${id}`, put: [], remove: [id] } : null;
    }
    default: {
      const id = `run-modem`;
      const had = sync.job.byId.get(id);
      return {
        label: 'step',
        put: [
          had?.type === 'stepRun'
            ? { ...had, note: `${had.note}\n${who}${n}`.trim().slice(0, 300), changedAt: now }
            : {
                type: 'stepRun',
                id,
                stepKey: 'modem',
                startedAt: now,
                handsFreeAt: null,
                doneAt: null,
                skipped: null,
                windowAt: null,
                by: who,
                note: `${who}${n}`,
                photos: [],
                read: [],
                ticks: [],
                shown: null,
                changedAt: now,
              },
        ],
        remove: [],
      };
    }
  }
};

const action = fc.record({
  who: fc.nat(2),
  what: fc.constantFrom(
    'do',
    'do',
    'do',
    'send',
    'send',
    'lost',
    'fetch',
    'undo',
    'redo',
    'refuse',
    'reopen',
    'choose',
    'run',
    'step',
  ),
  kind: fc.nat(4),
  n: fc.nat(40),
});

test('whatever the order of windows, phones, lost answers, refusals and restarts: all agree at the end, and every step is somewhere', () => {
  fc.assert(
    fc.property(fc.array(action, { maxLength: 60 }), (actions) => {
      const db = world();
      const windows = ['a', 'b', 'c'].map((name) => makeWindow(db, name));
      const phoneRuns: string[] = [];
      const stepWords: string[] = [];
      /** Steps that their window took, by id: each must end stored, set aside, clashing or without effect. */
      const made = new Set<string>();
      const acknowledged = new Set<string>();
      for (const { who, what, kind, n } of actions) {
        const w = windows[who];
        if (!w) continue;
        if (what === 'do') {
          const edit = editOn(w.sync, w.name, kind, n);
          if (edit && w.do(edit)) made.add(w.sync.queue.at(-1)?.id ?? '');
        } else if (what === 'send') {
          const first = w.sync.queue[0]?.id;
          w.send();
          if (first && w.sync.queue[0]?.id !== first && knownEdits(db, jobId, [first]).length)
            acknowledged.add(first);
        } else if (what === 'lost') w.send(true);
        else if (what === 'fetch') w.fetchAll();
        else if (what === 'undo' || what === 'redo') w.step(what);
        else if (what === 'refuse') w.refuse();
        else if (what === 'reopen') w.reopen();
        else if (what === 'choose') w.choose(n % 2 ? 'mine' : 'theirs');
        else if (what === 'run') {
          const id = `rd-w-${n}`;
          receiveRuns(db, jobId, [phoneRun(id, spotIds[n % 3] ?? '')], now);
          phoneRuns.push(id);
        } else {
          const id = `word-${n}`;
          const run = phoneStep(`phone${n}`);
          receiveSteps(db, jobId, [{ id, run, base: null }], now);
          if (!stepWords.includes(id)) stepWords.push(id);
        }
      }
      for (let round = 0; round < 3; round++) for (const w of windows) w.drain();
      for (const w of windows) w.fetchAll();
      const stored = loadJob(db, jobId);
      for (const w of windows) {
        expect(w.sync.queue).toEqual([]);
        expect(w.sync.revision).toBe(stored.revision);
        expect(sorted(w.sync.job.byId.values())).toEqual(sorted(stored.job.byId.values()));
      }
      // what the process holds in memory is what the tables hold
      const tables = openedAnew(db);
      expect(sorted(stored.job.byId.values())).toEqual(sorted(tables));
      for (const id of acknowledged) expect(knownEdits(db, jobId, [id])).toEqual([id]);
      // every note of a step is there: nobody takes any away
      const note = stored.job.stepRuns.find((r) => r.stepKey === 'modem')?.note ?? '';
      expect(stored.job.stepRuns.filter((r) => r.stepKey === 'modem').length).toBeLessThanOrEqual(1);
      if (note.length < 250 && !actions.some((a) => ['undo', 'redo', 'refuse', 'choose'].includes(a.what)))
        for (const id of stepWords) expect(note).toContain(id.replace('word-', 'phone'));
      // undo of a window never takes a phone's run
      if (!actions.some((a) => a.what === 'do' && a.kind === 3))
        for (const id of phoneRuns) expect(stored.job.byId.has(id)).toBe(true);
      // no revision twice, none left out
      const revisions = db.prepare('SELECT revision FROM edits ORDER BY revision').pluck().all();
      expect(revisions).toEqual(revisions.map((_, i) => i + 1));
    }),
    { numRuns: Number(process.env.SYNC_RUNS ?? 40) },
  );
});

const openedAnew = (db: ReturnType<typeof openDatabase>): AnyRecord[] => {
  const copy = openDatabase(':memory:');
  insertJob(copy, loadJob(db, jobId).job, now);
  db.prepare(`UPDATE job_head SET incarnation = 'read anew' WHERE id = ?`).run(jobId);
  return [...loadJob(db, jobId).job.byId.values()];
};

const phoneRun = (id: string, spotId: string) => aPhoneRun(id, { spotId });
const phoneStep = (note: string) => ({
  type: 'stepRun' as const,
  id: 'anything',
  stepKey: 'modem',
  startedAt: null,
  handsFreeAt: null,
  doneAt: null,
  skipped: null,
  windowAt: null,
  by: '',
  note,
  photos: [],
  read: [],
  ticks: [],
  shown: null,
  changedAt: now,
});
const rename = (sync: Sync, name: string, id = 'spot-1'): Edit => {
  const spot = sync.job.byId.get(id);
  if (spot?.type !== 'spot') throw new Error(id);
  return { label: `Rename to ${name}`, put: [{ ...spot, name }], remove: [] };
};

test('an answer that was lost is not an edit that was lost, nor one that is stored twice', () => {
  const db = world();
  const a = makeWindow(db, 'a');
  for (let i = 0; i < 6; i++) a.do(rename(a.sync, `name ${i}`, `spot-${1 + i}`));
  a.send(true);
  a.drain();
  const { job, revision } = loadJob(db, jobId);
  expect(revision).toBe(6);
  for (let i = 0; i < 6; i++) expect(job.spots.find((s) => s.id === `spot-${1 + i}`)?.name).toBe(`name ${i}`);
});

test('fields that others changed stay theirs, other fields are merged, and a person chooses between both values', () => {
  const db = world();
  const [a, b] = [makeWindow(db, 'a'), makeWindow(db, 'b')];
  a.do(rename(a.sync, 'Theirs'));
  a.drain();
  const spot = b.sync.job.spots[0];
  if (!spot) throw new Error('no spot');
  b.do({ label: 'both', put: [{ ...spot, name: 'Mine', heightM: 1.7 }], remove: [] });
  b.drain();
  expect(loadJob(db, jobId).job.spots[0]).toMatchObject({ name: 'Theirs', heightM: 1.7 });
  expect(b.sync.clashes).toMatchObject([
    { recordId: 'spot-1', field: 'name', mine: 'Mine', theirs: 'Theirs', by: 'a' },
  ]);
  b.reopen();
  expect(b.sync.clashes).toHaveLength(1);
  b.choose('mine');
  b.drain();
  expect(loadJob(db, jobId).job.spots[0]).toMatchObject({ name: 'Mine', heightM: 1.7 });
});

test('two windows that make a record under one id have two records, and what refers to mine follows', () => {
  const db = world();
  const [a, b] = [makeWindow(db, 'a'), makeWindow(db, 'b')];
  const spot = a.sync.job.spots[0];
  if (!spot) throw new Error('no spot');
  const room = a.sync.job.rooms.find((r) => r.id === spot.roomId);
  if (!room) throw new Error('no space');
  const add = (name: string): Edit => ({
    label: 'new',
    put: [
      { ...room, id: 'room-99', name },
      { ...spot, id: 'spot-99', number: 99, roomId: 'room-99', name },
    ],
    remove: [],
  });
  a.do(add('of a'));
  b.do(add('of b'));
  b.do(rename(b.sync, 'b again', 'spot-99'));
  a.drain();
  b.drain();
  a.fetchAll();
  const { job } = loadJob(db, jobId);
  const made = job.spots.filter((s) => ['of a', 'b again'].includes(s.name));
  expect(made.map((s) => s.name)).toEqual(['of a', 'b again']);
  expect(new Set(made.map((s) => s.number)).size).toBe(2);
  expect(made.map((s) => job.rooms.find((r) => r.id === s.roomId)?.name)).toEqual(['of a', 'of b']);
});

test('walls that two windows draw at once both stand, and the rooms fit them', () => {
  const db = world();
  const [a, b] = [makeWindow(db, 'a'), makeWindow(db, 'b')];
  const wall = a.sync.job.walls.find((w) => Math.hypot(w.bx - w.ax, w.by - w.ay) > 3);
  if (!wall) throw new Error('no wall');
  const draw = (dx: number, id: string): Edit => ({
    label: 'wall',
    put: [{ ...wall, id, ax: wall.ax + dx, ay: wall.ay + 0.4, bx: wall.bx + dx, by: wall.by + 0.4 }],
    remove: [],
  });
  expect(a.do(draw(0.3, 'wall-901'))).toBe(true);
  expect(b.do(draw(0.6, 'wall-901'))).toBe(true);
  a.drain();
  b.drain();
  a.fetchAll();
  expect(b.sync.aside).toEqual([]);
  const { job } = loadJob(db, jobId);
  expect(job.walls.length).toBe(small().walls.length + 2);
  expect(sorted(a.sync.job.byId.values())).toEqual(sorted(job.byId.values()));
});

test('undo takes back only one’s own step, and leaves what a phone or another window did since', () => {
  const db = world();
  const [a, b] = [makeWindow(db, 'a'), makeWindow(db, 'b')];
  const before = a.sync.job.spots[0]?.name;
  a.do(rename(a.sync, 'By a'));
  a.drain();
  receiveRuns(db, jobId, [phoneRun('rd-w-1', 'spot-1')], now);
  b.fetchAll();
  b.do(rename(b.sync, 'By b', 'spot-2'));
  b.drain();
  a.fetchAll();
  a.step('undo');
  a.drain();
  const { job } = loadJob(db, jobId);
  expect(job.spots[0]?.name).toBe(before);
  expect(job.spots[1]?.name).toBe('By b');
  expect(job.byId.has('rd-w-1')).toBe(true);
  a.step('redo');
  a.drain();
  expect(loadJob(db, jobId).job.spots[0]?.name).toBe('By a');
});

test('a step that is refused waits with its reason, and the others go on', () => {
  const db = world();
  const a = makeWindow(db, 'a');
  a.do(rename(a.sync, 'One'));
  a.do(rename(a.sync, 'Two', 'spot-2'));
  a.refuse();
  a.drain();
  expect(a.sync.aside).toMatchObject([{ label: 'Rename to One', reason: 'the server says no' }]);
  expect(loadJob(db, jobId).job.spots[1]?.name).toBe('Two');
});

test('after the database was replaced by an older one the window’s unsent steps go on top of it', () => {
  const db = world();
  const a = makeWindow(db, 'a');
  a.do(rename(a.sync, 'Stored'));
  a.drain();
  a.do(rename(a.sync, 'Waiting', 'spot-2'));
  db.prepare('DELETE FROM job_head').run();
  insertJob(db, small(), now);
  a.drain();
  const { job } = loadJob(db, jobId);
  expect(job.spots[1]?.name).toBe('Waiting');
  expect(a.sync.job.spots[0]?.name).toBe(small().spots[0]?.name);
});
