import { BLEND_MODES } from '../blend/modes';
import { MOST_TIMES, type Mask, type Wear } from '../sheet/model';
import type { Dials } from '../steps/declare';
import { MOST_SEED, MOST_STOPS, MOST_TEXT, type AnyDial, type DialOf, type DialType } from '../steps/dials';
import { SURFACES } from '../surface/surfaces';
import { SHIPPED_FONTS } from '../type/fonts';
import { BRUSH_DIALS, MASK_DIALS, MASKS, WEAR_DIALS } from './masks';
import { SOURCES } from './sources';
import { STEPS } from './steps';

type Json = Readonly<Record<string, unknown>>;

const number =
  (unit: string) =>
  ({ min, max }: { readonly min: number; readonly max: number }): Json => ({
    type: 'number',
    minimum: min,
    maximum: max,
    description: unit,
  });
const hex = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };
const object = (properties: Json, required = Object.keys(properties)): Json => ({ type: 'object', properties, required });
const list = (items: Json): Json => ({ type: 'array', items });
const oneOf = (...options: string[]): Json => ({ enum: options });
const reference = (name: string): Json => ({ $ref: `#/$defs/${name}` });

const share = { type: 'number', minimum: 0, maximum: 1 };
const sha256 = { type: 'string', pattern: '^[0-9a-f]{64}$' };
const ownFont = object({ sha256, name: { type: 'string' }, path: { type: 'string' } }, ['sha256', 'name']);

/** One row a dial type; a missing row does not compile. */
const DIALS: { readonly [T in DialType]: (dial: DialOf<T>) => Json } = {
  share: number('share, 1 = 100 %'),
  length: number('mm'),
  angle: number('degrees, counter-clockwise'),
  frequency: number('lines per inch'),
  choice: ({ options }) => oneOf(...options),
  number: (dial) => number(dial.unit)(dial),
  seed: () => ({ type: 'integer', minimum: 0, maximum: MOST_SEED }),
  text: () => ({ type: 'string', maxLength: MOST_TEXT }),
  font: () => ({ oneOf: [object({ family: oneOf(...SHIPPED_FONTS.map(({ family }) => family)) }), ownFont] }),
  ramp: () => ({ ...list(object({ at: share, colour: reference('colour'), strength: share })), minItems: 2, maxItems: MOST_STOPS }),
  toggle: () => ({ type: 'boolean' }),
  colour: () => ({ oneOf: [{ type: 'null' }, reference('colour')] }),
  curve: ({ domain }) => ({
    ...list({ type: 'array', prefixItems: [{ type: 'number' }, { type: 'number' }], minItems: 2, maxItems: 2 }),
    maxItems: 24,
    description: domain === 'hue' ? 'handles [degrees, −1 … 1] in order' : 'handles [tone, tone], 0 … 1, in order',
  }),
};
const dialSchema = (dial: AnyDial): Json => ({
  title: dial.title,
  ...(DIALS[dial.type] as (dial: AnyDial) => Json)(dial),
  default: dial.default,
});

const millimetres = { type: 'number', exclusiveMinimum: 0, maximum: 5000 };

const dialsSchema = (dials: Dials): [string, Json][] => Object.entries(dials).map(([name, dial]) => [name, dialSchema(dial)]);

const sourceVariants = SOURCES.map(({ kind, title, purpose, dials }) => {
  const picture = kind === 'frame' ? { picture: reference('picture') } : {};
  const named = Object.fromEntries(dialsSchema(dials));
  return { title, description: purpose, ...object({ kind: { const: kind }, ...named, ...picture }, ['kind', ...Object.keys(dials)]) };
});

const seedNumber = { type: 'integer', minimum: 0, maximum: MOST_SEED };
const vlq = {
  type: 'string',
  pattern: '^[A-Za-z0-9+/]*$',
  description: 'whole numbers in Base64 VLQ (ECMA-426), each as its difference from the one before (of x and y: the x or y before)',
};
const hundredths = { ...list({ type: 'integer' }), description: 'x and y in turn, in hundredths of a millimetre' };
/** What each kind of mask holds besides its dials. */
const MASK_PARTS: Readonly<Record<Mask['kind'], Json>> = {
  picture: {
    of: { oneOf: [object({ pass: { type: 'string' } }), object({ picture: reference('picture'), placement: reference('placement') })] },
  },
  painted: { strokes: list(reference('stroke')) },
  'cut-out': { outline: oneOf('polygon', 'rectangle', 'ellipse'), points: hundredths, widened: list(reference('stroke')) },
  pick: { samples: list(object({ x: { type: 'number' }, y: { type: 'number' }, colour: hex })) },
};

