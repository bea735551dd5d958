import type { Kernels } from '../raster/kernels';
import { ONE, sizeOf, type Region, type Rgb } from '../raster/raster';
import { hull } from '../raster/region';
import { blankPlane, isBlank } from '../raster/uniform';
import type { Placement } from '../sheet/model';
import { after, type Contour, type Move } from '../type/outline';
import { Fill } from '../type/scanline';
import { stroked } from '../type/stroke';
import { cosDeg, sinDeg } from '../units/exact';
import { remembering } from '../units/remember';
import { bareOf } from './convert-node';
import type { Node, Rendering, Work } from './node';
import { inkNode } from './ink-node';

/** From mm in a placed box (from its top left corner) to pixels of the rendered sheet. */
export const boxMove = (placement: Placement, pxPerMm: number): Move => {
  const [cos, sin] = [cosDeg(placement.turn), sinDeg(placement.turn)];
  const flipped: Move = {
    a: placement.flipX ? -1 : 1,
    b: 0,
    c: (placement.flipX ? 1 : -1) * (placement.width / 2),
    d: 0,
    e: placement.flipY ? -1 : 1,
    f: (placement.flipY ? 1 : -1) * (placement.height / 2),
  };
  const turned: Move = {
    a: cos * pxPerMm,
    b: sin * pxPerMm,
    c: placement.x * pxPerMm,
    d: -sin * pxPerMm,
    e: cos * pxPerMm,
    f: placement.y * pxPerMm,
  };
  return after(turned, flipped);
};

/** Where a border lies by its outline. */
export const BORDER_PLACES = ['inside', 'centred', 'outside'] as const;
export type BorderWhere = (typeof BORDER_PLACES)[number];

/** What an outline is filled and bordered with; null is not. Lengths in mm. */
export interface Paints {
  readonly fill: Rgb | null;
  readonly border: { readonly colour: Rgb; readonly width: number; readonly where: BorderWhere } | null;
}

export interface Drawn {
  readonly fill: Fill;
  readonly border: Fill | null;
}

/** The latest outlines made ready, by the key of what they are. */
const drawn = remembering(
  32,
  ({ key }: { key: string; make: () => Drawn }) => key,
  ({ make }) => make(),
);

export const borderOf = (contours: readonly Contour[], paints: Paints, pxPerMm: number, closed = true): Fill | null => {
  if (!paints.border) return null;
  const { width, where } = paints.border;
  return new Fill(stroked(contours, width * pxPerMm * (where === 'centred' || !closed ? 1 : 2), closed));
};

/** Coverage of a border that lies along an outline: its inner or outer half, or both. */
const borderCoverage = (line: Int16Array, inside: Int16Array | null, where: BorderWhere, kernels: Kernels): Int16Array => {
  if (where === 'centred' || isBlank(line)) return line;
  if (!inside) return where === 'inside' ? blankPlane(line.length) : line;
  const within = kernels.arena.plane(line.length);
  if (where === 'outside') kernels.complement(inside, ONE, within);
  kernels.multiply(line, where === 'inside' ? inside : within, within);
  return within;
};

/** What of a fill is seen beside its border: the two share a pixel at their edges and never cover it twice. */
const beside = (inside: Int16Array, line: Int16Array, where: BorderWhere, kernels: Kernels): Int16Array => {
  if (where === 'outside') return inside;
  const out = kernels.arena.plane(inside.length);
  if (where === 'inside') kernels.combined(inside, 1, line, -1, 0, 0, out);
  else {
    kernels.complement(line, ONE, out);
    kernels.multiply(inside, out, out);
  }
  return out;
};

/** An outline's raster: of one ink where it has one colour, else of two colours, the border over the fill. */
export const outlineNode = (key: string, paints: Paints, open: boolean, make: (work: Work) => Drawn): Node => {
  const { fill, border } = paints;
  const readied = (work: Work): Drawn => drawn({ key, make: () => make(work) });
  const boxAt = (work: Work): Region | null => {
    const ready = readied(work);
    const boxes = [fill && !open ? ready.fill.box : null, ready.border?.box ?? null].filter((box) => box !== null);
    return boxes.length === 0 ? null : boxes.reduce(hull);
  };
  function* coverages(region: Region, work: Work): Rendering<readonly [Int16Array | null, Int16Array | null]> {
    const ready = readied(work);
    yield;
    const inside = open || (!fill && border?.where === 'centred') ? null : yield* ready.fill.covering(region, work.kernels);
    yield;
    const line = ready.border && border ? yield* ready.border.covering(region, work.kernels) : null;
    return [inside, line && border ? (open ? line : borderCoverage(line, inside, border.where, work.kernels)) : null];
  }
  if (!fill || !border) {
    return inkNode(key, fill ?? border?.colour ?? [0, 0, 0], { boxAt }, function* (region, work) {
      const [inside, line] = yield* coverages(region, work);
      yield;
      return (fill && !open ? inside : line) ?? blankPlane(sizeOf(region));
    });
  }
  return {
    key,
    kind: 'colour',
    keeping: 'dear',
    lateBounds: { boxAt, bare: bareOf('colour') },
    want: () => undefined,
    *render(region, work) {
      const [inside, line] = yield* coverages(region, work);
      yield;
      if (!inside && !line) return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
      const { kernels } = work;
      const { arena, paint } = kernels;
      const none = blankPlane(sizeOf(region));
      const [under, over] = [arena.plane(4 * sizeOf(region)), arena.plane(4 * sizeOf(region))];
      paint(beside(inside ?? none, line ?? none, border.where, kernels), fill, under);
      paint(line ?? none, border.colour, over);
      kernels.combined(over, 1, under, 1, 0, 0, over);
      return { kind: 'colour', region, data: over };
    },
  };
};
