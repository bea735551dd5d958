import { blurReach, blurred } from '../raster/blur';
import type { Kernels } from '../raster/kernels';
import type { Region } from '../raster/raster';
import { toneTable } from '../steps/tone/table';
import { remembering } from '../units/remember';

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

/** Pixels beyond how far an edge moves that distances are told apart. */
const BEYOND = 2;

/** What an edge moved by so many pixels covers at each distance, a share of that and BEYOND. */
const coveredAt = remembering(12, String, (by: number): Int16Array =>
  toneTable((d) => {
    const far = Math.abs(by);
    // An edge runs half a pixel outside the centre of the last pixel that is in.
    const covered = Math.max(0, Math.min(1, far + 1 - d * (far + BEYOND)));
    return by > 0 ? covered : 1 - covered;
  }),
);

/** Grows a plane by `by` pixels (shrinks it if negative). The edge is where the coverage is ½. */
const grownBy = (plane: Int16Array, region: Region, by: number, { arena, distance, table }: Kernels): Int16Array => {
  const away = arena.plane(plane.length);
  distance(plane, region, Math.abs(by) + BEYOND, by < 0, region, away);
  table(away, coveredAt(by), away);
  return away;
};

/** A plane with its edge grown and feathered; what lies nearer to its rim than `edgeReach` is not for use. */
export const edged = (plane: Int16Array, region: Region, dials: EdgeDials, pxPerMm: number, kernels: Kernels): Int16Array => {
  const by = growPx(dials, pxPerMm);
  const sigma = sigmaPx(dials, pxPerMm);
  const grown = by === 0 ? plane : grownBy(plane, region, by, kernels);
  return sigma === 0 ? grown : blurred(grown, 1, region, sigma, kernels);
};
