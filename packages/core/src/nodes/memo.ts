import type { Arena } from '../raster/arena';
import { bytesOf, type Raster, type Region } from '../raster/raster';
import { regionName } from '../raster/region';
import { cropped, holds } from './rasters';

/**
 * Rasters of one scope, by node and region, and of those around it. A region within one that is there is cut from it: the same bits,
 * whatever the tiling.
 */
export class Memo {
  private readonly rasters = new Map<string, Raster>();
  private readonly largest = new Map<string, Raster>();

  constructor(private readonly around: Memo | null = null) {}

  get(key: string, region: Region, arena: Arena): Raster | undefined {
    const exact = this.rasters.get(`${key}@${regionName(region)}`);
    if (exact) return exact;
    const large = this.largest.get(key);
    if (large && large.kind !== 'index' && holds(large.region, region)) return cropped(large, region, arena);
    return this.around?.get(key, region, arena);
  }

  put(key: string, region: Region, raster: Raster): void {
    this.rasters.set(`${key}@${regionName(region)}`, raster);
    const large = this.largest.get(key);
    if (!large || bytesOf(raster) > bytesOf(large)) this.largest.set(key, raster);
  }
}
