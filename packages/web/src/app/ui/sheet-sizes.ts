import { PAPER_SIZES, type Size } from '@uvrant/core';

export interface TradeSize {
  readonly name: string;
  readonly size: Size;
  readonly use: string;
}

/** Sides that a sheet can have, mm, and its pixels an inch. */
const SIDES = { least: 10, most: 5000 };
const PPIS = { least: 36, most: 2400 };

const within = (value: number, { least, most }: typeof SIDES): number => Math.max(least, Math.min(most, value));

/** A typed size as near as a sheet can have it. */
export const heldSize = ({ width, height }: Size): Size => ({ width: within(width, SIDES), height: within(height, SIDES) });

export const heldPpi = (ppi: number): number => Math.round(within(ppi, PPIS));

/** As near as two sheets are taken for one size, mm. */
const SAME_MM = 0.05;

export const turned = ({ width, height }: Size): Size => ({ width: height, height: width });

/** The sizes of the trade, all portrait or all landscape. */
export const tradeSizes = (isLandscape: boolean): readonly TradeSize[] =>
  PAPER_SIZES.map(({ name, width, height, use }) => ({
    name,
    size: isLandscape ? { width: height, height: width } : { width, height },
    use,
  }));

/** The name of a size of the trade, whichever way it is turned; null where it is none. */
export const tradeName = ({ width, height }: Size): string | null => {
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  const isIt = (size: Size): boolean => Math.abs(size.width - short) < SAME_MM && Math.abs(size.height - long) < SAME_MM;
  return tradeSizes(false).find(({ size }) => isIt(size))?.name ?? null;
};
