/** Every format of a demo sheet by the command line, whole chain and file, beside a general-purpose library encoding the same raster. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { filmSheet } from '../../packages/core/test/support/film';
import { timed } from './rows';

const SHEET = 'demo/sheets/6-portrait.json';
const RUNS = 3;
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] as number;

interface Row {
  readonly name: string;
  readonly file: string;
  readonly options?: readonly string[];
  /** The same by sharp, from RGBA; where it has no such file, the nearest that it has. */
  readonly theirs: (raster: Sharp) => Sharp;
}

const png = (raster: Sharp): Sharp => raster.png({ compressionLevel: 6 });

const ROWS: readonly Row[] = [
  { name: 'PNG of few inks ÷ PNG 6', file: 'a.png', theirs: png },
  {
    name: 'PNG on stock, 2000 px ÷ resized PNG 6',
    file: 'b.png',
    options: ['--ground', 'on stock', '--size', '2000 px'],
    theirs: (raster) => png(raster.resize(2000, 2000, { fit: 'inside' })),
  },
  {
    name: 'a film of one bit, whole chain and file ÷ 8-bit PNG 6',
    file: 'c.tif',
    options: ['--format', 'plates', '--marks', 'no'],
    theirs: (raster) => png(raster.greyscale()),
  },
  {
    name: 'one bit by CCITT G4 ÷ the same',
    file: 'd.tif',
    options: ['--pixels', '1 bit'],
    theirs: (raster) => raster.removeAlpha().toColourspace('b-w').tiff({ bitdepth: 1, compression: 'ccittfax4', predictor: 'none' }),
  },
  { name: 'TIFF of RGBA by Deflate ÷ the same', file: 'e.tif', theirs: (raster) => raster.tiff({ compression: 'deflate' }) },
  {
    name: 'TIFF of RGBA by LZW ÷ the same',
    file: 'f.tif',
    options: ['--compression', 'LZW'],
    theirs: (raster) => raster.tiff({ compression: 'lzw' }),
  },
  {
    name: 'TIFF of CMYK and inks ÷ CMYK by LZW',
    file: 'g.tif',
    options: ['--pixels', 'CMYK + inks'],
    theirs: (raster) => raster.flatten({ background: '#fff' }).toColourspace('cmyk').tiff({ compression: 'lzw', predictor: 'none' }),
  },
  {
    name: 'JPEG ÷ the same',
    file: 'h.jpg',
    theirs: (raster) => raster.flatten({ background: '#fff' }).jpeg({ quality: 90, chromaSubsampling: '4:4:4' }),
  },
  { name: 'WebP ÷ the same', file: 'i.webp', theirs: (raster) => raster.webp({ quality: 85 }) },
  {
    name: 'AVIF, 2000 px ÷ the same',
    file: 'j.avif',
    theirs: (raster) => raster.resize(2000, 2000, { fit: 'inside' }).flatten({ background: '#fff' }).avif({ quality: 60, effort: 3 }),
  },
  { name: 'PDF, a plate an ink ÷ PNG 6', file: 'k.pdf', theirs: png },
  { name: 'OpenRaster ÷ PNG 6', file: 'l.ora', theirs: png },
  { name: 'SVG ÷ PNG 6', file: 'm.svg', theirs: png },
];

/** Seconds of one run of the command line with pyramids at hand. */
const seconds = (keep: string, out: string, threads: number, options: readonly string[], sheet = SHEET): number => {
  const started = performance.now();
  const args = ['packages/server/dist/cli.js', sheet, '-o', out, '--keep', keep, '--threads', String(threads), ...options];
  const done = spawnSync(process.execPath, args, { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  return (performance.now() - started) / 1000;
};

export const formatRows = async (keep: string, folder: string): Promise<void> => {
  console.log('');
  console.log(`Every format of ${SHEET}, whole chain and file by the command line; medians of ${RUNS}`);
  const first = join(folder, 'first.png');
  seconds(keep, first, 1, []);
  const { data, info } = await sharp(first, { limitInputPixels: false }).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const raster = (): Sharp => sharp(data, { raw: { width: info.width, height: info.height, channels: 4 }, limitInputPixels: false });
  for (const { name, file, options = [], theirs } of ROWS) {
    const times: { one: number[]; two: number[]; other: number[] } = { one: [], two: [], other: [] };
    for (let run = 0; run < RUNS; run++) {
      times.one.push(seconds(keep, join(folder, file), 1, options));
      times.two.push(seconds(keep, join(folder, file), 2, options));
      times.other.push((await timed(() => theirs(raster()).toBuffer())) / 1000);
    }
    const [one, two, other] = [median(times.one), median(times.two), median(times.other)];
    console.log(
      `${name.padEnd(58)} ${one.toFixed(1).padStart(5)} s, sharp ${other.toFixed(1)} s, ÷ ${(one / other).toFixed(2)}; two threads ${two.toFixed(1)} s, ${(two / one).toFixed(2)} of one (at most 0.6)`,
    );
  }
};

/** A film of an image-setter's size, whole chain and file by the command line as it is called, beside an 8-bit PNG of the same raster. */
export const filmRow = async (keep: string, folder: string): Promise<void> => {
  mkdirSync(join(folder, 'sheets'), { recursive: true });
  const sheet = join(folder, 'sheets/film.json');
  writeFileSync(sheet, JSON.stringify(filmSheet('.')));
  const film = join(folder, 'film.tif');
  const run = (threads: number): number => seconds(keep, film, threads, ['--format', 'plates', '--marks', 'no'], sheet);
  const [one, two] = [run(1), run(2)];
  const { data, info } = await sharp(film, { limitInputPixels: false }).toColourspace('b-w').raw().toBuffer({ resolveWithObject: true });
  const raw = { raw: { width: info.width, height: info.height, channels: 1 as const }, limitInputPixels: false };
  const other = (await timed(() => png(sharp(data, raw)).toBuffer())) / 1000;
  console.log(
    `${'a film of A4 at 2400 ppi, 1 bit ÷ 8-bit PNG 6'.padEnd(58)} ${two.toFixed(1).padStart(5)} s, sharp ${other.toFixed(1)} s, ÷ ${(two / other).toFixed(2)} (at most 1); one thread ${one.toFixed(1)} s, ÷ ${(one / other).toFixed(2)}`,
  );
};
