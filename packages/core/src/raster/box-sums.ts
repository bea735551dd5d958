/** Sums over squares of 2·reach + 1 pixels, in whole numbers; nearer to the rim than `reach` they are not for use. */
export const boxSums = (values: Float64Array, width: number, height: number, reach: number): Float64Array => {
  const across = new Float64Array(values.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < Math.min(width, 2 * reach + 1); x++) sum += values[row + x] as number;
    for (let x = reach; x < width - reach; x++) {
      across[row + x] = sum;
      sum += ((values[row + x + reach + 1] as number) || 0) - (values[row + x - reach] as number);
    }
  }
  const out = new Float64Array(values.length);
  const sums = new Float64Array(width);
  const add = (y: number, sign: number): void => {
    const row = y * width;
    for (let x = 0; x < width; x++) sums[x] = (sums[x] as number) + sign * (across[row + x] as number);
  };
  for (let y = 0; y < Math.min(height, 2 * reach + 1); y++) add(y, 1);
  for (let y = reach; y < height - reach; y++) {
    out.set(sums, y * width);
    if (y + reach + 1 < height) add(y + reach + 1, 1);
    add(y - reach, -1);
  }
  return out;
};

/** Means over squares of the values whose weight is set; null-like 0 where none is. Exact sums. */
export const weightedMeans = (values: Int16Array, set: Uint8Array, width: number, height: number, reach: number): Float64Array => {
  const weighted = new Float64Array(values.length);
  const weights = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) {
    weights[i] = set[i] as number;
    weighted[i] = set[i] ? (values[i] as number) : 0;
  }
  const [sum, count] = [boxSums(weighted, width, height, reach), boxSums(weights, width, height, reach)];
  for (let i = 0; i < sum.length; i++) sum[i] = count[i] ? (sum[i] as number) / (count[i] as number) : -1;
  return sum;
};
