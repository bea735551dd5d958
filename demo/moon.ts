import { clamp, fbm, lerp, noise, numbers, smooth } from './noise';
import { Picture } from './picture';

interface Crater {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  /** Angular radius, radians. */
  readonly radius: number;
  readonly age: number;
}

/** Craters over the near half, many small and few large, as impacts fall. */
const craters = (): Crater[] => {
  const next = numbers(4021);
  const found: Crater[] = [];
  for (let i = 0; i < 5200; i++) {
    const radius = 0.0035 * Math.pow(1 - next() * 0.9994, -0.56);
    const z = 2 * next() - 1;
    const turn = 2 * Math.PI * next();
    const level = Math.sqrt(1 - z * z);
    const age = next();
    if (z > -0.15) found.push({ x: level * Math.cos(turn), y: level * Math.sin(turn), z, radius: Math.min(0.24, radius), age });
  }
  return found.sort((a, b) => b.radius - a.radius);
};

/** Height of a crater at a distance of d radii: bowl, raised rim, ejecta thinning outwards. */
const profile = (d: number): number => {
  if (d < 1) return -0.62 * (1 - Math.pow(d, 2.4)) + 0.36 * smooth(0.62, 1, d);
  return 0.36 * Math.exp(-3.4 * (d - 1));
};

/** A cratered moon lit from the upper left, in black space. */
export const moon = (side: number): Picture => {
  const picture = new Picture(side, side);
  const radius = side * 0.43;
  const centre = side / 2;
  const height = new Float32Array(side * side);
  const bright = new Float32Array(side * side);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const nx = (x - centre) / radius;
      const ny = (y - centre) / radius;
      const rr = nx * nx + ny * ny;
      if (rr >= 1) continue;
      const nz = Math.sqrt(1 - rr);
      const rough = fbm(nx * 9, ny * 9, nz * 9, 7) - 0.5;
      height[y * side + x] = 0.03 * rough + 0.006 * (fbm(nx * 70, ny * 70, nz * 70, 4) - 0.5);
      const seas = fbm(nx * 1.6 + 4, ny * 1.6 + 0.4 * noise(nx * 5, ny * 5, nz * 5), nz * 1.6 + 2, 5);
      bright[y * side + x] = lerp(0.36, 1, smooth(0.4, 0.58, seas)) * (0.85 + 0.3 * rough);
    }
  }
  for (const c of craters()) {
    const reach = c.radius * 2.1;
    const cx = centre + c.x * radius;
    const cy = centre + c.y * radius;
    const box = Math.ceil(reach * radius) + 1;
    const flat = c.radius > 0.1 ? 0.45 : 1;
    for (let y = Math.max(0, Math.floor(cy - box)); y < Math.min(side, cy + box); y++) {
      for (let x = Math.max(0, Math.floor(cx - box)); x < Math.min(side, cx + box); x++) {
        const nx = (x - centre) / radius;
        const ny = (y - centre) / radius;
        const rr = nx * nx + ny * ny;
        if (rr >= 1) continue;
        const nz = Math.sqrt(1 - rr);
        const chord = Math.hypot(nx - c.x, ny - c.y, nz - c.z);
        if (chord > reach) continue;
        const wobble =
          1 + 0.16 * (noise((nx * 14) / Math.sqrt(c.radius * 8), (ny * 14) / Math.sqrt(c.radius * 8), nz * 9 + c.age * 50) - 0.5);
        const d = (chord / c.radius) * wobble;
        const i = y * side + x;
        const peak = c.radius > 0.035 ? 0.34 * Math.exp(-38 * d * d) : 0;
        const wear = lerp(1, 0.3, c.age);
        height[i] = (height[i] as number) + c.radius * 0.42 * flat * wear * (profile(d) + peak);
        if (c.age < 0.12) {
          const ray = Math.pow(clamp(1.9 - d), 2) * (0.4 + 0.6 * noise(Math.atan2(y - cy, x - cx) * 7, c.age * 90, 3));
          bright[i] = Math.min(1.25, (bright[i] as number) + 0.4 * ray);
        }
      }
    }
  }
  const light = [-0.74, -0.42, 0.52] as const;
  for (let y = 1; y < side - 1; y++) {
    for (let x = 1; x < side - 1; x++) {
      const nx = (x - centre) / radius;
      const ny = (y - centre) / radius;
      const rr = nx * nx + ny * ny;
      const i = y * side + x;
      const glow = 0.014 * Math.exp(-6 * Math.max(0, Math.sqrt(rr) - 1));
      picture.put(x, y, glow * 0.9, glow * 0.95, glow * 1.1);
      if (rr >= 1) continue;
      const nz = Math.sqrt(1 - rr);
      const sx = (((height[i + 1] as number) - (height[i - 1] as number)) * radius) / 2;
      const sy = (((height[i + side] as number) - (height[i - side] as number)) * radius) / 2;
      let vx = nx - sx * nz;
      let vy = ny - sy * nz;
      let vz = nz + (sx * nx + sy * ny);
      const long = Math.hypot(vx, vy, vz);
      vx /= long;
      vy /= long;
      vz /= long;
      const sun = vx * light[0] + vy * light[1] + vz * light[2];
      const ball = nx * light[0] + ny * light[1] + nz * light[2];
      const lit = Math.max(0, sun) * smooth(-0.06, 0.16, ball);
      const towards = Math.max(0.05, vz);
      // Dust scatters back: E. Lommel's and H. Seeliger's law for a dark rough surface.
      const shine = (1.55 * lit) / (lit + towards + 0.08) + 0.25 * lit;
      const v = 0.004 + (bright[i] as number) * shine * 0.82;
      const edge = smooth(1, 0.998, Math.sqrt(rr));
      picture.put(x, y, v * edge * 1.02, v * edge, v * edge * 0.95);
    }
  }
  return picture.finished({ grain: 0.014, blur: 0.7, vignette: 0 });
};
