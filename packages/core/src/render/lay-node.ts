import { isWholeMode, type ModeName, type WholeMode } from '../raster/kernels';
import { ONE, sizeOf } from '../raster/raster';
import { isBlank } from '../raster/uniform';
import { convertNode, groundNode } from '../nodes/convert-node';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node } from '../nodes/node';
import { isEmpty } from '../nodes/empty-node';

/** Pixels that are blended at a go. */
const STRETCH = 2 ** 17;

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
  if (isEmpty(beneath) && strength === ONE && !mask && !atop) return groundNode(source);
  if (source.kind === 'ink' && isWholeMode(mode) && !atop && !mask) return inkLay(beneath, source as Node<'ink'>, mode, strength);
  return blendNode(beneath, convertNode(source, 'colour'), mode, strength, atop, mask);
};

/** An ink laid on what is beneath, at a strength. */
interface InkLay {
  readonly source: Node<'ink'>;
  readonly mode: WholeMode;
  readonly strength: number;
}

/** Inks laid one after the other, each on what the one before it left, without a raster in between. */
interface InkLays extends Node<'colour'> {
  readonly beneath: Node<'colour'>;
  readonly lays: readonly InkLay[];
}

const isInkLays = (node: Node): node is InkLays => 'lays' in node;

/** One ink over what is beneath, without painting it first; one that follows others joins them. */
const inkLay = (under: Node<'colour'>, source: Node<'ink'>, mode: WholeMode, strength: number): InkLays => {
  const beneath = isInkLays(under) ? under.beneath : under;
  const lays = [...(isInkLays(under) ? under.lays : []), { source, mode, strength }];
  return {
    key: keyOf('lay', { mode, strength, atop: false }, [under, source]),
    kind: 'colour',
    beneath,
    lays,
    want(region, wants, work) {
      wantOnce(beneath, region, wants, work);
      for (const lay of lays) wantOnce(lay.source, region, wants, work);
    },
    *render(region, work) {
      const { arena, layInk } = work.kernels;
      let printed = yield* rendered(beneath, region, work);
      // Room for what is laid stands before what the inks take, and is written over by each.
      const data = arena.plane(printed.data.length);
      for (const lay of lays) {
        const { coverage, colour } = yield* rendered(lay.source, region, work);
        if (isBlank(coverage) || (lay.mode === 'knock-out' && isBlank(printed.data))) continue;
        layInk(printed.data, coverage, colour, lay.mode, lay.strength, data);
        printed = { kind: 'colour', region, data };
        yield;
      }
      return printed;
    },
  };
};

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
    const count = sizeOf(region);
    for (let from = 0; from < count; from += STRETCH) {
      const part = (plane: Int16Array, channels: number): Int16Array =>
        plane.subarray(from * channels, Math.min(count, from + STRETCH) * channels);
      work.kernels.blend(part(under.data, 4), part(over.data, 4), mode, atop, strength, weights && part(weights, 1), part(data, 4));
      yield;
    }
    return { kind: 'colour', region, data };
  },
});
