import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { inflateSync } from 'node:zlib';
import { asc, eq, isNull } from 'drizzle-orm';
import { FontError, fontName, sfntOf } from '@uvrant/core';
import type { Db } from '../db/open';
import { fonts } from '../db/schema';
import { AppError } from '../errors';

/** A person's own font. */
export interface OwnFontRow {
  readonly sha256: string;
  readonly name: string;
  readonly bytes: number;
}

export const MOST_FONT_BYTES = 32 * 2 ** 20;

/** The person's own fonts, by the SHA-256 of the file that came; kept as sfnt, for every job. */
export class FontStore {
  private readonly folder: string;

  constructor(
    private readonly db: Db,
    dataDir: string,
  ) {
    this.folder = join(dataDir, 'fonts');
    mkdirSync(this.folder, { recursive: true });
    // What an earlier run left half-written.
    for (const name of readdirSync(this.folder)) if (name.endsWith('.part')) rmSync(join(this.folder, name), { force: true });
  }

  list(): OwnFontRow[] {
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

  /** Takes a font file in; one that is here already counts once. @throws AppError `not-a-font`; nothing is kept. */
  take(fileName: string, file: Uint8Array): OwnFontRow {
    const sha256 = createHash('sha256').update(file).digest('hex');
    const sfnt = unwrapped(fileName, file);
    const name = (fontName(sfnt) ?? fileName.replace(/\.[^.]*$/, '')).slice(0, 120);
    const path = join(this.folder, `${sha256}.sfnt`);
    writeFileSync(`${path}.part`, sfnt);
    renameSync(`${path}.part`, path);
    try {
      this.db
        .insert(fonts)
        .values({ sha256, name, bytes: file.length, createdAt: Date.now() })
        .onConflictDoUpdate({ target: fonts.sha256, set: { removedAt: null } })
        .run();
    } catch (error) {
      rmSync(path, { force: true });
      throw error;
    }
    return { sha256, name, bytes: file.length };
  }
}

const unwrapped = (fileName: string, file: Uint8Array): Uint8Array => {
  try {
    return sfntOf(file, inflateSync);
  } catch (error) {
    if (error instanceof FontError) throw new AppError('not-a-font', `${fileName}: ${error.message}`);
    throw error;
  }
};
