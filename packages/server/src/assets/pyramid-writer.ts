import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { halveRows, levelSide, samplesOf, SOURCE_TILE, tileOfRows, type Samples, type SourceInfo } from '@uvrant/core';

export const tilePath = (folder: string, level: number, x: number, y: number): string =>
  join(folder, 'tiles', String(level), `${x}-${y}.gz`);

/** Samples as bytes in the file's order: little-endian. */
const bytesOf = (data: Samples): Uint8Array => new Uint8Array(data.buffer, data.byteOffset, data.byteLength);

/** Takes the rows of one level from the top and writes its tiles, handing halved rows to the next level. */
export class LevelWriter {
  private readonly width: number;
  private readonly height: number;
  private readonly rows: Samples;
  private readonly next: LevelWriter | null;
  private readonly halved: Samples;
  private held = 0;
  private tileRow = 0;

  constructor(
    private readonly folder: string,
    private readonly info: SourceInfo,
    private readonly level: number,
  ) {
    this.width = levelSide(info.width, level);
    this.height = levelSide(info.height, level);
    this.rows = samplesOf(info, this.width * info.channels * Math.min(SOURCE_TILE, this.height));
    this.next = level + 1 < info.levels ? new LevelWriter(folder, info, level + 1) : null;
    this.halved = samplesOf(info, levelSide(this.width, 1) * info.channels);
    mkdirSync(join(folder, 'tiles', String(level)), { recursive: true });
  }

  /** Takes one row; the last of the level closes it. */
  row(row: Samples): void {
    const { channels } = this.info;
    this.rows.set(row, this.held * this.width * channels);
    this.held++;
    const last = this.tileRow * SOURCE_TILE + this.held === this.height;
    if (this.next && (this.held % 2 === 0 || last)) this.halve(this.next, this.held % 2 === 1);
    if (this.held === SOURCE_TILE || last) this.flush();
  }

  private halve(next: LevelWriter, alone: boolean): void {
    const { channels } = this.info;
    const line = (at: number): Samples => this.rows.subarray(at * this.width * channels, (at + 1) * this.width * channels);
    const top = line(this.held - (alone ? 1 : 2));
    halveRows(top, alone ? null : line(this.held - 1), this.width, channels, this.halved);
    next.row(this.halved);
  }

  private flush(): void {
    for (let x = 0; x * SOURCE_TILE < this.width; x++) {
      const tile = tileOfRows(this.info, this.level, x, this.rows, this.held);
      const packed = gzipSync(bytesOf(tile.data), { level: 1 });
      writeFileSync(tilePath(this.folder, this.level, x, this.tileRow), packed, { flush: true });
    }
    this.held = 0;
    this.tileRow++;
  }
}
