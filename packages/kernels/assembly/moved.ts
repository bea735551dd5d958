import { DEPTH, HALF, ONE } from './depth';

/** How what lies beyond the box is found, as in the core's raster/kernels.ts. */
const HOLD: i32 = 1;
const REPEAT: i32 = 2;
const MIRROR: i32 = 3;

/** A column or row brought into `length` of them from `from` on. */
// @ts-ignore: decorator
@inline
function folded(at: i32, from: i32, length: i32, beyond: i32): i32 {
  const d = at - from;
  if (beyond == HOLD) return from + min(max(d, 0), length - 1);
  if (beyond == REPEAT) {
    const r = d % length;
    return from + (r < 0 ? r + length : r);
  }
  if (beyond == MIRROR) {
    const twice = 2 * length;
    const r = d % twice;
    const p = r < 0 ? r + twice : r;
    return from + (p < length ? p : twice - 1 - p);
  }
  return at;
}

/** A value of a plane; nothing beyond what is there of it. */
// @ts-ignore: decorator
@inline
function valueAt(plane: usize, width: i32, height: i32, x: i32, y: i32): i32 {
  if (x < 0 || y < 0 || x >= width || y >= height) return 0;
  return load<i16>(plane + (<usize>(y * width + x) << 1));
}

/**
 * Each pixel from where two planes of ways say, of a source (one plane or premultiplied RGBA), by `weights` of four taps for each of 256
 * phases. `across` and `down`: 1/256 px that a way of ONE goes. Within `box…` the source is as it is; beyond it as `beyond` says.
 */
export function moved(
  source: usize,
  channels: i32,
  left: i32,
  top: i32,
  sourceWidth: i32,
  sourceHeight: i32,
  waysX: usize,
  waysY: usize,
  across: i32,
  down: i32,
  boxX: i32,
  boxY: i32,
  boxWidth: i32,
  boxHeight: i32,
  beyond: i32,
  weights: usize,
  x: i32,
  y: i32,
  width: i32,
  height: i32,
  out: usize,
): void {
  const insideLeft = beyond ? max(left, boxX) : left;
  const insideTop = beyond ? max(top, boxY) : top;
  const insideRight = (beyond ? min(left + sourceWidth, boxX + boxWidth) : left + sourceWidth) - 4;
  const insideBottom = (beyond ? min(top + sourceHeight, boxY + boxHeight) : top + sourceHeight) - 4;
  const round = i32x4.splat(HALF);
  let i: usize = 0;
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i += 2) {
      const wayX = <i32>((<i64>load<i16>(waysX + i) * <i64>across + HALF) >> DEPTH);
      const wayY = <i32>((<i64>load<i16>(waysY + i) * <i64>down + HALF) >> DEPTH);
      const px = ((x + column) << 8) + wayX;
      const py = ((y + row) << 8) + wayY;
      const fx = (px >> 8) - 1;
      const fy = (py >> 8) - 1;
      const wx = weights + (<usize>(px & 255) << 3);
      const wy = weights + (<usize>(py & 255) << 3);
      const isInside = fx >= insideLeft && fy >= insideTop && fx <= insideRight && fy <= insideBottom;
      if (channels == 4) {
        let sum = round;
        if (isInside) {
          let line = source + (<usize>((fy - top) * sourceWidth + fx - left) << 3);
          for (let j: usize = 0; j < 4; j++) {
            let along = round;
            for (let k: usize = 0; k < 4; k++) {
              along = i32x4.add(along, i32x4.mul(v128.load16x4_s(line + (k << 3)), i32x4.splat(load<i16>(wx + (k << 1)))));
            }
            sum = i32x4.add(sum, i32x4.mul(i32x4.shr_s(along, DEPTH), i32x4.splat(load<i16>(wy + (j << 1)))));
            line += <usize>sourceWidth << 3;
          }
        } else {
          for (let j = 0; j < 4; j++) {
            const sy = folded(fy + j, boxY, boxHeight, beyond);
            let along = round;
            for (let k = 0; k < 4; k++) {
              const sx = folded(fx + k, boxX, boxWidth, beyond);
              if (sx < left || sy < top || sx >= left + sourceWidth || sy >= top + sourceHeight) continue;
              const at = source + (<usize>((sy - top) * sourceWidth + sx - left) << 3);
              along = i32x4.add(along, i32x4.mul(v128.load16x4_s(at), i32x4.splat(load<i16>(wx + (<usize>k << 1)))));
            }
            sum = i32x4.add(sum, i32x4.mul(i32x4.shr_s(along, DEPTH), i32x4.splat(load<i16>(wy + (<usize>j << 1)))));
          }
        }
        const value = i32x4.shr_s(sum, DEPTH);
        const alpha = min(max(i32x4.extract_lane(value, 3), 0), ONE);
        const within = i32x4.min_s(i32x4.max_s(value, i32x4.splat(0)), i32x4.splat(alpha));
        v128.store64_lane(out + (i << 2), i16x8.narrow_i32x4_s(within, within), 0);
      } else {
        let sum = HALF;
        for (let j = 0; j < 4; j++) {
          let along = HALF;
          if (isInside) {
            const line = source + (<usize>((fy + j - top) * sourceWidth + fx - left) << 1);
            const dots = i32x4.dot_i16x8_s(v128.load64_zero(line), v128.load64_zero(wx));
            along += i32x4.extract_lane(dots, 0) + i32x4.extract_lane(dots, 1);
          } else {
            const sy = folded(fy + j, boxY, boxHeight, beyond);
            for (let k = 0; k < 4; k++) {
              const sx = folded(fx + k, boxX, boxWidth, beyond);
              along += valueAt(source, sourceWidth, sourceHeight, sx - left, sy - top) * <i32>load<i16>(wx + (<usize>k << 1));
            }
          }
          sum += (along >> DEPTH) * <i32>load<i16>(wy + (<usize>j << 1));
        }
        store<i16>(out + i, <i16>min(max(sum >> DEPTH, 0), ONE));
      }
    }
  }
}
