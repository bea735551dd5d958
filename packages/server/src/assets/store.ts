import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, openSync, readdirSync, readSync, closeSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { MessageChannel } from 'node:worker_threads';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Piscina } from 'piscina';
import type { Asset, Drawer } from '@uvrant/contract';
import type { SourceInfo } from '@uvrant/core';
import type { Db } from '../db/open';
import { assets, jobAssets } from '../db/schema';
import { AppError } from '../errors';
import { ACCEPTED, formatOf, isHeic, MOST_BYTES } from './formats';
import { THUMBNAIL_FILE } from './thumbnail';
import type { IngestResult, IngestTask } from './ingest.worker';
import { tilePath } from './pyramid-writer';
import { Turns } from './turns';

/** The drawers of the plan chest that pictures lie in. */
export const DRAWERS = ['picture', 'texture', 'frame'] as const satisfies readonly Drawer[];

type AssetRow = typeof assets.$inferSelect;
const infoOf = (row: AssetRow): SourceInfo => ({
  sha256: row.sha256,
  width: row.width,
  height: row.height,
  channels: row.channels as SourceInfo['channels'],
  depth: row.depth as SourceInfo['depth'],
  levels: row.levels,
});

type JobAssetRow = typeof jobAssets.$inferSelect;
const assetOf = ({ assets: row, job_assets: { name, drawer, tags } }: { assets: AssetRow; job_assets: JobAssetRow }): Asset => ({
  ...infoOf(row),
  name,
  drawer,
  tags,
  format: row.format,
  bytes: row.bytes,
  ppi: row.ppi,
  mean: row.mean,
  spread: row.spread,
  directional: row.directional,
  tileable: row.tileable,
  note: row.note,
});

/** Pictures that are read at once. */
export const INGEST_THREADS = 2;

/**
 * The pictures: each file once, by its hash, beside its pyramid. A file is written aside, and its folder takes its
 * place by one rename once the pyramid is whole.
 */
export class AssetStore {
  private readonly folder: string;
  private readonly incoming: string;
  private readonly underWay = new Map<string, Promise<void>>();
  /** Pictures are read two at a time, small ones first. */
  private readonly turns = new Turns(INGEST_THREADS);

  constructor(
    private readonly db: Db,
    dataDir: string,
    private readonly workers: Piscina,
  ) {
    this.folder = join(dataDir, 'assets');
    this.incoming = join(dataDir, 'incoming');
    this.sweep();
  }

  /** Clears what an earlier run left half-done: uploads, and folders that no row knows. */
  private sweep(): void {
    rmSync(this.incoming, { recursive: true, force: true });
    mkdirSync(this.incoming, { recursive: true });
    mkdirSync(this.folder, { recursive: true });
    const known = new Set(
      this.db
        .select({ sha256: assets.sha256 })
        .from(assets)
        .all()
        .map((row) => row.sha256),
    );
    for (const name of readdirSync(this.folder)) {
      if (!known.has(name)) rmSync(join(this.folder, name), { recursive: true, force: true });
    }
  }

  info(sha256: string): SourceInfo | undefined {
    const row = this.db.select().from(assets).where(eq(assets.sha256, sha256)).get();
    return row && infoOf(row);
  }

  /** The folder of a picture's pyramid. */
  folderOf(sha256: string): string {
    return join(this.folder, sha256);
  }

  tile(sha256: string, level: number, x: number, y: number): string {
    return tilePath(this.folderOf(sha256), level, x, y);
  }

  ofJob(jobId: string): Asset[] {
    return this.db
      .select()
      .from(jobAssets)
      .innerJoin(assets, eq(assets.sha256, jobAssets.sha256))
      .where(and(eq(jobAssets.jobId, jobId), isNull(jobAssets.removedAt)))
      .orderBy(desc(jobAssets.addedAt))
      .all()
      .map(assetOf);
  }

  ofJobBySha(jobId: string, sha256: string): Asset | undefined {
    const row = this.db
      .select()
      .from(jobAssets)
      .innerJoin(assets, eq(assets.sha256, jobAssets.sha256))
      .where(and(eq(jobAssets.jobId, jobId), eq(jobAssets.sha256, sha256), isNull(jobAssets.removedAt)))
      .get();
    return row && assetOf(row);
  }

  /**
   * Takes a file into a job; one that is here already is not decoded again.
   * @throws AppError `empty-file`, `file-too-large`, `not-a-picture`, `picture-too-large`, `broken-picture`; nothing is kept.
   */
  async take(
    jobId: string,
    name: string,
    content: Readable & { readonly truncated?: boolean },
    tell: (share: number) => void,
    drawer: Drawer = 'picture',
    signal?: AbortSignal,
  ): Promise<Asset> {
    const aside = join(this.incoming, randomUUID());
    mkdirSync(aside);
    try {
      const file = join(aside, 'original');
      const { sha256, bytes } = await this.receive(content, file, name);
      await this.ingestOnce(sha256, bytes, file, aside, tell, signal);
      this.db
        .insert(jobAssets)
        .values({ jobId, sha256, name, drawer, addedAt: Date.now() })
        .onConflictDoUpdate({ target: [jobAssets.jobId, jobAssets.sha256], set: { addedAt: Date.now(), removedAt: null } })
        .run();
      return this.ofJobBySha(jobId, sha256) as Asset;
    } finally {
      rmSync(aside, { recursive: true, force: true });
    }
  }

