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
import { Keeper, type KeeperPorts } from './keeper';

/** saved: the server has every step. failed: it does not, and why; `kept`: a closed window would not lose them. */
export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving'; waiting: number }
  | { kind: 'failed'; message: string; waiting: number; kept: boolean };

export interface CourierPorts extends KeeperPorts {
  server: JobServer;
  /** The window's name; asked for once. */
  seat: () => Promise<string>;
  newId: () => string;
  /** Tells other windows that the job has changed. */
  announce: () => void;
  wait: (ms: number) => Promise<void>;
}

const firstWaitMs = 500;
const longestWaitMs = 8000;
/** After so long it is looked again what closed windows left, ms. */
const againMs = 3000;
/** A step that the server fails on so often is set aside, so that the others go on. */
const mostFaults = 3;

/** Labels as they come from the server, whose content is not held here. */
const asOwn = (steps: { id: string; label: string }[], have: readonly OwnStep[]): OwnStep[] =>
  steps.filter((s) => !have.some((h) => h.id === s.id)).map((s) => ({ ...s, changes: null }));

const steppedWords = (kind: 'undo' | 'redo', label: string, left: number) => {
  const stays = left ? `. ${left} changed elsewhere since ${left === 1 ? 'stays' : 'stay'} as it is` : '';
  return `${kind === 'undo' ? 'Undone' : 'Done again'}: ${label}${stays}`;
};

export class Courier {
  #sync: Sync;
  #save: SaveState = { kind: 'saved' };
  #seat: string | null = null;
  /** Something was stored that this copy does not have. */
  #behind = false;
  /** Undo and redo of steps whose content is not held here, with the step that was newest when they were asked. */
  readonly #deferred: { kind: 'undo' | 'redo'; commits: number }[] = [];
  #commits = 0;
  #historyKnown = false;
  #running = false;
  #stopped = false;
  #faults = 0;
  #waiters: (() => void)[] = [];
  #wake: () => void = () => undefined;
  readonly #keeper: Keeper;

  /** @param changed hears each new state. @param say tells a person; `error` for what went wrong. */
  constructor(
    jobId: string,
    initial: Stored,
    private readonly ports: CourierPorts,
    private readonly changed: (sync: Sync, save: SaveState) => void,
    private readonly say: (words: string, kind: 'done' | 'error') => void,
  ) {
    this.#sync = openSync(initial);
    this.#keeper = new Keeper(jobId, ports, (kept) => this.#toldAnew(kept));
  }

  get sync(): Sync {
    return this.#sync;
  }

  /** Begins to send; what an earlier window left is taken over. */
  start(): void {
    this.#stopped = false;
    this.#go();
  }

  /** No more sending and keeping; what waits is kept already. */
  stop(): void {
    this.#stopped = true;
    this.#seat = null;
    this.#historyKnown = false;
  }

