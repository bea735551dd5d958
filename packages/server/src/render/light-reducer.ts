/**
 * Reduces rows as they come, in linear light, by a cubic B-spline two pixels of the copy wide on each side. Its response
 * at a frequency of f cycles a pixel is sinc⁴(f): what repeats with each pixel falls out wholly, and what is finer comes
 * back as a beat of at most some per cent, where a box would leave a third. (M. Unser, Splines: a perfect fit, IEEE Signal
 * Processing Magazine 16/6, 1999; the response from memory.)
 */

/** The share of a frequency, in cycles a pixel of the copy, that a reduction leaves. */
export const responseAt = (f: number): number => (f === 0 ? 1 : (Math.sin(Math.PI * f) / (Math.PI * f)) ** 4);

const spline = (x: number): number => {
  const t = Math.abs(x);
  if (t >= 2) return 0;
  return t < 1 ? 2 / 3 - t * t + (t * t * t) / 2 : (2 - t) ** 3 / 6;
};

/** IEC 61966-2-1. */
const LIGHT = Float32Array.from({ length: 256 }, (_, i) => (i / 255 <= 0.04045 ? i / 255 / 12.92 : ((i / 255 + 0.055) / 1.055) ** 2.4));
const encoded = (light: number): number => {
  const v = light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;
  return Math.max(0, Math.min(255, Math.round(255 * v)));
};

/** Levels of an 8-bit alpha as shares. */
const SHARES = Float32Array.from({ length: 256 }, (_, i) => i / 255);

/** What each pixel of the copy takes: the first one, and the weights from `starts[i]` to `starts[i + 1]`. */
interface Windows {
  readonly from: Int32Array;
  readonly starts: Int32Array;
  readonly weights: Float32Array;
}

/** What each of `to` pixels takes of `from`, the edges held. */
const windowsOf = (from: number, to: number): Windows => {
  const by = from / to;
  const windows = Array.from({ length: to }, (_, i) => {
    const centre = (i + 0.5) * by;
    const first = Math.max(0, Math.ceil(centre - 2 * by - 0.5));
    const last = Math.min(from - 1, Math.floor(centre + 2 * by - 0.5));
    const weights = Float32Array.from({ length: last - first + 1 }, (__, k) => spline((first + k + 0.5 - centre) / by));
    const sum = weights.reduce((all, weight) => all + weight, 0);
    return { first, weights: weights.map((weight) => weight / sum) };
  });
  const starts = new Int32Array(to + 1);
  windows.forEach(({ weights }, i) => (starts[i + 1] = (starts[i] as number) + weights.length));
  const weights = new Float32Array(starts[to] as number);
  windows.forEach((window, i) => weights.set(window.weights, starts[i]));
  return { from: Int32Array.from(windows, ({ first }) => first), starts, weights };
};

/** The size of a copy whose longest side is `longest`; the print's own where that is no larger. */
export const reducedSize = (width: number, height: number, longest: number): { readonly width: number; readonly height: number } => {
  const by = longest / Math.max(width, height);
  if (longest === 0 || by >= 1) return { width, height };
  return { width: Math.max(1, Math.round(width * by)), height: Math.max(1, Math.round(height * by)) };
};

/** Takes rows of straight RGBA8 from the top and gives those of the copy as they are done. */
export class LightReducer {
  private readonly across: Windows;
  private readonly down: Windows;
  /** Rows of the copy under way, by their number: sums of light times alpha, and of alpha. */
  private readonly sums = new Map<number, Float32Array>();
  private row = 0;
  private first = 0;
  /** A row's light times alpha, and its alpha; the same reduced. */
  private readonly light: Float32Array;
  private readonly reduced: Float32Array;

  constructor(
    private readonly width: number,
    height: number,
    private readonly copy: { readonly width: number; readonly height: number },
  ) {
    this.across = windowsOf(width, copy.width);
    this.down = windowsOf(height, copy.height);
    this.light = new Float32Array(4 * width);
    this.reduced = new Float32Array(4 * copy.width);
  }

  /** The copy's rows that are done with these. */
  rows(rgba: Uint8Array): Uint8Array {
    const done: Uint8Array[] = [];
    const line = 4 * this.width;
    for (let at = 0; at < rgba.length; at += line) {
      this.reduce(rgba.subarray(at, at + line));
      const { from, starts, weights } = this.down;
      for (let i = this.first; i < from.length; i++) {
        const k = this.row - (from[i] as number);
        if (k < 0) break;
        const count = (starts[i + 1] as number) - (starts[i] as number);
        if (k < count) this.add(i, weights[(starts[i] as number) + k] as number);
        if (k === count - 1) {
          done.push(this.finished(i));
          this.first = i + 1;
        }
      }
      this.row++;
    }
    const out = new Uint8Array(done.length * 4 * this.copy.width);
    done.forEach((each, i) => out.set(each, i * 4 * this.copy.width));
    return out;
  }

  /** Reduces a row across. */
  private reduce(rgba: Uint8Array): void {
    const { light, reduced } = this;
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = SHARES[rgba[i + 3] as number] as number;
      light[i] = (LIGHT[rgba[i] as number] as number) * alpha;
      light[i + 1] = (LIGHT[rgba[i + 1] as number] as number) * alpha;
      light[i + 2] = (LIGHT[rgba[i + 2] as number] as number) * alpha;
      light[i + 3] = alpha;
    }
    const { from, starts, weights } = this.across;
    for (let x = 0; x < from.length; x++) {
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      const end = starts[x + 1] as number;
      for (let k = starts[x] as number, i = 4 * (from[x] as number); k < end; k++, i += 4) {
        const weight = weights[k] as number;
        r += weight * (light[i] as number);
        g += weight * (light[i + 1] as number);
        b += weight * (light[i + 2] as number);
        a += weight * (light[i + 3] as number);
      }
      reduced[4 * x] = r;
      reduced[4 * x + 1] = g;
      reduced[4 * x + 2] = b;
      reduced[4 * x + 3] = a;
    }
  }

  /** Adds the row under way to one of the copy. */
  private add(row: number, weight: number): void {
    const { reduced } = this;
    let sum = this.sums.get(row);
    if (!sum) this.sums.set(row, (sum = new Float32Array(reduced.length)));
    for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + weight * (reduced[i] as number);
  }

  private finished(row: number): Uint8Array {
    const sum = this.sums.get(row) ?? new Float32Array(4 * this.copy.width);
    this.sums.delete(row);
    const out = new Uint8Array(sum.length);
    for (let i = 0; i < sum.length; i += 4) {
      const alpha = sum[i + 3] as number;
      for (let c = 0; c < 3; c++) out[i + c] = alpha > 0 ? encoded((sum[i + c] as number) / alpha) : 0;
      out[i + 3] = Math.round(255 * Math.max(0, Math.min(1, alpha)));
    }
    return out;
  }
}
