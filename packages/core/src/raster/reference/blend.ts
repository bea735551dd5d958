import type { Kernels, ModeName } from '../kernels';
import { HALF, ONE, times } from '../raster';
import { NON_SEPARABLE, SEPARABLE } from './compositing';

const f = Math.fround;
type Triple = readonly [number, number, number];

/** One pixel of a mode that is a sum of products. */
const inIntegers = (mode: ModeName, atop: boolean, b: Int16Array, s: Int16Array, out: Int16Array): void => {
  const ab = b[3] as number;
  const as = s[3] as number;
  for (let c = 0; c < 4; c++) {
    const [cb, cs] = [b[c] as number, s[c] as number];
    const factor = mode === 'multiply' ? (atop ? cb : ONE - ab + cb) : atop ? ab : ONE;
    const through = mode === 'knock-out' ? 0 : c === 3 ? ONE : factor;
    const clear = ONE - (mode === 'screen' ? cs : as);
    out[c] = (cs * through + cb * clear + HALF) >> 14;
  }
  if (atop && mode !== 'knock-out') out[3] = ab;
};

/** One pixel in single precision. */
const inFloats = (mode: keyof typeof SEPARABLE, atop: boolean, b: Int16Array, s: Int16Array, out: Int16Array): void => {
  const blended = SEPARABLE[mode];
  const ab = (b[3] as number) / ONE;
  const as = (s[3] as number) / ONE;
  const alpha = atop ? ab : f(f(as + ab) - f(as * ab));
  const most = Math.floor(f(f(alpha * ONE) + 0.5));
  for (let c = 0; c < 3; c++) {
    const [pb, ps] = [(b[c] as number) / ONE, (s[c] as number) / ONE];
    const inside = ab > 0 && as > 0 ? f(f(as * ab) * blended(f(pb / ab), f(ps / as))) : 0;
    const outside = atop ? 0 : f(ps * f(1 - ab));
    const sum = f(f(outside + inside) + f(pb * f(1 - as)));
    out[c] = Math.min(most, Math.max(0, Math.trunc(f(f(sum * ONE) + 0.5))));
  }
  out[3] = most;
};

/** One pixel in double precision, its three colours together. */
const inDoubles = (mode: keyof typeof NON_SEPARABLE, atop: boolean, b: Int16Array, s: Int16Array, out: Int16Array): void => {
  const ab = (b[3] as number) / ONE;
  const as = (s[3] as number) / ONE;
  const unpremultiplied = (pixel: Int16Array, alpha: number): Triple => {
    const at = (c: number): number => (pixel[c] as number) / ONE / alpha;
    return [at(0), at(1), at(2)];
  };
  const made: Triple = ab > 0 && as > 0 ? NON_SEPARABLE[mode](unpremultiplied(b, ab), unpremultiplied(s, as)) : [0, 0, 0];
  const most = Math.min(ONE, Math.trunc((atop ? ab : as + ab - as * ab) * ONE + 0.5));
  for (let c = 0; c < 3; c++) {
    const [pb, ps] = [(b[c] as number) / ONE, (s[c] as number) / ONE];
    const outside = atop ? 0 : ps * (1 - ab);
    const sum = outside + as * ab * (made[c] as number) + pb * (1 - as);
    out[c] = Math.min(most, Math.max(0, Math.trunc(sum * ONE + 0.5)));
  }
  out[3] = most;
};

export const blend: Kernels['blend'] = (beneath, source, mode, atop, strength, mask, out) => {
  const weighted = new Int16Array(4);
  for (let i = 0; i < beneath.length; i += 4) {
    const weight = mask ? times(strength, mask[i >> 2] as number) : strength;
    for (let c = 0; c < 4; c++) weighted[c] = times(source[i + c] as number, weight);
    const [b, to] = [beneath.subarray(i, i + 4), out.subarray(i, i + 4)];
    if (mode in SEPARABLE) inFloats(mode as keyof typeof SEPARABLE, atop, b, weighted, to);
    else if (mode in NON_SEPARABLE) inDoubles(mode as keyof typeof NON_SEPARABLE, atop, b, weighted, to);
    else inIntegers(mode, atop, b, weighted, to);
  }
};
