import fc from 'fast-check';
import {
  alone,
  boxAt,
  copiedPass,
  cornersOf,
  findPass,
  groupPasses,
  insertPass,
  insertStep,
  momentsOf,
  movePass,
  ownSize,
  passesOf,
  peeled,
  placeOf,
  referenceFault,
  removePasses,
  removeStep,
  shiftPass,
  shiftStep,
  ungroupPass,
  withinBox,
  type Pass,
  type Sheet,
} from '../src';
import { flat, graphOf, pass, picture, rasterOf, sheet, step } from './support/sheets';

const order = (of: Sheet): string => {
  const said = (passes: readonly Pass[]): string =>
    passes.map((each) => (each.source.kind === 'group' ? `${each.id}(${said(each.source.passes)})` : each.id)).join(' ');
  return said(of.passes);
};
const plain = (id: string, more: Partial<Pass> = {}): Pass => pass(id, flat('#000000'), more);
const of = sheet([plain('a'), pass('g', { kind: 'group', passes: [plain('b'), plain('c')] }), plain('d')]);

test('passes move past each other, into a group and out at its ends', () => {
  expect(order(shiftPass(of, 'd', -1))).toBe('a d g(b c)');
  expect(order(shiftPass(of, 'c', 1))).toBe('a g(b) c d');
  expect(order(shiftPass(of, 'b', -1))).toBe('a b g(c) d');
  expect(order(shiftPass(of, 'a', -1))).toBe('a g(b c) d');
  expect(order(movePass(of, 'd', { group: 'g', after: null }))).toBe('a g(d b c)');
  expect(order(movePass(of, 'g', { group: 'g', after: 'b' }))).toBe('a g(b c) d');
  expect(order(insertPass(of, plain('e'), { group: 'g', after: 'b' }))).toBe('a g(b e c) d');
  expect(order(removePasses(of, ['b', 'd']))).toBe('a g(c)');
});

test('passes of one group become a group where the last of them stood, and come out again', () => {
  const grouped = groupPasses(of, ['a', 'd'], pass('h', { kind: 'group', passes: [] })) as Sheet;
  expect(order(grouped)).toBe('g(b c) h(a d)');
  expect(order(ungroupPass(grouped, 'h'))).toBe('g(b c) a d');
  expect(groupPasses(of, ['a', 'b'], pass('h', { kind: 'group', passes: [] }))).toBeNull();
});

test('any moves lose nothing and print nothing twice', () => {
  const ids = ['a', 'g', 'b', 'c', 'd'];
  const move = fc.record({ id: fc.constantFrom(...ids), group: fc.constantFrom(null, 'g'), after: fc.constantFrom(null, ...ids) });
  fc.assert(
    fc.property(fc.array(move, { maxLength: 12 }), (moves) => {
      const end = moves.reduce((each, { id, group, after }) => movePass(each, id, { group, after }), of);
      return (
        [...passesOf(end.passes)]
          .map(({ id }) => id)
          .sort()
          .join() === [...ids].sort().join()
      );
    }),
    { numRuns: 200, seed: 3 },
  );
});

test('a copy has ids of its own; what it says of itself goes along, the rest stays', () => {
  const group = pass('g', {
    kind: 'group',
    passes: [
      plain('b'),
      plain('c', { lay: { mode: 'multiply', strength: 1, within: 'b' } }),
      plain('x', { lay: { mode: 'normal', strength: 1, within: 'a' } }),
    ],
  });
  let n = 0;
  const copy = copiedPass(group, () => `n${++n}`);
  const [, b, c, x] = [...passesOf([copy])];
  expect([copy.id, b?.id, c?.lay.within, x?.lay.within]).toEqual(['n1', 'n2', 'n2', 'a']);
});

