import {
  BEYOND_NUMBERS,
  CATMULL_ROM,
  cellOf,
  FAX_WORDS,
  faxRoom,
  GLINT_RAY_VALUES,
  LINE_NUMBERS,
  LINE_VALUES,
  lzwRoom,
  MODE_NUMBERS,
  ONE,
  ROUGH_LINE_VALUES,
  SHADED_NUMBERS,
  SHAPE_NUMBERS,
  TIP_NUMBERS,
  type FilterAxis,
  type GreyShares,
  type Kernels,
  type NoiseOctave,
  type Region,
  type Ways,
} from '@uvrant/core';
import { KERNELS_WASM_BASE64 } from '../dist/module';
import { KernelMemory, type Values } from './arena';
import { DITHER_LINES, PLATE_LINES } from './dither-lines';
import type { KernelExports } from './exports';
import { LANES } from './lanes';

/** Pixels that a call takes at once of arrays that lie outside the kernels' memory. */
const PART = 32768;

/** Bytes of rows that are filtered at once. */
const BYTES = 262144;

const RUN_BYTES = 32;
/** Of the places of LZW's strings. */
const LZW_BYTES = 65536;

/** Distances whose squares are words of 16 bits, and pixels laid beside a row of them on each side, as in the assembly's near-in-row.ts. */
const NEAR = 255;
const NEAR_MARGIN = 264;

const moduleBytes = (): Uint8Array<ArrayBuffer> => {
  const text = atob(KERNELS_WASM_BASE64);
  const bytes = new Uint8Array(text.length);
  for (let at = 0; at < bytes.length; at++) bytes[at] = text.charCodeAt(at);
  return bytes;
};

/** Pixels that a value of ways moves across and down. */
const wayUnits = (ways: Ways | null): readonly [number, number] => (ways ? [ways.across / 256 / ONE, ways.down / 256 / ONE] : [0, 0]);

/** An octave of noise as the kernel takes it. */
const octaveValues = ({ grid: { u0, ux, uy, v0, vx, vy }, weight, warped }: NoiseOctave): number[] =>
  [[u0, ux, uy], [v0, vx, vy], [weight], [warped.ux, warped.uy, warped.vx, warped.vy]].flat();

