import { stepOfKind } from '../catalogue/steps';
import { rgbOfHex } from '../raster/colour';
import { ONE, type Region, type Rgb } from '../raster/raster';
import type { SourceInfo } from '../raster/source-tiles';
import type { Edges, Mask, Pass, PictureRef, Sheet, Step } from '../sheet/model';
import type { AnyStep, StepAt } from '../steps/declare';
import { blendMode } from '../blend/modes';
import { passesOf } from '../sheet/walk';
import type { Node } from './node';
import {
  convertNode,
  coverageNode,
  curveNode,
  cutNode,
  emptyNode,
  flatNode,
  layNode,
  lightNode,
  maskedNode,
  mixNode,
  pictureNode,
  pointNode,
  productNode,
  stepNode,
  type StatisticsNode,
  type StepCall,
} from './nodes';
import { analysisScale, wholeRegion, type Scale } from './scale';

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

type InfoOf = (sha256: string) => SourceInfo | undefined;

class Compiler {
  readonly unknown: string[] = [];
  readonly passes = new Map<string, Node>();
  readonly sources = new Map<string, Node>();
  readonly inputs = new Map<string, Node>();
  readonly outputs = new Map<string, Node>();
  private readonly inks: ReadonlyMap<string, Rgb>;
  private readonly order: readonly string[];

  constructor(
    private readonly sheet: Sheet,
    private readonly scale: Scale,
    private readonly infoOf: InfoOf,
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
    return layNode(beneath, convertNode(cut, 'colour'), this.modeOf(pass), this.share(pass.lay.strength));
  }

  /** Treats everything printed so far: replaced, or with a blend mode blended keeping its coverage. */
  private overall(pass: Pass, beneath: Node<'colour'>): Node<'colour'> {
    this.sources.set(pass.id, beneath);
    const treated = convertNode(this.steps(pass, beneath), 'colour');
    this.finish(pass, treated);
    const weights = productNode([...this.masks(pass.masks, pass), ...this.within(pass)]);
    const strength = this.share(pass.lay.strength);
    const mode = this.modeOf(pass);
    if (mode === 'normal') return mixNode(beneath, treated, strength, weights) as Node<'colour'>;
    return layNode(beneath, treated, mode, strength, true, weights);
  }

  private finish(pass: Pass, node: Node): void {
    if (pass.wear.length > 0) this.unknown.push(`wear on “${pass.name}”`);
    this.passes.set(pass.id, node);
  }

  private share(value: number): number {
    return Math.floor(Math.max(0, Math.min(1, value)) * ONE + 0.5);
  }

  private modeOf(pass: Pass): 'normal' | 'multiply' {
    const mode = blendMode(pass.lay.mode);
    if (!mode) this.unknown.push(`lay “${pass.lay.mode}” of “${pass.name}”`);
    return mode?.name ?? 'normal';
  }

  private sourceOf(pass: Pass): Node {
    const { source, placement } = pass;
    switch (source.kind) {
      case 'picture':
        return pictureNode(this.info(source.picture, pass), placement, this.scale.pxPerMm);
      case 'flat':
        return flatNode(this.colourOf(source.colour), placement, this.scale.pxPerMm);
      case 'group':
        return this.composite(source.passes);
      default:
        this.unknown.push(`source “${String((source as { kind: unknown }).kind)}” of “${pass.name}”`);
        return emptyNode();
    }
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
    const input = convertNode(raw, declaration.takes);
    const name = stepName(pass.id, step.id);
    this.inputs.set(name, input);
    if (!step.on) return raw;
    const params = step.version < declaration.version && declaration.upgrade ? declaration.upgrade(step.params, step.version) : step.params;
    const weights = productNode(this.masks(step.masks, pass));
    const amount = declaration.amount === 'none' ? ONE : this.share(step.amount);
    const output = this.treated(pass, step, declaration, params, raw, input, amount, weights);
    this.outputs.set(name, output);
    return output;
  }

  private treated(
    pass: Pass,
    step: Step,
    declaration: AnyStep,
    params: Readonly<Record<string, unknown>>,
    raw: Node,
    input: Node,
    amount: number,
    weights: Node<'tone'> | null,
  ): Node {
    if (!weights && step.zones.length === 0 && 'table' in declaration.apply) {
      return pointNode(input as Node<'tone'>, { ...this.call(pass, step, declaration, params), amount });
    }
    let whole = this.applied(pass, step, declaration, params, input);
    for (const zone of step.zones) {
      const there = productNode(this.masks(zone.masks, pass));
      if (!there) continue;
      const other = this.applied(pass, step, declaration, { ...params, ...zone.params }, input);
      whole = mixNode(whole, other, ONE, there);
    }
    if (amount === ONE && !weights) return whole;
    const call = this.call(pass, step, declaration, params);
    const bare = convertNode(raw, declaration.gives, declaration.ink?.(params, call.at));
    return amount === 0 ? bare : mixNode(bare, whole, amount, weights);
  }

  private call(pass: Pass, step: Step, declaration: AnyStep, params: Readonly<Record<string, unknown>>): StepCall {
    const at: StepAt = {
      pxPerMm: this.scale.pxPerMm,
      edges: this.edgesOf(pass),
      draft: !this.isTrue,
      colourOf: this.colourOf,
      statistics: null,
    };
    const statistics = declaration.wantsStatistics?.(params) ? this.statistics(stepName(pass.id, step.id)) : null;
    return { declaration, params, at, statistics };
  }

  private applied(pass: Pass, step: Step, declaration: AnyStep, params: Readonly<Record<string, unknown>>, input: Node): Node {
    const call = this.call(pass, step, declaration, params);
    if ('table' in declaration.apply) return pointNode(input as Node<'tone'>, { ...call, amount: ONE });
    const { draft } = declaration;
    const { curves } = this.scale;
    if (draft.behaviour === 'curve' && (curves === 'always' || (curves !== 'never' && draft.tooFine(params, call.at)))) {
      const ink = declaration.ink?.(params, call.at) ?? { colour: [0, 0, 0] as const, carriesLights: false };
      return curveNode(input as Node<'tone'>, call, ink);
    }
    return stepNode(input, call);
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

/**
 * The sheet as a graph at one scale. `infoOf` knows the ingested pictures. Statistics come from the same sheet at
 * analysis scale, whatever the scale asked for.
 * @throws CompileError for a missing picture or ink, or a reference to what does not print earlier.
 */
export const compile = (sheet: Sheet, scale: Scale, infoOf: InfoOf): Graph => {
  let made: Graph | null = null;
  const analysis = (): Graph => (made ??= compileAnalysis(sheet, infoOf));
  return new Compiler(sheet, scale, infoOf, analysis).graph();
};

/** The sheet's graph at analysis scale, for readings. */
export const compileAnalysis = (sheet: Sheet, infoOf: InfoOf): Graph =>
  new Compiler(sheet, analysisScale(sheet.size), infoOf, null).graph();
