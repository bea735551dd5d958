import type { FilterAxis, Positions, SourcePatch } from '../raster/kernels';
import { patchArea, type Sampling } from '../raster/place';
import { sizeOf, type Region } from '../raster/raster';
import { evenParts, paste } from '../raster/region';
import type { PatchArea } from '../raster/source-patch';
import type { Rendering, Work } from './node';

/** A turned source is sampled in blocks of at most this side, so that its patches stay small; others in blocks of at most that. */
const TURNED_BLOCK = 256;
const STRAIGHT_BLOCK = 768;

const isUpright = ({ affine: { b, d } }: Sampling): boolean => b === 0 && d === 0;
const isQuarterTurned = ({ affine: { a, e } }: Sampling): boolean => a === 0 && e === 0;

/** The blocks that a region is sampled in. */
export const sampledBlocks = (sampling: Sampling, region: Region): Region[] =>
  evenParts(region, isUpright(sampling) || isQuarterTurned(sampling) ? STRAIGHT_BLOCK : TURNED_BLOCK);

/** Source positions, in 1/256 px, of `count` pixel centres from `start` on, along one axis of a patch that begins at pixel `first`. */
const positionsOf = (scale: number, offset: number, start: number, count: number, axis: FilterAxis, first: number): Positions => {
  const positions = new Int32Array(count);
  for (let i = 0; i < count; i++) {
    positions[i] = Math.floor((scale * (start + i + 0.5) + offset + axis.offset) * 256 + 0.5) - 256 * first;
  }
  return positions;
};

/** One block of a source that is not turned, or by a quarter: filtered along one axis after the other. */
function* sampledStraight(sampling: Sampling, patch: SourcePatch, block: Region, { kernels }: Work, out: Int16Array): Rendering<void> {
  const { affine, across, down } = sampling;
  const { channels } = patch;
  const { arena } = kernels;
  const mark = arena.mark();
  if (isUpright(sampling)) {
    const columns = positionsOf(affine.a, affine.c, block.x, block.width, across, patch.x);
    const rows = positionsOf(affine.e, affine.f, block.y, block.height, down, patch.y);
    const lines = arena.plane(channels * block.width * patch.height);
    kernels.filterAcross(patch, columns, across, lines);
    yield;
    kernels.filterDown(lines, channels, block.width, rows, down, out);
  } else {
    // The source's columns follow the block's rows: filtered lying on its side, then stood up.
    const columns = positionsOf(affine.b, affine.c, block.y, block.height, across, patch.x);
    const rows = positionsOf(affine.d, affine.f, block.x, block.width, down, patch.y);
    const lines = arena.plane(channels * block.height * patch.height);
    kernels.filterAcross(patch, columns, across, lines);
    yield;
    const lying = arena.plane(channels * sizeOf(block));
    kernels.filterDown(lines, channels, block.height, rows, down, lying);
    yield;
    kernels.transpose(lying, channels, block.height, block.width, out);
  }
  arena.release(mark);
}

/**
 * Samples a region block by block; `patchOf` gives the source pixels of an area, interleaved by channel. Values beyond a
 * picture's edge are those that the patches hold there.
 */
export function* sampled(
  sampling: Sampling,
  region: Region,
  channels: 1 | 4,
  work: Work,
  patchOf: (area: PatchArea) => Rendering<SourcePatch>,
): Rendering<Int16Array> {
  const { arena } = work.kernels;
  const data = arena.plane(channels * sizeOf(region));
  for (const block of sampledBlocks(sampling, region)) {
    const mark = arena.mark();
    const patch = yield* patchOf(patchArea(sampling, block));
    const isWhole = block.width === region.width && block.height === region.height;
    const values = isWhole ? data : arena.plane(channels * sizeOf(block));
    if (isUpright(sampling) || isQuarterTurned(sampling)) yield* sampledStraight(sampling, patch, block, work, values);
    else work.kernels.sample(patch, sampling.affine, sampling.across, sampling.down, block, values);
    if (!isWhole) paste(values, block, data, region, channels);
    arena.release(mark);
    yield;
  }
  return data;
}
