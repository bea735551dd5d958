import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Piscina } from 'piscina';
import type { CropBox, Job, KeptSheet, SendChoice, SendFile, SendOut } from '@uvrant/contract';
import {
  checkedOptions,
  compileAnalysis,
  CompileError,
  ENGINE_BUILD,
  fileFormatNamed,
  fileName,
  fontsOf,
  patternFault,
  picturesOf,
  isPlate,
  plateList,
  plateTitle,
  printedSheets,
  STANDARD_PATTERN,
  trueScale,
  UNDERBASE,
  type AnyOptions,
  type FormatName,
  type Sheet,
  type SheetOf,
} from '@uvrant/core';
import type { AssetStore } from '../assets/store';
import type { Db } from '../db/open';
import { jobs, sendOuts, sheetPictures } from '../db/schema';
import { reducedSize } from '../render/light-reducer';
import { AppError, isFull } from '../errors';
import type { EventBus } from '../events/bus';
import type { FontStore } from '../fonts/store';
import { checkedSheet, MOST_PIXELS_ASIDE } from '../sheets/sheet-schema';
import { mimeOf } from './writers/writers';
import type { AboutJob } from './writers/declare';
import type { SendOutTask, SentFile } from './send-out.worker';

type Row = typeof sendOuts.$inferSelect;
/** Bytes that a pixel of a file may take at most, and what is left free on the disk besides. */
const MOST_BYTES_A_PIXEL = { hard: 1, screened: 4, smooth: 4 } as const;
const LEFT_FREE = 64 * 2 ** 20;
/** After an error of the database the queue is looked at again. */
const LOOK_AGAIN_MS = 2000;
/** Files are kept for 90 days, ms; the latest of each sheet is never removed. */
const FILES_KEPT_MS = 90 * 24 * 3600 * 1000;

const megabytes = (bytes: number): string => `${Math.ceil(bytes / 1e6)} MB`;

const MOST_ATTEMPTS = 3;

/** The name that a file goes under; one of before names were kept is named as others are. */
const fileNameOf = (row: Row): string =>
  row.fileName || named(JSON.parse(row.document) as Sheet, { ...row, job: '', pattern: STANDARD_PATTERN, at: row.createdAt });

type Naming = Pick<Row, 'format' | 'options' | 'ink' | 'devicePpi' | 'width' | 'height'> & {
  readonly job: string;
  readonly pattern: string;
  readonly at: number;
};

const named = (sheet: Sheet, { pattern, ink, devicePpi, ...known }: Naming): string =>
  fileName(pattern, { ...known, sheet, ppi: devicePpi, ink: ink && plateTitle(sheet, ink) });

const seen = (row: Row): SendOut => {
  const { document: _frozen, others: _too, sha256: _hash, build: _build, removedAt: _gone, picture, ...rest } = row;
  return { ...rest, pattern: row.pattern || STANDARD_PATTERN, fileName: fileNameOf(row), hasPicture: picture !== null };
};

const faultOf = (error: unknown): string => {
  if (isFull(error)) return 'The disk became full while the file was written. Nothing else was lost; make room and send it out again.';
  return error instanceof Error ? error.message : String(error);
};

/** What is asked of files besides what they are. */
export interface Asked {
  /** Null: the sheet's own. */
  readonly devicePpi: number | null;
  readonly pattern: string;
  readonly crop: CropBox | null;
}

/** The options of a file as they are kept. @throws AppError `bad-request` saying what is wrong with one. */
const soundOptions = ({ format, options }: SendFile): AnyOptions => {
  try {
    return checkedOptions(format, options);
  } catch (error) {
    throw new AppError('bad-request', error instanceof Error ? error.message : String(error));
  }
};

/** The inks that a file is written for; null stands for the whole sheet. */
const inksOf = (sheet: Sheet, { format, ink }: SendFile & { readonly ink?: string }, options: AnyOptions): readonly (string | null)[] => {
  if (!fileFormatNamed(format).isPerInk) return [null];
  if (ink !== undefined) {
    if (isPlate(sheet, ink)) return [ink];
    throw new AppError('bad-request', `“${sheet.name}” has no ink “${ink}”.`);
  }
  const plates = plateList(sheet, options);
  if (plates.every((plate) => plate === UNDERBASE)) {
    throw new AppError(
      'cannot-print',
      `“${sheet.name}” prints no ink, so there is no plate of it: print something in an ink, or send a picture.`,
    );
  }
  return plates;
};

