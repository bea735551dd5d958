import { randomUUID } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import { fontsOf, picturesOf, type Sheet } from '@uvrant/core';
import type { AssetStore } from '../assets/store';
import type { Db } from '../db/open';
import { edits, sheets } from '../db/schema';
import { AppError } from '../errors';
import type { FontStore } from '../fonts/store';
import { checkedSheet } from './sheet-schema';

/** A sheet as it is kept: its document and how many times it has been saved. */
export interface KeptSheet {
  readonly id: string;
  readonly jobId: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly document: Sheet;
}

type Row = typeof sheets.$inferSelect;
const keptOf = ({ id, jobId, revision, updatedAt, document }: Row): KeptSheet => ({
  id,
  jobId,
  revision,
  updatedAt,
  document: checkedSheet(JSON.parse(document)),
});

export class SheetService {
  constructor(
    private readonly db: Db,
    private readonly assets: AssetStore,
    private readonly fonts: FontStore,
  ) {}

  ofJob(jobId: string): KeptSheet[] {
    return this.db.select().from(sheets).where(eq(sheets.jobId, jobId)).orderBy(asc(sheets.createdAt)).all().map(keptOf);
  }

  /** @throws AppError `not-found` */
  need(id: string): KeptSheet {
    const row = this.db.select().from(sheets).where(eq(sheets.id, id)).get();
    if (!row) throw new AppError('not-found', 'This sheet is not here; it may have been removed.');
    return keptOf(row);
  }

  /** @throws AppError `bad-sheet`, `missing-picture` or `missing-font`; nothing is kept. */
  create(jobId: string, document: unknown): KeptSheet {
    const sheet = this.checked(document);
    const id = randomUUID();
    const now = Date.now();
    this.db
      .insert(sheets)
      .values({ id, jobId, name: sheet.name, revision: 1, document: JSON.stringify(sheet), createdAt: now, updatedAt: now })
      .run();
    return this.need(id);
  }

  /**
   * Saves the whole document over the revision it was made from. The same edit sent twice counts once.
   * @throws AppError `stale-sheet` with the current sheet where another save came between; `bad-sheet`, `missing-picture`.
   */
  save(id: string, baseRevision: number, editId: string, document: unknown): KeptSheet {
    const sheet = this.checked(document);
    return this.db.transaction(
      (tx) => {
        const current = tx.select().from(sheets).where(eq(sheets.id, id)).get();
        if (!current) throw new AppError('not-found', 'This sheet is not here; it may have been removed.');
        if (tx.select().from(edits).where(eq(edits.editId, editId)).get()) return keptOf(current);
        if (current.revision !== baseRevision) {
          throw new AppError('stale-sheet', 'Another window has saved this sheet since. Load theirs, or keep yours as a new sheet.', {
            current: keptOf(current),
          });
        }
        const revision = baseRevision + 1;
        tx.update(sheets)
          .set({ name: sheet.name, revision, document: JSON.stringify(sheet), updatedAt: Date.now() })
          .where(eq(sheets.id, id))
          .run();
        tx.insert(edits).values({ editId, sheetId: id, revision }).run();
        return keptOf(tx.select().from(sheets).where(eq(sheets.id, id)).get() as Row);
      },
      { behavior: 'immediate' },
    );
  }

  private checked(document: unknown): Sheet {
    const sheet = checkedSheet(document);
    for (const { sha256, path } of picturesOf(sheet)) {
      if (!this.assets.info(sha256)) {
        throw new AppError(
          'missing-picture',
          `The sheet prints the picture ${path ?? sha256.slice(0, 12)}, which is not here: add it to the job first.`,
        );
      }
    }
    for (const font of fontsOf(sheet)) {
      if ('sha256' in font && !this.fonts.has(font.sha256)) {
        throw new AppError('missing-font', `The sheet sets type in ${font.name}, which is not here: add the font first.`);
      }
    }
    return sheet;
  }

  /** The other sheets of a job, by their ids. */
  othersOf(jobId: string): (id: string) => Sheet | undefined {
    return (id) => {
      const row = this.db.select().from(sheets).where(eq(sheets.id, id)).get();
      return row?.jobId === jobId ? keptOf(row).document : undefined;
    };
  }
}
