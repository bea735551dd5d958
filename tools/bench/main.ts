/** Prints performance rows: ours on one thread beside sharp (libvips) with concurrency 1, in turn, medians. */
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { createKernels } from '@uvrant/kernels';
import { inkByTone, LUMA, ONE, screenGrid, screenThresholds, type Region } from '@uvrant/core';
import { DEMO_SHEETS } from '../../packages/core/test/support/demo';
import { draftRows } from './drafts';
import { handlingRows } from './handling';
import { filmRow, formatRows } from './formats';
import { wholeRows } from './whole';
import { lays } from './lays';
import { pair, print, timed } from './rows';
import { passesRow, typeRow } from './sheets';
import { stepRows } from './steps';

sharp.concurrency(1);
sharp.cache(false);

const [WIDTH, HEIGHT] = [4800, 6000];
const kernels = createKernels();
const pixels = WIDTH * HEIGHT;
const region: Region = { x: 0, y: 0, width: WIDTH, height: HEIGHT };
const rgba = new Int16Array(4 * pixels);
const bytes = Buffer.alloc(4 * pixels);
const grey8 = Buffer.alloc(pixels);
for (let i = 0, x = 0; i < pixels; i++, x = (x + 1) % WIDTH) {
  const tone = (x * 255) / WIDTH;
  grey8[i] = tone;
  for (let c = 0; c < 3; c++) {
    bytes[4 * i + c] = (tone + 40 * c + (i >> 9)) & 255;
    rgba[4 * i + c] = (((bytes[4 * i + c] as number) * ONE) / 255) | 0;
  }
  bytes[4 * i + 3] = 255;
  rgba[4 * i + 3] = ONE;
}
const raw = { raw: { width: WIDTH, height: HEIGHT, channels: 4 as const } };
const rawGrey = { raw: { width: WIDTH, height: HEIGHT, channels: 1 as const } };
const tone = new Int16Array(pixels);
const coverage = new Int16Array(pixels);
const out = new Int16Array(pixels);

console.log(`${WIDTH} × ${HEIGHT} px (28.8 megapixels), one thread; Node ${process.version}, sharp ${sharp.versions.sharp}`);
console.log(`${'row'.padEnd(56)} ${'ours'.padStart(9)} ${'sharp'.padStart(10)} ${'ratio'.padStart(7)}`);

const greyRow = await pair(
  () => kernels.grey(rgba, LUMA, tone, coverage),
  () => sharp(bytes, raw).greyscale().raw().toBuffer(),
);
print('RGB to grey ÷ sharp greyscale', greyRow.ours, greyRow.theirs, 0.1);

const geometry = { shape: 'round' as const, cellPx: 38.6, angleDeg: 22.5, edge: 0.2, cut: false, rough: false };
const thresholds = screenThresholds(geometry, inkByTone({ shape: 'round', lpi: 7.78, smallestDot: 0, cutOff: 0, carries: 'darks' }));
const screenRow = await pair(
  () => kernels.screen(tone, region, screenGrid(geometry.cellPx, geometry.angleDeg), 'round', thresholds, null, out),
  () => sharp(grey8, rawGrey).blur(3).raw().toBuffer(),
);
print('screen at 22.5°, soft edge ÷ sharp blur σ 3 grey', screenRow.ours, screenRow.theirs, 1);

await lays(kernels, rgba, bytes, raw);

const table = Int16Array.from({ length: ONE + 1 }, (_, v) => (v * v) >> 14);
const tableRow = await pair(
  () => kernels.table(tone, table, out),
  () => sharp(grey8, rawGrey).linear(1.1, -9).raw().toBuffer(),
);
console.log(
  `${'tone table ÷ sharp linear'.padEnd(56)} ${tableRow.ours.toFixed(0).padStart(6)} ms ${tableRow.theirs.toFixed(0).padStart(7)} ms ${(tableRow.ours / tableRow.theirs).toFixed(3).padStart(7)}  no bound`,
);

await typeRow();
await handlingRows(kernels);
await stepRows();