/**
 * The queue of files to be sent out. A send-out freezes the sheet and the hashes of its pictures; it is rendered aside,
 * one after another, and takes its place by a rename before it is marked done.
 */
export class DispatchService {
  private readonly folder: string;
  private running: { readonly id: string; readonly stop: AbortController } | null = null;
  private closed = false;
  private turn: Promise<void> = Promise.resolve();

  constructor(
    private readonly db: Db,
    dataDir: string,
    private readonly assets: AssetStore,
    private readonly fonts: FontStore,
    private readonly workers: Piscina,
    private readonly bus: EventBus,
    /** Where errors that nobody waits for are told. */
    private readonly told: (error: unknown) => void = () => undefined,
  ) {
    this.folder = join(dataDir, 'sent');
    mkdirSync(this.folder, { recursive: true });
    this.recover();
  }

  /**
   * Half-done work of an earlier run is queued again, or failed after three tries; what waited for a renderer that has changed
   * since is refused; files that no row knows go.
   */
  private recover(): void {
    const waiting = inArray(sendOuts.state, ['queued', 'rendering']);
    for (const row of this.db.select().from(sendOuts).where(waiting).all()) {
      if (row.build === ENGINE_BUILD) continue;
      const error = `It was asked for before the renderer changed (${row.build}, now ${ENGINE_BUILD}) and would not print just what was shown then: send the sheet out again.`;
      this.set(row.id, { state: 'failed', error, finishedAt: Date.now() });
    }
    this.queueAgain();
    const done = this.db.select().from(sendOuts).where(eq(sendOuts.state, 'done')).all();
    const known = new Set(done.map((row) => this.nameOf(row)));
    for (const name of readdirSync(this.folder)) if (!known.has(name)) rmSync(join(this.folder, name), { force: true });
    for (const row of done) {
      if (!existsSync(this.pathOf(row))) this.set(row.id, { state: 'failed', error: 'The file is gone from the data directory.' });
    }
  }

  /** What was left half-rendered is queued again, or failed after three tries. */
  private queueAgain(): void {
    for (const row of this.db.select().from(sendOuts).where(eq(sendOuts.state, 'rendering')).all()) {
      const spent = row.attempts >= MOST_ATTEMPTS;
      this.set(
        row.id,
        spent
          ? { state: 'failed', error: 'The server stopped three times while rendering it.', finishedAt: Date.now() }
          : { state: 'queued' },
      );
    }
  }

  /** True while a file that prints a picture is queued or on its way. */
  isWaitingFor(sha256: string): boolean {
    const waiting = this.db
      .select()
      .from(sendOuts)
      .where(inArray(sendOuts.state, ['queued', 'rendering']))
      .all();
    return waiting.some(({ document, others }) => document.includes(sha256) || others.includes(sha256));
  }

  private nameOf(row: Row): string {
    return `${row.id}.${fileFormatNamed(row.format).ending(row.options as never)}`;
  }

  private pathOf(row: Row): string {
    return join(this.folder, this.nameOf(row));
  }

  private set(id: string, change: Partial<Row>): void {
    this.db.update(sendOuts).set(change).where(eq(sendOuts.id, id)).run();
  }

  private row(id: string): Row {
    const row = this.db.select().from(sendOuts).where(eq(sendOuts.id, id)).get();
    if (!row) throw new AppError('not-found', 'This send-out is not here.');
    return row;
  }

  private tell(row: Row, share: number): void {
    this.bus.tell({ topic: 'send-out', id: row.id, jobId: row.jobId, state: row.state, share });
  }

  /** Latest first. */
  ofJob(jobId: string): SendOut[] {
    return this.db
      .select()
      .from(sendOuts)
      .where(and(eq(sendOuts.jobId, jobId), isNull(sendOuts.removedAt)))
      .orderBy(desc(sendOuts.createdAt))
      .all()
      .map(seen);
  }

