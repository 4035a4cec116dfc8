/**
 * What the crews benchmark holds all against: the office's log, read entry by entry as it is stored, and the journals of the laptops.
 * Nothing of the program's merging is used here.
 */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { DeliverPolicy, jetstream, jetstreamManager } from '@nats-io/jetstream';
import type { NatsConnection } from '@nats-io/transport-node';
import type Database from 'better-sqlite3';

/** A line of a laptop's journal: which field it set, what it saw there, and what it wrote. */
export interface Noted {
  id: string;
  jobId: string;
  recordId: string;
  /** null: a whole record came or went. */
  field: 'heightM' | 'name' | 'note' | null;
  removed: string[];
  saw: unknown;
  wrote: unknown;
}

type Plain = Record<string, unknown> & { id: string; type: string };
export interface LogEntry {
  jobId: string;
  id: string;
  put: Plain[];
  remove: string[];
}

/**
 * The whole log as it is stored at the office, without entries that were made on another than the one before them: the office
 * should have refused those. @returns how many these were, too.
 */
export async function readLog(nc: NatsConnection): Promise<{ log: LogEntry[]; void: number }> {
  const jsm = await jetstreamManager(nc);
  const { state } = await jsm.streams.info('JOBS');
  const entries: LogEntry[] = [];
  const newest = new Map<string, number>();
  let unfit = 0;
  const consumer = await jetstream(nc).consumers.get('JOBS', { deliver_policy: DeliverPolicy.All });
  for await (const message of await consumer.consume({ max_messages: 500 })) {
    const bytes = message.data[0] === 0x1f ? gunzipSync(message.data) : Buffer.from(message.data);
    const said = JSON.parse(bytes.toString('utf8')) as {
      id: string;
      after: number;
      records?: Plain[];
      edit?: { put: Plain[]; remove: string[] };
    };
    const jobId = Buffer.from(message.subject.split('.')[1] ?? '', 'base64url').toString();
    const isFit = said.after === (newest.get(jobId) ?? 0);
    if (isFit) newest.set(jobId, message.seq);
    else unfit++;
    const entry = {
      jobId,
      id: said.id,
      put: said.records ?? said.edit?.put ?? [],
      remove: said.edit?.remove ?? [],
    };
    if (isFit) entries.push(entry);
    if (message.seq >= state.last_seq) break;
  }
  return { log: entries, void: unfit };
}

/** What a laptop noted and its database has: an edit that was killed on the way was never there. */
export function journalOf(folder: string, db: Database.Database): Noted[] {
  const file = join(folder, 'journal.jsonl');
  if (!existsSync(file)) return [];
  const has = db.prepare("SELECT 1 FROM edits WHERE job_id = ? AND edit_id = ? AND author = 'bench'");
  return readFileSync(file, 'utf8')
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Noted)
    .filter((n) => has.get(n.jobId, n.id) !== undefined);
}

/** Table and column of the fields that the benchmark changes. */
const columns = { heightM: 'height_m', name: 'name', note: 'note' } as const;
const tables = { heightM: ['spot', 'unit'], name: ['room'], note: ['job'] } as const;

/** Fields of a laptop that are not as the log, played from its beginning, leaves them. */
export function unlikeTheLog(db: Database.Database, log: readonly LogEntry[]): number {
  const state = new Map<string, Plain>();
  for (const { jobId, put, remove } of log) {
    for (const id of remove) state.delete(`${jobId} ${id}`);
    for (const record of put) state.set(`${jobId} ${record.id}`, record);
  }
  let unlike = 0;
  let seen = 0;
  for (const field of ['heightM', 'name', 'note'] as const)
    for (const table of tables[field])
      for (const row of db
        .prepare(`SELECT job_id AS jobId, id, ${columns[field]} AS value FROM ${table}`)
        .all() as { jobId: string; id: string; value: unknown }[]) {
        seen++;
        if (state.get(`${row.jobId} ${row.id}`)?.[field] !== row.value) unlike++;
      }
  const there = [...state.values()].filter((r) => ['spot', 'unit', 'room', 'job'].includes(r.type)).length;
  return unlike + Math.abs(there - seen);
}

