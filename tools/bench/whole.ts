/** The demo's sheets whole by the command line, beside one blur and one PNG of the same raster by a general-purpose image library. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import sharp from 'sharp';
import { SHEETS } from './host';
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
const BOUNDS: Readonly<Record<(typeof SHEETS)[number], { readonly s: number; readonly blurs: number }>> = {
  '1-poster': { s: 5, blurs: 4 },
  '2-garment': { s: 2.5, blurs: 3 },
  '3-found-print': { s: 4, blurs: 6 },
};

export const wholeRows = async (keep: string, folder: string): Promise<void> => {
  console.log('');
  console.log('The demo’s sheets whole by the command line, file and all, pyramids kept; medians of three');
  const out = join(folder, 'whole.png');
  for (const sheet of SHEETS) {
    const runs = (threads: number) => Array.from({ length: 3 }, () => run(sheet, out, keep, threads));
    const [one, two] = [runs(1), runs(2)];
    const { data, info } = await sharp(out, { limitInputPixels: false }).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const raw = { raw: { width: info.width, height: info.height, channels: 4 as const }, limitInputPixels: false };
    const three = async (work: () => Promise<unknown>): Promise<number> =>
      median([await timed(work), await timed(work), await timed(work)]) / 1000;
    const blur = await three(() => sharp(data, raw).blur(3).raw().toBuffer());
    const png = await three(() => sharp(data, raw).png({ compressionLevel: 6 }).toBuffer());
    const [s, both] = [median(one.map((each) => each.s)), median(two.map((each) => each.s))];
    const bound = BOUNDS[sheet];
    const mib = (of: typeof one): string => `${median(of.map((each) => each.mib)).toFixed(0)} MiB`;
    console.log(
      `${sheet.padEnd(20)} one thread ${s.toFixed(1)} s (at most ${bound.s}), ÷ blur σ 3 ${(s / blur).toFixed(1)} (at most ${bound.blurs}), ÷ PNG 6 ${(s / png).toFixed(1)}, ${mib(one)}; two ${both.toFixed(1)} s, ${(both / s).toFixed(2)} of one (at most 0.6), ${mib(two)}`,
    );
  }
};