  /** Puts a send-out that has ended into the tray. @throws AppError `wrong-state` while it waits or renders. */
  remove(id: string): void {
    const row = this.row(id);
    if (row.state === 'queued' || row.state === 'rendering') {
      throw new AppError('wrong-state', `This send-out is ${row.state}: cancel it before it is removed.`);
    }
    this.set(id, { removedAt: Date.now() });
  }

  /** Removes a send-out and its file for good. */
  destroy(id: string): void {
    rmSync(this.pathOf(this.row(id)), { force: true });
    this.db.delete(sendOuts).where(eq(sendOuts.id, id)).run();
  }

  /** Takes files away that are older than 90 days, but for the latest of each sheet; their rows say so. */
  prune(now: number): void {
    const done = this.db.select().from(sendOuts).where(eq(sendOuts.state, 'done')).orderBy(desc(sendOuts.createdAt)).all();
    const latest = new Set<string>();
    for (const row of done) {
      const isLatest = !latest.has(row.sheetId);
      latest.add(row.sheetId);
      if (isLatest || (row.finishedAt ?? row.createdAt) > now - FILES_KEPT_MS) continue;
      rmSync(this.pathOf(row), { force: true });
      this.set(row.id, { state: 'failed', error: 'Its file went after 90 days, as a later one of this sheet is here.' });
    }
  }

  /** Freezes a sheet and queues one file of it. @throws AppError as `queueAll` does. */
  queue(kept: KeptSheet, sheetOf: SheetOf, job: Job, file: SendFile & { readonly ink?: string }, asked: Asked): SendOut {
    const [row, more] = this.rowsOf(kept, sheetOf, job, file, asked);
    if (more) throw new AppError('bad-request', 'There is a file for each ink: say which ink.');
    return this.taken([row as Row])[0] as SendOut;
  }

  /**
   * Freezes sheets and queues their files: all of them, or none.
   * @throws AppError `cannot-print` for a sheet with parts that this version does not know or cannot find, `bad-request` for options,
   * names and parts that there are not.
   */
  queueAll(sheets: readonly KeptSheet[], sheetOf: SheetOf, job: Job, choice: SendChoice): SendOut[] {
    const asked: Asked = { devicePpi: choice.devicePpi, pattern: choice.pattern, crop: choice.crop };
    // A job's ticket tells of the others, so it goes last.
    const files = [...choice.files].sort((a, b) => Number(a.format === 'job-ticket') - Number(b.format === 'job-ticket'));
    return this.taken(sheets.flatMap((kept) => files.flatMap((file) => this.rowsOf(kept, sheetOf, job, file, asked))));
  }

  private taken(rows: readonly Row[]): SendOut[] {
    this.needRoom(
      rows.reduce((sum, row) => sum + row.width * row.height * MOST_BYTES_A_PIXEL[(JSON.parse(row.document) as Sheet).edges], 0),
    );
    this.db.transaction((all) => {
      for (const row of rows) all.insert(sendOuts).values(row).run();
    });
    for (const row of rows) this.tell(row, 0);
    this.wake();
    return rows.map(seen);
  }

  /** The rows of a file: one, or one for each ink. */
  private rowsOf(kept: KeptSheet, sheetOf: SheetOf, job: Job, file: SendFile & { readonly ink?: string }, asked: Asked): Row[] {
    const { document: sheet } = kept;
    const options = soundOptions(file);
    const fault = patternFault(asked.pattern);
    if (fault) throw new AppError('bad-request', fault);
    const devicePpi = asked.devicePpi ?? sheet.ppi;
    // The sheet itself counts as one that others may print, so that a circle is found.
    const others = printedSheets(sheet, (id) => (id === kept.id ? sheet : sheetOf(id)));
    this.printable(sheet, others);
    if (asked.crop && (asked.crop.x >= sheet.size.width || asked.crop.y >= sheet.size.height)) {
      throw new AppError('bad-request', `The part that is to be sent out does not lie on “${sheet.name}”.`);
    }
    const whole = trueScale(asked.crop ?? fileFormatNamed(file.format).part?.(options as never, sheet.size) ?? sheet.size, devicePpi);
    const reduced = reducedSize(whole.width, whole.height, fileFormatNamed(file.format).longest?.(options as never) ?? 0);
    if (Math.max(whole.width, whole.height) > MOST_PIXELS_ASIDE) {
      throw new AppError(
        'cannot-print',
        `At ${devicePpi} ppi the file would be ${Math.max(whole.width, whole.height)} px long; at most ${MOST_PIXELS_ASIDE} px: choose fewer ppi.`,
      );
    }
    const at = Date.now();
    return inksOf(sheet, file, options).map((ink, place): Row => {
      const naming = { format: file.format, options, ink, devicePpi, ...reduced };
      return {
        ...naming,
        id: randomUUID(),
        jobId: kept.jobId,
        sheetId: kept.id,
        sheetName: sheet.name,
        crop: asked.crop,
        pattern: asked.pattern,
        fileName: named(sheet, { ...naming, job: job.name, pattern: asked.pattern, at }),
        document: JSON.stringify(sheet),
        others: JSON.stringify(Object.fromEntries(others)),
        build: ENGINE_BUILD,
        state: 'queued',
        attempts: 0,
        bytes: null,
        sha256: null,
        picture: null,
        error: null,
        note: null,
        // Told apart, so that they are made in their order.
        createdAt: at + place,
        finishedAt: null,
        removedAt: null,
      };
    });
  }

