import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';
import { once } from 'node:events';
import { constants, crc32, createDeflate, type Deflate } from 'node:zlib';
import { pixelsPerMetre } from '@uvrant/core';

const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
const UP = 2;

/** A chunk of ISO/IEC 15948, 5.3: length, type, data, CRC over type and data. */
const chunk = (type: string, data: Uint8Array): Uint8Array => {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  out.write(type, 4, 'latin1');
  out.set(data, 8);
  out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
};

/** Colour types of ISO/IEC 15948, 11.2.2, by channels: grey, red green blue, and those with alpha. */
const COLOUR_TYPES = { 1: 0, 3: 2, 4: 6 } as const;

const header = (width: number, height: number, channels: keyof typeof COLOUR_TYPES): Uint8Array => {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  // 8 bits, no interlace.
  data.set([8, COLOUR_TYPES[channels], 0, 0, 0], 8);
  return data;
};

const physical = (ppi: number): Uint8Array => {
  const data = Buffer.alloc(9);
  data.writeUInt32BE(pixelsPerMetre(ppi), 0);
  data.writeUInt32BE(pixelsPerMetre(ppi), 4);
  data[8] = 1;
  return data;
};

/** out = a − b, byte by byte, four at a time: the top bit of each byte is kept from borrowing from the next. */
const subtract = (a: Uint8Array, b: Uint8Array, out: Uint8Array): void => {
  if (a.length % 4 !== 0 || a.byteOffset % 4 !== 0 || b.byteOffset % 4 !== 0) {
    for (let i = 0; i < out.length; i++) out[i] = (a[i] as number) - (b[i] as number);
    return;
  }
  const words = (bytes: Uint8Array): Int32Array => new Int32Array(bytes.buffer, bytes.byteOffset, bytes.length / 4);
  const [from, less, to] = [words(a), words(b), words(out)];
  for (let i = 0; i < to.length; i++) {
    const [x, y] = [from[i] as number, less[i] as number];
    to[i] = ((x | 0x80808080) - (y & 0x7f7f7f7f)) ^ ((x ^ ~y) & 0x80808080);
  }
};

/** Writes a PNG of 8-bit rows (RGBA unless told otherwise) as they come, so that memory stays at one band. */
export class PngWriter {
  private readonly file: number;
  private readonly deflate: Deflate;
  private readonly rowBytes: number;
  private previous: Uint8Array;
  private readonly difference: Uint8Array;

  constructor(path: string, width: number, height: number, ppi: number, channels: keyof typeof COLOUR_TYPES = 4) {
    this.file = openSync(path, 'w');
    this.rowBytes = channels * width;
    this.previous = new Uint8Array(this.rowBytes);
    this.difference = new Uint8Array(this.rowBytes);
    for (const part of [
      SIGNATURE,
      chunk('IHDR', header(width, height, channels)),
      chunk('sRGB', Uint8Array.of(0)),
      chunk('pHYs', physical(ppi)),
    ]) {
      writeSync(this.file, part);
    }
    this.deflate = createDeflate({ level: 6, strategy: constants.Z_RLE, chunkSize: 2 ** 18 });
    this.deflate.on('data', (packed: Uint8Array) => writeSync(this.file, chunk('IDAT', packed)));
  }

  /** Takes whole rows from the top. */
  async rows(bytes: Uint8Array): Promise<void> {
    const { rowBytes } = this;
    const count = bytes.length / rowBytes;
    const filtered = new Uint8Array(count * (rowBytes + 1));
    for (let row = 0; row < count; row++) {
      const line = bytes.subarray(row * rowBytes, (row + 1) * rowBytes);
      const above = row === 0 ? this.previous : bytes.subarray((row - 1) * rowBytes, row * rowBytes);
      const to = row * (rowBytes + 1);
      filtered[to] = UP;
      subtract(line, above, this.difference);
      filtered.set(this.difference, to + 1);
    }
    this.previous = bytes.slice((count - 1) * rowBytes);
    if (!this.deflate.write(filtered)) await once(this.deflate, 'drain');
  }

  /** Closes the file once all of it is on the disk. */
  async end(): Promise<void> {
    const ended = once(this.deflate, 'end');
    this.deflate.end();
    await ended;
    writeSync(this.file, chunk('IEND', new Uint8Array(0)));
    fsyncSync(this.file);
    closeSync(this.file);
  }
}
