import type { Kernels } from '../../raster/kernels';
import type { Movable } from '../../raster/ways';

/**
 * A raster with the light of a map laid over it: `light` is the map's less its mean, ± ONE. Colours and greys get darker and lighter; an
 * ink, which has one colour, is thinner in the light.
 */
export const shaded = (raster: Movable, light: Int16Array, share: number, { arena, shadedBy }: Kernels): Movable => {
  const values = raster.kind === 'colour' ? raster.data : raster.kind === 'ink' ? raster.coverage : raster.tone;
  const out = arena.plane(values.length);
  shadedBy(values, light, raster.kind, share, out);
  if (raster.kind === 'colour') return { ...raster, data: out };
  return raster.kind === 'ink' ? { ...raster, coverage: out } : { ...raster, tone: out };
};
