import { stepOfKind } from '../catalogue/steps';
import { rgbOfHex } from '../raster/colour';
import { ONE, type Region, type Rgb } from '../raster/raster';
import type { SourceInfo } from '../raster/source-tiles';
import {
  MOST_TIMES,
  type CutOutMask,
  type Edges,
  type Mask,
  type Pass,
  type PickMask,
  type PictureMask,
  type PictureRef,
  type Placement,
  type Sheet,
  type SheetRef,
  type Step,
  type TextureWear,
  type Wear,
} from '../sheet/model';
import { takenTable } from '../masks/cut';
import { holderName, maskMotion, pictureLies, wearLies } from '../sheet/hung';
import { AT_REST, type Motion } from '../sheet/moving';
import type { AnyStep, StepAt } from '../steps/declare';
import { blendMode } from '../blend/modes';
import { sourceOfKind, type DialledSource } from '../catalogue/sources';
import type { ModeName } from '../raster/kernels';
import { passesOf, wearsOf } from '../sheet/walk';
import { surfaceOfName } from '../surface/surfaces';
import { dialledNode, sourceFault } from './compile-source';
import { curveNode, type CurveCalls } from './curve-node';
import {
  cleanedNode,
  connectedNode,
  easedNode,
  edgedNode,
  freedNode,
  joinedNode,
  outlinePlane,
  paintedNode,
  pickedNode,
  restNode,
  softEdgeNode,
  takenNode,
  type Plane,
} from './mask-nodes';
import type { Node } from './node';
import {
  convertNode,
  coverageNode,
  cutNode,
  layNode,
  lightNode,
  maskedNode,
  mixNode,
  pointNode,
  productNode,
  stepNode,
  type StatisticsNode,
  type StepCall,
} from './nodes';
import { analysisScale, wholeRegion, type Scale } from './scale';
import { emptyNode, pictureNode, sheetNode, surfaceNode } from './source-nodes';

/** Thrown for a sheet that cannot be rendered at all, saying what would do. */
export class CompileError extends Error {}

/** A sheet ready to be rendered at one scale. */
export interface Graph {
  readonly scale: Scale;
  readonly region: Region;
  /** The finished print, without stock. */
  readonly root: Node<'colour'>;
  /** What the sheet holds that this version does not know; while there is any, it cannot print true. */
  readonly unknown: readonly string[];
  /** Each pass's own raster, after steps and masks, before its wear and lay: what others read of it. */
  readonly passes: ReadonlyMap<string, Node>;
  /** Each pass's own raster as it is laid: its wear taken out; of an overall pass, everything as it leaves it. */
  readonly printed: ReadonlyMap<string, Node>;
  /** Each wear that is on, by `pass/wear`: what it takes, and the raster that it takes it from. */
  readonly wears: ReadonlyMap<string, Wearing>;
  /** What each pick mask finds before it asks what hangs together, by `pass/mask`. */
  readonly picks: ReadonlyMap<string, Plane>;
  /** Each mask that is on, before it joins others, by `holder/mask` (a pass, step, zone or wear). */
  readonly masks: ReadonlyMap<string, Plane>;
  /** Each pass's source as placed, before any step. */
  readonly sources: ReadonlyMap<string, Node>;
  /** What goes into each step, brought to the kind that it takes; by `pass/step`. */
  readonly inputs: ReadonlyMap<string, Node>;
  /** What comes out of each step that is on; by `pass/step`. */
  readonly outputs: ReadonlyMap<string, Node>;
}

/** A wear at work: the share it takes at each place, and what is there before it does. */
export interface Wearing {
  readonly taken: Plane;
  readonly from: Node;
}

export const wearName = (passId: string, wearId: string): string => `${passId}/${wearId}`;
export const maskName = (holderId: string, maskId: string): string => `${holderId}/${maskId}`;
export const stepName = (passId: string, stepId: string): string => `${passId}/${stepId}`;

export type InfoOf = (sha256: string) => SourceInfo | undefined;
/** The other sheets of the job, by their ids. */
export type SheetOf = (id: string) => Sheet | undefined;

/** The sheets that are being printed into each other, outermost first. */
type Chain = readonly { readonly id: string | null; readonly name: string }[];

