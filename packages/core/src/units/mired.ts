/** Micro reciprocal degrees of a colour temperature in kelvin: 10⁶ / T. */
export const miredOf = (kelvin: number): number => 1e6 / kelvin;

/** The colour temperature, kelvin, that a shift in mired makes of another; a positive shift is warmer. */
export const shiftedKelvin = (kelvin: number, shift: number): number => 1e6 / (miredOf(kelvin) + shift);

/**
 * Chromaticity x, y of a full radiator, 1667 … 25 000 K, by the cubic approximation of Kim et al. 2002
 * (US patent 7 024 034, lapsed; coefficients from memory, held against Planck's law in the tests).
 */
export const radiatorChromaticity = (kelvin: number): readonly [number, number] => {
  const t = 1000 / kelvin;
  const x =
    kelvin <= 4000
      ? ((-0.2661239 * t - 0.2343589) * t + 0.8776956) * t + 0.17991
      : ((-3.0258469 * t + 2.1070379) * t + 0.2226347) * t + 0.24039;
  const y =
    kelvin <= 2222
      ? ((-1.1063814 * x - 1.3481102) * x + 2.18555832) * x - 0.20219683
      : kelvin <= 4000
        ? ((-0.9549476 * x - 1.37418593) * x + 2.09137015) * x - 0.16748867
        : ((3.081758 * x - 5.8733867) * x + 3.75112997) * x - 0.37001483;
  return [x, y];
};
