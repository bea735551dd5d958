import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull, lt, lte } from 'drizzle-orm';
import { fontsOf, LONGEST_NAME, picturesOf, type Sheet } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import type { AssetStore } from '../assets/store';
import type { Db } from '../db/open';
import { edits, sheetPictures, sheets } from '../db/schema';
import { AppError } from '../errors';
import type { FontStore } from '../fonts/store';
import { shownName } from '../validation';
import { checkedSheet } from './sheet-schema';

/** Ids of edits that are kept of each sheet whatever their age, and how long others are. */
const EDIT_IDS_KEPT = 50;
const EDIT_IDS_KEPT_MS = 24 * 3600 * 1000;

const quoted = (names: readonly string[]): string => names.map((name) => `“${name}”`).join(', ');

type Row = typeof sheets.$inferSelect;
const keptOf = ({ id, jobId, name, revision, updatedAt, document }: Row): KeptSheet => {
  const kept = { id, jobId, revision, updatedAt };
  let written: unknown = { name };
  try {
    written = JSON.parse(document);
    return { ...kept, document: readSheet(document, written), fault: null };
  } catch (error) {
    const fault = error instanceof AppError ? error.message : 'What was written of this sheet cannot be read any more.';
    return { ...kept, document: written as Sheet, fault };
  }
};

/** A sheet as it was written: names from before unseen characters were refused are read without them. */
const readSheet = (document: string, written: unknown): Sheet => {
  try {
    return checkedSheet(written);
  } catch (error) {
    const plain: unknown = JSON.parse(document, (key, value: unknown) =>
      key === 'name' && typeof value === 'string' ? shownName(value, LONGEST_NAME, 'Without a name') : value,
    );
    try {
      return checkedSheet(plain);
    } catch {
      throw error;
    }
  }
};

const IN_TRAY = 'This sheet is in the tray: put it back to go on with it.';

export class SheetService {
  constructor(
    private readonly db: Db,
    private readonly assets: AssetStore,
    private readonly fonts: FontStore,
  ) {}

  ofJob(jobId: string): KeptSheet[] {
    return this.rowsOf(jobId).map(keptOf);
  }

  private rowsOf(jobId: string): Row[] {
    return this.db
      .select()
      .from(sheets)
      .where(and(eq(sheets.jobId, jobId), isNull(sheets.removedAt)))
      .orderBy(asc(sheets.createdAt))
      .all();
  }

  /** A sheet as it printed at a revision, small (WebP); null before one was kept. */
  pictureOf(id: string): { readonly revision: number; readonly webp: Buffer } | null {
    return this.db.select().from(sheetPictures).where(eq(sheetPictures.sheetId, id)).get() ?? null;
  }

  /**
   * Keeps a small picture of a sheet at a revision, unless a later one is there.
   * @throws AppError `not-found` for a sheet that is not here, `bad-request` for bytes that are no WebP.
   */
  keepPicture(id: string, revision: number, webp: Buffer): void {
    this.needRow(id);
    if (webp.toString('latin1', 0, 4) !== 'RIFF' || webp.toString('latin1', 8, 12) !== 'WEBP')
      throw new AppError('bad-request', 'A small picture of a sheet is a WebP file.');
    this.db
      .insert(sheetPictures)
      .values({ sheetId: id, revision, webp })
      .onConflictDoUpdate({ target: sheetPictures.sheetId, set: { revision, webp }, setWhere: lte(sheetPictures.revision, revision) })
      .run();
  }

  /** Names of the sheets of a job (or of all) that name something: a picture or font by its hash, a sheet by its id. */
  namesOfThoseWith(what: string, jobId: string | null): string[] {
    const rows = jobId === null ? this.db.select().from(sheets).where(isNull(sheets.removedAt)).all() : this.rowsOf(jobId);
    // Looked for in the text, so that a sheet that cannot be read counts, too.
    return rows.filter(({ id, document }) => id !== what && document.includes(`"${what}"`)).map(({ name }) => name);
  }

  private needRow(id: string): Row {
    const row = this.db.select().from(sheets).where(eq(sheets.id, id)).get();
    if (!row) throw new AppError('not-found', 'This sheet is not here; it may have been removed.');
    if (row.removedAt !== null) throw new AppError('not-found', IN_TRAY);
    return row;
  }

  /** @throws AppError `not-found` */
  need(id: string): KeptSheet {
    return keptOf(this.needRow(id));
  }

  /** A sheet that can be printed. @throws AppError `not-found`, or `bad-sheet` with its fault. */
  needSound(id: string): KeptSheet {
    const kept = this.need(id);
    if (kept.fault !== null) throw new AppError('bad-sheet', kept.fault);
    return kept;
  }

