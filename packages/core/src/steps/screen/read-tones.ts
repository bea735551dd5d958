import type { Kernels, ShapeName } from '../../raster/kernels';
import { fineRegion } from '../../raster/coarse';
import { shareOf, type Region, type ToneRaster } from '../../raster/raster';
import { grow, overlap } from '../../raster/region';
import { ln } from '../../units/exact';
import { cellMm } from '../../units/length';
import type { Coarse, CoarseWish, StepAt } from '../declare';
import { softCopy, softWish } from '../soft';
import { cellLayout, cellWay, screenGrid, shifted } from './grid';

/** Cells up to this frequency take one tone a dot, from the other up a screen reads every pixel: about 2.5 and 0.3 mm a cell. */
const COARSE_LPI = 10;
const FINE_LPI = 85;

/** How finely a screen of a frequency reads its picture: by the logarithm of the frequency, so that each halving of a cell counts alike. */
export const detailFor = (lpi: number): number => Math.max(0, Math.min(1, ln(lpi / COARSE_LPI) / ln(FINE_LPI / COARSE_LPI)));

/** Standard deviation of the mean that a cell takes, in cells: that of a disc of a cell's width and somewhat less (by trial). */
const MEAN_CELLS = 0.24;

export const isLine = (shape: ShapeName): boolean => shape === 'line' || shape === 'wave line';

export const cellPx = (lpi: number, at: Pick<StepAt, 'pxPerMm'>): number => cellMm(lpi) * at.pxPerMm;

interface Grid {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly angle: number;
  readonly shift: number;
}

/** How far a pixel may lie from its cell's centre, mm: half a cell's diagonal, longer where cells lean, and the pixel that it falls into. */
const toCentre = ({ shape, lpi }: Pick<Grid, 'shape' | 'lpi'>): number => (cellLayout(shape).turn === 90 ? 0.75 : 1.05) * cellMm(lpi) + 0.1;

/** The grid that `readTones` reads. */
export const tonesWish = (grid: Pick<Grid, 'shape' | 'lpi'>): CoarseWish => {
  const wish = softWish(MEAN_CELLS * cellMm(grid.lpi));
  return { ...wish, reach: wish.reach + toCentre(grid) };
};

/** Tones as a screen of less than full detail reads them: those at the centres of the dots, or lines, softened over a cell. */
export const readTones = (
  { region, tone }: ToneRaster,
  { shape, lpi, angle: angleDeg, shift }: Grid,
  detail: number,
  at: StepAt,
  kernels: Kernels,
): Int16Array => {
  const cell = cellPx(lpi, at);
  const coarse = at.coarse[0] as Coarse;
  const layout = cellLayout(shape);
  const softOver = (around: Region): Int16Array => softCopy(coarse, around, MEAN_CELLS * cell, kernels);
  // Two bricks share a phase, and bent dots lie elsewhere: their tones are softened only.
  if (layout.across > 1 || at.bend) return mixed(softOver(region), tone, detail, kernels);
  const around =
    overlap(grow(region, Math.ceil(toCentre({ shape, lpi }) * at.pxPerMm)), fineRegion(coarse.tone.region, coarse.shift)) ?? region;
  const way = cellWay(cell, angleDeg, layout);
  const centred = kernels.arena.plane(tone.length);
  kernels.cellTones(
    softOver(around),
    around,
    shifted(screenGrid(cell, angleDeg, layout), shift),
    // A line has a middle across it alone.
    isLine(shape) ? { ...way, ax: 0, ay: 0 } : way,
    centred,
    region,
  );
  return mixed(centred, tone, detail, kernels);
};

const mixed = (read: Int16Array, tone: Int16Array, detail: number, kernels: Kernels): Int16Array => {
  const share = shareOf(detail);
  if (share === 0) return read;
  const out = kernels.arena.plane(read.length);
  kernels.mix(read, tone, 1, share, null, out);
  return out;
};
