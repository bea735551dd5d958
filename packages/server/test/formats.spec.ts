import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { fileFormats, outputFormat, OUTPUT_FORMAT_NAMES } from '../src/dispatch/formats/formats';

const folder = mkdtempSync(join(tmpdir(), 'uvrant-formats-'));
afterAll(() => rmSync(folder, { recursive: true }));

const [WIDTH, HEIGHT, STOCK] = [37, 23, '#d8c9a6'];

/** Straight colours of every coverage. */
const motley = Uint8Array.from({ length: 4 * WIDTH * HEIGHT }, (_, i) => (i * 73 + (i >> 3) * 29) & 255);

const written = async (format: string, rows: Uint8Array, palette: Uint32Array | null): Promise<Buffer> => {
  const path = join(folder, `${format}-${palette ? 'palette' : 'colours'}.png`);
  const file = outputFormat(format).open({ path, width: WIDTH, height: HEIGHT, ppi: 150, palette, stock: STOCK });
  const half = (rows.length / HEIGHT) * 11;
  await file.rows(rows.subarray(0, half));
  await file.rows(rows.subarray(half));
  await file.end();
  return readFileSync(path);
};

test('on stock is what sharp makes of the print by flattening it, within its rounding, and opaque', async () => {
  const image = PNG.sync.read(await written('png-on-stock', motley, null));
  const raw = { width: WIDTH, height: HEIGHT, channels: 4 } as const;
  const flat = await sharp(motley, { raw }).flatten({ background: STOCK }).raw().toBuffer();
  let farthest = 0;
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    for (let channel = 0; channel < 3; channel++) {
      farthest = Math.max(farthest, Math.abs((image.data[4 * i + channel] as number) - (flat[3 * i + channel] as number)));
    }
    expect(image.data[4 * i + 3]).toBe(255);
  }
  expect(farthest).toBeLessThanOrEqual(1);
});

test('a palette’s file has the same colours as the one by rows, clear and on stock', async () => {
  const colours = [0x00000000, 0xff203040, 0x80a04010, 0xff0000ff];
  const entries = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i * 5 + (i >> 4)) % colours.length);
  const rgba = new Uint8Array(Uint32Array.from(entries, (entry) => colours[entry] as number).buffer);
  for (const format of OUTPUT_FORMAT_NAMES) {
    const [packed, plain] = [await written(format, entries, Uint32Array.from(colours)), await written(format, rgba, null)];
    expect(PNG.sync.read(packed).data.equals(PNG.sync.read(plain).data)).toBe(true);
  }
  // A hard print on stock needs no more bits than without.
  const header = (await written('png-on-stock', entries, Uint32Array.from(colours))).subarray(24, 26);
  expect([...header]).toEqual([2, 3]);
});

test('every format has a name, and says whom it is for; another is refused with those that there are', () => {
  for (const { title, suits } of fileFormats()) expect(`${title}: ${suits}`).toMatch(/^\S.+: .+\.$/);
  expect(() => outputFormat('xpm')).toThrow(`there are ${OUTPUT_FORMAT_NAMES.join(', ')}`);
});
