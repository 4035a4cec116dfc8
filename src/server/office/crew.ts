/**
 * A laptop of a firm at work: keeps a connection to the office where it can be had, takes in what others did, and sends what
 * waits. Everything it knows is in the database, so that it may be stopped at any moment.
 */
import {
  type Consumer,
  DeliverPolicy,
  jetstream,
  type JetStreamClient,
  JetStreamApiError,
  type JetStreamManager,
  jetstreamManager,
} from '@nats-io/jetstream';
import { connect, type NatsConnection, nkeyAuthenticator } from '@nats-io/transport-node';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { fileIdsOf, sendFiles } from './crewFiles';
import { exchangeSet } from './crewSet';
import * as log from './laptopLog';
import { type Membership, membershipOf, noteRefused, noteSeen, noteSeq } from './membership';
import {
  decode,
  encode,
  entrySchema,
  messageVersion,
  type Presence,
  presenceSchema,
  snapshotSchema,
  UnreadableError,
} from './messages';
import * as outbox from './outbox';
import * as subjects from './subjects';

/** Pauses, ms: before trying the office again, least and most; between looks at what waits; between words about oneself. */
const [leastPauseMs, mostPauseMs] = [500, 5000];
const lookMs = 400;
const presenceMs = 10_000;
/** Entries that are taken in together, and how long is waited for more, ms. */
const mostTogether = 400;
const togetherMs = 25;
/** Jobs of which steps are sent side by side. */
const sideBySide = 8;
/** After so many entries a job's state is put beside the log. */
const snapshotEvery = 200;
/** Answers of the office take no longer, ms. */
const answerMs = 5000;

export interface CrewOptions {
  db: () => Db;
  key: () => string | null;
  /** The clock, which may be wrong. */
  now?: () => Date;
  /** Jobs that are open in a window now. */
  open?: () => Id[];
}

export type Connection = 'none' | 'trying' | 'with the office' | 'apart';

export interface CrewState {
  connection: Connection;
  /** Why there is no connection, or nothing is taken; null = all is well. */
  said: string | null;
  waiting: number;
  seenAt: string | null;
  laptops: Presence[];
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
const sleep = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));
/** Another was first: the place of an entry in its job is taken. */
const isTaken = (error: unknown): boolean => error instanceof JetStreamApiError && error.code === 10071;

/** The office has no room: resources, storage, or the store itself failed. */
const fullCodes = [10023, 10047, 10077];
const fullWords = 'The office did not store it: its disk may be full. What waits is kept here.';
const isFull = (error: unknown): boolean =>
  error instanceof JetStreamApiError && fullCodes.includes(error.code);

/** What is wrong with the office itself, not with the way to it: a person has to see to it. */
class RefusedError extends Error {}

interface Link {
  nc: NatsConnection;
  js: JetStreamClient;
  jsm: JetStreamManager;
}

export class Crew {
  private link: Link | null = null;
  private stopped = false;
  private wake: (() => void) | null = null;
  private said: string | null = null;
  private running: Promise<void> | null = null;
  private readonly laptops = new Map<string, Presence>();

  constructor(private readonly options: CrewOptions) {}

  private db = (): Db => this.options.db();
  private now = (): string => (this.options.now?.() ?? new Date()).toISOString();

  start(): void {
    this.running ??= this.run();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    this.wake?.();
    await this.link?.nc.close();
    await this.running;
  }

  /** Something waits: it is looked at now. */
  nudge(): void {
    this.wake?.();
  }

  state(): CrewState {
    const me = membershipOf(this.db());
    const connection = !me ? 'none' : this.link ? 'with the office' : this.said === null ? 'trying' : 'apart';
    return {
      connection,
      said: me?.refused ?? this.said,
      waiting: me ? outbox.waitingCount(this.db()) : 0,
      seenAt: me?.seenAt ?? null,
      laptops: [...this.laptops.values()].sort((a, b) => a.by.name.localeCompare(b.by.name)),
    };
  }

  /** The connection, where there is one now: for files that are fetched when they are opened. */
  connected(): NatsConnection | null {
    return this.link?.nc ?? null;
  }

  private async run(): Promise<void> {
    let pauseMs = leastPauseMs;
    while (!this.stopped) {
      try {
        const me = membershipOf(this.db());
        const key = this.options.key();
        if (me && key) await this.session(me, key, () => (pauseMs = leastPauseMs));
        else if (me)
          throw new RefusedError(
            'This laptop’s key is missing, as after a move to another machine. Leave the firm, and join with a new code.',
          );
      } catch (error) {
        this.said = isFull(error) ? fullWords : messageOf(error);
        if (error instanceof RefusedError) this.noteRefused(this.said);
      }
      this.link = null;
      if (this.stopped) return;
      await Promise.race([
        sleep(pauseMs * (0.5 + Math.random() / 2)),
        new Promise<void>((done) => (this.wake = done)),
      ]);
      pauseMs = Math.min(mostPauseMs, pauseMs * 2);
    }
  }

