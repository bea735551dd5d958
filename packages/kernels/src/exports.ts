/** What the compiled module exports; addresses are byte offsets into the arena. */
export interface KernelExports {
  grey(rgba: number, pixels: number, sr: number, sg: number, sb: number, tone: number, coverage: number): number;
  greyByHue(rgba: number, pixels: number, sr: number, sg: number, sb: number, response: number, tone: number, coverage: number): number;
  table(values: number, count: number, entries: number, out: number): void;
  screen(
    tone: number,
    width: number,
    height: number,
    u: number,
    ux: number,
    uy: number,
    v: number,
    vx: number,
    vy: number,
    shape: number,
    thresholds: number,
    out: number,
  ): void;
  reduce(plane: number, channels: number, width: number, height: number, shift: number, out: number): void;
  sample(
    patch: number,
    patchX: number,
    patchY: number,
    patchWidth: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    acrossTaps: number,
    acrossOffset: number,
    acrossWeights: number,
    downTaps: number,
    downOffset: number,
    downWeights: number,
    x: number,
    y: number,
    width: number,
    height: number,
    out: number,
    lines: number,
  ): void;
  mix(from: number, to: number, count: number, channels: number, share: number, mask: number, out: number): void;
  paint(coverage: number, pixels: number, r: number, g: number, b: number, out: number): void;
  blend(beneath: number, source: number, count: number, mode: number, atop: number, strength: number, mask: number, out: number): void;
  channels(rgba: number, count: number, red: number, green: number, blue: number): void;
  convolve(plane: number, count: number, stride: number, weights: number, taps: number, out: number): void;
  farthest(heights: number, width: number, rows: number, reach: number, bits: number, near: number, neighbours: number, out: number): void;
  rim(rgba: number, x: number, y: number, width: number, height: number, dither: number, out: number): void;
}
