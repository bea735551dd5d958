import type { Ground, Places } from './ground';

/** What light a surface gives back at each place of a row (0 … 1), and how much of its second colour is there. */
export interface Look {
  readonly light: Float64Array;
  readonly stain: Float64Array;
}

/** A surface as it lies under a scanner. */
export interface Surface {
  readonly name: string;
  readonly title: string;
  readonly note: string;
  /** Encoded colours, 0 … 255, at full light: its own, and what stains it. */
  readonly paper: readonly [number, number, number];
  readonly stain: readonly [number, number, number];
  readonly make: (ground: Ground) => (at: Places, out: Look) => void;
}

/** Black ink and toner, and a white sheet, as a scanner sees them. */
export const DARK_INK: readonly [number, number, number] = [38, 36, 38];
export const WHITE_SHEET: readonly [number, number, number] = [243, 241, 235];
