import type { Contour } from './outline';

/** Corners sharper than this many half widths are cut off square. */
const LONGEST_MITRE = 6;

/** A part wound the one way round, so that parts laid over each other unite. */
const wound = (part: number[]): Contour => {
  let area = 0;
  for (let i = 0; i < part.length; i += 2) {
    const next = (i + 2) % part.length;
    area += (part[i] as number) * (part[next + 1] as number) - (part[next] as number) * (part[i + 1] as number);
  }
  if (area >= 0) return part;
  const turned: number[] = [];
  for (let i = part.length - 2; i >= 0; i -= 2) turned.push(part[i] as number, part[i + 1] as number);
  return turned;
};

/** The contours of a line of a width along closed (or open) contours, with mitred corners. Pixels. */
export const stroked = (contours: readonly Contour[], width: number, closed = true): Contour[] => {
  const half = width / 2;
  const parts: Contour[] = [];
  for (const contour of contours) {
    const corners = distinct(contour, closed);
    const count = corners.length / 2;
    const sides = closed ? count : count - 1;
    const normals: number[] = [];
    for (let i = 0; i < sides; i++) {
      const [ax, ay, bx, by] = side(corners, i, count);
      const length = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
      const nx = ((by - ay) / length) * half;
      const ny = ((ax - bx) / length) * half;
      normals.push(nx, ny);
      parts.push(wound([ax + nx, ay + ny, bx + nx, by + ny, bx - nx, by - ny, ax - nx, ay - ny]));
    }
    for (let i = closed ? 0 : 1; i < (closed ? count : count - 1); i++) {
      const from = (i + sides - 1) % sides;
      const corner = mitre(corners, i, normals, from, half);
      if (corner) parts.push(wound(corner));
    }
  }
  return parts;
};

const side = (corners: Contour, i: number, count: number): readonly [number, number, number, number] => {
  const next = (i + 1) % count;
  return [corners[2 * i] as number, corners[2 * i + 1] as number, corners[2 * next] as number, corners[2 * next + 1] as number];
};

/** Without corners that repeat the one before. */
const distinct = (contour: Contour, closed: boolean): Contour => {
  const kept: number[] = [];
  for (let i = 0; i < contour.length; i += 2) {
    const [x, y] = [contour[i] as number, contour[i + 1] as number];
    const [lx, ly] = [kept.at(-2), kept.at(-1)];
    if (lx !== x || ly !== y) kept.push(x, y);
  }
  if (closed && kept.length > 4 && kept[0] === kept.at(-2) && kept[1] === kept.at(-1)) kept.length -= 2;
  return kept;
};

/** What fills the outer gap between two sides at a corner; null where they run straight on. */
const mitre = (corners: Contour, i: number, normals: readonly number[], before: number, half: number): number[] | null => {
  const [x, y] = [corners[2 * i] as number, corners[2 * i + 1] as number];
  const [ax, ay] = [normals[2 * before] as number, normals[2 * before + 1] as number];
  const [bx, by] = [normals[2 * i] as number, normals[2 * i + 1] as number];
  const turn = ax * by - ay * bx;
  if (turn === 0) return null;
  const sign = turn > 0 ? 1 : -1;
  // Both normals point outwards at this corner; their sum points to the mitre's tip.
  const [sx, sy] = [ax + bx, ay + by];
  const square = sx * sx + sy * sy;
  const reach = square > 0 ? (2 * half * half) / square : Infinity;
  const outer = [x, y, x + sign * ax, y + sign * ay];
  if (reach * reach * square <= LONGEST_MITRE * LONGEST_MITRE * half * half) outer.push(x + sign * sx * reach, y + sign * sy * reach);
  outer.push(x + sign * bx, y + sign * by);
  return outer;
};
