import {
  bandsOf,
  ByteCache,
  Pool,
  compile,
  compileAnalysis,
  finish,
  inkShares,
  isIndex,
  overlap,
  paletteBytes,
  plateOf,
  renderBytes,
  renderEntries,
  renderPlates,
  sheetPlates,
  trueScale,
  type CoverageShares,
  type Graph,
  type InfoOf,
  type Plane,
  type PlateMaking,
  type Region,
  type Sheet,
  type SheetOf,
  type SourceTile,
  type TileName,
  type ToneStatistics,
  type TypePort,
  type Work,
} from '@uvrant/core';
import { kernelsHere } from './kernels-here';

/** Rows rendered at a time: enough that little is done twice, few enough that memory stays flat. */
export const BAND_ROWS = 512;

/** Plates that are rendered in place of the whole print: the inks’ ids in their order, `UNDERBASE` among them, and how they are made. */
export interface PlateOrder extends PlateMaking {
  readonly inks: readonly string[];
}

/** Rows of a print: RGBA8, or the entries of its palette where it has one; of plates a byte each, side by side. */
export interface Band {
  readonly region: Region;
  readonly bytes: Uint8Array;
}

/** Most bytes of the coarse grids that a print's bands share. */
const GRID_BYTES = 32 * 2 ** 20;
/** Most bytes of what grids were made of that is held for the bands to come. */
const AHEAD_BYTES = 24 * 2 ** 20;

/** What a print is made of besides its sheet. */
export interface PrintNeeds {
  readonly infoOf: InfoOf;
  readonly sheetOf: SheetOf;
  readonly tile: (name: TileName) => SourceTile;
  readonly type: TypePort | null;
  /** Passes, by their ids, whose dots are rendered for their outlines. */
  readonly traces?: readonly string[];
}

/** A print to be rendered from tiles at hand. */
export class Print {
  readonly graph: Graph;
  private readonly work: Work;
  private readonly analysed: () => CoverageShares;
  private readonly plates: readonly (Plane | null)[] | null;

  /** @throws CompileError for a sheet that cannot be rendered. */
  constructor(sheet: Sheet, devicePpi: number, { infoOf, sheetOf, tile, type, traces }: PrintNeeds, order: PlateOrder | null = null) {
    this.graph = compile(sheet, { ...trueScale(sheet.size, devicePpi), ...(traces && { traces }) }, infoOf, sheetOf);
    const plates = order && sheetPlates(sheet, this.graph);
    this.plates = order && plates && order.inks.map((ink) => plateOf(sheet, this.graph, plates, ink, order));
    this.work = {
      kernels: kernelsHere(),
      tile,
      rasters: new Pool(GRID_BYTES, null, 'grids', AHEAD_BYTES),
      statistics: new ByteCache<ToneStatistics>(2 ** 20),
      type,
    };
    this.analysed = () => finish(inkShares(sheet, compileAnalysis(sheet, infoOf, sheetOf), this.work));
  }

  /** What passes and inks cover, as shares of the sheet. */
  coverage(): CoverageShares {
    return this.analysed();
  }

  /** RGBA8 of each entry of a hard sheet of few inks, packed as little-endian words; null where it prints colours, and for plates. */
  get palette(): Uint32Array | null {
    if (this.plates) return null;
    const { root } = this.graph;
    return isIndex(root) ? paletteBytes(root.palette) : null;
  }

  /** One band of a region. */
  band(region: Region): Band {
    if (this.plates) return { region, bytes: finish(renderPlates(this.plates, region, this.work)) };
    const { root } = this.graph;
    const bytes = finish(isIndex(root) ? renderEntries(root, region, this.work) : renderBytes(root, region, this.work));
    return { region, bytes };
  }

  /** A region (default: the whole sheet) in bands of its full width, from the top. */
  *bands(region: Region = this.graph.region): Generator<Band> {
    const inside = overlap(region, this.graph.region);
    if (!inside) return;
    for (const band of bandsOf(inside, BAND_ROWS)) yield this.band(band);
  }
}
