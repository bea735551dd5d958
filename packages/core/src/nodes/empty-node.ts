import { sizeOf } from '../raster/raster';
import { blankPlane } from '../raster/uniform';
import { keyOf } from './key';
import type { Node } from './node';

const EMPTY = keyOf('empty', null, []);
export const isEmpty = (node: Node): boolean => node.key === EMPTY;

/** Nothing printed. */
export const emptyNode = (): Node<'colour'> => ({
  key: EMPTY,
  kind: 'colour',
  keeping: 'never',
  want: () => undefined,
  *render(region) {
    yield;
    return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
  },
});
