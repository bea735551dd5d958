import { convertNode } from '../../nodes/convert-node';
import { lightNode, type Plane } from '../../nodes/plane-nodes';
import { pictureNode } from '../../nodes/picture-node';
import type { Pass } from '../../sheet/model';
import { boxAt } from '../../sheet/placing';
import { letterNode } from '../../sources/letter-node';
import type { SpotWish } from '../../steps/declare';
import { SPOT_SIDE } from '../../steps/screen/spot-table';
import { infoFor, type Context } from './context';

/** The light of a cell of SPOT_SIDE × SPOT_SIDE pixels with the dot in it that a step wishes for; a picture lies in it whole. */
export const spotNode = (context: Context, wish: SpotWish, pass: Pass): Plane => {
  if ('letters' in wish) return lightNode(convertNode(letterNode(wish.font, wish.letters, SPOT_SIDE), 'tone'));
  const info = infoFor(context, wish.picture, pass);
  const by = SPOT_SIDE / Math.max(info.width, info.height);
  return lightNode(convertNode(pictureNode(info, boxAt(SPOT_SIDE / 2, SPOT_SIDE / 2, by * info.width, by * info.height), 1), 'tone'));
};
