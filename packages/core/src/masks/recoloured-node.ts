import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node, type Rendering } from '../nodes/node';
import type { Plane } from '../nodes/plane-nodes';
import type { Kernels } from '../raster/kernels';
import type { ColourRaster } from '../raster/raster';
import { crop, grow } from '../raster/region';

/** A picture in other colours where a plane covers it, made from what lies up to `reach` pixels about; `dials` name the change. */
export const recolouredNode = (
  name: string,
  dials: Readonly<Record<string, number>>,
  picture: Node<'colour'>,
  coverage: Plane,
  reach: number,
  recoloured: (seen: ColourRaster, coverage: Int16Array, kernels: Kernels) => Rendering<ColourRaster>,
): Node<'colour'> => ({
  key: keyOf(name, dials, [picture, coverage]),
  kind: 'colour',
  keeping: 'dear',
  want(region, wants, work) {
    for (const input of [picture, coverage]) wantOnce(input, grow(region, reach), wants, work);
  },
  *render(region, work) {
    const wide = grow(region, reach);
    const seen = yield* rendered(picture, wide, work);
    const { tone } = yield* rendered(coverage, wide, work);
    yield;
    const { data } = yield* recoloured(seen, tone, work.kernels);
    return { kind: 'colour', region, data: crop(data, wide, region, work.kernels.arena, 4) };
  },
});
