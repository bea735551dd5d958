import { chanceAt, FINER, layeredNoise, WEAKER } from './chance';
import { ONE } from './depth';

// Strokes of a brush, in the order of every sum and product of the core's raster/reference/strokes.ts and tips.ts.

/** Where the depths of a stretch are greater than those of an area, they come to be those, with their way along and across. */
export function strokeStretch(
  ax: f64,
  ay: f64,
  ar: f64,
  aAlong: f64,
  bx: f64,
  by: f64,
  br: f64,
  bAlong: f64,
  softness: f64,
  areaX: i32,
  areaY: i32,
  areaWidth: i32,
  areaHeight: i32,
  depths: usize,
  along: usize,
  across: usize,
): void {
  const dx = bx - ax;
  const dy = by - ay;
  const length2 = dx * dx + dy * dy;
  const length = Math.sqrt(length2);
  const widest = max(ar, br) + 1;
  const left = max(<f64>areaX, Math.floor(min(ax, bx) - widest));
  const right = min(<f64>(areaX + areaWidth), Math.ceil(max(ax, bx) + widest));
  const top = max(<f64>areaY, Math.floor(min(ay, by) - widest));
  const bottom = min(<f64>(areaY + areaHeight), Math.ceil(max(ay, by) + widest));
  for (let y = top; y < bottom; y++) {
    const py = y + 0.5 - ay;
    let from = left;
    let to = right;
    if (dy != 0) {
      // No further from the line that the stretch lies on than its widest.
      const middle = (py * dx) / dy + ax - 0.5;
      const half = abs((widest * length) / dy);
      from = max(from, Math.floor(middle - half));
      to = min(to, Math.ceil(middle + half) + 1);
    }
    if (from >= to) continue;
    const first = <i32>(y - <f64>areaY) * areaWidth - areaX;
    for (let x = <i32>from, end = <i32>to; x < end; x++) {
      const px = <f64>x + 0.5 - ax;
      const t = length2 > 0 ? max(0.0, min(1.0, (px * dx + py * dy) / length2)) : 0.0;
      const ex = px - t * dx;
      const ey = py - t * dy;
      const away = Math.sqrt(ex * ex + ey * ey);
      const radius = ar + (br - ar) * t;
      const edge = softness * radius;
      const isSoft = edge > 1;
      let depth = isSoft ? (radius - away) / edge : radius - away + 0.5;
      if (depth <= 0) continue;
      if (depth > 1) depth = 1;
      else if (isSoft) depth = depth * depth * (3 - 2 * depth);
      const o = <usize>(first + x) << 2;
      if (depth <= <f64>load<f32>(depths + o)) continue;
      store<f32>(depths + o, <f32>depth);
      store<f32>(along + o, <f32>(aAlong + (bAlong - aAlong) * t));
      store<f32>(across + o, <f32>(length > 0 ? (px * dy - py * dx) / length : px));
    }
  }
}

// @ts-ignore: decorator
@inline
function passage(value: f64, cut: f64, width: f64): f64 {
  return max(0.0, min(1.0, (value - cut) / width + 0.5));
}

function grains(x: f64, y: f64, seed: i32, pixel: f64, cell: f64, likely: f64, least: f64, most: f64): f64 {
  const cx = <i32>Math.floor(x / cell);
  const cy = <i32>Math.floor(y / cell);
  let best: f64 = 0;
  for (let j = cy - 1; j <= cy + 1; j++) {
    for (let i = cx - 1; i <= cx + 1; i++) {
      if (chanceAt(i, j, seed) >= likely) continue;
      const size = chanceAt(i, j, seed + 3);
      const radius = cell * (least + (most - least) * size * size);
      const px = (<f64>i + chanceAt(i, j, seed + 1)) * cell - x;
      const py = (<f64>j + chanceAt(i, j, seed + 2)) * cell - y;
      best = max(best, (radius - Math.sqrt(px * px + py * py)) / pixel + 0.5);
    }
  }
  return min(1.0, best);
}

/** What a tip, by its number as in the core's raster/kernels.ts, lets arrive at a place. */
function shapeAt(tip: i32, depth: f64, along: f64, across: f64, x: f64, y: f64, seed: i32, pixel: f64): f64 {
  switch (tip) {
    case 1:
      return passage(layeredNoise(across / 0.55, along / 26, seed, 3, 2.1, 0.7), 0.66 - 0.36 * depth, 0.09) * min(1.0, 4 * depth);
    case 2:
      return passage(layeredNoise(x / 2.4, y / 2.4, seed, 4, 2.2, 0.6), 0.66 - 0.24 * depth, 0.06);
    case 3: {
      const patches = layeredNoise(x / 8, y / 8, seed, 3, FINER, WEAKER);
      return passage(0.6 * patches + 0.4 * layeredNoise(x / 0.5, y / 0.5, seed + 9, 2, FINER, WEAKER), 0.55 - 0.14 * depth, 0.07);
    }
    case 4:
      return passage(layeredNoise(x / 0.3, y / 0.3, seed, 2, FINER, WEAKER), 0.72 - 0.36 * depth, 0.12);
    case 5:
      return grains(x, y, seed, pixel, 0.22, depth * depth, 0.3, 0.75);
    case 6:
      return grains(x, y, seed, pixel, 0.9, 0.75 * depth, 0.06, 0.5);
    default:
      return depth;
  }
}

/** What a stroke leaves in an area is added to a plane, `plane` at its first pixel and `stride` wide; `a` … `f` give mm of the art by mm of the sheet. */
export function strokePaint(
  depths: usize,
  along: usize,
  across: usize,
  tip: i32,
  seed: i32,
  strength: f64,
  pxPerMm: f64,
  scale: f64,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  areaX: i32,
  areaY: i32,
  areaWidth: i32,
  areaHeight: i32,
  plane: usize,
  stride: i32,
): void {
  const pixel = 1 / scale;
  let i: usize = 0;
  for (let row = 0; row < areaHeight; row++) {
    const mmY = (<f64>(areaY + row) + 0.5) / pxPerMm;
    let o = plane + (<usize>(row * stride) << 1);
    for (let column = 0; column < areaWidth; column++, i += 4, o += 2) {
      const depth = <f64>load<f32>(depths + i);
      if (depth == 0) continue;
      const mmX = (<f64>(areaX + column) + 0.5) / pxPerMm;
      const x = a * mmX + b * mmY + c;
      const y = d * mmX + e * mmY + f;
      const far = <f64>load<f32>(along + i) / scale;
      const aside = <f64>load<f32>(across + i) / scale;
      const value = <i32>load<i16>(o) + <i32>Math.floor(shapeAt(tip, depth, far, aside, x, y, seed, pixel) * strength + 0.5);
      store<i16>(o, <i16>max(0, min(ONE, value)));
    }
  }
}
