import { chmodSync, existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { copyDaily, damaged } from './copies';
import * as schema from './schema';

export type Db = BetterSQLite3Database<typeof schema>;

export interface OpenDb {
  readonly db: Db;
  /** Copies the database where it has none of today's yet. */
  readonly copy: () => void;
  readonly close: () => void;
}

/**
 * Holds the data directory for one server at a time, by an exclusive transaction on a small database of its own; the
 * operating system lets go of it however the process ends.
 * @throws Error where another server holds it.
 */
const hold = (dataDir: string): BetterSqlite.Database => {
  const lock = new BetterSqlite(join(dataDir, 'lock.db'), { timeout: 0 });
  try {
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: unknown }).code !== 'SQLITE_BUSY') throw error;
    throw new Error(`Another Uvrant is running on ${dataDir}. Stop it, or give this one a directory of its own: --data DIR`, {
      cause: error,
    });
  }
  return lock;
};

/** The database itself. @throws Error in words where it is damaged, naming its copies. */
const soundDb = (dataDir: string, lock: BetterSqlite.Database): BetterSqlite.Database => {
  const sqlite = new BetterSqlite(join(dataDir, 'uvrant.db'));
  try {
    const [found] = sqlite.pragma('quick_check(1)') as [{ quick_check: string }];
    if (found.quick_check === 'ok') return sqlite;
    throw new Error(damaged(dataDir));
  } catch (error) {
    sqlite.close();
    lock.close();
    const { code } = error as { code?: unknown };
    throw code === 'SQLITE_CORRUPT' || code === 'SQLITE_NOTADB' ? new Error(damaged(dataDir), { cause: error }) : error;
  }
};

/** Opens the database of a data directory, alone, brought to the current schema. */
export const openDb = (dataDir: string, migrations: string): OpenDb => {
  if (existsSync(dataDir) && !statSync(dataDir).isDirectory()) {
    throw new Error(`${dataDir} is a file; the data needs a directory: --data DIR`);
  }
  mkdirSync(dataDir, { recursive: true });
  // Nobody else on this machine is to read the pictures of a job.
  chmodSync(dataDir, 0o700);
  const lock = hold(dataDir);
  const sqlite = soundDb(dataDir, lock);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('synchronous = FULL');
  const db = drizzle(sqlite, { schema });
  migrate(db, { migrationsFolder: migrations });
  return {
    db,
    copy: () => copyDaily(sqlite, dataDir, new Date()),
    close: () => {
      sqlite.close();
      lock.close();
    },
  };
};
