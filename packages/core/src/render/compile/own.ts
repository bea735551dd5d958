import type { CutOutMask, Mask, Pass } from '../../sheet/model';
import { masksOf as allMasksOf } from '../../sheet/walk';
import { convertNode } from '../convert-node';
import { freedNode } from '../mask-nodes';
import type { Node } from '../node';
import { coverageNode, cutNode, maskedNode, productNode, type Plane } from '../plane-nodes';
import { isHard, referenceTo, type Context } from './context';
import { addRecords, noRecords, type Records } from './graph';
import { cutOut, isDrawn, masksOf } from './masks';
import { steps } from './steps';
import { wornCoverage } from './wear';

/** Where a pass shows: its masks, and what it lies within. */
export const weightsOf = (context: Context, pass: Pass): Plane | null => {
  const { within } = pass.lay;
  const inside = within === undefined ? [] : [coverageNode(referenceTo(context, within, pass, 'lies within'))];
  return productNode([...masksOf(context, pass.masks, pass, pass.id), ...inside]);
};

/** A source in its subject's own colours, where a cut-out with soft edges shows it. */
const freed = (context: Context, pass: Pass, placed: Node): Node => {
  const soft = pass.masks.find(
    (mask): mask is CutOutMask => mask.on && mask.kind === 'cut-out' && !mask.invert && mask.band > 0 && isDrawn(mask),
  );
  if (!soft) return placed;
  return freedNode(convertNode(placed, 'colour'), cutOut(context, soft, pass), soft.band, context.scale.pxPerMm);
};

/** A pass's own raster as it will be laid: source, steps, masks, edges and wear. */
const made = (context: Context, pass: Pass, sourceFor: () => Node): Node => {
  const { records } = context;
  const placed = sourceFor();
  records.sources.set(pass.id, placed);
  const drawn = placed.kind === 'index' ? convertNode(placed, 'colour') : placed;
  const treated = steps(context, pass, freed(context, pass, drawn));
  const weights = weightsOf(context, pass);
  const masked = weights ? maskedNode(treated, weights) : treated;
  const cut = (node: Node): Node => (isHard(context, pass) ? cutNode(node) : node);
  const whole = cut(masked);
  records.passes.set(pass.id, whole);
  const left = wornCoverage(context, pass, masked);
  const own = left === masked ? whole : cut(left);
  records.printed.set(pass.id, own);
  return own;
};

/** True for a mask that reads another pass. */
const readsPass = (mask: Mask): boolean => mask.kind === 'picture' && 'pass' in mask.of;

/** True where nothing but the pass itself, its pictures and the sheet's own dials decide how it is made. */
const standsAlone = (pass: Pass): boolean => {
  if (pass.source.kind === 'group' || pass.source.kind === 'sheet' || pass.lay.within !== undefined) return false;
  if (allMasksOf(pass).some(readsPass)) return false;
  return pass.wear.every((wear) => wear.kind === 'texture' && wear.guards.every((guard) => guard.pass === pass.id));
};

interface Own {
  readonly node: Node;
  readonly records: Records;
  readonly unknown: readonly string[];
}

/** Passes made lately, by the pass itself: a sheet with one pass changed makes only that one anew. */
const kept = new WeakMap<Pass, Map<string, Own>>();
/** Scales and settings that each is kept for. */
const MOST_KEPT = 12;

export const ownRaster = (context: Context, pass: Pass, sourceFor: () => Node): Node => {
  if (!standsAlone(pass)) return made(context, pass, sourceFor);
  const ways = kept.get(pass) ?? new Map<string, Own>();
  kept.set(pass, ways);
  let own = ways.get(context.name);
  if (!own) {
    const inside: Context = { ...context, records: noRecords(), unknown: [] };
    own = { node: made(inside, pass, sourceFor), records: inside.records, unknown: inside.unknown };
    ways.set(context.name, own);
    for (const oldest of ways.keys()) if (ways.size > MOST_KEPT) ways.delete(oldest);
  }
  addRecords(context.records, own.records);
  context.unknown.push(...own.unknown);
  return own.node;
};
