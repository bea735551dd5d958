import { placeIn } from './last-place';

test('an address names the place of a job', () => {
  expect(placeIn('/jobs/j1')).toEqual({ job: 'j1', page: 'job', sheet: null });
  expect(placeIn('/jobs/j1/sheets/s2')).toEqual({ job: 'j1', page: 'sheets', sheet: 's2' });
  expect(placeIn('/jobs/j1/dispatch?sheet=s2')).toEqual({ job: 'j1', page: 'dispatch', sheet: null });
});

test('the start, the tray and a job that is being begun are no place to go back to', () => {
  for (const url of ['/', '/tray', '/jobs/new', '']) expect(placeIn(url)).toBeNull();
});
