import { figuresFor, typedFigure } from './typed-figure';

const valueOf = (text: string, unit: string): number => {
  const typed = typedFigure(text, unit);
  if ('why' in typed) throw new Error(`${text}: ${typed.why}`);
  return typed.value;
};

test.each([
  ['22.5', 'mm', 22.5],
  [' 22,5 ', 'mm', 22.5],
  ['-3', 'mm', -3],
  ['−3', 'mm', -3],
  ['.5', 'in', 0.5],
  ['420 mm', 'in', 420 / 25.4],
  ['42cm', 'in', 420 / 25.4],
  ['1/2 in', 'mm', 12.7],
  ['12 1/2', 'in', 12.5],
  ['12 1/2 in', 'mm', 317.5],
  ['12 pt', 'mm', 25.4 / 6],
  ['6 pc', 'in', 1],
  ['8"', 'mm', 203.2],
  ['3 + 4', 'in', 7],
  ['1 in + 5 mm', 'mm', 30.4],
  ['10 mm - 2', 'mm', 8],
  ['2 * 3.5', '%', 7],
  ['100/3', '%', 100 / 3],
  ['45°', '°', 45],
  ['45 deg', '°', 45],
  ['80 %', '%', 80],
  ['80%', '', 80],
  ['65 LPI', 'lpi', 65],
])('%s in a field of %s', (text, unit, value) => {
  expect(valueOf(text, unit)).toBeCloseTo(value, 9);
});

test.each([
  ['', 'mm', 'No figure'],
  ['wide', 'mm', 'No figure'],
  ['3 +', 'mm', 'No figure'],
  ['3 4', 'mm', 'No figure'],
  ['1/0', 'mm', 'No figure'],
  ['* 3', 'mm', 'No figure'],
  ['(3)', 'mm', 'No figure'],
  ['5 kg', 'mm', '“kg” is no unit here'],
  ['5 mm', '%', '“mm” is no unit here'],
  ['5 %', 'mm', '“%” is no unit here'],
])('%s in a field of %s is refused: %s', (text, unit, why) => {
  expect(typedFigure(text, unit)).toEqual({ why });
});

test('what would do is said in the field’s unit', () => {
  expect(figuresFor('18', 'in')).toBe('Give one such as 18, 12 mm, 12 pt or 3 + 4');
  expect(figuresFor('18', 'mm')).toContain('1/2 in');
  expect(figuresFor('50', '%')).toBe('Give one such as 50 or 3 + 4');
});
