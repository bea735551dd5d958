import { boxAt, freshPass, freshSource, type Sheet } from '@uvrant/core';
import { posterOf } from '../../../testing/sheets';
import { snapLines, snapped } from './snapping';

const flat = (id: string, x: number, y: number, change: object = {}) =>
  freshPass(id, id, freshSource('flat', { colour: { srgb: '#806040' } }), boxAt(x, y, 20, 10), change);
const sheet: Sheet = { ...posterOf(), size: { width: 120, height: 180 }, passes: [flat('a', 50, 30), flat('b', 90, 100)] };

test('there are lines at the sheet’s edges, middle and thirds, and at the edges and middles of what is not moved', () => {
  const { x, y } = snapLines(sheet, new Set(['b']));
  expect(x).toEqual([0, 40, 60, 80, 120, 40, 50, 60]);
  expect(y).toEqual([0, 60, 90, 120, 180, 25, 30, 35]);
  expect(snapLines(sheet, new Set(['a', 'b'])).x).toEqual([0, 40, 60, 80, 120]);
  const off = { ...sheet, passes: [flat('a', 50, 30, { on: false })] };
  expect(snapLines(off, new Set()).x).toEqual([0, 40, 60, 80, 120]);
});

test('the nearest line draws a place to it, and none that is farther than is near', () => {
  expect(snapped([58.5, 70], [0, 60, 72], 3)).toEqual({ by: 1.5, line: 60 });
  expect(snapped([58.5, 71.5], [0, 60, 72], 3)).toEqual({ by: 0.5, line: 72 });
  expect(snapped([50], [60], 3)).toEqual({ by: 0, line: null });
  expect(snapped([57], [60], 3)).toEqual({ by: 0, line: null });
  expect(snapped([], [60], 3)).toEqual({ by: 0, line: null });
});
