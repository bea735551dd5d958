import { stepOfKind } from '../../catalogue/steps';
import { upgradedStep } from '../../catalogue/upgraded';
import { ONE, type Rgb } from '../../raster/raster';
import type { Pass, Step } from '../../sheet/model';
import { attachedName } from '../../sheet/attached';
import { separation } from '../../steps/process/separation';
import type { AnyStep, Bend, Plate, StepAt } from '../../steps/declare';
import { dotsOf } from '../../steps/screen/dots';
import { coarseNode } from '../../nodes/coarse-node';
import { convertNode } from '../../nodes/convert-node';
import { relitNode } from '../../nodes/relit-node';
import { shiftFor, SPLINE_REACH } from '../../raster/coarse';
import { curveNode, type CurveCalls } from '../curve-node';
import { mixNode } from '../../nodes/mix-node';
import type { Node } from '../../nodes/node';
import { coverageNode, cutNode, productNode, readNode, softNode, type Plane } from '../../nodes/plane-nodes';
import { emptyNode } from '../../nodes/empty-node';
import { layNode } from '../lay-node';
import { pointNode } from '../point-node';
import { wholeRegion } from '../scale';
import { isPicture } from '../../nodes/picture-node';
import type { StatisticsNode } from '../../nodes/statistics-node';
import { cellGrid, cellsNode } from '../cells-node';
import { coverageFor, stepNode, type BendNodes, type CoarseInput, type StepCall } from '../step-node';
import { bendNodes, bentPicture, inverseBend, type BendZone } from './bends';
import { edgesOf, isAllOrNothing, isTrue, referenceTo, type Context } from './context';
import { shareOf } from '../../raster/raster';
import { stepName, type PlateNode } from './graph';
import { heldFor } from './held-tones';
import { mapNode, mapTonesOf } from './maps';
import { masksOf } from './masks';
import { spotNode } from './spots';

type Params = Readonly<Record<string, unknown>>;

/** A pass's steps on its source, in order. */
export const steps = (context: Context, pass: Pass, source: Node): Node => {
  let [node, within]: [Node, Context] = [source, { ...context, bend: null }];
  for (const step of pass.steps) {
    const before = node;
    const bend = bendOf(within, pass, step, before);
    node = bend ? bentBy(within, pass, step, bend, before) : stepOn(within, pass, step, before);
    // The dots of what follows are bent by this instead of by what came before it.
    if (bend?.dots) within = { ...within, bend: bend.nodes };
  }
  return node;
};

/** A bend at work: what follows it, and its ways. */
interface Bending {
  readonly dots: boolean;
  readonly picture: boolean;
  readonly nodes: BendNodes;
}

/** The bend that a step is; null for one that is none, is off, or moves nothing. */
const bendOf = (context: Context, pass: Pass, written: Step, input: Node): Bending | null => {
  const step = upgradedStep(written);
  const declaration = stepOfKind(step.kind);
  if (!declaration?.bends || !step.on || step.version > declaration.version) return null;
  const { bends } = declaration;
  const bendBy = (params: Params): Bend | null =>
    bends(declaration.scaled && step.amount < 1 ? (declaration.scaled(params, step.amount) as Params) : params);
  const bend = bendBy(step.params);
  const zones = step.zones.flatMap((zone): BendZone[] => {
    const mask = productNode(masksOf(context, zone.masks, pass, attachedName(pass.id, { step: step.id, zone: zone.id })));
    return mask ? [{ bend: bendBy({ ...step.params, ...zone.params }), mask }] : [];
  });
  const does = [bend, ...zones.map((zone) => zone.bend)].find((each) => each !== null);
  const weights = productNode(masksOf(context, step.masks, pass, attachedName(pass.id, { step: step.id })));
  const nodes = bendNodes(bend, zones, colouredInput(input), weights, (part, given) => callOf(context, pass, step, part, given, input));
  return does && nodes ? { dots: does.dots, picture: does.picture, nodes } : null;
};

/** An index plane is read as colours. */
const colouredInput = (input: Node): Node => (input.kind === 'index' ? convertNode(input, 'colour') : input);

