import type { Sheet } from '@uvrant/core';
import { extentOf, placedPasses } from './placing-box';

/** Places that edges and middles are drawn to, mm. */
export interface SnapLines {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

/** The sheet's edges, middle and thirds, and the edges and middles of the passes that are not being moved. */
export const snapLines = (sheet: Sheet, moving: ReadonlySet<string>): SnapLines => {
  const { width, height } = sheet.size;
  const along = (side: number): number[] => [0, side / 3, side / 2, (2 * side) / 3, side];
  const others = placedPasses(sheet.passes).filter(({ id, on }) => on && !moving.has(id));
  const extents = others.map(({ placement }) => extentOf(placement));
  const ends = (from: number, to: number): number[] => [from, (from + to) / 2, to];
  return {
    x: [...along(width), ...extents.flatMap(([left, , right]) => ends(left, right))],
    y: [...along(height), ...extents.flatMap(([, top, , bottom]) => ends(top, bottom))],
  };
};

export interface Snap {
  /** What to add so that one of the places lies on a line. */
  readonly by: number;
  readonly line: number | null;
}

/** The nearest of the lines to any of some places, if it is near enough. */
export const snapped = (places: readonly number[], lines: readonly number[], near: number): Snap => {
  let best: Snap = { by: 0, line: null };
  let least = near;
  for (const line of lines) {
    for (const place of places) {
      const away = Math.abs(line - place);
      if (away < least) [least, best] = [away, { by: line - place, line }];
    }
  }
  return best;
};
