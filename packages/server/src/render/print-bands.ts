import { createKernels } from '@uvrant/kernels';
import {
  bandsOf,
  ByteCache,
  Pool,
  compile,
  finish,
  isIndex,
  overlap,
  paletteBytes,
  renderBytes,
  renderEntries,
  trueScale,
  type Graph,
  type InfoOf,
  type Region,
  type Sheet,
  type SheetOf,
  type SourceTile,
  type TileName,
  type ToneStatistics,
  type TypePort,
  type Work,
} from '@uvrant/core';

/** Rows rendered at a time: enough that little is done twice, few enough that memory stays flat. */
export const BAND_ROWS = 256;

/** Rows of a print: RGBA8, or the entries of its palette where it has one. */
export interface Band {
  readonly region: Region;
  readonly bytes: Uint8Array;
}

/** Coarse grids that a print's bands share, at most so many bytes. */
const GRID_BYTES = 32 * 2 ** 20;

/** What a print is made of besides its sheet. */
export interface PrintNeeds {
  readonly infoOf: InfoOf;
  readonly sheetOf: SheetOf;
  readonly tile: (name: TileName) => SourceTile;
  readonly type: TypePort | null;
}

/** A print to be rendered from tiles at hand. */
export class Print {
  readonly graph: Graph;
  private readonly work: Work;

  /** @throws CompileError for a sheet that cannot be rendered. */
  constructor(sheet: Sheet, devicePpi: number, { infoOf, sheetOf, tile, type }: PrintNeeds) {
    this.graph = compile(sheet, trueScale(sheet.size, devicePpi), infoOf, sheetOf);
    this.work = {
      kernels: createKernels(),
      tile,
      rasters: new Pool(GRID_BYTES, null, 'grids'),
      statistics: new ByteCache<ToneStatistics>(2 ** 20),
      type,
    };
  }

  /** RGBA8 of each entry of a hard sheet of few inks, packed as little-endian words; null where it prints colours. */
  get palette(): Uint32Array | null {
    const { root } = this.graph;
    return isIndex(root) ? paletteBytes(root.palette) : null;
  }

  /** One band of a region. */
  band(region: Region): Band {
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
