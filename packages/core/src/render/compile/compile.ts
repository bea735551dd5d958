import type { Sheet } from '../../sheet/model';
import { once } from '../../units/remember';
import { analysisScale, wholeRegion, type Scale } from '../scale';
import { contextOf } from './context';
import type { HeldTones } from './held-tones';
import { CompileError, type Chain, type Graph, type InfoOf, type SheetOf } from './graph';
import { finished } from './passes';

/** Sheets within a sheet, those within them and so on, that are compiled at most: each once for each size that it has. */
const MOST_NESTED = 60;

/** What one call compiles of: pictures, other sheets, and the graphs of these so far, by sheet and size. */
interface Job {
  readonly infoOf: InfoOf;
  readonly sheetOf: SheetOf;
  readonly nested: Map<string, Graph | null>;
}

/** A sheet's graphs at analysis scale, made when they are asked for, null in themselves; and older tones in the place of its own. */
interface Read {
  readonly analysis: (() => Graph) | null;
  readonly dotted: (() => Graph) | null;
  readonly held?: HeldTones | null;
}

const graphOf = (sheet: Sheet, scale: Scale, job: Job, chain: Chain, { analysis, dotted, held = null }: Read): Graph => {
  const context = contextOf(sheet, scale, job.infoOf, job.sheetOf, chain, analysis, dotted, held);
  const root = finished(context, (other, at, longer) => nestedGraph(other, at, job, longer));
  return { ...context.records, scale, region: wholeRegion(scale), root, unknown: [...new Set(context.unknown)] };
};

const nestedGraph = (sheet: Sheet, scale: Scale, job: Job, chain: Chain): Graph => {
  const name = JSON.stringify([chain.at(-1)?.id, scale]);
  const known = job.nested.get(name);
  if (known) return known;
  if (job.nested.size >= MOST_NESTED) {
    throw new CompileError(
      `The sheet prints more than ${MOST_NESTED} sheets and sheets within these, each size counted: print fewer, or send some out and lay their files as pictures.`,
    );
  }
  // Counted before what is within it.
  job.nested.set(name, null);
  const made = compiled(sheet, scale, job, chain);
  job.nested.set(name, made);
  return made;
};

const readOf = (sheet: Sheet, job: Job, chain: Chain): { readonly analysis: () => Graph; readonly dotted: () => Graph } => {
  const scale = analysisScale(sheet.size);
  const made = (curves: Scale['curves'], read: Read) => once(() => graphOf(sheet, { ...scale, curves }, job, chain, read));
  // The dotted graph's own statistics of tones come from one that asks for no dots, so that neither waits for the other.
  const dotted = made('where too fine', { analysis: made('always', { analysis: null, dotted: null }), dotted: null });
  return { analysis: made('always', { analysis: null, dotted }), dotted };
};

const compiled = (sheet: Sheet, scale: Scale, job: Job, chain: Chain, held: HeldTones | null = null): Graph =>
  graphOf(sheet, scale, job, chain, { ...readOf(sheet, job, chain), held });

const NO_SHEETS: SheetOf = () => undefined;
/** The outermost sheet; its own id is not known here, so that a cycle is found when it comes round again. */
const outermost = (sheet: Sheet): Chain => [{ id: null, name: sheet.name }];

/**
 * The sheet as a graph at one scale. `infoOf` knows the ingested pictures, `sheetOf` the job's other sheets. Statistics
 * come from the same sheet at analysis scale, whatever the scale asked for, but for those that are held.
 * @throws CompileError for a missing picture, ink or sheet, a reference to what does not print earlier, or a sheet that
 * would print itself.
 */
export const compile = (sheet: Sheet, scale: Scale, infoOf: InfoOf, sheetOf: SheetOf = NO_SHEETS, held: HeldTones | null = null): Graph =>
  compiled(sheet, scale, { infoOf, sheetOf, nested: new Map() }, outermost(sheet), held);

/** The sheet's graph at analysis scale, for readings. */
export const compileAnalysis = (sheet: Sheet, infoOf: InfoOf, sheetOf: SheetOf = NO_SHEETS): Graph =>
  readOf(sheet, { infoOf, sheetOf, nested: new Map() }, outermost(sheet)).analysis();
