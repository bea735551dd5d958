import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inflateSync } from 'node:zlib';
import type * as fastPng from 'fast-png';
import { Resvg } from '@resvg/resvg-js';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import * as utif from 'utif2';
import { fromBuffer, type Entry } from 'yauzl';
import {
  boxAt,
  checkedOptions,
  emptySheet,
  freshPass,
  freshSource,
  freshStep,
  INKS,
  STOCKS,
  type AnyOptions,
  type FormatName,
  type Ink,
  type Pass,
  type Sheet,
} from '@uvrant/core';
import { filmMarks } from '../src/dispatch/writers/film-marks';
import { writeFile } from '../src/dispatch/writers/writers';
import type { AboutJob, Written } from '../src/dispatch/writers/declare';
import { openedPrint, type PrintJob } from '../src/render/print-job';
import { TiffWriter } from '../src/render/tiff';

/** Bytes of a linear congruential generator: they hardly repeat. */
const pixelNoise = (length: number): Uint8Array => {
  let seed = 1;
  return Uint8Array.from({ length }, () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) >>> 24);
};

const folder = mkdtempSync(join(tmpdir(), 'uvrant-formats-'));
/** Another reader of PNG; it is an ES module. */
let decode: typeof fastPng.decode;
beforeAll(async () => {
  ({ decode } = await import('fast-png'));
});
jest.setTimeout(30_000);
afterAll(() => rmSync(folder, { recursive: true }));

const [SOOT, FLARE] = [INKS[0] as Ink, INKS.find(({ name }) => name === 'Flare') ?? (INKS[1] as Ink)];
const size = { width: 50, height: 40 };

const screened: Pass = freshPass('ramp', 'Ramp', freshSource('ramp', {}), boxAt(20, 18, 36, 28), {
  steps: [freshStep('screen', { lpi: 20, angle: 22.5, ink: { ink: FLARE.id } })],
});
const bar = freshPass('bar', 'Bar', freshSource('flat', { colour: { ink: SOOT.id } }), boxAt(30, 25, 30, 12));
const words = freshPass(
  'words',
  'Words',
  freshSource('type', { text: 'Marl Fold', size: 6, colour: { ink: SOOT.id } }),
  boxAt(26, 8, 40, 8),
);

/** Dots of one ink, a bar and lettering of another that cover them. */
const hard: Sheet = {
  ...emptySheet({ name: 'Two inks', size, ppi: 150, edges: 'hard', stock: STOCKS[0]!, ink: SOOT, ground: null }),
  inks: [SOOT, FLARE],
  passes: [screened, bar, words],
};
/** The same with soft edges, and a wash of colour that is no ink beneath. */
const smooth: Sheet = {
  ...hard,
  name: 'Smooth',
  edges: 'smooth',
  passes: [
    freshPass('wash', 'Wash', freshSource('flat', { colour: { srgb: '#c8a060' } }), boxAt(25, 20, 44, 34), {
      lay: { mode: 'normal', strength: 0.7 },
    }),
    ...hard.passes,
  ],
};

const jobOf = (sheet: Sheet): PrintJob => ({ sheet, others: new Map(), devicePpi: sheet.ppi, pictures: [], fonts: [] });

interface Sent extends Written {
  readonly path: string;
  readonly bytes: Buffer;
}
let count = 0;
const sent = async (
  sheet: Sheet,
  format: FormatName,
  options: AnyOptions = {},
  ink: string | null = null,
  about?: AboutJob,
): Promise<Sent> => {
  const path = join(folder, `${count++}.file`);
  const order = { job: jobOf(sheet), options: checkedOptions(format, options), ink, crop: null, path, threads: 1, told: () => undefined };
  const written = await writeFile(format, about ? { ...order, about } : order);
  return { ...written, path, bytes: readFileSync(path) };
};

/** The print itself: straight RGBA8, the bytes that the true view shows. */
const print = async (sheet: Sheet): Promise<Uint8Array> => {
  const opened = await openedPrint(jobOf(sheet));
  const parts = [...opened.bands()].map(({ bytes }) => {
    const { palette } = opened;
    return palette ? new Uint8Array(Uint32Array.from(bytes, (entry) => palette[entry] as number).buffer) : bytes;
  });
  return new Uint8Array(Buffer.concat(parts));
};

/** An ink's plate, 255 solid. */
const plate = async (sheet: Sheet, ink: string, making = { trap: 0, choke: 0 }): Promise<Uint8Array> => {
  const opened = await openedPrint({ ...jobOf(sheet), plates: { inks: [ink], ...making } });
  return new Uint8Array(Buffer.concat([...opened.bands()].map(({ bytes }) => bytes)));
};

const alphaOf = (rgba: Uint8Array): Uint8Array => rgba.filter((_, i) => i % 4 === 3);
const wrong = (one: ArrayLike<number>, two: ArrayLike<number>): number => {
  expect(one.length).toBe(two.length);
  let count = 0;
  for (let i = 0; i < one.length; i++) if (one[i] !== two[i]) count++;
  return count;
};
const colourOf = (hex: string): number[] => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));

