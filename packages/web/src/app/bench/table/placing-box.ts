import { cornersOf, passesOf, withinBox, type Pass, type Placement, type Sheet, type SourceKinds } from '@uvrant/core';
import type { TypeSetting } from '../../engine/protocol';

/** A box on the sheet, mm: its middle, size and turn. */
export type Box = Pick<Placement, 'x' | 'y' | 'width' | 'height' | 'turn'>;

/** Which side or corner of a box is held: −1, 0 or 1 each way from its middle. */
export interface Grip {
  readonly u: -1 | 0 | 1;
  readonly v: -1 | 0 | 1;
}

export const GRIPS: readonly Grip[] = ([-1, 0, 1] as const).flatMap((v) =>
  ([-1, 0, 1] as const).filter((u) => u !== 0 || v !== 0).map((u) => ({ u, v })),
);

/** What is done to a box: stretched about a place along its own sides, turned about its middle, moved. */
export interface Movement {
  readonly about: readonly [number, number];
  readonly sx: number;
  readonly sy: number;
  readonly turn: number;
  readonly dx: number;
  readonly dy: number;
}

export const STILL: Omit<Movement, 'about'> = { sx: 1, sy: 1, turn: 0, dx: 0, dy: 0 };

/** Passes that have a place of their own, of some chosen ones: a group's are all that is in it. */
export const placedPasses = (passes: readonly Pass[]): Pass[] =>
  [...passesOf(passes)].filter(({ source }) => source.kind !== 'group' && source.kind !== 'overall');

const asPlacement = (box: Box): Placement => ({ ...box, flipX: false, flipY: false, fit: 'free', beyond: 'nothing' });

export const boxCorners = (box: Box): readonly (readonly [number, number])[] => cornersOf(asPlacement(box));

/** A point of the box by its grip (0, 0 is the middle), on the sheet. */
export const gripAt = (box: Box, { u, v }: { readonly u: number; readonly v: number }): readonly [number, number] => {
  const [tl, tr, , bl] = boxCorners(box) as [readonly [number, number], readonly [number, number], unknown, readonly [number, number]];
  const [a, b] = [(u + 1) / 2, (v + 1) / 2];
  return [tl[0] + a * (tr[0] - tl[0]) + b * (bl[0] - tl[0]), tl[1] + a * (tr[1] - tl[1]) + b * (bl[1] - tl[1])];
};

/** Left, top, right and bottom of what a box covers. */
export const extentOf = (box: Box): readonly [number, number, number, number] => {
  const corners = boxCorners(box);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
};

/** The upright box round several. */
export const around = (boxes: readonly Box[]): Box | null => {
  if (boxes.length === 0) return null;
  const extents = boxes.map(extentOf);
  const [left, top] = [Math.min(...extents.map((e) => e[0])), Math.min(...extents.map((e) => e[1]))];
  const [right, bottom] = [Math.max(...extents.map((e) => e[2])), Math.max(...extents.map((e) => e[3]))];
  return { x: (left + right) / 2, y: (top + bottom) / 2, width: right - left, height: bottom - top, turn: 0 };
};

/** What set type covers of its block: where its lines begin, how wide and how high they are, mm. */
export interface Covered {
  readonly x: number;
  readonly width: number;
  readonly height: number;
}

/** The part of a block that its lines cover, their top where it is placed. */
export const coveredBox = (box: Box, { x, width, height }: Covered): Box => {
  const [left, down] = [2 * (x / box.width) - 1, 2 * (height / box.height) - 1];
  const from = gripAt(box, { u: left, v: -1 });
  const to = gripAt(box, { u: left + (2 * width) / box.width, v: down });
  return { ...box, width, height, x: (from[0] + to[0]) / 2, y: (from[1] + to[1]) / 2 };
};

/** The box that set type is held by: as set, its lines; else its block, as high as its lines where those are not held in a box. */
export const typeBox = (source: SourceKinds['type'], placement: Placement, setting: TypeSetting): Box => {
  if (setting.height <= 0 || source.lines === 'fit box') return placement;
  const lines = setting.lines.filter(({ width }) => width > 0);
  if (source.lines !== 'as set' || lines.length === 0)
    return coveredBox(placement, { x: 0, width: placement.width, height: setting.height });
  const x = Math.min(...lines.map((line) => line.x));
  const width = Math.max(...lines.map((line) => line.x + line.width)) - x;
  return coveredBox(placement, { x, width, height: setting.height });
};

/** The box that a pass is held by, with how chosen type is set, by pass. */
export const boxOfPass = ({ id, source, placement }: Pass, settings: Readonly<Record<string, TypeSetting>>): Box => {
  const setting = source.kind === 'type' ? settings[id] : undefined;
  return setting && source.kind === 'type' ? typeBox(source, placement, setting) : placement;
};

const turnedBy = (x: number, y: number, deg: number): readonly [number, number] => {
  const corner = gripAt({ x: 0, y: 0, width: 2, height: 2, turn: deg }, { u: 1, v: 0 });
  // The right of a box turned by so much points along (cos, −sin).
  const [cos, sin] = [corner[0], -corner[1]];
  return [cos * x + sin * y, -sin * x + cos * y];
};

/** A placement after a movement of the box that it is held by. Uneven stretching is for a box of the same turn. */
export const movedPlacement = <P extends Box>(at: P, box: Box, { about, sx, sy, turn, dx, dy }: Movement): P => {
  const [lu, lv] = turnedBy(at.x - about[0], at.y - about[1], -box.turn);
  const [ax, ay] = turnedBy(lu * sx, lv * sy, box.turn);
  const [px, py] = [about[0] + ax - box.x, about[1] + ay - box.y];
  const [rx, ry] = turnedBy(px, py, turn);
  const wrapped = ((((at.turn + turn + 180) % 360) + 360) % 360) - 180;
  return {
    ...at,
    x: box.x + rx + dx,
    y: box.y + ry + dy,
    width: at.width * sx,
    height: at.height * sy,
    turn: turn === 0 ? at.turn : wrapped,
  };
};

/** A pass after a movement: type grows with its block, except where only its measure is drawn wider. */
export const movedPass = (pass: Pass, box: Box, movement: Movement): Pass => {
  const placement: Placement = { ...movedPlacement(pass.placement, box, movement), fit: 'free' };
  const { sx, sy } = movement;
  if (pass.source.kind !== 'type' || sx !== sy || sx === 1) return { ...pass, placement };
  const { size, border } = pass.source;
  return { ...pass, placement, source: { ...pass.source, size: size * sx, border: border * sx } };
};

/** Passes that are not locked, nor in a group that is. */
const unlocked = (passes: readonly Pass[]): Pass[] =>
  passes.flatMap((pass) => {
    if (pass.locked) return [];
    return pass.source.kind === 'group' ? unlocked(pass.source.passes) : [pass];
  });

/** Passes whose box a place lies in, uppermost first; those that cover all of the sheet last. A hand goes through locked ones. */
export const passesAt = (sheet: Sheet, x: number, y: number): Pass[] => {
  const there = placedPasses(unlocked(sheet.passes)).filter(({ on, placement }) => {
    const [u, v] = withinBox(placement, x, y);
    return on && Math.abs(u) <= placement.width / 2 && Math.abs(v) <= placement.height / 2;
  });
  const covers = ({ placement }: Pass): boolean => placement.width * placement.height >= 0.95 * sheet.size.width * sheet.size.height;
  const upper = there.reverse();
  return [...upper.filter((pass) => !covers(pass)), ...upper.filter(covers)];
};
