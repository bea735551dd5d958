import { closeSync, openSync, readSync } from 'node:fs';
import { samplesOf, type Samples, type SourceInfo } from '@uvrant/core';

/** Bytes before the samples of an uncompressed raster as libvips writes it. */
const HEADER = 64;

/**
 * How each EXIF orientation reads the stored raster (JEITA CP-3451, tag 274): rows for columns or not, and from which
 * end along each.
 */
const ORIENTATIONS = [
  { across: false, right: false, bottom: false },
  { across: false, right: true, bottom: false },
  { across: false, right: true, bottom: true },
  { across: false, right: false, bottom: true },
  { across: true, right: false, bottom: false },
  { across: true, right: false, bottom: true },
  { across: true, right: true, bottom: true },
  { across: true, right: true, bottom: false },
] as const;

/** A decoded raster on disk, read upright in bands of rows, so that turning a large picture takes no more memory. */
export class OrientedRaster {
  private readonly file: number;
  private readonly stored: { readonly width: number; readonly height: number };
  private readonly way: (typeof ORIENTATIONS)[number];

  /** `info` is the picture as it will be: turned already. */
  constructor(
    path: string,
    private readonly info: SourceInfo,
    orientation: number,
  ) {
    this.file = openSync(path, 'r');
    this.way = ORIENTATIONS[orientation - 1] ?? ORIENTATIONS[0];
    this.stored = this.way.across ? { width: info.height, height: info.width } : info;
  }

  close(): void {
    closeSync(this.file);
  }

  /** Fills `out` with `count` upright rows from row `top` on. @throws Error if the raster ends early. */
  rows(top: number, count: number, out: Samples): void {
    if (this.way.across) this.turnedRows(top, count, out);
    else this.straightRows(top, count, out);
  }

  /** Reads samples of one stored row. */
  private read(row: number, column: number, into: Samples): void {
    const { channels, depth } = this.info;
    const bytes = new Uint8Array(into.buffer, into.byteOffset, into.byteLength);
    const from = HEADER + ((row * this.stored.width + column) * channels * depth) / 8;
    for (let got = 0; got < bytes.length;) {
      const read = readSync(this.file, bytes, got, bytes.length - got, from + got);
      if (read === 0) throw new Error('the decoded picture ends early');
      got += read;
    }
  }

  private straightRows(top: number, count: number, out: Samples): void {
    const { width, height, channels } = this.info;
    for (let row = 0; row < count; row++) {
      const line = out.subarray(row * width * channels, (row + 1) * width * channels);
      this.read(this.way.bottom ? height - 1 - top - row : top + row, 0, line);
      if (this.way.right) mirror(line, channels);
    }
  }

  /** Upright rows are stored columns: a strip of each stored row, laid out across them. */
  private turnedRows(top: number, count: number, out: Samples): void {
    const { width, channels } = this.info;
    const strip = samplesOf(this.info, count * channels);
    const first = this.way.right ? this.stored.width - top - count : top;
    for (let row = 0; row < this.stored.height; row++) {
      this.read(row, first, strip);
      const x = this.way.bottom ? width - 1 - row : row;
      for (let i = 0; i < count; i++) {
        const y = this.way.right ? count - 1 - i : i;
        for (let c = 0; c < channels; c++) out[(y * width + x) * channels + c] = strip[i * channels + c] as number;
      }
    }
  }
}

const mirror = (line: Samples, channels: number): void => {
  for (let left = 0, right = line.length - channels; left < right; left += channels, right -= channels) {
    for (let c = 0; c < channels; c++) {
      const held = line[left + c] as number;
      line[left + c] = line[right + c] as number;
      line[right + c] = held;
    }
  }
};
