import type { Sheet } from '../../sheet/model';
import { analysisScale, wholeRegion, type Scale } from '../scale';
import { contextOf } from './context';
import type { Chain, Graph, InfoOf, SheetOf } from './graph';
import { finished } from './passes';

const graphOf = (sheet: Sheet, scale: Scale, infoOf: InfoOf, sheetOf: SheetOf, chain: Chain, analysis: (() => Graph) | null): Graph => {
  const context = contextOf(sheet, scale, infoOf, sheetOf, chain, analysis);
  const root = finished(context, (other, at, longer) => compiled(other, at, infoOf, sheetOf, longer));
  return { ...context.records, scale, region: wholeRegion(scale), root, unknown: [...new Set(context.unknown)] };
};

const compiled = (sheet: Sheet, scale: Scale, infoOf: InfoOf, sheetOf: SheetOf, chain: Chain): Graph => {
  let made: Graph | null = null;
  const analysis = (): Graph => (made ??= graphOf(sheet, analysisScale(sheet.size), infoOf, sheetOf, chain, null));
  return graphOf(sheet, scale, infoOf, sheetOf, chain, analysis);
};

const NO_SHEETS: SheetOf = () => undefined;
/** The outermost sheet; its own id is not known here, so that a cycle is found when it comes round again. */
const outermost = (sheet: Sheet): Chain => [{ id: null, name: sheet.name }];

/**
 * The sheet as a graph at one scale. `infoOf` knows the ingested pictures, `sheetOf` the job's other sheets. Statistics
 * come from the same sheet at analysis scale, whatever the scale asked for.
 * @throws CompileError for a missing picture, ink or sheet, a reference to what does not print earlier, or a sheet that
 * would print itself.
 */
export const compile = (sheet: Sheet, scale: Scale, infoOf: InfoOf, sheetOf: SheetOf = NO_SHEETS): Graph =>
  compiled(sheet, scale, infoOf, sheetOf, outermost(sheet));

/** The sheet's graph at analysis scale, for readings. */
export const compileAnalysis = (sheet: Sheet, infoOf: InfoOf, sheetOf: SheetOf = NO_SHEETS): Graph =>
  graphOf(sheet, analysisScale(sheet.size), infoOf, sheetOf, outermost(sheet), null);
