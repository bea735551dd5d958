/**
 * What values of the sheet document may be. One description gives a value's TypeScript type, and from it are made the
 * server's checks, the JSON Schema in docs/, and the search for what a sheet refers to. Every shape has one row in each
 * of these; a missing row does not compile. Keys that a record does not name are kept as they come.
 */

/** What a value can point at: another pass, a wear or a sheet by its id, a picture or font by its file. */
export type Target = 'pass' | 'wear' | 'sheet' | 'picture' | 'font';

interface NumberShape {
  readonly shape: 'number';
  readonly min?: number;
  readonly max?: number;
  /** Not equal to `min`. */
  readonly above?: boolean;
  readonly whole?: boolean;
  readonly unit?: string;
}
interface TextShape {
  readonly shape: 'text';
  readonly least?: number;
  readonly most?: number;
  readonly pattern?: RegExp;
  /** What the pattern stands for, in words. */
  readonly says?: string;
  /** What this version knows; another value is kept, and named as unknown where it matters. */
  readonly known?: readonly string[];
  /** A name that people read: neither blank nor with characters that change how text runs. */
  readonly isName?: boolean;
}
interface ToggleShape {
  readonly shape: 'toggle';
}
interface ChoiceShape {
  readonly shape: 'choice';
  readonly options: readonly (string | null)[];
}
interface ListShape {
  readonly shape: 'list';
  readonly of: Field;
  readonly least?: number;
  readonly most?: number;
  /** What its items are, in words. */
  readonly says?: string;
  /** No two with the same value of this key. */
  readonly unique?: string;
}
interface TupleShape {
  readonly shape: 'tuple';
  readonly of: readonly Field[];
}
interface RecordShape {
  readonly shape: 'record';
  readonly fields: Fields;
  /** Just one of these keys is there. */
  readonly oneOf?: readonly [string, string];
}
interface EitherShape {
  readonly shape: 'either';
  readonly ways: readonly Field[];
}
/** Whole numbers, checked in one go: there may be hundreds of thousands. */
interface NumbersShape {
  readonly shape: 'numbers';
  readonly packing: Packing;
}
/** The same as text in Base64 VLQ. */
interface PackedShape {
  readonly shape: 'packed';
  readonly packing: Packing;
}
/** One of several kinds, told apart by `kind`; of another kind, it is kept as it comes. */
interface KindsShape {
  readonly shape: 'kinds';
  readonly kinds: Readonly<Record<string, Field>>;
}
/** What `of` describes where the value beside it under `key` is `is`; anything else otherwise. */
interface VersionedShape {
  readonly shape: 'versioned';
  readonly key: string;
  readonly is: number;
  readonly of: Field;
}
/** A description that others refer to by its name, so that a value may hold others like itself. */
interface NamedShape {
  readonly shape: 'named';
  readonly name: string;
  readonly of: () => Field;
}
/** Anything that JSON can hold under keys. */
interface OpenShape {
  readonly shape: 'open';
}

/** Numbers in groups of `apart` (2: x and y in turn), each from `min` to `max`. */
export interface Packing {
  readonly apart: 1 | 2;
  readonly min: number;
  readonly max: number;
  readonly says: string;
}

type Shape =
  | NumberShape
  | TextShape
  | ToggleShape
  | ChoiceShape
  | ListShape
  | TupleShape
  | RecordShape
  | EitherShape
  | NumbersShape
  | PackedShape
  | KindsShape
  | VersionedShape
  | NamedShape
  | OpenShape;
export type FieldShape = Shape['shape'];
export type FieldOf<N extends FieldShape> = Extract<Shape, { shape: N }>;

declare const VALUE: unique symbol;

/** A description of values of type T. */
export type Field<T = unknown> = Shape & {
  readonly optional?: boolean;
  readonly title?: string;
  readonly description?: string;
  /** What the value points at. */
  readonly refers?: Target;
  /** What is taken where a sheet says nothing. */
  readonly standard?: unknown;
  /** A rule beyond the shape: why a value will not do, or null. */
  fault?(this: void, value: T): string | null;
  /** What it was in earlier versions of the document, told by a key that it has no more. */
  readonly earlier?: { readonly key: string; readonly of: Field };
  readonly [VALUE]?: T;
};
/** A description of a record, whose fields can be reached. */
export type RecordField<F extends Fields> = Field<RecordOf<F>> & RecordShape & { readonly fields: F };
export type Optional<T> = Field<T> & { readonly optional: true };
// A function of a value takes only its own type: fields of all types are told apart by their shape alone.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Fields = Readonly<Record<string, Field<any>>>;

/** The type of what a field describes. */
export type TypeOf<F> = F extends { readonly [VALUE]?: infer T } ? Exclude<T, undefined> : never;
type IsOptional<F> = F extends { readonly optional: true } ? true : false;
/** The type of a record with these fields. */
export type RecordOf<F extends Fields> = {
  readonly [K in keyof F as IsOptional<F[K]> extends true ? never : K]: TypeOf<F[K]>;
} & {
  readonly [K in keyof F as IsOptional<F[K]> extends true ? K : never]?: TypeOf<F[K]>;
};

export const number = (how: Omit<NumberShape, 'shape'> = {}): Field<number> => ({ shape: 'number', ...how });
export const whole = (min: number, max?: number): Field<number> => number({ whole: true, min, ...(max === undefined ? {} : { max }) });
export const share = number({ min: 0, max: 1 });
export const text = (how: Omit<TextShape, 'shape'> = {}): Field<string> => ({ shape: 'text', ...how });
export const name = (most: number): Field<string> => text({ least: 1, most, isName: true });
export const toggle: Field<boolean> = { shape: 'toggle' };
export const choice = <const O extends readonly (string | null)[]>(...options: O): Field<O[number]> => ({ shape: 'choice', options });
export const list = <F extends Field>(of: F, how: Omit<ListShape, 'shape' | 'of'> = {}): Field<readonly TypeOf<F>[]> => ({
  shape: 'list',
  of,
  ...how,
});
export const pair = <A, B>(first: Field<A>, second: Field<B>): Field<readonly [A, B]> => ({
  shape: 'tuple',
  of: [first, second],
});
export const record = <F extends Fields>(fields: F, how: Pick<RecordShape, 'oneOf'> = {}): RecordField<F> => ({
  shape: 'record',
  fields,
  ...how,
});
export const either = <const F extends readonly Field[]>(...ways: F): Field<TypeOf<F[number]>> => ({ shape: 'either', ways });
export const numbers = (packing: Packing): Field<readonly number[]> => ({ shape: 'numbers', packing });
export const packed = (packing: Packing): Field<string> => ({ shape: 'packed', packing });
export const kinds = <T>(of: Readonly<Record<string, Field>>): Field<T> => ({ shape: 'kinds', kinds: of });
export const versioned = <T>(key: string, is: number, of: Field<T>): Field<T> => ({ shape: 'versioned', key, is, of: of as Field });
export const named = <T>(of: string, make: () => Field<T>): Field<T> => {
  let made: Field<T> | null = null;
  return { shape: 'named', name: of, of: () => (made ??= make()) };
};
export const open: Field<Readonly<Record<string, unknown>>> = { shape: 'open' };
export const optional = <T>(field: Field<T>): Optional<T> => ({ ...field, optional: true });
/** An id of something else, or the file of it. */
export const referring = <F extends Field>(to: Target, field: F): F => ({ ...field, refers: to });
