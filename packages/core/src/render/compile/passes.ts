import { blendMode } from '../../blend/modes';
import { readsBeneath } from '../../catalogue/references';
import { stepOfKind } from '../../catalogue/steps';
import type { ModeName } from '../../raster/kernels';
import { isWhole, MOST_TIMES, type Pass } from '../../sheet/model';
import { ByteCache } from '../../nodes/cache';
import { convertNode } from '../../nodes/convert-node';
import {
  bareIndex,
  cutPalette,
  isIndex,
  keptWhereNode,
  paletteNode,
  recolouredNode,
  renderedPalette,
  stampNode,
  type IndexNode,
} from '../index-nodes';
import { layNode } from '../lay-node';
import { mixNode } from '../../nodes/mix-node';
import type { Node } from '../../nodes/node';
import { cutNode } from '../../nodes/plane-nodes';
import { emptyNode } from '../../nodes/empty-node';
import { SHEET_DOTS } from '../../steps/screen/dots';
import { screenedNode } from '../screened-node';
import { isAllOrNothing, isTrue, type Context } from './context';
import { shareOf } from '../../raster/raster';
import { noRecords, type PrintNode } from './graph';
import { ownRaster, weightsOf } from './own';
import { sourceOf, type CompileOther } from './sources';
import { steps } from './steps';
import { worn, wornCoverage } from './wear';

/**
 * Passes in printing order on nothing; gives the finished composite. A hard sheet begins as entries of a palette, and goes
 * over to colours at the first pass that prints more than inks.
 */
export const composite = (context: Context, passes: readonly Pass[], compileOther: CompileOther): PrintNode => {
  let beneath: PrintNode = isTrue(context) && isWhole(context.sheet.edges) ? bareIndex() : emptyNode();
  for (const pass of passes) {
    if (readsBeneath(pass)) context.records.beneath.set(pass.id, coloursOf(beneath));
    const printed: PrintNode =
      pass.source.kind === 'overall' ? overall(context, pass, beneath) : laid(context, pass, beneath, compileOther);
    // A pass that is off still serves as a reference, so it is compiled all the same.
    if (pass.on) beneath = printed;
  }
  return beneath;
};

/** The finished composite of a sheet, each pixel of a hard one all or nothing. */
export const finished = (context: Context, compileOther: CompileOther): PrintNode => {
  const printed = composite(context, context.sheet.passes, compileOther);
  const { edges } = context.sheet;
  if (!isTrue(context) || !isWhole(edges)) return printed;
  if (isIndex(printed)) return recolouredNode(printed, cutPalette(printed.palette), 'cut');
  // What overall and smooth passes leave soft becomes dots, or is cut.
  const whole = edges === 'screened' ? screenedNode(printed, SHEET_DOTS, context.scale.pxPerMm) : cutNode(printed);
  return whole as Node<'colour'>;
};

const timesOf = ({ lay }: Pass): number => Math.max(1, Math.min(MOST_TIMES, Math.floor(lay.times ?? 1)));

const modeOf = (context: Context, pass: Pass): ModeName => {
  const mode = blendMode(pass.lay.mode);
  if (!mode) context.unknown.push(`lay “${pass.lay.mode}” of “${pass.name}”`);
  return mode?.name ?? 'normal';
};

/** What a pass leaves when it is laid on what is beneath. */
const laid = (context: Context, pass: Pass, beneath: PrintNode, compileOther: CompileOther): PrintNode => {
  const group = (passes: readonly Pass[]): Node => composite(context, passes, compileOther);
  const own = ownRaster(context, pass, () => sourceOf(context, pass, group, compileOther));
  const [mode, strength] = [modeOf(context, pass), shareOf(pass.lay.strength)];
  if (isIndex(beneath)) {
    const stamped =
      own.kind === 'ink' && own.colour && isAllOrNothing(context, pass)
        ? stampNode(beneath, own as Node<'ink'>, own.colour, mode, strength, timesOf(pass))
        : null;
    if (stamped) return stamped;
  }
  return repeated(pass, coloursOf(beneath), (under) => layNode(under, own, mode, strength));
};

/** A composite as colours; nothing stays nothing. */
const coloursOf = (beneath: PrintNode): Node<'colour'> =>
  isIndex(beneath) && beneath.palette.length === 4 ? emptyNode() : convertNode(beneath, 'colour');

/** Lays as many times as the pass says. */
const repeated = (pass: Pass, beneath: Node<'colour'>, lay: (beneath: Node<'colour'>) => Node<'colour'>): Node<'colour'> => {
  let printed = beneath;
  for (let n = timesOf(pass); n > 0; n--) printed = lay(printed);
  return printed;
};

/** What an overall pass makes of colours, at its lay's mode and strength. */
const treatedBy = (context: Context, pass: Pass, beneath: Node<'colour'>, treated: Node<'colour'>): Node<'colour'> => {
  const weights = weightsOf(context, pass);
  const [mode, strength] = [modeOf(context, pass), shareOf(pass.lay.strength)];
  return repeated(pass, beneath, (under) => {
    if (mode !== 'normal') return layNode(under, treated, mode, strength, true, weights);
    return treated === under ? under : (mixNode(under, treated, strength, weights) as Node<'colour'>);
  });
};

/** Treats everything printed so far: replaced, or with a blend mode blended keeping its coverage. */
const overall = (context: Context, pass: Pass, beneath: PrintNode): PrintNode => {
  const { records } = context;
  if (isIndex(beneath) && treatsEntries(pass)) {
    const printed = overallIndex(context, pass, beneath);
    records.printed.set(pass.id, printed);
    return printed;
  }
  const under = coloursOf(beneath);
  records.sources.set(pass.id, under);
  const treated = convertNode(steps(context, pass, under), 'colour');
  records.passes.set(pass.id, treated);
  const printed = wornCoverage(context, pass, treatedBy(context, pass, under, treated)) as Node<'colour'>;
  records.printed.set(pass.id, printed);
  return printed;
};

/** True where a pass treats each colour by itself, everywhere alike. */
export const treatsEntries = (pass: Pass): boolean =>
  pass.masks.length === 0 &&
  pass.lay.within === undefined &&
  pass.steps.every((step) => !step.on || (stepOfKind(step.kind)?.pointwise === true && step.masks.length === 0 && step.zones.length === 0));

/** The same on the composite of a hard sheet: its palette is treated, and wear takes whole pixels. */
const overallIndex = (context: Context, pass: Pass, beneath: IndexNode): IndexNode => {
  const { records } = context;
  records.sources.set(pass.id, beneath);
  const raw = paletteNode(beneath.palette);
  // The steps' own readings look at the print, not at its palette.
  const treated = convertNode(steps({ ...context, records: noRecords() }, pass, raw), 'colour');
  const count = beneath.palette.length / 4;
  const work = { statistics: new ByteCache<never>(1) };
  const whole = treatedBy(context, pass, raw, treated);
  const palette = renderedPalette(whole, count, work);
  records.passes.set(pass.id, recolouredNode(beneath, renderedPalette(treated, count, work), pass.id));
  return worn(context, pass, recolouredNode(beneath, palette, pass.id), keptWhereNode);
};
