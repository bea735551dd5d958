import { posterOf } from '../../../testing/sheets';
import { matching } from '../../ui/finder';
import { additionsAt } from './additions';
import { notYet } from './not-yet';

test('words for what is not there yet are answered, others are not', () => {
  expect(notYet('export PDF')).toContain('Only PNG is sent out as yet');
  expect(notYet('presets')).toContain('Ctrl C');
  expect(notYet('halftone')).toBeNull();
  expect(notYet('  ')).toBeNull();
});

test('nothing that is there is said to be missing', () => {
  const all = additionsAt(posterOf(), { pass: 'picture', step: null }, [], []);
  for (const word of ['pdf', 'presets', 'variations', 'mockup', 'clone', 'video']) {
    expect([word, all.filter((each) => matching(each, word) > 0).map(({ title }) => title)]).toEqual([word, []]);
  }
});
