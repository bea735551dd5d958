import { layeredBeyond, layeredNoise } from '../../units/noise';
import type { Kernels, TornEdge } from '../kernels';
import { ONE } from '../raster';

/** Layers of the wave of a torn edge. */
const WAVE_LAYERS = 6;

/**
 * How far the frame reaches past a place, mm: covered where it is positive. `inwards` and `along` are seen from one of the
 * box's sides. More than `enough` either way may be given as any such value, since it covers all of a pixel or nothing.
 */
const reaches = (inwards: number, along: number, side: number, { frame, rough, seed }: TornEdge, enough: number): number => {
  const [waves, fibres] = [1.9 * rough * frame, 1.6 * rough];
  const [x, y] = [along / 17, side * 31 + inwards / 21];
  if (waves > 0) {
    // The layers still to come can only move the edge so far: most places are decided by the first few.
    const middle = (inwards - frame) / waves + 0.5;
    const far = (enough + 0.5 * fibres) / waves;
    const decided = layeredBeyond(x, y, seed, WAVE_LAYERS, middle - far, middle + far);
    if (decided !== 0) return 2 * enough * decided;
  }
  const wave = layeredNoise(x, y, seed, WAVE_LAYERS) - 0.5;
  const fibre = layeredNoise(along / 0.9, inwards / 0.9 + side * 57, seed + 40, 2) - 0.5;
  return frame * (1 + 1.9 * rough * wave) + 1.6 * rough * fibre - inwards;
};

export const torn: Kernels['torn'] = (edge, piece, out, region) => {
  const { at, width, height, frame, sure, pxPerMm, ends } = edge;
  const enough = 1 / pxPerMm;
  for (let y = piece.y; y < piece.y + piece.height; y++) {
    let i = (y - region.y) * region.width + piece.x - region.x;
    for (let x = piece.x; x < piece.x + piece.width; x++, i++) {
      const u = at.a * (x + 0.5) + at.b * (y + 0.5) + at.c;
      const v = at.d * (x + 0.5) + at.e * (y + 0.5) + at.f;
      const sides = [v, width - u, height - v, u];
      const nearest = Math.min(...sides);
      let past = nearest < frame - sure ? 1e3 : -1e3;
      if (nearest >= frame - sure && nearest < frame + sure) {
        for (const [side, inwards] of sides.entries()) {
          if (inwards < frame + sure) past = Math.max(past, reaches(inwards, side % 2 === 1 ? v : u, side, edge, enough));
        }
      }
      const coverage = past * pxPerMm + 0.5;
      const within = ends ? Math.min(coverage, nearest * pxPerMm + 0.5) : coverage;
      out[i] = Math.floor(Math.max(0, Math.min(1, within)) * ONE + 0.5);
    }
  }
};
