import { z } from 'zod';
import {
  type AnyRecord,
  type Id,
  recordSchema,
  type RecordType,
  recordTypes,
  schemas,
} from '@/core/job/records';
import { type Db, prepared } from './database';

/**
 * The one mapping between a record and its row, worked out from the record's schema: a field
 * `floorZM` is the column `floor_z_m`; booleans are 0 and 1; lists and objects are JSON text.
 */
interface Column {
  field: string;
  column: string;
  kind: 'plain' | 'boolean' | 'json';
}

const snake = (field: string) => field.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

function kindOf(schema: unknown): Column['kind'] {
  if (schema instanceof z.ZodNullable || schema instanceof z.ZodDefault || schema instanceof z.ZodPrefault)
    return kindOf(schema.unwrap());
  if (schema instanceof z.ZodBoolean) return 'boolean';
  if (schema instanceof z.ZodArray || schema instanceof z.ZodObject) return 'json';
  return 'plain';
}

interface Table {
  columns: Column[];
  select: string;
  selectOne: string;
  upsert: string;
  remove: string;
}

function tableOf(type: RecordType): Table {
  const name = snake(type);
  const columns = Object.entries(schemas[type].shape)
    .filter(([field]) => field !== 'type')
    .map(([field, schema]): Column => ({ field, column: snake(field), kind: kindOf(schema) }));
  const names = columns.map((c) => c.column);
  const updates = names.filter((n) => n !== 'id').map((n) => `${n} = excluded.${n}`);
  return {
    columns,
    select: `SELECT ${names.join(', ')} FROM ${name} WHERE job_id = ? ORDER BY rowid`,
    selectOne: `SELECT ${names.join(', ')} FROM ${name} WHERE job_id = ? AND id = ?`,
    upsert: `INSERT INTO ${name} (job_id, ${names.join(', ')}) VALUES (?, ${names.map(() => '?').join(', ')})
      ON CONFLICT (job_id, id) DO UPDATE SET ${updates.join(', ')}`,
    remove: `DELETE FROM ${name} WHERE job_id = ? AND id = ?`,
  };
}

const tables = new Map(recordTypes.map((type) => [type, tableOf(type)]));
const table = (type: RecordType): Table => {
  const found = tables.get(type);
  if (!found) throw new Error(`no table for ${type}`);
  return found;
};

const rowSchema = z.record(z.string(), z.union([z.string(), z.number(), z.null()]));

function toRecord(type: RecordType, columns: readonly Column[], raw: unknown): AnyRecord {
  const row = rowSchema.parse(raw);
  const record: Record<string, unknown> = { type };
  for (const { field, column, kind } of columns) {
    const value = row[column] ?? null;
    record[field] =
      value === null
        ? null
        : kind === 'boolean'
          ? value === 1
          : kind === 'json'
            ? JSON.parse(String(value))
            : value;
  }
  return recordSchema.parse(record);
}

/** All records of a job, checked by their schemas. Empty when there is no such job. */
export function selectRecords(db: Db, jobId: Id): AnyRecord[] {
  return recordTypes.flatMap((type) => {
    const { columns, select } = table(type);
    return prepared(db, select)
      .all(jobId)
      .map((raw) => toRecord(type, columns, raw));
  });
}

/** One record of a known type; null where there is none. */
export function selectRecord(db: Db, jobId: Id, type: RecordType, id: Id): AnyRecord | null {
  const { columns, selectOne } = table(type);
  const raw = prepared(db, selectOne).get(jobId, id);
  return raw === undefined ? null : toRecord(type, columns, raw);
}

/**
 * The rows of a job by table, unchecked: what is there when a record can't be read.
 * @param failed hears of a table that breaks off; the rows before the damage are kept. Absent: it throws.
 */
export const rawRecords = (
  db: Db,
  jobId: Id,
  failed?: (table: string, error: unknown) => void,
): Record<string, unknown[]> =>
  Object.fromEntries(
    recordTypes.map((type) => {
      const rows: unknown[] = [];
      try {
        for (const row of db.prepare(table(type).select).iterate(jobId)) rows.push(row);
      } catch (error) {
        if (!failed) throw error;
        failed(type, error);
      }
      return [type, rows];
    }),
  );

/** Writes a record, new or in place of the one with its id. */
export function upsertRecord(db: Db, jobId: Id, record: AnyRecord): void {
  const { columns, upsert } = table(record.type);
  const fields = new Map<string, unknown>(Object.entries(record));
  const values = columns.map(({ field, kind }) => {
    const value = fields.get(field) ?? null;
    if (value === null) return null;
    return kind === 'boolean' ? Number(value) : kind === 'json' ? JSON.stringify(value) : value;
  });
  prepared(db, upsert).run(jobId, ...values);
}

/** Removes a record of a known type. */
export function deleteRecord(db: Db, jobId: Id, type: RecordType, id: Id): void {
  prepared(db, table(type).remove).run(jobId, id);
}
