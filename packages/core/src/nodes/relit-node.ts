import { isBlank } from '../raster/uniform';
import { boundsAs } from './convert-node';
import { keyOf } from './key';
import { rendered, wantOnce, type Node } from './node';

/** A picture in colour whose light moves as its greys were moved, from one plane to another; hue is kept. */
export const relitNode = (picture: Node<'colour'>, from: Node<'tone'>, to: Node<'tone'>): Node<'colour'> => ({
  key: keyOf('relit', null, [picture, from, to]),
  kind: 'colour',
  ...boundsAs(picture, 'colour'),
  want(region, wants, work) {
    for (const node of [picture, from, to]) wantOnce(node, region, wants, work);
  },
  *render(region, work) {
    const raster = yield* rendered(picture, region, work);
    if (isBlank(raster.data)) return raster;
    const before = (yield* rendered(from, region, work)).tone;
    const after = (yield* rendered(to, region, work)).tone;
    if (before === after) return raster;
    const data = work.kernels.arena.plane(raster.data.length);
    work.kernels.relit(raster.data, before, after, data);
    return { ...raster, data };
  },
});
