/**
 * Carries the steps of a window to the server, and brings what others did: one thing after the other, so that
 * nothing overtakes. What the steps come to is in core/sync; here is only when to ask what.
 */
import { type Edit, editSchema } from '@/core/job/edits';
import {
  adopted,
  caughtUp,
  chosen,
  commit,
  confirmed,
  leftOut,
  openSync,
  type OwnStep,
  refused,
  renewed,
  retried,
  stepBack,
  type Stored,
  type Sync,
} from '@/core/sync/sync';
import { ApiError, messageOf } from './api';
import type { JobServer } from './jobServer';
import { isEmpty, type OutboxStore } from './outbox';

/** saved: the server has every step. failed: it does not, and why; `kept`: a closed window would not lose them. */
export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving'; waiting: number }
  | { kind: 'failed'; message: string; waiting: number; kept: boolean };

export interface CourierPorts {
  server: JobServer;
  outbox: OutboxStore;
  /** The window's name; asked for once. */
  seat: () => Promise<string>;
  isTaken: (seat: string) => Promise<boolean>;
  newId: () => string;
  /** Tells other windows that the job has changed. */
  announce: () => void;
  wait: (ms: number) => Promise<void>;
}

export interface Courier {
  readonly sync: Sync;
  /** Begins to send; what an earlier window left is taken over. */
  start: () => void;
  /** No more sending and keeping; what waits is kept already. */
  stop: () => void;
  commit: (edit: Edit) => void;
  step: (kind: 'undo' | 'redo') => void;
  /** Something was changed elsewhere. */
  look: () => Promise<void>;
  retry: (asideId: string) => void;
  leaveOut: (asideId: string) => void;
  choose: (clashId: string, whose: 'mine' | 'theirs') => void;
  /** Resolves when nothing waits any more, stored or set aside. */
  settled: () => Promise<void>;
}

const firstWaitMs = 500;
const longestWaitMs = 8000;
/** After so long it is looked again what closed windows left, ms. */
const againMs = 3000;
/** A step that the server fails on so often is set aside, so that the others go on. */
const mostFaults = 3;

