import Joi from 'joi';
import {
  BRUSH_DIALS,
  MASK_DIALS,
  MASKS,
  MOST_SEED,
  MOST_TIMES,
  passesOf,
  SHEET_FORMAT,
  SHEET_VERSION,
  SOURCES,
  STEPS,
  textBounds,
  upgradedSheet,
  WEAR_DIALS,
  type AnyDial,
  type AnyStep,
  type Checked,
  type Dials,
  type DialOf,
  type DialType,
  type Mask,
  type Sheet,
  type Wear,
} from '@uvrant/core';
import { AppError } from '../errors';
import { plainName } from '../validation';

const hex = Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'a colour as #rrggbb');
const id = Joi.string().min(1).max(80);
const share = Joi.number().min(0).max(1);
/** Most characters of a sheet's, pass's or wear's name. */
export const LONGEST_NAME = 120;
const millimetres = Joi.number().greater(0).max(5000);

const ranged = ({ min, max }: { readonly min: number; readonly max: number }): Joi.Schema => Joi.number().min(min).max(max);

/** What a dial checks by itself, in a shape that Joi can name. */
const byCheck =
  (shape: Joi.Schema) =>
  (dial: { readonly check: (value: unknown) => Checked<unknown> }): Joi.Schema =>
    shape.custom((value: unknown) => {
      const checked = dial.check(value);
      if (!checked.ok) throw new Error(checked.why);
      return value;
    });

/** One row a dial type; a missing row does not compile. */
const DIALS: { readonly [T in DialType]: (dial: DialOf<T>) => Joi.Schema } = {
  share: ranged,
  length: ranged,
  angle: ranged,
  frequency: ranged,
  choice: ({ options }) => Joi.string().valid(...options),
  number: ranged,
  seed: byCheck(Joi.number().integer()),
  text: byCheck(Joi.string().allow('')),
  font: byCheck(Joi.object().unknown()),
  ramp: byCheck(Joi.array().items(Joi.object().unknown())),
  toggle: () => Joi.boolean(),
  colour: () => Joi.alternatives(Joi.object({ ink: id.required() }), Joi.object({ srgb: hex.required() })).allow(null),
  curve: byCheck(Joi.array().items(Joi.array().ordered(Joi.number().required(), Joi.number().required()).length(2))),
};
const dialSchema = (dial: AnyDial): Joi.Schema => (DIALS[dial.type] as (dial: AnyDial) => Joi.Schema)(dial).required();

/** Where something lies, mm: it may hang over the sheet's edge, but not lie metres away, nor be too small to be seen. */
const place = Joi.number().min(-10_000).max(10_000);
const extent = Joi.number().min(0.01).max(20_000);
const placement = Joi.object({
  x: place.required(),
  y: place.required(),
  width: extent.required(),
  height: extent.required(),
  turn: Joi.number().min(-360).max(360).required(),
  flipX: Joi.boolean().required(),
  flipY: Joi.boolean().required(),
  fit: Joi.string().valid('fill', 'whole', 'free').required(),
  beyond: Joi.string().valid('nothing', 'hold', 'repeat', 'mirror').required(),
}).unknown();

const picture = Joi.object({
  sha256: Joi.string()
    .pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')
    .required(),
  path: Joi.string(),
}).unknown();

/** The schema of a kind, or of anything else with that kind's name: what is unknown is kept as it came. */
const byKind = (known: Readonly<Record<string, Joi.Schema>>): Joi.Schema =>
  Joi.alternatives().conditional('.kind', {
    switch: Object.entries(known).map(([kind, then]) => ({ is: kind, then })),
    otherwise: Joi.object({ kind: Joi.string().required() }).unknown(),
  });

const dialled = (dials: Dials): Record<string, Joi.Schema> =>
  Object.fromEntries(Object.entries(dials).map(([name, dial]) => [name, dialSchema(dial)]));

const seed = Joi.number().integer().min(0).max(MOST_SEED);
/** Whole numbers in a range, checked in one go: a painted mask holds hundreds of thousands. */
const integers = (min: number, max: number): Joi.ArraySchema =>
  Joi.array().custom((value: unknown[]) => {
    const at = value.findIndex((each) => !Number.isInteger(each) || (each as number) < min || (each as number) > max);
    if (at >= 0) throw new Error(`number ${at + 1} is ${JSON.stringify(value[at])}; it is a whole number from ${min} to ${max}`);
    return value;
  });
/** Hundredths of a millimetre: ten metres either way. */
const FARTHEST = 1_000_000;
/** x and y in turn. */
const points = integers(-FARTHEST, FARTHEST).custom((value: unknown[]) => {
  if (value.length % 2 === 1) throw new Error('an x stands without its y: give points as x and y in turn');
  return value;
});

