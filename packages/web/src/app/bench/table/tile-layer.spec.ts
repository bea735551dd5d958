import { TileLayer } from './tile-layer';

/** A canvas that only remembers the colour of each of its 8 × 8 pixels. */
const canvas = () => {
  const pixels = new Map<string, string>();
  const paint = (x: number, y: number, width: number, height: number, colourAt: (i: number, j: number) => string | null): void => {
    for (let j = 0; j < height; j++) {
      for (let i = 0; i < width; i++) {
        const colour = colourAt(i, j);
        if (colour !== null) pixels.set(`${x + i},${y + j}`, colour);
      }
    }
  };
  const context = {
    fillStyle: '',
    imageSmoothingEnabled: false,
    imageSmoothingQuality: 'low',
    fillRect: (x: number, y: number, width: number, height: number) => paint(x, y, width, height, () => context.fillStyle),
    drawImage: (bitmap: { at: (i: number, j: number) => string | null }, x: number, y: number, width: number, height: number) =>
      paint(x, y, width, height, (i, j) => bitmap.at(i, j)),
  };
  return { context: context as unknown as CanvasRenderingContext2D, at: (x: number, y: number) => pixels.get(`${x},${y}`) };
};

/** Pixels of one ink, bare (clear) where it says so. */
const pixelsOf = (side: number, red: number, bare: (x: number, y: number) => boolean) => ({
  width: side,
  height: side,
  bytes: Uint8Array.from({ length: 4 * side * side }, (_, at) => {
    const i = at >> 2;
    if (bare(i % side, Math.floor(i / side))) return 0;
    return at % 4 === 0 ? red : 255;
  }),
});

beforeAll(() => {
  Object.assign(globalThis, {
    ImageData: class {
      constructor(
        readonly data: Uint8ClampedArray,
        readonly width: number,
      ) {}
    },
    createImageBitmap: (image: { data: Uint8ClampedArray; width: number }) =>
      Promise.resolve({
        close: () => undefined,
        at: (i: number, j: number) => {
          const at = 4 * (j * image.width + i);
          return image.data[at + 3] === 0 ? null : `red ${image.data[at]}`;
        },
      }),
  });
});

test('where a true tile is bare the stock shows, not the draft that lies beneath it', async () => {
  const layer = new TileLayer();
  await layer.put(
    { halvings: 0, side: 8, x: 0, y: 0 },
    1,
    0,
    pixelsOf(8, 90, () => false),
  );
  await layer.put(
    { halvings: 0, side: 4, x: 0, y: 0 },
    1,
    1,
    pixelsOf(4, 200, (x) => x < 2),
  );
  const { context, at } = canvas();
  layer.draw(context, { x: 0, y: 0, zoom: 1 }, { width: 8, height: 8 }, 1, 'stock');
  expect([at(0, 0), at(3, 3), at(6, 6)]).toEqual(['stock', 'red 200', 'red 90']);
});

test('a newer sheet lies over an older one, and what it left is let go', async () => {
  const layer = new TileLayer();
  await layer.put(
    { halvings: 0, side: 8, x: 0, y: 0 },
    1,
    1,
    pixelsOf(8, 90, () => false),
  );
  await layer.put(
    { halvings: 0, side: 8, x: 0, y: 0 },
    2,
    0,
    pixelsOf(8, 20, () => false),
  );
  const { context, at } = canvas();
  layer.draw(context, { x: 0, y: 0, zoom: 1 }, { width: 8, height: 8 }, 1, 'stock');
  expect(at(4, 4)).toBe('red 20');
  expect(layer.has({ halvings: 0, side: 8, x: 0, y: 0 }, 1, 1)).toBe(true);
  layer.dropBefore(2, 0);
  expect(layer.has({ halvings: 0, side: 8, x: 0, y: 0 }, 1, 1)).toBe(false);
});

test('an older sheet’s tile that comes late does not lie over a newer one; a finer draft takes the place of its version’s', async () => {
  const layer = new TileLayer();
  const place = { halvings: 0, side: 8, x: 0, y: 0 };
  const put = (version: number, red: number) =>
    layer.put(
      place,
      version,
      0,
      pixelsOf(8, red, () => false),
    );
  await put(5, 50);
  await put(4, 40);
  const shown = (): string | undefined => {
    const { context, at } = canvas();
    layer.draw(context, { x: 0, y: 0, zoom: 1 }, { width: 8, height: 8 }, 1, 'stock');
    return at(4, 4);
  };
  expect(shown()).toBe('red 50');
  expect(layer.has(place, 5, 0)).toBe(true);
  await put(5, 55);
  expect(shown()).toBe('red 55');
});

test('a layer keeps no more bytes than it may, the latest tiles', async () => {
  const layer = new TileLayer();
  for (let x = 0; x < 100; x++) {
    await layer.put({ halvings: 0, side: 512, x, y: 0 }, 1, 1, { width: 512, height: 512, bytes: new Uint8Array(4 * 512 * 512) });
  }
  expect(layer.bytes).toBeLessThanOrEqual(64 * 2 ** 20);
  expect(layer.has({ halvings: 0, side: 512, x: 99, y: 0 }, 1, 1)).toBe(true);
  expect(layer.has({ halvings: 0, side: 512, x: 0, y: 0 }, 1, 1)).toBe(false);
});
