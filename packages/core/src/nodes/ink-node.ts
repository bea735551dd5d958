import { sizeOf, type Region, type Rgb } from '../raster/raster';
import { blankPlane } from '../raster/uniform';
import type { Bounds, Node, Rendering, Work } from './node';

/** Bounds of one ink: bare beyond a box. */
export const inkBounds = (box: Region, colour: Rgb): Bounds<'ink'> => ({
  box,
  bare: (region) => ({ kind: 'ink', region, coverage: blankPlane(sizeOf(region)), colour }),
});

/** A coverage of one ink, made anew for each region. */
export const inkNode = (
  key: string,
  colour: Rgb,
  how: Pick<Node<'ink'>, 'keeping'> & { readonly box?: Region },
  coverageOf: (region: Region, work: Work) => Rendering<Int16Array>,
): Node<'ink'> => ({
  key,
  kind: 'ink',
  colour,
  keeping: how.keeping ?? 'dear',
  ...(how.box ? { bounds: inkBounds(how.box, colour) } : {}),
  want: () => undefined,
  *render(region, work) {
    const coverage = yield* coverageOf(region, work);
    yield;
    return { kind: 'ink', region, coverage, colour };
  },
});
