import type { Kernels } from '../kernels';
import { ONE } from '../raster';

/** Twice as far from the mean as full light or shade lies. */
const GAIN = 2;

/** A value with light above (below: shade) the mean laid over it: towards `white` by the light, towards nothing by the shade. */
const lit = (value: number, light: number, white: number, share: number): number => {
  const by = Math.min(1, (Math.abs(light) * GAIN * share) / ONE);
  return Math.floor(value + ((light < 0 ? 0 : white) - value) * by + 0.5);
};

export const shadedBy: Kernels['shadedBy'] = (values, light, kind, share, out) => {
  for (const [i, at] of light.entries()) {
    const value = values[i] as number;
    if (kind === 'tone') out[i] = lit(value, at, ONE, share);
    else if (kind === 'ink') out[i] = at > 0 ? lit(value, -at, 0, share) : value;
    else {
      const alpha = values[4 * i + 3] as number;
      for (let c = 0; c < 3; c++) out[4 * i + c] = lit(values[4 * i + c] as number, at, alpha, share);
      out[4 * i + 3] = alpha;
    }
  }
};
