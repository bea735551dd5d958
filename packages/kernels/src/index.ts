import { DITHER_TILE, MODE_NUMBERS, neighbourDistances, SHAPE_NUMBERS, type Kernels } from '@uvrant/core';
import { KERNELS_WASM_BASE64 } from '../dist/module';
import { Arena } from './arena';
import type { KernelExports } from './exports';

/** Values a call handles at once: small enough for the second-level cache. */
const CHUNK = 32768;

const moduleBytes = (): Uint8Array<ArrayBuffer> => Uint8Array.from(atob(KERNELS_WASM_BASE64), (c) => c.charCodeAt(0));

/** The kernels in WebAssembly, with an arena of their own: one instance a worker or thread. */
export const createKernels = (bytes: Uint8Array<ArrayBuffer> = moduleBytes()): Kernels => {
  const arena = new Arena();
  const module = new WebAssembly.Module(bytes);
  const instance = new WebAssembly.Instance(module, { env: { memory: arena.memory } });
  const wasm = instance.exports as unknown as KernelExports;

  /** Calls `run` with the start and end of each chunk of so many values. */
  const inChunks = (count: number, chunk: number, run: (from: number, to: number) => void): void => {
    for (let from = 0; from < count; from += chunk) {
      arena.clear();
      run(from, Math.min(count, from + chunk));
    }
  };

  const greys = (
    rgba: Int16Array,
    tone: Int16Array,
    coverage: Int16Array,
    call: (rgba: number, pixels: number, tone: number, coverage: number) => number,
  ): number => {
    let least = 16384;
    inChunks(tone.length, CHUNK, (from, to) => {
      const source = arena.putValues(rgba.subarray(4 * from, 4 * to));
      const toneAt = arena.reserve(2 * (to - from));
      const coverageAt = arena.reserve(2 * (to - from));
      least = Math.min(least, call(source, to - from, toneAt, coverageAt));
      arena.takeValues(toneAt, tone.subarray(from, to));
      arena.takeValues(coverageAt, coverage.subarray(from, to));
    });
    return least;
  };

  return {
    grey: (rgba, [sr, sg, sb], tone, coverage) =>
      greys(rgba, tone, coverage, (source, pixels, toneAt, coverageAt) => wasm.grey(source, pixels, sr, sg, sb, toneAt, coverageAt)),

    greyByHue: (rgba, [sr, sg, sb], response, tone, coverage) =>
      greys(rgba, tone, coverage, (source, pixels, toneAt, coverageAt) =>
        wasm.greyByHue(source, pixels, sr, sg, sb, arena.putValues(response), toneAt, coverageAt),
      ),

    table(values, table, out) {
      inChunks(values.length, 4 * CHUNK, (from, to) => {
        const entries = arena.putValues(table);
        const source = arena.putValues(values.subarray(from, to));
        wasm.table(source, to - from, entries, source);
        arena.takeValues(source, out.subarray(from, to));
      });
    },

    screen(tone, region, grid, shape, thresholds, out) {
      const rows = Math.max(1, Math.floor((4 * CHUNK) / region.width));
      inChunks(region.height, rows, (from, to) => {
        const thresholdsAt = arena.putWords(thresholds);
        const start = from * region.width;
        const end = to * region.width;
        const source = arena.putValues(tone.subarray(start, end));
        const inkAt = arena.reserve(2 * (end - start));
        const y = region.y + from;
        const u = (grid.u0 + Math.imul(region.x, grid.ux) + Math.imul(y, grid.uy)) | 0;
        const v = (grid.v0 + Math.imul(region.x, grid.vx) + Math.imul(y, grid.vy)) | 0;
        const number = SHAPE_NUMBERS[shape];
        wasm.screen(source, region.width, to - from, u, grid.ux, grid.uy, v, grid.vx, grid.vy, number, thresholdsAt, inkAt);
        arena.takeValues(inkAt, out.subarray(start, end));
      });
    },

    reduce(plane, channels, width, height, shift, out) {
      const side = 1 << shift;
      const rows = Math.max(side, Math.floor((8 * CHUNK) / (width * channels) / side) * side);
      const outWidth = Math.ceil(width / side);
      inChunks(height, rows, (from, to) => {
        const source = arena.putValues(plane.subarray(from * width * channels, to * width * channels));
        const outStart = (from >> shift) * outWidth * channels;
        const outEnd = Math.ceil(to / side) * outWidth * channels;
        const outAt = arena.reserve(2 * (outEnd - outStart));
        wasm.reduce(source, channels, width, to - from, shift, outAt);
        arena.takeValues(outAt, out.subarray(outStart, outEnd));
      });
    },

    sample(patch, at, across, down, region, out) {
      arena.clear();
      const patchAt = arena.putValues(patch.data);
      const acrossAt = arena.putValues(across.weights);
      const downAt = arena.putValues(down.weights);
      const outAt = arena.reserve(out.byteLength);
      const linesAt = arena.reserve(8 * down.taps * (region.width + 1));
      wasm.sample(
        patchAt,
        patch.x,
        patch.y,
        patch.width,
        at.a,
        at.b,
        at.c,
        at.d,
        at.e,
        at.f,
        across.taps,
        across.offset,
        acrossAt,
        down.taps,
        down.offset,
        downAt,
        region.x,
        region.y,
        region.width,
        region.height,
        outAt,
        linesAt,
      );
      arena.takeValues(outAt, out);
    },

    mix(from, to, channels, share, mask, out) {
      inChunks(from.length, CHUNK, (start, end) => {
        const fromAt = arena.putValues(from.subarray(start, end));
        const toAt = arena.putValues(to.subarray(start, end));
        const maskAt = mask ? arena.putValues(mask.subarray(start / channels, end / channels)) : 0;
        wasm.mix(fromAt, toAt, end - start, channels, share, maskAt, fromAt);
        arena.takeValues(fromAt, out.subarray(start, end));
      });
    },

    paint(coverage, [r, g, b], out) {
      inChunks(coverage.length, CHUNK, (from, to) => {
        const source = arena.putValues(coverage.subarray(from, to));
        const outAt = arena.reserve(8 * (to - from) + 16);
        wasm.paint(source, to - from, r, g, b, outAt);
        arena.takeValues(outAt, out.subarray(4 * from, 4 * to));
      });
    },

    blend(beneath, source, mode, atop, strength, mask, out) {
      inChunks(beneath.length, CHUNK, (from, to) => {
        const beneathAt = arena.putValues(beneath.subarray(from, to));
        const sourceAt = arena.putValues(source.subarray(from, to));
        const maskAt = mask ? arena.putValues(mask.subarray(from / 4, to / 4)) : 0;
        const outAt = beneathAt;
        wasm.blend(beneathAt, sourceAt, to - from, MODE_NUMBERS[mode], Number(atop), strength, maskAt, outAt);
        arena.takeValues(outAt, out.subarray(from, to));
      });
    },

    channels(rgba, red, green, blue, out) {
      inChunks(rgba.length, CHUNK, (from, to) => {
        const [redAt, greenAt, blueAt] = [arena.putValues(red), arena.putValues(green), arena.putValues(blue)];
        const source = arena.putValues(rgba.subarray(from, to));
        wasm.channels(source, to - from, redAt, greenAt, blueAt);
        arena.takeValues(source, out.subarray(from, to));
      });
    },

    convolve(plane, stride, weights, out) {
      const margin = ((weights.length - 1) / 2) * stride;
      const end = plane.length - margin;
      out.fill(0);
      if (end <= margin) return;
      const chunk = Math.max(4 * CHUNK, 2 * margin);
      for (let from = margin; from < end; from += chunk) {
        const to = Math.min(end, from + chunk);
        arena.clear();
        const source = arena.putValues(plane.subarray(from - margin, to + margin));
        const weightsAt = arena.putValues(weights);
        const outAt = arena.reserve(2 * (to - from));
        wasm.convolve(source, to - from, stride, weightsAt, weights.length, outAt);
        arena.takeValues(outAt, out.subarray(from, to));
      }
    },

    farthest(heights, width, height, reach, bits, out) {
      const near = neighbourDistances(reach, bits);
      // Where each neighbour lies, in bytes, and its distance.
      const steps = new Int32Array((near.length / 3) * 2);
      for (let n = 0, s = 0; n < near.length; n += 3, s += 2) {
        steps[s] = 2 * ((near[n + 1] as number) * width + (near[n] as number));
        steps[s + 1] = near[n + 2] as number;
      }
      const rows = Math.max(1, Math.floor((4 * CHUNK) / width));
      out.fill(0);
      for (let from = reach; from < height - reach; from += rows) {
        const to = Math.min(height - reach, from + rows);
        arena.clear();
        const source = arena.putValues(heights.subarray((from - reach) * width, (to + reach) * width));
        const nearAt = arena.putWords(steps);
        const outAt = arena.reserve(2 * (to - from) * width);
        wasm.farthest(source, width, to - from, reach, bits, nearAt, near.length / 3, outAt);
        arena.takeValues(outAt, out.subarray(from * width, to * width));
      }
    },

    rim(rgba, region, out) {
      const rows = Math.max(1, Math.floor(CHUNK / region.width));
      inChunks(region.height, rows, (from, to) => {
        const dither = arena.putWords(DITHER_TILE);
        const start = 4 * from * region.width;
        const end = 4 * to * region.width;
        const source = arena.putValues(rgba.subarray(start, end));
        const outAt = arena.reserve(end - start);
        wasm.rim(source, region.x, region.y + from, region.width, to - from, dither, outAt);
        arena.takeBytes(outAt, out.subarray(start, end));
      });
    },
  };
};
