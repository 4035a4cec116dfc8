/** What travels through the log of a firm: entries of jobs, states of jobs, what laptops say of themselves, the shared products. */
import { gunzipSync, gzipSync } from 'node:zlib';
import { z } from 'zod';
import { editSchema } from '@/core/job/edits';
import { recordSchema } from '@/core/job/records';
import { ownSetSchema } from '@/core/papers/ownSet';
import { secretSchema } from '../sealed';

/** The form of what is written. A laptop that knows only older ones stops reading a job there, and writes nothing to it. */
export const messageVersion = 1;

const by = z.strictObject({ id: z.string().max(64), name: z.string().max(80) });
const at = z.string().max(40);
const head = { v: z.literal(messageVersion), by, at };
const stepId = z.string().regex(/^[A-Za-z0-9._:-]{1,80}$/);
const records = z.array(recordSchema).max(50_000);

const entryHead = {
  ...{ ...head, id: stepId },
  /** Place of the entry of this job that it was made on, 0 = none: who misses one sees it by the next. */
  after: z.int().min(0),
};

/** An entry of the log of a job. */
export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...{ ...entryHead, kind: z.literal('begin'), records },
    /** The newest entry of an older log that the state holds; 0 = a job that was never with the office. */
    knew: z.int().min(0),
  }),
  z.strictObject({ ...entryHead, kind: z.literal('edit'), edit: editSchema }),
  z.strictObject({ ...entryHead, kind: z.enum(['bin', 'back']) }),
  // sealed: whoever was not given the passphrase holds signs without meaning
  z.strictObject({ ...entryHead, kind: z.literal('secret'), secret: secretSchema }),
  z.strictObject({ ...entryHead, kind: z.literal('no-secret'), of: z.string().max(40) }),
  z.strictObject({ ...entryHead, kind: z.literal('only'), laptopId: z.string().max(64).nullable() }),
]);
export type Entry = z.infer<typeof entrySchema>;

/** A job as it is after an entry: who joins need not read all that came before. */
export const snapshotSchema = z.strictObject({
  ...head,
  seq: z.int().min(1),
  /** The newest entry that counts. */
  validSeq: z.int().min(1),
  /** Of the entry at `seq`. */
  entryId: stepId,
  binned: z.boolean(),
  onlyFor: z.string().max(64).nullable(),
  secrets: z.array(secretSchema).max(200),
  records,
});
export type Snapshot = z.infer<typeof snapshotSchema>;

/** What a laptop says of itself. An older program may read what a newer one says: what it does not know is left out. */
export const presenceSchema = z.object({
  by,
  at,
  role: z.enum(['office', 'crew', 'trainee']),
  /** Of the program's messages. */
  version: z.int(),
  /** Version of the program; an older one does not say. */
  program: z.string().max(40).default(''),
  /** The newest entry that it has, and how many steps it has not sent. */
  seq: z.int(),
  waiting: z.int(),
  /** Jobs that are open there now. */
  open: z.array(z.string().max(64)).max(50),
});
export type Presence = z.infer<typeof presenceSchema>;

/** A version of the firm's own products, activities, prices and step times. */
export const setMessageSchema = z.strictObject({ ...head, set: ownSetSchema });

/** An entry that this program can't read: a newer one wrote it, or it is damaged. */
export class UnreadableError extends Error {
  constructor(readonly isNewer: boolean) {
    super(isNewer ? 'written by a newer Nestle: update this laptop' : 'damaged at the office');
    this.name = 'UnreadableError';
  }
}

/** From so many bytes on a message is packed (custom). */
const packedFrom = 2000;
const gzipMark = 0x1f;
/** Unpacked a message is no larger, bytes. */
const mostBytes = 64_000_000;

export function encode(message: object): Uint8Array {
  const bytes = Buffer.from(JSON.stringify(message));
  return bytes.length < packedFrom ? bytes : gzipSync(bytes);
}

/** @throws UnreadableError */
export function decode<S extends z.ZodType>(schema: S, data: Uint8Array): z.infer<S> {
  let value: unknown;
  try {
    const bytes = data[0] === gzipMark ? gunzipSync(data, { maxOutputLength: mostBytes }) : Buffer.from(data);
    value = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw new UnreadableError(false);
  }
  const { success, data: read } = schema.safeParse(value);
  if (success) return read;
  const version = z.object({ v: z.number() }).safeParse(value);
  // fields and records that are not known come from a newer program, whatever version it names
  throw new UnreadableError(version.success);
}
