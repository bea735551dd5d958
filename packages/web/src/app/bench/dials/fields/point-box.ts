import { cornersOf, type DialOf, type Pass, type Placement, type Sheet, type SheetPoint } from '@uvrant/core';

/** The box that a point lies in to begin with, mm: its pass's, or the sheet. */
export const boxOf = (
  { inPass }: DialOf<'point'>,
  { size }: Sheet,
  pass: Pass | undefined,
): { readonly x: number; readonly y: number; readonly width: number; readonly height: number } => {
  if (!inPass || !pass) return { x: 0, y: 0, ...size };
  const { x, y, width, height } = pass.placement;
  return { x: x - width / 2, y: y - height / 2, width, height };
};

/** A place of a box, in shares of its sides, on the sheet; turned as the box is. */
export const placeIn = (placement: Placement, [u, v]: readonly [number, number]): SheetPoint => {
  const [topLeft, topRight, , bottomLeft] = cornersOf(placement) as [Corner, Corner, Corner, Corner];
  const at = (axis: 0 | 1): number => topLeft[axis] + u * (topRight[axis] - topLeft[axis]) + v * (bottomLeft[axis] - topLeft[axis]);
  return { x: at(0), y: at(1) };
};

type Corner = readonly [number, number];
