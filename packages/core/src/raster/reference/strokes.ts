import type { Kernels } from '../kernels';
import { ONE } from '../raster';
import { TIP_SHAPES, type TipPlace } from './tips';

const strokeStretch: Kernels['strokeStretch'] = ({ from: a, to: b, softness }, area, out) => {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length2 = dx * dx + dy * dy;
  const length = Math.sqrt(length2);
  const widest = Math.max(a.radius, b.radius) + 1;
  const left = Math.max(area.x, Math.floor(Math.min(a.x, b.x) - widest));
  const right = Math.min(area.x + area.width, Math.ceil(Math.max(a.x, b.x) + widest));
  const top = Math.max(area.y, Math.floor(Math.min(a.y, b.y) - widest));
  const bottom = Math.min(area.y + area.height, Math.ceil(Math.max(a.y, b.y) + widest));
  for (let y = top; y < bottom; y++) {
    const py = y + 0.5 - a.y;
    for (let x = left; x < right; x++) {
      const o = (y - area.y) * area.width + x - area.x;
      const px = x + 0.5 - a.x;
      const t = length2 > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / length2)) : 0;
      const [ex, ey] = [px - t * dx, py - t * dy];
      const away = Math.sqrt(ex * ex + ey * ey);
      const radius = a.radius + (b.radius - a.radius) * t;
      const edge = softness * radius;
      // A hard edge is smoothed over one pixel; a soft one rises smoothly from the rim inwards.
      let depth = edge > 1 ? (radius - away) / edge : radius - away + 0.5;
      if (depth <= 0) continue;
      if (depth > 1) depth = 1;
      else if (edge > 1) depth = depth * depth * (3 - 2 * depth);
      if (depth <= (out.depth[o] as number)) continue;
      out.depth[o] = depth;
      out.along[o] = a.along + (b.along - a.along) * t;
      out.across[o] = length > 0 ? (px * dy - py * dx) / length : px;
    }
  }
};

const strokePaint: Kernels['strokePaint'] = (from, { tip, seed, strength, pxPerMm, scale, art }, area, plane, region) => {
  const at: TipPlace = { depth: 0, along: 0, across: 0, x: 0, y: 0, seed, pixel: 1 / scale };
  for (let row = 0, i = 0; row < area.height; row++) {
    for (let column = 0; column < area.width; column++, i++) {
      at.depth = from.depth[i] as number;
      if (at.depth === 0) continue;
      const [x, y] = [(area.x + column + 0.5) / pxPerMm, (area.y + row + 0.5) / pxPerMm];
      at.along = (from.along[i] as number) / scale;
      at.across = (from.across[i] as number) / scale;
      at.x = art.a * x + art.b * y + art.c;
      at.y = art.d * x + art.e * y + art.f;
      const o = (area.y + row - region.y) * region.width + area.x + column - region.x;
      const value = (plane[o] as number) + Math.floor(TIP_SHAPES[tip](at) * strength + 0.5);
      plane[o] = Math.max(0, Math.min(ONE, value));
    }
  }
};

export const strokes = { strokeStretch, strokePaint };