describe('PNG', () => {
  test('a hard sheet takes a palette of as few bits as it needs, and is the print bit for bit by two other readers', async () => {
    const { bytes, width, height } = await sent(hard, 'png');
    const rgba = await print(hard);
    expect([width, height]).toEqual([295, 236]);
    expect([...bytes.subarray(24, 26)]).toEqual([2, 3]);
    expect(wrong(PNG.sync.read(bytes).data, rgba)).toBe(0);
    const read = decode(bytes);
    expect([read.depth, read.palette?.length, read.resolution]).toEqual([2, 3, { x: 5906, y: 5906, unit: 1 }]);
    expect(read.text).toMatchObject({ Title: 'Two inks' });
  });

  test('on stock is what sharp makes of the print by flattening it, within its rounding, and opaque', async () => {
    const image = PNG.sync.read((await sent(smooth, 'png', { ground: 'on stock' })).bytes);
    const raw = { width: image.width, height: image.height, channels: 4 } as const;
    const flat = await sharp(await print(smooth), { raw })
      .flatten({ background: smooth.stock.colour })
      .raw()
      .toBuffer();
    let farthest = 0;
    for (let i = 0; i < image.width * image.height; i++) {
      for (let c = 0; c < 3; c++) farthest = Math.max(farthest, Math.abs((image.data[4 * i + c] as number) - (flat[3 * i + c] as number)));
      expect(image.data[4 * i + 3]).toBe(255);
    }
    expect(farthest).toBeLessThanOrEqual(1);
  });

  test('grey is BT.709 luma of the print, with and without a palette', async () => {
    for (const sheet of [hard, smooth]) {
      const [grey, rgba] = [PNG.sync.read((await sent(sheet, 'png', { pixels: 'grey' })).bytes).data, await print(sheet)];
      let farthest = 0;
      for (let i = 0; i < rgba.length; i += 4) {
        const [r, g, b, a] = rgba.subarray(i, i + 4) as unknown as [number, number, number, number];
        farthest = Math.max(
          farthest,
          Math.abs((grey[i] as number) - (0.2126 * r + 0.7152 * g + 0.0722 * b)),
          Math.abs((grey[i + 3] as number) - a),
        );
      }
      expect(farthest).toBeLessThanOrEqual(0.51);
    }
  });

  test('a smaller copy keeps the mean light of the print, and stays as large on paper', async () => {
    const { bytes, width, height } = await sent({ ...smooth, ppi: 600 }, 'png', { ground: 'on stock', size: '400 px' });
    expect([width, height]).toEqual([400, 320]);
    // 400 px over 50 mm, which are 1181 px of the print.
    expect(Math.abs((decode(bytes).resolution?.x ?? 0) - 8000)).toBeLessThan(3);
    const light = (data: ArrayLike<number>): number => {
      let sum = 0;
      for (let i = 0; i < data.length; i += 4) sum += ((data[i] as number) / 255) ** 2.2;
      return (4 * sum) / data.length;
    };
    const whole = PNG.sync.read((await sent({ ...smooth, ppi: 600 }, 'png', { ground: 'on stock' })).bytes).data;
    expect(light(PNG.sync.read(bytes).data)).toBeCloseTo(light(whole), 2);
  });
});

