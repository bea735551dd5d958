/**
 * Distance of each pixel to the nearest set one, in pixels between centres; `most` where none lies nearer. Exact
 * Euclidean. Felzenszwalb & Huttenlocher, Distance transforms of sampled functions, Theory of Computing 8, 2012.
 */
export const distancesTo = (set: Uint8Array, width: number, height: number, most: number): Float64Array => {
  const far = (Math.ceil(most) + 1) ** 2;
  const squares = new Float64Array(width * height);
  for (let x = 0; x < width; x++) {
    let away = most + 1;
    for (let y = 0, i = x; y < height; y++, i += width) {
      away = set[i] ? 0 : away + 1;
      squares[i] = Math.min(far, away * away);
    }
    away = most + 1;
    for (let y = height - 1, i = y * width + x; y >= 0; y--, i -= width) {
      away = set[i] ? 0 : away + 1;
      squares[i] = Math.min(squares[i] as number, away * away);
    }
  }
  const out = new Float64Array(width * height);
  const row = new Float64Array(width);
  const places = new Int32Array(width);
  const starts = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    row.set(squares.subarray(y * width, (y + 1) * width));
    lowestOfRow(row, places, starts, out.subarray(y * width, (y + 1) * width), most);
  }
  return out;
};

/** The lower envelope of parabolas standing on a row's values. */
const lowestOfRow = (row: Float64Array, places: Int32Array, starts: Float64Array, out: Float64Array, most: number): void => {
  const n = row.length;
  let k = 0;
  places[0] = 0;
  starts[0] = -Infinity;
  starts[1] = Infinity;
  for (let q = 1; q < n; q++) {
    const at = (p: number): number => ((row[q] as number) + q * q - ((row[p] as number) + p * p)) / (2 * q - 2 * p);
    let s = at(places[k] as number);
    while (s <= (starts[k] as number)) s = at(places[--k] as number);
    k++;
    places[k] = q;
    starts[k] = s;
    starts[k + 1] = Infinity;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while ((starts[k + 1] as number) < q) k++;
    const p = places[k] as number;
    out[q] = Math.min(most, Math.sqrt((q - p) * (q - p) + (row[p] as number)));
  }
};
