import type { Kernels, ShapeName } from '../../raster/kernels';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { uniformValue } from '../../raster/uniform';
import type { Pass } from '../../sheet/model';
import { cellMm } from '../../units/length';
import { remembering } from '../../units/remember';
import { inkOfTone } from './carried';
import { cellLayout, screenGrid } from './grid';
import { screenThresholds } from './thresholds';

/** The dots that soft coverage becomes. */
export interface Dots {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly angle: number;
}

/** Where a pass has no screen of its own: 45 lines an inch read as soft and hold on cloth. Common practice. */
export const SHEET_DOTS: Dots = { shape: 'round', lpi: 45, angle: 22.5 };

/** The dots of a pass's last screen, so that what is soft beside it belongs to it. */
export const dotsOf = ({ steps }: Pass): Dots => {
  const own = steps.filter(({ kind, on }) => kind === 'screen' && on).at(-1)?.params as Partial<Dots> | undefined;
  return {
    ...SHEET_DOTS,
    ...(own?.shape && { shape: own.shape }),
    ...(own?.lpi && { lpi: own.lpi }),
    ...(own?.angle !== undefined && { angle: own.angle }),
  };
};

/** The thresholds of dots of a shape, size and angle. */
const thresholdsFor = remembering(
  8,
  (dots: { readonly shape: ShapeName; readonly cellPx: number; readonly angleDeg: number }) => JSON.stringify(dots),
  (dots) => screenThresholds({ ...dots, edge: 0, cut: true, rough: false }, inkOfTone('darks')),
);

/** Coverage as dots: the same mean, every pixel all or nothing. */
export const dotted = (
  coverage: Int16Array,
  region: Region,
  { shape, lpi, angle }: Dots,
  pxPerMm: number,
  kernels: Kernels,
): Int16Array => {
  const uniform = uniformValue(coverage);
  if (uniform === 0 || uniform === ONE) return coverage;
  const { arena } = kernels;
  const cellPx = cellMm(lpi) * pxPerMm;
  const thresholds = thresholdsFor({ shape, cellPx, angleDeg: angle });
  const [tone, out] = [arena.plane(sizeOf(region)), arena.plane(sizeOf(region))];
  kernels.complement(coverage, ONE, tone);
  kernels.screen(tone, region, screenGrid(cellPx, angle, cellLayout(shape)), shape, thresholds, null, out);
  kernels.cut(out, out);
  return out;
};
