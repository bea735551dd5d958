import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';
import { once } from 'node:events';
import { constants, crc32, createDeflate, type Deflate } from 'node:zlib';
import { pixelsPerMetre } from '@uvrant/core';
import { bitsFor, packedRows } from './bits';
import { kernelsHere } from './kernels-here';

const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
/** Bytes that are packed beside the thread before it must see to them: those of most bands whole, so that packing does not wait for the next. */
const PACKED_BYTES = 2 ** 23;

/** A chunk of ISO/IEC 15948, 5.3: length, type, data, CRC over type and data. */
const chunk = (type: string, data: Uint8Array): Uint8Array => {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  out.write(type, 4, 'latin1');
  out.set(data, 8);
  out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
};

/**
 * What a file's rows hold: 8-bit samples with 1 to 4 channels, one byte a pixel as an index into a palette of packed RGBA8, or
 * one byte a pixel of which the file keeps a bit, 0 black and 1 white.
 */
export type PngPixels = 1 | 2 | 3 | 4 | 'bit' | { readonly palette: Uint32Array };

/** Colour types of ISO/IEC 15948, 11.2.2, by channels: grey, red green blue, and these with alpha; 3 is a palette. */
const COLOUR_TYPES = { 1: 0, 2: 4, 3: 2, 4: 6 } as const;
const GREY = 0;
const INDEXED = 3;

/** Bits of a pixel that is packed with others into bytes; null for samples of 8 bits. */
const packedBits = (pixels: PngPixels): number | null =>
  pixels === 'bit' ? 1 : typeof pixels === 'number' ? null : bitsFor(pixels.palette);

const typeOf = (pixels: PngPixels): readonly [bits: number, colourType: number] => {
  if (pixels === 'bit') return [1, GREY];
  return typeof pixels === 'number' ? [8, COLOUR_TYPES[pixels]] : [bitsFor(pixels.palette), INDEXED];
};

const header = (width: number, height: number, pixels: PngPixels): Uint8Array => {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  // Not interlaced.
  data.set(typeOf(pixels), 8);
  return data;
};

/** Palette and its transparency, ISO/IEC 15948, 11.2.3 and 11.3.2. */
const paletteChunks = (palette: Uint32Array): Uint8Array[] => {
  const colours = Uint8Array.from({ length: 3 * palette.length }, (_, i) => (palette[Math.floor(i / 3)] as number) >>> (8 * (i % 3)));
  return [
    chunk('PLTE', colours),
    chunk(
      'tRNS',
      Uint8Array.from(palette, (colour) => colour >>> 24),
    ),
  ];
};

const physical = (ppi: number): Uint8Array => {
  const data = Buffer.alloc(9);
  data.writeUInt32BE(pixelsPerMetre(ppi), 0);
  data.writeUInt32BE(pixelsPerMetre(ppi), 4);
  data[8] = 1;
  return data;
};

/** A title: in Latin-1 where that will do (ISO/IEC 15948, 11.3.4.3), else in UTF-8, not packed, of no language (11.3.4.5). */
const titleChunk = (title: string): Uint8Array =>
  /^[\x20-\x7e\xa1-\xff]*$/.test(title)
    ? chunk('tEXt', Buffer.from(`Title\0${title}`, 'latin1'))
    : chunk('iTXt', Buffer.from(`Title\0\0\0\0\0${title}`, 'utf8'));

/** Writes a PNG of rows as they come, so that memory stays at one band. */
export class PngWriter {
  private readonly file: number;
  private readonly deflate: Deflate;
  private readonly rowBytes: number;
  private readonly bits: number | null;
  private previous: Uint8Array;
  /** Resolves once the rows before are taken in, so that one band is packed while the next is made. */
  private packing: Promise<unknown> = Promise.resolve();

  constructor(
    path: string,
    private readonly width: number,
    height: number,
    ppi: number,
    pixels: PngPixels = 4,
    title = '',
  ) {
    this.file = openSync(path, 'w');
    this.bits = packedBits(pixels);
    this.rowBytes = typeof pixels === 'number' ? pixels * width : Math.ceil((width * (this.bits ?? 8)) / 8);
    this.previous = new Uint8Array(this.rowBytes);
    for (const part of [
      SIGNATURE,
      chunk('IHDR', header(width, height, pixels)),
      chunk('sRGB', Uint8Array.of(0)),
      chunk('pHYs', physical(ppi)),
      ...(title ? [titleChunk(title)] : []),
      ...(typeof pixels === 'object' ? paletteChunks(pixels.palette) : []),
    ]) {
      writeSync(this.file, part);
    }
    // Few colours pack well however little is tried; samples are runs after their filter.
    const packing = this.bits === null ? { level: 6, strategy: constants.Z_RLE } : { level: 1 };
    this.deflate = createDeflate({ ...packing, chunkSize: PACKED_BYTES });
    this.deflate.on('data', (packed: Uint8Array) => writeSync(this.file, chunk('IDAT', packed)));
  }

  /** Takes whole rows from the top. */
  async rows(bytes: Uint8Array): Promise<void> {
    // Rows of entries go unfiltered: ISO/IEC 15948, 12.7, advises so for palettes.
    const filtered = this.bits === null ? this.filtered(bytes) : packedRows(bytes, this.width, this.bits, 1);
    await this.packing;
    this.packing = this.deflate.write(filtered) ? Promise.resolve() : once(this.deflate, 'drain');
  }

  private filtered(bytes: Uint8Array): Uint8Array {
    const { rowBytes } = this;
    const count = bytes.length / rowBytes;
    const filtered = new Uint8Array(count * (rowBytes + 1));
    kernelsHere().upFiltered(bytes, this.previous, filtered);
    this.previous = bytes.slice((count - 1) * rowBytes);
    return filtered;
  }

  /** Closes the file once all of it is on the disk. */
  async end(): Promise<void> {
    await this.packing;
    const ended = once(this.deflate, 'end');
    this.deflate.end();
    await ended;
    writeSync(this.file, chunk('IEND', new Uint8Array(0)));
    fsyncSync(this.file);
    closeSync(this.file);
  }
}
