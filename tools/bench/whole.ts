/** The demo's sheets whole by the command line, beside one blur and one PNG of the same raster by a general-purpose image library. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import sharp from 'sharp';
import { BAND_ROWS } from '../../packages/server/src/render/print-bands';
import { PngWriter } from '../../packages/server/src/render/png';
import { DEMO_SHEETS } from '../../packages/core/test/support/demo';
import { timed } from './rows';

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] as number;

/** Seconds and greatest memory, MiB, of one run with pyramids at hand. */
const run = (sheet: string, out: string, keep: string, threads: number): { s: number; mib: number } => {
  const started = performance.now();
  const args = ['packages/server/dist/cli.js', `demo/sheets/${sheet}.json`, '-o', out, '--keep', keep, '--threads', String(threads)];
  const done = spawnSync('/usr/bin/time', ['-v', process.execPath, ...args], { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  const [, kilobytes] = /Maximum resident set size \(kbytes\): (\d+)/.exec(done.stderr) as RegExpExecArray;
  return { s: (performance.now() - started) / 1000, mib: Number(kilobytes) / 1024 };
};

/** Bounds: seconds, and how many times the blur. */
const BOUNDS: Readonly<Record<(typeof DEMO_SHEETS)[number], { readonly s: number; readonly blurs: number }>> = {
  '1-poster': { s: 5, blurs: 4 },
  '2-garment': { s: 2.5, blurs: 3 },
  '3-found-print': { s: 4, blurs: 6 },
  // As their neighbour of about the same size.
  '4-drawn-page': { s: 4, blurs: 6 },
  '5-sleeve': { s: 4, blurs: 6 },
  '6-portrait': { s: 4, blurs: 6 },
};

/** A raster of few colours as entries of a palette of packed RGBA8; null where there are more than 256. */
const entriesOf = (rgba: Buffer): { readonly entries: Uint8Array; readonly palette: Uint32Array } | null => {
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  const numbers = new Map<number, number>();
  const entries = new Uint8Array(pixels.length);
  for (let i = 0; i < pixels.length; i++) {
    const pixel = pixels[i] as number;
    const number = numbers.get(pixel) ?? numbers.size;
    if (number === numbers.size) numbers.set(pixel, number);
    if (number > 255) return null;
    entries[i] = number;
  }
  return { entries, palette: Uint32Array.from(numbers.keys()) };
};

/** Seconds that packing a hard sheet's file takes, as the print's bands come. */
const packed = async (file: string, width: number, height: number, entries: Uint8Array, palette: Uint32Array): Promise<number> =>
  (await timed(async () => {
    const png = new PngWriter(file, width, height, 300, { palette });
    for (let y = 0; y < height; y += BAND_ROWS) await png.rows(entries.subarray(y * width, (y + BAND_ROWS) * width));
    await png.end();
  })) / 1000;

export const wholeRows = async (keep: string, folder: string): Promise<void> => {
  console.log('');
  console.log('The demo’s sheets whole by the command line, file and all, pyramids kept; medians of three');
  const out = join(folder, 'whole.png');
  for (const sheet of DEMO_SHEETS) {
    const runs = (threads: number) => Array.from({ length: 3 }, () => run(sheet, out, keep, threads));
    const [one, two] = [runs(1), runs(2)];
    const { data, info } = await sharp(out, { limitInputPixels: false }).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const raw = { raw: { width: info.width, height: info.height, channels: 4 as const }, limitInputPixels: false };
    const three = async (work: () => Promise<unknown>): Promise<number> =>
      median([await timed(work), await timed(work), await timed(work)]) / 1000;
    const blur = await three(() => sharp(data, raw).blur(3).raw().toBuffer());
    const png = await three(() => sharp(data, raw).png({ compressionLevel: 6 }).toBuffer());
    const few = entriesOf(data);
    if (few) {
      const file = await packed(join(folder, 'packed.png'), info.width, info.height, few.entries, few.palette);
      console.log(
        `${sheet.padEnd(20)} the file of its few inks ${(1000 * file).toFixed(0)} ms, ÷ PNG 6 ${(file / png).toFixed(2)} (at most 0.2)`,
      );
    }
    const [s, both] = [median(one.map((each) => each.s)), median(two.map((each) => each.s))];
    const bound = BOUNDS[sheet];
    const mib = (of: typeof one): string => `${median(of.map((each) => each.mib)).toFixed(0)} MiB`;
    console.log(
      `${sheet.padEnd(20)} one thread ${s.toFixed(1)} s (at most ${bound.s}), ÷ blur σ 3 ${(s / blur).toFixed(1)} (at most ${bound.blurs}), ÷ PNG 6 ${(s / png).toFixed(1)}, ${mib(one)}; two ${both.toFixed(1)} s, ${(both / s).toFixed(2)} of one (at most 0.6), ${mib(two)}`,
    );
  }
};
