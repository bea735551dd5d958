import { clamp } from '../../units/smooth';
import { CASTING_RAMP, type Kernels } from '../kernels';
import { ONE } from '../raster';

/** Width of the line at the bevel's edges, of the bevel's width. */
const LINE = 0.1;
/** How far the horizon wavers, of its height; and how far the face's curve bends it. */
const WAVERS = 0.018;
const CURVED = 0.05;
/** The bevel's mirror: its middle, how it follows the slope, and the lamp's share. */
const MIRROR = { middle: 0.5, slope: 0.46, lamp: 0.25 };
/** Sharpness of the lamp's own spot. */
const SPOT = 14;

/** x^SPOT for x within 0 … 1. */
const spotOf = (x: number): number => {
  let power = 1;
  for (let i = 0; i < SPOT; i++) power *= x;
  return power;
};

/** The edge falls away as a bevel; the face mirrors a horizon; the bevel mirrors a second one and a lamp. Shares and widths by trial. */
export const castMetal: Kernels['castMetal'] = (casting, alphas, { x: left, y: top, width, height }, out) => {
  const { heights, widthPx, lamp, view, map, waves, scratches, grains, polish, grain, face, bevel } = casting;
  const stride = width + 2;
  for (let row = 0, i = 0; row < height; row++) {
    const y = top + row + 0.5;
    for (let column = 0; column < width; column++, i++) {
      const alpha = alphas[i] as number;
      if (alpha === 0) {
        out.fill(0, 4 * i, 4 * i + 4);
        continue;
      }
      const x = left + column + 0.5;
      const h = (row + 1) * stride + column + 1;
      const raised = (heights[h] as number) / ONE;
      // Slopes of the bevel, whose height is its width; y is up.
      const gx = (((heights[h + 1] as number) - (heights[h - 1] as number)) * widthPx) / (2 * ONE);
      const gy = (((heights[h - stride] as number) - (heights[h + stride] as number)) * widthPx) / (2 * ONE);
      const nz = 1 / Math.sqrt(1 + gx * gx + gy * gy);
      const [nx, ny] = [-gx * nz, -gy * nz];
      const [lx, ly] = [lamp.x - x, y - lamp.y];
      const by = 1 / Math.sqrt(lx * lx + ly * ly + lamp.z * lamp.z);
      const diffuse = Math.max(0, (nx * lx + ny * ly + nz * lamp.z) * by);
      const steep = 1 - nz;
      // Face where it is flat, bevel where it falls away; between them a line that is lit on the lamp's side and dark on the other.
      const flank = clamp((0.985 - raised) / 0.03);
      const place = map ? 1 - (map[i] as number) / ONE : 0.5 + (view.sin * (x - view.x) + view.cos * (y - view.y)) / view.tall;
      const onFace = place + (WAVERS * (waves[i] as number)) / ONE + CURVED * ny;
      const onBevel = MIRROR.middle + MIRROR.slope * 2 * nz * ny + MIRROR.lamp * (diffuse - 0.5);
      const faceAt = 3 * Math.floor(clamp(onFace) * CASTING_RAMP + 0.5);
      const edgeAt = 3 * Math.floor(clamp(onBevel) * CASTING_RAMP + 0.5);
      const spot = steep > 0.02 ? spotOf(diffuse) * 0.5 : 0;
      const rim = clamp(1 - Math.abs(raised - 0.97) / LINE) * (diffuse - 0.62) * 1.1 * clamp(steep * 12 + flank * 0.3);
      const texture = 1 + (polish * (scratches[i] as number) + grain * (grains[i] as number)) / ONE;
      const outline = clamp(raised / 0.12) * 0.35 + 0.65;
      for (let c = 0; c < 3; c++) {
        const mixed = (face[faceAt + c] as number) * (1 - flank) + (bevel[edgeAt + c] as number) * flank;
        const lit = (mixed * texture * outline + ONE * (spot * flank + rim)) / ONE;
        out[4 * i + c] = Math.floor(clamp(lit) * alpha + 0.5);
      }
      out[4 * i + 3] = alpha;
    }
  }
};
