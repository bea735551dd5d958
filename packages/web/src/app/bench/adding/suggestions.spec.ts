import { emptySheet, findPass, INKS, type Sheet } from '@uvrant/core';
import { ASSET, ORDER, posterOf } from '../../../testing/sheets';
import { additionsAt, type Addition } from './additions';
import { suggestionsFor } from './suggestions';

const words = (sheet: Sheet): readonly string[] => suggestionsFor(sheet, [ASSET]).map((each) => each.words);
const taken = (sheet: Sheet): Sheet => {
  const [first] = suggestionsFor(sheet, [ASSET]);
  return first ? first.addition.add(sheet, first.at).sheet : sheet;
};

test('by the order of the work a poster is made of what is suggested first, until nothing is left to suggest', () => {
  let sheet: Sheet = emptySheet(ORDER);
  const offered: string[] = [];
  for (let i = 0; i < 8 && words(sheet).length > 0; i++) {
    offered.push(words(sheet)[0]!);
    sheet = taken(sheet);
  }
  expect(offered).toEqual(['ridge.jpg', 'Fine dots', 'Ink spread', 'Lettering knocked out', 'Torn frame', 'Crumpled']);
  expect(words(sheet)).toEqual([]);
  expect(sheet.passes.map(({ name }) => name)).toEqual(['Flare ground', 'ridge', 'Lettering', 'Rough frame', 'Overall']);
  expect(sheet.passes[1]?.lay).toEqual({ mode: 'normal', strength: 1 });
  expect(sheet.passes[1]?.steps.map(({ kind }) => kind)).toEqual(['grey-response', 'levels', 'screen', 'ink-spread']);
});

test('an ink lighter than the ground beneath carries the lights', () => {
  const chalk = INKS.find(({ id }) => id === 'chalk')!;
  const way = (sheet: Sheet): unknown => {
    const { id } = sheet.passes.at(-1)!;
    const addition = additionsAt(sheet, { pass: id, step: null }, [ASSET], []).find((each) => each.id === 'way-lines') as Addition;
    const added = addition.add(sheet, { pass: id, step: null });
    return findPass(added.sheet, id)?.steps.at(-1)?.params['carries'];
  };
  const bare = { ...posterOf({ ground: null, ink: chalk }, 3), edges: 'hard' as const };
  expect(way({ ...bare, stock: { name: 'Black garment', colour: '#141315' } })).toBe('lights');
  expect(way({ ...bare, inks: [INKS[0]!] })).toBe('darks');
});

test('a step at the sheet’s head treats the whole print: in an overall pass at its end, the one that is there or a new one', () => {
  const head = { pass: null, step: null };
  const warm = (sheet: Sheet): Sheet => {
    const addition = additionsAt(sheet, head, [ASSET], []).find((each) => each.id === 'whole-step-warmth') as Addition;
    return addition.add(sheet, head).sheet;
  };
  const once = warm(posterOf());
  expect(once.passes.at(-1)).toMatchObject({ source: { kind: 'overall' }, steps: [{ kind: 'warmth' }] });
  const twice = warm(once);
  expect(twice.passes).toHaveLength(once.passes.length);
  expect(twice.passes.at(-1)?.steps).toHaveLength(2);
});
