import { isWholeMode, type ModeName, type WholeMode } from '../raster/kernels';
import { ONE } from '../raster/raster';
import { isBlank } from '../raster/uniform';
import { convertNode } from './convert-node';
import { keyOf } from './key';
import { rendered, wantOnce, type Node } from './node';
import { isEmpty } from './sources/empty';

/** A pass laid on what is beneath; `atop` blends colours and keeps beneath's coverage. */
export const layNode = (
  beneath: Node<'colour'>,
  source: Node,
  mode: ModeName,
  strength: number,
  atop = false,
  mask: Node<'tone'> | null = null,
): Node<'colour'> => {
  // On nothing there is nothing to remove; at full strength any other mode leaves the source as it is.
  if (isEmpty(beneath) && mode === 'knock-out') return beneath;
  if (isEmpty(beneath) && strength === ONE && !mask && !atop) return convertNode(source, 'colour');
  if (source.kind === 'ink' && isWholeMode(mode) && !atop && !mask) return inkLay(beneath, source as Node<'ink'>, mode, strength);
  return blendNode(beneath, convertNode(source, 'colour'), mode, strength, atop, mask);
};

/** One ink over what is beneath, without painting it first. */
const inkLay = (beneath: Node<'colour'>, source: Node<'ink'>, mode: WholeMode, strength: number): Node<'colour'> => ({
  key: keyOf('lay', { mode, strength, atop: false }, [beneath, source]),
  kind: 'colour',
  want(region, wants, work) {
    wantOnce(beneath, region, wants, work);
    wantOnce(source, region, wants, work);
  },
  *render(region, work) {
    const { arena, layInk } = work.kernels;
    const under = yield* rendered(beneath, region, work);
    const { coverage, colour } = yield* rendered(source, region, work);
    if (isBlank(coverage) || (mode === 'knock-out' && isBlank(under.data))) return under;
    const data = arena.plane(under.data.length);
    layInk(under.data, coverage, colour, mode, strength, data);
    return { kind: 'colour', region, data };
  },
});

const blendNode = (
  beneath: Node<'colour'>,
  source: Node<'colour'>,
  mode: ModeName,
  strength: number,
  atop: boolean,
  mask: Node<'tone'> | null,
): Node<'colour'> => ({
  key: keyOf('lay', { mode, strength, atop }, mask ? [beneath, source, mask] : [beneath, source]),
  kind: 'colour',
  want(region, wants, work) {
    for (const node of mask ? [beneath, source, mask] : [beneath, source]) wantOnce(node, region, wants, work);
  },
  *render(region, work) {
    const under = yield* rendered(beneath, region, work);
    const over = yield* rendered(source, region, work);
    if (isBlank(over.data)) return under;
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    if (weights && isBlank(weights)) return under;
    const data = work.kernels.arena.plane(under.data.length);
    work.kernels.blend(under.data, over.data, mode, atop, strength, weights, data);
    return { kind: 'colour', region, data };
  },
});
