import type { DialOf, Pass, Sheet } from '@uvrant/core';

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
