import { layeredNoise } from '../../units/noise';
import { ROUGH_LINE_VALUES, type Kernels, type RoughEdge } from '../kernels';
import { ONE } from '../raster';

/** How far a frame reaches past a place from one of its lines, mm; whatever covers or leaves a whole pixel is as good as more. */
const past = (inwards: number, along: number, line: number, { lines, tables, perMm, seed, noises, pxPerMm }: RoughEdge): number => {
  const value = (which: number): number => lines[line + which] as number;
  const [start, count, number, from] = [value(8), value(9), value(10), value(11)];
  const at = Math.max(0, Math.min(count - 1.001, (along - from) * perMm));
  const k = Math.floor(at);
  const share = at - k;
  const read = (which: number): number => {
    const here = tables[2 * (start + k) + which] as number;
    return here + ((tables[2 * (start + k + 1) + which] as number) - here) * share;
  };
  const [reach, amount] = [read(0), read(1)];
  const [first, second] = noises;
  const bare = reach - inwards;
  const most = 0.5 * Math.abs(amount) + 0.5 * second.amount + 1 / pxPerMm;
  if (bare > most || bare < -most) return bare;
  const salt = 57 * number;
  const fine = layeredNoise(along / first.along, inwards / first.inwards + salt, seed, first.layers) - 0.5;
  const coarse = layeredNoise(along / second.along, inwards / second.inwards + salt, seed + 40, second.layers) - 0.5;
  return bare + amount * fine + second.amount * coarse;
};

export const roughEdge: Kernels['roughEdge'] = (edge, piece, out, region) => {
  const { lines, pxPerMm, ends } = edge;
  for (let y = piece.y; y < piece.y + piece.height; y++) {
    let i = (y - region.y) * region.width + piece.x - region.x;
    for (let x = piece.x; x < piece.x + piece.width; x++, i++) {
      let most = -1e3;
      let nearest = 1e9;
      for (let line = 0; line < lines.length; line += ROUGH_LINE_VALUES) {
        const value = (which: number): number => lines[line + which] as number;
        const inwards = value(0) * (x + 0.5) + value(1) * (y + 0.5) + value(2);
        // The first four lines are the box's sides.
        if (line < 4 * ROUGH_LINE_VALUES) nearest = Math.min(nearest, inwards);
        if (inwards >= value(7)) continue;
        if (inwards < value(6)) most = 1e3;
        else most = Math.max(most, past(inwards, value(3) * (x + 0.5) + value(4) * (y + 0.5) + value(5), line, edge));
      }
      const coverage = most * pxPerMm + 0.5;
      const within = ends ? Math.min(coverage, nearest * pxPerMm + 0.5) : coverage;
      out[i] = Math.floor(Math.max(0, Math.min(1, within)) * ONE + 0.5);
    }
  }
};