  private noteRefused(why: string): void {
    try {
      noteRefused(this.db(), why);
    } catch {
      // the database itself is in trouble: the pages tell it
    }
  }

  /** From one connection to its end. @throws what ended it. */
  private async session(me: Membership, key: string, well: () => void): Promise<void> {
    const nc = await connect({
      servers: me.servers,
      tls: { ca: me.ca },
      authenticator: nkeyAuthenticator(new TextEncoder().encode(key)),
      ...{
        name: me.laptopName,
        inboxPrefix: subjects.inboxOf(me.laptopId),
        reconnect: false,
        timeout: answerMs,
      },
      ...{ pingInterval: 10_000, maxPingOut: 2 },
    }).catch((error: unknown) => {
      throw refusalOf(error);
    });
    let ended = false;
    void nc.closed().then(() => {
      ended = true;
      this.wake?.();
    });
    try {
      const link = {
        nc,
        js: jetstream(nc, { timeout: answerMs }),
        jsm: await jetstreamManager(nc, { checkAPI: false, timeout: answerMs }),
      };
      await this.begin(link, me);
      const from = membershipOf(this.db())?.seq ?? 0;
      const consumer = await link.js.consumers.get(subjects.jobsStream, {
        deliver_policy: DeliverPolicy.StartSequence,
        opt_start_seq: from + 1,
      });
      const reading = this.follow(consumer, me);
      const others = this.followLaptops(link);
      this.link = link;
      this.said = null;
      noteSeen(this.db(), this.now());
      well();
      const failed = Promise.race([reading, others]).then(
        () => null,
        (error: unknown) => error,
      );
      let presentAtMs = 0;
      while (!ended && !this.stopped) {
        if (Date.now() - presentAtMs > presenceMs) {
          presentAtMs = Date.now();
          await this.tellPresence(link, me);
          noteSeen(this.db(), this.now());
          await exchangeSet(this.db(), link, me, this.now());
        } else if (membershipOf(this.db())?.setWaits) await exchangeSet(this.db(), link, me, this.now());
        await this.send(link, me);
        const woken = new Promise<void>((done) => (this.wake = done));
        const error = await Promise.race([woken.then(() => null), sleep(lookMs).then(() => null), failed]);
        if (error) throw error instanceof Error ? error : new Error(messageOf(error));
      }
    } finally {
      if (!nc.isClosed()) await nc.close();
    }
  }

  /** Is it the firm's own log, and does it go on from what is known here? Who is new begins with the states beside it. */
  private async begin(link: Link, me: Membership): Promise<void> {
    const { config, state } = await link.jsm.streams.info(subjects.jobsStream);
    if (config.description !== me.firmId)
      throw new RefusedError(
        'The office at this address belongs to another firm. Nothing was sent or taken in.',
      );
    const db = this.db();
    const known = db
      .prepare('SELECT seq, entry_id AS id FROM office_seen ORDER BY seq DESC LIMIT 1')
      .get() as { seq: number; id: string } | undefined;
    const wentBack = state.last_seq < me.seq || (known !== undefined && !(await this.isThere(link, known)));
    if (wentBack) await this.recover(link, me);
    else if (me.seq === 0) await this.beginNew(link, me);
    for (const { jobId, stopped, seq } of outbox.officeJobs(db)) {
      if (stopped === null) continue;
      // a newer program may read what an older one could not
      outbox.stopJob(db, jobId, null);
      await this.takeAll(link, me, jobId, seq);
    }
  }

  private async isThere(link: Link, { seq, id }: { seq: number; id: string }): Promise<boolean> {
    const message = await link.jsm.streams.getMessage(subjects.jobsStream, { seq });
    if (!message) return false;
    try {
      return decode(entrySchema, message.data).id === id;
    } catch (error) {
      if (error instanceof UnreadableError) return false;
      throw error;
    }
  }

  /** Job by job: the state beside the log, and what came after it. */
  private async beginNew(link: Link, me: Membership): Promise<void> {
    const { state } = await link.jsm.streams.info(subjects.jobsStream, { subjects_filter: '>' });
    for (const subject of Object.keys(state.subjects ?? {})) {
      const jobId = subjects.jobIdOf(subject);
      if (outbox.officeJob(this.db(), jobId)) continue;
      const message = await link.jsm.streams.getMessage(subjects.snapshotsStream, {
        last_by_subj: subjects.snapshotSubject(jobId),
      });
      try {
        if (message) log.takeSnapshot(this.db(), me, jobId, decode(snapshotSchema, message.data), this.now());
      } catch (error) {
        // without it the log is read from its beginning
        if (!(error instanceof UnreadableError)) throw error;
      }
      await this.takeAll(link, me, jobId, outbox.officeJob(this.db(), jobId)?.seq ?? 0);
    }
    noteSeq(this.db(), state.last_seq);
  }

