import type { Node, PlanWork, Region, Rendering, Sheet, TileName, Work } from '@uvrant/core';
import { overlap, planPieces, trueScale, wantsOf } from '@uvrant/core';
import type { Results, Task, TilePlace } from '../protocol';
import type { OpenSheet } from './open-sheet';

/** Work that first says which tiles it needs, then renders. */
export interface PlannedTask<R> {
  /** The tiles, with nothing in between where it may stop for a while. */
  readonly wants: (work: PlanWork) => Iterable<TileName | void>;
  readonly run: (work: Work) => Rendering<R>;
  /** Buffers of the result to be handed over. */
  readonly transfer: (result: R) => ArrayBuffer[];
}

/** Gathers what is wanted, stopping where it may. */
export function* gathered(wants: Iterable<TileName | void>): Rendering<TileName[]> {
  const names: TileName[] = [];
  for (const name of wants) {
    if (name) names.push(name);
    else yield;
  }
  return names;
}

/** What rendering a region of some nodes wants, a block at a time. */
export function* wantedBy(nodes: readonly Node[], region: Region, work: PlanWork): Generator<TileName | void> {
  for (const node of nodes) yield* (yield* wantsOf(node, region, work)).tiles.values();
}

/** What reading some nodes piece by piece wants, a node at a time. */
export function* inPieces(nodes: readonly Node[], region: Region, work: PlanWork): Generator<TileName | void> {
  for (const node of nodes) {
    yield* planPieces(node, region, work);
    yield;
  }
}

/** Which of a worker's pools a task keeps its rasters in; a true print keeps none. */
export type PoolName = 'draft' | 'reading' | null;

/** One kind of task: the pool it works in, and its work. */
export interface TaskRow<K extends Task['kind']> {
  readonly pool: (task: Extract<Task, { kind: K }>) => PoolName;
  readonly plan: (open: OpenSheet, task: Extract<Task, { kind: K }>) => PlannedTask<Results[K]>;
}

export const row = <K extends Task['kind']>(_: K, given: TaskRow<K>): TaskRow<K> => given;

/** The part of a sheet that a tile shows, in pixels of its own scale. @throws where none of it is on the sheet. */
export const viewRegion = ({ side, x, y }: TilePlace, by: number, whole: Region): Region => {
  const region = overlap({ x: x * side * by, y: y * side * by, width: side * by, height: side * by }, whole);
  if (!region) throw new Error(`tile ${x}, ${y} is not on the sheet`);
  return region;
};

/** Halvings after which the long side of a sheet, or of a part of it, has at most `side` pixels. */
export const halvingsFor = ({ size, ppi }: Pick<Sheet, 'size' | 'ppi'>, side: number): number => {
  const { width, height } = trueScale(size, ppi);
  return Math.max(0, Math.ceil(Math.log2(Math.max(width, height) / side)));
};
