import type { Arena } from '../raster/arena';
import { bytesOf, sizeOf, type Raster, type Region } from '../raster/raster';
import { crop, overlap, regionName } from '../raster/region';

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

const holds = (outer: Region, inner: Region): boolean => {
  const both = overlap(outer, inner);
  return both !== null && sizeOf(both) === sizeOf(inner);
};

/** Rasters of one scope, by node and region. A region within one that is there is cut from it: the same bits, whatever the tiling. */
export class Memo {
  private readonly rasters = new Map<string, Raster>();
  private readonly largest = new Map<string, Raster>();

  get(key: string, region: Region, arena: Arena): Raster | undefined {
    const exact = this.rasters.get(`${key}@${regionName(region)}`);
    if (exact) return exact;
    const large = this.largest.get(key);
    return large && large.kind !== 'index' && holds(large.region, region) ? cropped(large, region, arena) : undefined;
  }

  put(key: string, region: Region, raster: Raster): void {
    this.rasters.set(`${key}@${regionName(region)}`, raster);
    const large = this.largest.get(key);
    if (!large || bytesOf(raster) > bytesOf(large)) this.largest.set(key, raster);
  }
}
