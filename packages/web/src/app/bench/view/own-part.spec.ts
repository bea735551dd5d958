import { boxAt, freshPass, freshSource, wholeSheet, type Pass } from '@uvrant/core';
import { ownPart } from './own-part';

const SHEET = { width: 400, height: 600 };
const passOf = (x: number, y: number, width: number, height: number): Pass =>
  freshPass('p', 'p', freshSource('type'), boxAt(x, y, width, height));

test('a small pass is shown with a little about it, a large one on the whole sheet', () => {
  expect(ownPart(passOf(200, 300, 100, 200), SHEET)).toEqual({ left: 135, top: 170, width: 130, height: 260 });
  expect(ownPart(passOf(200, 300, 400, 300), SHEET)).toBeNull();
});

test('a tiny pass is shown where it is, held within the sheet; one beside it with all of the sheet', () => {
  const part = ownPart(passOf(2, 2, 4, 4), SHEET);
  expect(part).toEqual({ left: 0, top: 0, width: 72, height: 108 });
  expect(ownPart(passOf(-90, 300, 100, 10), SHEET)).toBeNull();
});

test('a pass that lies nowhere is shown on the whole sheet', () => {
  expect(ownPart(freshPass('o', 'o', { kind: 'overall' }, wholeSheet(SHEET)), SHEET)).toBeNull();
});
