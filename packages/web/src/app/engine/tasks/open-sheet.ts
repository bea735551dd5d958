import {
  compile,
  compileAnalysis,
  draftScale,
  fontsOf,
  heldTones,
  momentsOf,
  peeled,
  trueScale,
  unworn,
  type ByteCache,
  type FontRef,
  type Graph,
  type HeldTones,
  type Scale,
  type Sheet,
  type SheetOf,
  type SourceInfo,
  type ToneStatistics,
} from '@uvrant/core';
import type { Others } from '../protocol';

/** A sheet the worker was given, with the graphs made of it so far. */
export class OpenSheet {
  private readonly graphs = new Map<string, Graph>();
  readonly infoOf: (sha256: string) => SourceInfo | undefined;
  readonly sheetOf: SheetOf;
  /** Every font that it and the sheets it prints set type in. */
  readonly fonts: readonly FontRef[];

  constructor(
    readonly sheet: Sheet,
    readonly infos: readonly SourceInfo[],
    others: Others = {},
    /** The sheets that were given lately, the latest first. */
    private readonly lately: () => Iterable<OpenSheet> = () => [],
  ) {
    this.infoOf = (sha256) => infos.find((info) => info.sha256 === sha256);
    this.sheetOf = (id) => others[id];
    this.fonts = [sheet, ...Object.values(others)].flatMap(fontsOf);
  }

  private graph(name: string, make: () => Graph): Graph {
    const graph = this.graphs.get(name) ?? make();
    this.graphs.set(name, graph);
    return graph;
  }

  get print(): Graph {
    return this.graph('true', () => compile(this.sheet, trueScale(this.sheet.size, this.sheet.ppi), this.infoOf, this.sheetOf));
  }

  draft(halvings: number): Graph {
    return this.graph(`draft ${halvings}`, () => this.draftOf(this.sheet, halvings));
  }

  /** A draft that is right only about: that shows wear quickly, or goes by tones of a while ago. */
  quickDraft(halvings: number, { wear, held }: { readonly wear: boolean; readonly held: HeldTones | null }): Graph {
    const scale: Scale = { ...draftScale(this.sheet.size, this.sheet.ppi, halvings), ...(wear && { wear: 'quick' }) };
    const name = `quick ${halvings} ${wear} ${held?.name ?? ''}`;
    return this.graph(name, () => compile(this.sheet, scale, this.infoOf, this.sheetOf, held));
  }

  /**
   * The tones that steps of a graph go by as they were when this sheet was given before, where its own are long in coming and not known yet;
   * null for its own.
   */
  heldTones(own: Graph, statistics: ByteCache<ToneStatistics>): HeldTones | null {
    const names = [...own.slowTones.keys()];
    if (names.length === 0 || heldTones(own, names, statistics)) return null;
    const { name, size } = this.sheet;
    for (const each of this.lately()) {
      if (each === this || each.sheet.name !== name || each.sheet.size.width !== size.width || each.sheet.size.height !== size.height)
        continue;
      for (const graph of each.graphs.values()) {
        const held = heldTones(graph, names, statistics);
        if (held) return held;
      }
    }
    return null;
  }

  get analysis(): Graph {
    return this.graph('analysis', () => compileAnalysis(this.sheet, this.infoOf, this.sheetOf));
  }

  /** The sheet as it was after one of its passes, as a draft. */
  after(pass: string, halvings: number): Graph {
    const moment = momentsOf(this.sheet).filter((each) => each.pass === pass);
    return this.graph(`after ${pass} ${halvings}`, () => this.draftOf(peeled(this.sheet, moment.at(-1) ?? { pass, step: null }), halvings));
  }

  /** A draft of the sheet without its wear. */
  unworn(halvings: number): Graph {
    return this.graph(`unworn ${halvings}`, () => this.draftOf(unworn(this.sheet), halvings));
  }

  private draftOf(sheet: Sheet, halvings: number): Graph {
    return compile(sheet, draftScale(sheet.size, sheet.ppi, halvings), this.infoOf, this.sheetOf);
  }

  /** What lies beneath a pass, for readings. */
  beneath(pass: string): Graph {
    const moments = momentsOf(this.sheet);
    const before = moments[moments.findIndex((each) => each.pass === pass) - 1] ?? { pass: null, step: null };
    return this.graph(`beneath ${pass}`, () => compileAnalysis(peeled(this.sheet, before), this.infoOf, this.sheetOf));
  }
}
