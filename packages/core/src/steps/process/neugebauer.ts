import { ONE, type Rgb } from '../../raster/raster';
import { decoded } from '../../units/srgb';

/** Light of each primary, linear red, green and blue: of the bare paper and every overprint; bit i of its place is ink i. */
export type Primaries = readonly (readonly [number, number, number])[];

/** Inks on each other multiply as they are laid: the product of their encoded values (W3C Compositing, multiply), on white paper. */
export const primariesOf = (inks: readonly Rgb[]): Primaries =>
  Array.from({ length: 2 ** inks.length }, (_, which) => {
    const channel = (c: 0 | 1 | 2): number =>
      decoded(inks.reduce((value, ink, i) => (which & (1 << i) ? value * (ink[c] / ONE) : value), 1));
    return [channel(0), channel(1), channel(2)] as const;
  });

/**
 * Mean light of screens of these coverages (0 … 1 an ink) that lie on each other by chance: Σ aᵢ · Pᵢ with Demichel's areas aᵢ.
 * H. E. J. Neugebauer, Die theoretischen Grundlagen des Mehrfarbenbuchdrucks, 1937; E. Demichel, Procédé 26, 1924.
 */
export const meanLight = (coverages: readonly number[], primaries: Primaries): readonly [number, number, number] => {
  const sum: [number, number, number] = [0, 0, 0];
  primaries.forEach((primary, which) => {
    const area = coverages.reduce((share, coverage, i) => share * (which & (1 << i) ? coverage : 1 - coverage), 1);
    for (const c of [0, 1, 2] as const) sum[c] += area * primary[c];
  });
  return sum;
};
