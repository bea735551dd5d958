import type { Ground } from './field';

/** What light a surface gives back at a place (0 … 1), and how much of its second colour is there. */
export interface Look {
  light: number;
  stain: number;
}

/** A surface as it lies under a scanner. */
export interface Surface {
  readonly name: string;
  readonly title: string;
  readonly note: string;
  /** Encoded colours, 0 … 255, at full light: its own, and what stains it. */
  readonly paper: readonly [number, number, number];
  readonly stain: readonly [number, number, number];
  readonly make: (ground: Ground) => (x: number, y: number, out: Look) => void;
}