describe('TIFF', () => {
  const decoded = (bytes: Buffer) => {
    const [page] = utif.decode(bytes) as [Record<string, number[]> & { width: number; height: number; data: Uint8Array }];
    utif.decodeImage(bytes, page);
    return page;
  };

  test.each(['Deflate', 'LZW', 'none'] as const)('RGBA packed by %s is the print bit for bit by two other readers', async (compression) => {
    const { bytes, path } = await sent(smooth, 'tiff', { compression });
    const rgba = await print(smooth);
    expect(wrong(decoded(bytes).data, rgba)).toBe(0);
    const read = await sharp(path).raw().toBuffer({ resolveWithObject: true });
    expect(read.info.channels).toBe(4);
    expect(wrong(read.data, rgba)).toBe(0);
    const { density, hasProfile } = await sharp(path).metadata();
    expect([density, hasProfile]).toEqual([150, true]);
  });

  test.each(['CCITT G4', 'Deflate', 'LZW', 'none'] as const)('one bit packed by %s is what prints at all', async (bitCompression) => {
    const { bytes, path } = await sent(hard, 'tiff', { pixels: '1 bit', bitCompression });
    const there = alphaOf(await print(hard));
    const page = decoded(bytes);
    expect([page['t258'], page['t262'], page['t277']]).toEqual([[1], [0], [1]]);
    const dark = (await sharp(path).greyscale().raw().toBuffer()).map((light) => 255 - light);
    expect(wrong(dark, there)).toBe(0);
    const rgba = utif.toRGBA8(page);
    expect(
      wrong(
        rgba.filter((_, i) => i % 4 === 0).map((light) => 255 - light),
        there,
      ),
    ).toBe(0);
  });

  test('one bit of a smooth sheet is refused in words', async () => {
    await expect(sent(smooth, 'tiff', { pixels: '1 bit' })).rejects.toThrow('hard or screened edges');
  });

  test('CMYK with inks holds each ink’s plate as a named channel, and what is no ink in the four', async () => {
    const { bytes, note } = await sent(smooth, 'tiff', { pixels: 'CMYK + inks' });
    const page = decoded(bytes);
    expect([page['t262'], page['t332'], page['t334']]).toEqual([[5], [2], [6]]);
    expect(page['t333']).toEqual([['Cyan', 'Magenta', 'Yellow', 'Black', SOOT.name, FLARE.name].join('\0')]);
    expect(note).toBe('“Wash” prints colours that are no ink: it is in cyan, magenta, yellow and black.');
    const { data } = page;
    const channel = (at: number): Uint8Array => data.filter((_, i) => i % 6 === at);
    expect(wrong(channel(4), await plate(smooth, SOOT.id))).toBe(0);
    expect(wrong(channel(5), await plate(smooth, FLARE.id))).toBe(0);
    // Where ink covers the wash, there is none of it; where nothing prints, nothing is in the four.
    const [soot, there] = [channel(4), alphaOf(await print(smooth))];
    for (let c = 0; c < 4; c++) {
      const process = channel(c);
      expect(process.some((value, i) => value > 0 && (soot[i] === 255 || there[i] === 0))).toBe(false);
    }
    expect(Math.max(...channel(2))).toBeGreaterThan(60);
  });

  test('colours that are no ink are films of the four process inks: those of CMYK with inks, 8 bits each', async () => {
    const samples = decoded((await sent(smooth, 'tiff', { pixels: 'CMYK + inks' })).bytes).data;
    for (const [channel, name] of ['cyan', 'magenta', 'yellow', 'black'].entries()) {
      const film = await sent(smooth, 'plates', { file: 'PNG', marks: false, process: true }, `process-${name}`);
      expect(film.note).toBeNull();
      const read = decode(film.bytes);
      expect([read.depth, read.channels]).toEqual([8, 1]);
      const own = samples.filter((_, i) => i % 6 === channel);
      if (name === 'yellow') expect(Math.max(...own)).toBeGreaterThan(60);
      expect(
        wrong(
          Array.from(read.data, (light) => 255 - light),
          own,
        ),
      ).toBe(0);
    }
    await expect(sent(hard, 'plates', {}, 'process-cyan')).rejects.toThrow('The sheet has no ink “process-cyan”.');
  });

  test('CCITT G4 is read back by libtiff and another decoder: runs of every length, noise, and rows all of one colour', async () => {
    const [width, height] = [6001, 700];
    const noise = pixelNoise(width);
    const rows = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) {
      const row = rows.subarray(y * width, (y + 1) * width);
      // A black run and a white one that grow from row to row, then noise; some rows white, some black.
      if (y % 50 === 48) row.fill(255);
      else if (y % 50 < 47) {
        row.fill(255, y % 7, (y % 7) + 4 * y);
        row.set(y % 3 === 0 ? noise.subarray(0, 900).map((value) => (value & 128) * 1.9921875) : new Uint8Array(0), 5000);
      }
    }
    const path = join(folder, 'fax.tif');
    const how = { width, height, ppi: 100, pixels: { kind: 'bit' }, compression: 'CCITT G4', title: 'Runs' } as const;
    const file = new TiffWriter(path, how);
    await file.rows(rows);
    await file.end();
    const dark = (await sharp(path).greyscale().raw().toBuffer()).map((light) => 255 - light);
    expect(wrong(dark, rows)).toBe(0);
    const other = utif.toRGBA8(decoded(readFileSync(path))).filter((_, i) => i % 4 === 0);
    expect(
      wrong(
        other.map((light) => 255 - light),
        rows,
      ),
    ).toBe(0);
  });

  test('LZW is read back by libtiff where its table is full many times, and where all is one string', async () => {
    for (const rows of [pixelNoise(4 * 64 * 400), new Uint8Array(4 * 64 * 400)]) {
      const path = join(folder, 'lzw.tif');
      const how = { width: 64, height: 400, ppi: 100, pixels: { kind: 'rgba' }, compression: 'LZW', title: 'Noise' } as const;
      const file = new TiffWriter(path, how);
      await file.rows(rows);
      await file.end();
      expect(wrong(await sharp(path).raw().toBuffer(), rows)).toBe(0);
    }
  });
});

describe('JPEG, WebP and AVIF', () => {
  test('are the print on its stock, with its resolution and sRGB in them', async () => {
    const flat = await sharp((await sent(smooth, 'png', { ground: 'on stock' })).bytes)
      .removeAlpha()
      .raw()
      .toBuffer();
    for (const [format, options, most] of [
      ['jpeg', { quality: 95 }, 3],
      ['webp', { ground: 'on stock', lossless: true }, 0],
      ['avif', { quality: 90, size: 'print size' }, 4],
    ] as const) {
      const { path } = await sent(smooth, format, options);
      const { hasProfile, density, chromaSubsampling } = await sharp(path).metadata();
      expect([format, hasProfile]).toEqual([format, true]);
      if (format === 'jpeg') expect([density, chromaSubsampling]).toEqual([150, '4:4:4']);
      const read = await sharp(path).removeAlpha().raw().toBuffer();
      const off = read.reduce((sum, value, i) => sum + Math.abs(value - (flat[i] as number)), 0) / read.length;
      expect([format, off <= most, off]).toEqual([format, true, off]);
    }
  });

  test('a WebP is clear where nothing prints', async () => {
    const { path } = await sent(smooth, 'webp', { lossless: true });
    const { data } = await sharp(path).raw().toBuffer({ resolveWithObject: true });
    expect(
      wrong(
        data.filter((_, i) => i % 4 === 3),
        alphaOf(await print(smooth)),
      ),
    ).toBe(0);
  });

  test('no rows are left beside a file', async () => {
    await sent(hard, 'jpeg');
    expect(readdirSync(folder).filter((name) => name.endsWith('.rows'))).toEqual([]);
  });
});

