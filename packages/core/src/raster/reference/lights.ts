import { chanceAt } from '../../units/noise';
import { smoothstep } from '../../units/smooth';
import { GLINT_RAY_VALUES, type Kernels } from '../kernels';
import { ONE } from '../raster';

/** How soft a ray is beside its breadth, px. */
const SOFT_PX = 0.35;

export const glint: Kernels['glint'] = ({ x, y, reach, core, breadth, rays }, plane, region) => {
  const [left, right] = [Math.max(region.x, Math.floor(x - reach)), Math.min(region.x + region.width - 1, Math.ceil(x + reach))];
  const [top, bottom] = [Math.max(region.y, Math.floor(y - reach)), Math.min(region.y + region.height - 1, Math.ceil(y + reach))];
  for (let py = top; py <= bottom; py++) {
    for (let px = left; px <= right; px++) {
      const [dx, dy] = [px + 0.5 - x, py + 0.5 - y];
      const near = Math.sqrt(dx * dx + dy * dy) / core;
      let light = near < 1 ? (1 - near * near) * (1 - near * near) : 0;
      for (let ray = 0; ray < rays.length; ray += GLINT_RAY_VALUES) {
        const [cos, sin, far] = rays.subarray(ray, ray + GLINT_RAY_VALUES) as unknown as [number, number, number];
        const along = (dx * cos + dy * sin) / far;
        if (along < 0 || along >= 1) continue;
        const broad = breadth * (1 - along) + SOFT_PX;
        const across = Math.abs(dx * sin - dy * cos) / broad;
        if (across < 1) light = Math.max(light, (1 - along) * (1 - across));
      }
      if (light <= 0) continue;
      const i = (py - region.y) * region.width + px - region.x;
      plane[i] = Math.max(plane[i] as number, Math.floor(light * ONE + 0.5));
    }
  }
};

/** What chance adds to the light of a place at most. */
const BY_CHANCE = 0.1;

export const brightest: Kernels['brightest'] = (tone, coverage, region, box, { least, seed, mm, apartMm }) => {
  let [best, at] = [0, -1];
  for (let y = box.y; y < box.y + box.height; y++) {
    for (let x = box.x; x < box.x + box.width; x++) {
      const i = (y - region.y) * region.width + x - region.x;
      const light = ((tone[i] as number) * (coverage ? (coverage[i] as number) : ONE)) / ONE;
      if (light < least * ONE) continue;
      const score = light + BY_CHANCE * ONE * chanceAt(Math.floor((x * mm) / apartMm), Math.floor((y * mm) / apartMm), seed);
      if (score > best) [best, at] = [score, i];
    }
  }
  return at;
};

export const shaded: Kernels['shaded'] = (
  { round, x: fx, y: fy, clear, soft, depth },
  { x: left, y: top, width, height },
  pxPerMm,
  out,
) => {
  for (let row = 0, i = 0; row < height; row++) {
    const y = (top + row + 0.5) / pxPerMm;
    for (let column = 0; column < width; column++, i++) {
      const x = (left + column + 0.5) / pxPerMm;
      const [dx, dy] = [x - fx, y - fy];
      const beyond = round ? Math.sqrt(dx * dx + dy * dy) - clear : clear + fx * x + fy * y;
      out[i] = Math.floor((1 - depth * smoothstep(0, 1, beyond / soft)) * ONE + 0.5);
    }
  }
};
