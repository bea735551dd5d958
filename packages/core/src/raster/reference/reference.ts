import { DITHER_SIDE, DITHER_TILE } from '../dither';
import { distancesTo } from '../distance';
import { heapArena } from '../arena';
import { SCATTER_SIDE, SLOPE_BITS, type FilterAxis, type GreyShares, type Kernels } from '../kernels';
import { between, from16, from8, HALF, ONE, times } from '../raster';
import { blend } from './blend';
import { castMetal } from './cast-metal';
import { countTones } from './count-tones';
import { cube } from './cube';
import { detail } from './detail';
import { dissolve } from './dissolve';
import { hueOf } from './hue';
import { indexPlanes } from './index-plane';
import { brightest, glint, shaded } from './lights';
import { moved, wayOf } from './moved';
import { noise } from './noise';
import { planes } from './planes';
import { hued, relit } from './relit';
import { dropSpecks } from './specks';
import { spotAt } from './spot';
import { cellDots } from './cell-dots';
import { inverseWays } from './inverse-ways';
import { lineScreen, spotScreen } from './threshold-screens';
import { fillRows } from './fill-rows';
import { roughEdge } from './rough-edge';
import { strokes } from './strokes';
import { broughtBack } from './brought-back';
import { ramp } from './ramp-way';
import { shadedBy } from './shaded-by';
import { guided } from './guided';
import { unmixed } from './unmixed';
import { faxed } from './faxed';
import { lzwed } from './lzwed';
import { plateBytes } from './plate-bytes';
import { upFiltered } from './up-filtered';

/** Bits of a phase within one dot of a stochastic screen's tile. */
const DOT_BITS = 32 - 6;

const clamp = (v: number): number => (v < 0 ? 0 : v > ONE ? ONE : v);

/** A premultiplied value brought back to full coverage, 0 … ONE. */
const unpremultiplied = (value: number, alpha: number): number =>
  alpha === ONE ? value : alpha <= 0 ? 0 : Math.min(ONE, Math.floor((value * ONE + (alpha >> 1)) / alpha));

/** Weighted sum of three values; the shares' high and low 14 bits are summed apart so that 32 bits hold them. */
const weighted = (r: number, g: number, b: number, shares: GreyShares): number => {
  const high = r * (shares[0] >> 14) + g * (shares[1] >> 14) + b * (shares[2] >> 14);
  const low = r * (shares[0] & 16383) + g * (shares[1] & 16383) + b * (shares[2] & 16383);
  return (high + ((low + HALF) >> 14) + HALF) >> 14;
};

/** Response at the hue of a colour: piecewise linear between HUE_KNOTS knots, from red by green to blue. */
const responseAt = (response: Int16Array, r: number, g: number, b: number): number => {
  const { sixth, along, span } = hueOf(r, g, b);
  const position = Math.floor((along * 65536) / span);
  const knot = sixth * 256 + Math.min(255, position >> 8);
  const fraction = position >= 65536 ? 256 : position & 255;
  const from = response[knot] as number;
  return from + ((((response[knot + 1] as number) - from) * fraction + 128) >> 8);
};

const filterPosition = (at: number, axis: FilterAxis): number => Math.floor((at + axis.offset) * 256 + 0.5);