export interface Verdict {
  lost: number;
  doubled: number;
  /** Values that took another's place without having seen it. */
  unseen: number;
  /** Edits that another's value beat, told with both values to their maker. */
  told: number;
  /** Of those: with other values than were written. */
  toldWrong: number;
  /** Removals of what another had removed already. */
  moot: number;
}

/** @param laptops each with its journal and what it tells its user of. */
export function judge(
  log: readonly LogEntry[],
  laptops: readonly { journal: readonly Noted[]; db: Database.Database }[],
): Verdict {
  const places = new Map<string, number>();
  let doubled = 0;
  for (const [i, { jobId, id }] of log.entries()) {
    if (places.has(`${jobId} ${id}`)) doubled++;
    places.set(`${jobId} ${id}`, i);
  }
  const byId = new Map(laptops.flatMap((l) => l.journal.map((n) => [`${n.jobId} ${n.id}`, n] as const)));

  // along the log: did each value replace the one that its maker saw?
  let unseen = 0;
  const now = new Map<string, unknown>();
  const written = new Set<string>();
  const gone = new Set<string>();
  for (const { jobId, id, put, remove } of log) {
    for (const r of remove) gone.add(`${jobId} ${r}`);
    const noted = byId.get(`${jobId} ${id}`);
    if (noted?.field) {
      const { field, saw, wrote } = noted;
      // each value is written once only: a record that was renamed on its way is known by it
      const record = put.find((r) => r[field] === wrote);
      if (!record || now.get(`${jobId} ${record.id} ${field}`) !== saw) unseen++;
    }
    for (const record of put)
      for (const field of ['heightM', 'name', 'note']) {
        const key = `${jobId} ${record.id} ${field}`;
        now.set(key, record[field]);
        written.add(`${jobId} ${field} ${String(record[field])}`);
      }
  }

  // what is not in the log is told to its maker, with the value written and one that another put there
  let [lost, told, toldWrong, moot] = [0, 0, 0, 0];
  for (const { journal, db } of laptops) {
    const clash = db.prepare(
      'SELECT mine, theirs FROM office_clash WHERE job_id = ? AND field = ? AND id LIKE ?',
    );
    const anyClash = db.prepare(
      'SELECT 1 FROM office_clash WHERE job_id = ? AND id LIKE ? AND field IS NULL',
    );
    // a spot that this laptop added may have got another name on its way: later lines of its journal mean that one
    const names = new Map<string, string>();
    const aside = db.prepare('SELECT 1 FROM office_aside WHERE job_id = ? AND id = ?');
    for (const { id, jobId, recordId, field, wrote, removed } of journal) {
      const place = places.get(`${jobId} ${id}`);
      if (place !== undefined) {
        const [added] = log[place]?.put ?? [];
        if (field === null && added) names.set(`${jobId} ${recordId}`, added.id);
        continue;
      }
      const isAside = aside.get(jobId, id) !== undefined;
      if (field === null) {
        // who removes what another has removed has nothing to be told
        const isGone =
          removed.length > 0 && removed.every((r) => gone.has(`${jobId} ${names.get(`${jobId} ${r}`) ?? r}`));
        if (isAside || anyClash.get(jobId, `${id}.%`) !== undefined) told++;
        else if (isGone) moot++;
        else lost++;
        continue;
      }
      const said = clash.get(jobId, field, `${id}.%`) as { mine: string; theirs: string } | undefined;
      // of a record that was removed meanwhile the whole is told, not the field
      if (!said && !isAside && anyClash.get(jobId, `${id}.%`) === undefined) lost++;
      else told++;
      if (!said) continue;
      const theirs: unknown = JSON.parse(said.theirs);
      const isTheirs = theirs !== wrote && written.has(`${jobId} ${field} ${String(theirs)}`);
      if (JSON.parse(said.mine) !== wrote || !isTheirs) toldWrong++;
    }
  }
  return { lost, doubled, unseen, told, toldWrong, moot };
}