describe('plates', () => {
  test('laid on each other in their inks they are the print bit for bit', async () => {
    const rgba = await print(hard);
    const plates = await Promise.all([SOOT, FLARE].map(async (ink) => ({ ink, rows: await plate(hard, ink.id) })));
    const laid = new Uint8Array(rgba.length);
    for (const { ink, rows } of plates) {
      for (let i = 0; i < rows.length; i++) if (rows[i] === 255) laid.set([...colourOf(ink.colour), 255], 4 * i);
    }
    expect(wrong(laid, rgba)).toBe(0);
    expect(plates.every(({ rows }) => rows.every((value) => value === 0 || value === 255))).toBe(true);
  });

  test.each(['TIFF', 'PNG'] as const)(
    'a film of one bit as %s is the plate, black where ink is, with marks and slug round it',
    async (file) => {
      const bare = await sent(hard, 'plates', { file, marks: false }, SOOT.id);
      const rows = await plate(hard, SOOT.id);
      const dark = async (path: string) => {
        const { data, info } = await sharp(path).greyscale().raw().toBuffer({ resolveWithObject: true });
        return { data: data.map((light) => 255 - light), width: info.width, height: info.height };
      };
      expect(wrong((await dark(bare.path)).data, rows)).toBe(0);
      const marked = await sent(hard, 'plates', { file }, SOOT.id);
      const film = await dark(marked.path);
      // 12 mm on each side.
      expect([film.width, film.height]).toEqual([437, 378]);
      const room = 71;
      const inside = Uint8Array.from(
        { length: rows.length },
        (_, i) => film.data[(room + Math.floor(i / 295)) * film.width + room + (i % 295)] as number,
      );
      expect(wrong(inside, rows)).toBe(0);
      const margin = film.data.filter((_, i) => Math.floor(i / film.width) >= room + 236);
      expect(margin.filter((value) => value > 0).length).toBeGreaterThan(150);
      if (file === 'PNG') expect(decode(marked.bytes)).toMatchObject({ depth: 1, channels: 1 });
    },
  );

  test('a slug is set in a font that has its letters, and letters that none has are told of', async () => {
    const familyOf = (slug: string) => filmMarks({ width: 50, height: 40 }, 150, slug).passes.find(({ id }) => id === 'slug')?.source;
    expect(familyOf('Soot  20 lpi 22.5°')).toMatchObject({ font: { family: 'courier-prime' } });
    expect(familyOf('Сажа  20 lpi 22.5°')).toMatchObject({ font: { family: 'noto-sans' } });
    const noteOf = async (name: string) => (await sent({ ...hard, inks: [{ ...SOOT, name }, FLARE] }, 'plates', {}, SOOT.id)).note;
    expect(await noteOf('Сажа')).toBeNull();
    expect(await noteOf('Сажа 煤')).toContain('no 煤:');
  });

  test('a mirrored film is the same from the right', async () => {
    const [right, mirrored] = await Promise.all(
      ['right', 'mirrored'].map(async (reading) => {
        const { path } = await sent(hard, 'plates', { file: 'PNG', reading, marks: false }, FLARE.id);
        return sharp(path).greyscale();
      }),
    );
    expect(wrong(await mirrored!.flop().raw().toBuffer(), await right!.raw().toBuffer())).toBe(0);
  });

  test('a film of a smooth sheet has 8 bits', async () => {
    const { path } = await sent(smooth, 'plates', { marks: false, file: 'TIFF' }, SOOT.id);
    const dark = (await sharp(path).greyscale().raw().toBuffer()).map((light) => 255 - light);
    expect(wrong(dark, await plate(smooth, SOOT.id))).toBe(0);
    expect(new Set(dark).size).toBeGreaterThan(10);
  });

  test('an ink that there is not is refused in words', async () => {
    await expect(sent(hard, 'plates', {}, 'gold')).rejects.toThrow('The sheet has no ink “gold”.');
  });
});