class Compiler {
  readonly unknown: string[] = [];
  readonly passes = new Map<string, Node>();
  readonly printed = new Map<string, Node>();
  readonly wears = new Map<string, Wearing>();
  readonly maskPlanes = new Map<string, Plane>();
  /** What each pick finds, before it asks what hangs together. */
  readonly picks = new Map<string, Plane>();
  readonly sources = new Map<string, Node>();
  readonly inputs = new Map<string, Node>();
  readonly outputs = new Map<string, Node>();
  private readonly inks: ReadonlyMap<string, Rgb>;
  private readonly order: readonly string[];
  /** The curves that stand in for screens in a draft, and what was done to their ink since. */
  private readonly curves = new Map<Node, CurveCalls>();

  constructor(
    private readonly sheet: Sheet,
    private readonly scale: Scale,
    private readonly infoOf: InfoOf,
    private readonly sheetOf: SheetOf,
    private readonly chain: Chain,
    private readonly analysis: (() => Graph) | null,
  ) {
    this.inks = new Map(sheet.inks.map((ink) => [ink.id, rgbOfHex(ink.colour)]));
    this.order = [...passesOf(sheet.passes)].map((pass) => pass.id);
  }

  private get isTrue(): boolean {
    return this.scale.curves === 'never';
  }

  private readonly colourOf = (ref: unknown): Rgb => {
    const { ink, srgb } = (ref ?? {}) as { ink?: string; srgb?: string };
    if (srgb) return rgbOfHex(srgb);
    const found = ink === undefined ? this.inks.values().next().value : this.inks.get(ink);
    if (!found && ink !== undefined) {
      throw new CompileError(`Ink “${ink}” is not among the sheet's inks: ${[...this.inks.keys()].join(', ')}.`);
    }
    return found ?? [0, 0, 0];
  };

  /** Passes in printing order on what is beneath; gives the finished composite. */
  composite(passes: readonly Pass[]): Node<'colour'> {
    let beneath: Node<'colour'> = emptyNode();
    for (const pass of passes) {
      const printed = pass.source.kind === 'overall' ? this.overall(pass, beneath) : this.lay(pass, beneath);
      // A pass that is off still serves as a reference, so it is compiled all the same.
      if (pass.on) beneath = printed;
    }
    return beneath;
  }

  private edgesOf(pass: Pass): Edges {
    return pass.edges ?? this.sheet.edges;
  }

  private lay(pass: Pass, beneath: Node<'colour'>): Node<'colour'> {
    const placed = this.sourceOf(pass);
    this.sources.set(pass.id, placed);
    const treated = this.steps(pass, this.freed(pass, placed));
    const weights = productNode([...this.masks(pass.masks, pass, pass.id), ...this.within(pass)]);
    const masked = weights ? maskedNode(treated, weights) : treated;
    const cut = (node: Node): Node => (this.edgesOf(pass) === 'hard' && this.isTrue ? cutNode(node) : node);
    const whole = cut(masked);
    this.passes.set(pass.id, whole);
    const worn = this.worn(pass, masked);
    const own = worn === masked ? whole : cut(worn);
    this.printed.set(pass.id, own);
    const printed = convertNode(own, 'colour');
    const [mode, strength] = [this.modeOf(pass), this.share(pass.lay.strength)];
    return this.repeated(pass, beneath, (under) => layNode(under, printed, mode, strength));
  }

  /** A raster with a pass's wears taken out of it, one after the other. */
  private worn(pass: Pass, unworn: Node): Node {
    return pass.wear.reduce((from, wear) => {
      if (!wear.on) return from;
      const found = this.wearing(pass, wear);
      if (!found) return from;
      const [taken, strength] = found;
      const rest = restNode(taken, strength);
      this.wears.set(wearName(pass.id, wear.id), { taken: restNode(rest), from });
      return maskedNode(from, rest);
    }, unworn);
  }

  /** What a wear takes at full strength, and that strength. */
  private wearing(pass: Pass, wear: Wear): readonly [Plane, number] | null {
    if (wear.kind !== 'texture' && wear.kind !== 'shared') {
      this.unknown.push(`wear “${String((wear as { kind: unknown }).kind)}” on “${pass.name}”`);
      return null;
    }
    const [owner, texture, placement] = this.textureOf(pass, wear);
    const tone = convertNode(this.textureNode(texture, owner, placement), 'tone');
    const { curve, cut, softness, takes, invert } = texture;
    const raw = takenNode(tone, takenTable(texture), { curve, cut, softness, takes, invert });
    const clean = cleanedNode(raw, texture.specks, texture.holes, this.scale.pxPerMm);
    const eased = texture.guards.flatMap((guard) => {
      const lettering = guard.pass === pass.id ? this.sources.get(pass.id) : this.passes.get(guard.pass);
      return lettering ? [easedNode(coverageNode(lettering), this.share(guard.ease))] : [];
    });
    const taken = productNode([clean, ...this.masks(texture.masks, owner, holderName(owner.id, { wear: texture.id })), ...eased]) ?? clean;
    return [taken, this.share(texture.strength)];
  }