/** What a bend leaves of its input: moved, or as it was where only dots are bent. */
const bentBy = (context: Context, pass: Pass, step: Step, { picture, nodes }: Bending, input: Node): Node => {
  const name = stepName(pass.id, step.id);
  context.records.inputs.set(name, input);
  const output = picture
    ? bentPicture(colouredInput(input), nodes, (part, given) => callOf(context, pass, step, part, given, input))
    : input;
  context.records.outputs.set(name, output);
  return output;
};

const stepOn = (context: Context, pass: Pass, written: Step, raw: Node): Node => {
  const step = upgradedStep(written);
  const declaration = stepOfKind(step.kind);
  if (!declaration || step.version > declaration.version) {
    context.unknown.push(`step “${step.kind}” version ${step.version} of “${pass.name}”`);
    return raw;
  }
  const { records } = context;
  // A step on greys that keeps colours works on the picture's greys, and the picture is lit by them.
  const picture = declaration.keepsColour && (raw.kind === 'colour' || raw.kind === 'index') ? convertNode(raw, 'colour') : null;
  const input =
    declaration.takes === 'any'
      ? raw.kind === 'index'
        ? convertNode(raw, 'colour')
        : raw
      : convertNode(raw, declaration.takes as 'colour', inkFor(context, declaration, raw));
  const name = stepName(pass.id, step.id);
  records.inputs.set(name, input);
  // A bend that is not at work leaves everything as it is.
  if (!step.on || 'isBend' in declaration.apply) return raw;
  const weights = productNode(masksOf(context, step.masks, pass, attachedName(pass.id, { step: step.id })));
  const output = treated(context, pass, step, declaration, { raw, input, picture }, weights);
  records.outputs.set(name, output);
  return output;
};

/** What is not ink yet becomes the sheet's first ink for a step that works on ink. */
const inkFor = (context: Context, declaration: AnyStep, raw: Node): { colour: Rgb; carriesLights: boolean } | undefined =>
  declaration.takes === 'ink' && raw.kind !== 'ink' ? { colour: context.colourOf(null), carriesLights: false } : undefined;

/** What a step works on: as it came, as the step takes it, and the picture that a step on its greys lights anew. */
interface Worked {
  readonly raw: Node;
  readonly input: Node;
  readonly picture: Node<'colour'> | null;
}

const treated = (context: Context, pass: Pass, step: Step, declaration: AnyStep, worked: Worked, weights: Plane | null): Node => {
  const { raw, input, picture } = worked;
  const scaled = (params: Params): Params =>
    declaration.scaled && step.amount < 1 ? (declaration.scaled(params, step.amount) as Params) : params;
  const params = scaled(step.params);
  const amount = declaration.amount === 'mix' ? shareOf(step.amount) : ONE;
  if (!weights && step.zones.length === 0 && 'table' in declaration.apply && !picture) {
    return pointNode(input as Node<'tone'>, { ...callOf(context, pass, step, declaration, params, input), amount });
  }
  const run = (given: Params): Node => {
    const made = applied(context, pass, step, declaration, given, input);
    return picture ? relitNode(picture, input as Node<'tone'>, made as Node<'tone'>) : made;
  };
  let whole = run(params);
  for (const zone of step.zones) {
    const there = productNode(masksOf(context, zone.masks, pass, attachedName(pass.id, { step: step.id, zone: zone.id })));
    if (!there) continue;
    whole = mixNode(whole, run(scaled({ ...step.params, ...zone.params })), ONE, there);
  }
  if (amount === ONE && !weights) return whole;
  const call = callOf(context, pass, step, declaration, params, input);
  const ink = declaration.ink?.(params, call.at) ?? inkFor(context, declaration, raw);
  const bare = picture ?? (declaration.gives === 'same' ? input : convertNode(raw, declaration.gives as 'colour', ink));
  return amount === 0 ? bare : mixNode(bare, whole, amount, weights);
};

