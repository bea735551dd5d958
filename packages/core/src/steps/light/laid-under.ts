import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type ColourRaster, type Region, type Rgb } from '../../raster/raster';
import { blankPlane, isBlank } from '../../raster/uniform';

/** Premultiplied colours of a plane of light or shadow in one colour. */
const painted = (plane: Int16Array, colour: Rgb, { arena, paint }: Kernels): Int16Array => {
  if (isBlank(plane)) return blankPlane(4 * plane.length);
  const out = arena.plane(4 * plane.length);
  paint(plane, colour, out);
  return out;
};

/** A print over a plane of one colour. */
export const over = (print: Int16Array, plane: Int16Array, colour: Rgb, region: Region, kernels: Kernels): ColourRaster => {
  const data = kernels.arena.plane(4 * sizeOf(region));
  kernels.blend(painted(plane, colour, kernels), print, 'normal', false, ONE, null, data);
  return { kind: 'colour', region, data };
};

/** A plane of one colour on a print, only where the print is. */
export const on = (print: Int16Array, plane: Int16Array, colour: Rgb, region: Region, kernels: Kernels): ColourRaster => {
  const data = kernels.arena.plane(4 * sizeOf(region));
  kernels.blend(print, painted(plane, colour, kernels), 'normal', true, ONE, null, data);
  return { kind: 'colour', region, data };
};
