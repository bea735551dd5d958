import { smoothNoise } from '../../units/noise';
import { DISSOLVE_RANKS, type Kernels } from '../kernels';
import { HALF, ONE, times } from '../raster';

export const dissolve: Kernels['dissolve'] = (patches, share, strength, field, pxPerMm, region, out) => {
  const { cos, sin, long, broad, seed, ranks } = field;
  for (let y = 0, i = 0; y < region.height; y++) {
    const my = (region.y + y + 0.5) / pxPerMm;
    for (let x = 0; x < region.width; x++, i++) {
      const part = (patches[i] as number) > HALF ? (share ? times(share[i] as number, strength) : strength) : 0;
      out[i] = part >= ONE || (part > 0 && heightAt((region.x + x + 0.5) / pxPerMm, my) < part) ? ONE : 0;
    }
  }

  /** Height of the field at a place of the sheet, mm: evenly spread over 0 … ONE. */
  function heightAt(x: number, y: number): number {
    const at = smoothNoise((x * cos + y * sin) / long, (y * cos - x * sin) / broad, seed) * DISSOLVE_RANKS;
    const n = Math.min(DISSOLVE_RANKS - 1, Math.floor(at));
    const [low, high] = [ranks[n] as number, ranks[n + 1] as number];
    return (low + (high - low) * (at - n)) * ONE;
  }
};
