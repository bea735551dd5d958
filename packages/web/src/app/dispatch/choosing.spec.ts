import { FORMAT_NAMES, STANDARD_PATTERN } from '@uvrant/core';
import type { SendChoice, SendOut } from '@uvrant/contract';
import { posterOf } from '../../testing/sheets';
import { filesOf, formatLines, withAnother, withFormat, withoutFile, withOption } from './choosing';
import { placeInQueue, progressInWords } from './sent-words';

const none: SendChoice = { files: [], pattern: STANDARD_PATTERN, devicePpi: null, crop: null };

test('every format is a line; one that is chosen shows the options that matter', () => {
  const choice = withOption(withFormat(none, 'tiff', true), 0, 'pixels', '1 bit');
  expect(formatLines(none).map(({ name }) => name)).toEqual(FORMAT_NAMES);
  const line = formatLines(choice).find(({ name }) => name === 'tiff');
  expect(line?.files[0]?.options.map(({ name, value }) => [name, value])).toEqual([
    ['pixels', '1 bit'],
    ['bitCompression', 'CCITT G4'],
  ]);
  expect(formatLines(choice).filter(({ files }) => files.length > 0)).toEqual([line]);
});

test('a format can be given up again, and chosen once only', () => {
  const twice = withFormat(withFormat(none, 'png', true), 'png', true);
  expect(twice.files).toEqual([{ format: 'png', options: {} }]);
  expect(withFormat(twice, 'png', false).files).toEqual([]);
});

test('plates count a file an ink, and one for the white beneath', () => {
  const choice = withFormat(withFormat(none, 'png', true), 'plates', true);
  // Two inks, both of which print.
  const sheet = posterOf();
  expect(filesOf(sheet, choice)).toBe(3);
  expect(filesOf(sheet, withOption(choice, 1, 'underbase', true))).toBe(4);
  expect(filesOf({ ...sheet, passes: [] }, choice)).toBe(1);
});

test('what is on its way says how far it is and how long it will take, as soon as that can be told', () => {
  expect(progressInWords({ share: 0.02, since: 0 }, 1000)).toBe('2 %');
  expect(progressInWords({ share: 0.25, since: 0 }, 10_000)).toBe('25 %, 30 s left');
  expect(progressInWords({ share: 0.1, since: 0 }, 60_000)).toBe('10 %, 9 min left');
});

test('what waits says for whom', () => {
  const at = (createdAt: number, state: SendOut['state']): SendOut => ({ createdAt, state, fileName: `${createdAt}.png` }) as SendOut;
  const all = [at(1, 'rendering'), at(2, 'queued'), at(3, 'queued')];
  expect(placeInQueue(all[1]!, all)).toBe('waits, next after 1.png');
  expect(placeInQueue(all[2]!, all)).toBe('waits, 2nd');
});

test('a set is several files of a format, each with its own size, and one of them can go', () => {
  const first = withOption(withFormat(none, 'jpeg', true), 0, 'size', '2000 px');
  const set = withOption(withAnother(first, 'jpeg'), 1, 'part', 'square');
  expect(set.files.map(({ options }) => options)).toEqual([{ size: '2000 px' }, { size: '2000 px', part: 'square' }]);
  expect(
    formatLines(set)
      .find(({ name }) => name === 'jpeg')
      ?.files.map(({ at }) => at),
  ).toEqual([0, 1]);
  expect(withoutFile(set, 0).files).toEqual([{ format: 'jpeg', options: { size: '2000 px', part: 'square' } }]);
  expect(filesOf(posterOf(), set)).toBe(2);
});
