import type { Region, Rgb } from '../raster/raster';
import { bareOf } from './convert-node';
import type { Node, Rendering, Work } from './node';

/** Where a coverage has something, as it is known at once or once its outlines are made. */
interface Lying {
  readonly box?: Region;
  readonly boxAt?: (work: Work) => Region | null;
}

/** A coverage of one ink, made anew for each region. */
export const inkNode = (
  key: string,
  colour: Rgb,
  how: Pick<Node<'ink'>, 'keeping'> & Lying,
  coverageOf: (region: Region, work: Work) => Rendering<Int16Array>,
): Node<'ink'> => ({
  key,
  kind: 'ink',
  colour,
  keeping: how.keeping ?? 'dear',
  ...(how.box ? { bounds: { box: how.box, bare: bareOf('ink', colour) } } : {}),
  ...(how.boxAt ? { lateBounds: { boxAt: how.boxAt, bare: bareOf('ink', colour) } } : {}),
  want: () => undefined,
  *render(region, work) {
    const coverage = yield* coverageOf(region, work);
    yield;
    return { kind: 'ink', region, coverage, colour };
  },
});