test('steps come, go and change places', () => {
  const one = sheet([plain('a', { steps: [step('levels'), step('curve')] })]);
  const kinds = (each: Sheet): string[] => findPass(each, 'a')?.steps.map(({ kind }) => kind) ?? [];
  expect(kinds(insertStep(one, 'a', step('blur'), 'levels-1'))).toEqual(['levels', 'blur', 'curve']);
  expect(kinds(insertStep(one, 'a', step('blur'), null))).toEqual(['blur', 'levels', 'curve']);
  expect(kinds(shiftStep(one, 'a', 'levels-1', 1))).toEqual(['curve', 'levels']);
  expect(kinds(shiftStep(one, 'a', 'levels-1', -1))).toEqual(['levels', 'curve']);
  expect(kinds(removeStep(one, 'a', 'levels-1'))).toEqual(['curve']);
});

describe('references', () => {
  const reader = plain('r', { lay: { mode: 'normal', strength: 1, within: 'a' } });
  test('are in order where what is read prints before; a group after what is in it', () => {
    expect(referenceFault(sheet([plain('a'), reader]))).toBeNull();
    expect(
      referenceFault(sheet([pass('g', { kind: 'group', passes: [plain('a')] }, { lay: { mode: 'normal', strength: 1, within: 'a' } })])),
    ).toBeNull();
  });
  test('are named where an edit would break them', () => {
    expect(referenceFault(sheet([reader, plain('a')]))).toBe('“r” lies within “a”, which would not be printed before it');
    expect(referenceFault(sheet([reader]))).toBe('“r” lies within a pass that would no longer be on the sheet');
  });
});

describe('moments', () => {
  const art = pass('art', picture('ramp'), { steps: [step('invert'), step('screen', { lpi: 8 })] });
  const all = sheet([plain('ground', { lay: { mode: 'normal', strength: 0.5 } }), art, plain('top', { placement: boxAt(20, 25, 5, 5) })]);
  const bits = (each: Sheet): Int16Array => rasterOf(graphOf(each).root, { x: 40, y: 50, width: 60, height: 70 }).data;

  test('read down the ticket, a group’s steps after what is in it', () => {
    const grouped = sheet([pass('g', { kind: 'group', passes: [plain('b')] }, { steps: [step('invert')] })]);
    expect(momentsOf(grouped).map(({ pass: id, step: of }) => of ?? id)).toEqual([null, 'g', 'b', 'invert-1']);
  });

  test('the sheet at a moment is the sheet without what comes later', () => {
    expect(bits(peeled(all, { pass: null, step: null })).every((v) => v === 0)).toBe(true);
    expect(bits(peeled(all, { pass: 'ground', step: null }))).toEqual(bits(sheet([all.passes[0] as Pass])));
    const halfway = sheet([all.passes[0] as Pass, { ...art, steps: [art.steps[0]!] }]);
    expect(bits(peeled(all, { pass: 'art', step: 'invert-1' }))).toEqual(bits(halfway));
    expect(bits(peeled(all, { pass: 'top', step: null }))).toEqual(bits(all));
  });

  test('one pass alone prints as if nothing else did, in its group too', () => {
    const knocked: Pass = { ...art, lay: { mode: 'knock-out', strength: 1 } };
    const inGroup = sheet([plain('ground'), pass('g', { kind: 'group', passes: [knocked, plain('x')] })]);
    expect(bits(alone(inGroup, 'art'))).toEqual(bits(sheet([art])));
  });
});

test('a picture at its own resolution; a turned box’s corners and places in it', () => {
  // 552 × 697 px at 72 ppi is 7.667 × 9.681 in (common practice of the trade).
  const own = ownSize({ width: 400, height: 500 }, { width: 552, height: 697 }, 72);
  expect([own.width / 25.4, own.height / 25.4]).toEqual([expect.closeTo(7.667, 3), expect.closeTo(9.681, 3)]);
  const turned = { ...boxAt(100, 100, 40, 20), turn: 90 };
  // A quarter counter-clockwise: the top left corner goes to the bottom left.
  expect(cornersOf(turned)[0]).toEqual([expect.closeTo(90, 9), expect.closeTo(120, 9)]);
  expect(withinBox(turned, 90, 120)).toEqual([expect.closeTo(-20, 9), expect.closeTo(-10, 9)]);
  expect(placeOf(of, 'c')).toEqual({ group: 'g', after: 'b' });
});
