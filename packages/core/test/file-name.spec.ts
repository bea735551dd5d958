import {
  checkedOptions,
  defaultParams,
  fileFormatNamed,
  fileName,
  FORMAT_NAMES,
  partOf,
  patternFault,
  STANDARD_PATTERN,
  type NamedFile,
} from '@uvrant/core';

const file: NamedFile = {
  job: 'Marl Fold night concerts',
  sheet: { name: 'Shirt back', size: { width: 406.4, height: 508 } },
  ink: null,
  ppi: 300,
  width: 4800,
  height: 6000,
  format: 'png',
  options: defaultParams({ dials: fileFormatNamed('png').options }),
  at: Date.UTC(2026, 10, 27),
};

test('a file is named by its pattern; what it cannot say falls out', () => {
  expect(fileName(STANDARD_PATTERN, file)).toBe('shirt-back-16x20in-300ppi.png');
  expect(fileName('{job}_{sheet}_{pixels}_{date}', file)).toBe('marl-fold-night-concerts_shirt-back_4800x6000px_2026-11-27.png');
});

test('a plate’s file says its ink, whatever the pattern', () => {
  const plate = { ...file, format: 'plates', ink: 'Chalk', options: checkedOptions('plates', { reading: 'mirrored' }) };
  expect(fileName(STANDARD_PATTERN, plate)).toBe('shirt-back-chalk-16x20in-300ppi-mirrored.tif');
  expect(fileName('{sheet}', plate)).toBe('shirt-back-chalk-mirrored.tif');
});

test('nothing that a file system refuses is in a name', () => {
  const odd = { ...file, sheet: { ...file.sheet, name: '../"über" <a|b>*?' } };
  expect(fileName('a/b:{sheet}', odd)).toBe('a-b-u-ber-a-b.png');
});

test.each([
  ['{sheet}-{colour}', 'cannot say {colour}'],
  ['all', 'says {sheet} or {job}'],
  [`{sheet}${'x'.repeat(200)}`, 'at most 120 characters'],
])('the pattern %s is refused in words', (pattern, words) => {
  expect(patternFault(pattern)).toContain(words);
  expect(patternFault(STANDARD_PATTERN)).toBeNull();
});

test.each(FORMAT_NAMES)('%s says whom it is for; its options are checked, and those not given are its defaults', (name) => {
  const { title, suits, options } = fileFormatNamed(name);
  expect(`${title}: ${suits}`).toMatch(/^\S.+: .+\.$/);
  expect(checkedOptions(name, {})).toEqual(defaultParams({ dials: options }));
  expect(() => checkedOptions(name, { whatever: 1 })).toThrow(`“whatever” is no option of ${name}`);
});

test('an option that will not do is told, and a format that there is not', () => {
  expect(() => checkedOptions('jpeg', { quality: 300 })).toThrow('Quality is 300; it goes from 40 to 100 %');
  expect(() => fileFormatNamed('xpm')).toThrow(`there are ${FORMAT_NAMES.join(', ')}`);
});

test('parts and sizes of a set are told apart by their names, and lie in the middle of the sheet', () => {
  const named = (options: Record<string, unknown>): string =>
    fileName(STANDARD_PATTERN, { ...file, format: 'jpeg', options: checkedOptions('jpeg', options) });
  expect(named({ size: '1080 px', part: 'square' })).toBe('shirt-back-16x20in-300ppi-square-1080px.jpg');
  expect(named({})).toBe('shirt-back-16x20in-300ppi.jpg');
  const part = (name: 'square' | 'tall' | 'wide') => partOf({ part: name }, { width: 400, height: 500 });
  expect(part('square')).toEqual({ x: 0, y: 50, width: 400, height: 400 });
  expect(part('tall')).toEqual({ x: 59.375, y: 0, width: 281.25, height: 500 });
  expect(part('wide')).toEqual({ x: 0, y: 137.5, width: 400, height: 225 });
});
