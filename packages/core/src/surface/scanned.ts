import { ONE, type Region } from '../raster/raster';
import { chanceAt } from '../units/noise';
import { clamp } from '../units/smooth';
import type { Ground, Places } from './ground';
import type { Look, Surface } from './look';

/** Tones beyond these are drawn together instead of being cut off, so that the darkest and the lightest still differ. */
const TOE = 0.06;
const SHOULDER = 0.94;

/** How a scanner's tone ends: straight between TOE and SHOULDER, approaching 0 and 1 without reaching them. */
const ended = (v: number): number => {
  if (v > SHOULDER) return SHOULDER + ((1 - SHOULDER) * (v - SHOULDER)) / (v - SHOULDER + 1 - SHOULDER);
  if (v < TOE) return TOE - (TOE * (TOE - v)) / (TOE - v + TOE);
  return v;
};

/** A scanner's lens blurs by a Gaussian of about 0.55 px: weights of a pixel itself and of each neighbour in a row. */
const OWN = 0.723;
const BESIDE = (1 - OWN) / 2;

/** Noise of a scanner's eye, as a share of full light. */
const EYE_NOISE = 0.006;

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

/** Reads rows of a surface: their light, red, green and blue in turn, blurred along the row. */
const reader = ({ paper, stain, make }: Surface, ground: Ground, where: Where, { x: left, width }: Region) => {
  const look = make(ground);
  // A pixel more at either end, for the blur.
  const count = width + 2;
  const pixel = pixelSize(where, left);
  const at: Places = { count, x: new Float64Array(count), y: new Float64Array(count), pixel };
  const seen: Look = { light: new Float64Array(count), stain: new Float64Array(count) };
  const here = { x: 0, y: 0 };
  const bare = new Float64Array(3 * count);
  return (y: number, out: Float64Array): void => {
    for (let n = 0; n < count; n++) {
      where(left + n - 0.5, y + 0.5, here);
      at.x[n] = here.x;
      at.y[n] = here.y;
    }
    look(at, seen);
    for (let n = 0, o = 0; n < count; n++, o += 3) {
      const light = ended(seen.light[n] as number);
      const stained = clamp(seen.stain[n] as number);
      for (let c = 0; c < 3; c++) {
        const own = paper[c] as number;
        bare[o + c] = ((own + ((stain[c] as number) - own) * stained) / 255) * light;
      }
    }
    for (let o = 0; o < 3 * width; o++) out[o] = OWN * (bare[o + 3] as number) + BESIDE * ((bare[o] as number) + (bare[o + 6] as number));
  };
};

/**
 * A surface as it is scanned over a region, premultiplied RGBA (all covered), 0 … ONE. A function of place and seed alone: the same
 * in any tiling.
 */
export function* scannedSurface(surface: Surface, ground: Ground, where: Where, region: Region): Generator<void, Int16Array, void> {
  const { width, height } = region;
  const data = new Int16Array(4 * width * height);
  const read = reader(surface, ground, where, region);
  let [above, own, below] = [new Float64Array(3 * width), new Float64Array(3 * width), new Float64Array(3 * width)];
  read(region.y - 1, above);
  read(region.y, own);
  for (let row = 0; row < height; row++) {
    const y = region.y + row;
    read(y + 1, below);
    for (let column = 0, o = 4 * row * width, i = 0; column < width; column++, o += 4) {
      const noise = (chanceAt(region.x + column, y, ground.seed + 911) - 0.5) * 2 * EYE_NOISE;
      for (let c = 0; c < 3; c++, i++) {
        const light = OWN * (own[i] as number) + BESIDE * ((above[i] as number) + (below[i] as number));
        data[o + c] = Math.floor(clamp(light + noise * light) * ONE + 0.5);
      }
      data[o + 3] = ONE;
    }
    [above, own, below] = [own, below, above];
    if (row % 16 === 15) yield;
  }
  return data;
}