/** The kernels as plain TypeScript, written from the formulas. */
export const referenceKernels: Kernels = {
  arena: heapArena,
  ...planes,
  ...indexPlanes,
  ...detail,
  ...strokes,
  brightest,
  castMetal,
  countTones,
  cube,
  dissolve,
  glint,
  guided,
  lineScreen,
  shaded,
  spotScreen,
  broughtBack,
  faxed,
  lzwed,
  plateBytes,
  ramp,
  shadedBy,
  unmixed,
  upFiltered,

  distance(plane, region, most, outside, window, out) {
    const { width, height } = region;
    const set = Uint8Array.from(plane.subarray(0, width * height), (v) => Number(v >= HALF !== outside));
    const found = distancesTo(set, width, height, most);
    for (let y = 0, i = 0; y < window.height; y++) {
      const line = (window.y - region.y + y) * width + window.x - region.x;
      for (let x = 0; x < window.width; x++, i++) out[i] = Math.floor(((found[line + x] as number) / most) * ONE + 0.5);
    }
  },

  moved,
  noise,
  relit,
  hued,
  dropSpecks,
  fillRows,
  roughEdge,

  grey(rgba, shares, tone, coverage) {
    let least = ONE;
    for (let i = 0; i < tone.length; i++) {
      const alpha = rgba[4 * i + 3] as number;
      const r = unpremultiplied(rgba[4 * i] as number, alpha);
      const g = unpremultiplied(rgba[4 * i + 1] as number, alpha);
      const b = unpremultiplied(rgba[4 * i + 2] as number, alpha);
      tone[i] = clamp(weighted(r, g, b, shares));
      coverage[i] = alpha;
      if (alpha < least) least = alpha;
    }
    return least;
  },

  greyByHue(rgba, shares, response, tone, coverage) {
    let least = ONE;
    for (let i = 0; i < tone.length; i++) {
      const alpha = rgba[4 * i + 3] as number;
      const r = unpremultiplied(rgba[4 * i] as number, alpha);
      const g = unpremultiplied(rgba[4 * i + 1] as number, alpha);
      const b = unpremultiplied(rgba[4 * i + 2] as number, alpha);
      const span = Math.max(r, g, b) - Math.min(r, g, b);
      const lift = span > 0 ? (responseAt(response, r, g, b) * span + HALF) >> 14 : 0;
      tone[i] = clamp(weighted(r, g, b, shares) + lift);
      coverage[i] = alpha;
      if (alpha < least) least = alpha;
    }
    return least;
  },

  table(values, table, out) {
    for (let i = 0; i < values.length; i++) out[i] = table[clamp(values[i] as number)] as number;
  },

  screen(tone, region, grid, shape, thresholds, ways, out) {
    let i = 0;
    for (let row = 0; row < region.height; row++) {
      const y = region.y + row;
      for (let column = 0; column < region.width; column++, i++) {
        const x = region.x + column;
        let u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy)) | 0;
        let v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy)) | 0;
        if (ways) {
          // In 1/256 px; products of a phase and a way are less than 2^53.
          const [dx, dy] = [wayOf(ways.x[i] as number, ways.across), wayOf(ways.y[i] as number, ways.down)];
          u = (u + Math.floor((grid.ux * dx + grid.uy * dy) / 256)) | 0;
          v = (v + Math.floor((grid.vx * dx + grid.vy * dy) / 256)) | 0;
        }
        const packed = thresholds[clamp(tone[i] as number)] as number;
        const threshold = (packed << 16) >> 16;
        const slope = packed >> 16;
        const above = spotAt(shape, u, v) - threshold;
        out[i] = clamp((Math.imul(above, slope) >> SLOPE_BITS) + HALF);
      }
    }
  },

  cellDots,
  inverseWays,

  scatter(ink, { x: left, y: top, width, height }, grid, tile, ways, out) {
    for (let row = 0, i = 0; row < height; row++) {
      for (let column = 0; column < width; column++, i++) {
        const [x, y] = [left + column, top + row];
        const [dx, dy] = ways ? [wayOf(ways.x[i] as number, ways.across), wayOf(ways.y[i] as number, ways.down)] : [0, 0];
        const u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy) + Math.floor((grid.ux * dx + grid.uy * dy) / 256)) >>> DOT_BITS;
        const v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy) + Math.floor((grid.vx * dx + grid.vy * dy) / 256)) >>> DOT_BITS;
        out[i] = (ink[i] as number) >= (tile[v * SCATTER_SIDE + u] as number) ? ONE : 0;
      }
    }
  },

  reduce(plane, channels, width, height, shift, out) {
    const side = 1 << shift;
    const outWidth = Math.ceil(width / side);
    const outHeight = Math.ceil(height / side);
    for (let oy = 0; oy < outHeight; oy++) {
      for (let ox = 0; ox < outWidth; ox++) {
        const right = Math.min(width, (ox + 1) * side);
        const bottom = Math.min(height, (oy + 1) * side);
        const count = (right - ox * side) * (bottom - oy * side);
        for (let channel = 0; channel < channels; channel++) {
          let sum = 0;
          for (let y = oy * side; y < bottom; y++) {
            for (let x = ox * side; x < right; x++) sum += plane[(y * width + x) * channels + channel] as number;
          }
          out[(oy * outWidth + ox) * channels + channel] = Math.floor((sum + (count >> 1)) / count);
        }
      }
    }
  },

  expand(samples, channels, out) {
    const working = samples instanceof Uint8Array ? from8 : from16;
    const made = channels === 1 ? 1 : 4;
    for (let i = 0, o = 0; i < samples.length; i += channels, o += made) {
      for (let c = 0; c < made; c++) out[o + c] = c < channels ? working(samples[i + c] as number) : ONE;
    }
  },

  sample(patch, at, across, down, region, out) {
    const { channels } = patch;
    let o = 0;
    for (let row = 0; row < region.height; row++) {
      const cy = region.y + row + 0.5;
      for (let column = 0; column < region.width; column++, o += channels) {
        const cx = region.x + column + 0.5;
        const px = filterPosition(at.a * cx + at.b * cy + at.c, across);
        const py = filterPosition(at.d * cx + at.e * cy + at.f, down);
        const left = (px >> 8) - patch.x;
        const top = (py >> 8) - patch.y;
        const alpha = clamp(filtered(channels - 1));
        for (let channel = 0; channel < channels; channel++) out[o + channel] = Math.max(0, Math.min(alpha, filtered(channel)));

        function filtered(channel: number): number {
          let sum = 0;
          for (let j = 0; j < down.taps; j++) {
            let line = 0;
            for (let i = 0; i < across.taps; i++) {
              const value = patch.data[((top + j) * patch.width + left + i) * channels + channel] as number;
              line += value * (across.weights[(px & 255) * across.taps + i] as number);
            }
            sum += ((line + HALF) >> 14) * (down.weights[(py & 255) * down.taps + j] as number);
          }
          return (sum + HALF) >> 14;
        }
      }
    }
  },

  filterAcross({ data, width, height, channels }, positions, axis, out) {
    for (let row = 0, o = 0; row < height; row++) {
      for (const position of positions) {
        for (let c = 0; c < channels; c++, o++) {
          let sum = HALF;
          for (let i = 0; i < axis.taps; i++) {
            const value = data[(row * width + (position >> 8) + i) * channels + c] as number;
            sum += value * (axis.weights[(position & 255) * axis.taps + i] as number);
          }
          out[o] = sum >> 14;
        }
      }
    }
  },

  filterDown(lines, channels, width, positions, axis, out) {
    const values = width * channels;
    let o = 0;
    for (const position of positions) {
      for (let x = 0; x < values; x += channels, o += channels) {
        const filtered = (c: number): number => {
          let sum = HALF;
          for (let j = 0; j < axis.taps; j++) {
            const value = lines[((position >> 8) + j) * values + x + c] as number;
            sum += value * (axis.weights[(position & 255) * axis.taps + j] as number);
          }
          return sum >> 14;
        };
        const most = clamp(filtered(channels - 1));
        for (let c = 0; c < channels; c++) out[o + c] = Math.max(0, Math.min(most, filtered(c)));
      }
    }
  },

  transpose(plane, channels, width, height, out) {
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        for (let c = 0; c < channels; c++, i++) out[(x * height + y) * channels + c] = plane[i] as number;
      }
    }
  },

  mix(from, to, channels, share, mask, out) {
    for (let i = 0; i < from.length; i++) {
      const weight = mask ? times(share, mask[channels === 1 ? i : i >> 2] as number) : share;
      out[i] = between(from[i] as number, to[i] as number, weight);
    }
  },

  weigh(rgba, weights, out) {
    for (let i = 0; i < rgba.length; i++) out[i] = times(rgba[i] as number, weights[i >> 2] as number);
  },

  paint(coverage, colour, out) {
    for (let i = 0; i < coverage.length; i++) {
      const alpha = coverage[i] as number;
      for (let channel = 0; channel < 3; channel++) out[4 * i + channel] = times(colour[channel] as number, alpha);
      out[4 * i + 3] = alpha;
    }
  },

  blend,

  layInk(beneath, coverage, colour, mode, strength, out) {
    const painted = new Int16Array(4 * coverage.length);
    referenceKernels.paint(coverage, colour, painted);
    blend(beneath, painted, mode, false, strength, null, out);
  },

  channels(rgba, red, green, blue, out) {
    const tables = [red, green, blue];
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = rgba[i + 3] as number;
      for (let c = 0; c < 3; c++) {
        const value = unpremultiplied(rgba[i + c] as number, alpha);
        out[i + c] = times((tables[c] as Int16Array)[value] as number, alpha);
      }
      out[i + 3] = alpha;
    }
  },

  convolve(plane, stride, weights, out) {
    const half = (weights.length - 1) / 2;
    out.fill(0);
    for (let i = half * stride; i < plane.length - half * stride; i++) {
      let sum = HALF;
      for (let k = 0; k < weights.length; k++) sum += (weights[k] as number) * (plane[i + (k - half) * stride] as number);
      out[i] = sum >> 14;
    }
  },

  rim(rgba, region, out) {
    for (let row = 0, i = 0; row < region.height; row++) {
      const line = ((region.y + row) & (DITHER_SIDE - 1)) * DITHER_SIDE;
      for (let column = 0; column < region.width; column++, i += 4) {
        const dither = DITHER_TILE[line + ((region.x + column) & (DITHER_SIDE - 1))] as number;
        const alpha = rgba[i + 3] as number;
        for (let channel = 0; channel < 3; channel++) {
          out[i + channel] = (unpremultiplied(rgba[i + channel] as number, alpha) * 255 + dither) >> 14;
        }
        out[i + 3] = (alpha * 255 + dither) >> 14;
      }
    }
  },
};