describe('PDF', () => {
  const opened = async (bytes: Buffer) => {
    const pdfjs = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const document = await pdfjs.getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    return { pdfjs, document, page: await document.getPage(1) };
  };
  /** The streams of a file, unpacked, with their dictionaries. */
  const streams = (bytes: Buffer): { dictionary: string; data: Buffer }[] =>
    [...bytes.toString('latin1').matchAll(/obj\n<< ([^\n]*) \/Filter \/FlateDecode \/Length \d+ 0 R >>\nstream\n/g)].map((found) => {
      const from = found.index + found[0].length;
      return { dictionary: found[1] as string, data: inflateSync(bytes.subarray(from, bytes.indexOf('\nendstream', from, 'latin1'))) };
    });

  test('each ink is a mask of one bit in a Separation of its name, bit for bit the plate, and overprints', async () => {
    const { bytes } = await sent(hard, 'pdf', { letters: 'as printed' });
    const { pdfjs, page } = await opened(bytes);
    const { fnArray } = await page.getOperatorList();
    expect(fnArray.filter((each) => each === pdfjs.OPS.paintImageMaskXObject).length).toBe(2);
    expect(page.view).toEqual([0, 0, expect.closeTo((50 * 72) / 25.4, 3), expect.closeTo((40 * 72) / 25.4, 3)]);
    const text = bytes.toString('latin1');
    for (const ink of [SOOT, FLARE]) expect(text).toContain(`[/Separation /${ink.name} /DeviceCMYK`);
    expect(text).toContain('/OP true /op true /OPM 1');
    expect(text).toContain('/OutputIntent /S /GTS_PDFX');
    const masks = streams(bytes).filter(({ dictionary }) => dictionary.includes('/ImageMask true'));
    for (const [i, ink] of [SOOT, FLARE].entries()) {
      const rows = await plate(hard, ink.id);
      const { data } = masks[i] as { data: Buffer };
      const line = Math.ceil(295 / 8);
      const read = Uint8Array.from(
        rows,
        (_, at) => (((data[Math.floor(at / 295) * line + ((at % 295) >> 3)] as number) >> (7 - ((at % 295) & 7))) & 1) * 255,
      );
      expect(wrong(read, rows)).toBe(0);
    }
  });

  const hasGhostscript = spawnSync('gs', ['--version']).status === 0;
  (hasGhostscript ? test : test.skip)('Ghostscript takes the plates apart again without a wrong pixel', async () => {
    const { path, width, height } = await sent({ ...hard, size: { width: 50.8, height: 40.64 } }, 'pdf', { letters: 'as printed' });
    const done = spawnSync(
      'gs',
      ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=tiffsep', '-r150', '-o', join(folder, 'sep%d.tif'), path],
      { encoding: 'utf8' },
    );
    expect([done.status, done.stderr]).toEqual([0, '']);
    const sheet = { ...hard, size: { width: 50.8, height: 40.64 } };
    expect([width, height]).toEqual([300, 240]);
    for (const ink of [SOOT, FLARE]) {
      const { data, info } = await sharp(join(folder, `sep1(${ink.name}).tif`))
        .greyscale()
        .raw()
        .toBuffer({ resolveWithObject: true });
      expect([info.width, info.height]).toEqual([300, 240]);
      expect(
        wrong(
          data.map((light) => 255 - light),
          await plate(sheet, ink.id),
        ),
      ).toBe(0);
    }
  });

  /** Flare everywhere, and lettering of soot over it. */
  const lettered: Sheet = {
    ...hard,
    size: { width: 50.8, height: 40.64 },
    passes: [freshPass('ground', 'Ground', freshSource('flat', { colour: { ink: FLARE.id } }), boxAt(25.4, 20.32, 50.8, 40.64)), words],
  };

  test('lettering that nothing was done to is drawn by its outlines, over the other inks', async () => {
    const { bytes } = await sent(lettered, 'pdf');
    const { pdfjs, page } = await opened(bytes);
    const { fnArray } = await page.getOperatorList();
    expect(fnArray.filter((each) => each === pdfjs.OPS.constructPath).length).toBe(1);
    const drawing =
      streams(bytes)
        .find(({ data }) => data.includes('/Cover gs'))
        ?.data.toString('latin1') ?? '';
    // As many outlines as the letters have: M a r l F o l d, three of them with one inside.
    expect(drawing.match(/ m /g)?.length).toBe(11);
    expect(drawing).toMatch(/\/Ink0 cs 1 scn .* c h f Q/s);
    expect((await sent({ ...lettered, passes: [...lettered.passes].reverse() }, 'pdf')).bytes.toString('latin1')).toContain('/Plate1');
  });

  (hasGhostscript ? test : test.skip)(
    'its outlines and the print’s own pixels are the same letters, knocked out of what is beneath',
    async () => {
      const { path } = await sent(lettered, 'pdf');
      const done = spawnSync(
        'gs',
        ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=tiffsep', '-r150', '-o', join(folder, 'letters%d.tif'), path],
        { encoding: 'utf8' },
      );
      expect([done.status, done.stderr]).toEqual([0, '']);
      for (const ink of [SOOT, FLARE]) {
        const light = await sharp(join(folder, `letters1(${ink.name}).tif`))
          .greyscale()
          .raw()
          .toBuffer();
        const own = await plate(lettered, ink.id);
        // Ghostscript paints every pixel that an outline touches; ours are those whose middle it covers.
        const touched = own.filter((value, i) => 255 - (light[i] as number) !== value).length;
        expect(touched).toBeGreaterThan(0);
        expect(touched / own.filter((value) => value === (ink === SOOT ? 255 : 0)).length).toBeLessThan(0.4);
      }
    },
  );

  test('one picture is the print on white by its palette; bleed and marks make the page larger round the same trim', async () => {
    const { bytes, width } = await sent(hard, 'pdf', { plates: 'one picture', bleed: 3, marks: true });
    expect(width).toBe(295 + 2 * 18);
    const { page } = await opened(bytes);
    const mm = (points: number): number => (points * 25.4) / 72;
    expect(page.view.map(mm)).toEqual([0, 0, expect.closeTo(50 + 26, 3), expect.closeTo(40 + 26, 3)]);
    const text = bytes.toString('latin1');
    const box = (name: string): number[] =>
      (new RegExp(`/${name} \\[([^\\]]*)\\]`).exec(text)?.[1] ?? '').split(' ').map((each) => mm(Number(each)));
    expect(box('TrimBox')).toEqual([13, 13, 63, 53].map((each) => expect.closeTo(each, 3) as number));
    expect(box('BleedBox')).toEqual([10, 10, 66, 56].map((each) => expect.closeTo(each, 3) as number));
    expect(text).toContain('/Indexed');
    // The palette and the entries: what lies within the trim is the print.
    const image = streams(bytes).find(({ dictionary }) => dictionary.includes('/Indexed')) as { dictionary: string; data: Buffer };
    const palette = Buffer.from(/<([0-9a-f]+)>/.exec(image.dictionary)?.[1] ?? '', 'hex');
    const line = Math.ceil((331 * 2) / 8);
    const rgba = await print(hard);
    let off = 0;
    for (let y = 0; y < 236; y++) {
      for (let x = 0; x < 295; x++) {
        const entry = ((image.data[(y + 18) * line + ((x + 18) >> 2)] as number) >> (6 - 2 * ((x + 18) & 3))) & 3;
        const at = 4 * (y * 295 + x);
        const own = rgba[at + 3] === 0 ? [255, 255, 255] : [...rgba.subarray(at, at + 3)];
        if (own.some((value, c) => value !== palette[3 * entry + c])) off++;
      }
    }
    expect(off).toBe(0);
  });

  test('a smooth sheet’s inks are 8-bit images, and its colours a picture beneath them', async () => {
    const { bytes, note } = await sent(smooth, 'pdf', { letters: 'as printed' });
    const images = streams(bytes).filter(({ dictionary }) => dictionary.includes('/Subtype /Image'));
    expect(images.length).toBe(3);
    expect(note).toContain('“Wash” prints colours that are no ink');
    expect(wrong(images[1]!.data, await plate(smooth, SOOT.id))).toBe(0);
  });
});