  /** All entries of a job after one. */
  private async entriesOf({ js, jsm }: Link, jobId: Id, after: number): Promise<log.Numbered[]> {
    const subject = subjects.jobSubject(jobId);
    const last = await jsm.streams.getMessage(subjects.jobsStream, { last_by_subj: subject });
    const entries: log.Numbered[] = [];
    if (!last || last.seq <= after) return entries;
    const consumer = await js.consumers.get(subjects.jobsStream, {
      filter_subjects: subject,
      deliver_policy: DeliverPolicy.StartSequence,
      opt_start_seq: after + 1,
    });
    for await (const message of await consumer.consume({ max_messages: mostTogether })) {
      entries.push({ seq: message.seq, entry: decode(entrySchema, message.data) });
      if (message.seq >= last.seq) break;
    }
    return entries;
  }

  private async takeAll(link: Link, me: Membership, jobId: Id, after: number): Promise<void> {
    try {
      log.takeIn(this.db(), me, jobId, await this.entriesOf(link, jobId, after), this.now());
    } catch (error) {
      if (!(error instanceof UnreadableError)) throw error;
      outbox.stopJob(this.db(), jobId, error.message);
    }
  }

  /** The office was restored from an old copy: each job is put on what it has now. */
  private async recover(link: Link, me: Membership): Promise<void> {
    const { state } = await link.jsm.streams.info(subjects.jobsStream);
    for (const { jobId } of outbox.officeJobs(this.db()))
      try {
        log.afterRestore(this.db(), me, jobId, await this.entriesOf(link, jobId, 0), this.now());
      } catch (error) {
        if (!(error instanceof UnreadableError)) throw error;
        outbox.stopJob(this.db(), jobId, error.message);
      }
    await this.beginNew(link, me);
    noteSeq(this.db(), state.last_seq);
  }

  /** Takes in what comes, some entries at a time. Ends with the connection. */
  private async follow(consumer: Consumer, me: Membership): Promise<void> {
    let waiting: { jobId: Id; seq: number; data: Uint8Array }[] = [];
    let timer: NodeJS.Timeout | null = null;
    let failure: unknown = null;
    const take = () => {
      if (timer) clearTimeout(timer);
      timer = null;
      const some = waiting;
      waiting = [];
      if (this.stopped || some.length === 0) return;
      try {
        this.takeSome(me, some);
      } catch (error) {
        failure = error;
        void messages.close();
      }
      this.wake?.();
    };
    const messages = await consumer.consume({ max_messages: mostTogether });
    for await (const message of messages) {
      waiting.push({ jobId: subjects.jobIdOf(message.subject), seq: message.seq, data: message.data });
      if (waiting.length >= mostTogether || message.info.pending === 0) take();
      else timer ??= setTimeout(take, togetherMs);
    }
    if (timer) clearTimeout(timer);
    if (failure) throw failure instanceof Error ? failure : new Error(messageOf(failure));
    if (!this.stopped) throw new Error('The office stopped answering.');
  }

  private takeSome(me: Membership, some: readonly { jobId: Id; seq: number; data: Uint8Array }[]): void {
    const db = this.db();
    const byJob = new Map<Id, log.Numbered[]>();
    for (const { jobId, seq, data } of some) {
      const shared = outbox.officeJob(db, jobId);
      if (shared?.stopped || seq <= (shared?.seq ?? 0)) continue;
      try {
        const list = byJob.get(jobId) ?? [];
        byJob.set(jobId, list);
        list.push({ seq, entry: decode(entrySchema, data) });
      } catch (error) {
        if (!(error instanceof UnreadableError)) throw error;
        log.takeIn(db, me, jobId, byJob.get(jobId) ?? [], this.now());
        byJob.delete(jobId);
        outbox.stopJob(db, jobId, error.message);
      }
    }
    for (const [jobId, entries] of byJob) log.takeIn(db, me, jobId, entries, this.now());
    noteSeq(db, some.at(-1)?.seq ?? 0);
  }

