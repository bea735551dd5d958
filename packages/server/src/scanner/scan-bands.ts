import { decoded, encoded, finish, ONE, pixelsOf, surfaceColours, type Region } from '@uvrant/core';
import type { ScanOrder } from './port';

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

export const scanSize = ({ area, ppi }: ScanOrder): { readonly width: number; readonly height: number } => ({
  width: pixelsOf(area.width, ppi),
  height: pixelsOf(area.height, ppi),
});

/** Reads what lies on the glass: the bytes of a band, one or three samples a pixel. */
export const bandReader = (order: ScanOrder): ((region: Region) => Uint8Array) => {
  const { glass, colour, area, exposure } = order;
  const { width, height } = scanSize(order);
  const table = exposed(exposure);
  const piece = { surface: glass.surface, seed: glass.seed, period: glass.tiles ? area.width : null };
  const at = (x: number, y: number, out: { x: number; y: number }): void => {
    out.x = area.x + (x * area.width) / width;
    out.y = area.y + (y * area.height) / height;
  };
  return (region) => bytesOf(finish(surfaceColours(piece, at, region)), colour, table);
};
