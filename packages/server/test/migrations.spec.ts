import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { openDb } from '../src/db/open';
import { edits, jobs, sheets } from '../src/db/schema';
import { places } from './support';

const { migrationsDir } = places('');
const folder = mkdtempSync(join(tmpdir(), 'uvrant-migrations-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** The migrations that there were up to one of them. */
const upTo = (last: string): string => {
  const dir = join(folder, 'before');
  cpSync(migrationsDir, dir, { recursive: true });
  const file = join(dir, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: { tag: string }[] };
  const at = journal.entries.findIndex(({ tag }) => tag === last);
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, at + 1) }));
  return dir;
};

test('a database from before edits went with their sheets keeps all that it has; they go with it from then on', () => {
  const dataDir = join(folder, 'data');
  const before = openDb(dataDir, upTo('0005_indexes'));
  before.db.insert(jobs).values({ id: 'j', name: 'Job', createdAt: 1, openedAt: 1 }).run();
  before.db.insert(sheets).values({ id: 's', jobId: 'j', name: 'Sheet', revision: 2, document: '{}', createdAt: 1, updatedAt: 1 }).run();
  before.db.insert(edits).values({ editId: 'an-edit-id', sheetId: 's', revision: 2, at: 7 }).run();
  expect(() => before.db.delete(sheets).where(eq(sheets.id, 's')).run()).toThrow(/FOREIGN KEY/);
  before.close();
  const { db, close } = openDb(dataDir, migrationsDir);
  expect(db.select().from(edits).all()).toEqual([{ editId: 'an-edit-id', sheetId: 's', revision: 2, at: 7 }]);
  // What has files behind it does not go by itself: a job with sheets stays.
  expect(() => db.delete(jobs).where(eq(jobs.id, 'j')).run()).toThrow(/FOREIGN KEY/);
  db.delete(sheets).where(eq(sheets.id, 's')).run();
  expect(db.select().from(edits).all()).toEqual([]);
  close();
});