/** A grid that reads no further, in pixels, is taken from the input itself: so much more of it costs less than to make it twice. */
const NEAR_PX = 48;

/** The coarse grids that a step wishes for, of its input's greys or of its ink. */
const coarseOf = (declaration: AnyStep, params: Params, input: Node, pxPerMm: number): CoarseInput[] => {
  const wishes = declaration.coarse?.(params) ?? [];
  if (wishes.length === 0) return [];
  const greys = readNode(input);
  const isReadToo = !coverageFor(declaration, params, input);
  const isPlain = input.kind === 'ink' || input.kind === 'tone';
  return wishes.map(({ grain, reach, through }) => {
    const shift = shiftFor(grain * pxPerMm);
    const beyond = Math.ceil((reach * pxPerMm) / 2 ** shift) + (shift === 0 ? 0 : SPLINE_REACH);
    const isNear = isPlain && (beyond + 2) * 2 ** shift <= NEAR_PX;
    const node = isNear ? null : coarseNode(greys, shift, through ?? null, isReadToo);
    return { node, shift, reach: beyond + 1, through: through ?? null };
  });
};

/** The cells of the whole sheet that a step decides on. */
const cellsOf = (declaration: AnyStep, params: Params, input: Node, { scale }: Context): StepCall['cells'] => {
  const wish = declaration.cells?.(params);
  if (!wish || input.kind !== 'tone') return null;
  const whole = wholeRegion(scale);
  const grid = cellGrid(wish.size, scale.pxPerMm, whole);
  return { node: cellsNode(input as Node<'tone'>, whole, grid, wish), grid };
};

const callOf = (context: Context, pass: Pass, step: Step, declaration: AnyStep, params: Params, input: Node): StepCall => {
  const at: StepAt = {
    pxPerMm: context.scale.pxPerMm,
    edges: edgesOf(context, pass),
    draft: !isTrue(context),
    colourOf: context.colourOf,
    statistics: null,
    others: null,
    coarse: [],
    covered: null,
    map: null,
    cells: null,
    bend: null,
    spot: () => {
      throw new Error('a dot of one’s own is known while a step is at work');
    },
    mapTones: null,
    box: input.bounds?.box ?? wholeRegion(context.scale),
    dots: dotsOf(pass),
    placement: pass.placement,
    size: context.sheet.size,
    wanted: wholeRegion(context.scale),
    original: null,
  };
  const statistics = declaration.wantsStatistics?.(params)
    ? statisticsFor(context, stepName(pass.id, step.id), declaration.readsInk?.(params) ?? null)
    : null;
  const source = context.records.sources.get(pass.id);
  const original = declaration.readsOriginal && source ? convertNode(source, 'colour') : null;
  const other = declaration.readsTonesOf?.(params) ?? null;
  const others = other === null ? null : tonesOf(context, other, pass, declaration);
  const wish = declaration.readsMap?.(params) ?? null;
  const bend = declaration.followsBends ? context.bend : null;
  const straight = wish && mapNode(context, wish, pass, declaration.title);
  // A map that stands for a screen is bent as dots are.
  const unbent = { ...context, bend: null };
  const map = straight && bend ? bentPicture(straight, bend, (part, given) => callOf(unbent, pass, step, part, given, straight)) : straight;
  const mapTones = wish?.tones ? mapTonesOf(context, wish, pass, declaration.title) : null;
  if (straight) context.records.maps.set(stepName(pass.id, step.id), { map: straight, tones: mapTones });
  // Cells are decided by what lies where their dots come to lie.
  const decided =
    bend && declaration.cells
      ? bentPicture(input, inverseBend(bend, at.pxPerMm), (part, given) => callOf(unbent, pass, step, part, given, input))
      : input;
  const cells = cellsOf(declaration, params, decided, context);
  const spotWish = declaration.readsSpot?.(params) ?? null;
  return {
    declaration,
    params,
    at,
    statistics,
    others,
    map: map as StepCall['map'],
    mapTones,
    cells,
    spot: spotWish && spotNode(context, spotWish, pass),
    bend,
    coarse: coarseOf(declaration, params, input, at.pxPerMm),
    original,
  };
};