  /** A wear's texture and where it lies; a shared one's is another pass's, turned and moved. */
  private textureOf(pass: Pass, wear: Wear): readonly [Pass, TextureWear, Placement] {
    const [owner, texture] = wear.kind === 'texture' ? [pass, wear] : this.sharedFrom(pass, wear.of);
    const lies = wearLies(texture, owner);
    if (wear.kind === 'texture') return [owner, texture, lies];
    return [owner, texture, { ...lies, x: lies.x + wear.x, y: lies.y + wear.y, turn: lies.turn + wear.turn }];
  }

  /** @throws CompileError for a surface that there is not, or a wear without a texture. */
  private textureNode({ name, picture, surface }: TextureWear, owner: Pass, placement: Placement): Node<'colour'> {
    if (picture) return pictureNode(this.info(picture, owner), placement, this.scale.pxPerMm);
    if (surface && surfaceOfName(surface.name)) return surfaceNode(surface, placement, this.scale.pxPerMm);
    const what = surface ? `there is no surface “${surface.name}”` : 'it has no texture';
    throw new CompileError(`The wear “${name}” of “${owner.name}” cannot work: ${what}. Choose another texture for it.`);
  }

  private sharedFrom(pass: Pass, id: string): readonly [Pass, TextureWear] {
    for (const { pass: owner, wear } of wearsOf(this.sheet)) {
      if (wear.id === id && wear.kind === 'texture') return [owner, wear];
    }
    throw new CompileError(`“${pass.name}” shares the wear “${id}”, which is not on this sheet: remove it, or share another one.`);
  }

  /** A source in its subject's own colours, where a cut-out with soft edges shows it. */
  private freed(pass: Pass, placed: Node): Node {
    const soft = pass.masks.find(
      (mask): mask is CutOutMask => mask.on && mask.kind === 'cut-out' && !mask.invert && mask.band > 0 && Compiler.isDrawn(mask),
    );
    if (!soft) return placed;
    const picture = convertNode(placed, 'colour');
    return freedNode(picture, this.cutOut(soft, pass), soft.band, this.scale.pxPerMm);
  }

  /** Lays as many times as the pass says. */
  private repeated(pass: Pass, beneath: Node<'colour'>, lay: (beneath: Node<'colour'>) => Node<'colour'>): Node<'colour'> {
    const times = Math.max(1, Math.min(MOST_TIMES, Math.floor(pass.lay.times ?? 1)));
    let printed = beneath;
    for (let n = 0; n < times; n++) printed = lay(printed);
    return printed;
  }

  /** Treats everything printed so far: replaced, or with a blend mode blended keeping its coverage. */
  private overall(pass: Pass, beneath: Node<'colour'>): Node<'colour'> {
    this.sources.set(pass.id, beneath);
    const treated = convertNode(this.steps(pass, beneath), 'colour');
    this.passes.set(pass.id, treated);
    const weights = productNode([...this.masks(pass.masks, pass, pass.id), ...this.within(pass)]);
    const strength = this.share(pass.lay.strength);
    const mode = this.modeOf(pass);
    const whole = this.repeated(pass, beneath, (under) => {
      if (mode !== 'normal') return layNode(under, treated, mode, strength, true, weights);
      return treated === under ? under : (mixNode(under, treated, strength, weights) as Node<'colour'>);
    });
    const worn = this.worn(pass, whole) as Node<'colour'>;
    this.printed.set(pass.id, worn);
    return worn;
  }

  private share(value: number): number {
    return Math.floor(Math.max(0, Math.min(1, value)) * ONE + 0.5);
  }

  private modeOf(pass: Pass): ModeName {
    const mode = blendMode(pass.lay.mode);
    if (!mode) this.unknown.push(`lay “${pass.lay.mode}” of “${pass.name}”`);
    return mode?.name ?? 'normal';
  }

