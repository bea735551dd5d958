import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Locator, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { freshPass, freshStep, stepOfKind, STEPS, wholeSheet, type Pass, type Sheet, type Step } from '@uvrant/core';

export interface RecordedTile {
  readonly task: {
    readonly kind: string;
    readonly quality?: string;
    readonly halvings: number;
    readonly side: number;
    readonly x: number;
    readonly y: number;
  };
  readonly width: number;
  readonly height: number;
  /** RGBA8 as base64. */
  readonly bytes: string;
}

/** Keeps what the page's own workers answer, and lets a test ask them for more. */
export const recordWorkers = async (page: Page): Promise<void> => {
  await page.addInitScript(() => {
    interface Recorder {
      tiles: { task: unknown; width: number; height: number; bytes: Uint8Array; isFine: boolean; version: number }[];
      workers: Worker[];
      version: number;
    }
    const recorder: Recorder = { tiles: [], workers: [], version: 0 };
    Object.assign(window, { recorder });
    const Original = window.Worker;
    window.Worker = class extends Original {
      private readonly asked = new Map<number, { kind: string; version: number }>();
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        recorder.workers.push(this);
        this.addEventListener(
          'message',
          ({ data }: MessageEvent<{ type: string; id: number; result: Omit<Recorder['tiles'][0], 'task' | 'version'> }>) => {
            const task = this.asked.get(data.id);
            if (data.type !== 'done' || task?.kind !== 'tile') return;
            const { width, height, bytes, isFine } = data.result;
            recorder.tiles.push({ task, width, height, bytes: bytes.slice(), isFine, version: task.version });
          },
        );
      }
      override postMessage(message: { type: string; id: number; version: number; task: { kind: string; version: number } }): void {
        if (message.type === 'task') this.asked.set(message.id, message.task);
        // What the table shows is what it asks tiles of; other versions serve readings and trials.
        if (message.type === 'task' && message.task.kind === 'tile') recorder.version = message.task.version;
        super.postMessage(message);
      }
    };
  });
};

/** True tiles at print pixels that the table has shown of the sheet as it is now. */
export const shownTrueTiles = (page: Page): Promise<RecordedTile[]> =>
  page.evaluate(() => {
    const { tiles, version } = (
      window as unknown as {
        recorder: {
          tiles: { task: RecordedTile['task']; width: number; height: number; bytes: Uint8Array; version: number }[];
          version: number;
        };
      }
    ).recorder;
    const base64 = (bytes: Uint8Array): string => {
      let text = '';
      for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
      return btoa(text);
    };
    return tiles
      .filter((tile) => tile.version === version && tile.task.quality === 'true' && tile.task.halvings === 0)
      .map(({ task, width, height, bytes }) => ({ task, width, height, bytes: base64(bytes) }));
  });

/** Every tile of the table in the order in which the workers gave them, and whether it shows wear as it will print. */
export const givenTiles = (page: Page): Promise<{ readonly quality: string; readonly place: string; readonly isFine: boolean }[]> =>
  page.evaluate(() => {
    const { tiles } = (window as unknown as { recorder: { tiles: { task: RecordedTile['task']; isFine: boolean }[] } }).recorder;
    return tiles.map(({ task: { quality, halvings, side, x, y }, isFine }) => ({
      quality: quality ?? '',
      place: [halvings, side, x, y].join(),
      isFine,
    }));
  });

/** Asks the page's own worker for true tiles of any size at print pixels. */
export const askWorker = (page: Page, side: number, places: readonly (readonly [number, number])[]): Promise<RecordedTile[]> =>
  page.evaluate(
    async ({ side, places }) => {
      const { workers, version } = (window as unknown as { recorder: { workers: Worker[]; version: number } }).recorder;
      const worker = workers[0] as Worker;
      const answers: RecordedTile[] = [];
      for (const [i, [x, y]] of places.entries()) {
        const id = 1_000_000 + side * 1000 + i;
        const task = { kind: 'tile', version, quality: 'true', halvings: 0, side, x, y } as const;
        const result = await new Promise<{ width: number; height: number; bytes: Uint8Array }>((resolve, reject) => {
          const listen = ({
            data,
          }: MessageEvent<{
            type: string;
            id: number;
            message: string;
            result: { width: number; height: number; bytes: Uint8Array };
          }>): void => {
            if (data.id !== id) return;
            worker.removeEventListener('message', listen);
            if (data.type === 'done') resolve(data.result);
            else reject(new Error(data.message ?? data.type));
          };
          worker.addEventListener('message', listen);
          worker.postMessage({ type: 'task', id, task });
        });
        answers.push({
          task,
          width: result.width,
          height: result.height,
          bytes: btoa(String.fromCharCode(...result.bytes.subarray(0, 17 * 17 * 4))),
        });
      }
      return answers;
    },
    { side, places },
  );