/** What each kind of wear holds. */
const WEARS: Readonly<Record<Wear['kind'], Json>> = {
  texture: object(
    {
      name: { type: 'string' },
      on: { type: 'boolean' },
      home: reference('placement'),
      picture: reference('picture'),
      surface: object({ name: oneOf(...SURFACES.map(({ name }) => name)), seed: seedNumber }),
      placement: reference('placement'),
      share,
      cut: { type: 'number', minimum: -1, maximum: 2 },
      takes: oneOf('darks', 'lights'),
      masks: list(reference('mask')),
      guards: list(object({ pass: { type: 'string' }, most: share, ease: share })),
      ...Object.fromEntries(dialsSchema(WEAR_DIALS)),
    },
    ['name', 'on', 'placement', 'share', 'cut', 'takes', 'masks', 'guards', ...Object.keys(WEAR_DIALS)],
  ),
  shared: object({
    on: { type: 'boolean' },
    of: { type: 'string' },
    turn: { type: 'number', minimum: -360, maximum: 360 },
    x: { type: 'number' },
    y: { type: 'number' },
  }),
};

const stepVariants = STEPS.map((step) => ({
  if: object({ kind: { const: step.kind }, version: { const: step.version } }),
  then: object({
    params: object(Object.fromEntries(dialsSchema(step.dials))),
  }),
}));

/** JSON Schema (2020-12) of a sheet document. Keys that it does not name are kept. */
export const sheetJsonSchema = (): Json => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Uvrant sheet',
  ...object({
    format: { const: 'uvrant-sheet' },
    version: { type: 'integer', minimum: 1 },
    name: { type: 'string', minLength: 1, maxLength: 120 },
    size: object({ width: millimetres, height: millimetres }),
    ppi: { type: 'integer', minimum: 36, maximum: 2400 },
    edges: oneOf('smooth', 'hard'),
    stock: object({ name: { type: 'string' }, colour: hex }),
    inks: list(object({ id: { type: 'string' }, name: { type: 'string' }, colour: hex })),
    passes: { ...list(reference('pass')), maxItems: 200 },
  }),
  $defs: {
    colour: { oneOf: [object({ ink: { type: 'string' } }), object({ srgb: hex })] },
    picture: object({ sha256, path: { type: 'string' } }, ['sha256']),
    placement: object({
      x: { type: 'number' },
      y: { type: 'number' },
      width: millimetres,
      height: millimetres,
      turn: { type: 'number', minimum: -360, maximum: 360 },
      flipX: { type: 'boolean' },
      flipY: { type: 'boolean' },
      fit: oneOf('fill', 'whole', 'free'),
      beyond: oneOf('nothing', 'hold', 'repeat', 'mirror'),
    }),
    stroke: object(
      {
        ...Object.fromEntries(dialsSchema(BRUSH_DIALS)),
        erases: { type: 'boolean' },
        seed: seedNumber,
        path: vlq,
        pressures: vlq,
      },
      ['tip', 'size', 'softness', 'strength', 'erases', 'seed', 'path'],
    ),
    mask: {
      ...object(
        {
          id: { type: 'string' },
          kind: { type: 'string' },
          on: { type: 'boolean' },
          invert: { type: 'boolean' },
          home: reference('placement'),
          ...Object.fromEntries(dialsSchema(MASK_DIALS)),
        },
        ['kind'],
      ),
      allOf: MASKS.map(({ kind, dials }) => ({
        if: object({ kind: { const: kind } }),
        then: object({ ...MASK_PARTS[kind], ...Object.fromEntries(dialsSchema(dials)) }),
      })),
    },
    wear: {
      ...object({ id: { type: 'string' }, kind: { type: 'string' } }),
      allOf: Object.entries(WEARS).map(([kind, then]) => ({ if: object({ kind: { const: kind } }), then })),
    },
    step: {
      ...object({
        id: { type: 'string' },
        kind: { type: 'string' },
        version: { type: 'integer', minimum: 1 },
        on: { type: 'boolean' },
        amount: share,
        params: { type: 'object' },
        masks: list(reference('mask')),
        zones: list(object({ id: { type: 'string' }, masks: list(reference('mask')), params: { type: 'object' } })),
      }),
      allOf: stepVariants,
    },
    pass: object(
      {
        id: { type: 'string' },
        name: { type: 'string', minLength: 1, maxLength: 120 },
        on: { type: 'boolean' },
        source: {
          oneOf: [
            object({ kind: { const: 'picture' }, picture: reference('picture') }),
            ...sourceVariants,
            object({ kind: { const: 'group' }, passes: list(reference('pass')) }),
            object({ kind: { const: 'sheet' }, sheet: object({ id: { type: 'string' }, path: { type: 'string' } }, ['id']) }),
            object({ kind: { const: 'overall' } }),
          ],
        },
        placement: reference('placement'),
        steps: list(reference('step')),
        masks: list(reference('mask')),
        wear: list(reference('wear')),
        edges: oneOf('smooth', 'hard'),
        lay: object(
          {
            mode: oneOf(...BLEND_MODES.map(({ name }) => name)),
            strength: share,
            times: { type: 'integer', minimum: 1, maximum: MOST_TIMES },
            within: { type: 'string' },
          },
          ['mode', 'strength'],
        ),
      },
      ['id', 'name', 'on', 'source', 'placement', 'steps', 'masks', 'wear', 'lay'],
    ),
  },
});