  /** @throws AppError `no-room` where the disk has less free than a file may take. */
  private needRoom(bytes: number): void {
    const { bavail, bsize } = statfsSync(this.folder);
    const [free, needed] = [bavail * bsize, bytes + LEFT_FREE];
    if (free >= needed) return;
    throw new AppError(
      'no-room',
      `The disk is too full to send this out: the file may take ${megabytes(needed)}, ${megabytes(free)} are free. Nothing was lost; make room and send it out again.`,
    );
  }

  private printable(sheet: Sheet, others: ReadonlyMap<string, Sheet>): void {
    for (const font of [sheet, ...others.values()].flatMap(fontsOf)) {
      if ('sha256' in font && !this.fonts.has(font.sha256)) {
        throw new AppError('cannot-print', `The sheet sets type in ${font.name}, which is not here: add the font, or choose another.`);
      }
    }
    try {
      const { unknown } = compileAnalysis(
        sheet,
        (sha256) => this.assets.info(sha256),
        (id) => others.get(id),
      );
      if (unknown.length > 0) {
        throw new AppError(
          'cannot-print',
          `The sheet cannot print true: this version does not know ${unknown.join(', ')}. Remove it, or open the sheet with a newer Uvrant.`,
        );
      }
    } catch (error) {
      if (error instanceof CompileError) throw new AppError('cannot-print', error.message);
      throw error;
    }
  }

  /** @throws AppError `wrong-state` where it has ended already. */
  cancel(id: string): SendOut {
    const row = this.row(id);
    if (row.state !== 'queued' && row.state !== 'rendering') {
      throw new AppError('wrong-state', `This send-out is ${row.state} already; only one that waits or renders can be cancelled.`);
    }
    this.set(id, { state: 'cancelled', finishedAt: Date.now() });
    if (this.running?.id === id) this.running.stop.abort();
    const cancelled = this.row(id);
    this.tell(cancelled, 0);
    return seen(cancelled);
  }

  /** Path and name of a finished file. @throws AppError `wrong-state` while there is none. */
  file(id: string): { path: string; name: string; mime: string } {
    const row = this.row(id);
    if (row.state !== 'done') throw new AppError('wrong-state', `This send-out is ${row.state}: there is no file to take yet.`);
    return { path: this.pathOf(row), name: fileNameOf(row), mime: mimeOf(this.nameOf(row)) };
  }

  /** Sees to what waits; called at the start and whenever something was queued. */
  wake(): void {
    this.turn = this.turn.then(() => this.next()).catch((error: unknown) => this.stumbled(error));
  }

  /** The database could not be read or written, as where the disk is full: the queue stays and is looked at again. */
  private stumbled(error: unknown): void {
    if (this.closed) return;
    this.told(error);
    setTimeout(() => this.wake(), LOOK_AGAIN_MS).unref();
  }

