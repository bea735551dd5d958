import { textBounds } from '../units/stroke-path';
import * as field from './fields';
import type { Field } from './fields';
import {
  BEND_STROKE,
  BEND_WAYS,
  COLOUR_REF,
  DRAWN,
  fontRef,
  ID,
  MOST_BENDS,
  MOST_SEED,
  PICTURE_REF,
  POINT,
  RAMP_STOP,
  SEED,
  type BendStroke,
  type ColourRef,
  type FontRef,
  type PictureRef,
  type SheetPoint,
  type RampStop,
} from './values';

/**
 * The closed list of dial types. A dial says its title, its default, what more of it means, and checks a value:
 * the value made canonical, or why it will not do. Everything else that has a form for each type (forms, schemas,
 * documentation) is a table with one row a type.
 */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: string };

interface DialBase<T> {
  readonly title: string;
  readonly default: T;
  readonly more?: string;
  /** One of those that are seldom turned: shown when asked for. */
  readonly further?: boolean;
  /** The dial is shown only while `dial`, another dial of the same step, equals `is` (or differs from `isNot`). */
  readonly shownWhen?: { readonly dial: string } & (
    { readonly is: string | boolean } | { readonly isNot: string | number | readonly string[] }
  );
  readonly check: (value: unknown) => Checked<T>;
  /** What its values are in the sheet document. */
  readonly field: Field<T>;
}

interface Ranged {
  readonly min: number;
  readonly max: number;
}

export interface ShareDial extends DialBase<number>, Ranged {
  readonly type: 'share';
}
export interface LengthDial extends DialBase<number>, Ranged {
  readonly type: 'length';
  readonly unit: 'mm';
  /** Its scale is drawn by square roots, so that small lengths have room beside very large ones. */
  readonly wide?: boolean;
  /** Shown in typographic points while another dial has this value. */
  readonly pointsWhen?: { readonly dial: string; readonly is: string };
}
export interface AngleDial extends DialBase<number>, Ranged {
  readonly type: 'angle';
  readonly unit: '°';
}
export interface FrequencyDial extends DialBase<number>, Ranged {
  readonly type: 'frequency';
  readonly unit: 'lpi';
}
/** A plain number with a unit of its own, such as photographic stops. */
export interface NumberDial extends DialBase<number>, Ranged {
  readonly type: 'number';
  readonly unit: string;
  readonly step: number;
}
/** Where chance begins: another seed, another of the same sort. A whole number from 0. */
export interface SeedDial extends DialBase<number> {
  readonly type: 'seed';
}
export interface TextDial extends DialBase<string> {
  readonly type: 'text';
}
export interface FontDial extends DialBase<FontRef> {
  readonly type: 'font';
  /** The families that ship with the program. */
  readonly families: readonly string[];
}
/** Colours along a line, in order of their place. */
export interface RampDial extends DialBase<readonly RampStop[]> {
  readonly type: 'ramp';
}
export interface ChoiceDial<T extends string> extends DialBase<T> {
  readonly type: 'choice';
  readonly options: readonly T[];
  /** Options that are looked at rather than read: each is a dot shape. */
  readonly looks?: 'dot shape';
}
export interface ToggleDial extends DialBase<boolean> {
  readonly type: 'toggle';
}
/** An ink or colour; null is the sheet's first ink. */
export interface ColourDial extends DialBase<ColourRef | null> {
  readonly type: 'colour';
}

/** An earlier pass, by its id; null for none yet. */
export interface PassDial extends DialBase<string | null> {
  readonly type: 'pass';
}
/** A picture of the job; null for none yet. */
export interface PictureDial extends DialBase<PictureRef | null> {
  readonly type: 'picture';
}

/** A place on the sheet, mm; or an arrow: how far to the right and down. */
export interface PointDial extends DialBase<SheetPoint | null> {
  readonly type: 'point';
  readonly arrow?: boolean;
  /** Where a place that is null lies, in shares of the sheet's sides (of the pass's box, where `inPass`); its middle where it is not said. */
  readonly unset?: readonly [number, number];
  readonly inPass?: boolean;
}

/** Where a point lies, mm; `box` is that in which it lies to begin with. */
export const pointOn = (
  value: SheetPoint | null,
  { unset: [u, v] = [0.5, 0.5] }: Pick<PointDial, 'unset'>,
  box: { readonly x?: number; readonly y?: number; readonly width: number; readonly height: number },
): SheetPoint => value ?? { x: (box.x ?? 0) + u * box.width, y: (box.y ?? 0) + v * box.height };

/** Strokes on the table that bend what lies under them, in their order. */
export interface BendsDial extends DialBase<readonly BendStroke[]> {
  readonly type: 'bends';
}