/** How many of a tile's pixels differ from a PNG's. */
export const differences = (tile: RecordedTile, png: PNG): number => {
  const bytes = Buffer.from(tile.bytes, 'base64');
  const pixels = bytes.length / 4;
  let count = 0;
  for (let i = 0; i < pixels; i++) {
    const x = tile.task.x * tile.task.side + (i % tile.width);
    const y = tile.task.y * tile.task.side + Math.floor(i / tile.width);
    if (png.data.readUInt32BE(4 * (y * png.width + x)) !== bytes.readUInt32BE(4 * i)) count++;
  }
  return count;
};

/** Waits until the page has taken up what was just done: it looks at its state once a frame. */
const takenUp = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise<void>((taken) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(taken)))));

export const isTrue = async (page: Page, timeout = 90_000): Promise<void> => {
  await takenUp(page);
  await expect(page.locator('uv-slug .state')).toHaveText('true', { timeout });
};

/** Sends out the sheet on the bench and gives the file. */
export const sentOut = async (page: Page): Promise<{ path: string; name: string; png: PNG; bytes: Buffer }> => {
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  // A small sheet may be out before its progress is seen: what is asked is the file of this send-out.
  const [asked] = await Promise.all([
    page.waitForResponse((response) => response.request().method() === 'POST' && response.url().endsWith('/send-outs')),
    page.getByRole('button', { name: 'Send out PNG' }).click(),
  ]);
  const [{ id }] = (await asked.json()) as [{ id: string }];
  const link = page.getByRole('link', { name: 'Download' });
  await expect(link).toHaveAttribute('href', `/api/send-outs/${id}/file`, { timeout: 150_000 });
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  const path = await download.path();
  const bytes = readFileSync(path);
  return { path, name: download.suggestedFilename(), png: PNG.sync.read(bytes), bytes };
};

/** Pixels a metre of a PNG's pHYs chunk (ISO/IEC 15948, 11.3.5.3), both ways. */
export const physicalOf = (bytes: Buffer): readonly [number, number, number] => {
  const at = bytes.indexOf('pHYs', 0, 'latin1');
  return [bytes.readUInt32BE(at + 4), bytes.readUInt32BE(at + 8), bytes[at + 12] as number];
};

/** A sheet of the test's own in the demo's job, on the bench. */
export const laidOut = async (page: Page, document: Sheet, timeout?: number): Promise<string> => {
  const { request } = page.context();
  const [job] = (await (await request.get('/api/jobs')).json()) as { id: string; name: string }[];
  const created = await request.post(`/api/jobs/${job?.id}/sheets`, { data: { document } });
  const { id } = (await created.json()) as { id: string };
  await page.goto(`/jobs/${job?.id}/sheets/${id}`);
  await isTrue(page, timeout);
  return id;
};

/** A small sheet of the demo's picture over its ground, so that true comes at once. */
export const opened = async (page: Page, change: (sheet: Sheet) => Sheet = (sheet) => sheet): Promise<string> => {
  const poster = JSON.parse(readFileSync(join(import.meta.dirname, '../demo/sheets/1-poster.json'), 'utf8')) as Sheet;
  const by = 60 / poster.size.width;
  const passes = poster.passes.slice(0, 2).map((pass) => ({
    ...pass,
    wear: [],
    placement: { ...pass.placement, x: 30, y: 40, width: pass.placement.width * by, height: pass.placement.height * by },
    steps: pass.steps
      .filter(({ kind }) => kind !== 'ink-spread')
      .map((step) => (step.kind === 'screen' ? { ...step, params: { ...step.params, lpi: 20 } } : step)),
  }));
  return laidOut(page, change({ ...poster, name: 'Small', size: { width: 60, height: 80 }, ppi: 200, passes }));
};

/** A hash of the true tiles at print pixels of the sheet as it is now. */
export const print = async (page: Page): Promise<string> => {
  await isTrue(page);
  await expect.poll(async () => (await shownTrueTiles(page)).length).toBeGreaterThan(0);
  const tiles = await shownTrueTiles(page);
  const hash = createHash('sha256');
  for (const { bytes } of tiles.sort((a, b) => a.task.y - b.task.y || a.task.x - b.task.x)) hash.update(bytes);
  return hash.digest('hex');
};

/** Colour and coverage of a print pixel that the true view shows, as hexadecimal. */
export const printedAt = async (page: Page, x: number, y: number): Promise<string> => {
  await isTrue(page);
  const held = async (): Promise<RecordedTile | undefined> =>
    (await shownTrueTiles(page)).find(({ task: { side, x: tx, y: ty } }) => tx === Math.floor(x / side) && ty === Math.floor(y / side));
  await expect.poll(async () => (await held()) !== undefined).toBe(true);
  const tile = (await held()) as RecordedTile;
  const bytes = Buffer.from(tile.bytes, 'base64');
  const at = 4 * ((y - tile.task.y * tile.task.side) * tile.width + x - tile.task.x * tile.task.side);
  return bytes.subarray(at, at + 4).toString('hex');
};

