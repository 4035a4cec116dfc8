/** What can be wrong with the data folder, each in its own words: what happened, what is kept, what to do. */
export type TroubleKind = 'full' | 'read-only' | 'damaged' | 'missing' | 'empty' | 'newer' | 'busy' | 'disk';

/** Something is wrong with the data folder; nothing was written. */
export class DataTroubleError extends Error {
  constructor(
    readonly kind: TroubleKind,
    message: string,
    /** What is damaged, as SQLite says it. */
    readonly details: readonly string[] = [],
  ) {
    super(message);
    this.name = 'DataTroubleError';
  }
}

const kept = 'A step that is not stored stays in its window, which tries again.';
const words: Record<Exclude<TroubleKind, 'newer'>, string> = {
  full: `The disk of the data folder is full. Free some space on it. ${kept}`,
  'read-only': `The data folder can’t be written. Allow this user to write it. ${kept}`,
  damaged: `The database is damaged. Restore a backup, or save what is readable. ${kept}`,
  missing: `The database file is not in the data folder any more. Put it back, or restore a backup. ${kept}`,
  empty: `The database file is empty. Restore a backup, or put the right file back. ${kept}`,
  busy: `Another program holds the database. Close it, or wait. ${kept}`,
  disk: `The disk of the data folder gives errors. Copy the folder to another disk. ${kept}`,
};

export const trouble = (kind: Exclude<TroubleKind, 'newer'>, details: readonly string[] = []) =>
  new DataTroubleError(kind, words[kind], details);

const codes: readonly (readonly [RegExp, Exclude<TroubleKind, 'newer'>])[] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, 'full'],
  [/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EACCES|EPERM|EROFS)/, 'read-only'],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, 'damaged'],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, 'busy'],
  [/^(SQLITE_IOERR|EIO)/, 'disk'],
  [/^(ENOENT|ENOTDIR)/, 'missing'],
];

/** An error of the database or the file system, told by its code: its class may come from another context. */
const coded = (error: unknown): { code: string; message: string } | null =>
  typeof error === 'object' &&
  error !== null &&
  'code' in error &&
  typeof error.code === 'string' &&
  'message' in error &&
  typeof error.message === 'string'
    ? { code: error.code, message: error.message }
    : null;

/** The trouble behind an error of the database or the file system; null when it is something else. */
export function troubleOf(error: unknown): DataTroubleError | null {
  if (error instanceof DataTroubleError) return error;
  const found = coded(error);
  const kind = found && codes.find(([pattern]) => pattern.test(found.code))?.[1];
  return found && kind ? trouble(kind, [found.message]) : null;
}

/** Did the table refuse what the schema took? The record can't be stored as it is. */
export const constraintOf = (error: unknown): string | null => {
  const found = coded(error);
  return found?.code.startsWith('SQLITE_CONSTRAINT') ? found.message : null;
};

/** There is a sound database already; it is replaced only when that is asked for. */
export class NotEmptyError extends Error {
  constructor(readonly jobs: number) {
    super(
      `There is a sound database with ${jobs} ${jobs === 1 ? 'job' : 'jobs'} already. Nothing was changed.`,
    );
    this.name = 'NotEmptyError';
  }
}
