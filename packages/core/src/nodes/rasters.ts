/** Rasters cut, laid out wider, and copied out of the arena and into it. */
import type { Arena } from '../raster/arena';
import type { Kernels } from '../raster/kernels';
import { ONE, sizeOf, type Raster, type Region } from '../raster/raster';
import { crop, overlap, paste } from '../raster/region';
import { blankPlane, isBlank, uniformPlane, uniformValue } from '../raster/uniform';

/** A raster cut to a region that lies within its own. */
export const cropped = (raster: Raster, region: Region, arena: Arena): Raster => {
  const { region: from } = raster;
  switch (raster.kind) {
    case 'colour':
      return { ...raster, region, data: crop(raster.data, from, region, arena, 4) };
    case 'ink':
      return { ...raster, region, coverage: crop(raster.coverage, from, region, arena) };
    case 'tone': {
      const coverage = raster.coverage && crop(raster.coverage, from, region, arena);
      return { ...raster, region, tone: crop(raster.tone, from, region, arena), coverage };
    }
    case 'index':
      throw new Error('an index plane is not cut');
  }
};

export const holds = (outer: Region, inner: Region): boolean => {
  const both = overlap(outer, inner);
  return both !== null && sizeOf(both) === sizeOf(inner);
};

/** A raster with nothing around it, out to a larger region. */
export const pasted = (raster: Raster, region: Region, arena: Arena): Raster => {
  const { region: from } = raster;
  const wider = (plane: Int16Array, channels: 1 | 4): Int16Array => {
    if (isBlank(plane)) return blankPlane(channels * sizeOf(region));
    const out = arena.plane(channels * sizeOf(region)).fill(0);
    paste(plane, from, out, region, channels);
    return out;
  };
  switch (raster.kind) {
    case 'colour':
      return { ...raster, region, data: wider(raster.data, 4) };
    case 'ink':
      return { ...raster, region, coverage: wider(raster.coverage, 1) };
    case 'tone':
      return {
        ...raster,
        region,
        tone: wider(raster.tone, 1),
        coverage: wider(raster.coverage ?? uniformPlane(raster.tone.length, ONE), 1),
      };
    case 'index':
      throw new Error('an index plane has no bounds');
  }
};

const copiedOut = (array: Int16Array, arena: Arena): Int16Array => (arena.holds(array) ? array.slice() : array);

/** A raster that outlives its scope. */
export const settled = (raster: Raster, { arena }: Kernels): Raster => {
  switch (raster.kind) {
    case 'colour':
      return { ...raster, data: copiedOut(raster.data, arena) };
    case 'ink':
      return { ...raster, coverage: copiedOut(raster.coverage, arena) };
    case 'tone':
      return { ...raster, tone: copiedOut(raster.tone, arena), coverage: raster.coverage && copiedOut(raster.coverage, arena) };
    case 'index':
      return { ...raster, entries: arena.holds(raster.entries) ? raster.entries.slice() : raster.entries };
  }
};

const copiedIn = (array: Int16Array, arena: Arena): Int16Array => {
  if (uniformValue(array) !== null) return array;
  const out = arena.plane(array.length);
  out.set(array);
  return out;
};

/** A raster in the arena, where kernels read it as it lies. */
const copiedInto = (raster: Raster, arena: Arena): Raster => {
  switch (raster.kind) {
    case 'colour':
      return { ...raster, data: copiedIn(raster.data, arena) };
    case 'ink':
      return { ...raster, coverage: copiedIn(raster.coverage, arena) };
    case 'tone':
      return { ...raster, tone: copiedIn(raster.tone, arena), coverage: raster.coverage && copiedIn(raster.coverage, arena) };
    case 'index':
      return raster;
  }
};

/** A raster in the arena over a region that it holds all of, or all that is there of it. */
export const laidOut = (raster: Raster, region: Region, arena: Arena): Raster => {
  const { region: from } = raster;
  const [isCut, isWider] = [!holds(region, from), !holds(from, region)];
  if (!isCut && !isWider) return copiedInto(raster, arena);
  const part = isCut ? overlap(from, region) : from;
  if (!part) throw new Error('a raster was held that has nothing in its region');
  const cut = isCut ? cropped(raster, part, arena) : raster;
  return isWider ? pasted(cut, region, arena) : cut;
};