/** A small sheet on which every kind of step is at work on a turned picture, its size no whole number of tiles. */
export const allSteps = (base: Sheet): Sheet => {
  // On so small a sheet light that reaches far would be found anew from all of it for each tile.
  const near: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
    glints: { apart: 6, size: 2 },
    halo: { reach: 2 },
    cast: { blur: 0.4 },
    metal: { width: 1 },
  };
  const of = (test: (step: (typeof STEPS)[number]) => boolean): Step[] => STEPS.filter(test).map(({ kind }) => freshStep(kind, near[kind]));
  const tones = of(({ takes, gives }) => takes === 'tone' && gives === 'tone');
  const [ground, art] = base.passes as readonly [Pass, Pass];
  const size = { width: 40, height: 50 };
  const placement = { ...art.placement, x: 19, y: 26, width: 37, height: 47, turn: 9.5, fit: 'free' as const };
  const multiplied = { mode: 'multiply', strength: 0.9 } as const;
  // Several passes, so that no one of them is left with nothing to work on.
  const parts = Array.from({ length: 4 }, (_, part) => tones.filter((_step, i) => i % 4 === part));
  const others: readonly (readonly Step[])[] = [
    [
      freshStep('displace', { soft: 0.8 }),
      freshStep('bend', { by: 'the form of the picture', depth: 2, soft: 3, bent: 'both' }),
      freshStep('screen', { lpi: 10 }),
    ],
    [freshStep('texture-screen', { of: 'dry brush', size: 0.3 })],
    [freshStep('error-diffusion', { dot: 0.4 })],
    [freshStep('round-screen', { shape: 'a spiral' })],
    [freshStep('process-screen', { lpi: 24 })],
    [freshStep('channel-screen')],
    [freshStep('stretch', { shape: 'flag', by: 0.3 }), freshStep('own-screen', { lpi: 8, letters: '&' })],
    of(({ family, takes }) => family === 'light' && takes === 'colour'),
  ];
  return {
    ...base,
    name: 'All steps',
    size,
    edges: 'smooth',
    passes: [
      ground,
      ...parts.map((steps, i): Pass => ({
        ...art,
        id: `tones-${i}`,
        name: `Tones ${i + 1}`,
        placement,
        lay: multiplied,
        steps: steps.map((step) => ({ ...step, amount: 0.7 })),
      })),
      {
        ...art,
        placement,
        lay: multiplied,
        steps: [
          freshStep('grey-response'),
          freshStep('screen', { lpi: 14, hardness: 0.5 }),
          ...of(({ takes, kind }) => takes === 'ink' || kind === 'blur' || kind === 'misregister'),
          freshStep('colour-back'),
        ],
      },
      ...others.map((steps, i): Pass => ({
        ...art,
        id: `other-${i}`,
        name: `Other ${i + 1}`,
        placement,
        lay: multiplied,
        // What works on colours is given them.
        steps: stepOfKind(steps[0]?.kind ?? '')?.takes === 'colour' ? steps : [freshStep('grey-response'), ...steps],
      })),
      {
        ...freshPass('over-all', 'Over all', { kind: 'overall' }, wholeSheet(size)),
        steps: of(
          ({ takes, kind, family }) =>
            takes === 'colour' && kind !== 'colour-back' && kind !== 'grey-response' && family !== 'screen' && family !== 'light',
        ).map((step) => ({
          ...step,
          amount: 0.4,
        })),
      },
    ],
  };
};

/** The line of a pass in the ticket, by its name. */
export const line = (page: Page, name: string): Locator => page.locator(`uv-ticket [data-moment="${name}/"]`);

/** Adds what is found by some words. */
export const added = async (page: Page, asked: string, option: string | RegExp): Promise<void> => {
  await page.getByRole('button', { name: 'Add a pass or step' }).click();
  const entry = page.getByRole('combobox', { name: 'What should print, or what should happen?' });
  await entry.fill(asked);
  await page.getByRole('option', { name: option }).click();
  await expect(entry).toHaveCount(0);
};

/** Fills in an entry of the dials. */
export const filled = async (page: Page, label: string, value: string): Promise<void> => {
  const entry = page.locator('uv-dials').getByRole('textbox', { name: label, exact: true });
  await entry.fill(value);
  await entry.press('Enter');
};

/** An empty sheet at 72 ppi, so that true comes soon. */
export const emptySheet = async (page: Page): Promise<void> => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Job', exact: true }).click();
  await page.getByRole('button', { name: '300 ppi' }).click();
  await page.getByRole('menuitem', { name: '72 ppi' }).click();
  await page.getByRole('button', { name: 'or begin with an empty sheet' }).click();
  await expect(page.locator('uv-ticket')).toContainText('Nothing prints on this sheet yet.');
};

/** Adds a flat of a colour. */
export const addedFlat = async (page: Page, hex: string): Promise<void> => {
  await added(page, 'flat', /^Flat ink/);
  await page.locator('uv-colour-field').getByRole('button').click();
  await page.getByRole('textbox', { name: 'Hexadecimal colour' }).fill(hex);
  await page.getByRole('textbox', { name: 'Hexadecimal colour' }).press('Enter');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
};

/** Lays the open pass by a mode. */
export const laidBy = async (page: Page, mode: RegExp): Promise<void> => {
  await page.locator('uv-lay-dials .choose').click();
  await page.getByRole('option', { name: mode }).click();
};
