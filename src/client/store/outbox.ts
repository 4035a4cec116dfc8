/** What a window has not been able to store yet, kept in the browser: it survives a closed tab and a crash. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { z } from 'zod';
import { recordSchema } from '@/core/job/records';
import type { Outbox } from '@/core/sync/sync';

const change = z.object({
  id: z.string(),
  before: recordSchema.nullable(),
  after: recordSchema.nullable(),
});
const outboxSchema = z.object({
  queue: z.array(
    z.object({
      id: z.string(),
      kind: z.enum(['do', 'undo', 'redo']),
      of: z.string().nullable(),
      label: z.string(),
      asked: z.array(change),
      changes: z.array(change),
    }),
  ),
  aside: z.array(z.object({ id: z.string(), label: z.string(), asked: z.array(change), reason: z.string() })),
  clashes: z.array(
    z.object({
      id: z.string(),
      label: z.string(),
      by: z.string(),
      recordId: z.string(),
      field: z.string().nullable(),
      mine: z.unknown(),
      theirs: z.unknown(),
    }),
  ),
});

interface Tables extends DBSchema {
  outbox: { key: [jobId: string, seat: string]; value: { jobId: string; seat: string; outbox: unknown } };
}

export const isEmpty = ({ queue, aside, clashes }: Outbox): boolean =>
  queue.length + aside.length + clashes.length === 0;

/** Where windows keep what is not stored yet, by job and window. */
export interface OutboxStore {
  /** Seats of other windows that left something of this job. */
  seats: (jobId: string) => Promise<string[]>;
  /** What a window left; null = nothing. What can't be read is kept under another name. */
  read: (jobId: string, seat: string) => Promise<Outbox | 'unreadable' | null>;
  write: (jobId: string, seat: string, outbox: Outbox) => Promise<void>;
}

const open = (): Promise<IDBPDatabase<Tables>> =>
  openDB<Tables>('nestle', 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: ['jobId', 'seat'] });
    },
  });

/** The outbox in IndexedDB. */
export function browserOutbox(): OutboxStore {
  let opened: Promise<IDBPDatabase<Tables>> | null = null;
  const db = () => {
    opened ??= open().catch((error: unknown) => {
      opened = null;
      throw error;
    });
    return opened;
  };
  return {
    async seats(jobId) {
      const keys = await (await db()).getAllKeys('outbox');
      return keys.filter(([job]) => job === jobId).map(([, seat]) => seat);
    },
    async read(jobId, seat) {
      const row = await (await db()).get('outbox', [jobId, seat]);
      if (!row) return null;
      const parsed = outboxSchema.safeParse(row.outbox);
      if (parsed.success) return parsed.data;
      console.error(parsed.error);
      await (await db()).put('outbox', { ...row, seat: `${seat}:unread:${Date.now()}` });
      await (await db()).delete('outbox', [jobId, seat]);
      return 'unreadable';
    },
    async write(jobId, seat, { queue, aside, clashes }) {
      const outbox = { queue, aside, clashes };
      if (isEmpty(outbox)) await (await db()).delete('outbox', [jobId, seat]);
      else await (await db()).put('outbox', { jobId, seat, outbox });
    },
  };
}
