import { movedBy, type Motion } from '../sheet/moving';

/**
 * Outlines: contours of lines and curves, and their flattening. Coordinates are whatever the outline was made in (font
 * units, mm); a `Move` brings them to pixels of the rendered sheet.
 */
export type Command =
  | { readonly op: 'M'; readonly to: Point }
  | { readonly op: 'L'; readonly to: Point }
  | { readonly op: 'Q'; readonly by: Point; readonly to: Point }
  | { readonly op: 'C'; readonly by: Point; readonly by2: Point; readonly to: Point };
export type Point = readonly [number, number];
export type Outline = readonly Command[];

/** A closed run of corners, pixels: x, y, x, y … */
export type Contour = readonly number[];

/** An affine movement: x′ = a·x + b·y + c, y′ = d·x + e·y + f. */
export type Move = Motion;

export const moved = (move: Move, [x, y]: Point): Point => movedBy(move, x, y);

/** First `inner`, then `outer`. */
export const after = (outer: Move, inner: Move): Move => ({
  a: outer.a * inner.a + outer.b * inner.d,
  b: outer.a * inner.b + outer.b * inner.e,
  c: outer.a * inner.c + outer.b * inner.f + outer.c,
  d: outer.d * inner.a + outer.e * inner.d,
  e: outer.d * inner.b + outer.e * inner.e,
  f: outer.d * inner.c + outer.e * inner.f + outer.f,
});

/** The box about contours; null where there is none. */
export const contourBox = (
  contours: readonly Contour[],
): { readonly x: number; readonly y: number; readonly width: number; readonly height: number } | null => {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const [x, y] = [contour[i] as number, contour[i + 1] as number];
      [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
    }
  }
  return right >= left ? { x: left, y: top, width: right - left, height: bottom - top } : null;
};

/** How far, in pixels, a flattened curve may leave the curve. */
const FLATNESS = 0.02;
const MOST_PARTS = 256;

const far = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number => {
  const x = ax - 2 * bx + cx;
  const y = ay - 2 * by + cy;
  return Math.sqrt(x * x + y * y);
};

const partsFor = (bend: number): number => Math.max(1, Math.min(MOST_PARTS, Math.ceil(Math.sqrt(bend / FLATNESS))));

/** The outline's contours as corners in pixels; a contour is closed by its first corner. */
export const flattened = (outline: Outline, move: Move): Contour[] => {
  const contours: number[][] = [];
  let contour: number[] = [];
  let at: Point = [0, 0];
  const add = (point: Point): void => {
    contour.push(point[0], point[1]);
  };
  for (const command of outline) {
    const to = moved(move, command.to);
    if (command.op === 'M') {
      if (contour.length > 4) contours.push(contour);
      contour = [];
      add(to);
    } else if (command.op === 'Q') {
      const by = moved(move, command.by);
      // The greatest distance of n chords from a parabola is its second difference / 4n².
      const parts = partsFor(far(at, by, to) / 4);
      for (let i = 1; i <= parts; i++) {
        const t = i / parts;
        const u = 1 - t;
        add([u * u * at[0] + 2 * u * t * by[0] + t * t * to[0], u * u * at[1] + 2 * u * t * by[1] + t * t * to[1]]);
      }
    } else if (command.op === 'C') {
      const by = moved(move, command.by);
      const by2 = moved(move, command.by2);
      // Wang's bound for cubics: 6/8 of the greater second difference / n² (from memory).
      const parts = partsFor(0.75 * Math.max(far(at, by, by2), far(by, by2, to)));
      for (let i = 1; i <= parts; i++) {
        const t = i / parts;
        const u = 1 - t;
        const [p, q, r, s] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
        add([p * at[0] + q * by[0] + r * by2[0] + s * to[0], p * at[1] + q * by[1] + r * by2[1] + s * to[1]]);
      }
    } else add(to);
    at = to;
  }
  if (contour.length > 4) contours.push(contour);
  return contours;
};
