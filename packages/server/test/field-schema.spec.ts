import { field, type Field } from '@uvrant/core';
import { documentSchema } from '../src/sheets/field-schema';

/** Why a value will not do, or null. */
const why = (of: Field, value: unknown): string | null =>
  documentSchema(field.record({ it: of })).validate({ it: value }, { convert: false }).error?.message ?? null;

describe('a described value', () => {
  test.each<[string, Field, unknown[], unknown[]]>([
    ['a number in a range', field.number({ min: 0, max: 2 }), [0, 2, 0.5], [-0.1, 2.1, '1', null]],
    ['a number above its least', field.number({ min: 0, above: true }), [0.01], [0]],
    ['a whole number', field.whole(1, 3), [1, 3], [1.5, 0, 4]],
    ['text of a length', field.text({ least: 1, most: 3 }), ['a', 'abc'], ['', 'abcd', 1]],
    ['text by a pattern', field.text({ pattern: /^#[0-9a-f]{6}$/, says: 'a colour' }), ['#00ff00'], ['green', '#00ff0']],
    ['what is known, and what is not', field.text({ known: ['multiply'] }), ['multiply', 'of a later version'], [3]],
    ['a choice, null among it', field.choice('art', null), ['art', null], ['sheet', 0]],
    [
      'a list of so many',
      field.list(field.share, { least: 2, most: 3 }),
      [
        [0, 1],
        [0, 1, 1],
      ],
      [[0], [0, 0, 0, 0], [0, 2]],
    ],
    [
      'a list without doubles',
      field.list(field.record({ id: field.text() }), { unique: 'id' }),
      [[{ id: 'a' }, { id: 'b' }]],
      [[{ id: 'a' }, { id: 'a' }]],
    ],
    ['a pair', field.pair(field.share, field.text()), [[1, 'a']], [[1], ['a', 1], [1, 'a', 2]]],
    [
      'either of two',
      field.either(field.record({ ink: field.text() }), field.record({ srgb: field.text() })),
      [{ ink: 'a' }, { srgb: 'b' }],
      [{}, { ink: 1 }],
    ],
    [
      'just one of two',
      field.record({ a: field.optional(field.share), b: field.optional(field.share) }, { oneOf: ['a', 'b'] }),
      [{ a: 1 }, { b: 0 }],
      [{}, { a: 1, b: 1 }],
    ],
    [
      'points, x and y in turn',
      field.numbers({ apart: 2, min: -9, max: 9, says: 'x and y in turn' }),
      [[], [1, -9]],
      [[1], [1, 10], [1.5, 2]],
    ],
    ['the same as text', field.packed({ apart: 2, min: -9, max: 9, says: 'x and y in turn' }), ['', 'CD'], ['C', 'C!', 'oBA']],
  ])('%s', (_, of, good, bad) => {
    for (const value of good) expect([value, why(of, value)]).toEqual([value, null]);
    for (const value of bad) expect([value, why(of, value)]).toEqual([value, expect.any(String)]);
  });

  test('may be missing only where that is said, and keeps keys that are not named', () => {
    const of = documentSchema(field.record({ a: field.share, b: field.optional(field.share) }));
    expect(of.validate({ a: 1, later: [1] }).value).toEqual({ a: 1, later: [1] });
    expect(of.validate({ b: 1 }).error?.message).toContain('"a" is required');
  });

  test('says where a rule beyond its shape is broken', () => {
    const rising: Field = { ...field.list(field.share), fault: (values) => ((values as number[])[0] === 0 ? null : 'it begins with 0') };
    expect([why(rising, [0, 1]), why(rising, [1])]).toEqual([null, expect.stringContaining('it begins with 0')]);
  });

  test('of a kind is checked by its kind, of another kept as it came', () => {
    const of = field.kinds({ dot: field.record({ size: field.share }) });
    expect(why(of, { kind: 'dot', size: 1 })).toBeNull();
    expect(why(of, { kind: 'dot', size: 2 })).toContain('size');
    expect(why(of, { kind: 'comet', size: 'vast' })).toBeNull();
    expect(why(of, { size: 1 })).toContain('kind');
  });

  test('of another version is not looked into', () => {
    const of = documentSchema(
      field.record({ version: field.whole(1), params: field.versioned('version', 2, field.record({ size: field.share })) }),
    );
    expect(of.validate({ version: 2, params: { size: 3 } }).error).toBeDefined();
    expect(of.validate({ version: 1, params: { width: 3 } }).error).toBeUndefined();
  });

  test('may hold others like itself, to any depth', () => {
    interface Tree {
      readonly name: string;
      readonly in: readonly Tree[];
    }
    const tree: Field<Tree> = field.named(
      'tree',
      () => field.record({ name: field.text({ least: 1 }), in: field.list(tree) }) as Field<Tree>,
    );
    const nested = (name: string): Tree => ({ name: 'a', in: [{ name: 'b', in: [{ name, in: [] }] }] });
    const schema = documentSchema(field.record({ it: tree }));
    expect(schema.validate({ it: nested('c') }).error).toBeUndefined();
    expect(schema.validate({ it: nested('') }).error?.message).toContain('it.in[0].in[0].name');
  });
});