/** Places on the sheet, or a line drawn on it by hand: points in hundredths of a mm as text (`units/stroke-path`); none is ''. */
export interface DrawnDial extends DialBase<string> {
  readonly type: 'drawn';
  readonly as: 'places' | 'line';
}

export type CurvePoint = readonly [number, number];
export interface CurvePreset {
  readonly name: string;
  readonly points: readonly CurvePoint[];
}
/** Handles of a curve, in order: over tone (0 … 1 both ways) or round the hue circle (degrees; −1 … 1). */
export interface CurveDial extends DialBase<readonly CurvePoint[]> {
  readonly type: 'curve';
  readonly domain: 'tone' | 'hue';
  readonly presets: readonly CurvePreset[];
}

export type AnyDial =
  | ShareDial
  | LengthDial
  | AngleDial
  | FrequencyDial
  | NumberDial
  | SeedDial
  | TextDial
  | FontDial
  | RampDial
  | ChoiceDial<string>
  | ToggleDial
  | ColourDial
  | PassDial
  | PictureDial
  | PointDial
  | BendsDial
  | DrawnDial
  | CurveDial;
/** Dials by the names of their values. */
export type Dials = Readonly<Record<string, AnyDial>>;
export type ParamsOf<D> = {
  readonly [K in keyof D]: D[K] extends { check: (value: unknown) => Checked<infer T> } ? T : never;
};
export type DialType = AnyDial['type'];
export type DialOf<T extends DialType> = Extract<AnyDial, { type: T }>;

const within =
  (title: string, { min, max }: Ranged, unit: string, scale = 1): ((value: unknown) => Checked<number>) =>
  (value) =>
    typeof value === 'number' && value >= min && value <= max
      ? { ok: true, value }
      : {
          ok: false,
          why: `${title} is ${JSON.stringify(value)}; it goes from ${min * scale} to ${max * scale} ${unit}`.trim(),
        };

const ranged = ({ min, max }: Ranged, unit: string): Field<number> => ({ ...field.number({ min, max }), description: unit });

const inOrder = (values: readonly number[], strictly: boolean): boolean =>
  values.every((value, i) => i === 0 || value > (values[i - 1] as number) || (!strictly && value === values[i - 1]));

/** True while a dial is to be shown beside the others' values. */
export const isShown = ({ shownWhen }: Pick<AnyDial, 'shownWhen'>, values: Readonly<Record<string, unknown>>): boolean => {
  if (!shownWhen) return true;
  const value = values[shownWhen.dial];
  if ('is' in shownWhen) return value === shownWhen.is;
  return Array.isArray(shownWhen.isNot) ? !shownWhen.isNot.includes(value) : value !== shownWhen.isNot;
};

type Given<D extends { default: unknown }> = Omit<D, 'type' | 'check' | 'field' | 'unit'>;

