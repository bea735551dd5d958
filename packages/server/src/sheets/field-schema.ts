import { textBounds, type Field, type FieldOf, type FieldShape, type Packing } from '@uvrant/core';
import Joi from 'joi';
import { plainName } from '../validation';

/** Descriptions met so far, by name; null while one is being made. */
interface Named {
  readonly schemas: Map<string, Joi.Schema | null>;
  /** Those that hold others like themselves. */
  readonly within: Set<string>;
  /** Kinds that are described; null for all. */
  readonly kinds: ReadonlySet<string> | null;
}

const numberSchema = ({ min, max, above, whole }: FieldOf<'number'>): Joi.Schema => {
  let schema = whole ? Joi.number().integer() : Joi.number();
  if (min !== undefined) schema = above ? schema.greater(min) : schema.min(min);
  return max === undefined ? schema : schema.max(max);
};

const textSchema = ({ least, most, pattern, says, isName }: FieldOf<'text'>): Joi.Schema => {
  if (isName && most !== undefined) return plainName(most);
  let schema = least ? Joi.string().min(least) : Joi.string().allow('');
  if (most !== undefined) schema = schema.max(most);
  return pattern ? schema.pattern(pattern, says ?? pattern.source) : schema;
};

const paired = (count: number, { apart, says }: Packing): void => {
  if (count % apart !== 0) throw new Error(`an x stands without its y: give ${says.replace(/,.*/, '')}`);
};

/** Whole numbers in a range, checked in one go. */
const numbersSchema = ({ packing }: FieldOf<'numbers'>): Joi.Schema =>
  Joi.array().custom((value: unknown[]) => {
    const { min, max } = packing;
    const at = value.findIndex((each) => !Number.isInteger(each) || (each as number) < min || (each as number) > max);
    if (at >= 0) throw new Error(`number ${at + 1} is ${JSON.stringify(value[at])}; it is a whole number from ${min} to ${max}`);
    paired(value.length, packing);
    return value;
  });

/** The same as text. */
const packedSchema = ({ packing }: FieldOf<'packed'>): Joi.Schema =>
  Joi.string()
    .allow('')
    .custom((value: string) => {
      const { apart, min, max } = packing;
      const { count, least, most } = textBounds(value, apart);
      if (count > 0 && (least < min || most > max))
        throw new Error(`its numbers go from ${least} to ${most}; they are from ${min} to ${max}`);
      paired(count, packing);
      return value;
    });

const listSchema = ({ of, least = 0, most, says = 'items', unique }: FieldOf<'list'>, named: Named): Joi.Schema => {
  let schema = Joi.array().items(schemaOf(of, named));
  if (least > 0) schema = schema.min(least);
  if (most !== undefined) {
    const words = `{{#label}} holds ${least > 0 ? `${least} to` : 'at most'} ${most} ${says}`;
    schema = schema.max(most).messages({ 'array.min': words, 'array.max': words });
  }
  return unique === undefined ? schema : schema.unique(unique);
};

const keysOf = ({ fields }: FieldOf<'record'>, named: Named): Record<string, Joi.Schema> =>
  Object.fromEntries(
    Object.entries(fields).map(([key, of]) => {
      const schema = schemaOf(of, named);
      return [key, of.optional ? schema.optional() : schema.required()];
    }),
  );

const recordSchema = (shape: FieldOf<'record'>, named: Named): Joi.ObjectSchema => {
  const schema = Joi.object(keysOf(shape, named)).unknown();
  return shape.oneOf ? schema.xor(...shape.oneOf) : schema;
};

/** The schema of a kind, or of anything else with that kind's name: what is unknown is kept as it came. */
const kindsSchema = ({ kinds }: FieldOf<'kinds'>, named: Named): Joi.Schema => {
  const otherwise = Joi.object({ kind: Joi.string().required() }).unknown();
  const described = Object.entries(kinds).filter(([kind]) => named.kinds?.has(kind) ?? true);
  if (described.length === 0) return otherwise;
  return Joi.alternatives().conditional('.kind', {
    switch: described.map(([kind, of]) => ({ is: kind, then: schemaOf(of, named) })),
    otherwise,
  });
};

/** How each shape is checked. One row a shape; a missing row does not compile. */
const SHAPES: { readonly [N in FieldShape]: (shape: FieldOf<N>, named: Named) => Joi.Schema } = {
  number: numberSchema,
  text: textSchema,
  toggle: () => Joi.boolean(),
  choice: ({ options }) => Joi.valid(...options),
  list: listSchema,
  tuple: ({ of }, named) =>
    Joi.array()
      .ordered(...of.map((each) => schemaOf(each, named).required()))
      .length(of.length),
  record: recordSchema,
  either: ({ ways }, named) => Joi.alternatives(...ways.map((way) => schemaOf(way, named))),
  numbers: numbersSchema,
  packed: packedSchema,
  kinds: kindsSchema,
  versioned: ({ key, is, of }, named) => Joi.when(key, { is, then: schemaOf(of, named), otherwise: Joi.object().unknown() }),
  named: ({ name, of }, named) => {
    const known = named.schemas.get(name);
    if (known) return known;
    if (known === null) {
      named.within.add(name);
      return Joi.link(`#${name}`);
    }
    named.schemas.set(name, null);
    const schema = schemaOf(of(), named);
    named.schemas.set(name, schema);
    return schema;
  },
  open: () => Joi.object().unknown(),
};

const schemaOf = (field: Field, named: Named): Joi.Schema => {
  const own = (SHAPES[field.shape] as (shape: Field, named: Named) => Joi.Schema)(field, named);
  const { fault, earlier } = field;
  const ruled = fault
    ? own.custom((value: unknown) => {
        const why = fault(value);
        if (why) throw new Error(why);
        return value;
      })
    : own;
  if (!earlier) return ruled;
  return Joi.alternatives().conditional(`.${earlier.key}`, { is: Joi.exist(), then: schemaOf(earlier.of, named), otherwise: ruled });
};

/**
 * The check of a described document. Keys that it does not name are kept. To check one document, those of its kinds (`kindsIn`) are
 * enough, and sooner made than all.
 */
export const documentSchema = (field: Field, kinds: ReadonlySet<string> | null = null): Joi.Schema => {
  const named: Named = { schemas: new Map(), within: new Set(), kinds };
  const schema = schemaOf(field, named);
  const links = [...named.within].map((name) => (named.schemas.get(name) as Joi.Schema).id(name));
  return links.reduce((whole, link) => whole.shared(link), schema);
};

/** The kinds that a document names anywhere. */
export const kindsIn = (document: unknown): ReadonlySet<string> => {
  const found = new Set<string>();
  const left = [document];
  while (left.length > 0) {
    const value = left.pop();
    if (typeof value !== 'object' || value === null) continue;
    if ('kind' in value && typeof value.kind === 'string') found.add(value.kind);
    for (const each of Object.values(value)) left.push(each);
  }
  return found;
};
