import { convertNode } from '../../nodes/convert-node';
import { emptyNode } from '../../nodes/empty-node';
import type { Node } from '../../nodes/node';
import { pictureNode } from '../../nodes/picture-node';
import type { Pass, Sheet, SheetRef, Source } from '../../sheet/model';
import type { TypePass } from '../../sheet/outlined';
import type { SourceAt } from '../../sources/declare';
import { sourceOfKind } from '../../sources/kinds';
import { sheetNode } from '../../sources/sheet-node';
import { setNode } from '../../sources/type';
import { wholeRegion, type Scale } from '../scale';
import { infoFor, type Context } from './context';
import { CompileError, type Chain, type Graph } from './graph';

/** Why a source cannot be printed as its dials stand, or null. */
const sourceFault = (source: Source): string | null => {
  const values = source as unknown as Readonly<Record<string, unknown>>;
  for (const [name, dial] of Object.entries(sourceOfKind(source.kind)?.dials ?? {})) {
    const checked = dial.check(values[name]);
    if (!checked.ok) return checked.why;
  }
  return null;
};

const sourceAt = (context: Context, pass: Pass, compileOther: CompileOther | null): SourceAt => {
  const { placement } = pass;
  const { pxPerMm } = context.scale;
  return {
    placement,
    pxPerMm,
    colourOf: context.colourOf,
    picture: (ref) => pictureNode(infoFor(context, ref, pass), placement, pxPerMm),
    sheet: (ref) => (compileOther ? otherSheet(context, ref, pass, compileOther) : emptyNode()),
  };
};

/** A type pass's letters where they are set, whatever its steps and masks make of them. */
export const letteringNode = (context: Context, pass: TypePass): Node =>
  setNode({ ...pass.source, filled: true }, sourceAt(context, pass, null));

/** Compiles another sheet at a scale, in a chain of sheets. */
export type CompileOther = (sheet: Sheet, scale: Scale, chain: Chain) => Graph;

/** Another sheet's print at the size it has here. A sheet that would print itself is refused with the chain named. */
const otherSheet = (context: Context, ref: SheetRef, pass: Pass, compileOther: CompileOther): Node<'colour'> => {
  const { chain, scale: here } = context;
  const sheet = context.sheetOf(ref.id);
  if (!sheet) {
    throw new CompileError(`The sheet that “${pass.name}” prints is not in this job: choose another one, or remove the pass.`);
  }
  const longer = [...chain, { id: ref.id, name: sheet.name }];
  if (chain.some(({ id }) => id === ref.id)) {
    const names = longer.map(({ name }) => `“${name}”`).join(' prints ');
    throw new CompileError(`A sheet cannot print itself: ${names}. Take “${pass.name}” off, or let it print another sheet.`);
  }
  const { size } = sheet;
  const { placement } = pass;
  const pxPerMm = here.pxPerMm * Math.max(placement.width / size.width, placement.height / size.height);
  const side = (mm: number): number => Math.max(1, Math.round(mm * pxPerMm));
  const scale: Scale = { width: side(size.width), height: side(size.height), pxPerMm, curves: here.curves };
  const { root, unknown } = compileOther(sheet, scale, longer);
  context.unknown.push(...unknown.map((what) => `${what} on the sheet “${sheet.name}”`));
  const print = { whole: wholeRegion(scale), size, pxPerMm };
  return sheetNode(convertNode(root, 'colour'), print, placement, here.pxPerMm);
};

/** A pass's source as placed; `composite` prints a group's passes. */
export const sourceOf = (context: Context, pass: Pass, composite: (passes: readonly Pass[]) => Node, compileOther: CompileOther): Node => {
  const { source } = pass;
  if (source.kind === 'group') return composite(source.passes);
  const declaration = sourceOfKind(source.kind);
  if (!declaration) {
    context.unknown.push(`source “${source.kind}” of “${pass.name}”`);
    return emptyNode();
  }
  const fault = sourceFault(source);
  if (fault) throw new CompileError(`“${pass.name}” cannot print: ${fault}.`);
  return declaration.node(source, sourceAt(context, pass, compileOther));
};
