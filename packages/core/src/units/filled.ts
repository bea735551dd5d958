type Numbers = Int16Array | Int32Array | Uint8Array | Uint32Array | Float64Array;

/** An array with each of its entries made from its place: many times as fast as by `from`, which asks an iterator. */
export const filled = <T extends Numbers>(out: T, entry: (at: number) => number): T => {
  for (let at = 0; at < out.length; at++) out[at] = entry(at);
  return out;
};
