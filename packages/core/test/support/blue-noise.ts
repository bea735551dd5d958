import { SCATTER_SIDE } from '../../src/raster/kernels';
import { BASE_64 } from '../../src/units/vlq';
import { voidAndCluster } from './void-and-cluster';

const SEED = 7;

/** The tile of blue noise as it is committed: two letters of base 64 a rank. */
export const blueNoiseText = (): string =>
  Array.from(voidAndCluster(SCATTER_SIDE, SEED), (rank) => BASE_64.charAt(rank >> 6) + BASE_64.charAt(rank & 63)).join('');
