import { clamp, fbm, smooth } from './noise';
import { Picture } from './picture';

/*
 * A sculpted head lit from one side, by marching rays through a signed distance: ellipsoids and capsules that run into each other.
 * x to the right, y up, z towards the viewer; the head is about two units high.
 */

type Vector = readonly [number, number, number];

const ellipsoid = (x: number, y: number, z: number, [cx, cy, cz]: Vector, [rx, ry, rz]: Vector): number => {
  const [px, py, pz] = [(x - cx) / rx, (y - cy) / ry, (z - cz) / rz];
  const k = Math.hypot(px, py, pz);
  return (k * (k - 1)) / (Math.hypot(px / rx, py / ry, pz / rz) || 1e-6);
};

const capsule = (x: number, y: number, z: number, [ax, ay, az]: Vector, [bx, by, bz]: Vector, from: number, to: number): number => {
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const t = clamp(((x - ax) * dx + (y - ay) * dy + (z - az) * dz) / (dx * dx + dy * dy + dz * dz));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy, z - az - t * dz) - (from + (to - from) * t);
};

/** Union and difference whose seams are rounded over k (I. Quilez’s polynomial smooth minimum). */
const joined = (a: number, b: number, k: number): number => {
  const h = clamp(0.5 + (0.5 * (b - a)) / k);
  return b + (a - b) * h - k * h * (1 - h);
};
const without = (a: number, b: number, k: number): number => -joined(-a, b, k);

/** Distance to the head; the halves are alike. */
const head = (x: number, y: number, z: number): number => {
  const s = Math.abs(x);
  let d = ellipsoid(x, y, z, [0, 0.3, -0.14], [0.66, 0.7, 0.8]);
  d = joined(d, ellipsoid(x, y, z, [0, -0.2, 0.12], [0.5, 0.7, 0.56]), 0.12);
  d = joined(d, ellipsoid(x, y, z, [0, -0.62, 0.2], [0.36, 0.28, 0.42]), 0.14);
  d = joined(d, ellipsoid(x, y, z, [0, -0.82, 0.5], [0.16, 0.12, 0.13]), 0.14);
  d = joined(d, ellipsoid(s, y, z, [0.3, -0.16, 0.4], [0.18, 0.13, 0.16]), 0.2);
  d = joined(d, ellipsoid(s, y, z, [0.2, 0.15, 0.5], [0.22, 0.07, 0.12]), 0.16);
  d = without(d, ellipsoid(s, y, z, [0.23, 0.02, 0.78], [0.17, 0.11, 0.17]), 0.1);
  d = joined(d, ellipsoid(s, y, z, [0.225, 0.0, 0.58], [0.14, 0.1, 0.1]), 0.03);
  d = without(d, capsule(s, y, z, [0.11, -0.035, 0.69], [0.33, -0.03, 0.63], 0.012, 0.01), 0.02);
  d = joined(d, capsule(x, y, z, [0, 0.16, 0.64], [0, -0.18, 0.84], 0.055, 0.075), 0.08);
  d = joined(d, ellipsoid(x, y, z, [0, -0.22, 0.85], [0.085, 0.075, 0.09]), 0.05);
  d = joined(d, ellipsoid(s, y, z, [0.095, -0.26, 0.74], [0.06, 0.05, 0.09]), 0.04);
  d = without(d, ellipsoid(s, y, z, [0.055, -0.315, 0.8], [0.025, 0.025, 0.03]), 0.02);
  d = joined(d, ellipsoid(x, y, z, [0, -0.455, 0.645], [0.13, 0.04, 0.08]), 0.05);
  d = joined(d, ellipsoid(x, y, z, [0, -0.55, 0.635], [0.11, 0.05, 0.08]), 0.06);
  d = without(d, capsule(s, y, z, [0, -0.503, 0.745], [0.14, -0.51, 0.66], 0.012, 0.006), 0.025);
  d = without(d, ellipsoid(x, y, z, [0, -0.665, 0.66], [0.14, 0.035, 0.06]), 0.07);
  d = joined(d, ellipsoid(s, y, z, [0.66, -0.03, -0.12], [0.07, 0.19, 0.12]), 0.04);
  d = joined(d, capsule(x, y, z, [0, -0.7, -0.12], [0, -1.6, -0.22], 0.33, 0.38), 0.12);
  d = joined(d, ellipsoid(x, y, z, [0, -1.98, -0.25], [1.45, 0.42, 0.5]), 0.25);
  return hair(d, x, y, z);
};

