import { boxAt, findPass, freshPass, freshSource, wholeSheet, type Pass, type Sheet } from '@uvrant/core';
import { posterOf } from '../../../testing/sheets';
import { aligned, arrangedOf, sameSize, spread } from './arranging';
import { around, type Box } from './placing-box';

const passOf = (id: string, x: number, y: number, width: number, height: number): Pass =>
  freshPass(id, id, freshSource('shape'), boxAt(x, y, width, height));
const sheetOf = (...passes: Pass[]): Sheet => ({ ...posterOf(), passes });
const boxOf = ({ placement }: Pass): Box => placement;
const at = (sheet: Sheet, id: string) => (findPass(sheet, id) as Pass).placement;

const three = [passOf('a', 20, 30, 20, 10), passOf('b', 100, 40, 40, 20), passOf('c', 70, 90, 10, 10)];

test('sides come to lie on those of the box round all, or of the sheet', () => {
  const things = arrangedOf(three, boxOf);
  const all = around(three.map(boxOf)) as Box;
  const left = aligned(sheetOf(...three), things, 'left', all);
  expect(three.map(({ id }) => at(left, id).x - at(left, id).width / 2)).toEqual([10, 10, 10]);
  const bottom = aligned(sheetOf(...three), things, 'bottom', all);
  expect(three.map(({ id }) => at(bottom, id).y + at(bottom, id).height / 2)).toEqual([95, 95, 95]);
  const sheet = sheetOf(...three);
  const middle = aligned(sheet, things, 'centre', { ...wholeSheet(sheet.size) });
  expect(three.map(({ id }) => at(middle, id).x)).toEqual([228.6, 228.6, 228.6].map((x) => expect.closeTo(x, 9) as number));
  // Nothing else moves.
  expect(three.map(({ id }) => at(middle, id).y)).toEqual([30, 40, 90]);
});

test('gaps are made alike between the outermost', () => {
  const even = spread(sheetOf(...three), arrangedOf(three, boxOf), 'x');
  // From 10 to 120 mm there are 70 mm of things: two gaps of 20.
  expect(three.map(({ id }) => at(even, id).x)).toEqual([20, 100, 55]);
  expect(spread(sheetOf(...three), arrangedOf(three.slice(0, 2), boxOf), 'x')).toEqual(sheetOf(...three));
});

test('all are made as wide as the first, in their own proportions, where they are', () => {
  const same = sameSize(sheetOf(...three), arrangedOf(three, boxOf), 'width');
  expect(three.map(({ id }) => [at(same, id).width, at(same, id).height, at(same, id).x])).toEqual([
    [20, 10, 20],
    [20, 10, 100],
    [20, 20, 70],
  ]);
});

test('a group is one thing; a locked pass and one that lies nowhere stay', () => {
  const [a, b, c] = three as [Pass, Pass, Pass];
  const group = freshPass('g', 'g', { kind: 'group', passes: [a, b] }, wholeSheet(posterOf().size));
  const overall = freshPass('o', 'o', { kind: 'overall' }, wholeSheet(posterOf().size));
  const locked = { ...passOf('l', 5, 5, 2, 2), locked: true };
  const sheet = sheetOf(group, c, overall, locked);
  const things = arrangedOf([group, c, overall, locked], boxOf);
  expect(things.map(({ passes }) => passes.map(({ id }) => id))).toEqual([['a', 'b'], ['c']]);
  const top = aligned(sheet, things, 'top', wholeSheet(sheet.size));
  // The group is 25 mm down: what is in it keeps its distances.
  expect([at(top, 'a').y, at(top, 'b').y, at(top, 'c').y]).toEqual([5, 15, 5]);
  expect(at(top, 'l')).toEqual(locked.placement);
});
