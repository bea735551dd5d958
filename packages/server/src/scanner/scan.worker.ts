import type { MessagePort } from 'node:worker_threads';
import { decoded, encoded, finish, ONE, pixelsOf, surfaceColours, type Region } from '@uvrant/core';
import { PngWriter } from '../render/png';
import type { ScanOrder } from './port';

export interface ScanTask {
  readonly order: ScanOrder;
  readonly file: string;
  readonly progress: MessagePort;
}

/** Rows that are scanned at once. */
const BAND = 64;

/** The 8-bit value of each working value after an exposure in stops, which doubles or halves the light itself. */
const exposed = (stops: number): Uint8Array => {
  const by = 2 ** stops;
  return Uint8Array.from({ length: ONE + 1 }, (_, v) => Math.round(255 * Math.min(1, encoded(Math.min(1, decoded(v / ONE) * by)))));
};

const LUMA = [0.2126, 0.7152, 0.0722] as const;

const bytesOf = (data: Int16Array, colour: boolean, table: Uint8Array): Uint8Array => {
  const pixels = data.length / 4;
  const out = new Uint8Array(pixels * (colour ? 3 : 1));
  for (let i = 0; i < pixels; i++) {
    const [r, g, b] = [data[4 * i] as number, data[4 * i + 1] as number, data[4 * i + 2] as number];
    if (colour) {
      out[3 * i] = table[r] as number;
      out[3 * i + 1] = table[g] as number;
      out[3 * i + 2] = table[b] as number;
    } else out[i] = table[Math.round(LUMA[0] * r + LUMA[1] * g + LUMA[2] * b)] as number;
  }
  return out;
};

/** Scans what lies on the glass into a PNG, band by band. */
export default async ({ order, file, progress }: ScanTask): Promise<void> => {
  try {
    const { glass, ppi, colour, area, exposure } = order;
    const [width, height] = [pixelsOf(area.width, ppi), pixelsOf(area.height, ppi)];
    const table = exposed(exposure);
    const writer = new PngWriter(file, width, height, ppi, colour ? 3 : 1);
    const piece = { surface: glass.surface, seed: glass.seed, period: glass.tiles ? area.width : null };
    const at = (x: number, y: number, out: { x: number; y: number }): void => {
      out.x = area.x + (x * area.width) / width;
      out.y = area.y + (y * area.height) / height;
    };
    for (let top = 0; top < height; top += BAND) {
      const region: Region = { x: 0, y: top, width, height: Math.min(BAND, height - top) };
      await writer.rows(bytesOf(finish(surfaceColours(piece, at, region)), colour, table));
      progress.postMessage((top + region.height) / height);
    }
    await writer.end();
  } finally {
    progress.close();
  }
};
