import { choice, number } from '../fields/dials';
import type { Size } from '../sheet/model';
import type { FilePart } from './declare';

/** Sides that a picture for a screen is reduced to, px; all of the print's own pixels otherwise. */
export const SCREEN_SIZES = ['print size', '4000 px', '2000 px', '1080 px', '400 px'] as const;

export const size = choice({ title: 'Size', options: SCREEN_SIZES, default: 'print size' });

/** Longest side of a size, px; 0 for the print's own. */
export const longestOf = ({ size: chosen }: { readonly size: (typeof SCREEN_SIZES)[number] }): number =>
  chosen === 'print size' ? 0 : parseInt(chosen, 10);

export const ground = choice({ title: 'Ground', options: ['clear', 'on stock'], default: 'clear' });

export const quality = (standard: number) =>
  number({ title: 'Quality', unit: '%', min: 40, max: 100, step: 1, default: standard, more: 'fewer traces of packing, a larger file' });

/** Parts of a sheet that are shown by themselves, each from its middle: their width over their height. */
const SHAPES = { square: 1, tall: 9 / 16, wide: 16 / 9 } as const;

export const part = choice({ title: 'Part', options: ['whole', 'square', 'tall', 'wide'], default: 'whole' });
type Part = 'whole' | keyof typeof SHAPES;

/** The part of a sheet, mm; null for all of it. */
export const partOf = ({ part: chosen }: { readonly part: Part }, { width, height }: Size): FilePart | null => {
  if (chosen === 'whole') return null;
  const shape = SHAPES[chosen];
  const [across, down] = width / height > shape ? [height * shape, height] : [width, width / shape];
  return { x: (width - across) / 2, y: (height - down) / 2, width: across, height: down };
};

/** What a picture's name says of its size and part, so that several of a sheet can be told apart. */
export const suffixOf = (options: { readonly size: (typeof SCREEN_SIZES)[number]; readonly part: Part }): string | null => {
  const side = longestOf(options);
  const words = [options.part === 'whole' ? '' : options.part, side === 0 ? '' : `${side}px`].filter(Boolean);
  return words.length > 0 ? words.join('-') : null;
};