  private async followLaptops({ js }: Link): Promise<void> {
    const consumer = await js.consumers.get(subjects.laptopsStream, {
      deliver_policy: DeliverPolicy.LastPerSubject,
    });
    for await (const message of await consumer.consume())
      try {
        const said = decode(presenceSchema, message.data);
        // by the office's clock: that of a laptop may be wrong
        this.laptops.set(said.by.id, { ...said, at: message.time.toISOString() });
      } catch (error) {
        if (!(error instanceof UnreadableError)) throw error;
      }
    if (!this.stopped) throw new Error('The office stopped answering.');
  }

  private async tellPresence({ js }: Link, me: Membership): Promise<void> {
    const db = this.db();
    const said: Presence = {
      ...{
        by: { id: me.laptopId, name: me.laptopName },
        at: this.now(),
        role: me.role,
        version: messageVersion,
      },
      ...{
        seq: membershipOf(db)?.seq ?? 0,
        waiting: outbox.waitingCount(db),
        open: this.options.open?.() ?? [],
      },
    };
    await js.publish(subjects.laptopSubject(me.laptopId), encode(said));
  }

  /** Sends what waits, some jobs side by side, each in its order. */
  private async send(link: Link, me: Membership): Promise<void> {
    const jobs = outbox.jobsToSend(this.db());
    const one = async () => {
      for (let id = jobs.shift(); id !== undefined; id = jobs.shift())
        try {
          await this.sendJob(link, me, id);
        } catch (error) {
          if (!(error instanceof outbox.DamagedOutboxError)) throw error;
          outbox.stopJob(this.db(), id, error.message);
        }
    };
    await Promise.all(Array.from({ length: sideBySide }, one));
  }

  private async sendJob(link: Link, me: Membership, jobId: Id): Promise<void> {
    while (!this.stopped && !link.nc.isClosed()) {
      const db = this.db();
      const shared = outbox.officeJob(db, jobId);
      const step = outbox.firstWaiting(db, jobId);
      if (!shared || !step || shared.stopped !== null) return;
      // files first: who reads the step finds them
      await sendFiles(
        db,
        link,
        jobId,
        fileIdsOf(step.kind === 'begin' ? log.entryOf(db, me, step) : step.changes),
      );
      const entry = log.entryOf(db, me, step);
      try {
        const { seq, duplicate } = await link.js.publish(subjects.jobSubject(jobId), encode(entry), {
          msgID: `${jobId} ${step.id}`,
          expect: { lastSubjectSequence: shared.seq },
        });
        // it is there from before, after entries that are on their way here
        if (duplicate) return;
        log.confirm(db, jobId, step, seq, { name: me.laptopName, at: entry.at });
        await this.snapshot(link, me, jobId);
      } catch (error) {
        // what came in between is on its way here
        if (isTaken(error)) return;
        if (/Permissions Violation/i.test(messageOf(error))) {
          log.setAside(db, jobId, step, refusedWords(shared, me), this.now());
          continue;
        }
        if (/maximum payload|MAX_PAYLOAD/i.test(messageOf(error))) {
          outbox.stopJob(db, jobId, 'it is too large for the office');
          return;
        }
        throw error;
      }
    }
  }

  private async snapshot(link: Link, me: Membership, jobId: Id): Promise<void> {
    const db = this.db();
    const shared = outbox.officeJob(db, jobId);
    if (!shared || shared.sinceSnapshot < snapshotEvery) return;
    const state = log.snapshotOf(db, me, shared, this.now());
    await link.js.publish(subjects.snapshotSubject(jobId), encode(state));
    db.prepare('UPDATE office_job SET since_snapshot = 0 WHERE job_id = ?').run(jobId);
  }
}

const refusedWords = ({ onlyFor }: outbox.OfficeJob, me: Membership): string =>
  me.role === 'trainee'
    ? 'a trainee can’t change a job of the firm'
    : onlyFor !== null
      ? 'this job is set to another crew'
      : 'the office does not let this laptop change the job';

/** Errors of connecting, in words: what a person must see to is told apart from an office that is not there. */
function refusalOf(error: unknown): Error {
  const said = messageOf(error);
  if (/authorization|authentication/i.test(said))
    return new RefusedError(
      'The office does not know this laptop any more: it was shut out. What waits stays here.',
    );
  if (/certificate has expired|CERT_HAS_EXPIRED|not yet valid/i.test(`${said} ${causeOf(error)}`))
    return new RefusedError(
      'The office’s certificate has expired, or a clock is far off. Ask the office to write it anew.',
    );
  if (/certificate|self.signed|unable to verify|altnames/i.test(`${said} ${causeOf(error)}`))
    return new RefusedError(
      'The office at this address shows a certificate of another firm. Nothing was sent.',
    );
  return new Error('The office can’t be reached. Work goes on here, and is sent later.');
}
const causeOf = (error: unknown): string =>
  error instanceof Error && error.cause !== undefined ? messageOf(error.cause) : '';
