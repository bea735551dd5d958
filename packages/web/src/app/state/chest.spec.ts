import type { ScanOrder } from '@uvrant/contract';
import { ChestActions, chestFeature } from './chest';
import { FontActions, fontsFeature } from './fonts';

const { reducer } = chestFeature;
const after = (...actions: Parameters<typeof reducer>[1][]) =>
  actions.reduce((state, action) => reducer(state, action), reducer(undefined, { type: 'none' }));
const wanted = (scan: string) => ChestActions.scanWanted({ jobId: 'j1', order: { scan, name: `Scan ${scan}` } as ScanOrder });

test('scans wait in the order in which they were asked for; one that ends or is called off leaves the others', () => {
  const state = after(wanted('a'), wanted('b'), wanted('c'), ChestActions.scanMovedOn({ scan: 'a', share: 0.4 }));
  expect(state.scans.map(({ id, share }) => [id, share])).toEqual([
    ['a', 0.4],
    ['b', 0],
    ['c', 0],
  ]);
  const fewer = [ChestActions.scanCalledOff({ scan: 'b' }), ChestActions.scanEnded({ scan: 'a' })].reduce(reducer, state);
  expect(fewer.scans.map(({ name }) => name)).toEqual(['Scan c']);
});

test('the chest opens on a picture once; a refusal is said until it is read or a scan is asked for', () => {
  const sought = after(ChestActions.pictureSought({ sha256: 'dome' }));
  expect([sought.sought, reducer(sought, ChestActions.pictureFound()).sought]).toEqual(['dome', null]);
  const refused = after(ChestActions.chestRefused({ message: 'The glass is empty.' }));
  expect(refused.problem).toBe('The glass is empty.');
  expect([reducer(refused, ChestActions.refusalRead()).problem, reducer(refused, wanted('a')).problem]).toEqual([null, null]);
});

test('a font that is taken in twice stands once, as the latest; a refusal leaves those there are', () => {
  const font = (sha256: string, name = sha256) => ({ sha256, name }) as never;
  const fonts = [
    FontActions.fontTakenIn({ font: font('a') }),
    FontActions.fontTakenIn({ font: font('b') }),
    FontActions.fontTakenIn({ font: font('a', 'again') }),
  ].reduce<ReturnType<typeof fontsFeature.reducer>>(fontsFeature.reducer, fontsFeature.reducer(undefined, { type: 'none' }));
  expect([fonts.own.map(({ name }) => name), fonts.latest]).toEqual([['b', 'again'], 'a']);
  const refused = fontsFeature.reducer(fonts, FontActions.fontRefused({ message: 'No font.' }));
  expect([refused.own.length, refused.problem]).toEqual([2, 'No font.']);
});
