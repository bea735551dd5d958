import { mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Database } from 'better-sqlite3';

/** Copies that are kept, and their names: by day. */
const KEPT = 7;
const FOLDER = 'copies';
const nameOf = (day: Date): string => `uvrant-${day.toISOString().slice(0, 10)}.db`;
const NAME = /^uvrant-\d{4}-\d\d-\d\d\.db$/;

export const copiesFolder = (dataDir: string): string => join(dataDir, FOLDER);

/** Copies there are, oldest first. */
export const copiesOf = (dataDir: string): string[] => {
  try {
    return readdirSync(copiesFolder(dataDir))
      .filter((name) => NAME.test(name))
      .sort();
  } catch {
    return [];
  }
};

/** Copies the database once a day, whole or not at all (SQLite's VACUUM INTO); the last seven copies are kept. */
export const copyDaily = (database: Database, dataDir: string, now: Date): void => {
  const folder = copiesFolder(dataDir);
  const name = nameOf(now);
  if (copiesOf(dataDir).includes(name)) return;
  mkdirSync(folder, { recursive: true });
  const aside = join(folder, `${name}.part`);
  rmSync(aside, { force: true });
  try {
    database.prepare('VACUUM INTO ?').run(aside);
    renameSync(aside, join(folder, name));
  } finally {
    rmSync(aside, { force: true });
  }
  for (const old of copiesOf(dataDir).slice(0, -KEPT)) rmSync(join(folder, old), { force: true });
};

/** What to say of a database that is damaged. */
export const damaged = (dataDir: string): string => {
  const newest = copiesOf(dataDir).at(-1);
  const way = newest
    ? `A copy of it is kept each day: stop, and put ${join(copiesFolder(dataDir), newest)} in its place to go on from there.`
    : 'There is no copy of it yet. Move it aside to begin anew; the pictures beside it stay.';
  return `The database ${join(dataDir, 'uvrant.db')} is damaged. ${way}`;
};
