import { ONE, type IndexRaster, type Region, type ToneRaster } from '../raster/raster';
import { cellOf, type Cells } from '../raster/cells';
import { bandsOf, tilesOf } from '../raster/region';
import { uniformPlane } from '../raster/uniform';
import { READ_TILE } from '../nodes/statistics-node';
import { keyOf } from '../nodes/key';
import { rendered, scoped, wantOnce, type Node } from '../nodes/node';
import type { CellsWish } from '../steps/declare';

/** The cells of a sheet: how many pixels one is wide and high, and how many there are. */
export type CellGrid = Pick<Cells, 'cellPx' | 'columns' | 'rows'>;

export const cellGrid = (sizeMm: number, pxPerMm: number, { width, height }: Region): CellGrid => {
  const cellPx = Math.max(1, sizeMm * pxPerMm);
  return { cellPx, columns: Math.max(1, Math.ceil(width / cellPx - 1e-9)), rows: Math.max(1, Math.ceil(height / cellPx - 1e-9)) };
};

const BITS = 8;
const packedRegion = ({ columns, rows }: CellGrid): Region => ({ x: 0, y: 0, width: Math.ceil(columns / BITS), height: rows });

/** Sums of ink over the cells of the rows that are under way. */
class CellRows {
  private readonly sums = new Map<number, { readonly ink: Float64Array; readonly pixels: Float64Array }>();

  constructor(
    private readonly grid: CellGrid,
    private readonly table: Int16Array,
  ) {}

  add({ tone, coverage, region }: ToneRaster): void {
    const { cellPx, columns, rows } = this.grid;
    const there = coverage ?? uniformPlane(tone.length, ONE);
    for (let y = 0, i = 0; y < region.height; y++) {
      const row = this.row(cellOf(region.y + y, cellPx, rows));
      for (let x = 0; x < region.width; x++, i++) {
        const column = cellOf(region.x + x, cellPx, columns);
        row.ink[column] = (row.ink[column] as number) + (this.table[tone[i] as number] as number) * (there[i] as number);
        row.pixels[column] = (row.pixels[column] as number) + 1;
      }
    }
  }

  private row(at: number): { readonly ink: Float64Array; readonly pixels: Float64Array } {
    const known = this.sums.get(at);
    if (known) return known;
    const { columns } = this.grid;
    const made = { ink: new Float64Array(columns), pixels: new Float64Array(columns) };
    this.sums.set(at, made);
    return made;
  }

  /** Mean ink of each cell of a row that is whole, 0 … 1; it is forgotten. */
  take(at: number): Float64Array {
    const { ink, pixels } = this.row(at);
    this.sums.delete(at);
    return ink.map((sum, i) => (pixels[i] ? sum / pixels[i] / (ONE * ONE) : 0));
  }
}

/**
 * Which cells of the whole sheet are set: decided row by row, once, and kept with eight cells a byte. Each cell takes the mean ink of its
 * pixels at the rendering's scale.
 */
export const cellsNode = (input: Node<'tone'>, whole: Region, grid: CellGrid, wish: CellsWish): Node<'index'> => {
  const packed = packedRegion(grid);
  return {
    key: keyOf('cells', [wish.name, grid, whole], [input]),
    kind: 'index',
    keeping: 'grid',
    want(_, wants, work) {
      for (const tile of tilesOf(whole, READ_TILE)) wantOnce(input, tile, wants, work);
    },
    *render(_, work) {
      const entries = new Uint8Array(packed.width * packed.height);
      const rows = new CellRows(grid, wish.ink);
      const decide = wish.decider(grid.columns);
      let next = 0;
      for (const band of bandsOf(whole, READ_TILE)) {
        for (const tile of tilesOf(band, READ_TILE)) {
          yield* scoped(work, function* (inside) {
            rows.add(yield* rendered(input, tile, inside));
          });
        }
        const bottom = band.y + band.height;
        const end = bottom >= whole.y + whole.height ? grid.rows : cellOf(bottom, grid.cellPx, grid.rows);
        for (; next < end; next++) {
          const set = decide(rows.take(next), next);
          const at = next * packed.width;
          for (let i = 0; i < set.length; i++) if (set[i]) entries[at + (i >> 3)] = (entries[at + (i >> 3)] as number) | (1 << (i & 7));
          if (next % 64 === 63) yield;
        }
        yield;
      }
      return { kind: 'index', region: packed, entries, palette: new Int16Array(0) };
    },
  };
};

/** All cells, from where they are kept. */
export const cellsFrom = ({ entries, region }: IndexRaster, grid: CellGrid): Cells => ({ ...grid, bits: entries, rowBytes: region.width });

/** The region that a cells node is asked for. */
export const cellsRegion = packedRegion;
