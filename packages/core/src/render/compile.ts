import { stepOfKind } from '../catalogue/steps';
import { rgbOfHex } from '../raster/colour';
import { ONE, type Region, type Rgb } from '../raster/raster';
import type { SourceInfo } from '../raster/source-tiles';
import { MOST_TIMES, type Edges, type Mask, type Pass, type PictureRef, type Sheet, type SheetRef, type Step } from '../sheet/model';
import type { AnyStep, StepAt } from '../steps/declare';
import { blendMode } from '../blend/modes';
import { sourceOfKind, type DialledSource } from '../catalogue/sources';
import type { ModeName } from '../raster/kernels';
import { passesOf } from '../sheet/walk';
import { dialledNode, sourceFault } from './compile-source';
import { curveNode, type CurveCalls } from './curve-node';
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
import { emptyNode, pictureNode, sheetNode } from './source-nodes';

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
  /** Each pass's own raster, after steps and masks, before its lay. */
  readonly passes: ReadonlyMap<string, Node>;
  /** Each pass's source as placed, before any step. */
  readonly sources: ReadonlyMap<string, Node>;
  /** What goes into each step, brought to the kind that it takes; by `pass/step`. */
  readonly inputs: ReadonlyMap<string, Node>;
  /** What comes out of each step that is on; by `pass/step`. */
  readonly outputs: ReadonlyMap<string, Node>;
}

export const stepName = (passId: string, stepId: string): string => `${passId}/${stepId}`;

export type InfoOf = (sha256: string) => SourceInfo | undefined;
/** The other sheets of the job, by their ids. */
export type SheetOf = (id: string) => Sheet | undefined;

/** The sheets that are being printed into each other, outermost first. */
type Chain = readonly { readonly id: string | null; readonly name: string }[];

class Compiler {
  readonly unknown: string[] = [];
  readonly passes = new Map<string, Node>();
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
    const source = this.sourceOf(pass);
    this.sources.set(pass.id, source);
    const treated = this.steps(pass, source);
    const weights = productNode([...this.masks(pass.masks, pass), ...this.within(pass)]);
    const masked = weights ? maskedNode(treated, weights) : treated;
    const cut = this.edgesOf(pass) === 'hard' && this.isTrue ? cutNode(masked) : masked;
    this.finish(pass, cut);
    const printed = convertNode(cut, 'colour');
    const [mode, strength] = [this.modeOf(pass), this.share(pass.lay.strength)];
    return this.repeated(pass, beneath, (under) => layNode(under, printed, mode, strength));
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
    this.finish(pass, treated);
    const weights = productNode([...this.masks(pass.masks, pass), ...this.within(pass)]);
    const strength = this.share(pass.lay.strength);
    const mode = this.modeOf(pass);
    return this.repeated(pass, beneath, (under) =>
      mode === 'normal'
        ? (mixNode(under, treated, strength, weights) as Node<'colour'>)
        : layNode(under, treated, mode, strength, true, weights),
    );
  }

  private finish(pass: Pass, node: Node): void {
    if (pass.wear.length > 0) this.unknown.push(`wear on “${pass.name}”`);
    this.passes.set(pass.id, node);
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
    const weights = productNode(this.masks(step.masks, pass));
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
      const there = productNode(this.masks(zone.masks, pass));
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

  private masks(masks: readonly Mask[], holder: Pass): Node<'tone'>[] {
    return masks.flatMap((mask) => {
      if (!mask.on) return [];
      if (mask.kind !== 'picture') {
        this.unknown.push(`mask “${String((mask as { kind: unknown }).kind)}” of “${holder.name}”`);
        return [];
      }
      const read =
        'pass' in mask.of
          ? this.reference(mask.of.pass, holder, 'is masked by')
          : pictureNode(this.info(mask.of.picture, holder), mask.of.placement, this.scale.pxPerMm);
      return [lightNode(convertNode(read, 'tone'), mask.invert)];
    });
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
    const { scale, unknown, passes, sources, inputs, outputs } = this;
    return { scale, region: wholeRegion(scale), root, unknown: [...new Set(unknown)], passes, sources, inputs, outputs };
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
