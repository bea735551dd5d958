import { boxAt, freshPass, freshSource, freshStep, type Pass, type Sheet } from '@uvrant/core';
import { posterOf } from '../../../../testing/sheets';
import { moireWarnings } from './moire-warnings';

const screened = (id: string, lpi: number, angle: number, more: Partial<Pass> = {}): Pass =>
  freshPass(id, id, freshSource('ramp'), boxAt(100, 100, 80, 80), { steps: [freshStep('screen', { lpi, angle })], ...more });
const sheetOf = (...passes: Pass[]): Sheet => ({ ...posterOf(), passes });

test('a screen that beats with another pass’s says how broadly, and at what angle it would not', () => {
  const sheet = sheetOf(screened('sky', 20, 15), screened('sea', 21, 15));
  const [warning, ...more] = moireWarnings(sheet, 'sea', 'screen');
  // 21 less 20 lines an inch.
  expect(warning).toContain('With the screen of “sky” it beats every 25 mm');
  expect(warning).toMatch(/At (45|60|75|0)[.\d]*° it would not\./);
  expect(more).toEqual([]);
});

test('screens 30° apart, alike, or of a pass that is off are left alone; a pass is never warned of itself', () => {
  expect(moireWarnings(sheetOf(screened('a', 20, 15), screened('b', 20, 45)), 'b', 'screen')).toEqual([]);
  expect(moireWarnings(sheetOf(screened('a', 20, 15), screened('b', 20, 15)), 'b', 'screen')).toEqual([]);
  expect(moireWarnings(sheetOf(screened('a', 20, 15, { on: false }), screened('b', 21, 15)), 'b', 'screen')).toEqual([]);
  expect(moireWarnings(sheetOf(screened('a', 20, 15)), 'a', 'screen')).toEqual([]);
});

test('it beats with a screen that is in a picture already, its own or another’s, and with a weave', () => {
  const cloth = freshPass('cloth', 'Linen', freshSource('surface'), boxAt(100, 100, 80, 80));
  const sheet = sheetOf(cloth, screened('sea', 20, 15));
  const found = {
    sea: { lpi: 21, angle: 15, isLines: false },
    cloth: { lpi: 19.5, angle: 14, isLines: false },
    gone: { lpi: 20.5, angle: 15, isLines: false },
  };
  const [own, weave, ...more] = moireWarnings(sheet, 'sea', 'screen', found);
  expect(weave).toMatch(/^With the weave of about 20 lpi in “Linen” it beats every \d+ mm/);
  expect(own).toContain('With the screen of about 21 lpi in its own picture it beats every 25 mm');
  expect(own).toMatch(/At (37.5|45|52.5|60)° it would not\./);
  expect(more).toEqual([]);
});
