import { cosDeg, sinDeg } from '../units/exact';
import { filled } from '../units/filled';

/** Reversed bits of 0 … count − 1. */
const reversed = (count: number): Uint32Array => {
  const out = new Uint32Array(count);
  for (let i = 0, j = 0; i < count; i++) {
    out[i] = j;
    let bit = count >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j |= bit;
  }
  return out;
};

/** One transform of `count` values, a power of two, in place, every `step` from `from`. J. W. Cooley, J. W. Tukey, An algorithm for the machine calculation of complex Fourier series, 1965. */
const transform = (re: Float64Array, im: Float64Array, from: number, step: number, order: Uint32Array, waves: Float64Array): void => {
  const count = order.length;
  for (let i = 0; i < count; i++) {
    const j = order[i] as number;
    if (j <= i) continue;
    const [a, b] = [from + i * step, from + j * step];
    [re[a], re[b]] = [re[b] as number, re[a] as number];
    [im[a], im[b]] = [im[b] as number, im[a] as number];
  }
  for (let half = 1; half < count; half *= 2) {
    const by = count / (2 * half);
    for (let block = 0; block < count; block += 2 * half) {
      for (let k = 0; k < half; k++) {
        const [c, s] = [waves[2 * k * by] as number, waves[2 * k * by + 1] as number];
        const [a, b] = [from + (block + k) * step, from + (block + k + half) * step];
        const [x, y] = [(re[b] as number) * c + (im[b] as number) * s, (im[b] as number) * c - (re[b] as number) * s];
        re[b] = (re[a] as number) - x;
        im[b] = (im[a] as number) - y;
        re[a] = (re[a] as number) + x;
        im[a] = (im[a] as number) + y;
      }
    }
  }
};

/** Power of each frequency of a square of `side` × `side` values, a power of two, through a Hann window and without its mean; row by row, both ways from 0 and wrapping. */
export const powerSpectrum = (values: ArrayLike<number>, side: number): Float64Array => {
  const hann = filled(new Float64Array(side), (i) => 0.5 - 0.5 * cosDeg((360 * (i + 0.5)) / side));
  let [sum, weight] = [0, 0];
  for (let i = 0; i < side * side; i++) {
    const w = (hann[i % side] as number) * (hann[Math.floor(i / side)] as number);
    sum += w * (values[i] as number);
    weight += w;
  }
  const mean = sum / weight;
  const re = Float64Array.from(
    { length: side * side },
    (_, i) => ((values[i] as number) - mean) * (hann[i % side] as number) * (hann[Math.floor(i / side)] as number),
  );
  const im = new Float64Array(side * side);
  const order = reversed(side);
  const waves = filled(new Float64Array(side), (i) => (i % 2 ? sinDeg : cosDeg)((360 * (i >> 1)) / side));
  for (let i = 0; i < side; i++) transform(re, im, i * side, 1, order, waves);
  for (let i = 0; i < side; i++) transform(re, im, i, side, order, waves);
  return re.map((v, i) => v * v + (im[i] as number) ** 2);
};
