import { createKernels } from '@uvrant/kernels';
import {
  bandsOf,
  ByteCache,
  compile,
  finish,
  overlap,
  renderBytes,
  trueScale,
  type Graph,
  type InfoOf,
  type Raster,
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
const BAND_ROWS = 128;

/** What is read twice in a band, such as what lies beneath an overall pass, is rendered once. */
const SHARED_BYTES = 40 * 2 ** 20;

export interface Band {
  readonly region: Region;
  readonly bytes: Uint8Array;
}

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
      rasters: new ByteCache<Raster>(SHARED_BYTES),
      statistics: new ByteCache<ToneStatistics>(2 ** 20),
      type,
    };
  }

  /** RGBA8 of a region (default: the whole sheet) in bands of its full width, from the top. */
  *bands(region: Region = this.graph.region): Generator<Band> {
    const inside = overlap(region, this.graph.region);
    if (!inside) return;
    for (const band of bandsOf(inside, BAND_ROWS)) {
      yield { region: band, bytes: finish(renderBytes(this.graph.root, band, this.work)) };
    }
  }
}
