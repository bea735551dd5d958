import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { bitRows, packedRows } from '../src/render/bits';
import { PngWriter } from '../src/render/png';

const folder = mkdtempSync(join(tmpdir(), 'uvrant-bits-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const WIDTHS = [1, 2, 3, 7, 8, 9, 16, 23, 40, 61];
const ROWS = 5;

/** Entries of so many bits, from a byte on that words do not begin at where `offset` is none of theirs. */
const entriesOf = (width: number, bits: number, offset: number): Uint8Array => {
  const all = new Uint8Array(offset + width * ROWS).map((_, i) => (i * 151 + (i >> 3)) % 2 ** bits);
  return all.subarray(offset);
};

/** A row's entries out of its bytes, one bit after the other. */
const unpacked = (row: Uint8Array, width: number, bits: number): number[] =>
  Array.from({ length: width }, (_, i) => {
    const from = i * bits;
    return ((row[from >> 3] as number) >> (8 - bits - (from & 7))) & (2 ** bits - 1);
  });

describe.each([1, 2, 4, 8])('entries of %d bits', (bits) => {
  test.each([0, 1, 2, 4])('are packed from the left, %d bytes into their buffer', (offset) => {
    for (const width of WIDTHS) {
      const entries = entriesOf(width, bits, offset);
      const packed = packedRows(entries, width, bits, 1);
      const line = 1 + Math.ceil((width * bits) / 8);
      expect(packed).toHaveLength(ROWS * line);
      for (let row = 0; row < ROWS; row++) {
        const of = packed.subarray(row * line, (row + 1) * line);
        expect([of[0], ...unpacked(of.subarray(1), width, bits)]).toEqual([0, ...entries.subarray(row * width, (row + 1) * width)]);
      }
    }
  });

  test('are the pixels that pngjs reads of the file', async () => {
    const palette = Uint32Array.from({ length: Math.min(2 ** bits, 200) }, (_, i) => (0xff000000 | (i * 1234577)) >>> 0);
    for (const width of [7, 16, 61]) {
      const entries = entriesOf(width, bits, 0).map((entry) => entry % palette.length);
      const file = join(folder, `${bits}-${width}.png`);
      const png = new PngWriter(file, width, ROWS, 300, { palette });
      await png.rows(entries.subarray(0, 2 * width));
      await png.rows(entries.subarray(2 * width));
      await png.end();
      const { data } = PNG.sync.read(readFileSync(file));
      expect(Array.from(new Uint32Array(data.buffer, data.byteOffset, entries.length))).toEqual(
        Array.from(entries, (entry) => palette[entry]),
      );
    }
  });
});

test('bytes become bits by their highest one', () => {
  for (const width of WIDTHS) {
    const bytes = new Uint8Array(width * ROWS).map((_, i) => (i * 97) & 255);
    const line = Math.ceil(width / 8);
    const bits = bitRows(bytes, width);
    for (let row = 0; row < ROWS; row++) {
      expect(unpacked(bits.subarray(row * line, (row + 1) * line), width, 1)).toEqual(
        Array.from(bytes.subarray(row * width, (row + 1) * width), (byte) => byte >> 7),
      );
    }
  }
});
