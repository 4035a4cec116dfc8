import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

/** Folder of the database; NESTLE_DATA or ./data. */
export const dataFolder = (): string => process.env.NESTLE_DATA ?? join(process.cwd(), 'data');
const migrationsFolder = () => join(process.cwd(), 'src/server/migrations');

/** The database was made by a newer program; nothing was touched. */
export class NewerDatabaseError extends Error {
  constructor(file: string, found: number, known: number) {
    super(
      `The database ${file} is of version ${found}; this program knows versions up to ${known}. ` +
        'Nothing was changed. Start a newer Nestle, or set NESTLE_DATA to another folder.',
    );
    this.name = 'NewerDatabaseError';
  }
}

/**
 * Opens the database in a folder, making it when absent and bringing it up to date: each numbered
 * .sql file not yet applied runs in a transaction of its own.
 * @throws NewerDatabaseError when the file was written by a newer program.
 */
export function openDatabase(folder: string): Db {
  if (folder !== ':memory:') mkdirSync(folder, { recursive: true });
  const file = folder === ':memory:' ? folder : join(folder, 'nestle.sqlite');
  const db = new Database(file);
  const migrations = readdirSync(migrationsFolder())
    .filter((f) => /^\d{4}_.*\.sql$/.test(f))
    .sort();
  const version = Number(db.pragma('user_version', { simple: true }));
  if (version > migrations.length) {
    db.close();
    throw new NewerDatabaseError(file, version, migrations.length);
  }
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 4000');
  migrations.slice(version).forEach((name, i) => {
    db.transaction(() => {
      db.exec(readFileSync(join(migrationsFolder(), name), 'utf8'));
      db.pragma(`user_version = ${version + i + 1}`);
    }).immediate();
  });
  return db;
}

const holder = globalThis as typeof globalThis & { nestleDatabase?: Db };

/** The one open database of this process. */
export function database(): Db {
  holder.nestleDatabase ??= openDatabase(dataFolder());
  return holder.nestleDatabase;
}
