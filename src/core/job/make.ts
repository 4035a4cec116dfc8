import { type z } from 'zod';
import { type RecordOf, type RecordType, recordSchema, type schemas } from './records';

/** A record as it may be written down: fields that have a default can be left out. */
export type RecordInput = z.input<typeof recordSchema>;
export type InputOf<T extends RecordType> = z.input<(typeof schemas)[T]>;

/**
 * Makes a record: fills in defaults and checks it by its schema.
 * Example: `makeRecord({ type: 'room', id: 'r', …, outline, activityIds: [] }).holes` is `[]`.
 * @throws z.ZodError with the path of what is wrong.
 */
export function makeRecord<T extends RecordType>(record: InputOf<T> & { type: T }): RecordOf<T>;
export function makeRecord(record: RecordInput) {
  return recordSchema.parse(record);
}
