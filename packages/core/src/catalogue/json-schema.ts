import type { Field, FieldShape, FieldOf } from '../fields/fields';
import { SHEET } from './document';

type Json = Readonly<Record<string, unknown>>;
/** Named descriptions met so far; null while one is being written. */
type Named = Map<string, Json | null>;

const object = (fields: Readonly<Record<string, Field>>, named: Named): Json => ({
  type: 'object',
  properties: Object.fromEntries(Object.entries(fields).map(([key, of]) => [key, schemaOf(of, named)])),
  required: Object.entries(fields).flatMap(([key, { optional }]) => (optional ? [] : [key])),
});

/** What a record holds where another of its values is that of a version. */
const versions = (fields: Readonly<Record<string, Field>>, named: Named): Json => {
  const rules = Object.entries(fields).flatMap(([name, of]) =>
    of.shape === 'versioned'
      ? [{ if: { properties: { [of.key]: { const: of.is } } }, then: { properties: { [name]: schemaOf(of.of, named) } } }]
      : [],
  );
  return rules.length > 0 ? { allOf: rules } : {};
};

/** How each shape is written. One row a shape; a missing row does not compile. */
const SHAPES: { readonly [N in FieldShape]: (shape: FieldOf<N>, named: Named) => Json } = {
  number: ({ min, max, above, whole }) => ({
    type: whole ? 'integer' : 'number',
    ...(min === undefined ? {} : { [above ? 'exclusiveMinimum' : 'minimum']: min }),
    ...(max === undefined ? {} : { maximum: max }),
  }),
  text: ({ least, most, pattern, known }) => ({
    type: 'string',
    ...(least === undefined ? {} : { minLength: least }),
    ...(most === undefined ? {} : { maxLength: most }),
    ...(pattern ? { pattern: pattern.source } : {}),
    ...(known ? { enum: known } : {}),
  }),
  toggle: () => ({ type: 'boolean' }),
  choice: ({ options }) => (options.length === 1 ? { const: options[0] } : { enum: options }),
  list: ({ of, least, most }, named) => ({
    type: 'array',
    items: schemaOf(of, named),
    ...(least === undefined ? {} : { minItems: least }),
    ...(most === undefined ? {} : { maxItems: most }),
  }),
  tuple: ({ of }, named) => ({
    type: 'array',
    prefixItems: of.map((each) => schemaOf(each, named)),
    minItems: of.length,
    maxItems: of.length,
  }),
  record: ({ fields, oneOf }, named) => ({
    ...object(fields, named),
    ...(oneOf ? { oneOf: oneOf.map((key) => ({ required: [key] })) } : {}),
    ...versions(fields, named),
  }),
  either: ({ ways }, named) => ({ oneOf: ways.map((way) => schemaOf(way, named)) }),
  numbers: ({ packing }) => ({
    type: 'array',
    items: { type: 'integer', minimum: packing.min, maximum: packing.max },
    description: packing.says,
  }),
  packed: ({ packing }) => ({
    type: 'string',
    pattern: '^[A-Za-z0-9+/]*$',
    description:
      `${packing.says}: whole numbers in Base64 VLQ (ECMA-426), each as its difference from the one before` +
      (packing.apart === 2 ? ' (of x and y: the x or y before)' : ''),
  }),
  kinds: ({ kinds }, named) => ({
    type: 'object',
    properties: { kind: { type: 'string' } },
    required: ['kind'],
    allOf: Object.entries(kinds).map(([kind, of]) => ({
      if: { properties: { kind: { const: kind } } },
      then: schemaOf(of, named),
    })),
  }),
  versioned: () => ({ type: 'object' }),
  named: ({ name, of }, named) => {
    if (!named.has(name)) {
      named.set(name, null);
      named.set(name, schemaOf(of(), named));
    }
    return { $ref: `#/$defs/${name}` };
  },
  open: () => ({ type: 'object' }),
};

const schemaOf = (field: Field, named: Named): Json => ({
  ...(field.title === undefined ? {} : { title: field.title }),
  ...(SHAPES[field.shape] as (shape: Field, named: Named) => Json)(field, named),
  ...(field.description === undefined ? {} : { description: field.description }),
  ...(field.standard === undefined ? {} : { default: field.standard }),
});

/** JSON Schema (2020-12) of a sheet document. Keys that it does not name are kept. */
export const sheetJsonSchema = (): Json => {
  const named: Named = new Map();
  const sheet = schemaOf(SHEET, named);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Uvrant sheet',
    ...sheet,
    $defs: Object.fromEntries(named),
  };
};
