import type { Kernels } from '../raster/kernels';
import type { Region } from '../raster/raster';
import type { Ground, Places } from './ground';
import type { Look, Surface } from './look';

/** From pixels to places, mm. */
export type Where = (x: number, y: number, out: { x: number; y: number }) => void;

/** Size of a pixel, mm; the same all over, but where the surface is folded back on itself. */
const pixelSize = (where: Where, x: number): number => {
  const [here, next] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  where(x, 0, here);
  where(x + 1 / 64, 0, next);
  return 64 * Math.sqrt((next.x - here.x) ** 2 + (next.y - here.y) ** 2);
};

/** Salt of the chance that the noise of a scanner's eye is. */
const EYE = 911;

/** Reads rows of a surface: their light, red, green and blue in turn, blurred along the row. */
const reader = ({ paper, stain, make }: Surface, ground: Ground, where: Where, { x: left, width }: Region, kernels: Kernels) => {
  const look = make(ground);
  // A pixel more at either end, for the blur.
  const count = width + 2;
  const pixel = pixelSize(where, left);
  const at: Places = { count, x: new Float64Array(count), y: new Float64Array(count), pixel, kernels };
  const seen: Look = { light: new Float64Array(count), stain: new Float64Array(count) };
  const [own, other] = [Float64Array.from(paper), Float64Array.from(stain)];
  const here = { x: 0, y: 0 };
  return (y: number, out: Float64Array): void => {
    for (let n = 0; n < count; n++) {
      where(left + n - 0.5, y + 0.5, here);
      at.x[n] = here.x;
      at.y[n] = here.y;
    }
    look(at, seen);
    kernels.seenRow(seen.light, seen.stain, own, other, out);
  };
};

/**
 * A surface as it is scanned over a region, premultiplied RGBA (all covered), 0 … ONE. A function of place and seed alone: the same
 * in any tiling.
 */
export function* scannedSurface(
  surface: Surface,
  ground: Ground,
  where: Where,
  region: Region,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const { x, width, height } = region;
  const data = new Int16Array(4 * width * height);
  const read = reader(surface, ground, where, region, kernels);
  let [above, own, below] = [new Float64Array(3 * width), new Float64Array(3 * width), new Float64Array(3 * width)];
  read(region.y - 1, above);
  read(region.y, own);
  for (let row = 0; row < height; row++) {
    const y = region.y + row;
    read(y + 1, below);
    kernels.scannedRow(above, own, below, { x, y, seed: ground.seed + EYE }, data.subarray(4 * row * width, 4 * (row + 1) * width));
    [above, own, below] = [own, below, above];
    if (row % 16 === 15) yield;
  }
  return data;
}