/** The command line on a sheet at a size; its wall time and its greatest memory. */
const cli = (sheet: string, folder: string): { ms: number; mebibytes: number } => {
  const started = performance.now();
  const done = spawnSync('/usr/bin/time', ['-v', process.execPath, 'packages/server/dist/cli.js', sheet, '-o', join(folder, 'out.png')], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
  const [, kilobytes] = /Maximum resident set size \(kbytes\): (\d+)/.exec(done.stderr) as RegExpExecArray;
  return { ms: performance.now() - started, mebibytes: Number(kilobytes) / 1024 };
};

const folder = mkdtempSync(join(tmpdir(), 'uvrant-bench-'));
try {
  const kept = join(folder, 'pyramids');
  mkdirSync(kept);
  await draftRows(kept);
  await wholeRows(kept, folder);
  cpSync('demo/pictures', join(folder, 'pictures'), { recursive: true });
  await formatRows(kept, folder);
  await filmRow(kept, folder);
  mkdirSync(join(folder, 'sheets'), { recursive: true });
  const poster = JSON.parse(readFileSync('demo/sheets/1-poster.json', 'utf8')) as { size: { width: number; height: number }; ppi: number };
  const sized = (name: string, width: number, height: number): string => {
    const scale = Math.max((width * 25.4) / poster.size.width, (height * 25.4) / poster.size.height);
    const text = JSON.stringify(poster, (key, value: unknown) =>
      key === 'placement' && typeof value === 'object'
        ? {
            ...(value as object),
            x: (width * 25.4) / 2,
            y: (height * 25.4) / 2,
            width: poster.size.width * scale,
            height: poster.size.height * scale,
          }
        : value,
    );
    const file = join(folder, 'sheets', name);
    writeFileSync(file, JSON.stringify({ ...(JSON.parse(text) as object), size: { width: width * 25.4, height: height * 25.4 } }));
    return file;
  };
  console.log('');
  console.log('The demo’s sheets in whole by the command line, ingest and all');
  for (const name of DEMO_SHEETS) {
    const file = join(folder, 'sheets', `${name}.json`);
    cpSync(`demo/sheets/${name}.json`, file);
    const { ms, mebibytes } = cli(file, folder);
    console.log(`${name.padEnd(56)} ${(ms / 1000).toFixed(1)} s, ${mebibytes.toFixed(0)} MiB`);
  }
  const small = cli(sized('20-megapixel.json', 13, 17), folder);
  const middle = cli(sized('29-megapixel.json', 16, 20), folder);
  const large = cli(sized('97-megapixel.json', 27, 40), folder);
  console.log('');
  console.log('Greatest memory of the command line, ingest and all, beside one of 20 megapixels (bound: 128 MiB, the same at both)');
  for (const [name, { ms, mebibytes }] of [
    ['16 × 20 in, 28.8 megapixels', middle],
    ['27 × 40 in, 97 megapixels', large],
  ] as const) {
    console.log(
      `${name.padEnd(56)} ${(ms / 1000).toFixed(1)} s, ${mebibytes.toFixed(0)} MiB, ${(mebibytes - small.mebibytes).toFixed(0)} MiB more`,
    );
  }
  const sent = spawnSync(process.execPath, [
    'packages/server/dist/cli.js',
    sized('29-megapixel.json', 16, 20),
    '-o',
    join(folder, 'sent.png'),
  ]);
  if (sent.status !== 0) throw new Error(String(sent.stderr));
  const rendered = await sharp(join(folder, 'sent.png')).raw().toBuffer();
  const encode = await timed(() =>
    sharp(rendered, { raw: { width: 4800, height: 6000, channels: 4 } })
      .png({ compressionLevel: 6 })
      .toBuffer(),
  );
  passesRow(folder);
  print('send-out, start of the process, ingest, whole chain, file ÷ sharp PNG 6', middle.ms, encode, 1);
} finally {
  rmSync(folder, { recursive: true, force: true });
}

/** Two processes at once against one, on the same screen work. */
const burn = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const work = spawn('node_modules/.bin/tsx', ['tools/bench/screen-work.ts'], { stdio: ['ignore', 'pipe', 'ignore'] });
    let said = '';
    work.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
    work.once('exit', (code) => (code === 0 ? resolve(Number(said)) : reject(new Error(`the work ended with ${code}`))));
  });
const alone = await burn();
const [first, second] = await Promise.all([burn(), burn()]);
console.log('');
console.log(
  `two renderers at once: ${Math.max(first, second).toFixed(0)} ms against ${alone.toFixed(0)} ms alone; load ${readFileSync('/proc/loadavg', 'utf8').split(' ')[0]}`,
);
