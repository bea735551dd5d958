import { labOfHex } from '../raster/colour';
import type { Ink, Sheet } from '../sheet/model';
import { ciede2000 } from '../units/ciede2000';

/** The ink of a sheet that stands out most on its stock, by CIEDE2000; of those that stand out alike the first. Null of a sheet without inks. */
export const inkStandingOut = ({ inks, stock }: Pick<Sheet, 'inks' | 'stock'>): Ink | null => {
  const ground = labOfHex(stock.colour);
  const apart = ({ colour }: Ink): number => ciede2000(labOfHex(colour), ground);
  return inks.reduce<Ink | null>((best, ink) => (best === null || apart(ink) > apart(best) ? ink : best), null);
};
