import { join } from 'node:path';
import {
  boxAt,
  changeInWords,
  freshPass,
  freshSource,
  freshStep,
  freshWear,
  groupPasses,
  insertPass,
  movePass,
  removePasses,
  withPass,
  withStep,
  type Pass,
  type Sheet,
} from '../src';
import { demoSheet } from './support/demo';

const poster = demoSheet(join(__dirname, '../../..'), '1-poster');
const said = (change: (sheet: Sheet) => Sheet, from = poster): string => changeInWords(from, structuredClone(change(from)));
const on = (id: string, change: (pass: Pass) => Pass, from = poster): string => said((sheet) => withPass(sheet, id, change), from);

test('a dial is named by its step and itself', () => {
  expect(said((sheet) => withStep(sheet, 'picture', 'ink-spread', (step) => ({ ...step, params: { ...step.params, spread: 0.3 } })))).toBe(
    'Ink spread: spread',
  );
  expect(said((sheet) => withStep(sheet, 'picture', 'ink-spread', (step) => ({ ...step, amount: 0.3 })))).toBe('Ink spread: amount');
  expect(said((sheet) => withStep(sheet, 'picture', 'ink-spread', (step) => ({ ...step, on: false })))).toBe('Ink spread switched off');
});

test('what happens to a pass is named by the pass', () => {
  const { name } = poster.passes.find(({ id }) => id === 'title') as Pass;
  expect(on('title', (pass) => ({ ...pass, placement: { ...pass.placement, x: 1 } }))).toBe(`${name}: place`);
  expect(on('title', (pass) => ({ ...pass, on: false }))).toBe(`${name} switched off`);
  expect(on('title', (pass) => ({ ...pass, lay: { ...pass.lay, strength: 0.4 } }))).toBe(`${name}: lay`);
  expect(on('title', (pass) => ({ ...pass, source: freshSource('type', { text: 'Other' }) }))).toBe(`${name}: what it prints`);
  expect(on('title', (pass) => ({ ...pass, steps: [...pass.steps, freshStep('blur', {}, 'b')] }))).toMatch(/^.*[Bb]lur.* added$/);
  const wear = freshWear('w', 'Dust', { surface: { name: 'concrete rubbing', seed: 1 } }, boxAt(1, 1, 2, 2));
  expect(on('title', (pass) => ({ ...pass, wear: [wear] }))).toBe('Wear “Dust” added');
  const worn = withPass(poster, 'title', (pass) => ({ ...pass, wear: [wear] }));
  expect(on('title', (pass) => ({ ...pass, wear: [{ ...wear, cut: 0.3, share: 0.2 }] }), worn)).toBe('Wear “Dust”: how much');
});

test('passes that come, go, are grouped and change places are named', () => {
  const box = freshPass('box', 'Box', freshSource('shape'), boxAt(10, 10, 5, 5));
  const more = insertPass(poster, box, { group: null, after: null });
  expect(changeInWords(poster, more)).toBe('Box added');
  expect(changeInWords(more, poster)).toBe('Box removed');
  expect(said((sheet) => removePasses(sheet, ['title', 'frame']))).toBe('2 passes removed');
  expect(said((sheet) => movePass(sheet, 'title', { group: null, after: null }))).toBe('Printing order');
  const group = freshPass('g', 'Group', { kind: 'group', passes: [] }, boxAt(1, 1, 1, 1));
  expect(said((sheet) => groupPasses(sheet, ['title', 'dates'], group) as Sheet)).toBe('Group added');
  const both = (sheet: Sheet): Sheet =>
    withPass(
      withPass(sheet, 'title', (p) => ({ ...p, on: false })),
      'dates',
      (p) => ({ ...p, on: false }),
    );
  expect(said(both)).toBe('2 passes changed');
});

test('the sheet’s head is named by what of it changed', () => {
  expect(said((sheet) => ({ ...sheet, ppi: 72 }))).toBe('Resolution');
  expect(said((sheet) => ({ ...sheet, inks: [...sheet.inks, { id: 'n', name: 'Rust', colour: '#a04020' }] }))).toBe('Ink “Rust” added');
  expect(said((sheet) => ({ ...sheet, ppi: 72, name: 'Other' }))).toBe('The sheet');
});
