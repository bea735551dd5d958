import type { Kernels, ShapeName } from '../../raster/kernels';
import { shareOf, type ToneRaster } from '../../raster/raster';
import { ln } from '../../units/exact';
import { cellMm } from '../../units/length';
import type { Coarse, StepAt } from '../declare';
import { softCopy } from '../soft';
import { cellLayout, cellWay, screenGrid, shifted } from './grid';

/** Cells up to this frequency take one tone a dot, from the other up a screen reads every pixel: about 2.5 and 0.3 mm a cell. */
const COARSE_LPI = 10;
const FINE_LPI = 85;

/** How finely a screen of a frequency reads its picture: by the logarithm of the frequency, so that each halving of a cell counts alike. */
export const detailFor = (lpi: number): number => Math.max(0, Math.min(1, ln(lpi / COARSE_LPI) / ln(FINE_LPI / COARSE_LPI)));

/** Standard deviation of the mean that a cell takes, in cells: that of a disc of a cell's width and somewhat less (by trial). */
export const MEAN_CELLS = 0.24;

export const isLine = (shape: ShapeName): boolean => shape === 'line' || shape === 'wave line';

export const cellPx = (lpi: number, at: Pick<StepAt, 'pxPerMm'>): number => cellMm(lpi) * at.pxPerMm;

interface Grid {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly angle: number;
  readonly shift: number;
}

/** Tones as a screen of less than full detail reads them: those at the centres of the dots, or lines, softened over a cell. */
export const readTones = (
  input: ToneRaster,
  { shape, lpi, angle: angleDeg, shift }: Grid,
  detail: number,
  at: StepAt,
  kernels: Kernels,
): Int16Array => {
  const cell = cellPx(lpi, at);
  const soft = softCopy(at.coarse[0] as Coarse, input.region, MEAN_CELLS * cell, kernels);
  const layout = cellLayout(shape);
  // Two bricks share a phase, and bent dots lie elsewhere: their tones are softened only.
  if (layout.across > 1 || at.bend) return mixed(soft, input.tone, detail, kernels);
  const way = cellWay(cell, angleDeg, layout);
  const centred = kernels.arena.plane(soft.length);
  // A line has a middle across it alone.
  kernels.cellTones(
    soft,
    input.region,
    shifted(screenGrid(cell, angleDeg, layout), shift),
    isLine(shape) ? { ...way, ax: 0, ay: 0 } : way,
    centred,
  );
  return mixed(centred, input.tone, detail, kernels);
};

const mixed = (read: Int16Array, tone: Int16Array, detail: number, kernels: Kernels): Int16Array => {
  const out = kernels.arena.plane(read.length);
  kernels.mix(read, tone, 1, shareOf(detail), null, out);
  return out;
};
