import { bytesInWords, kindInWords, placeInQueue, progressInWords } from './sent-words';
import { sendOut } from '../../testing/sheets';

test('bytes are kilobytes, or megabytes from a million on', () => {
  expect([1, 999, 1000, 437_000, 999_999, 1_000_000, 15_221_379].map(bytesInWords)).toEqual([
    '1 kB',
    '1 kB',
    '1 kB',
    '437 kB',
    '1000 kB',
    '1.0 MB',
    '15.2 MB',
  ]);
});

test('the time left is told once enough is known to reckon it, in seconds or minutes', () => {
  const after = (share: number, seconds: number): string => progressInWords({ share, since: 0 }, 1000 * seconds);
  expect(after(0.01, 5)).toBe('1 %');
  expect(after(0.25, 5)).toBe('25 %, 15 s left');
  expect(after(0.5, 89)).toBe('50 %, 89 s left');
  expect(after(0.5, 120)).toBe('50 %, 2 min left');
  expect(after(1, 30)).toBe('100 %');
});

test('a file that waits says its place, and after what it is next', () => {
  const [first, second, third, fourth, fifth] = [1, 2, 3, 4, 5].map((createdAt) =>
    sendOut({ id: `o${createdAt}`, state: 'queued', createdAt }),
  ) as [ReturnType<typeof sendOut>, ...ReturnType<typeof sendOut>[]];
  const all = [first, second, third, fourth, fifth] as ReturnType<typeof sendOut>[];
  expect(all.map((each) => placeInQueue(each, all))).toEqual(['waits, next', 'waits, 2nd', 'waits, 3rd', 'waits, 4th', 'waits, 5th']);
  const rendering = sendOut({ state: 'rendering', createdAt: 0, fileName: 'poster.pdf' });
  expect(placeInQueue(first, [rendering, ...all])).toBe('waits, next after poster.pdf');
});

test('a file is called by its format’s title, one that is not known by its name', () => {
  expect(kindInWords(sendOut({ format: 'job-ticket' }))).toBe('Job ticket');
  expect(kindInWords(sendOut({ format: 'later' }))).toBe('later');
});
