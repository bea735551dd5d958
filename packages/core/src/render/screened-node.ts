import type { Raster } from '../raster/raster';
import type { Kernels } from '../raster/kernels';
import { blankPlane, isBlank, isSolid } from '../raster/uniform';
import { dotted, type Dots } from '../steps/screen/dots';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node } from '../nodes/node';
import { boundsLike, coveragePlane } from '../nodes/plane-nodes';

/** A node with every pixel all or nothing: what is soft is there as dots, in its own colour. */
export const screenedNode = (input: Node, dots: Dots, pxPerMm: number): Node => ({
  key: keyOf('screened', [dots, pxPerMm], [input]),
  kind: input.kind,
  ...(input.colour ? { colour: input.colour } : {}),
  ...boundsLike(input),
  want: (region, wants, work) => wantOnce(input, region, wants, work),
  *render(region, work) {
    const { kernels } = work;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === 'index') throw new Error('an index plane has nothing soft');
    const coverage = coveragePlane(raster, kernels);
    if (kernels.extent(coverage) !== 'soft') return raster;
    return wholeOf(raster, dotted(coverage, region, dots, pxPerMm, kernels), kernels);
  },
});

/** A raster that is there where the dots are, and wholly there. */
const wholeOf = (raster: Exclude<Raster, { kind: 'index' }>, coverage: Int16Array, kernels: Kernels): Raster => {
  if (raster.kind === 'ink') return { ...raster, coverage };
  if (raster.kind === 'tone') return { ...raster, coverage };
  if (isBlank(coverage)) return { ...raster, data: blankPlane(raster.data.length) };
  if (isSolid(coverage)) return raster;
  const data = kernels.arena.plane(raster.data.length);
  kernels.weigh(raster.data, coverage, data);
  // Nothing is fainter than what is still there at all.
  kernels.cutColours(data, 1, data);
  return { ...raster, data };
};