  private async next(): Promise<void> {
    if (this.closed) return;
    // Nothing renders now: a row that says so was left by an error of the database.
    this.queueAgain();
    const row = this.db.select().from(sendOuts).where(eq(sendOuts.state, 'queued')).orderBy(asc(sendOuts.createdAt)).get();
    if (!row) return;
    this.db
      .update(sendOuts)
      .set({ state: 'rendering', attempts: row.attempts + 1 })
      .where(and(eq(sendOuts.id, row.id), eq(sendOuts.state, 'queued')))
      .run();
    await this.render(this.row(row.id));
    this.wake();
  }

  /** The small picture that is kept of a sheet, for a file that has none of its own. */
  private pictureOfSheet(sheetId: string): Buffer | null {
    return this.db.select().from(sheetPictures).where(eq(sheetPictures.sheetId, sheetId)).get()?.webp ?? null;
  }

  /** What was sent, small. @throws AppError `not-found` where there is no picture of it. */
  picture(id: string): Buffer {
    const { picture } = this.row(id);
    if (!picture) throw new AppError('not-found', 'There is no small picture of this file.');
    return picture;
  }

  /** What a job's ticket tells: the job, and the files of the sheet that are here, the latest of each name. */
  private aboutJob(row: Row): AboutJob {
    const job = this.db.select().from(jobs).where(eq(jobs.id, row.jobId)).get();
    const done = and(eq(sendOuts.sheetId, row.sheetId), eq(sendOuts.state, 'done'), isNull(sendOuts.removedAt));
    const files = this.db.select().from(sendOuts).where(done).orderBy(asc(sendOuts.createdAt)).all();
    const sent = files.flatMap((file) => {
      const { bytes, sha256 } = file;
      return file.format === 'job-ticket' || bytes === null || sha256 === null ? [] : [{ name: fileNameOf(file), bytes, sha256 }];
    });
    return { job: job?.name ?? '', sent: [...new Map(sent.map((each) => [each.name, each])).values()] };
  }

  private async render(row: Row): Promise<void> {
    const stop = new AbortController();
    this.running = { id: row.id, stop };
    const aside = `${this.pathOf(row)}.part`;
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (share: number) => this.tell(row, share));
    this.tell(row, 0);
    try {
      const sheet = checkedSheet(JSON.parse(row.document));
      const others = new Map(
        Object.entries(JSON.parse(row.others) as Record<string, unknown>).map(([id, document]) => [id, checkedSheet(document)]),
      );
      const sheets = [sheet, ...others.values()];
      const fonts = sheets
        .flatMap(fontsOf)
        .flatMap((font) => ('sha256' in font ? [{ sha256: font.sha256, path: this.fonts.path(font.sha256) }] : []));
      const pictures = sheets.flatMap(picturesOf).map(({ sha256 }) => {
        const info = this.assets.info(sha256);
        if (!info) throw new Error(`The picture ${sha256.slice(0, 12)} is not here any more.`);
        return { info, folder: this.assets.folderOf(sha256) };
      });
      const { devicePpi, options, ink, crop } = row;
      const format = row.format as FormatName;
      const about = this.aboutJob(row);
      const task: SendOutTask = {
        sheet,
        others,
        devicePpi,
        format,
        options,
        ink,
        crop,
        about,
        pictures,
        fonts,
        path: aside,
        progress: port2,
      };
      const made = (await this.workers.run(task, { transferList: [port2], signal: stop.signal })) as SentFile;
      if (this.row(row.id).state !== 'rendering') return;
      renameSync(aside, this.pathOf(row));
      const bytes = statSync(this.pathOf(row)).size;
      const picture = made.picture ? Buffer.from(made.picture) : this.pictureOfSheet(row.sheetId);
      this.set(row.id, { ...made, picture, state: 'done', bytes, finishedAt: Date.now(), error: null });
    } catch (error) {
      if (this.row(row.id).state !== 'rendering') return;
      // An orderly stop is no failure: the attempt is given back.
      if (this.closed) this.set(row.id, { state: 'queued', attempts: row.attempts - 1 });
      else this.set(row.id, { state: 'failed', error: faultOf(error), finishedAt: Date.now() });
    } finally {
      port1.close();
      rmSync(aside, { force: true });
      this.running = null;
      if (!this.closed) this.tell(this.row(row.id), 1);
    }
  }

  /** Stops rendering; what was half-done is taken up at the next start. */
  async close(): Promise<void> {
    this.closed = true;
    this.running?.stop.abort();
    await this.turn;
  }
}
