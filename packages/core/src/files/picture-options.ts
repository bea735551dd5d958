import { choice, number } from '../fields/dials';

/** Sides that a picture for a screen is reduced to, px; all of the print's own pixels otherwise. */
export const SCREEN_SIZES = ['print size', '4000 px', '2000 px', '1080 px', '400 px'] as const;

export const size = choice({ title: 'Size', options: SCREEN_SIZES, default: 'print size' });

/** Longest side of a size, px; 0 for the print's own. */
export const longestOf = ({ size: chosen }: { readonly size: (typeof SCREEN_SIZES)[number] }): number =>
  chosen === 'print size' ? 0 : parseInt(chosen, 10);

export const ground = choice({ title: 'Ground', options: ['clear', 'on stock'], default: 'clear' });

export const quality = (standard: number) =>
  number({ title: 'Quality', unit: '%', min: 40, max: 100, step: 1, default: standard, more: 'fewer traces of packing, a larger file' });
