import { eq, isNotNull } from 'drizzle-orm';
import type { TrayItem, TrayKind } from '@uvrant/contract';
import type { AssetStore } from '../assets/store';
import type { Db } from '../db/open';
import { fonts, jobAssets, jobs, sendOuts, sheets } from '../db/schema';
import type { DispatchService } from '../dispatch/service';
import { AppError } from '../errors';
import type { FontStore } from '../fonts/store';
import type { SheetService } from '../sheets/service';

/** What can lie in the tray. */
export const TRAY_KINDS = ['job', 'sheet', 'picture', 'font', 'send-out'] as const satisfies readonly TrayKind[];
/** How long something lies in the tray. */
export const TRAY_MS = 30 * 24 * 3600 * 1000;

/** The tray: what was removed lies there for 30 days, and can be put back until then. */
export class Tray {
  constructor(
    private readonly db: Db,
    private readonly kept: {
      readonly sheets: SheetService;
      readonly assets: AssetStore;
      readonly fonts: FontStore;
      readonly dispatch: DispatchService;
    },
  ) {}

  /** Latest removed first. */
  list(): TrayItem[] {
    const item = (kind: TrayKind, id: string, jobId: string | null, name: string, removedAt: number | null): TrayItem => ({
      kind,
      id,
      jobId,
      name,
      removedAt: removedAt ?? 0,
      goesAt: (removedAt ?? 0) + TRAY_MS,
      usedBy: kind === 'picture' || kind === 'font' || kind === 'sheet' ? this.usersOf(id) : [],
    });
    const { db } = this;
    const items = [
      ...db
        .select()
        .from(jobs)
        .where(isNotNull(jobs.removedAt))
        .all()
        .map((row) => item('job', row.id, null, row.name, row.removedAt)),
      ...db
        .select()
        .from(sheets)
        .where(isNotNull(sheets.removedAt))
        .all()
        .map((row) => item('sheet', row.id, row.jobId, row.name, row.removedAt)),
      ...db
        .select()
        .from(jobAssets)
        .where(isNotNull(jobAssets.removedAt))
        .all()
        .map((row) => item('picture', row.sha256, row.jobId, row.name, row.removedAt)),
      ...db
        .select()
        .from(fonts)
        .where(isNotNull(fonts.removedAt))
        .all()
        .map((row) => item('font', row.sha256, null, row.name, row.removedAt)),
      ...db
        .select()
        .from(sendOuts)
        .where(isNotNull(sendOuts.removedAt))
        .all()
        .map((row) => item('send-out', row.id, row.jobId, row.sheetName, row.removedAt)),
    ];
    return items.sort((a, b) => b.removedAt - a.removedAt);
  }

  /** Names of all sheets, in the tray or not, that name something. */
  private usersOf(what: string): string[] {
    const rows = this.db.select().from(sheets).all();
    return rows.filter(({ id, document }) => id !== what && document.includes(`"${what}"`)).map(({ name }) => name);
  }

  /** @throws AppError `not-found` for what does not lie in the tray (any more). */
  putBack(kind: TrayKind, id: string, jobId: string | null): void {
    const item = this.list().find((each) => each.kind === kind && each.id === id && (kind !== 'picture' || each.jobId === jobId));
    if (!item) throw new AppError('not-found', 'This does not lie in the tray: it was put back already, or its 30 days are over.');
    const back = { removedAt: null };
    const rows: Readonly<Record<TrayKind, () => void>> = {
      job: () => this.db.update(jobs).set(back).where(eq(jobs.id, id)).run(),
      sheet: () => this.db.update(sheets).set(back).where(eq(sheets.id, id)).run(),
      picture: () => this.kept.assets.putBack(jobId ?? '', id),
      font: () => this.kept.fonts.putBack(id),
      'send-out': () => this.db.update(sendOuts).set(back).where(eq(sendOuts.id, id)).run(),
    };
    rows[kind]();
  }

  /** Takes away for good what has lain there for 30 days; pictures and fonts only where no sheet needs them. */
  sweep(now: number): void {
    const over = this.list().filter(({ goesAt }) => goesAt <= now);
    for (const kind of ['send-out', 'sheet', 'job'] as const) {
      for (const { id } of over.filter((each) => each.kind === kind)) this.destroy(kind, id);
    }
    for (const { kind, id, jobId } of over) {
      if (kind !== 'picture' && kind !== 'font') continue;
      // Looked at again: the sheets that used it may have gone just now.
      if (this.usersOf(id).length > 0 || this.kept.dispatch.isWaitingFor(id)) continue;
      if (kind === 'picture') this.kept.assets.destroy(jobId ?? '', id);
      else this.kept.fonts.destroy(id);
    }
    this.kept.dispatch.prune(now);
  }

  private destroy(kind: 'send-out' | 'sheet' | 'job', id: string): void {
    const { db, kept } = this;
    if (kind === 'send-out') {
      if (db.select().from(sendOuts).where(eq(sendOuts.id, id)).get()) kept.dispatch.destroy(id);
      return;
    }
    if (kind === 'sheet') {
      for (const row of db.select().from(sendOuts).where(eq(sendOuts.sheetId, id)).all()) kept.dispatch.destroy(row.id);
      db.delete(sheets).where(eq(sheets.id, id)).run();
      return;
    }
    for (const row of db.select().from(sheets).where(eq(sheets.jobId, id)).all()) this.destroy('sheet', row.id);
    for (const row of db.select().from(jobAssets).where(eq(jobAssets.jobId, id)).all()) kept.assets.destroy(id, row.sha256);
    db.delete(jobs).where(eq(jobs.id, id)).run();
  }
}
