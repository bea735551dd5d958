import type { Region } from '../../raster/raster';
import type { SourceInfo } from '../../raster/source-tiles';
import type { ColourRef, Sheet } from '../../sheet/model';
import type { IndexNode } from '../index-nodes';
import type { Node } from '../../nodes/node';
import type { Plane } from '../../nodes/plane-nodes';
import type { StatisticsNode } from '../../nodes/statistics-node';
import type { Scale } from '../scale';

/** Thrown for a sheet that cannot be rendered at all, saying what would do. */
export class CompileError extends Error {}

/** The finished print or a stage of it: colours, or in a hard sheet of few colours the numbers of a palette's entries. */
export type PrintNode = Node<'colour'> | IndexNode;

/** A wear at work: the share it takes at each place, and what is there before it does. */
export interface Wearing {
  readonly taken: Plane;
  readonly from: Node;
}

/** A plate's dots in its ink. */
export interface PlateNode {
  readonly ink: ColourRef | null;
  readonly node: Node<'ink'>;
}

/** What is known of the passes of a sheet, for those that print later and for readings. */
export interface Records {
  /** Each pass's own raster, after steps and masks, before its wear and lay: what others read of it. */
  readonly passes: Map<string, Node>;
  /** Each pass's own raster as it is laid: its wear taken out; of an overall pass, everything as it leaves it. */
  readonly printed: Map<string, Node>;
  /** Each wear that is on, by `pass/wear`: what it takes, and the raster that it takes it from. */
  readonly wears: Map<string, Wearing>;
  /** What masks look at over the whole sheet, coarsely, by what they are attached to and their id. */
  readonly coarse: Map<string, Plane>;
  /** Each mask that is on, before it joins others, by what it is attached to (a pass, step, zone or wear) and its id. */
  readonly masks: Map<string, Plane>;
  /** Each pass's source as placed, before any step. */
  readonly sources: Map<string, Node>;
  /** The plates that a pass prints by, each with its ink, without its masks; by the pass. */
  readonly plates: Map<string, readonly PlateNode[]>;
  /** What was printed before each pass that reads it. */
  readonly beneath: Map<string, Node<'colour'>>;
  /** The map of each step that reads one, and its tones where the step asks for them; by `pass/step`. */
  readonly maps: Map<string, { readonly map: Plane; readonly tones: StatisticsNode | null }>;
  /** Tones that a step goes by and that are long in coming; by `pass/step`. Older ones that stand for them are not among these. */
  readonly slowTones: Map<string, StatisticsNode>;
  /** What goes into each step, brought to the kind that it takes; by `pass/step`. */
  readonly inputs: Map<string, Node>;
  /** What comes out of each step that is on; by `pass/step`. */
  readonly outputs: Map<string, Node>;
}

export const noRecords = (): Records => ({
  passes: new Map(),
  printed: new Map(),
  wears: new Map(),
  coarse: new Map(),
  masks: new Map(),
  sources: new Map(),
  plates: new Map(),
  beneath: new Map(),
  maps: new Map(),
  slowTones: new Map(),
  inputs: new Map(),
  outputs: new Map(),
});

/** Adds what is known in one to another. */
export const addRecords = (to: Records, more: Records): void => {
  for (const name of Object.keys(to) as (keyof Records)[]) {
    const target = to[name] as Map<string, unknown>;
    for (const [key, value] of more[name]) target.set(key, value);
  }
};

type Reading = { readonly [K in keyof Records]: Records[K] extends Map<string, infer V> ? ReadonlyMap<string, V> : never };

/** A sheet ready to be rendered at one scale. */
export interface Graph extends Reading {
  readonly scale: Scale;
  readonly region: Region;
  /** The finished print, without stock. */
  readonly root: PrintNode;
  /** What the sheet holds that this version does not know; while there is any, it cannot print true. */
  readonly unknown: readonly string[];
}

export const wearName = (passId: string, wearId: string): string => `${passId}/${wearId}`;
export const maskName = (attachedTo: string, maskId: string): string => `${attachedTo}/${maskId}`;
export const stepName = (passId: string, stepId: string): string => `${passId}/${stepId}`;

export type InfoOf = (sha256: string) => SourceInfo | undefined;
/** The other sheets of the job, by their ids. */
export type SheetOf = (id: string) => Sheet | undefined;

/** The sheets that are being printed into each other, outermost first. */
export type Chain = readonly { readonly id: string | null; readonly name: string }[];