describe('OpenRaster', () => {
  const entriesOf = (bytes: Buffer): Promise<Map<string, Buffer>> =>
    new Promise((resolve, reject) => {
      const found = new Map<string, Buffer>();
      fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
        if (error) return reject(error);
        zip.on('end', () => resolve(found));
        zip.on('entry', (entry: Entry) => {
          zip.openReadStream(entry, (failed, stream) => {
            if (failed) return reject(failed);
            const parts: Buffer[] = [];
            stream.on('data', (part: Buffer) => parts.push(part));
            stream.on('end', () => {
              found.set(entry.fileName, Buffer.concat(parts));
              zip.readEntry();
            });
          });
        });
        zip.readEntry();
      });
    });

  test('is a zip that begins with its type; its layers laid on each other are the print', async () => {
    const { bytes } = await sent(smooth, 'openraster');
    // The type stands unpacked at byte 38, as the format asks.
    expect(bytes.toString('latin1', 30, 38 + 16)).toBe('mimetypeimage/openraster');
    const files = await entriesOf(bytes);
    const stack = files.get('stack.xml')!.toString();
    const layers = [...stack.matchAll(/<layer name="([^"]*)" src="([^"]*)"[^>]*composite-op="([^"]*)" opacity="([^"]*)"/g)].map((found) =>
      found.slice(1),
    );
    expect(layers.map(([name, , op, opacity]) => [name, op, opacity])).toEqual([
      ['Words', 'svg:src-over', '1'],
      ['Bar', 'svg:src-over', '1'],
      ['Ramp', 'svg:src-over', '1'],
      ['Wash', 'svg:src-over', '0.7'],
    ]);
    const rgba = await print(smooth);
    const merged = PNG.sync.read(files.get('mergedimage.png')!);
    expect(wrong(merged.data, rgba)).toBe(0);
    expect(files.has('Thumbnails/thumbnail.png')).toBe(true);
    // W3C Compositing: co = cs·αs + cb·αb·(1 − αs), αo = αs + αb·(1 − αs).
    const laid = new Float64Array(rgba.length);
    for (const [, src, , opacity] of [...layers].reverse()) {
      const { data } = PNG.sync.read(files.get(src as string)!);
      for (let i = 0; i < data.length; i += 4) {
        const alpha = ((data[i + 3] as number) / 255) * Number(opacity);
        for (let c = 0; c < 4; c++) laid[i + c] = (c === 3 ? 255 : (data[i + c] as number)) * alpha + (laid[i + c] as number) * (1 - alpha);
      }
    }
    let farthest = 0;
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = rgba[i + 3] as number;
      for (let c = 0; c < 4; c++)
        farthest = Math.max(farthest, Math.abs((c === 3 ? alpha : ((rgba[i + c] as number) * alpha) / 255) - (laid[i + c] as number)));
    }
    expect(farthest).toBeLessThan(3);
  });

  test('what treats all beneath it is one layer with that, and it is said', async () => {
    const overall = freshPass('all', 'Aged', { kind: 'overall' }, boxAt(25, 20, 50, 40), { steps: [freshStep('invert')] });
    const { note, bytes } = await sent({ ...smooth, passes: [...smooth.passes.slice(0, 2), overall, words] }, 'openraster');
    expect(note).toBe('What prints up to “Aged” is one layer: it treats what is beneath it.');
    expect((await entriesOf(bytes)).get('stack.xml')!.toString()).toContain('name="Printed together"');
  });
});

