import { passesGuarded, passesMatched, passesRead, readsBeneath, wearsShared } from '../../catalogue/references';
import { cleanedEdgeNode } from '../../masks/edge-colours';
import { maskOfKind } from '../../masks/kinds';
import type { Pass } from '../../sheet/model';
import { masksOf as allMasksOf } from '../../sheet/walk';
import { convertNode } from '../../nodes/convert-node';
import type { Node } from '../../nodes/node';
import { Latest } from '../../units/latest';
import { coverageNode, cutNode, maskedNode, productNode, type Plane } from '../../nodes/plane-nodes';
import { dotsOf } from '../../steps/screen/dots';
import { screenedNode } from '../screened-node';
import { isAllOrNothing, isHard, referenceTo, type Context } from './context';
import { addRecords, noRecords, type Records } from './graph';
import { maskAt, masksOf } from './masks';
import { steps } from './steps';
import { wornCoverage } from './wear';

/** Where a pass shows: its masks, and what it lies within. */
export const weightsOf = (context: Context, pass: Pass): Plane | null => {
  const { within } = pass.lay;
  const inside = within === undefined ? [] : [coverageNode(referenceTo(context, within, pass, 'lies within'))];
  return productNode([...masksOf(context, pass.masks, pass, pass.id), ...inside]);
};

/** A source in its subject's own colours, where one of its masks takes the ground's out of them. */
const foregroundOf = (context: Context, pass: Pass, placed: Node): Node => {
  for (const mask of pass.masks) {
    const own = mask.on ? maskOfKind(mask.kind)?.foreground?.(mask, maskAt(context, mask, pass, pass.id)) : null;
    if (own) return own;
  }
  return placed;
};

/** A source whose edge, where the masks of its pass say so, has lost the colour of the ground that it was taken from. */
const cleanedOf = (context: Context, pass: Pass, drawn: Node): Node => {
  const edge = Math.max(0, ...pass.masks.filter(({ on }) => on).map(({ cleaned }) => cleaned ?? 0));
  const coverage = edge > 0 ? productNode(masksOf(context, pass.masks, pass, pass.id)) : null;
  return coverage ? cleanedEdgeNode(convertNode(drawn, 'colour'), coverage, edge, context.scale.pxPerMm) : drawn;
};

/** A pass's pixels all or nothing where its edges are: cut at a half, or its soft parts as dots of its own screen. */
const wholePixels = (context: Context, pass: Pass, node: Node): Node => {
  if (isHard(context, pass)) return cutNode(node);
  return isAllOrNothing(context, pass) ? screenedNode(node, dotsOf(pass), context.scale.pxPerMm) : node;
};

/** A pass's own raster as it will be laid: source, steps, masks, edges and wear. */
const made = (context: Context, pass: Pass, sourceFor: () => Node): Node => {
  const { records } = context;
  const placed = sourceFor();
  records.sources.set(pass.id, placed);
  const drawn = placed.kind === 'index' ? convertNode(placed, 'colour') : placed;
  const treated = steps(context, pass, cleanedOf(context, pass, foregroundOf(context, pass, drawn)));
  const weights = weightsOf(context, pass);
  const masked = weights ? maskedNode(treated, weights) : treated;
  const cut = (node: Node): Node => wholePixels(context, pass, node);
  const whole = cut(masked);
  records.passes.set(pass.id, whole);
  const left = wornCoverage(context, pass, masked);
  const own = left === masked ? whole : cut(left);
  records.printed.set(pass.id, own);
  return own;
};

/** True where nothing but the pass itself, its pictures and the sheet's own dials decide how it is made. */
const standsAlone = (pass: Pass): boolean => {
  if (pass.source.kind === 'group' || pass.source.kind === 'sheet' || pass.lay.within !== undefined) return false;
  if (readsBeneath(pass) || pass.steps.some((step) => passesMatched(step).length > 0)) return false;
  if (allMasksOf(pass).some((mask) => passesRead(mask).length > 0)) return false;
  return pass.wear.every((wear) => wearsShared(wear).length === 0 && passesGuarded(wear).every((id) => id === pass.id));
};

interface Own {
  readonly node: Node;
  readonly records: Records;
  readonly unknown: readonly string[];
}

/** Passes made lately, by the pass itself: a sheet with one pass changed makes only that one anew. */
const kept = new WeakMap<Pass, Latest<string, Own>>();
/** Scales and settings that each is kept for. */
const MOST_KEPT = 12;

export const ownRaster = (context: Context, pass: Pass, sourceFor: () => Node): Node => {
  if (!standsAlone(pass)) return made(context, pass, sourceFor);
  const ways = kept.get(pass) ?? new Latest<string, Own>(MOST_KEPT);
  kept.set(pass, ways);
  const own = ways.of(context.name, () => {
    const inside: Context = { ...context, records: noRecords(), unknown: [] };
    return { node: made(inside, pass, sourceFor), records: inside.records, unknown: inside.unknown };
  });
  addRecords(context.records, own.records);
  context.unknown.push(...own.unknown);
  return own.node;
};