  private sourceOf(pass: Pass): Node {
    const { source, placement } = pass;
    const { pxPerMm } = this.scale;
    switch (source.kind) {
      case 'picture':
        return pictureNode(this.info(source.picture, pass), placement, pxPerMm);
      case 'group':
        return this.composite(source.passes);
      case 'sheet':
        return this.otherSheet(source.sheet, pass);
      default:
        break;
    }
    if (!sourceOfKind(source.kind)) {
      this.unknown.push(`source “${source.kind}” of “${pass.name}”`);
      return emptyNode();
    }
    const dialled = source as DialledSource;
    const fault = sourceFault(dialled);
    if (fault) throw new CompileError(`“${pass.name}” cannot print: ${fault}.`);
    const picture = (ref: PictureRef): Node<'colour'> => pictureNode(this.info(ref, pass), placement, pxPerMm);
    return dialledNode(dialled, { placement, pxPerMm, colourOf: this.colourOf, picture });
  }

  /** Another sheet's print at the size it has here. A sheet that would print itself is refused with the chain named. */
  private otherSheet(ref: SheetRef, pass: Pass): Node<'colour'> {
    const sheet = this.sheetOf(ref.id);
    if (!sheet) {
      throw new CompileError(`The sheet that “${pass.name}” prints is not in this job: choose another one, or remove the pass.`);
    }
    const chain = [...this.chain, { id: ref.id, name: sheet.name }];
    if (this.chain.some(({ id }) => id === ref.id)) {
      const names = chain.map(({ name }) => `“${name}”`).join(' prints ');
      throw new CompileError(`A sheet cannot print itself: ${names}. Take “${pass.name}” off, or let it print another sheet.`);
    }
    const { size } = sheet;
    const { placement } = pass;
    const pxPerMm = this.scale.pxPerMm * Math.max(placement.width / size.width, placement.height / size.height);
    const side = (mm: number): number => Math.max(1, Math.round(mm * pxPerMm));
    const scale: Scale = { width: side(size.width), height: side(size.height), pxPerMm, curves: this.scale.curves };
    const { root, unknown } = compiled(sheet, scale, this.infoOf, this.sheetOf, chain);
    this.unknown.push(...unknown.map((what) => `${what} on the sheet “${sheet.name}”`));
    return sheetNode(root, { whole: wholeRegion(scale), size, pxPerMm }, placement, this.scale.pxPerMm);
  }

  private info(picture: PictureRef, pass: Pass): SourceInfo {
    const info = this.infoOf(picture.sha256);
    if (info) return info;
    throw new CompileError(
      `The picture of “${pass.name}” (${picture.path ?? picture.sha256.slice(0, 12)}) is not here: add it again, or remove the pass.`,
    );
  }

  private steps(pass: Pass, source: Node): Node {
    return pass.steps.reduce((input, step) => this.step(pass, step, input), source);
  }

  private step(pass: Pass, step: Step, raw: Node): Node {
    const declaration = stepOfKind(step.kind);
    if (!declaration || step.version > declaration.version) {
      this.unknown.push(`step “${step.kind}” version ${step.version} of “${pass.name}”`);
      return raw;
    }
    const input = declaration.takes === 'any' ? raw : convertNode(raw, declaration.takes, this.inkFor(declaration, raw));
    const name = stepName(pass.id, step.id);
    this.inputs.set(name, input);
    if (!step.on) return raw;
    const params = step.version < declaration.version && declaration.upgrade ? declaration.upgrade(step.params, step.version) : step.params;
    const weights = productNode(this.masks(step.masks, pass, holderName(pass.id, { step: step.id })));
    const output = this.treated(pass, step, declaration, params, raw, input, weights);
    this.outputs.set(name, output);
    return output;
  }

  /** What is not ink yet becomes the sheet's first ink for a step that works on ink. */
  private inkFor(declaration: AnyStep, raw: Node): { colour: Rgb; carriesLights: boolean } | undefined {
    return declaration.takes === 'ink' && raw.kind !== 'ink' ? { colour: this.colourOf(null), carriesLights: false } : undefined;
  }