export const share = (d: Omit<Given<ShareDial>, keyof Ranged> & Partial<Ranged>): ShareDial => {
  const range = { min: d.min ?? 0, max: d.max ?? 1 };
  return { type: 'share', ...d, ...range, check: within(d.title, range, '(1 is 100 %)'), field: ranged(range, 'share, 1 = 100 %') };
};
export const length = (d: Given<LengthDial>): LengthDial => ({
  type: 'length',
  unit: 'mm',
  ...d,
  check: within(d.title, d, 'mm'),
  field: ranged(d, 'mm'),
});
export const angle = (d: Given<AngleDial>): AngleDial => ({
  type: 'angle',
  unit: '°',
  ...d,
  check: within(d.title, d, 'degrees'),
  field: ranged(d, 'degrees, counter-clockwise'),
});
export const frequency = (d: Given<FrequencyDial>): FrequencyDial => ({
  type: 'frequency',
  unit: 'lpi',
  ...d,
  check: within(d.title, d, 'lines per inch'),
  field: ranged(d, 'lines per inch'),
});
export const number = (d: Given<NumberDial> & Pick<NumberDial, 'unit'>): NumberDial => ({
  type: 'number',
  ...d,
  check: within(d.title, d, d.unit),
  field: ranged(d, d.unit),
});
export const seed = (d: Given<SeedDial>): SeedDial => ({
  type: 'seed',
  ...d,
  check: (value) =>
    Number.isInteger(value) && (value as number) >= 0 && (value as number) <= MOST_SEED
      ? { ok: true, value: value as number }
      : { ok: false, why: `${d.title} is a whole number from 0 to ${MOST_SEED}` },
  field: SEED,
});
export const MOST_TEXT = 4000;
export const text = (d: Given<TextDial>): TextDial => ({
  type: 'text',
  ...d,
  check: (value) =>
    typeof value === 'string' && value.length <= MOST_TEXT
      ? { ok: true, value }
      : { ok: false, why: `${d.title} is text of at most ${MOST_TEXT} characters` },
  field: field.text({ most: MOST_TEXT }),
});
export const font = (d: Given<FontDial>): FontDial => ({
  type: 'font',
  ...d,
  check: (value) => {
    const ref = value as { family?: unknown; sha256?: unknown; name?: unknown; path?: unknown } | null;
    if (ref && typeof ref.family === 'string' && ref.family !== '') return { ok: true, value: { family: ref.family } };
    if (ref && typeof ref.sha256 === 'string' && /^[0-9a-f]{64}$/.test(ref.sha256) && typeof ref.name === 'string') {
      const own = { sha256: ref.sha256, name: ref.name };
      return { ok: true, value: typeof ref.path === 'string' ? { ...own, path: ref.path } : own };
    }
    return { ok: false, why: `${d.title} is a family that ships with the program, or a font by its SHA-256 and name` };
  },
  field: fontRef(d.families),
});
export const MOST_STOPS = 12;
export const ramp = (d: Given<RampDial>): RampDial => {
  const isShare = (v: unknown): boolean => typeof v === 'number' && v >= 0 && v <= 1;
  return {
    type: 'ramp',
    ...d,
    check: (value) => {
      const stops = value as readonly RampStop[];
      const fine =
        Array.isArray(value) &&
        value.length >= 2 &&
        value.length <= MOST_STOPS &&
        stops.every((s, i) => isShare(s?.at) && isShare(s.strength) && (i === 0 || s.at >= (stops[i - 1] as RampStop).at)) &&
        stops.every((s) => s.colour && ('ink' in s.colour || /^#[0-9a-f]{6}$/i.test(s.colour.srgb)));
      return fine
        ? { ok: true, value: stops }
        : { ok: false, why: `${d.title} is a list of 2 to ${MOST_STOPS} colours { at, colour, strength } in order of their place` };
    },
    field: {
      ...field.list(RAMP_STOP, { least: 2, most: MOST_STOPS, says: 'colours' }),
      fault: (stops) =>
        inOrder(
          stops.map(({ at }) => at),
          false,
        )
          ? null
          : `${d.title} has its colours in order of their place`,
    },
  };
};
export const choice = <const O extends readonly string[]>(
  d: Omit<Given<ChoiceDial<O[number]>>, 'options' | 'default'> & { options: O; default: NoInfer<O[number]> },
): ChoiceDial<O[number]> => ({
  type: 'choice',
  ...d,
  check: (value) =>
    (d.options as readonly unknown[]).includes(value)
      ? { ok: true, value: value as O[number] }
      : { ok: false, why: `${d.title} is ${JSON.stringify(value)}; it is one of ${d.options.join(', ')}` },
  field: field.choice(...d.options),
});
export const toggle = (d: Given<ToggleDial>): ToggleDial => ({
  type: 'toggle',
  ...d,
  check: (value) => (typeof value === 'boolean' ? { ok: true, value } : { ok: false, why: `${d.title} is true or false` }),
  field: field.toggle,
});
export const colour = (d: Given<ColourDial>): ColourDial => ({
  type: 'colour',
  ...d,
  check: (value) => {
    const ref = value as { ink?: unknown; srgb?: unknown } | null;
    if (ref === null) return { ok: true, value: null };
    if (typeof ref === 'object' && typeof ref.ink === 'string') return { ok: true, value: { ink: ref.ink } };
    if (typeof ref === 'object' && typeof ref.srgb === 'string' && /^#[0-9a-f]{6}$/i.test(ref.srgb)) {
      return { ok: true, value: { srgb: ref.srgb } };
    }
    return { ok: false, why: `${d.title} is an ink of the sheet, a colour as #rrggbb, or null for the first ink` };
  },
  field: field.either(field.choice(null), COLOUR_REF),
});
export const pass = (d: Given<PassDial>): PassDial => ({
  type: 'pass',
  ...d,
  check: (value) =>
    value === null || (typeof value === 'string' && value !== '')
      ? { ok: true, value }
      : { ok: false, why: `${d.title} is the id of a pass that prints earlier, or null for none` },
  field: field.either(field.choice(null), field.referring('pass', ID)),
});
export const picture = (d: Given<PictureDial>): PictureDial => ({
  type: 'picture',
  ...d,
  check: (value) => {
    const ref = value as { sha256?: unknown } | null;
    return ref === null || (typeof ref === 'object' && typeof ref.sha256 === 'string' && /^[0-9a-f]{64}$/.test(ref.sha256))
      ? { ok: true, value: ref as PictureRef | null }
      : { ok: false, why: `${d.title} is a picture of the job by its SHA-256, or null for none` };
  },
  field: field.either(field.choice(null), PICTURE_REF),
});
export const point = (d: Given<PointDial>): PointDial => ({
  type: 'point',
  ...d,
  check: (value) => {
    const { x, y } = (value ?? {}) as { x?: unknown; y?: unknown };
    const isSide = (side: unknown): boolean => typeof side === 'number' && Math.abs(side) <= 10_000;
    if ((value === null && !d.arrow) || (isSide(x) && isSide(y))) return { ok: true, value: value as SheetPoint | null };
    return { ok: false, why: `${d.title} is { x, y } in mm, each within ± 10000${d.arrow ? '' : ', or null for its place to begin with'}` };
  },
  field: d.arrow ? POINT : field.either(field.choice(null), POINT),
});
export const bends = (d: Given<BendsDial>): BendsDial => ({
  type: 'bends',
  ...d,
  check: (value) => {
    const isStroke = (stroke: Partial<BendStroke> | null): boolean =>
      BEND_WAYS.some((way) => way === stroke?.way) &&
      typeof stroke?.size === 'number' &&
      typeof stroke.strength === 'number' &&
      typeof stroke.path === 'string';
    return Array.isArray(value) && value.length <= MOST_BENDS && value.every(isStroke)
      ? { ok: true, value: value as readonly BendStroke[] }
      : { ok: false, why: `${d.title} is a list of at most ${MOST_BENDS} strokes { way, size, strength, path }` };
  },
  field: field.list(BEND_STROKE, { most: MOST_BENDS, says: 'strokes' }),
});
/** Most points of what is drawn. */
export const MOST_DRAWN = 2000;
export const drawn = (d: Given<DrawnDial>): DrawnDial => ({
  type: 'drawn',
  ...d,
  check: (value) => {
    const why = `${d.title} is at most ${MOST_DRAWN} points, x and y in turn in hundredths of a mm, in Base64 VLQ`;
    if (typeof value !== 'string') return { ok: false, why };
    try {
      const { count } = textBounds(value, 2);
      return count % 2 === 0 && count <= 2 * MOST_DRAWN ? { ok: true, value } : { ok: false, why };
    } catch {
      return { ok: false, why };
    }
  },
  field: DRAWN,
});
/** Most handles of a curve. */
export const MOST_HANDLES = 24;
export const curve = (d: Given<CurveDial>): CurveDial => {
  const [maxX, minY] = d.domain === 'hue' ? [360, -1] : [1, 0];
  const good = (p: unknown): p is CurvePoint =>
    Array.isArray(p) && p.length === 2 && p[0] >= 0 && p[0] <= maxX && p[1] >= minY && p[1] <= 1;
  return {
    type: 'curve',
    ...d,
    check: (value) => {
      const points = value as readonly CurvePoint[];
      const fine =
        Array.isArray(value) &&
        value.length <= MOST_HANDLES &&
        value.every(good) &&
        points.every((p, i) => i === 0 || p[0] > (points[i - 1] as CurvePoint)[0]);
      return fine
        ? { ok: true, value: points }
        : {
            ok: false,
            why: `${d.title} is a list of at most ${MOST_HANDLES} handles [x, y] in order of x, x in 0 … ${maxX}, y in ${minY} … 1`,
          };
    },
    field: {
      ...field.list(field.pair(field.number({ min: 0, max: maxX }), field.number({ min: minY, max: 1 })), {
        most: MOST_HANDLES,
        says: 'handles',
      }),
      description: d.domain === 'hue' ? 'handles [degrees, −1 … 1] in order' : 'handles [tone, tone], 0 … 1, in order',
      fault: (points) =>
        inOrder(
          points.map(([x]) => x),
          true,
        )
          ? null
          : `${d.title} has its handles in order of x`,
    },
  };
};

/** All dials at their defaults. */
export const defaultParams = ({ dials }: { readonly dials: Dials }): Record<string, unknown> =>
  Object.fromEntries(Object.entries(dials).map(([name, dial]) => [name, dial.default]));

/** The fields of a record that has dials among its values. */
export const dialFields = <D extends Dials>(dials: D): { readonly [K in keyof D]: Field<ParamsOf<D>[K]> } =>
  Object.fromEntries(
    Object.entries(dials).map(([name, dial]) => [name, { ...dial.field, title: dial.title, standard: dial.default }]),
  ) as unknown as { readonly [K in keyof D]: Field<ParamsOf<D>[K]> };