describe('SVG', () => {
  const drawnBy = (svg: Buffer, width: number): { readonly pixels: Buffer; readonly width: number; readonly height: number } => {
    const image = new Resvg(svg.toString('utf8'), { fitTo: { mode: 'width', value: width }, font: { loadSystemFonts: false } }).render();
    // Each look at its pixels copies them.
    return { pixels: image.pixels, width: image.width, height: image.height };
  };

  test('drawn by resvg it is the print: no pixel away from an edge differs, and its dots hold the print’s ink', async () => {
    const { bytes, width, height, note } = await sent(hard, 'svg', { letters: 'as printed' });
    expect(note).toBeNull();
    const [rgba, drawn] = [await print(hard), drawnBy(bytes, width)];
    expect([drawn.width, drawn.height]).toEqual([width, height]);
    let [ours, theirs, off] = [0, 0, 0];
    for (let y = 1; y < height - 1; y++) {
      for (let x = 1; x < width - 1; x++) {
        const i = 4 * (y * width + x);
        ours += rgba[i + 3] as number;
        theirs += drawn.pixels[i + 3] as number;
        const isEdge = [-1, 1, -width, width, -width - 1, width + 1, 1 - width, width - 1].some((by) =>
          [0, 1, 2, 3].some((c) => rgba[i + 4 * by + c] !== rgba[i + c]),
        );
        if (!isEdge && [0, 1, 2, 3].some((c) => Math.abs((rgba[i + c] as number) - (drawn.pixels[i + c] as number)) > 2)) off++;
      }
    }
    expect(off).toBe(0);
    expect(Math.abs(ours / theirs - 1)).toBeLessThan(0.01);
  });

  test.each([
    [20, 22.5, '#909090', 'hard'],
    [20, 22.5, '#909090', 'smooth'],
    [50, 15, '#d0d0d0', 'hard'],
  ] as const)(
    'dots of one tone are circles, all alike, as their spot function says: %d lpi, %d°, %s, %s',
    async (lpi, angle, srgb, edges) => {
      const ramp = freshSource('ramp', { stops: [0, 1].map((at) => ({ at, colour: { srgb }, strength: 1 })) });
      const even = freshPass('even', 'Even', ramp, boxAt(25, 20, 60, 50), {
        steps: [freshStep('screen', { lpi, angle, shape: 'round', ink: { ink: SOOT.id }, hardness: 1 })],
      });
      const { bytes, width, height, note } = await sent({ ...hard, ppi: 300, edges, passes: [even] }, 'svg');
      expect(note).toBeNull();
      const [scale, data] = /scale\(([^)]*)\)" d="([^"]*)/.exec(bytes.toString('utf8'))?.slice(1) as [string, string];
      const radii: number[] = [];
      let [off, farthest, corners] = [0, 0, 0];
      for (const ring of data.split('z').filter(Boolean).slice(0, 1500)) {
        const [x, y, ...moves] = [...ring.matchAll(/-?\d+/g)].map(([value]) => Number(value) * Number(scale)) as [
          number,
          number,
          ...number[],
        ];
        const places: [number, number][] = [[x, y]];
        for (let i = 0; i < moves.length; i += 2) {
          const [fromX, fromY] = places.at(-1) as [number, number];
          places.push([fromX + (moves[i] as number), fromY + (moves[i + 1] as number)]);
        }
        if (places.some(([px, py]) => px < 1 || py < 1 || px > width - 1 || py > height - 1)) continue;
        let [area, cx, cy] = [0, 0, 0];
        for (const [i, [px, py]] of places.entries()) {
          const [qx, qy] = places[(i + 1) % places.length] as [number, number];
          const cross = px * qy - qx * py;
          [area, cx, cy] = [area + cross / 2, cx + ((px + qx) * cross) / 6, cy + ((py + qy) * cross) / 6];
        }
        const radius = Math.sqrt(Math.abs(area) / Math.PI);
        radii.push(radius);
        for (const [px, py] of places) {
          const away = Math.abs(Math.hypot(px - cx / area, py - cy / area) - radius);
          [off, farthest, corners] = [off + away, Math.max(farthest, away), corners + 1];
        }
      }
      // Of a pixel: a corner lies a 30th of one off, since that is how finely outlines are kept.
      expect(off / corners).toBeLessThan(1 / 30);
      expect(farthest).toBeLessThan(0.15);
      const mean = radii.reduce((sum, radius) => sum + radius, 0) / radii.length;
      expect(radii.length).toBeGreaterThan(500);
      expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(0.1);
      // As much ink as the same sheet prints at twice the pixels, to 4 %.
      const fine = await plate({ ...hard, ppi: 600, passes: [even] }, SOOT.id);
      const ink = fine.reduce((sum, value) => sum + value, 0) / 255 / fine.length;
      expect(Math.abs((Math.PI * mean ** 2) / (300 / lpi) ** 2 / ink - 1)).toBeLessThan(0.04);
    },
  );

  test('lines that run along rows of pixels are as broad as the same lines turned', async () => {
    const ramp = freshSource('ramp', { stops: [0, 1].map((at) => ({ at, colour: { srgb: '#474747' }, strength: 1 })) });
    const inks: number[] = [];
    for (const angle of [0, 22.5]) {
      const lines = freshPass('lines', 'Lines', ramp, boxAt(25, 20, 60, 50), {
        steps: [freshStep('screen', { lpi: 30, angle, shape: 'line', ink: { ink: SOOT.id } })],
      });
      const { pixels } = drawnBy((await sent({ ...hard, ppi: 300, passes: [lines] }, 'svg')).bytes, 1180);
      inks.push(pixels.reduce((sum, value, i) => (i % 4 === 3 ? sum + value : sum), 0));
    }
    expect(Math.abs((inks[0] as number) / (inks[1] as number) - 1)).toBeLessThan(0.01);
  });

  test('its size is the sheet’s, its inks are paths with their names; a colour that is no ink is a picture beneath', async () => {
    const text = (await sent(hard, 'svg', { ground: 'on stock' })).bytes.toString('utf8');
    const perMm = 150 / 25.4;
    expect(text).toContain(`width="${295 / perMm}mm" height="${236 / perMm}mm" viewBox="0 0 295 236"`);
    expect([...text.matchAll(/<path fill="([^"]*)".*?<title>([^<]*)</g)].map(([, fill, name]) => [fill, name])).toEqual([
      [SOOT.colour, SOOT.name],
      [FLARE.colour, FLARE.name],
      [SOOT.colour, SOOT.name],
    ]);
    expect(text).toContain(`<rect width="295" height="236" fill="${hard.stock.colour}"/>`);
    expect(text).not.toContain('<image');
    const mixed = await sent(smooth, 'svg');
    expect(mixed.note).toContain('“Wash” prints colours that are no ink: it is a picture beneath the outlines.');
    const image = /href="data:image\/png;base64,([^"]*)"/.exec(mixed.bytes.toString('utf8'))?.[1] ?? '';
    expect(PNG.sync.read(Buffer.from(image, 'base64')).width).toBe(295);
  });

  const warmed = freshPass('warm', 'Warm', { kind: 'overall' }, boxAt(25, 20, 50, 40), {
    steps: [{ ...freshStep('warmth'), params: { shift: 60 } }],
  });

  test('inks have the colours that overall steps make of them: solid places are the print’s own', async () => {
    const sheet = { ...hard, passes: [...hard.passes, warmed] };
    const { bytes, width, note } = await sent(sheet, 'svg');
    expect(note).toBeNull();
    const fills = new Set([...bytes.toString('utf8').matchAll(/<path fill="#([^"]*)"/g)].map(([, fill]) => fill));
    const [rgba, drawn] = [await print(sheet), drawnBy(bytes, width)];
    const printed = new Set<string>();
    for (let i = 0; i < rgba.length; i += 4) if (rgba[i + 3] === 255) printed.add(Buffer.from(rgba.subarray(i, i + 3)).toString('hex'));
    expect(fills.size).toBe(2);
    for (const fill of fills) expect(printed).toContain(fill);
    expect(fills).not.toContain(FLARE.colour.slice(1));
    expect(drawn.pixels.some((v, i) => i % 4 === 3 && v === 255)).toBe(true);
  });

  test('an ink that prints over such steps as well as beneath them keeps its colour, and it is said', async () => {
    const { bytes, note } = await sent({ ...hard, passes: [screened, bar, warmed, words] }, 'svg');
    expect(note).toBe('“Warm” treats colours, which plates do not show.');
    expect(bytes.toString('utf8')).toContain(`fill="${SOOT.colour}"`);
  });

  test('lettering that nothing was done to has the curves of its font, or is traced with its ink', async () => {
    const text = (await sent(hard, 'svg')).bytes.toString('utf8');
    expect(text.match(/<path fill="[^"]*" d="M[^"]*C/g)?.length).toBe(1);
    const traced = (await sent(hard, 'svg', { letters: 'as printed' })).bytes.toString('utf8');
    expect(traced).not.toMatch(/d="[^"]*C/);
    // Both ways the same letters: their ink differs by what a pixel's edge may.
    const inkOf = (svg: string): number =>
      drawnBy(Buffer.from(svg), 1180)
        .pixels.filter((_, i) => i % 4 === 3)
        .reduce((sum, v) => sum + v, 0);
    expect(Math.abs(inkOf(text) / inkOf(traced) - 1)).toBeLessThan(0.01);
  });

  test('whose dots more than a screen shapes is told: they are outlined from the print', async () => {
    const spread = { ...screened, id: 'spread', name: 'Run', steps: [...screened.steps, freshStep('ink-spread')] };
    expect((await sent({ ...hard, passes: [screened, spread] }, 'svg')).note).toContain(
      'The dots of “Run” are outlined from the print’s pixels',
    );
    expect((await sent({ ...hard, passes: [screened] }, 'svg')).note).toBeNull();
  });

  test('soft tone is told of: an outline runs where half of the paper is covered', async () => {
    const soft = { ...freshPass('pale', 'Pale', freshSource('flat', { colour: { ink: FLARE.id } }), boxAt(25, 20, 44, 34)) };
    const pale: Sheet = { ...smooth, passes: [{ ...soft, lay: { mode: 'normal', strength: 0.7 } }] };
    expect((await sent(pale, 'svg')).note).toContain(`What “${FLARE.name}” prints is soft`);
  });

  test('words of a name are no tags', async () => {
    const text = (await sent({ ...hard, name: 'Dots & <bars>' }, 'svg')).bytes.toString('utf8');
    expect(text).toContain('<title>Dots &#38; &#60;bars&#62;</title>');
  });
});

