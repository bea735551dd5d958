/**
 * TIFF 6.0 (1992), written strip by strip as rows come: 8 bits a sample, or 1 bit a pixel. Deflate is that of its later
 * supplement (compression 8), LZW and horizontal differencing are sections 13 and 14, CCITT G4 is section 11 (T.6).
 */
import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';
import { promisify } from 'node:util';
import { deflate } from 'node:zlib';
import { bitRows } from './bits';
import { kernelsHere } from './kernels-here';

const deflated = promisify(deflate);

export type TiffCompression = 'none' | 'LZW' | 'Deflate' | 'CCITT G4';

/** What a file's samples are. */
export type TiffPixels =
  | { readonly kind: 'rgb' | 'rgba' | 'grey' | 'grey alpha' }
  /** One bit a pixel; rows come as a byte a pixel, from 128 up black. */
  | { readonly kind: 'bit' }
  /** Inks by their names, a sample each, 255 solid. */
  | { readonly kind: 'inks'; readonly names: readonly string[] };

export interface TiffFile {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  readonly pixels: TiffPixels;
  readonly compression: TiffCompression;
  readonly title: string;
  /** The ICC profile of its colours. */
  readonly profile?: Uint8Array;
}

const COMPRESSIONS: Readonly<Record<TiffCompression, number>> = { none: 1, 'CCITT G4': 4, LZW: 5, Deflate: 8 };
/** Photometric interpretations: white is zero, black is zero, RGB, separated. */
const PHOTOMETRIC = { bit: 0, grey: 1, 'grey alpha': 1, rgb: 2, rgba: 2, inks: 5 } as const;
/** Rows of a strip, but no more than fill so many bytes. */
const STRIP_ROWS = 128;
const STRIP_BYTES = 8 * 2 ** 20;
/** Extra samples that are not multiplied into the colours. */
const UNASSOCIATED = 2;
const NOT_CMYK = 2;
const MOST_BYTES = 2 ** 32 - 2 ** 20;

const samplesOf = (pixels: TiffPixels): number =>
  pixels.kind === 'inks' ? pixels.names.length : { bit: 1, grey: 1, 'grey alpha': 2, rgb: 3, rgba: 4 }[pixels.kind];

/** Each sample less the one of the pixel before it, row by row. */
const differences = (bytes: Uint8Array, line: number, samples: number): Uint8Array => {
  const out = new Uint8Array(bytes);
  for (let row = 0; row < bytes.length; row += line) {
    for (let i = row + line - 1; i >= row + samples; i--) out[i] = (bytes[i] as number) - (bytes[i - samples] as number);
  }
  return out;
};

type Entry = readonly [tag: number, type: 2 | 3 | 4 | 5 | 7, values: readonly number[] | Uint8Array];
/** Bytes of a value by its type: text, 16 bits, 32 bits, a fraction of two of these, bytes. */
const BYTES = { 2: 1, 3: 2, 4: 4, 5: 8, 7: 1 } as const;

const text = (words: string): Uint8Array => new Uint8Array(Buffer.from(`${words}\0`, 'latin1'));

const valueBytes = ([, type, values]: Entry): Buffer => {
  if (values instanceof Uint8Array) return Buffer.from(values);
  const out = Buffer.alloc(values.length * (type === 3 ? 2 : 4));
  values.forEach((value, i) => (type === 3 ? out.writeUInt16LE(value, 2 * i) : out.writeUInt32LE(value, 4 * i)));
  return out;
};

/** Writes a TIFF of rows as they come, so that memory stays at a strip. */
export class TiffWriter {
  private readonly file: number;
  private readonly samples: number;
  private readonly line: number;
  private at = 8;
  private readonly offsets: number[] = [];
  private readonly counts: number[] = [];
  private readonly stripRows: number;
  private readonly strip: Uint8Array;
  private filled = 0;
  /** Strips are packed while the next ones are made; they are written in their order. */
  private writing: Promise<void> = Promise.resolve();
  private before: Promise<void> = Promise.resolve();

  constructor(
    path: string,
    private readonly how: TiffFile,
  ) {
    this.samples = samplesOf(how.pixels);
    this.line = how.width * this.samples;
    this.stripRows = Math.max(1, Math.min(STRIP_ROWS, Math.floor(STRIP_BYTES / this.line)));
    this.strip = new Uint8Array(this.line * this.stripRows);
    this.file = openSync(path, 'w');
    writeSync(this.file, Buffer.from('II*\0\0\0\0\0', 'latin1'));
  }

  /** Takes whole rows from the top. */
  async rows(bytes: Uint8Array): Promise<void> {
    for (let from = 0; from < bytes.length;) {
      const count = Math.min(bytes.length - from, this.strip.length - this.filled);
      this.strip.set(bytes.subarray(from, from + count), this.filled);
      this.filled += count;
      from += count;
      if (this.filled === this.strip.length) await this.flush();
    }
  }

