import { draftHalvings, fitted, movedBy, seenPart, trueHalvings, zoomedAt } from './viewport';

const table = { width: 648, height: 708 };
const poster = { width: 5400, height: 7200 };

test('a fitted sheet is whole, centred, with table around it', () => {
  const view = fitted(table, poster);
  expect(view.zoom).toBeCloseTo((708 - 68) / 7200, 6);
  expect(view.x * 2 + 5400 * view.zoom).toBeCloseTo(table.width, 6);
  expect(seenPart(view, table, poster)).toEqual({ left: 0, top: 0, width: 5400, height: 7200 });
});

test('zooming keeps what is under the pointer under it', () => {
  const view = fitted(table, poster);
  const at = { x: 200, y: 300 };
  const near = zoomedAt(view, 1, at, 0.01);
  expect((at.x - near.x) / near.zoom).toBeCloseTo((at.x - view.x) / view.zoom, 6);
  expect(zoomedAt(view, 1000, at, 0.01).zoom).toBe(8);
  expect(movedBy(view, 5, -3)).toMatchObject({ x: view.x + 5, y: view.y - 3 });
});

test('true tiles are at least as fine as the screen', () => {
  expect([1, 0.6, 0.5, 0.3, 0.09].map((zoom) => trueHalvings(zoom, 1))).toEqual([0, 0, 1, 1, 3]);
  expect(trueHalvings(0.5, 2)).toBe(0);
});

test('a draft is never over 1.1 megapixels', () => {
  const halvings = draftHalvings({ zoom: 0.45, x: -500, y: -500 }, { width: 2400, height: 1800 }, poster, 1);
  const { width, height } = seenPart({ zoom: 0.45, x: -500, y: -500 }, { width: 2400, height: 1800 }, poster);
  expect((width * height) / 4 ** halvings).toBeLessThanOrEqual(1_100_000);
});
