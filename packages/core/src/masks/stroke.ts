/** A brush's dials and what one stroke of it leaves in the sheet document. */
import { choice, dialFields, length, share } from '../fields/dials';
import * as field from '../fields/fields';
import type { TypeOf } from '../fields/fields';
import { SEED } from '../fields/values';
import { movedBy, scaleOf, type Motion } from '../sheet/moving';
import { pathOf, pointsOf, pressuresText } from '../units/stroke-path';
import { TIPS } from './tips';

/** Hundredths of a millimetre in one. */
export const STROKE_UNITS = 100;
/** Farthest place of a point either way, hundredths of a millimetre: ten metres. */
const FARTHEST = 1_000_000;
export const POINTS = { apart: 2, min: -FARTHEST, max: FARTHEST, says: 'x and y in turn, in hundredths of a millimetre' } as const;
const PRESSURES = { apart: 1, min: 0, max: 100, says: 'percent' } as const;

/** Narrowest and widest brush, mm. */
export const LEAST_BRUSH = 0.2;
export const MOST_BRUSH = 90;

/** A brush, for painted masks and for thinning wear. */
export const BRUSH_DIALS = {
  tip: choice({ title: 'Tip', options: TIPS.map(({ name }) => name), default: 'round' }),
  size: length({ title: 'Size', min: LEAST_BRUSH, max: MOST_BRUSH, default: 12, wide: true, more: 'a wider brush' }),
  softness: share({ title: 'Softness', default: 0.35, more: 'a softer rim' }),
  strength: share({ title: 'Strength', default: 1, more: 'each stroke counts for more' }),
};

const WAY = {
  ...dialFields(BRUSH_DIALS),
  /** True for one that takes away. */
  erases: field.toggle,
  seed: SEED,
};
/** A stroke of version 1: points and pressures as lists of numbers. */
const FIRST_STROKE = field.record({
  ...WAY,
  points: field.numbers(POINTS),
  pressures: field.optional(field.numbers(PRESSURES)),
});
type FirstStroke = TypeOf<typeof FIRST_STROKE>;

/** One stroke of a brush: its points, and the pressure of the pen at each, full where there are none; both in Base64 VLQ. */
export const STROKE = field.named('stroke', () => ({
  ...field.record({ ...WAY, path: field.packed(POINTS), pressures: field.optional(field.packed(PRESSURES)) }),
  earlier: { key: 'points', of: FIRST_STROKE },
}));
export type Stroke = TypeOf<typeof STROKE>;

/** A stroke as it is written today. */
export const upgradedStroke = (stroke: Stroke | FirstStroke): Stroke => {
  if (!('points' in stroke)) return stroke;
  const { points, pressures, ...others } = stroke;
  return { ...others, path: pathOf(points), ...(pressures ? { pressures: pressuresText(pressures) } : {}) };
};

/** Points, hundredths of a millimetre, moved. */
export const movedPoints = (points: readonly number[], motion: Motion): number[] => {
  const out: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = movedBy(motion, (points[i] as number) / STROKE_UNITS, (points[i + 1] as number) / STROKE_UNITS);
    out.push(Math.floor(x * STROKE_UNITS + 0.5), Math.floor(y * STROKE_UNITS + 0.5));
  }
  return out;
};

/** A brush's width, within what there is, mm. */
export const brushSize = (mm: number): number => Math.max(LEAST_BRUSH, Math.min(MOST_BRUSH, mm));

export const movedStrokes = (strokes: readonly Stroke[], motion: Motion): Stroke[] =>
  strokes.map((stroke) => ({
    ...stroke,
    size: brushSize(stroke.size * scaleOf(motion)),
    path: pathOf(movedPoints(pointsOf(stroke.path), motion)),
  }));