  private async flush(): Promise<void> {
    const packing = this.packed(this.strip.subarray(0, this.filled));
    this.filled = 0;
    // Two strips may be on their way.
    await this.before;
    this.before = this.writing;
    this.writing = this.writing.then(async () => this.put(await packing));
    packing.catch(() => undefined);
    this.writing.catch(() => undefined);
  }

  private put(packed: Uint8Array): void {
    if (this.at + packed.length > MOST_BYTES)
      throw new Error('The file would be larger than the 4 GB that a TIFF can be: pack it, or choose fewer ppi.');
    this.offsets.push(this.at);
    this.counts.push(packed.length);
    writeSync(this.file, packed);
    this.at += packed.length;
  }

  /** `bytes` are read before this gives way: they are written over then. */
  private async packed(bytes: Uint8Array): Promise<Uint8Array> {
    const { compression, pixels, width } = this.how;
    if (compression === 'CCITT G4') return kernelsHere().faxed(bytes, width);
    const plain =
      pixels.kind === 'bit' ? bitRows(bytes, width) : this.isDifferenced ? differences(bytes, this.line, this.samples) : bytes.slice();
    if (compression === 'Deflate') return deflated(plain);
    return compression === 'LZW' ? kernelsHere().lzwed(plain) : plain;
  }

  private get isDifferenced(): boolean {
    return this.how.pixels.kind !== 'bit' && this.how.compression !== 'none';
  }

  /** What samples beyond the colours are: coverage, or inks beyond the four that a separated file counts as its colours. */
  private extraSamples(): Entry[] {
    const { pixels } = this.how;
    if (pixels.kind === 'rgba' || pixels.kind === 'grey alpha') return [[338, 3, [UNASSOCIATED]]];
    const more = pixels.kind === 'inks' ? pixels.names.length - 4 : 0;
    return more > 0 ? [[338, 3, Array.from({ length: more }, () => 0)]] : [];
  }

  private entries(): Entry[] {
    const { width, height, ppi, pixels, compression, title, profile } = this.how;
    const isBit = pixels.kind === 'bit';
    const isInks = pixels.kind === 'inks';
    return [
      [256, 4, [width]],
      [257, 4, [height]],
      [258, 3, Array.from({ length: this.samples }, () => (isBit ? 1 : 8))],
      [259, 3, [COMPRESSIONS[compression]]],
      [262, 3, [PHOTOMETRIC[pixels.kind]]],
      [270, 2, text(title)],
      [273, 4, this.offsets],
      [277, 3, [this.samples]],
      [278, 4, [this.stripRows]],
      [279, 4, this.counts],
      // Pixels an inch, in thousandths.
      [282, 5, [Math.round(ppi * 1000), 1000]],
      [283, 5, [Math.round(ppi * 1000), 1000]],
      [284, 3, [1]],
      [296, 3, [2]],
      [305, 2, text('Uvrant')],
      ...(this.isDifferenced ? ([[317, 3, [2]]] as const) : []),
      ...(isInks
        ? ([
            [332, 3, [NOT_CMYK]],
            [333, 2, text(pixels.names.join('\0'))],
            [334, 3, [pixels.names.length]],
          ] as const)
        : []),
      ...this.extraSamples(),
      ...(profile ? ([[34675, 7, profile]] as const) : []),
    ];
  }

  /** Closes the file once all of it is on the disk. */
  async end(): Promise<void> {
    if (this.filled > 0) await this.flush();
    await this.before;
    await this.writing;
    const entries = this.entries();
    this.at += this.at % 2;
    const directory = Buffer.alloc(2 + 12 * entries.length + 4);
    directory.writeUInt16LE(entries.length, 0);
    // What does not fit into an entry stands behind the directory.
    const behind: Buffer[] = [];
    let free = this.at + directory.length;
    for (const [i, entry] of entries.entries()) {
      const [tag, type] = entry;
      const bytes = valueBytes(entry);
      const to = 2 + 12 * i;
      directory.writeUInt16LE(tag, to);
      directory.writeUInt16LE(type, to + 2);
      directory.writeUInt32LE(bytes.length / BYTES[type], to + 4);
      if (bytes.length <= 4) bytes.copy(directory, to + 8);
      else {
        directory.writeUInt32LE(free, to + 8);
        const padded = bytes.length % 2 === 0 ? bytes : Buffer.concat([bytes, Buffer.alloc(1)]);
        behind.push(padded);
        free += padded.length;
      }
    }
    writeSync(this.file, Buffer.concat([directory, ...behind]), 0, null, this.at);
    const start = Buffer.alloc(4);
    start.writeUInt32LE(this.at);
    writeSync(this.file, start, 0, 4, 4);
    fsyncSync(this.file);
    closeSync(this.file);
  }
}
