import { withPass, type Pass, type Sheet } from '@uvrant/core';
import { around, extentOf, movedPass, placedPasses, STILL, type Box, type Movement } from './placing-box';

/** Something that is arranged as one: a pass, or all that lies in a group, and the upright box round it. */
export interface Arranged {
  readonly passes: readonly Pass[];
  readonly box: Box;
}

/** Chosen passes as things to arrange; those that lie nowhere, and locked ones, are none. */
export const arrangedOf = (passes: readonly Pass[], boxOf: (pass: Pass) => Box): readonly Arranged[] =>
  passes.flatMap((pass) => {
    const placed = pass.locked ? [] : placedPasses([pass]);
    const box = around(placed.map(boxOf));
    return box ? [{ passes: placed, box }] : [];
  });

/** Which sides, or middles, come to lie in one line. */
export const WAYS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Way = (typeof WAYS)[number];

const moved = (sheet: Sheet, { passes, box }: Arranged, movement: Partial<Movement>): Sheet =>
  passes.reduce(
    (each, pass) => withPass(each, pass.id, () => movedPass(pass, box, { ...STILL, about: [box.x, box.y], ...movement })),
    sheet,
  );

const byFor = (way: Way, of: Box, to: Box): { readonly dx: number; readonly dy: number } => {
  const [left, top, right, bottom] = extentOf(of);
  const [toLeft, toTop, toRight, toBottom] = extentOf(to);
  const by: Readonly<Record<Way, readonly [number, number]>> = {
    left: [toLeft - left, 0],
    centre: [to.x - of.x, 0],
    right: [toRight - right, 0],
    top: [0, toTop - top],
    middle: [0, to.y - of.y],
    bottom: [0, toBottom - bottom],
  };
  const [dx, dy] = by[way];
  return { dx, dy };
};

/** Everything moved so that its side, or middle, lies on that of a box. */
export const aligned = (sheet: Sheet, things: readonly Arranged[], way: Way, to: Box): Sheet =>
  things.reduce((each, thing) => moved(each, thing, byFor(way, thing.box, to)), sheet);

/** Everything between the first and the last, across or down, moved so that the gaps are alike. */
export const spread = (sheet: Sheet, things: readonly Arranged[], axis: 'x' | 'y'): Sheet => {
  const side = axis === 'x' ? 'width' : 'height';
  const order = [...things].sort((a, b) => a.box[axis] - b.box[axis]);
  const [first, last] = [order[0], order.at(-1)];
  if (!first || !last || order.length < 3) return sheet;
  const room = last.box[axis] + last.box[side] / 2 - (first.box[axis] - first.box[side] / 2);
  const gap = (room - order.reduce((sum, { box }) => sum + box[side], 0)) / (order.length - 1);
  let at = first.box[axis] - first.box[side] / 2;
  return order.reduce((each, thing) => {
    const by = at + thing.box[side] / 2 - thing.box[axis];
    at += thing.box[side] + gap;
    return moved(each, thing, axis === 'x' ? { dx: by } : { dy: by });
  }, sheet);
};

/** Everything made as wide, or as high, as the first, about its own middle and in its own proportions. */
export const sameSize = (sheet: Sheet, things: readonly Arranged[], side: 'width' | 'height'): Sheet => {
  const as = things[0]?.box[side];
  if (as === undefined) return sheet;
  return things.reduce((each, thing) => moved(each, thing, { sx: as / thing.box[side], sy: as / thing.box[side] }), sheet);
};
