/** The demo's textures: surfaces as a flatbed sees them, a letter-size sheet of each at 300 ppi. */
import { finish, ONE, surfaceColours } from '@uvrant/core';

export interface Scan {
  readonly file: string;
  readonly surface: string;
  readonly seed: number;
  readonly colour: boolean;
}

export const SCANS: readonly Scan[] = [
  { file: 'scan-crumpled-paper.jpg', surface: 'crumpled copy paper', seed: 11, colour: false },
  { file: 'scan-rolled-ink.jpg', surface: 'rolled ink', seed: 4, colour: false },
  { file: 'scan-folded-poster.jpg', surface: 'folded poster', seed: 6, colour: false },
  { file: 'scan-foxed-card.jpg', surface: 'old card with foxing', seed: 9, colour: true },
  { file: 'scan-dust.jpg', surface: 'dust and hairs', seed: 2, colour: false },
];

export const SCAN_PPI = 300;
const [WIDTH, HEIGHT] = [2550, 3300];
const BAND = 100;

/** A scan's pixels, 8 bits, three channels or one. */
export const scanned = (
  { surface, seed, colour }: Scan,
  shrink: number,
): { width: number; height: number; channels: 1 | 3; bytes: Uint8Array } => {
  const [width, height] = [Math.round(WIDTH / shrink), Math.round(HEIGHT / shrink)];
  const mm = (25.4 / SCAN_PPI) * shrink;
  const channels = colour ? 3 : 1;
  const bytes = new Uint8Array(width * height * channels);
  for (let top = 0; top < height; top += BAND) {
    const region = { x: 0, y: top, width, height: Math.min(BAND, height - top) };
    const data = finish(
      surfaceColours(
        { surface, seed, period: null },
        (x, y, out) => {
          out.x = x * mm;
          out.y = y * mm;
        },
        region,
      ),
    );
    for (let i = 0; i < width * region.height; i++) {
      const o = (top * width + i) * channels;
      for (let c = 0; c < channels; c++) bytes[o + c] = Math.round(((data[4 * i + (colour ? c : 1)] as number) * 255) / ONE);
    }
  }
  return { width, height, channels, bytes };
};