/** Numbers as text, each of them in a range: a hand's strokes hold hundreds of thousands. */
const numbersText = (apart: 1 | 2, from: number, to: number): Joi.StringSchema =>
  Joi.string()
    .allow('')
    .custom((value: string) => {
      const { count, least, most } = textBounds(value, apart);
      if (count > 0 && (least < from || most > to))
        throw new Error(`its numbers go from ${least} to ${most}; they are from ${from} to ${to}`);
      if (count % apart === 1) throw new Error('an x stands without its y: give points as x and y in turn');
      return value;
    });

/** Strokes of version 1 have lists of points and pressures. */
const strokes = Joi.array().items(
  Joi.object({
    ...dialled(BRUSH_DIALS),
    erases: Joi.boolean().required(),
    seed: seed.required(),
    path: numbersText(2, -FARTHEST, FARTHEST),
    points,
    pressures: Joi.when('path', { is: Joi.exist(), then: numbersText(1, 0, 100), otherwise: integers(0, 100) }),
  })
    .xor('path', 'points')
    .unknown(),
);

const optional = (schemas: Readonly<Record<string, Joi.Schema>>): Record<string, Joi.Schema> =>
  Object.fromEntries(Object.entries(schemas).map(([name, schema]) => [name, schema.optional()]));

/** Sheets from before masks had edges and could be joined do not say these. */
const { invert, anchor, ...later } = dialled(MASK_DIALS);
const maskBase = {
  id: id.required(),
  kind: Joi.string().required(),
  on: Joi.boolean().required(),
  invert,
  anchor,
  ...optional(later),
  home: placement,
};

/** What each kind of mask holds besides its dials; a missing row does not compile. */
const MASK_PARTS: Readonly<Record<Mask['kind'], Record<string, Joi.Schema>>> = {
  picture: {
    of: Joi.alternatives(
      Joi.object({ pass: id.required() }).unknown(),
      Joi.object({ picture: picture.required(), placement: placement.required() }).unknown(),
    ).required(),
  },
  painted: { strokes: strokes.required() },
  'cut-out': {
    outline: Joi.string().valid('polygon', 'rectangle', 'ellipse').required(),
    points: points.required(),
    widened: strokes.required(),
  },
  pick: {
    samples: Joi.array()
      .items(Joi.object({ x: Joi.number().required(), y: Joi.number().required(), colour: hex.required() }).unknown())
      .required(),
  },
};
const masks = Joi.array().items(
  byKind(
    Object.fromEntries(
      MASKS.map(({ kind, dials }) => [kind, Joi.object({ ...maskBase, ...dialled(dials), ...MASK_PARTS[kind] }).unknown()]),
    ),
  ),
);

/** One row a kind of wear; a missing row does not compile. */
const WEARS: Readonly<Record<Wear['kind'], Record<string, Joi.Schema>>> = {
  texture: {
    name: plainName(LONGEST_NAME).required(),
    home: placement,
    picture,
    surface: Joi.object({ name: Joi.string().max(80).required(), seed: seed.required() }).unknown(),
    placement: placement.required(),
    share: share.required(),
    cut: Joi.number().min(-1).max(2).required(),
    takes: Joi.string().valid('darks', 'lights').required(),
    masks: masks.required(),
    guards: Joi.array()
      .items(Joi.object({ pass: id.required(), most: share.required(), ease: share.required() }).unknown())
      .required(),
    ...dialled(WEAR_DIALS),
  },
  shared: { of: id.required(), turn: Joi.number().min(-360).max(360).required(), x: Joi.number().required(), y: Joi.number().required() },
};
const plainly = (schema: Joi.ObjectSchema): Joi.ObjectSchema => schema;
const oneTexture = (schema: Joi.ObjectSchema): Joi.ObjectSchema => schema.xor('picture', 'surface');
const wearBase = { id: id.required(), kind: Joi.string().required(), on: Joi.boolean().required() };
const wear = byKind(
  Object.fromEntries(
    Object.entries(WEARS).map(([kind, own]) => [
      kind,
      (kind === 'texture' ? oneTexture : plainly)(Joi.object({ ...wearBase, ...own }).unknown()),
    ]),
  ),
);

const stepBase = {
  id: id.required(),
  version: Joi.number().integer().min(1).required(),
  on: Joi.boolean().required(),
  amount: share.required(),
  masks: masks.required(),
  zones: Joi.array()
    .items(Joi.object({ id: id.required(), masks: masks.required(), params: Joi.object().unknown().required() }).unknown())
    .required(),
};

