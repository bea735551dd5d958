import { clamp, fbm, hash3, lerp, noise, smooth } from './noise';
import { Picture } from './picture';

type Rgb = readonly [number, number, number];
const mix = (a: Rgb, b: Rgb, t: number): Rgb => [lerp(a[0], b[0], t), lerp(a[1], b[1], t), lerp(a[2], b[2], t)];
const scale = (a: Rgb, k: number): Rgb => [a[0] * k, a[1] * k, a[2] * k];

/** The sun has just gone under the ridge, to the right. */
const SUN = { x: 0.86, y: 0.8 };
const WARM: Rgb = [1, 0.56, 0.27];
const COOL: Rgb = [0.13, 0.2, 0.36];

/** Density of a flat layer of broken cloud seen from below; x, y in picture widths, the horizon at 0.84. */
const cloudAt = (x: number, y: number): number => {
  const depth = 0.9 / (0.93 - y);
  const px = (x - 0.5) * depth * 1.5;
  const py = depth * 2.1;
  const warpX = fbm(px * 0.9, py * 0.9, 3.1, 4) - 0.5;
  const warpY = fbm(px * 0.9 + 9, py * 0.9, 7.7, 4) - 0.5;
  const body = fbm(px * 1.15 + 1.5 * warpX, py * 1.15 + 1.5 * warpY, 1.7, 7);
  const gaps = fbm(px * 0.34 + 2.2, py * 0.34 + 5, 4.2, 3);
  return smooth(0.47, 0.69, body + 0.42 * (gaps - 0.5));
};

const sky = (x: number, y: number): Rgb => {
  const up = clamp(y / 0.84);
  const glow = Math.exp(-3.4 * Math.hypot((x - SUN.x) * 0.9, (y - SUN.y) * 1.5));
  const low = smooth(0.35, 1, up);
  let clear = mix([0.026, 0.05, 0.115], [0.2, 0.29, 0.42], low);
  clear = mix(clear, [0.95, 0.66, 0.38], clamp(1.25 * glow * low));
  // Distance thins the cloud into haze over the horizon.
  const cloud = cloudAt(x, y) * smooth(0.885, 0.8, y);
  if (cloud <= 0) return clear;
  // Light comes in along the layer from the sun: the less cloud that way, the brighter this edge.
  let shade = 0;
  for (let step = 1; step <= 4; step++) shade += cloudAt(lerp(x, SUN.x, 0.035 * step), lerp(y, SUN.y, 0.045 * step));
  const through = Math.exp(-0.95 * shade);
  const near = Math.exp(-2.1 * Math.hypot(x - SUN.x, (y - SUN.y) * 1.2));
  const lit = mix(scale(COOL, 0.3), [1.25, 0.86, 0.56], clamp(through * (0.22 + 1.5 * near)));
  return mix(clear, lit, cloud * 0.94);
};

const ridgeLine = (x: number, base: number, height: number, frequency: number, seed: number): number =>
  base - height * (fbm(x * frequency, seed, 0.5, 7) - 0.5) * 2;

/** Dome, drum and what stands round them, in units of the dome's radius about the foot of the dome. */
const AZIMUTH = -0.42;
const SLIT = 0.135;

