import { weightedMeans } from '../box-sums';
import type { Kernels } from '../kernels';
import { ONE } from '../raster';

/** All rows at once, when the first are asked for. */
export const unmixed: Kernels['unmixed'] = (rgba, coverage, { width, height, reach, sure, none }, [from], _, out) => {
  if (from > 0) return;
  const subject = Uint8Array.from(coverage, (v) => Number(v >= sure));
  const ground = Uint8Array.from(coverage, (v) => Number(v <= none));
  for (let c = 0; c < 3; c++) {
    const plane = coverage.map((_, i) => rgba[4 * i + c] as number);
    const [within, beyond] = [subject, ground].map((set) => weightedMeans(plane, set, width, height, reach)) as [
      Float64Array,
      Float64Array,
    ];
    for (let i = 0; i < coverage.length; i++) {
      if (subject[i] || ground[i] || (within[i] as number) < 0 || (beyond[i] as number) < 0) continue;
      const alpha = (coverage[i] as number) / ONE;
      const left = ((plane[i] as number) - (1 - alpha) * (beyond[i] as number)) / alpha;
      const own = alpha * left + (1 - alpha) * (within[i] as number);
      out[4 * i + c] = Math.floor(Math.max(0, Math.min(rgba[4 * i + 3] as number, own)) + 0.5);
    }
  }
};