  /** Changes what a job says of a picture. */
  change(
    jobId: string,
    sha256: string,
    change: { readonly name?: string; readonly drawer?: Drawer; readonly tags?: readonly string[] },
  ): Asset {
    const { tags, ...rest } = change;
    const set = { ...rest, ...(tags ? { tags: [...new Set(tags)] } : {}) };
    const here = and(eq(jobAssets.jobId, jobId), eq(jobAssets.sha256, sha256));
    if (Object.keys(set).length > 0) this.db.update(jobAssets).set(set).where(here).run();
    return this.need(jobId, sha256);
  }

  /** @throws AppError `not-found` */
  need(jobId: string, sha256: string): Asset {
    const asset = this.ofJobBySha(jobId, sha256);
    if (!asset) throw new AppError('not-found', `No picture ${sha256.slice(0, 12)} is in this job.`);
    return asset;
  }

  /** Puts a picture of a job into the tray. */
  remove(jobId: string, sha256: string): void {
    this.setRemoved(jobId, sha256, Date.now());
  }

  /** Has a picture that is here in a job as well: out of the tray if it lies there, or as another job has it. */
  putBack(jobId: string, sha256: string): void {
    const rows = this.db.select().from(jobAssets).where(eq(jobAssets.sha256, sha256)).all();
    const own = rows.find((row) => row.jobId === jobId);
    const [other] = rows;
    if (own?.removedAt != null) this.setRemoved(jobId, sha256, null);
    else if (!own && other)
      this.db
        .insert(jobAssets)
        .values({ ...other, jobId, removedAt: null, addedAt: Date.now() })
        .run();
  }

  private setRemoved(jobId: string, sha256: string, removedAt: number | null): void {
    this.db
      .update(jobAssets)
      .set({ removedAt })
      .where(and(eq(jobAssets.jobId, jobId), eq(jobAssets.sha256, sha256)))
      .run();
  }

  /** Takes a picture out of a job for good; one that no job has any more goes from the disk. */
  destroy(jobId: string, sha256: string): void {
    this.db
      .delete(jobAssets)
      .where(and(eq(jobAssets.jobId, jobId), eq(jobAssets.sha256, sha256)))
      .run();
    if (this.db.select().from(jobAssets).where(eq(jobAssets.sha256, sha256)).get()) return;
    this.db.delete(assets).where(eq(assets.sha256, sha256)).run();
    rmSync(this.folderOf(sha256), { recursive: true, force: true });
  }

  thumbnail(sha256: string): string {
    return join(this.folderOf(sha256), THUMBNAIL_FILE);
  }

  private async receive(content: Readable & { truncated?: boolean }, file: string, name: string) {
    const hash = createHash('sha256');
    let bytes = 0;
    await pipeline(
      content,
      async function* (chunks: AsyncIterable<Buffer>) {
        for await (const chunk of chunks) {
          hash.update(chunk);
          bytes += chunk.length;
          yield chunk;
        }
      },
      createWriteStream(file, { flush: true }),
    );
    if (content.truncated || bytes > MOST_BYTES) {
      throw new AppError('file-too-large', `“${name}” is larger than 500 MB. ${ACCEPTED}.`);
    }
    if (bytes === 0) throw new AppError('empty-file', `“${name}” is empty. ${ACCEPTED}.`);
    return { sha256: hash.digest('hex'), bytes };
  }

  /** One decoding a hash at a time: a second sender of the same file waits for the first. */
  private async ingestOnce(
    sha256: string,
    bytes: number,
    file: string,
    aside: string,
    tell: (share: number) => void,
    signal?: AbortSignal,
  ) {
    while (this.underWay.has(sha256)) await this.underWay.get(sha256)?.catch(() => undefined);
    if (this.info(sha256)) return;
    const work = this.turns
      .take(bytes, () => this.ingest(sha256, bytes, file, aside, tell, signal), signal)
      .finally(() => this.underWay.delete(sha256));
    this.underWay.set(sha256, work);
    await work;
  }

  private async ingest(sha256: string, bytes: number, file: string, aside: string, tell: (share: number) => void, signal?: AbortSignal) {
    const head = new Uint8Array(16);
    const opened = openSync(file, 'r');
    readSync(opened, head, 0, 16, 0);
    closeSync(opened);
    const format = formatOf(head);
    if (isHeic(head)) {
      throw new AppError(
        'not-a-picture',
        `HEIC pictures are not read: save it as JPEG, or have the phone take the “most compatible” kind. ${ACCEPTED}.`,
      );
    }
    if (!format) throw new AppError('not-a-picture', `This file is none of the pictures that can be read. ${ACCEPTED}.`);
    const { port1, port2 } = new MessageChannel();
    port1.on('message', tell);
    const task: IngestTask = { file, folder: aside, sha256, progress: port2 };
    const result = (await this.workers
      .run(task, { transferList: [port2], ...(signal ? { signal } : {}) })
      .finally(() => port1.close())) as IngestResult;
    if (!result.ok) throw new AppError(result.code, result.message);
    const { info, ppi, measures, note } = result;
    renameSync(file, join(aside, `original.${format.ending}`));
    const place = this.folderOf(sha256);
    if (existsSync(place)) rmSync(place, { recursive: true });
    renameSync(aside, place);
    this.db
      .insert(assets)
      .values({ ...info, ...measures, format: format.name, bytes, ppi, note, createdAt: Date.now() })
      .run();
  }
}