/** The kernels in WebAssembly, with a memory of their own: one instance a worker or thread. */
export const createKernels = (bytes: Uint8Array<ArrayBuffer> = moduleBytes()): Kernels => {
  const arena = new KernelMemory();
  const module = new WebAssembly.Module(bytes);
  const wasm = new WebAssembly.Instance(module, { env: { memory: arena.memory } }).exports as unknown as KernelExports;

  /** Runs one call, then brings back what it wrote. */
  const call = <R>(run: () => R): R => {
    try {
      return run();
    } finally {
      arena.done();
    }
  };

  /** Calls `run` once if all arrays lie in the kernels' memory, else once for each `part` pixels. */
  const inParts = (count: number, arrays: readonly (Values | null)[], run: (from: number, to: number) => void, part = PART): void => {
    const whole = arrays.every((array) => array === null || arena.holds(array));
    for (let from = 0; from < count; from += whole ? count : part) {
      call(() => run(from, whole ? count : Math.min(count, from + part)));
    }
  };

  const greys = (
    rgba: Int16Array,
    tone: Int16Array,
    coverage: Int16Array,
    run: (rgba: number, pixels: number, tone: number, coverage: number) => number,
  ): number => {
    let least = 16384;
    inParts(tone.length, [rgba, tone, coverage], (from, to) => {
      const source = arena.read(rgba.subarray(4 * from, 4 * to));
      const [toneAt, coverageAt] = [arena.write(tone.subarray(from, to)), arena.write(coverage.subarray(from, to))];
      least = Math.min(least, run(source, to - from, toneAt, coverageAt));
    });
    return least;
  };

  /** One plane made of one or two, value by value. */
  const planeWise = (
    inputs: readonly Int16Array[],
    out: Int16Array,
    run: (count: number, out: number, first: number, second: number) => void,
  ): void =>
    inParts(out.length, [...inputs, out], (from, to) => {
      const [first = 0, second = 0] = inputs.map((input) => arena.read(input.subarray(from, to)));
      run(to - from, arena.write(out.subarray(from, to)), first, second);
    });

  const weightsOf = (axis: FilterAxis): number => arena.constant(axis.padded ?? axis.weights);
  const strideOf = ({ padded, taps }: FilterAxis): number => (padded ? 4 : taps);

  return {
    arena,

    grey: (rgba, [sr, sg, sb], tone, coverage) =>
      greys(rgba, tone, coverage, (source, pixels, toneAt, coverageAt) => wasm.grey(source, pixels, sr, sg, sb, toneAt, coverageAt)),

    greyByHue: (rgba, [sr, sg, sb]: GreyShares, response, tone, coverage) =>
      greys(rgba, tone, coverage, (source, pixels, toneAt, coverageAt) =>
        wasm.greyByHue(source, pixels, sr, sg, sb, arena.read(response), toneAt, coverageAt),
      ),

    table: (values, table, out) => planeWise([values], out, (count, to, from) => wasm.table(from, count, arena.read(table), to)),

    screen(tone, region, grid, shape, thresholds, ways, out) {
      const rows = Math.max(1, Math.floor((4 * PART) / region.width));
      inParts(
        region.height,
        ways ? [tone, out, ways.x, ways.y] : [tone, out],
        (from, to) => {
          const [start, end] = [from * region.width, to * region.width];
          const y = region.y + from;
          const u = (grid.u0 + Math.imul(region.x, grid.ux) + Math.imul(y, grid.uy)) | 0;
          const v = (grid.v0 + Math.imul(region.x, grid.vx) + Math.imul(y, grid.vy)) | 0;
          const number = SHAPE_NUMBERS[shape];
          const [source, ink] = [arena.read(tone.subarray(start, end)), arena.write(out.subarray(start, end))];
          const [waysX, waysY] = ways ? [arena.read(ways.x.subarray(start, end)), arena.read(ways.y.subarray(start, end))] : [0, 0];
          const { across, down } = ways ?? { across: 0, down: 0 };
          const at = arena.read(thresholds);
          const phases = arena.room(64);
          wasm.screen(
            source,
            region.width,
            to - from,
            u,
            grid.ux,
            grid.uy,
            v,
            grid.vx,
            grid.vy,
            number,
            at,
            waysX,
            waysY,
            across,
            down,
            phases,
            ink,
          );
        },
        rows,
      );
    },

    ramp: ({ form, at: { a, b, c, d, e, f }, cos, sin, width: w, height: h, reach, table }, { x, y, width, height }, out) =>
      call(() => {
        const values = arena.read(Float64Array.of(Number(form === 'round'), a, b, c, d, e, f, cos, sin, w, h, reach));
        wasm.ramp(values, arena.read(table), table.length / 4 - 1, x, y, width, height, arena.write(out));
      }),

    reduce(plane, channels, width, height, shift, out) {
      const side = 1 << shift;
      const rows = Math.max(side, Math.floor((8 * PART) / (width * channels) / side) * side);
      const outWidth = Math.ceil(width / side);
      inParts(
        height,
        [plane, out],
        (from, to) => {
          const source = arena.read(plane.subarray(from * width * channels, to * width * channels));
          const reduced = out.subarray((from >> shift) * outWidth * channels, Math.ceil(to / side) * outWidth * channels);
          wasm.reduce(source, channels, width, to - from, shift, arena.write(reduced));
        },
        rows,
      );
    },

    reduceIndex: (entries, width, height, shift, palette, out) =>
      call(() => wasm.reduceIndex(arena.read(entries), width, height, shift, arena.read(palette), arena.write(out))),

    expand: (samples, channels, out) =>
      call(() => {
        const from = arena.read(samples);
        const pixels = samples.length / channels;
        if (samples instanceof Uint8Array) wasm.expand8(from, pixels, channels, arena.write(out));
        else wasm.expand16(from, pixels, channels, arena.write(out));
      }),

    sample: (patch, at, across, down, region, out) =>
      call(() => {
        const padded = across.padded !== null && down.padded !== null;
        wasm.sample(
          arena.read(patch.data),
          patch.channels,
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
          arena.constant(padded ? across.padded : across.weights),
          down.taps,
          down.offset,
          arena.constant(padded ? down.padded : down.weights),
          Number(padded),
          region.x,
          region.y,
          region.width,
          region.height,
          arena.write(out),
        );
      }),

    cube: (rgba, values, tone, coverage) =>
      inParts(tone.length, [rgba, tone, coverage], (from, to) => {
        const source = arena.read(rgba.subarray(4 * from, 4 * to));
        const [toneAt, coverageAt] = [arena.write(tone.subarray(from, to)), arena.write(coverage.subarray(from, to))];
        wasm.cube(source, to - from, arena.constant(values), toneAt, coverageAt);
      }),

    distance: (plane, { x, y, width, height }, most, outside, window, out) =>
      call(() => {
        const columns = arena.room(2 * width * (window.height + 1));
        const room = arena.room(most <= NEAR ? 2 * (width + 2 * NEAR_MARGIN + Math.ceil(most * most) + 1) : 20 * (width + 1));
        const to = [window.x - x, window.y - y, window.width, window.height, columns, room, arena.write(out)] as const;
        wasm.distance(arena.read(plane), width, height, most, Number(outside), ...to);
      }),

    guided: (guide, plane, { width, height, reach, epsilon }, [from, to], state, out) =>
      call(() => {
        const [by, of] = [arena.read(guide), arena.read(plane)];
        wasm.guided(by, of, width, height, reach, epsilon, from, to, arena.change(state), arena.change(out));
      }),

    unmixed: (rgba, coverage, { width, height, reach, sure, none }, [from, to], state, out) =>
      call(() => {
        const planes = [arena.read(rgba), arena.read(coverage)] as const;
        wasm.unmixed(...planes, width, height, reach, sure, none, from, to, arena.change(state), arena.change(out));
      }),

    moved: (plane, channels, from, ways, box, beyond, { x, y, width, height }, out) =>
      call(() => {
        wasm.moved(
          arena.read(plane),
          channels,
          from.x,
          from.y,
          from.width,
          from.height,
          arena.read(ways.x),
          arena.read(ways.y),
          ways.across,
          ways.down,
          box.x,
          box.y,
          box.width,
          box.height,
          BEYOND_NUMBERS[beyond],
          weightsOf(CATMULL_ROM),
          x,
          y,
          width,
          height,
          arena.write(out),
        );
      }),

    filterAcross: ({ data, channels, width, height }, positions, axis, out) =>
      call(() => {
        // Four columns at a time: positions are read past their end.
        const at = arena.room(positions.byteLength);
        new Int32Array(arena.memory.buffer, at, positions.length + 4).fill(0).set(positions);
        const columns = positions.length;
        wasm.filterAcross(arena.read(data), channels, width, height, at, axis.taps, weightsOf(axis), columns, arena.write(out));
      }),

    filterDown: (lines, channels, width, positions, axis, out) =>
      call(() => {
        const [from, to] = [arena.read(lines), arena.write(out)];
        const rows = positions.length;
        wasm.filterDown(from, channels, width * channels, arena.read(positions), axis.taps, strideOf(axis), weightsOf(axis), rows, to);
      }),

    transpose: (plane, channels, width, height, out) =>
      call(() => wasm.transpose(arena.read(plane), channels, width, height, arena.write(out))),

    mix(from, to, channels, share, mask, out) {
      inParts(from.length / channels, [from, to, mask, out], (start, end) => {
        const part = (array: Int16Array): Int16Array => array.subarray(start * channels, end * channels);
        const maskAt = mask ? arena.read(mask.subarray(start, end)) : 0;
        const [fromAt, toAt] = [arena.read(part(from)), arena.read(part(to))];
        wasm.mix(fromAt, toAt, (end - start) * channels, channels, share, maskAt, arena.write(part(out)));
      });
    },

    weigh: (rgba, weights, out) =>
      inParts(weights.length, [rgba, weights, out], (from, to) => {
        const outAt = arena.write(out.subarray(4 * from, 4 * to));
        wasm.weigh(arena.read(rgba.subarray(4 * from, 4 * to)), arena.read(weights.subarray(from, to)), to - from, outAt);
      }),

    paint: (coverage, [r, g, b], out) =>
      inParts(coverage.length, [coverage, out], (from, to) => {
        const outAt = arena.write(out.subarray(4 * from, 4 * to));
        wasm.paint(arena.read(coverage.subarray(from, to)), to - from, r, g, b, outAt);
      }),

    paintTones: (tone, coverage, out) =>
      inParts(tone.length, [tone, coverage, out], (from, to) => {
        const coverageAt = coverage ? arena.read(coverage.subarray(from, to)) : 0;
        wasm.paintTones(arena.read(tone.subarray(from, to)), coverageAt, to - from, arena.write(out.subarray(4 * from, 4 * to)));
      }),

    multiply: (first, second, out) => planeWise([first, second], out, (count, to, a, b) => wasm.multiply(a, b, count, to)),
    combined: (first, p, second, q, add, least, out) =>
      planeWise(second ? [first, second] : [first], out, (count, to, a, b) =>
        wasm.combined(a, p, b, second ? q : 0, count, add, least, to),
      ),
    lesser: (first, second, out) => planeWise([first, second], out, (count, to, a, b) => wasm.lesser(a, b, count, to)),

    broughtBack: (printed, original, weight, out) =>
      inParts(out.length / 4, [printed, original, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * from, 4 * to);
        wasm.broughtBack(arena.read(part(printed)), arena.read(part(original)), to - from, weight, arena.write(part(out)));
      }),

    shadedBy(values, light, kind, share, out) {
      const channels = kind === 'colour' ? 4 : 1;
      inParts(light.length, [values, light, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(channels * from, channels * to);
        const [own, at] = [arena.read(part(values)), arena.read(light.subarray(from, to))];
        wasm.shadedBy(own, at, to - from, SHADED_NUMBERS[kind], share, arena.write(part(out)));
      });
    },

    complement: (plane, strength, out) => planeWise([plane], out, (count, to, from) => wasm.complement(from, count, strength, to)),
    light: (tone, coverage, out) => planeWise([tone, coverage], out, (count, to, a, b) => wasm.light(a, b, count, to)),
    cut: (plane, out) => planeWise([plane], out, (count, to, from) => wasm.cut(from, count, to)),
    cutColours: (rgba, least, out) => planeWise([rgba], out, (count, to, from) => wasm.cutColours(from, count, least, to)),

    alphaOf: (rgba, out) =>
      inParts(out.length, [rgba, out], (from, to) =>
        wasm.alphaOf(arena.read(rgba.subarray(4 * from, 4 * to)), to - from, arena.write(out.subarray(from, to))),
      ),

    toned: (tone, coverage, [red, green, blue], out) =>
      inParts(tone.length, [tone, coverage, out], (from, to) => {
        const tables = [arena.read(red), arena.read(green), arena.read(blue)] as const;
        const [tones, there] = [arena.read(tone.subarray(from, to)), arena.read(coverage.subarray(from, to))];
        wasm.toned(tones, there, to - from, ...tables, arena.write(out.subarray(4 * from, 4 * to)));
      }),

    extent(coverage) {
      let has = 0;
      inParts(coverage.length, [coverage], (from, to) => (has |= wasm.extent(arena.read(coverage.subarray(from, to)), to - from)));
      if (has >= 4) return 'soft';
      return has === 3 ? 'hard' : has === 2 ? 'whole' : 'bare';
    },

    countTones(tone, coverage, weights) {
      let total = 0;
      inParts(tone.length, [tone, coverage], (from, to) => {
        const covered = coverage ? arena.read(coverage.subarray(from, to)) : 0;
        total += wasm.countTones(arena.read(tone.subarray(from, to)), covered, to - from, arena.change(weights));
      });
      return total;
    },

    sum(plane) {
      let total = 0;
      inParts(plane.length, [plane], (from, to) => (total += wasm.sum(arena.read(plane.subarray(from, to)), to - from)));
      return total;
    },

    dot(first, second) {
      let total = 0;
      inParts(first.length, [first, second], (from, to) => {
        total += wasm.dot(arena.read(first.subarray(from, to)), arena.read(second.subarray(from, to)), to - from);
      });
      return total;
    },

    dropSpecks: (plane, width, height, most) =>
      call(() => {
        const at = arena.change(plane);
        wasm.dropSpecks(at, width, height, Math.ceil(most), arena.room(((width + 1) >> 1) * height * RUN_BYTES));
      }),

    blend(beneath, source, mode, atop, strength, mask, out) {
      inParts(beneath.length / 4, [beneath, source, mask, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * from, 4 * to);
        const maskAt = mask ? arena.read(mask.subarray(from, to)) : 0;
        const [under, over, outAt] = [arena.read(part(beneath)), arena.read(part(source)), arena.write(part(out))];
        wasm.blend(under, over, 4 * (to - from), MODE_NUMBERS[mode], Number(atop), strength, maskAt, outAt);
      });
    },

    layInk(beneath, coverage, [r, g, b], mode, strength, out) {
      inParts(coverage.length, [beneath, coverage, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * from, 4 * to);
        const [under, ink] = [arena.read(part(beneath)), arena.read(coverage.subarray(from, to))];
        wasm.layInk(under, ink, to - from, r, g, b, MODE_NUMBERS[mode], strength, arena.write(part(out)));
      });
    },

    stamp: (beneath, coverage, map, out) =>
      call(() => {
        const [under, over] = [arena.read(beneath), coverage ? arena.read(coverage) : 0];
        wasm.stamp(under, over, out.length, arena.read(map), Number(map.length <= 16), arena.write(out));
      }),

    keepWhere: (entries, plane, out) => call(() => wasm.keepWhere(arena.read(entries), arena.read(plane), out.length, arena.write(out))),

    strokeStretch: ({ from: a, to: b, softness }, { x, y, width, height }, { depth, along, across }) =>
      call(() => {
        const ends = [a.x, a.y, a.radius, a.along, b.x, b.y, b.radius, b.along] as const;
        const planes = [arena.change(depth), arena.change(along), arena.change(across)] as const;
        wasm.strokeStretch(...ends, softness, x, y, width, height, ...planes);
      }),

    strokePaint: ({ depth, along, across }, { tip, seed, strength, pxPerMm, scale, art }, { x, y, width, height }, plane, region) =>
      call(() => {
        const from = [arena.read(depth), arena.read(along), arena.read(across)] as const;
        const to = arena.change(plane) + 2 * ((y - region.y) * region.width + x - region.x);
        const { a, b, c, d, e, f } = art;
        const paint = [TIP_NUMBERS[tip], seed, strength, pxPerMm, scale, a, b, c, d, e, f] as const;
        wasm.strokePaint(...from, ...paint, x, y, width, height, to, region.width);
      }),

    upFiltered(rows, above, out) {
      const { length } = above;
      const part = Math.max(1, Math.floor(BYTES / length));
      for (let from = 0; from * length < rows.length; from += part) {
        const to = Math.min(rows.length / length, from + part);
        call(() => {
          const before = from === 0 ? above : rows.subarray((from - 1) * length, from * length);
          const [first, last] = [arena.read(rows.subarray(from * length, to * length)), arena.read(before)];
          wasm.upFiltered(first, last, length, to - from, arena.write(out.subarray(from * (length + 1), to * (length + 1))));
        });
      }
    },

    faxed: (bytes, width) =>
      call(() => {
        const rows = bytes.length / width;
        const [from, to] = [arena.read(bytes), arena.room(faxRoom(width, rows))];
        const changes = arena.room(8 * (width + 8));
        return arena.taken(to, wasm.faxed(from, width, rows, arena.constant(FAX_WORDS), changes, to));
      }),

    lzwed: (bytes) =>
      call(() => {
        const [from, to] = [arena.read(bytes), arena.room(lzwRoom(bytes.length))];
        return arena.taken(to, wasm.lzwed(from, bytes.length, arena.room(LZW_BYTES), to));
      }),

    plateBytes: (plane, { x, y, width, height }, out, around, at, count) =>
      call(() => {
        const into = arena.change(out) + ((y - around.y) * around.width + x - around.x) * count + at;
        const lines = arena.constant(PLATE_LINES);
        wasm.plateBytes(arena.read(plane), x, y, width, height, lines, into, count, around.width * count);
      }),

    lookUp: (entries, palette, values, out) =>
      call(() =>
        wasm.lookUp(arena.read(entries), entries.length, arena.read(palette), values * palette.BYTES_PER_ELEMENT, arena.write(out)),
      ),

    channels(rgba, red, green, blue, out) {
      inParts(rgba.length / 4, [rgba, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * from, 4 * to);
        const tables = [arena.read(red), arena.read(green), arena.read(blue)] as const;
        wasm.channels(arena.read(part(rgba)), 4 * (to - from), ...tables, arena.write(part(out)));
      });
    },

    convolve(plane, stride, weights, out) {
      const margin = ((weights.length - 1) / 2) * stride;
      const end = plane.length - margin;
      if (end <= margin) {
        out.fill(0);
        return;
      }
      out.fill(0, 0, margin);
      const whole = arena.holds(plane) && arena.holds(out);
      const part = whole ? end : Math.max(4 * PART, 2 * margin);
      for (let from = margin; from < end; from += part) {
        const to = Math.min(end, from + part);
        call(() => {
          const source = arena.read(plane.subarray(from - margin, to + margin));
          wasm.convolve(source, to - from, stride, arena.read(weights), weights.length, arena.write(out.subarray(from, to)));
        });
      }
      // The last vector may reach past the end.
      out.fill(0, end);
    },

    fillRows: ({ edges, order, starts, firstBlock, most }, { x, y, width, height }, out) =>
      call(() => {
        const listed = [arena.constant(edges), arena.constant(order), arena.constant(starts), firstBlock, starts.length - 1, most] as const;
        const room = arena.room(4 * (32 + width + 16 + 16 * most));
        return wasm.fillRows(...listed, x, y, width, height, room, arena.write(out)) !== 0;
      }),

    roughEdge: ({ lines, tables, perMm, seed, noises: [first, second], pxPerMm, ends }, piece, out, region) =>
      call(() => {
        const start = (piece.y - region.y) * region.width + piece.x - region.x;
        const to = arena.change(out) + 2 * start;
        const of = [arena.constant(lines), lines.length / ROUGH_LINE_VALUES, arena.constant(tables), perMm, seed] as const;
        const fine = [first.along, first.inwards, first.layers] as const;
        const coarse = [second.along, second.inwards, second.layers, second.amount] as const;
        const place = [piece.x, piece.y, piece.width, piece.height] as const;
        wasm.roughEdge(...of, ...fine, ...coarse, pxPerMm, Number(ends), ...place, region.width, to);
      }),

    lifted: (base, first, second, table, out) =>
      inParts(out.length, [base, first, second, out], (from, to) => {
        const part = (plane: Int16Array): number => arena.read(plane.subarray(from, to));
        const baseAt = base ? part(base) : 0;
        wasm.lifted(baseAt, part(first), part(second), to - from, arena.read(table), arena.write(out.subarray(from, to)));
      }),

    modulated: (first, second, table, out) =>
      planeWise([first, second], out, (count, to, a, b) => wasm.modulated(a, b, count, arena.read(table), to)),

    ratio: (first, second, out) => planeWise([first, second], out, (count, to, a, b) => wasm.ratio(a, b, count, to)),

    multiplyAdd: (first, second, third, out) =>
      inParts(out.length, [first, second, third, out], (from, to) => {
        const [a, b, c] = [first, second, third].map((plane) => arena.read(plane.subarray(from, to))) as [number, number, number];
        wasm.multiplyAdd(a, b, c, to - from, arena.write(out.subarray(from, to)));
      }),

    guidance: (means, squares, epsilon, slopes, offsets) =>
      call(() => wasm.guidance(arena.read(means), arena.read(squares), means.length, epsilon, arena.write(slopes), arena.write(offsets))),

    cellDots: ({ cellPx, columns, rows, bits, rowBytes }, { x, y, width, height }, ways, out) =>
      call(() => {
        // The rows of cells that the region, or what it is moved to, lies in.
        const most = ways ? Math.ceil(Math.abs(ways.down) / 256) + 1 : 0;
        const [first, last] = [cellOf(y - most, cellPx, rows), cellOf(y + height + most, cellPx, rows)];
        const by = ways ? ([arena.read(ways.x), arena.read(ways.y), ways.across, ways.down] as const) : ([0, 0, 0, 0] as const);
        const here = arena.read(bits.subarray(first * rowBytes, (last + 1) * rowBytes));
        wasm.cellDots(here, rowBytes, first, cellPx, columns, rows, x, y, width, height, ...by, arena.write(out));
      }),

    inverseWays: (of, { x, y, across, down }, region, window, out) =>
      call(() => {
        const planes = [arena.read(of), arena.read(x), arena.read(y)] as const;
        const [left, top] = [window.x - region.x, window.y - region.y];
        const size = [region.width, region.height, left, top, window.width, window.height] as const;
        wasm.inverseWays(...planes, across, down, ...size, arena.write(out));
      }),

    scatter: (ink, { x, y, width, height }, { u0, ux, uy, v0, vx, vy }, tile, ways, out) =>
      call(() => {
        const u = (u0 + Math.imul(x, ux) + Math.imul(y, uy)) | 0;
        const v = (v0 + Math.imul(x, vx) + Math.imul(y, vy)) | 0;
        const by = ways ? ([arena.read(ways.x), arena.read(ways.y), ways.across, ways.down] as const) : ([0, 0, 0, 0] as const);
        wasm.scatter(arena.read(ink), width, height, u, ux, uy, v, vx, vy, arena.constant(tile), ...by, arena.write(out));
      }),

    dissolve: (patches, share, strength, { cos, sin, long, broad, seed, ranks }, pxPerMm, { x, y, width, height }, out) =>
      call(() => {
        const [from, shareAt] = [arena.read(patches), share ? arena.read(share) : 0];
        const field = [cos, sin, long, broad, seed, arena.constant(ranks)] as const;
        wasm.dissolve(from, shareAt, strength, x, y, width, height, pxPerMm, ...field, arena.room(16 * width), arena.write(out));
      }),

    castMetal: ({ widthPx, lamp, view, polish, grain, ...of }, alphas, { x, y, width, height }, out) =>
      call(() => {
        const planes = [arena.read(of.heights), arena.read(alphas), of.map ? arena.read(of.map) : 0] as const;
        const noises = [arena.read(of.waves), arena.read(of.scratches), arena.read(of.grains)] as const;
        const values = [widthPx, lamp.x, lamp.y, lamp.z, view.sin, view.cos, view.x, view.y, view.tall, polish, grain];
        const [face, bevel] = [arena.constant(of.face), arena.constant(of.bevel)];
        wasm.castMetal(...planes, ...noises, x, y, width, height, arena.read(Float64Array.from(values)), face, bevel, arena.write(out));
      }),

    spotScreen(amounts, { x, y, width, height }, { cell, cos, sin, softest, thresholds, slopes }, ways, out) {
      const [across, down] = wayUnits(ways);
      const rows = Math.max(1, Math.floor((4 * PART) / width));
      inParts(
        height,
        ways ? [amounts, out, ways.x, ways.y] : [amounts, out],
        (from, to) => {
          const part = (plane: Int16Array): Int16Array => plane.subarray(from * width, to * width);
          const [waysX, waysY] = ways ? [arena.read(part(ways.x)), arena.read(part(ways.y))] : [0, 0];
          const of = [cell, cos, sin, softest, arena.constant(thresholds), arena.constant(slopes)] as const;
          const source = arena.read(part(amounts));
          wasm.spotScreen(source, x, y + from, width, to - from, ...of, waysX, waysY, across, down, arena.write(part(out)));
        },
        rows,
      );
    },

    lineScreen: (amounts, { x, y, width, height }, { shape, x: cx, y: cy, cell, count, stretches, softest }, ways, out, region) =>
      call(() => {
        const first = 2 * ((y - region.y) * region.width + x - region.x);
        const [across, down] = wayUnits(ways);
        const [waysX, waysY] = ways ? [arena.read(ways.x) + first, arena.read(ways.y) + first] : [0, 0];
        const lines = [LINE_NUMBERS[shape], cx, cy, cell, count, arena.read(stretches), stretches.length / LINE_VALUES, softest] as const;
        const [from, to] = [arena.read(amounts) + first, arena.change(out) + first];
        wasm.lineScreen(from, x, y, width, height, region.width, ...lines, waysX, waysY, across, down, to);
      }),

    glint: ({ x, y, reach, core, breadth, rays }, plane, region) =>
      call(() => {
        const values = arena.read(Float64Array.of(x, y, reach, core, breadth));
        const place = [region.x, region.y, region.width, region.height] as const;
        wasm.glint(values, arena.read(rays), rays.length / GLINT_RAY_VALUES, ...place, arena.change(plane));
      }),

    brightest: (tone, coverage, region, box, { least, seed, mm, apartMm }) =>
      call(() => {
        const first = (box.y - region.y) * region.width + box.x - region.x;
        const planes = [arena.read(tone), coverage ? arena.read(coverage) : 0] as const;
        return wasm.brightest(...planes, first, region.width, box.x, box.y, box.width, box.height, least, seed, mm, apartMm);
      }),

    shaded: ({ round, x, y, clear, soft, depth }, region, pxPerMm, out) =>
      call(() => {
        const place = [region.x, region.y, region.width, region.height] as const;
        wasm.shaded(Number(round), x, y, clear, soft, depth, ...place, pxPerMm, arena.write(out));
      }),

    cellTones: (tone, around, { u0, ux, uy, v0, vx, vy }, { ax, bx, ay, by }, out, { x, y, width, height }) =>
      call(() => {
        const u = (u0 + Math.imul(x, ux) + Math.imul(y, uy)) | 0;
        const v = (v0 + Math.imul(x, vx) + Math.imul(y, vy)) | 0;
        const [left, top] = [x - around.x, y - around.y];
        const from = [arena.read(tone), around.width, around.height, left, top] as const;
        wasm.cellTones(...from, width, height, u, ux, uy, v, vx, vy, ax, bx, ay, by, arena.write(out));
      }),

    noise: ({ x, y, width, height }, octaves, tile, warp, gate, out) =>
      call(() => {
        const [across, down] = warp ? [warp.x, warp.y] : [[], []];
        const values = Int32Array.from([...octaves, ...across, ...down].flatMap(octaveValues));
        wasm.noise(
          x,
          y,
          width,
          height,
          arena.read(values),
          octaves.length,
          across.length,
          down.length,
          arena.constant(tile),
          gate ? arena.read(gate) : 0,
          arena.constant(LANES),
          arena.room(16 * (width + 8)),
          arena.write(out),
        );
      }),

    relit(rgba, from, to, out) {
      inParts(from.length, [rgba, from, to, out], (start, end) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * start, 4 * end);
        const [before, after] = [arena.read(from.subarray(start, end)), arena.read(to.subarray(start, end))];
        wasm.relit(arena.read(part(rgba)), before, after, end - start, arena.write(part(out)));
      });
    },

    hued: (rgba, knots, gentle, out) =>
      inParts(rgba.length / 4, [rgba, out], (from, to) => {
        const part = (array: Int16Array): Int16Array => array.subarray(4 * from, 4 * to);
        wasm.hued(arena.read(part(rgba)), to - from, arena.read(knots), gentle, arena.write(part(out)));
      }),

    rim(rgba, region, out) {
      const rows = Math.max(1, Math.floor(PART / region.width));
      inParts(
        region.height,
        [rgba, out],
        (from, to) => {
          const part: Region = { ...region, y: region.y + from, height: to - from };
          const source = arena.read(rgba.subarray(4 * from * region.width, 4 * to * region.width));
          const outAt = arena.write(out.subarray(4 * from * region.width, 4 * to * region.width));
          wasm.rim(source, part.x, part.y, part.width, part.height, arena.constant(DITHER_LINES), outAt);
        },
        rows,
      );
    },
  };
};
