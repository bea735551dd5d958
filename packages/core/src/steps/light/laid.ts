import type { Kernels } from '../../raster/kernels';
import { ONE, sizeOf, type ColourRaster, type Rgb, type Region } from '../../raster/raster';
import { blankPlane, isBlank } from '../../raster/uniform';
import { isWhole } from '../../sheet/model';
import type { StepAt } from '../declare';
import { dotted } from '../screen/dots';

/** A print, premultiplied, and the light or shadow that goes with it. */
interface Laid {
  readonly print: Int16Array;
  readonly plane: Int16Array;
  readonly colour: Rgb;
  readonly region: Region;
}

/** Both all or nothing where the sheet wants it so: the print cut, the light as dots or cut, so that no pixel mixes their colours. */
const whole = ({ print, plane, region }: Laid, at: StepAt, kernels: Kernels): Pick<Laid, 'print' | 'plane'> => {
  if (at.draft || !isWhole(at.edges)) return { print, plane };
  const cut = isBlank(print) ? print : kernels.arena.plane(print.length);
  if (cut !== print) kernels.cutColours(print, ONE / 2, cut);
  if (at.edges === 'screened') return { print: cut, plane: dotted(plane, region, at.dots, at.pxPerMm, kernels) };
  const half = kernels.arena.plane(plane.length);
  kernels.cut(plane, half);
  return { print: cut, plane: half };
};

/** Premultiplied colours of a plane of light or shadow in one colour. */
const painted = (plane: Int16Array, colour: Rgb, { arena, paint }: Kernels): Int16Array => {
  if (isBlank(plane)) return blankPlane(4 * plane.length);
  const out = arena.plane(4 * plane.length);
  paint(plane, colour, out);
  return out;
};

const laid = (given: Laid, isOver: boolean, atop: boolean, at: StepAt, kernels: Kernels): ColourRaster => {
  const { region } = given;
  const { print, plane } = whole(given, at, kernels);
  if (isBlank(plane)) return { kind: 'colour', region, data: print };
  const light = painted(plane, given.colour, kernels);
  if (isBlank(print)) return { kind: 'colour', region, data: atop ? print : light };
  const data = kernels.arena.plane(4 * sizeOf(region));
  kernels.blend(isOver ? print : light, isOver ? light : print, 'normal', atop, ONE, null, data);
  return { kind: 'colour', region, data };
};

/** A plane of one colour under a print. */
export const under = (given: Laid, at: StepAt, kernels: Kernels): ColourRaster => laid(given, false, false, at, kernels);
/** A plane of one colour over a print. */
export const over = (given: Laid, at: StepAt, kernels: Kernels): ColourRaster => laid(given, true, false, at, kernels);
/** A plane of one colour over a print, only where the print is. */
export const within = (given: Laid, at: StepAt, kernels: Kernels): ColourRaster => laid(given, true, true, at, kernels);