/** @param changed hears each new state. @param say tells a person; `error` for what went wrong. */
export function makeCourier(
  jobId: string,
  initial: Stored,
  ports: CourierPorts,
  changed: (sync: Sync, save: SaveState) => void,
  say: (words: string, kind: 'done' | 'error') => void,
): Courier {
  let sync = openSync(initial);
  let save: SaveState = { kind: 'saved' };
  let author: string | null = null;
  /** Something was stored that this copy does not have. */
  let behind = false;
  /** Undo and redo of steps whose content is not held here, with the step that was newest when they were asked. */
  const deferred: { kind: 'undo' | 'redo'; commits: number }[] = [];
  let commits = 0;
  let historyKnown = false;
  let running = false;
  let stopped = false;
  let faults = 0;
  let keptAll = true;
  let keeping: Promise<void> = Promise.resolve();
  let waiters: (() => void)[] = [];
  let wake: () => void = () => undefined;

  const tell = () => {
    // what is on its way is never called saved
    if (sync.queue.length && save.kind === 'saved') save = { kind: 'saving', waiting: sync.queue.length };
    changed(sync, save);
  };
  const waitingNow = () => sync.queue.length;
  function setSave(next: SaveState) {
    save = next;
    tell();
  }
  /** What waits has changed while the server is away: how much it is, and whether it is kept. */
  function toldAnew(kept: boolean) {
    if (save.kind === 'failed' && (save.waiting !== waitingNow() || save.kept !== kept))
      setSave({ ...save, waiting: waitingNow(), kept });
  }
  /** Before the window has a name what waits is kept under none, and told so. */
  function keep() {
    const seat = author;
    if (stopped) return;
    if (seat === null) return toldAnew(false);
    keeping = keeping.then(async () => {
      try {
        await ports.outbox.write(jobId, seat, sync);
        keptAll = true;
      } catch (error) {
        console.error(error);
        keptAll = false;
      }
      toldAnew(keptAll);
    });
  }
  function enter(next: Sync) {
    const before = sync;
    sync = next;
    if (next.queue !== before.queue || next.aside !== before.aside || next.clashes !== before.clashes) keep();
    tell();
  }
  const settle = () => {
    if (waitingNow() || deferred.length || running) return;
    waiters.forEach((done) => done());
    waiters = [];
  };

  /**
   * Takes over what closed windows left under their names, and what this one left itself.
   * @returns whether something waits under the name of a window that is open: it may just be closing.
   */
  async function adoptLeft(own: string): Promise<boolean> {
    let names: string[];
    try {
      names = (await ports.outbox.seats(jobId)).filter((s) => !s.includes(':'));
    } catch (error) {
      // a browser that keeps nothing still saves
      console.error(error);
      keptAll = false;
      return false;
    }
    let open = false;
    for (const seat of names) {
      if (seat === own && historyKnown) continue;
      if (seat !== own && (await ports.isTaken(seat))) {
        open = true;
        continue;
      }
      const left = await ports.outbox.read(jobId, seat);
      if (left === 'unreadable')
        say(
          'This browser keeps steps of an earlier version that this one can’t read. They are still kept.',
          'error',
        );
      if (!left || left === 'unreadable' || isEmpty(left)) continue;
      const known = await ports.server.known(left.queue.map((s) => s.id));
      enter(adopted(sync, left, known));
      keep();
      await keeping;
      // only once it is kept under this name may it go from the other
      if (seat !== own && keptAll)
        await ports.outbox.write(jobId, seat, { queue: [], aside: [], clashes: [] });
    }
    return open;
  }

  /** Looks again after windows that were open: one that was closing has left its name by then. */
  function lookAgain(own: string): void {
    const again = async () => {
      await ports.wait(againMs);
      if (stopped || author !== own) return;
      if (await adoptLeft(own)) lookAgain(own);
      go();
    };
    again().catch((error: unknown) => console.error(error));
  }

  /** Takes the window's name, what earlier windows left, and what can be undone. */
  async function begin() {
    author ??= await ports.seat();
    if (await adoptLeft(author)) lookAgain(author);
    keep();
    const history = await ports.server.history(author);
    const asOwn = (steps: { id: string; label: string }[], have: OwnStep[]) =>
      steps.filter((s) => !have.some((h) => h.id === s.id)).map((s): OwnStep => ({ ...s, changes: null }));
    historyKnown = true;
    enter({
      ...sync,
      undo: [...asOwn(history.undo, sync.undo), ...sync.undo],
      redo: commits ? sync.redo : [...asOwn(history.redo, sync.redo), ...sync.redo],
    });
  }

  function takeStep(kind: 'undo' | 'redo', changes: Parameters<typeof stepBack>[3] = null) {
    try {
      const stepped = stepBack(sync, kind, ports.newId(), changes);
      if (!stepped) return;
      enter(stepped.sync);
      say(
        `${kind === 'undo' ? 'Undone' : 'Done again'}: ${stepped.label}${
          stepped.left
            ? `. ${stepped.left} changed elsewhere since ${stepped.left === 1 ? 'stays' : 'stay'} as it is`
            : ''
        }`,
        'done',
      );
    } catch (error) {
      say(`Not ${kind === 'undo' ? 'undone' : 'done again'}. ${messageOf(error)}`, 'error');
    }
  }

  async function doDeferred() {
    const [asked] = deferred;
    if (!asked) return;
    const own = sync[asked.kind].at(-1);
    const changes = own?.changes ?? (own ? await ports.server.changesOf(own.id) : null);
    deferred.shift();
    if (asked.commits !== commits) say('Not undone: work went on before the step was fetched.', 'error');
    else takeStep(asked.kind, changes);
  }

  async function fetchNews() {
    const { edits, savedAt } = await ports.server.since(sync);
    const next = edits && caughtUp(sync, edits, savedAt);
    if (next) {
      behind = false;
      return enter(next);
    }
    const stored = await ports.server.whole();
    const known = await ports.server.known(sync.queue.map((s) => s.id));
    behind = false;
    enter(renewed(sync, stored, known));
  }

  async function sendFirst() {
    const [step] = sync.queue;
    if (!step || author === null) return;
    if (save.kind !== 'failed') setSave({ kind: 'saving', waiting: waitingNow() });
    try {
      const at = await ports.server.send(step, author, sync);
      faults = 0;
      const next = confirmed(sync, step.id, at);
      if (next) enter(next);
      else behind = true;
      ports.announce();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (error.status === 409) behind = true;
      else if ([400, 413, 422].includes(error.status) || (error.status === 500 && ++faults >= mostFaults)) {
        faults = 0;
        enter(refused(sync, step.id, messageOf(error)));
        say(`Not stored: ${step.label}. ${messageOf(error)} It is set aside.`, 'error');
      } else throw error;
    }
  }

  async function run() {
    if (running || stopped) return;
    running = true;
    let waitMs = firstWaitMs;
    while (!stopped && (!historyKnown || behind || deferred.length || waitingNow())) {
      try {
        if (!historyKnown) await begin();
        else if (behind) await fetchNews();
        else if (deferred.length) await doDeferred();
        else await sendFirst();
        waitMs = firstWaitMs;
        if (save.kind === 'failed') setSave({ kind: 'saving', waiting: waitingNow() });
      } catch (error) {
        if (!(error instanceof ApiError || error instanceof TypeError)) console.error(error);
        // what is said to be kept is kept
        await keeping;
        setSave({
          kind: 'failed',
          message: messageOf(error),
          waiting: waitingNow(),
          kept: keptAll && author !== null,
        });
        await Promise.race([ports.wait(waitMs), new Promise<void>((done) => (wake = done))]);
        waitMs = Math.min(longestWaitMs, waitMs * 2);
      }
    }
    running = false;
    if (stopped) return;
    setSave({ kind: 'saved' });
    settle();
  }

  /** A new step is reason enough to try again at once. */
  const go = () => {
    wake();
    void run();
  };
  return {
    get sync() {
      return sync;
    },
    start() {
      stopped = false;
      go();
    },
    stop() {
      stopped = true;
      author = null;
      historyKnown = false;
    },
    commit(edit) {
      // as the server will read it, so that both hold the same
      const parsed = editSchema.safeParse(edit);
      if (!parsed.success) {
        const [issue] = parsed.error.issues;
        throw new Error(`${issue?.path.join('.')}: ${issue?.message}`);
      }
      enter(commit(sync, ports.newId(), parsed.data));
      commits++;
      go();
    },
    step(kind) {
      const own = sync[kind].at(-1);
      if (own?.changes && historyKnown) takeStep(kind);
      else if (own || !historyKnown) deferred.push({ kind, commits });
      go();
    },
    async look() {
      behind = true;
      go();
      await new Promise<void>((done) => {
        waiters.push(done);
        settle();
      });
    },
    retry(asideId) {
      enter(retried(sync, asideId, ports.newId()));
      commits++;
      go();
    },
    leaveOut: (asideId) => enter(leftOut(sync, asideId)),
    choose(clashId, whose) {
      enter(chosen(sync, clashId, whose, ports.newId()));
      go();
    },
    settled: () =>
      waitingNow() || deferred.length || running
        ? new Promise((done) => waiters.push(done))
        : Promise.resolve(),
  };
}
