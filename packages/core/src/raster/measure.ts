/** What can be told of a texture by itself: shares of full light, and how it is built. */
export interface Measures {
  readonly mean: number;
  /** Standard deviation of its light. */
  readonly spread: number;
  /** True where its structure runs one way. */
  readonly directional: boolean;
  /** True where its opposite edges meet as its neighbours do. */
  readonly tileable: boolean;
}

/** Coherence of the gradients from which a structure counts as running one way. */
const COHERENT = 0.4;
/** A picture tiles if opposite edges differ at most this many times as much as neighbouring rows do. */
const MEETS = 1.8;

/** Mean difference of two columns (or rows) of a plane: values `step` apart along them, from two starts. */
const differs = (grey: Uint8Array, from: number, to: number, step: number, count: number): number => {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += Math.abs((grey[from + i * step] as number) - (grey[to + i * step] as number));
  return sum / count;
};

/** Bigün & Granlund 1987: coherence of the structure tensor, 0 (no way) … 1 (one way). */
const coherence = (grey: Uint8Array, width: number, height: number): number => {
  let [xx, yy, xy] = [0, 0, 0];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const gx = (grey[i + 1] as number) - (grey[i - 1] as number);
      const gy = (grey[i + width] as number) - (grey[i - width] as number);
      xx += gx * gx;
      yy += gy * gy;
      xy += gx * gy;
    }
  }
  return xx + yy > 0 ? Math.sqrt((xx - yy) ** 2 + 4 * xy * xy) / (xx + yy) : 0;
};

/** Measures an 8-bit grey plane, at least 4 × 4. */
export const measured = (grey: Uint8Array, width: number, height: number): Measures => {
  let [sum, squares] = [0, 0];
  for (const v of grey) {
    sum += v;
    squares += v * v;
  }
  const mean = sum / grey.length;
  let [across, down] = [0, 0];
  for (let x = 0; x < width - 1; x++) across += differs(grey, x, x + 1, width, height) / (width - 1);
  for (let y = 0; y < height - 1; y++) down += differs(grey, y * width, (y + 1) * width, 1, width) / (height - 1);
  const seamAcross = differs(grey, 0, width - 1, width, height);
  const seamDown = differs(grey, 0, (height - 1) * width, 1, width);
  return {
    mean: mean / 255,
    spread: Math.sqrt(Math.max(0, squares / grey.length - mean * mean)) / 255,
    directional: coherence(grey, width, height) > COHERENT,
    tileable: seamAcross <= MEETS * across + 1 && seamDown <= MEETS * down + 1,
  };
};
