import { rgbOfHex } from '../../raster/colour';
import type { Rgb } from '../../raster/raster';
import type { SourceInfo } from '../../raster/source-tiles';
import { isWhole, type Pass, type PictureRef, type RenderedEdges, type Sheet } from '../../sheet/model';
import { passesOf } from '../../sheet/walk';
import { pxPerMm } from '../../units/length';
import type { CurveCalls } from '../curve-node';
import type { BendNodes } from '../step-node';
import { keyOf } from '../../nodes/key';
import type { Node } from '../../nodes/node';
import type { Scale } from '../scale';
import { CompileError, noRecords, type Chain, type Graph, type InfoOf, type Records, type SheetOf } from './graph';
import type { HeldTones } from './held-tones';

/** What a sheet is compiled in: its scale, what it may read, and what is known of its passes so far. */
export interface Context {
  readonly sheet: Sheet;
  readonly scale: Scale;
  readonly infoOf: InfoOf;
  readonly sheetOf: SheetOf;
  readonly chain: Chain;
  /** The same sheet at analysis scale; null where this is it. */
  readonly analysis: (() => Graph) | null;
  /** The same at analysis scale with its screens as dots where they show there, for what is read of ink; null where this is it. */
  readonly dotted: (() => Graph) | null;
  /** Older tones that stand for those that are long in coming; null where none do. */
  readonly held: HeldTones | null;
  /** What of all but the pass itself decides how it compiles. */
  readonly name: string;
  readonly colourOf: (ref: unknown) => Rgb;
  readonly order: readonly string[];
  readonly unknown: string[];
  readonly records: Records;
  /** The curves that stand in for screens in a draft, and what was done to their ink since. */
  readonly curves: Map<Node, CurveCalls>;
  /** The bend that the dots of the pass in hand follow. */
  readonly bend: BendNodes | null;
}

export const contextOf = (
  sheet: Sheet,
  scale: Scale,
  infoOf: InfoOf,
  sheetOf: SheetOf,
  chain: Chain,
  analysis: (() => Graph) | null,
  dotted: (() => Graph) | null,
  held: HeldTones | null,
): Context => {
  const inks: ReadonlyMap<string, Rgb> = new Map(sheet.inks.map((ink) => [ink.id, rgbOfHex(ink.colour)]));
  const colourOf = (ref: unknown): Rgb => {
    const { ink, srgb } = (ref ?? {}) as { ink?: string; srgb?: string };
    if (srgb) return rgbOfHex(srgb);
    const found = ink === undefined ? inks.values().next().value : inks.get(ink);
    if (!found && ink !== undefined) {
      throw new CompileError(`Ink “${ink}” is not among the sheet's inks: ${[...inks.keys()].join(', ')}.`);
    }
    return found ?? [0, 0, 0];
  };
  return {
    sheet,
    scale,
    infoOf,
    sheetOf,
    chain,
    analysis,
    dotted,
    held,
    name: keyOf(
      'context',
      { scale, size: sheet.size, ppi: sheet.ppi, edges: sheet.edges, inks: sheet.inks, coarse: analysis === null, held: held?.name },
      [],
    ),
    colourOf,
    order: [...passesOf(sheet.passes)].map((pass) => pass.id),
    unknown: [],
    records: noRecords(),
    curves: new Map(),
    bend: null,
  };
};

/** True for the print itself, at whatever resolution. */
export const isTrue = ({ scale }: Context): boolean => scale.curves === 'never';

export const edgesOf = ({ sheet, scale }: Context, pass: Pass): RenderedEdges =>
  scale.traces?.includes(pass.id) ? 'traced' : (pass.edges ?? sheet.edges);

/** True where a pass is cut at one half. */
export const isHard = (context: Context, pass: Pass): boolean => isTrue(context) && edgesOf(context, pass) === 'hard';

/** True where every pixel of a pass is all or nothing, cut or as dots. */
export const isAllOrNothing = (context: Context, pass: Pass): boolean => isTrue(context) && isWhole(edgesOf(context, pass));

/** Pixels a millimetre of the print itself. */
export const printPxPerMm = ({ sheet, scale }: Context): number => Math.max(scale.pxPerMm, pxPerMm(sheet.ppi));

/** @throws CompileError for a picture that is not here. */
export const infoFor = ({ infoOf }: Context, picture: PictureRef, pass: Pass): SourceInfo => {
  const info = infoOf(picture.sha256);
  if (info) return info;
  throw new CompileError(
    `The picture of “${pass.name}” (${picture.path ?? picture.sha256.slice(0, 12)}) is not here: add it again, or remove the pass.`,
  );
};

/** An earlier pass's raster. @throws CompileError for a pass that prints later, or holds the reader, with the chain named. */
export const referenceTo = ({ records, order }: Context, id: string, holder: Pass, how: string): Node => {
  const node = records.passes.get(id);
  if (node) return node;
  const why = order.includes(id) ? 'which is not printed before it' : 'which is not on this sheet';
  throw new CompileError(`“${holder.name}” (${holder.id}) ${how} “${id}”, ${why}: name a pass that prints earlier.`);
};
