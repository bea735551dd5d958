import type { Kernels } from '../kernels';

export const ramp: Kernels['ramp'] = ({ form, at, cos, sin, width: w, height: h, reach, table }, region, out) => {
  const steps = table.length / 4 - 1;
  for (let row = 0, o = 0; row < region.height; row++) {
    const y = region.y + row + 0.5;
    for (let column = 0; column < region.width; column++, o += 4) {
      const x = region.x + column + 0.5;
      const u = at.a * x + at.b * y + at.c - 1;
      const v = at.d * x + at.e * y + at.f - 1;
      const along = form === 'round' ? Math.sqrt(u * u + v * v) : 0.5 + (cos * u * w - sin * v * h) / (2 * reach);
      const i = 4 * Math.floor(Math.max(0, Math.min(1, along)) * steps + 0.5);
      for (let c = 0; c < 4; c++) out[o + c] = table[i + c] as number;
    }
  }
};
