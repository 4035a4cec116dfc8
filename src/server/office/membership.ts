/** Which firm this laptop belongs to. Its key lies beside the database and is in no backup. */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { type Db, prepared } from '../database';

export const roles = ['office', 'crew', 'trainee'] as const;
export type Role = (typeof roles)[number];

const rowSchema = z.object({
  firm_id: z.string(),
  firm_name: z.string(),
  laptop_id: z.string(),
  laptop_name: z.string(),
  role: z.enum(roles),
  servers: z.string(),
  ca: z.string(),
  seq: z.number(),
  set_seq: z.number(),
  set_waits: z.number(),
  seen_at: z.string().nullable(),
  refused: z.string().nullable(),
});

export interface Membership {
  firmId: string;
  firmName: string;
  laptopId: string;
  laptopName: string;
  role: Role;
  /** Addresses of the office's nodes. */
  servers: string[];
  /** Certificate of the firm's own authority, PEM. */
  ca: string;
  /** The newest entry of the log that was taken in, and the version of the shared products. */
  seq: number;
  setSeq: number;
  /** Own products were changed here and not sent yet. */
  setWaits: boolean;
  /** When the office was heard last. */
  seenAt: string | null;
  /** Why the office takes nothing from this laptop. */
  refused: string | null;
}

/** null: this laptop is on its own. */
export function membershipOf(db: Db): Membership | null {
  const raw = prepared(db, 'SELECT * FROM office WHERE one = 1').get();
  if (raw === undefined) return null;
  const r = rowSchema.parse(raw);
  return {
    ...{ firmId: r.firm_id, firmName: r.firm_name, laptopId: r.laptop_id, laptopName: r.laptop_name },
    ...{ role: r.role, servers: z.array(z.string()).parse(JSON.parse(r.servers)), ca: r.ca },
    ...{ seq: r.seq, setSeq: r.set_seq, setWaits: r.set_waits === 1, seenAt: r.seen_at, refused: r.refused },
  };
}

export type NewMember = Pick<
  Membership,
  'firmId' | 'firmName' | 'laptopId' | 'laptopName' | 'role' | 'servers' | 'ca'
>;

export function keepMembership(db: Db, m: NewMember): void {
  db.prepare(
    `INSERT INTO office (one, firm_id, firm_name, laptop_id, laptop_name, role, servers, ca)
     VALUES (1, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(m.firmId, m.firmName, m.laptopId, m.laptopName, m.role, JSON.stringify(m.servers), m.ca);
}

/** Leaves the firm: jobs stay on this laptop, steps that wait are part of them. */
export function dropMembership(db: Db): void {
  db.transaction(() => {
    for (const table of [
      'office',
      'office_job',
      'office_seen',
      'office_base',
      'office_outbox',
      'office_aside',
      'office_clash',
      'office_want',
    ])
      db.prepare(`DELETE FROM ${table}`).run();
  }).immediate();
}

export const noteRefused = (db: Db, why: string | null): void => {
  prepared(db, 'UPDATE office SET refused = ? WHERE one = 1').run(why);
};
export const noteSeen = (db: Db, now: string): void => {
  prepared(db, 'UPDATE office SET seen_at = ?, refused = NULL WHERE one = 1').run(now);
};
export const noteSeq = (db: Db, seq: number): void => {
  prepared(db, 'UPDATE office SET seq = ? WHERE one = 1').run(seq);
};

const keyFile = (folder: string): string => join(folder, 'office.key');

/** The laptop's own key, which nobody else has. */
export function keepKey(folder: string, seed: string): void {
  mkdirSync(folder, { recursive: true });
  writeFileSync(keyFile(folder), seed, { mode: 0o600 });
}
export const readKey = (folder: string): string | null =>
  existsSync(keyFile(folder)) ? readFileSync(keyFile(folder), 'utf8').trim() : null;
export const dropKey = (folder: string): void => rmSync(keyFile(folder), { force: true });