const applied = (context: Context, pass: Pass, step: Step, declaration: AnyStep, params: Params, input: Node): Node => {
  const call = callOf(context, pass, step, declaration, params, input);
  if ('table' in declaration.apply) return pointNode(input as Node<'tone'>, { ...call, amount: ONE });
  if ('plates' in declaration.apply) return printed(context, pass, step, declaration.apply.plates(params), input);
  const way = declaration.greyWay?.(params);
  const atSource = way && isPicture(input) ? input.greyBy({ name: [declaration.kind, declaration.version, params], run: way }) : null;
  if (atSource) return atSource;
  const { draft } = declaration;
  const { curves } = context.scale;
  if (draft.behaviour === 'curve' && (curves === 'always' || (curves !== 'never' && draft.tooFine(params, call.at)))) {
    const ink = declaration.ink?.(params, call.at) ?? { colour: [0, 0, 0] as const, carriesLights: false };
    return curve(context, { input: input as Node<'tone'>, screen: call, ink, since: [] });
  }
  const standing = draft.behaviour === 'fold' ? context.curves.get(input) : undefined;
  return standing ? curve(context, { ...standing, since: [...standing.since, call] }) : stepNode(input, call);
};

/** An input printed by plates, in their order. */
const printed = (context: Context, pass: Pass, step: Step, plates: readonly Plate[], input: Node): Node<'colour'> => {
  const nodes = plates.map((plate): PlateNode => {
    const inks = plate.separation.inks.map(context.colourOf);
    const tones = applied(context, pass, step, separation, { ...plate.separation, inks }, input);
    const dots = applied(context, pass, step, declared(plate.screen.kind), plate.screen.params, tones);
    const { across, down } = plate.register.params;
    const isOff = across !== 0 || down !== 0;
    const there = isOff ? applied(context, pass, step, declared(plate.register.kind), plate.register.params, dots) : dots;
    // Where every pixel is all or nothing it is so on each plate: inks on each other give no more colours than they have overprints.
    const node = isAllOrNothing(context, pass) ? cutNode(there) : there;
    return { ink: plate.ink, node: node as Node<'ink'> };
  });
  if (!context.records.plates.has(pass.id)) context.records.plates.set(pass.id, nodes);
  return nodes.reduce<Node<'colour'>>((beneath, { node }) => layNode(beneath, node, 'multiply', ONE), emptyNode());
};

const declared = (kind: string): AnyStep => stepOfKind(kind) as AnyStep;

const curve = (context: Context, calls: CurveCalls): Node<'ink'> => {
  const node = curveNode(calls);
  context.curves.set(node, calls);
  return node;
};

/** The tones of an earlier pass over the whole sheet. */
const tonesOf = (context: Context, id: string, pass: Pass, { title }: AnyStep): StatisticsNode => {
  const own = referenceTo(context, id, pass, `reads in “${title}” the tones of`);
  const { passes, scale } = context.analysis?.() ?? { passes: context.records.passes, scale: context.scale };
  return { node: convertNode(passes.get(id) ?? own, 'tone'), region: wholeRegion(scale) };
};

/**
 * The tones that go into a step, from the graph at analysis scale; that graph reads its own. Ink is read where screens stand as they
 * are, softened by `softMm`.
 */
const statisticsFor = (context: Context, name: string, softMm: number | null): StatisticsNode => {
  const read = softMm === null ? context.analysis : context.dotted;
  const { inputs, scale } = read?.() ?? { inputs: context.records.inputs, scale: context.scale };
  const node = inputs.get(name);
  if (!node) throw new Error(`no analysis of ${name}`);
  if (softMm === null) return { node: convertNode(node, 'tone'), region: wholeRegion(scale) };
  const own = { node: softNode(coverageNode(node), softMm * scale.pxPerMm), region: wholeRegion(scale), isSlow: true };
  const held = context.held?.tones.get(name);
  if (held) return heldFor(own, held);
  context.records.slowTones.set(name, own);
  return own;
};