  /** Puts a sheet into the tray. @throws AppError `not-found`, or `in-use` where another sheet prints it. */
  remove(id: string): void {
    const { jobId, name } = this.needRow(id);
    const users = this.namesOfThoseWith(id, jobId);
    if (users.length > 0) throw new AppError('in-use', `“${name}” is printed by ${quoted(users)}: remove it there first.`);
    this.db.update(sheets).set({ removedAt: Date.now() }).where(eq(sheets.id, id)).run();
  }

  /** @throws AppError `bad-sheet`, `missing-picture` or `missing-font`; nothing is kept. */
  create(jobId: string, document: unknown): KeptSheet {
    const sheet = this.checked(document, jobId);
    const id = randomUUID();
    const now = Date.now();
    this.db
      .insert(sheets)
      .values({ id, jobId, name: sheet.name, revision: 1, document: JSON.stringify(sheet), createdAt: now, updatedAt: now })
      .run();
    return { id, jobId, revision: 1, updatedAt: now, document: sheet, fault: null };
  }

  /**
   * Saves the whole document over the revision it was made from. The same edit sent twice counts once.
   * @throws AppError `stale-sheet` with the current sheet where another save came between; `bad-sheet`, `missing-picture`.
   */
  save(id: string, baseRevision: number, editId: string, document: unknown): KeptSheet {
    const { jobId } = this.needRow(id);
    const sheet = this.checked(document, jobId);
    return this.db.transaction(
      (tx) => {
        const current = tx.select().from(sheets).where(eq(sheets.id, id)).get();
        if (!current) throw new AppError('not-found', 'This sheet is not here; it may have been removed.');
        const known = tx.select().from(edits).where(eq(edits.editId, editId)).get();
        if (known && known.sheetId !== id)
          throw new AppError('bad-request', 'This edit was made to another sheet: give each edit an id of its own.');
        // As it was saved then: if another save came after it, the next one over it is told so.
        if (known) return { ...keptOf(current), revision: known.revision, document: sheet, fault: null };
        if (current.revision !== baseRevision) {
          throw new AppError('stale-sheet', 'Another window has saved this sheet since. Load theirs, or keep yours as a new sheet.', {
            current: keptOf(current),
          });
        }
        const [revision, updatedAt] = [baseRevision + 1, Date.now()];
        tx.update(sheets)
          .set({ name: sheet.name, revision, document: JSON.stringify(sheet), updatedAt })
          .where(eq(sheets.id, id))
          .run();
        tx.insert(edits).values({ editId, sheetId: id, revision, at: Date.now() }).run();
        this.prune(tx, id, revision);
        return { id, jobId, revision, updatedAt, document: sheet, fault: null };
      },
      { behavior: 'immediate' },
    );
  }

  /** Ids of edits are kept for a day, and the latest of each sheet for good: an edit is sent again within minutes, or at the next start. */
  private prune(db: Pick<Db, 'delete'>, sheetId: string, revision: number): void {
    db.delete(edits)
      .where(and(eq(edits.sheetId, sheetId), lt(edits.at, Date.now() - EDIT_IDS_KEPT_MS), lt(edits.revision, revision - EDIT_IDS_KEPT)))
      .run();
  }

  /** What a sheet prints is here, out of the tray if it lay there. */
  private checked(document: unknown, jobId: string): Sheet {
    const sheet = checkedSheet(document);
    for (const { sha256, path } of picturesOf(sheet)) {
      if (!this.assets.info(sha256)) {
        throw new AppError(
          'missing-picture',
          `The sheet prints the picture ${path ?? sha256.slice(0, 12)}, which is not here: add it to the job first.`,
        );
      }
      this.assets.putBack(jobId, sha256);
    }
    for (const font of fontsOf(sheet)) {
      if ('sha256' in font && !this.fonts.has(font.sha256)) {
        throw new AppError('missing-font', `The sheet sets type in ${font.name}, which is not here: add the font first.`);
      }
      if ('sha256' in font) this.fonts.putBack(font.sha256);
    }
    return sheet;
  }

  /** The other sheets of a job, by their ids. */
  othersOf(jobId: string): (id: string) => Sheet | undefined {
    return (id) => {
      const row = this.db.select().from(sheets).where(eq(sheets.id, id)).get();
      const other = row?.jobId === jobId && row.removedAt === null ? keptOf(row) : null;
      return other?.fault === null ? other.document : undefined;
    };
  }
}
