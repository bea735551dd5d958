import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Piscina } from 'piscina';
import type { OwnFont } from '@uvrant/contract';
import type { Db } from '../db/open';
import { fonts } from '../db/schema';
import { AppError } from '../errors';
import type { FontResult, FontTask } from './font.worker';

export const MOST_FONT_BYTES = 32 * 2 ** 20;

/** The person's own fonts, by the SHA-256 of the file that came; kept as sfnt, for every job. */
export class FontStore {
  private readonly folder: string;

  constructor(
    private readonly db: Db,
    dataDir: string,
    private readonly workers: Piscina,
  ) {
    this.folder = join(dataDir, 'fonts');
    mkdirSync(this.folder, { recursive: true });
    // What an earlier run left half-written.
    for (const name of readdirSync(this.folder)) if (name.endsWith('.part')) rmSync(join(this.folder, name), { force: true });
  }

  list(): OwnFont[] {
    const { sha256, name, bytes } = fonts;
    return this.db.select({ sha256, name, bytes }).from(fonts).where(isNull(fonts.removedAt)).orderBy(asc(fonts.name)).all();
  }

  has(sha256: string): boolean {
    return this.db.select({ sha256: fonts.sha256 }).from(fonts).where(eq(fonts.sha256, sha256)).get() !== undefined;
  }

  /** Where the font's sfnt lies. @throws AppError `not-found` */
  path(sha256: string): string {
    const path = join(this.folder, `${sha256}.sfnt`);
    if (!this.has(sha256) || !existsSync(path)) throw new AppError('not-found', `No font ${sha256.slice(0, 12)} is here; add it again.`);
    return path;
  }

  sfnt(sha256: string): Uint8Array<ArrayBuffer> {
    return new Uint8Array(readFileSync(this.path(sha256)));
  }

  /** Puts a font into the tray. @throws AppError `not-found` */
  remove(sha256: string): void {
    this.path(sha256);
    this.db.update(fonts).set({ removedAt: Date.now() }).where(eq(fonts.sha256, sha256)).run();
  }

  /** Takes a font out of the tray, if it lies there. */
  putBack(sha256: string): void {
    this.db.update(fonts).set({ removedAt: null }).where(eq(fonts.sha256, sha256)).run();
  }

  /** Removes a font for good. */
  destroy(sha256: string): void {
    this.db.delete(fonts).where(eq(fonts.sha256, sha256)).run();
    rmSync(join(this.folder, `${sha256}.sfnt`), { force: true });
  }

  /** Takes a font file in; one that is here already counts once. @throws AppError `broken-font`; nothing is kept. */
  async take(fileName: string, file: Uint8Array): Promise<OwnFont> {
    const sha256 = createHash('sha256').update(file).digest('hex');
    const result = (await this.workers.run({ file, fileName } satisfies FontTask)) as FontResult;
    if (!result.ok) throw new AppError('broken-font', `${fileName}: ${result.message}`);
    const { sfnt, name } = result;
    const path = join(this.folder, `${sha256}.sfnt`);
    try {
      writeFileSync(`${path}.part`, sfnt);
      renameSync(`${path}.part`, path);
      this.db
        .insert(fonts)
        .values({ sha256, name, bytes: file.length, createdAt: Date.now() })
        .onConflictDoUpdate({ target: fonts.sha256, set: { removedAt: null } })
        .run();
    } catch (error) {
      rmSync(`${path}.part`, { force: true });
      if (!this.has(sha256)) rmSync(path, { force: true });
      throw error;
    }
    return { sha256, name, bytes: file.length };
  }
}
