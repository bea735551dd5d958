import { blurReach, blurred } from '../raster/blur';
import { distancesTo } from '../raster/distance';
import type { Kernels } from '../raster/kernels';
import { HALF, ONE, type Region } from '../raster/raster';

/** A mask's edge, mm: how far it is grown (shrunk where negative), and how far it fades. */
export interface EdgeDials {
  readonly grow: number;
  readonly feather: number;
}

/** A feather is the width over which a straight edge passes from 2 to 98 % (± 2 standard deviations). */
const SIGMAS = 4;
/** Pixels below which growth and feather are left out: they would not be seen. */
const LEAST_PX = 0.15;

const growPx = ({ grow }: EdgeDials, pxPerMm: number): number => (Math.abs(grow * pxPerMm) < LEAST_PX ? 0 : grow * pxPerMm);
const sigmaPx = ({ feather }: EdgeDials, pxPerMm: number): number =>
  (feather * pxPerMm) / SIGMAS < LEAST_PX ? 0 : (feather * pxPerMm) / SIGMAS;

/** Pixels beyond a pixel that the edge reads. */
export const edgeReach = (dials: EdgeDials, pxPerMm: number): number => {
  const grown = growPx(dials, pxPerMm);
  const sigma = sigmaPx(dials, pxPerMm);
  return (grown === 0 ? 0 : Math.ceil(Math.abs(grown)) + 2) + (sigma === 0 ? 0 : blurReach(sigma));
};

/** Grows a plane by `by` pixels (shrinks it if negative). The edge is where the coverage is ½. */
const grownBy = (plane: Int16Array, { width, height }: Region, by: number): Int16Array => {
  const outward = by > 0;
  const set = new Uint8Array(plane.length);
  for (let i = 0; i < plane.length; i++) set[i] = (plane[i] as number) >= HALF === outward ? 1 : 0;
  const far = Math.abs(by);
  const away = distancesTo(set, width, height, far + 2);
  const out = new Int16Array(plane.length);
  for (let i = 0; i < plane.length; i++) {
    // An edge runs half a pixel outside the centre of the last pixel that is in.
    const covered = Math.floor(Math.max(0, Math.min(1, far + 1 - (away[i] as number))) * ONE + 0.5);
    out[i] = outward ? covered : ONE - covered;
  }
  return out;
};

/** A plane with its edge grown and feathered; what lies nearer to its rim than `edgeReach` is not for use. */
export const edged = (plane: Int16Array, region: Region, dials: EdgeDials, pxPerMm: number, kernels: Kernels): Int16Array => {
  const by = growPx(dials, pxPerMm);
  const sigma = sigmaPx(dials, pxPerMm);
  const grown = by === 0 ? plane : grownBy(plane, region, by);
  return sigma === 0 ? grown : blurred(grown, 1, region, sigma, kernels);
};
