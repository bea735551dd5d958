import type { Kernels } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import type { Movable } from '../../raster/ways';

/** Twice as far from the mean as full light or shade lies. */
const GAIN = 2;

/** A value with light above (below: shade) the mean laid over it: towards `white` by the light, towards nothing by the shade. */
const lit = (value: number, light: number, white: number, share: number): number => {
  const by = Math.min(1, (Math.abs(light) * GAIN * share) / ONE);
  return Math.floor(value + ((light < 0 ? 0 : white) - value) * by + 0.5);
};

/**
 * A raster with the light of a map laid over it: `light` is the map's less its mean, ± ONE. Colours and greys get darker and lighter; an
 * ink, which has one colour, is thinner in the light.
 */
export const shaded = (raster: Movable, light: Int16Array, share: number, { arena }: Kernels): Movable => {
  if (raster.kind === 'colour') {
    const data = arena.plane(raster.data.length);
    for (let i = 0, p = 0; i < data.length; i += 4, p++) {
      const alpha = raster.data[i + 3] as number;
      for (let c = 0; c < 3; c++) data[i + c] = lit(raster.data[i + c] as number, light[p] as number, alpha, share);
      data[i + 3] = alpha;
    }
    return { ...raster, data };
  }
  const plane = raster.kind === 'ink' ? raster.coverage : raster.tone;
  const out = arena.plane(plane.length);
  for (let i = 0; i < out.length; i++) {
    const at = light[i] as number;
    if (raster.kind === 'tone') out[i] = lit(plane[i] as number, at, ONE, share);
    else out[i] = at > 0 ? lit(plane[i] as number, -at, 0, share) : (plane[i] as number);
  }
  return raster.kind === 'ink' ? { ...raster, coverage: out } : { ...raster, tone: out };
};
