import { heldPpi, heldSize, tradeName, tradeSizes, turned } from './sheet-sizes';

test('a size of the trade is known either way round, its own sides by neither', () => {
  // A3 is 297 × 420 mm (ISO 216).
  expect(tradeName({ width: 297, height: 420 })).toBe('A3');
  expect(tradeName({ width: 420, height: 297 })).toBe('A3');
  expect(tradeName({ width: 457.2, height: 609.6 })).toBe('18 × 24 in');
  expect(tradeName({ width: 300, height: 420 })).toBeNull();
});

test('landscape sizes are the portrait ones turned', () => {
  const [portrait, landscape] = [tradeSizes(false), tradeSizes(true)];
  expect(landscape.map(({ size }) => turned(size))).toEqual(portrait.map(({ size }) => size));
  expect(portrait.every(({ size }) => size.width <= size.height)).toBe(true);
});

test('a typed size is held within what a sheet can be', () => {
  expect(heldSize({ width: 3, height: 9000 })).toEqual({ width: 10, height: 5000 });
  expect(heldPpi(299.6)).toBe(300);
  expect(heldPpi(10_000)).toBe(2400);
});
