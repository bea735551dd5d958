import { overlap, pixelsOf as pixelsOfMm } from '@uvrant/core';
import { halvingsFor, row } from './planned';
import { pixelsOf } from './tile';

/** The sheet small, or a part of it, after one of its passes or all of them. */
export const picture = row('picture', {
  pool: () => 'reading',
  plan(open, { side, after, within }) {
    const halvings = halvingsFor({ size: within ?? open.sheet.size, ppi: open.sheet.ppi }, side);
    const graph = after === null ? open.draft(halvings) : open.after(after, halvings);
    if (!within) return pixelsOf(graph.root, graph.region);
    const px = (mm: number): number => Math.floor(pixelsOfMm(mm, open.sheet.ppi) / 2 ** halvings);
    const box = { x: px(within.left), y: px(within.top), width: Math.max(1, px(within.width)), height: Math.max(1, px(within.height)) };
    return pixelsOf(graph.root, overlap(box, graph.region) ?? graph.region);
  },
});
