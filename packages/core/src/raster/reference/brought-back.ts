import type { Kernels } from '../kernels';
import { ONE } from '../raster';

export const broughtBack: Kernels['broughtBack'] = (printed, original, weight, out) => {
  out.set(printed);
  for (let i = 0; i < out.length; i += 4) {
    const alpha = printed[i + 3] as number;
    const there = original[i + 3] as number;
    if (alpha === 0 || there === 0) continue;
    for (let c = 0; c < 3; c++) {
      const own = printed[i + c] as number;
      const wanted = Math.floor(((original[i + c] as number) * alpha) / there + 0.5);
      out[i + c] = Math.max(0, Math.min(alpha, own + Math.floor(((wanted - own) * weight) / ONE + 0.5)));
    }
  }
};