  /** @throws where the edit is none, with path and message. */
  commit(edit: Edit): void {
    // as the server will read it, so that both hold the same
    const parsed = editSchema.safeParse(edit);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      throw new Error(`${issue?.path.join('.')}: ${issue?.message}`);
    }
    this.#enter(commit(this.#sync, this.ports.newId(), parsed.data));
    this.#commits++;
    this.#go();
  }

  step(kind: 'undo' | 'redo'): void {
    const own = this.#sync[kind].at(-1);
    if (own?.changes && this.#historyKnown) this.#takeStep(kind);
    else if (own || !this.#historyKnown) this.#deferred.push({ kind, commits: this.#commits });
    this.#go();
  }

  /** Something was changed elsewhere. Resolves when it is here. */
  async look(): Promise<void> {
    this.#behind = true;
    this.#go();
    await new Promise<void>((done) => {
      this.#waiters.push(done);
      this.#settle();
    });
  }

  retry(asideId: string): void {
    this.#enter(retried(this.#sync, asideId, this.ports.newId()));
    this.#commits++;
    this.#go();
  }

  leaveOut(asideId: string): void {
    this.#enter(leftOut(this.#sync, asideId));
  }

  choose(clashId: string, whose: 'mine' | 'theirs'): void {
    this.#enter(chosen(this.#sync, clashId, whose, this.ports.newId()));
    this.#go();
  }

  /** Resolves when nothing waits any more, stored or set aside. */
  settled(): Promise<void> {
    return this.#isSettled() ? Promise.resolve() : new Promise((done) => this.#waiters.push(done));
  }

  // What is shown and kept

  #tell(): void {
    // what is on its way is never called saved
    const waiting = this.#sync.queue.length;
    if (waiting && this.#save.kind === 'saved') this.#save = { kind: 'saving', waiting };
    this.changed(this.#sync, this.#save);
  }

  #setSave(next: SaveState): void {
    this.#save = next;
    this.#tell();
  }

  /** What waits has changed while the server is away: how much it is, and whether it is kept. */
  #toldAnew(kept: boolean): void {
    const save = this.#save;
    const waiting = this.#sync.queue.length;
    if (save.kind === 'failed' && (save.waiting !== waiting || save.kept !== kept))
      this.#setSave({ ...save, waiting, kept });
  }

  /** Before the window has a name what waits is kept under none, and told so. */
  #keep(): void {
    if (this.#stopped) return;
    if (this.#seat === null) this.#toldAnew(false);
    else this.#keeper.keep(this.#seat, this.#sync);
  }

  #enter(next: Sync): void {
    const before = this.#sync;
    this.#sync = next;
    if (next.queue !== before.queue || next.aside !== before.aside || next.clashes !== before.clashes)
      this.#keep();
    this.#tell();
  }

  #isSettled(): boolean {
    return this.#sync.queue.length + this.#deferred.length === 0 && !this.#running;
  }

  #settle(): void {
    if (!this.#isSettled()) return;
    this.#waiters.forEach((done) => done());
    this.#waiters = [];
  }

  // What earlier windows left

  /** Takes it over, each once it is kept under this name. @returns whether to look again: a window may be closing. */
  async #adoptLeft(own: string): Promise<boolean> {
    const { left, open, unreadable } = await this.#keeper.leftBehind(own, !this.#historyKnown);
    if (unreadable)
      this.say(
        'This browser keeps steps of an earlier version that this one can’t read. They are still kept.',
        'error',
      );
    for (const { seat, outbox } of left) {
      const known = await this.ports.server.known(outbox.queue.map((s) => s.id));
      this.#enter(adopted(this.#sync, outbox, known));
      this.#keep();
      await this.#keeper.written;
      if (seat !== own && this.#keeper.keptAll) await this.#keeper.forget(seat);
    }
    return open;
  }

  /** Looks again after windows that were open: one that was closing has left its name by then. */
  #lookAgain(own: string): void {
    const again = async () => {
      await this.ports.wait(againMs);
      if (this.#stopped || this.#seat !== own) return;
      if (await this.#adoptLeft(own)) this.#lookAgain(own);
      this.#go();
    };
    again().catch((error: unknown) => console.error(error));
  }

  /** Takes the window's name, what earlier windows left, and what can be undone. */
  async #begin(): Promise<void> {
    this.#seat ??= await this.ports.seat();
    if (await this.#adoptLeft(this.#seat)) this.#lookAgain(this.#seat);
    this.#keep();
    const history = await this.ports.server.history(this.#seat);
    const sync = this.#sync;
    this.#historyKnown = true;
    this.#enter({
      ...sync,
      undo: [...asOwn(history.undo, sync.undo), ...sync.undo],
      redo: this.#commits ? sync.redo : [...asOwn(history.redo, sync.redo), ...sync.redo],
    });
  }

  // Steps back and forth

  #takeStep(kind: 'undo' | 'redo', changes: Parameters<typeof stepBack>[3] = null): void {
    try {
      const stepped = stepBack(this.#sync, kind, this.ports.newId(), changes);
      if (!stepped) return;
      this.#enter(stepped.sync);
      this.say(steppedWords(kind, stepped.label, stepped.left), 'done');
    } catch (error) {
      this.say(`Not ${kind === 'undo' ? 'undone' : 'done again'}. ${messageOf(error)}`, 'error');
    }
  }

  async #doDeferred(): Promise<void> {
    const [asked] = this.#deferred;
    if (!asked) return;
    const own = this.#sync[asked.kind].at(-1);
    const changes = own?.changes ?? (own ? await this.ports.server.changesOf(own.id) : null);
    this.#deferred.shift();
    if (asked.commits !== this.#commits)
      this.say('Not undone: work went on before the step was fetched.', 'error');
    else this.#takeStep(asked.kind, changes);
  }

  // To and from the server

  async #fetchNews(): Promise<void> {
    const { server } = this.ports;
    const { edits, savedAt } = await server.since(this.#sync);
    const next = edits && caughtUp(this.#sync, edits, savedAt);
    if (next) {
      this.#behind = false;
      return this.#enter(next);
    }
    const stored = await server.whole();
    const known = await server.known(this.#sync.queue.map((s) => s.id));
    this.#behind = false;
    this.#enter(renewed(this.#sync, stored, known));
  }

  async #sendFirst(): Promise<void> {
    const { queue } = this.#sync;
    const [step] = queue;
    if (!step || this.#seat === null) return;
    if (this.#save.kind !== 'failed') this.#setSave({ kind: 'saving', waiting: queue.length });
    try {
      const at = await this.ports.server.send(step, this.#seat, this.#sync);
      this.#faults = 0;
      const next = confirmed(this.#sync, step.id, at);
      if (next) this.#enter(next);
      else this.#behind = true;
      this.ports.announce();
    } catch (error) {
      this.#setAside(step, error);
    }
  }

  /** Sets aside a step that the server will never take. @throws the error where the server may take it later. */
  #setAside({ id, label }: Sync['queue'][number], error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    if (error.status === 409) {
      this.#behind = true;
      return;
    }
    const failsAlways = error.status === 500 && ++this.#faults >= mostFaults;
    if (![400, 413, 422].includes(error.status) && !failsAlways) throw error;
    this.#faults = 0;
    this.#enter(refused(this.#sync, id, messageOf(error)));
    this.say(`Not stored: ${label}. ${messageOf(error)} It is set aside.`, 'error');
  }

  /** The next thing to do; false = nothing is left. */
  #next(): (() => Promise<void>) | false {
    if (this.#stopped) return false;
    if (!this.#historyKnown) return () => this.#begin();
    if (this.#behind) return () => this.#fetchNews();
    if (this.#deferred.length) return () => this.#doDeferred();
    return this.#sync.queue.length > 0 && (() => this.#sendFirst());
  }

  async #run(): Promise<void> {
    if (this.#running || this.#stopped) return;
    this.#running = true;
    let waitMs = firstWaitMs;
    for (let next = this.#next(); next; next = this.#next()) {
      try {
        await next();
        waitMs = firstWaitMs;
        if (this.#save.kind === 'failed') this.#setSave({ kind: 'saving', waiting: this.#sync.queue.length });
      } catch (error) {
        await this.#failed(error, waitMs);
        waitMs = Math.min(longestWaitMs, waitMs * 2);
      }
    }
    this.#running = false;
    if (this.#stopped) return;
    this.#setSave({ kind: 'saved' });
    this.#settle();
  }

  /** Says that the server does not answer, and waits: for some time, or for a new step. */
  async #failed(error: unknown, waitMs: number): Promise<void> {
    if (!(error instanceof ApiError || error instanceof TypeError)) console.error(error);
    // what is said to be kept is kept
    await this.#keeper.written;
    this.#setSave({
      kind: 'failed',
      message: messageOf(error),
      waiting: this.#sync.queue.length,
      kept: this.#keeper.keptAll && this.#seat !== null,
    });
    await Promise.race([this.ports.wait(waitMs), new Promise<void>((done) => (this.#wake = done))]);
  }

  /** A new step is reason enough to try again at once. */
  #go(): void {
    this.#wake();
    void this.#run();
  }
}
