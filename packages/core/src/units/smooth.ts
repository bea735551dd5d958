/** A value held within 0 … 1. */
export const clamp = (v: number): number => (v < 0 ? 0 : v > 1 ? 1 : v);

/** 0 below `from`, 1 above `to`, smooth between. */
export const smoothstep = (from: number, to: number, v: number): number => {
  const t = clamp((v - from) / (to - from));
  return t * t * (3 - 2 * t);
};