  private treated(
    pass: Pass,
    step: Step,
    declaration: AnyStep,
    given: Readonly<Record<string, unknown>>,
    raw: Node,
    input: Node,
    weights: Node<'tone'> | null,
  ): Node {
    const scaled = (params: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> =>
      declaration.scaled && step.amount < 1 ? (declaration.scaled(params, step.amount) as Readonly<Record<string, unknown>>) : params;
    const params = scaled(given);
    const amount = declaration.amount === 'mix' ? this.share(step.amount) : ONE;
    if (!weights && step.zones.length === 0 && 'table' in declaration.apply) {
      return pointNode(input as Node<'tone'>, { ...this.call(pass, step, declaration, params), amount });
    }
    let whole = this.applied(pass, step, declaration, params, input);
    for (const zone of step.zones) {
      const there = productNode(this.masks(zone.masks, pass, holderName(pass.id, { step: step.id, zone: zone.id })));
      if (!there) continue;
      const other = this.applied(pass, step, declaration, scaled({ ...given, ...zone.params }), input);
      whole = mixNode(whole, other, ONE, there);
    }
    if (amount === ONE && !weights) return whole;
    const call = this.call(pass, step, declaration, params);
    const ink = declaration.ink?.(params, call.at) ?? this.inkFor(declaration, raw);
    const bare = declaration.gives === 'same' ? input : convertNode(raw, declaration.gives, ink);
    return amount === 0 ? bare : mixNode(bare, whole, amount, weights);
  }

  private call(pass: Pass, step: Step, declaration: AnyStep, params: Readonly<Record<string, unknown>>): StepCall {
    const at: StepAt = {
      pxPerMm: this.scale.pxPerMm,
      edges: this.edgesOf(pass),
      draft: !this.isTrue,
      colourOf: this.colourOf,
      statistics: null,
      original: null,
    };
    const statistics = declaration.wantsStatistics?.(params) ? this.statistics(stepName(pass.id, step.id)) : null;
    const source = this.sources.get(pass.id);
    const original = declaration.readsOriginal && source ? convertNode(source, 'colour') : null;
    return { declaration, params, at, statistics, original };
  }

  private applied(pass: Pass, step: Step, declaration: AnyStep, params: Readonly<Record<string, unknown>>, input: Node): Node {
    const call = this.call(pass, step, declaration, params);
    if ('table' in declaration.apply) return pointNode(input as Node<'tone'>, { ...call, amount: ONE });
    const { draft } = declaration;
    const { curves } = this.scale;
    if (draft.behaviour === 'curve' && (curves === 'always' || (curves !== 'never' && draft.tooFine(params, call.at)))) {
      const ink = declaration.ink?.(params, call.at) ?? { colour: [0, 0, 0] as const, carriesLights: false };
      return this.curve({ input: input as Node<'tone'>, screen: call, ink, since: [] });
    }
    const standing = draft.behaviour === 'fold' ? this.curves.get(input) : undefined;
    return standing ? this.curve({ ...standing, since: [...standing.since, call] }) : stepNode(input, call);
  }

  private curve(calls: CurveCalls): Node<'ink'> {
    const node = curveNode(calls);
    this.curves.set(node, calls);
    return node;
  }

  /** The tones that go into a step, from the graph at analysis scale; that graph reads its own. */
  private statistics(name: string): StatisticsNode {
    const { inputs, scale } = this.analysis?.() ?? { inputs: this.inputs, scale: this.scale };
    const node = inputs.get(name);
    if (!node) throw new Error(`no analysis of ${name}`);
    return { node: convertNode(node, 'tone'), region: wholeRegion(scale) };
  }

  /** The masks of a pass, step, zone or wear as one plane, each joined to those before it; none where there are none. */
  private masks(masks: readonly Mask[], pass: Pass, holder: string): readonly Plane[] {
    let joined: Plane | null = null;
    for (const mask of masks) {
      if (!mask.on) continue;
      const plane = this.mask(mask, pass);
      if (!plane) continue;
      const edged = edgedNode(plane, { grow: mask.grow ?? 0, feather: mask.feather ?? 0 }, this.scale.pxPerMm);
      const shown = mask.invert ? restNode(edged) : edged;
      this.maskPlanes.set(maskName(holder, mask.id), shown);
      const join = mask.join ?? 'both';
      if (joined) joined = joinedNode(joined, shown, join);
      else joined = join === 'without' ? restNode(shown) : shown;
    }
    return joined ? [joined] : [];
  }

  private mask(mask: Mask, pass: Pass): Plane | null {
    const { pxPerMm } = this.scale;
    switch (mask.kind) {
      case 'picture':
        return this.pictureMask(mask, pass);
      case 'painted':
        return paintedNode(mask.strokes, this.motionOf(mask, pass), pxPerMm);
      // One that was not begun yet hides nothing.
      case 'cut-out':
        return Compiler.isDrawn(mask) ? this.cutOut(mask, pass) : null;
      case 'pick':
        return mask.samples.length > 0 ? this.pick(mask, pass) : null;
      default:
        this.unknown.push(`mask “${String((mask as { kind: unknown }).kind)}” of “${pass.name}”`);
        return null;
    }
  }

  /** How a mask moved with the art since it was made. */
  private motionOf(mask: Mask, pass: Pass): Motion {
    return maskMotion(mask, pass) ?? AT_REST;
  }

  private pictureMask(mask: PictureMask, pass: Pass): Plane {
    if ('pass' in mask.of) return lightNode(convertNode(this.reference(mask.of.pass, pass, 'is masked by'), 'tone'));
    const { picture, placement } = mask.of;
    const lies = pictureLies(mask, placement, pass);
    return lightNode(convertNode(pictureNode(this.info(picture, pass), lies, this.scale.pxPerMm), 'tone'));
  }

  /** True for an outline that encloses something. */
  private static isDrawn({ outline, points }: CutOutMask): boolean {
    return points.length >= (outline === 'polygon' ? 6 : 4);
  }

  private cutOut(mask: CutOutMask, pass: Pass): Plane {
    const { pxPerMm } = this.scale;
    const motion = this.motionOf(mask, pass);
    const rough = outlinePlane(mask, motion, pxPerMm);
    const source = this.sources.get(pass.id);
    if (mask.band === 0 || !source) return rough;
    const widened = mask.widened.length > 0 ? paintedNode(mask.widened, motion, pxPerMm) : null;
    return softEdgeNode(convertNode(source, 'colour'), rough, widened, mask.band, pxPerMm);
  }

  private pick(mask: PickMask, pass: Pass): Plane | null {
    const source = this.sources.get(pass.id);
    if (!source) return null;
    const { pxPerMm } = this.scale;
    const near = pickedNode(convertNode(source, 'colour'), mask);
    const clean = cleanedNode(near, mask.smallest, 0, pxPerMm);
    this.picks.set(maskName(pass.id, mask.id), near);
    if (!mask.connected) return clean;
    const { picks, scale } = this.analysis?.() ?? { picks: this.picks, scale: this.scale };
    const plane = picks.get(maskName(pass.id, mask.id)) ?? near;
    return connectedNode(clean, { plane, region: wholeRegion(scale), pxPerMm: scale.pxPerMm }, mask.samples, pxPerMm);
  }

  private within(pass: Pass): Node<'tone'>[] {
    const { within } = pass.lay;
    return within === undefined ? [] : [coverageNode(this.reference(within, pass, 'lies within'))];
  }

  /** An earlier pass's raster. A pass that prints later, or holds the reader, is refused with the chain named. */
  private reference(id: string, holder: Pass, how: string): Node {
    const node = this.passes.get(id);
    if (node) return node;
    const place = this.order.indexOf(id);
    const why = place < 0 ? 'which is not on this sheet' : 'which is not printed before it';
    throw new CompileError(`“${holder.name}” (${holder.id}) ${how} “${id}”, ${why}: name a pass that prints earlier.`);
  }

  graph(): Graph {
    const printed = this.composite(this.sheet.passes);
    const root = this.sheet.edges === 'hard' && this.isTrue ? (cutNode(printed) as Node<'colour'>) : printed;
    const { scale, unknown, passes, printed: own, wears, maskPlanes, picks, sources, inputs, outputs } = this;
    const known = { passes, printed: own, wears, masks: maskPlanes, picks, sources, inputs, outputs };
    return { scale, region: wholeRegion(scale), root, unknown: [...new Set(unknown)], ...known };
  }
}

const compiled = (sheet: Sheet, scale: Scale, infoOf: InfoOf, sheetOf: SheetOf, chain: Chain): Graph => {
  let made: Graph | null = null;
  const analysis = (): Graph => (made ??= new Compiler(sheet, analysisScale(sheet.size), infoOf, sheetOf, chain, null).graph());
  return new Compiler(sheet, scale, infoOf, sheetOf, chain, analysis).graph();
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
  new Compiler(sheet, analysisScale(sheet.size), infoOf, sheetOf, outermost(sheet), null).graph();
