/** Rasters cut, laid out wider, and copied out of the arena and into it. */
import type { Arena } from '../raster/arena';
import type { Kernels } from '../raster/kernels';
import { ONE, sizeOf, type IndexRaster, type Raster, type Region } from '../raster/raster';
import { crop, overlap, paste } from '../raster/region';
import { blankPlane, isBlank, uniformPlane, uniformValue } from '../raster/uniform';

/** Rasters of planes of values. */
export type Planes = Exclude<Raster, IndexRaster>;

/** A raster of a region with each of its planes made into another. */
const withPlanes = (raster: Planes, region: Region, made: (plane: Int16Array, channels: 1 | 4) => Int16Array): Planes => {
  switch (raster.kind) {
    case 'colour':
      return { ...raster, region, data: made(raster.data, 4) };
    case 'ink':
      return { ...raster, region, coverage: made(raster.coverage, 1) };
    case 'tone':
      return { ...raster, region, tone: made(raster.tone, 1), coverage: raster.coverage && made(raster.coverage, 1) };
  }
};

/** A raster cut to a region that lies within its own. */
export const cropped = (raster: Raster, region: Region, arena: Arena): Planes => {
  if (raster.kind === 'index') throw new Error('an index plane is not cut');
  return withPlanes(raster, region, (plane, channels) => crop(plane, raster.region, region, arena, channels));
};

export const holds = (outer: Region, inner: Region): boolean => {
  const both = overlap(outer, inner);
  return both !== null && sizeOf(both) === sizeOf(inner);
};

/** A raster with nothing around it, out to a larger region. */
export const pasted = (raster: Raster, region: Region, arena: Arena): Planes => {
  if (raster.kind === 'index') throw new Error('an index plane has no bounds');
  // What is there all over is so no longer.
  const own = raster.kind === 'tone' ? { ...raster, coverage: raster.coverage ?? uniformPlane(raster.tone.length, ONE) } : raster;
  return withPlanes(own, region, (plane, channels) => {
    if (isBlank(plane)) return blankPlane(channels * sizeOf(region));
    const out = arena.plane(channels * sizeOf(region)).fill(0);
    paste(plane, raster.region, out, region, channels);
    return out;
  });
};

/** A raster that outlives its scope. */
export const settled = (raster: Raster, { arena }: Kernels): Raster => {
  if (raster.kind === 'index') return { ...raster, entries: arena.holds(raster.entries) ? raster.entries.slice() : raster.entries };
  return withPlanes(raster, raster.region, (plane) => (arena.holds(plane) ? plane.slice() : plane));
};

/** A raster in the arena, where kernels read it as it lies. */
const copiedInto = (raster: Planes, arena: Arena): Planes =>
  withPlanes(raster, raster.region, (plane) => {
    if (uniformValue(plane) !== null) return plane;
    const out = arena.plane(plane.length);
    out.set(plane);
    return out;
  });

/** A raster in the arena over a region that it holds all of, or all that is there of it. */
export const laidOut = (raster: Planes, region: Region, arena: Arena): Planes => {
  const { region: from } = raster;
  const [isCut, isWider] = [!holds(region, from), !holds(from, region)];
  if (!isCut && !isWider) return copiedInto(raster, arena);
  const part = isCut ? overlap(from, region) : from;
  if (!part) throw new Error('a raster was held that has nothing in its region');
  const cut = isCut ? cropped(raster, part, arena) : raster;
  return isWider ? pasted(cut, region, arena) : cut;
};
