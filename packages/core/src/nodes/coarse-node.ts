import { coarseRegion, fineRegion } from '../raster/coarse';
import { ONE, sizeOf, type InkRaster, type Region, type ToneRaster } from '../raster/raster';
import { rowsWithInk } from '../raster/rows-with-ink';
import { overlap, paste, regionName, tilesOf } from '../raster/region';
import { blankPlane, isBlank, uniformPlane } from '../raster/uniform';
import type { Kernels } from '../raster/kernels';
import { bareOf, boundsAs } from './convert-node';
import { keyOf } from './key';
import { rendered, scoped, wantOnce, type Node, type Rendering, type Work } from './node';
import { cropped, settled, type Planes } from './rasters';

/** Side of the tiles that a coarse grid is made in, in fine pixels: that of the blocks that regions are rendered in. */
const TILE = 512;

/** A table of ONE + 1 values that greys go through before their means are taken, and its name. */
export interface Through {
  readonly name: unknown;
  readonly table: Int16Array;
}

/** What is worth holding of a raster: of one that may be bare in part, the rows with ink of what its bounds hold. */
const inkOf = (raster: Planes, { bounds, lateBounds }: Node, work: Work): Planes | null => {
  const { kernels } = work;
  const { arena } = kernels;
  if (raster.kind === 'tone') return raster;
  const box = bounds?.box ?? lateBounds?.boxAt(work) ?? raster.region;
  const there = overlap(box, raster.region);
  if (!there) return null;
  const part = cropped(raster, there, arena);
  const [plane, channels] = part.kind === 'colour' ? [part.data, 4] : [(part as InkRaster).coverage, 1];
  const rows = isBlank(plane) ? null : rowsWithInk(plane, there, kernels, channels);
  return rows ? cropped(part, rows, arena) : bareOf(raster.kind, raster.kind === 'ink' ? raster.colour : undefined)(raster.region);
};

/**
 * Renders what a coarse grid is made of. The raster that it reads is held for the block that it is all of, unless that is the one at
 * hand.
 */
function* renderedAhead(node: Node<'tone'>, region: Region, work: Work): Rendering<ToneRaster> {
  let read: Node = node;
  while (read.readingOf) read = read.readingOf;
  const { memo, rasters, kernels } = work;
  const isKnown = memo?.get(read.key, region, kernels.arena) ?? rasters?.touch(`${read.key}@${regionName(region)}`);
  const raster = yield* rendered(read, region, work);
  const held = isKnown || raster.kind === 'index' ? null : inkOf(raster, read, work);
  if (held) rasters?.holdAhead(read.key, region, settled(held, kernels) as Planes);
  return read === node ? (raster as ToneRaster) : yield* rendered(node, region, work);
}

/**
 * The means of squares of 2^shift pixels of a tone, in the grid's own pixels: those not covered do not count. It is made in tiles that
 * every pool keeps, so that neighbours do not make them anew. `isReadToo`: the input is also read where the grid was made of it.
 */
export const coarseNode = (input: Node<'tone'>, shift: number, through: Through | null, isReadToo = true): Node<'tone'> => {
  const side = TILE >> shift;
  const tile: Node<'tone'> = {
    key: keyOf('coarse', { shift, through: through?.name }, [input]),
    kind: 'tone',
    keeping: 'grid',
    want: (region, wants, work) => wantOnce(input, fineRegion(region, shift), wants, work),
    render: (region, work) =>
      scoped(work, function* (inside) {
        const fine = yield* (isReadToo ? renderedAhead : rendered)(input, fineRegion(region, shift), inside);
        return settled(reducedTone(fine, region, shift, through, inside.kernels), inside.kernels) as ToneRaster;
      }),
  };
  const bounds = boundsAs(input, 'tone', undefined, (box) => coarseRegion(box, shift));
  return inTiles(tile, side, bounds);
};

/** A plane out of whole tiles of a node, which keeps them: neighbours do not make them anew. */
export const inTiles = (tile: Node<'tone'>, side: number, bounds: Pick<Node<'tone'>, 'bounds' | 'lateBounds'> = {}): Node<'tone'> => ({
  key: keyOf('coarse tiles', null, [tile]),
  kind: 'tone',
  keeping: 'never',
  ...bounds,
  want(region, wants, work) {
    for (const each of tilesTouched(region, side)) wantOnce(tile, each, wants, work);
  },
  *render(region, work) {
    const { arena } = work.kernels;
    const tone = arena.plane(sizeOf(region));
    let coverage: Int16Array | null = null;
    for (const each of tilesTouched(region, side)) {
      const made = yield* rendered(tile, each, work);
      paste(made.tone, each, tone, region);
      if (made.coverage && !coverage) coverage = arena.plane(tone.length).fill(ONE);
      if (coverage) paste(made.coverage ?? uniformPlane(sizeOf(each), ONE), each, coverage, region);
    }
    return { kind: 'tone', region, tone, coverage };
  },
});

/** A plane whose tiles are made once and kept where grids are. */
export const keptInTiles = (plane: Node<'tone'>, side: number): Node<'tone'> =>
  inTiles(
    {
      key: keyOf('kept', null, [plane]),
      kind: 'tone',
      keeping: 'grid',
      want: (region, wants, work) => wantOnce(plane, region, wants, work),
      render: (region, work) =>
        scoped(work, function* (inside) {
          return settled(yield* rendered(plane, region, inside), inside.kernels) as ToneRaster;
        }),
    },
    side,
  );

/** Whole tiles of the grid that a region touches. */
const tilesTouched = (region: Region, side: number): Region[] =>
  tilesOf(region, side).map(({ x, y }) => ({ x: Math.floor(x / side) * side, y: Math.floor(y / side) * side, width: side, height: side }));

/** Square means of a tone; its region is that of the coarse one's pixels. */
export const reducedTone = (
  { tone, coverage, region: fine }: ToneRaster,
  region: Region,
  shift: number,
  through: Through | null,
  kernels: Kernels,
): ToneRaster => {
  const { arena } = kernels;
  if (coverage && isBlank(coverage)) {
    const none = blankPlane(sizeOf(region));
    return { kind: 'tone', region, tone: none, coverage: none };
  }
  const reduced = (plane: Int16Array): Int16Array => {
    if (shift === 0) return plane;
    const out = kernels.arena.plane(sizeOf(region));
    kernels.reduce(plane, 1, fine.width, fine.height, shift, out);
    return out;
  };
  let greys = tone;
  if (through) {
    greys = arena.plane(tone.length);
    kernels.table(tone, through.table, greys);
  }
  if (!coverage) return { kind: 'tone', region, tone: reduced(greys), coverage: null };
  const weighted = arena.plane(tone.length);
  kernels.multiply(greys, coverage, weighted);
  const there = reduced(coverage);
  const means = kernels.arena.plane(there.length);
  kernels.ratio(reduced(weighted), there, means);
  return { kind: 'tone', region, tone: means, coverage: there };
};
