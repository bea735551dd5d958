import { screenWarnings } from './screen-warnings';

// Common practice (references §10): a picture of 552 px at 72 ppi is 194.7 mm wide.
const width = (552 / 72) * 25.4;

test('10 lpi at 72 ppi is a good coarse screen: 7.2 px a cell, 77 cells', () => {
  expect(screenWarnings(10, 72, width)).toEqual([]);
});

test('1 lpi is a mess for its few cells, though the resolution suffices', () => {
  const warnings = screenWarnings(1, 72, width);
  expect(warnings).toHaveLength(1);
  expect(warnings[0]).toContain('Only 7.7 cells across');
  expect(warnings[0]).toContain('20 or more');
});

test('a cell of few pixels says how many cells or what ppi would do', () => {
  const [warning] = screenWarnings(85, 300, 457.2);
  expect(warning).toContain('3.5 px');
  expect(warning).toContain('1080 cells across');
  expect(warning).toContain('425 ppi');
});
