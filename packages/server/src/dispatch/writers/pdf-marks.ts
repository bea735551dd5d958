import { figure, POINTS_A_MM } from '../../render/pdf';

interface Trim {
  readonly width: number;
  readonly height: number;
}

const LENGTH = 5;
const GAP = 2;
const TARGET = 2.2;
/** A quarter of a circle by one cubic Bézier. */
const ROUND = 0.5523;

const line = (x1: number, y1: number, x2: number, y2: number): string => {
  const [a, b, c, d] = [x1, y1, x2, y2].map((mm) => figure(mm * POINTS_A_MM));
  return `${a} ${b} m ${c} ${d} l S`;
};

/** Where the sheet is cut: two strokes at each corner, outside the bleed. In mm from the bottom left of the page, drawn in points. */
export const trimMarks = ({ width, height }: Trim, room: number, bleed: number): string[] => {
  const from = Math.max(GAP, bleed + 0.5);
  return [
    [room, -1],
    [room + width, 1],
  ].flatMap(([x, across]) =>
    [
      [room, -1],
      [room + height, 1],
    ].flatMap(([y, up]) => {
      const [cx, cy, dx, dy] = [x, y, across, up] as [number, number, number, number];
      return [line(cx + dx * from, cy, cx + dx * (from + LENGTH), cy), line(cx, cy + dy * from, cx, cy + dy * (from + LENGTH))];
    }),
  );
};

const circle = (x: number, y: number, r: number): string => {
  const at = (dx: number, dy: number): string => `${figure((x + dx * r) * POINTS_A_MM)} ${figure((y + dy * r) * POINTS_A_MM)}`;
  const quarter = (x1: number, y1: number, x2: number, y2: number, x3: number, y3: number): string =>
    `${at(x1, y1)} ${at(x2, y2)} ${at(x3, y3)} c`;
  return [
    `${at(1, 0)} m`,
    quarter(1, ROUND, ROUND, 1, 0, 1),
    quarter(-ROUND, 1, -1, ROUND, -1, 0),
    quarter(-1, -ROUND, -ROUND, -1, 0, -1),
    quarter(ROUND, -1, 1, -ROUND, 1, 0),
    'S',
  ].join(' ');
};

/** Targets in the middle of each side, by which plates are laid on each other. */
export const registrationMarks = ({ width, height }: Trim, room: number, bleed: number): string[] => {
  const away = Math.max(GAP, bleed + 0.5) + TARGET + 0.5;
  return [
    [room + width / 2, room - away],
    [room + width / 2, room + height + away],
    [room - away, room + height / 2],
    [room + width + away, room + height / 2],
  ].flatMap(([x, y]) => {
    const [cx, cy] = [x, y] as [number, number];
    return [circle(cx, cy, 0.6 * TARGET), line(cx - TARGET, cy, cx + TARGET, cy), line(cx, cy - TARGET, cx, cy + TARGET)];
  });
};
