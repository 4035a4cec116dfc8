/**
 * A laptop of a firm at work: keeps a connection to the office where it can be had, takes in what others did, and sends what
 * waits. Everything it knows is in the database, so that it may be stopped at any moment.
 */
import { type Consumer, DeliverPolicy, jetstream, jetstreamManager } from '@nats-io/jetstream';
import { connect, type NatsConnection, nkeyAuthenticator } from '@nats-io/transport-node';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { begin, takeWhole } from './catchUp';
import { exchangeSet } from './crewSet';
import type { Numbered } from './chain';
import * as log from './laptopLog';
import { type Membership, membershipOf, noteRefused, noteSeen, noteSeq } from './membership';
import {
  decode,
  encode,
  entrySchema,
  messageVersion,
  type Presence,
  presenceSchema,
  UnreadableError,
} from './messages';
import {
  answerMs,
  fullWords,
  isFull,
  type Link,
  messageOf,
  mostTogether,
  RefusedError,
  refusalOf,
  type Work,
} from './officeLink';
import * as outbox from './outbox';
import { programVersion } from '../programVersion';
import { Flight } from './flight';
import { sendWaiting } from './sendWaiting';
import * as subjects from './subjects';

/** Pauses, ms: before trying the office again, least and most; between looks at what waits; between words about oneself. */
const [leastPauseMs, mostPauseMs] = [500, 5000];
const lookMs = 400;
const presenceMs = 10_000;
/** So long is waited for more entries to take in together, ms. */
const togetherMs = 25;

const sleep = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

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

/** Who was not heard for so long has nothing open any more, ms. */
const heardForMs = 3 * presenceMs;
/** By the office's clock alone: who was heard last of all tells what time it is there. */
export function present(laptops: readonly Presence[]): Presence[] {
  const nowMs = Math.max(...laptops.map((l) => Date.parse(l.at)));
  return laptops
    .map((l) => (nowMs - Date.parse(l.at) > heardForMs ? { ...l, open: [] } : l))
    .sort((a, b) => a.by.name.localeCompare(b.by.name));
}

export class Crew {
  private link: Link | null = null;
  private stopped = false;
  private wake: (() => void) | null = null;
  private said: string | null = null;
  private running: Promise<void> | null = null;
  private readonly laptops = new Map<string, Presence>();
  /** What came of jobs that are being fetched whole. */
  private readonly held = new Map<Id, Numbered[]>();

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
      laptops: present([...this.laptops.values()]),
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
      const work: Work = {
        ...{ link, me, db: this.db, now: this.now, blocked: new Map(), flight: new Flight() },
        stopped: () => this.stopped,
      };
      await begin(work);
      const from = membershipOf(this.db())?.seq ?? 0;
      const consumer = await link.js.consumers.get(subjects.jobsStream, {
        deliver_policy: DeliverPolicy.StartSequence,
        opt_start_seq: from + 1,
      });
      const reading = this.follow(consumer, me, from);
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
        await this.fetchWanted(work);
        await sendWaiting(work);
        const woken = new Promise<void>((done) => (this.wake = done));
        const error = await Promise.race([woken.then(() => null), sleep(lookMs).then(() => null), failed]);
        if (error) throw error instanceof Error ? error : new Error(messageOf(error));
      }
    } finally {
      if (!nc.isClosed()) await nc.close();
    }
  }

  /** Takes in what comes, some entries at a time. Ends with the connection. */
  private async follow(consumer: Consumer, me: Membership, from: number): Promise<void> {
    let newest = from;
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
      // the log has no holes: where one is seen, it is read again from what is known
      if (message.seq !== newest + 1) throw new Error('The office left out an entry. It is asked for again.');
      newest = message.seq;
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
    const byJob = new Map<Id, Numbered[]>();
    for (const { jobId, seq, data } of some) {
      const shared = outbox.officeJob(db, jobId);
      if (shared?.stopped || seq <= (shared?.seq ?? 0)) continue;
      try {
        if (!shared && this.isHeld(jobId, { seq, entry: decode(entrySchema, data) })) continue;
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

  /** Of a job that was removed for good here: once it is brought back elsewhere, entries wait until it was fetched whole. */
  private isHeld(jobId: Id, one: Numbered): boolean {
    if (one.entry.kind === 'begin') return false;
    const db = this.db();
    if (one.entry.kind === 'back') outbox.want(db, jobId);
    if (outbox.isWanted(db, jobId)) this.held.set(jobId, [...(this.held.get(jobId) ?? []), one]);
    return true;
  }

  private async fetchWanted(work: Work): Promise<void> {
    for (const jobId of outbox.wanted(this.db())) {
      await takeWhole(work, jobId);
      log.takeIn(this.db(), work.me, jobId, this.held.get(jobId) ?? [], this.now());
      this.held.delete(jobId);
      outbox.dropWant(this.db(), jobId);
    }
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
        program: programVersion(),
      },
      ...{
        seq: membershipOf(db)?.seq ?? 0,
        waiting: outbox.waitingCount(db),
        open: this.options.open?.() ?? [],
      },
    };
    await js.publish(subjects.laptopSubject(me.laptopId), encode(said));
  }
}