/** Hair combed back in strands, over the crown and gathered behind. */
const hair = (d: number, x: number, y: number, z: number): number => {
  const strands = 0.014 * Math.sin(26 * Math.atan2(x, 0.35 + y) + 3 * z) + 0.006 * Math.sin(61 * Math.atan2(x, 0.35 + y) - 7 * y);
  let crown = ellipsoid(x, y, z, [0, 0.4, -0.2], [0.72, 0.7, 0.82]) - strands;
  // The hairline: over the brow, and down before the ears.
  crown = without(crown, ellipsoid(x, y, z, [0, -0.28, 0.86], [0.66, 0.8, 0.92]), 0.05);
  crown = without(crown, y + 0.3 - 0.35 * smooth(-0.3, 0.3, z), 0.05);
  return joined(d, crown, 0.02);
};

const EPSILON = 0.0015;

const normalAt = (x: number, y: number, z: number): Vector => {
  const nx = head(x + EPSILON, y, z) - head(x - EPSILON, y, z);
  const ny = head(x, y + EPSILON, z) - head(x, y - EPSILON, z);
  const nz = head(x, y, z + EPSILON) - head(x, y, z - EPSILON);
  const length = Math.hypot(nx, ny, nz) || 1;
  return [nx / length, ny / length, nz / length];
};

const unit = ([x, y, z]: Vector): Vector => {
  const length = Math.hypot(x, y, z);
  return [x / length, y / length, z / length];
};
const KEY = unit([-0.9, 0.42, 0.24]);
const FILL = unit([0.9, -0.05, 0.35]);

/** How much of the key light arrives: soft where something passes near. */
const shadowAt = (x: number, y: number, z: number): number => {
  let light = 1;
  for (let t = 0.03, i = 0; t < 2.4 && i < 36; i++) {
    const d = head(x + KEY[0] * t, y + KEY[1] * t, z + KEY[2] * t);
    light = Math.min(light, (9 * d) / t);
    if (light <= 0) return 0;
    t += Math.max(0.02, Math.min(0.12, d));
  }
  return clamp(light);
};

/** How open a place is: near things about it take light. */
const openness = (x: number, y: number, z: number, [nx, ny, nz]: Vector): number => {
  let taken = 0;
  for (let i = 1; i <= 4; i++) {
    const h = 0.06 * i;
    taken += (h - head(x + nx * h, y + ny * h, z + nz * h)) / 2 ** (i - 1);
  }
  return clamp(1 - 2.4 * taken);
};

/** The turn of the head about its height, radians. */
const TURN = 0.42;
const [COS, SIN] = [Math.cos(TURN), Math.sin(TURN)];

/** Light of a pixel; u to the right and v up, the head from −1.3 to 1.3. */
const lightAt = (u: number, v: number): number => {
  // Parallel rays from the front, in the head's own frame.
  let depth = 2.2;
  const at = (): Vector => [u * COS - depth * SIN, v, u * SIN + depth * COS];
  for (let i = 0; i < 90; i++) {
    const d = head(...at());
    if (d < 0.0008) {
      const [x, y, z] = at();
      const n = normalAt(x, y, z);
      const key = Math.max(0, n[0] * KEY[0] + n[1] * KEY[1] + n[2] * KEY[2]) * shadowAt(x, y, z);
      const fill = Math.max(0, n[0] * FILL[0] + n[1] * FILL[1] + n[2] * FILL[2]);
      const open = openness(x, y, z, n);
      const stone = 1 + 0.16 * (fbm(x * 7, y * 7, z * 7, 5) - 0.5) + 0.12 * (fbm(x * 60, y * 60, z * 60, 3) - 0.5);
      return (0.03 + 0.92 * key + 0.1 * fill) * (0.35 + 0.65 * open) * stone;
    }
    depth -= 0.85 * d;
    if (depth < -2.4) break;
  }
  return 0.02 + 0.05 * smooth(1.6, -1.2, Math.hypot(u + 0.5, v - 0.2));
};

/** A sculpted head before a dark ground. */
export const sculptedHead = (width: number, height: number): Picture => {
  const drawn = new Picture(width, height);
  const span = 2.75;
  for (let j = 0; j < height; j++) {
    for (let i = 0; i < width; i++) {
      const light = lightAt(((i + 0.5) / width - 0.5) * ((span * width) / height), (0.47 - (j + 0.5) / height) * span);
      drawn.put(i, j, light, 0.93 * light + 0.001, 0.82 * light + 0.003);
    }
  }
  return drawn.finished({ grain: 0.02, blur: 0.6, vignette: 0.25 });
};