const domeColour = (dx: number, dy: number): Rgb => {
  const nz = Math.sqrt(Math.max(0, 1 - dx * dx - dy * dy));
  const up = -dy;
  const cos = Math.cos(AZIMUTH);
  const sin = Math.sin(AZIMUTH);
  const sx = dx * cos - nz * sin;
  const sz = dx * sin + nz * cos;
  const longitude = Math.atan2(dx, nz);
  const latitude = Math.asin(clamp(up, -1, 1));
  const ribs = 26;
  const rib = ((longitude + 0.2) * ribs) / Math.PI;
  const ribAt = Math.abs(rib - Math.round(rib)) * Math.cos(latitude);
  const ring = (latitude * 7.5) / (Math.PI / 2);
  const ringAt = Math.abs(ring - Math.round(ring));
  const panel = hash3(Math.round(rib - 0.5), Math.floor(ring), 9);
  const buckle = 0.06 * (noise(longitude * 9, latitude * 9, 2) - 0.5) + 0.025 * (panel - 0.5);
  const nx = dx + buckle;
  const ny = dy + buckle * 0.6;
  const sun = clamp(nx * 0.83 + up * 0.14 + nz * 0.16 - 0.14);
  const back = clamp(-nx * 0.7 + up * 0.35 + nz * 0.1);
  const skylight = 0.2 + 0.5 * clamp(up - ny * 0.02);
  const streak = 0.84 + 0.3 * (fbm(longitude * 30, latitude * 1.4, 6, 4) - 0.5) + 0.12 * (panel - 0.5);
  let colour: Rgb = [
    (sun * 1.5 * WARM[0] + skylight * 0.2 + back * 0.1) * streak,
    (sun * 1.5 * WARM[1] + skylight * 0.25 + back * 0.14) * streak,
    (sun * 1.5 * WARM[2] + skylight * 0.38 + back * 0.26) * streak,
  ];
  const gleam = Math.pow(clamp(nx * 0.58 + up * 0.4 + nz * 0.62), 38);
  colour = [colour[0] + 0.9 * gleam, colour[1] + 0.76 * gleam, colour[2] + 0.6 * gleam];
  colour = scale(colour, 0.55 + 0.45 * smooth(0, 0.035, ribAt));
  colour = scale(colour, 0.72 + 0.28 * smooth(0, 0.035, ringAt));
  if (sz > -0.25 && up > 0.1) {
    const off = Math.abs(sx);
    if (off < SLIT) {
      const deep = smooth(SLIT, 0, off);
      const lamp = Math.exp(-9 * Math.hypot(sx * 1.5, up - 0.22));
      colour = mix([0.012, 0.014, 0.02], [0.42, 0.2, 0.07], lamp * 0.9);
      const tube = Math.abs(sx + 0.02 - 0.1 * (up - 0.5));
      if (tube < 0.052 && up > 0.28 && up < 0.86) {
        const round = Math.sqrt(1 - (tube / 0.052) ** 2);
        colour = mix(colour, [0.2 * round, 0.2 * round, 0.21 * round], 0.85 * deep + 0.15);
      }
    } else if (off < SLIT + 0.045) {
      const face = sx > 0 ? 1.5 : 0.55;
      colour = scale(mix(colour, [0.4, 0.36, 0.34], 0.5), face);
    } else if (off < SLIT + 0.075) {
      colour = scale(colour, sx > 0 ? 0.35 : 0.6);
    }
  }
  return scale(colour, 0.62 + 0.38 * smooth(0, 0.12, up));
};

const drumColour = (dx: number, down: number): Rgb => {
  const nx = clamp(dx, -1, 1);
  const nz = Math.sqrt(1 - nx * nx);
  const sun = clamp(nx * 0.9 + nz * 0.08 - 0.2);
  const wall =
    0.72 + 0.4 * (fbm(Math.asin(nx) * 14, down * 30, 3, 5) - 0.5) - 0.25 * smooth(0.3, 0, down) * noise(Math.asin(nx) * 40, 1, 1);
  let colour: Rgb = [(sun * 1.15 * WARM[0] + 0.07) * wall, (sun * 1.15 * WARM[1] + 0.085) * wall, (sun * 1.15 * WARM[2] + 0.13) * wall];
  const turn = Math.asin(nx);
  const bay = turn / 0.42;
  const inBay = bay - Math.round(bay);
  if (Math.abs(inBay) < 0.16 && down > 0.16 && down < 0.34) {
    const lit = Math.round(bay) === -1 || Math.round(bay) === 1;
    const bar = Math.abs(inBay) < 0.015 || Math.abs(down - 0.25) < 0.006;
    colour = bar ? [0.02, 0.02, 0.02] : lit ? [1.1, 0.66, 0.27] : [0.035, 0.05, 0.085];
  }
  if (down < 0.055) colour = scale(colour, 0.35);
  if (Math.abs(down - 0.075) < 0.016) colour = mix(colour, [0.5 * (0.3 + sun), 0.42 * (0.3 + sun), 0.4 * (0.3 + sun)], 0.8);
  return colour;
};

