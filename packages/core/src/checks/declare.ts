import type { InfoOf, Graph } from '../render/compile/graph';
import type { PlanWork, Rendering, Work } from '../nodes/node';
import type { TileName } from '../raster/source-tiles';
import type { Sheet, Size } from '../sheet/model';
import type { PrintProfile } from './profiles';
import type { Mend } from './mend';

/** A part of the sheet, mm. */
export interface FoundPlace extends Size {
  readonly x: number;
  readonly y: number;
}

/** Something that would not print as it should. */
export interface Finding {
  readonly check: string;
  /** What is wrong, in a few words; and in figures, what and where. */
  readonly title: string;
  readonly detail: string;
  readonly pass: string | null;
  readonly place: FoundPlace | null;
  /** The change that mends it, where one does. */
  readonly mend: { readonly words: string; readonly change: Mend } | null;
}

/** What a check came to: what it found, or the figure that is in order; neither where there was nothing to look at. */
export interface Outcome {
  readonly findings: readonly Omit<Finding, 'check'>[];
  readonly figure: string | null;
}

/** What checks look at. */
export interface CheckAt {
  readonly sheet: Sheet;
  readonly profile: PrintProfile;
  readonly infoOf: InfoOf;
  /** The sheet at analysis scale, and at its own pixels. */
  readonly analysis: Graph;
  readonly whole: Graph;
}

export interface Check {
  /** What it looks at, in the list of what is in order. */
  readonly title: string;
  /** Source tiles that it needs. */
  readonly wants?: (at: CheckAt, work: PlanWork) => TileName[];
  readonly run: (at: CheckAt, work: Work) => Rendering<Outcome>;
}

export const NOTHING_TO_CHECK: Outcome = { findings: [], figure: null };

/** A check that reads the document alone. */
export const written = (title: string, read: (at: CheckAt) => Outcome): Check => ({
  title,
  *run(at) {
    yield;
    return read(at);
  },
});

/** A figure with as many places as are of use. */
export const figured = (value: number, places = 1): string => String(Number(value.toFixed(places)));

/** Shares as a person reads them. */
export const percent = (share: number): string => `${share < 0.1 ? figured(100 * share) : Math.round(100 * share)} %`;
