import {
  compile,
  compileAnalysis,
  draftScale,
  fontsOf,
  momentsOf,
  peeled,
  trueScale,
  unworn,
  type FontRef,
  type Graph,
  type Scale,
  type Sheet,
  type SheetOf,
  type SourceInfo,
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

  /** A draft that shows wear only about. */
  quickDraft(halvings: number): Graph {
    const scale: Scale = { ...draftScale(this.sheet.size, this.sheet.ppi, halvings), wear: 'quick' };
    return this.graph(`quick ${halvings}`, () => compile(this.sheet, scale, this.infoOf, this.sheetOf));
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
