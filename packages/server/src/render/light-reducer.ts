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

interface Window {
  readonly from: number;
  readonly weights: Float32Array;
}

/** What each of `to` pixels takes of `from`, the edges held. */
const windowsOf = (from: number, to: number): Window[] => {
  const by = from / to;
  return Array.from({ length: to }, (_, i) => {
    const centre = (i + 0.5) * by;
    const first = Math.max(0, Math.ceil(centre - 2 * by - 0.5));
    const last = Math.min(from - 1, Math.floor(centre + 2 * by - 0.5));
    const weights = Float32Array.from({ length: last - first + 1 }, (__, k) => spline((first + k + 0.5 - centre) / by));
    const sum = weights.reduce((all, weight) => all + weight, 0);
    return { from: first, weights: weights.map((weight) => weight / sum) };
  });
};

/** The size of a copy whose longest side is `longest`; the print's own where that is no larger. */
export const reducedSize = (width: number, height: number, longest: number): { readonly width: number; readonly height: number } => {
  const by = longest / Math.max(width, height);
  if (longest === 0 || by >= 1) return { width, height };
  return { width: Math.max(1, Math.round(width * by)), height: Math.max(1, Math.round(height * by)) };
};

/** Takes rows of straight RGBA8 from the top and gives those of the copy as they are done. */
export class LightReducer {
  private readonly across: Window[];
  private readonly down: Window[];
  /** Rows of the copy under way, by their number: sums of light times alpha, and of alpha. */
  private readonly sums = new Map<number, Float32Array>();
  private row = 0;
  private first = 0;

  constructor(
    private readonly width: number,
    height: number,
    private readonly copy: { readonly width: number; readonly height: number },
  ) {
    this.across = windowsOf(width, copy.width);
    this.down = windowsOf(height, copy.height);
  }

  /** The copy's rows that are done with these. */
  rows(rgba: Uint8Array): Uint8Array {
    const done: Uint8Array[] = [];
    const line = 4 * this.width;
    for (let at = 0; at < rgba.length; at += line) {
      const row = this.reducedRow(rgba.subarray(at, at + line));
      for (let i = this.first; i < this.down.length; i++) {
        const { from, weights } = this.down[i] as Window;
        if (from > this.row) break;
        const weight = weights[this.row - from];
        if (weight !== undefined) this.add(i, row, weight);
        if (from + weights.length - 1 === this.row) {
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

  private reducedRow(rgba: Uint8Array): Float32Array {
    const light = new Float32Array(rgba.length);
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = (rgba[i + 3] as number) / 255;
      for (let c = 0; c < 3; c++) light[i + c] = (LIGHT[rgba[i + c] as number] as number) * alpha;
      light[i + 3] = alpha;
    }
    const out = new Float32Array(4 * this.copy.width);
    for (const [x, { from, weights }] of this.across.entries()) {
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let k = 0, i = 4 * from; k < weights.length; k++, i += 4) {
        const weight = weights[k] as number;
        r += weight * (light[i] as number);
        g += weight * (light[i + 1] as number);
        b += weight * (light[i + 2] as number);
        a += weight * (light[i + 3] as number);
      }
      out.set([r, g, b, a], 4 * x);
    }
    return out;
  }

  private add(row: number, values: Float32Array, weight: number): void {
    let sum = this.sums.get(row);
    if (!sum) this.sums.set(row, (sum = new Float32Array(values.length)));
    for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + weight * (values[i] as number);
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
