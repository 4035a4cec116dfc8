import { existsSync, mkdirSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { backupFiles, backupsFolder, backUpBeforeMigration } from './backupFiles';
import { DataTroubleError, trouble, troubleOf } from './dataTrouble';

export type Db = Database.Database;

const statements = new WeakMap<Db, Map<string, Database.Statement>>();
/** A statement that is compiled once for a database: for those that run often, and whole at once (no `iterate`, no `pluck`). */
export function prepared(db: Db, sql: string): Database.Statement {
  const had = statements.get(db) ?? new Map<string, Database.Statement>();
  statements.set(db, had);
  const statement = had.get(sql) ?? db.prepare(sql);
  had.set(sql, statement);
  return statement;
}

/** Where the program stands: NESTLE_HOME, else where it was started. */
export const home = (): string => process.env.NESTLE_HOME ?? process.cwd();
/** Folder of the database; NESTLE_DATA or ./data. */
export const dataFolder = (): string => process.env.NESTLE_DATA ?? join(home(), 'data');
export const databaseFile = (folder: string): string => join(folder, 'nestle.sqlite');
const migrationsFolder = () => join(home(), 'src/server/migrations');

/** The database was made by a newer program; nothing was touched. */
export class NewerDatabaseError extends DataTroubleError {
  constructor(file: string, found: number, known: number) {
    super(
      'newer',
      `The database ${file} is of version ${found}; this program knows versions up to ${known}. ` +
        'Nothing was changed. Start a newer Nestle, or set NESTLE_DATA to another folder.',
    );
    this.name = 'NewerDatabaseError';
  }
}

const migrations = (): string[] =>
  readdirSync(migrationsFolder())
    .filter((f) => /^\d{4}_.*\.sql$/.test(f))
    .sort();

/** The version of database that this program writes. */
export const databaseVersion = (): number => migrations().length;

/** What SQLite finds wrong with the file; empty when it is sound. Reads all of it. */
export function integrityProblems(db: Db): string[] {
  const found = db
    .prepare('PRAGMA integrity_check(50)')
    .pluck()
    .all()
    .map(String)
    .filter((line) => line !== 'ok');
  const dangling = db.pragma('foreign_key_check');
  return [
    ...found,
    ...(Array.isArray(dangling) && dangling.length
      ? [`${dangling.length} rows refer to what is not there`]
      : []),
  ];
}

/** Nothing but this program makes the file: one that is gone or empty beside backups was lost. */
function lookBeforeOpening(folder: string, file: string): void {
  const size = existsSync(file) ? statSync(file).size : null;
  if (size !== null && size > 0) return;
  if (backupFiles(backupsFolder(folder)).length === 0) return;
  throw trouble(size === null ? 'missing' : 'empty');
}

/**
 * Opens the database in a folder, making it when absent, checking it, and bringing it up to date: each
 * numbered .sql file not yet applied runs in a transaction of its own, after a backup was made.
 * @param options.evenIfLost begins an empty database where one was lost and backups are there.
 * @throws NewerDatabaseError when the file was written by a newer program.
 * @throws DataTroubleError when it is damaged, missing beside its backups, or can't be written.
 */
export function openDatabase(folder: string, { evenIfLost = false, check = true } = {}): Db {
  if (folder === ':memory:') return prepare(new Database(folder), folder, folder, false);
  const file = databaseFile(folder);
  try {
    mkdirSync(folder, { recursive: true });
    if (!evenIfLost) lookBeforeOpening(folder, file);
    const db = new Database(file);
    try {
      return prepare(db, folder, file, check);
    } catch (error) {
      db.close();
      throw error;
    }
  } catch (error) {
    throw troubleOf(error) ?? error;
  }
}

function prepare(db: Db, folder: string, file: string, check: boolean): Db {
  const names = migrations();
  const version = Number(db.pragma('user_version', { simple: true }));
  if (version > names.length) throw new NewerDatabaseError(file, version, names.length);
  if (check && version > 0) {
    const problems = integrityProblems(db);
    if (problems.length) throw trouble('damaged', problems);
  }
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 4000');
  if (version > 0 && version < names.length && folder !== ':memory:') backUpBeforeMigration(db, folder);
  names.slice(version).forEach((name, i) => {
    db.transaction(() => {
      db.exec(readFileSync(join(migrationsFolder(), name), 'utf8'));
      db.pragma(`user_version = ${version + i + 1}`);
    }).immediate();
  });
  return db;
}

interface Open {
  db: Db;
  file: string;
  ino: number;
}
const holder = globalThis as typeof globalThis & { nestleDatabase?: Open };

/** Is the file that a database was opened from still in its place, and not another one? */
const isInPlace = ({ file, ino }: Open): boolean => {
  const now = statSync(file, { throwIfNoEntry: false });
  return now !== undefined && now.ino === ino && now.size > 0;
};

/**
 * The one open database of this process. When its file was replaced meanwhile, the new one is opened.
 * @throws DataTroubleError when the file is gone, empty or damaged.
 */
export function database(): Db {
  const had = holder.nestleDatabase;
  if (had && isInPlace(had)) return had.db;
  if (had) closeDatabase();
  const file = databaseFile(dataFolder());
  // what was open here before is lost, not new
  if (had && !existsSync(file)) throw trouble('missing');
  const db = openDatabase(dataFolder());
  holder.nestleDatabase = { db, file, ino: statSync(file).ino };
  return db;
}

/** Lets go of the file, so that another one can take its place. */
export function closeDatabase(): void {
  holder.nestleDatabase?.db.close();
  delete holder.nestleDatabase;
}

/**
 * To be asked after writing: is what was written still in the data folder?
 * @throws DataTroubleError when the file was taken away while it was written.
 */
export function assertInPlace(db: Db): void {
  const had = holder.nestleDatabase;
  if (had?.db === db && !isInPlace(had)) throw trouble('missing');
}