/** An observatory's dome on a ridge at dusk under broken cloud. */
export const dome = (width: number, height: number): Picture => {
  const picture = new Picture(width, height);
  const radius = 0.335;
  const cx = 0.47;
  const base = 0.9;
  for (let py = 0; py < height; py++) {
    for (let px = 0; px < width; px++) {
      const x = px / width;
      const y = py / width;
      const dx = (x - cx) / radius;
      const dy = (y - base) / radius;
      const far = ridgeLine(x, 1.0, 0.07, 2.6, 11);
      const onDome = dy < 0 && dx * dx + dy * dy < 1;
      let colour: Rgb = y > far || onDome ? [0, 0, 0] : sky(x, Math.min(y, 0.9));
      if (y > far) colour = mix([0.24, 0.22, 0.27], [0.72, 0.46, 0.3], Math.exp(-5 * Math.abs(x - SUN.x)) * 0.8);
      const middle = ridgeLine(x + 3, 1.05, 0.09, 3.4, 23);
      if (y > middle) {
        const rough = fbm(x * 60, y * 90, 4, 4);
        colour = scale(mix([0.07, 0.075, 0.1], [0.3, 0.18, 0.11], Math.exp(-4.5 * Math.abs(x - SUN.x))), 0.7 + 0.6 * rough);
      }
      if (onDome) colour = domeColour(dx, dy);
      else if (dy >= 0 && dy < 0.5 && Math.abs(dx) < 1.03) colour = drumColour(dx / 1.03, dy);
      // A gallery rail round the drum, and a mast.
      const rail = dy > 0.035 && dy < 0.145 && Math.abs(dx) < 1.12;
      if (rail && (Math.abs(dy - 0.04) < 0.006 || Math.abs(dy - 0.09) < 0.004 || dy > 0.135 || Math.abs(((dx * 11) % 1) - 0) < 0.06)) {
        colour = mix(colour, scale([0.3, 0.2, 0.14], 0.25 + clamp(dx)), 0.85);
      }
      if (Math.abs(x - 0.9 - 0.002 * Math.sin(y * 9)) < 0.0022 && y > 0.58) colour = [0.03, 0.028, 0.03];
      if (y > 0.6 && y < 0.72 && Math.abs(Math.abs(x - 0.9) - (y - 0.6) * 0.16) < 0.0012) colour = [0.03, 0.028, 0.03];
      const swell = 1.055 - 0.05 * Math.exp(-((x - 0.42) ** 2) / 0.05);
      const near = ridgeLine(x + 8, swell, 0.055, 5.5, 37) - 0.004 * fbm(x * 160, 3, 3, 3);
      if (y > near) {
        const depth = (y - near) / 0.3;
        const rock = fbm(x * 26, y * 44 + 3 * fbm(x * 12, y * 12, 8, 3), 2, 6);
        const slope = fbm(x * 26 + 0.35, y * 44 + 3 * fbm(x * 12, y * 12, 8, 3), 2, 6) - rock;
        const raking = clamp(0.5 + 9 * slope);
        const light = Math.exp(-2.6 * Math.abs(x - SUN.x - 0.05)) * smooth(0.6, 0, depth) + 0.1;
        const rim = smooth(0.05, 0, depth) * Math.exp(-1.8 * Math.abs(x - SUN.x));
        colour = mix(
          scale([0.009, 0.01, 0.016], 0.5 + rock),
          scale([0.62, 0.36, 0.2], rock),
          clamp(raking * light * 0.3 * smooth(0.5, 0.05, depth) + 0.55 * rim),
        );
      }
      picture.put(px, py, colour[0], colour[1], colour[2]);
    }
  }
  return picture.finished({ grain: 0.035, blur: 0.8, vignette: 0.34 });
};