const stepSchema = (declaration: AnyStep): Joi.Schema => {
  const params = Joi.object(dialled(declaration.dials)).unknown();
  return Joi.object({
    ...stepBase,
    kind: Joi.string().required(),
    // Another version's params are that version's business.
    params: Joi.when('version', { is: declaration.version, then: params.required(), otherwise: Joi.object().unknown().required() }),
  }).unknown();
};

const step = byKind(Object.fromEntries(STEPS.map((declaration) => [declaration.kind, stepSchema(declaration)])));

const dialledSources = Object.fromEntries(
  SOURCES.map(({ kind, dials }) => [
    kind,
    Joi.object({ kind: Joi.string().required(), ...dialled(dials), ...(kind === 'frame' ? { picture } : {}) }).unknown(),
  ]),
);

const pass = Joi.object({
  id: id.required(),
  name: plainName(LONGEST_NAME).required(),
  on: Joi.boolean().required(),
  source: byKind({
    picture: Joi.object({ kind: 'picture', picture: picture.required() }).unknown(),
    ...dialledSources,
    sheet: Joi.object({ kind: 'sheet', sheet: Joi.object({ id: id.required(), path: Joi.string() }).unknown().required() }).unknown(),
    group: Joi.object({ kind: 'group', passes: Joi.array().items(Joi.link('#pass')).required() }).unknown(),
    overall: Joi.object({ kind: 'overall' }).unknown(),
  }).required(),
  placement: placement.required(),
  steps: Joi.array().items(step).required(),
  masks: masks.required(),
  wear: Joi.array().items(wear).required(),
  edges: Joi.string().valid('smooth', 'hard'),
  lay: Joi.object({
    mode: Joi.string().required(),
    strength: share.required(),
    times: Joi.number().integer().min(1).max(MOST_TIMES),
    within: id,
  })
    .unknown()
    .required(),
})
  .unknown()
  .id('pass');

/** A sheet document. Keys it does not know are kept. */
export const sheetSchema = Joi.object({
  format: Joi.string().valid(SHEET_FORMAT).required(),
  version: Joi.number().integer().min(1).required(),
  name: plainName(LONGEST_NAME).required(),
  size: Joi.object({ width: millimetres.required(), height: millimetres.required() }).unknown().required(),
  ppi: Joi.number().integer().min(36).max(2400).required(),
  edges: Joi.string().valid('smooth', 'hard').required(),
  stock: Joi.object({ name: Joi.string().required(), colour: hex.required() }).unknown().required(),
  inks: Joi.array()
    .items(Joi.object({ id: id.required(), name: plainName(60).required(), colour: hex.required() }).unknown())
    .unique('id')
    .required(),
  passes: Joi.array().items(pass).required(),
})
  .unknown()
  .shared(pass);

/** Largest side of a rendering, pixels. */
export const MOST_PIXELS_ASIDE = 40_000;

/** Passes of a sheet, those in groups counted too. */
const MOST_PASSES = 200;

const validated = (document: unknown): Joi.ValidationResult => {
  try {
    return sheetSchema.validate(document, { convert: false, allowUnknown: true });
  } catch (error) {
    // Groups in groups without end are more than the checks can follow.
    if (error instanceof RangeError) throw new AppError('bad-sheet', 'Its groups are nested too deep: put fewer groups into groups.');
    throw error;
  }
};

/** @throws AppError `bad-sheet` */
const validSheet = (document: unknown): Sheet => {
  const result = validated(document);
  if (result.error) throw new AppError('bad-sheet', `This is no sheet Uvrant can read: ${result.error.message}.`);
  return result.value as Sheet;
};

/**
 * A sheet out of parsed JSON, its steps brought to today's versions.
 * @throws AppError `bad-sheet` naming the place and what would be right.
 */
export const checkedSheet = (document: unknown): Sheet => {
  const written = validSheet(document);
  const upgraded = upgradedSheet(written);
  // The params of an older version are checked as what they become.
  const sheet = upgraded === written ? written : validSheet(upgraded);
  if (sheet.version > SHEET_VERSION) {
    throw new AppError(
      'bad-sheet',
      `The sheet is of version ${sheet.version}; this Uvrant reads up to ${SHEET_VERSION}. Open it with a newer one.`,
    );
  }
  const passes = [...passesOf(sheet.passes)].length;
  if (passes > MOST_PASSES)
    throw new AppError('bad-sheet', `The sheet has ${passes} passes, those in groups counted; at most ${MOST_PASSES}.`);
  const longest = (Math.max(sheet.size.width, sheet.size.height) * sheet.ppi) / 25.4;
  if (longest > MOST_PIXELS_ASIDE) {
    throw new AppError(
      'bad-sheet',
      `The sheet would be ${Math.round(longest)} px long; at most ${MOST_PIXELS_ASIDE} px: lower its ppi or its size.`,
    );
  }
  return sheet;
};