test('the job’s ticket sets letters from all files of its fonts, and tells of those that none has', async () => {
  const name = 'Zażółć gęślą jaźń, 夜 Ἑσπέρα';
  const { bytes, note } = await sent({ ...hard, name, inks: [{ ...SOOT, name: 'Сажа ґ' }, FLARE] }, 'job-ticket');
  const pdfjs = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await pdfjs.getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const { items } = await (await document.getPage(1)).getTextContent();
  const text = items.map((item) => ('str' in item ? item.str : '')).join('');
  expect(text).toContain('Zażółć gęślą jaźń, ? Ἑσπέρα');
  expect(text).toContain('Сажа ґ');
  expect(note).toContain('no 夜:');
  expect((await sent(hard, 'job-ticket')).note).toBeNull();
});

test('the job’s ticket tells sheet, inks, screens and files', async () => {
  const about = { job: 'Marl Fold night concerts', sent: [{ name: 'two-inks-soot.tif', bytes: 140_128, sha256: 'ab'.repeat(32) }] };
  const { bytes } = await sent(hard, 'job-ticket', {}, null, about);
  const pdfjs = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await pdfjs.getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const { items } = await (await document.getPage(1)).getTextContent();
  const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
  for (const words of [
    'Two inks',
    'Marl Fold night concerts',
    SOOT.name,
    FLARE.name,
    '20 lpi, 22.5°',
    'two-inks-soot.tif',
    '141 kB',
    'ab'.repeat(32),
  ]) {
    expect(text).toContain(words);
  }
  expect(document.numPages).toBe(1);
});
