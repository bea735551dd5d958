import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  BEYOND_NUMBERS,
  blankPlane,
  CASTING_RAMP,
  cellWay,
  CUBE_POINTS,
  DISSOLVE_RANKS,
  Fill,
  filterAxis,
  gaussianWeights,
  greyShares,
  HUE_KNOT_VALUES,
  HUE_KNOTS,
  LINE_NUMBERS,
  LUMA,
  MODE_NUMBERS,
  NOISE_STRIDE,
  ONE,
  referenceKernels,
  guidedBytes,
  screenGrid,
  unmixedBytes,
  cellLayout,
  SCATTER_SIDE,
  SHAPE_NUMBERS,
  SLOPE_BITS,
  SPOT_PLACES,
  TIP_NUMBERS,
  TONE_BINS,
  type Kernels,
  type ModeName,
  type Region,
  type ShapeName,
  type StrokeEnd,
  type TipName,
} from '@uvrant/core';
import { createKernels } from './index';

/** A small repeatable generator of numbers 0 … 1 (mulberry32, public domain). */
const numbers = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
};

const planeOf = (count: number, seed: number, top = ONE): Int16Array => {
  const next = numbers(seed);
  return Int16Array.from({ length: count }, () => Math.floor(next() * (top + 1)));
};

/** Premultiplied colours; every eighth pixel or so is clear, half of the rest soft. */
const coloursOf = (pixels: number, seed: number): Int16Array => {
  const next = numbers(seed);
  const data = new Int16Array(4 * pixels);
  for (let i = 0; i < data.length; i += 4) {
    const kind = next();
    const alpha = kind < 0.12 ? 0 : kind < 0.5 ? Math.floor(next() * ONE) : ONE;
    for (let c = 0; c < 3; c++) data[i + c] = Math.floor(next() * (alpha + 1));
    data[i + 3] = alpha;
  }
  return data;
};

/**
 * Every kernel on inputs of odd sizes, larger and smaller than its parts: a name and all that comes out. `inside`: on planes
 * in the kernels' own memory, which hold other values before they are written.
 */
const results = (kernels: Kernels, width: number, height: number, inside = false): Record<string, ArrayLike<number>> => {
  const pixels = width * height;
  const region: Region = { x: -7, y: 19, width, height };
  const { arena } = kernels;
  const laid = (values: Int16Array): Int16Array => {
    if (!inside) return values;
    const there = arena.plane(values.length);
    there.set(values);
    return there;
  };
  const rgba = laid(coloursOf(pixels, 1));
  const other = laid(coloursOf(pixels, 2));
  const tone = laid(planeOf(pixels, 3));
  const mask = laid(planeOf(pixels, 4));
  const out: Record<string, ArrayLike<number>> = {};
  const fresh = (length: number): Int16Array => (inside ? arena.plane(length).fill(-321) : new Int16Array(length));
  const plane = () => fresh(pixels);
  const colours = () => fresh(4 * pixels);

  for (const [name, shares] of [
    ['luma', LUMA],
    ['beyond the whole', greyShares(1.9, -0.7, 0.3)],
  ] as const) {
    const grey = plane();
    const coverage = plane();
    const least = kernels.grey(rgba, shares, grey, coverage);
    Object.assign(out, { [`grey ${name}`]: grey, [`grey coverage ${name}`]: coverage, [`least ${name}`]: [least] });
  }
  const response = Int16Array.from({ length: HUE_KNOTS + 1 }, (_, i) => ((i * 977) % (2 * ONE)) - ONE);
  const byHue = plane();
  out['least by hue'] = [kernels.greyByHue(rgba, LUMA, response, byHue, plane())];
  out['grey by hue'] = byHue;
  // Primaries, secondaries and greys, where two colours are as much.
  const pure = laid(
    Int16Array.from({ length: 4 * pixels }, (_, i) =>
      i % 4 === 3 ? ONE : ([0, 5000, ONE][Math.floor((i >> 2) / 3 ** (i % 4)) % 3] as number),
    ),
  );
  const ofPure = plane();
  kernels.greyByHue(pure, LUMA, response, ofPure, plane());
  out['grey by hue, pure'] = ofPure;

  const entries = Int16Array.from({ length: ONE + 1 }, (_, i) => (i * 31) % ONE);
  const through = plane();
  kernels.table(planeOf(pixels, 5, 20000), entries, through);
  // Runs of one value, and others that come again.
  const [runs, ofRuns] = [
    Int16Array.from({ length: pixels }, (_, i) => ((i >> 4) & 1 ? 5000 : ([3, 900, ONE, -7][i & 3] as number))),
    plane(),
  ];
  kernels.table(laid(runs), entries, ofRuns);
  Object.assign(out, { table: through, 'table of runs': ofRuns });

  const thresholds = Int32Array.from({ length: ONE + 1 }, (_, t) => ((32 + ((t * 7) % 25000)) << 16) | ((t * 2 - ONE) & 0xffff));
  const plain = new Int32Array(ONE + 1).fill((1 << SLOPE_BITS) << 16);
  for (const shape of Object.keys(SHAPE_NUMBERS) as ShapeName[]) {
    const ink = plane();
    kernels.screen(tone, region, screenGrid(7.3, 22.5, cellLayout(shape)), shape, thresholds, null, ink);
    out[`screen ${shape}`] = ink;
    // Threshold 0 at slope 1 gives the spot function itself.
    const spots = plane();
    kernels.screen(tone, region, screenGrid(31.7, 22.5, cellLayout(shape)), shape, plain, null, spots);
    out[`spot ${shape}`] = spots;
  }
  for (const shape of ['round', 'hexagonal', 'wave line'] as const) {
    const bent = plane();
    const ways = { x: laid(planeOf(pixels, 21)), y: laid(planeOf(pixels, 22)), across: 2100, down: -1300 };
    kernels.screen(tone, region, screenGrid(9.3, 31, cellLayout(shape)), shape, thresholds, ways, bent);
    out[`bent ${shape}`] = bent;
  }
  for (const shift of [1, 2, 3, 4]) {
    const side = 2 ** shift;
    const small = Math.ceil(width / side) * Math.ceil(height / side);
    const reducedPlane = new Int16Array(small);
    kernels.reduce(tone, 1, width, height, shift, reducedPlane);
    const reducedColours = new Int16Array(4 * small);
    kernels.reduce(rgba, 4, width, height, shift, reducedColours);
    Object.assign(out, { [`reduce plane ${side}`]: reducedPlane, [`reduce colours ${side}`]: reducedColours });
  }
  Object.assign(
    out,
    sampledResults(kernels, width, height, laid, fresh),
    planeResults(kernels, { rgba, tone, mask, width, height }, fresh, inside),
  );
  for (const scale of [0.6, 1, 1.7, 3.4]) {
    const axis = filterAxis(scale);
    const side = Math.ceil(Math.max(width, height) * scale * 1.5) + 40;
    const patch = { x: -20, y: -20, width: side, height: side, channels: 4 as const, data: laid(coloursOf(side * side, 6)) };
    const turned = { a: scale * 0.96, b: -scale * 0.28, c: 8 + 0.28 * scale * height, d: scale * 0.28, e: scale * 0.96, f: 3.7 };
    const upright = { a: scale, b: 0, c: 1.37, d: 0, e: scale * 1.02, f: -0.61 };
    const flipped = { a: -scale, b: 0, c: scale * width, d: 0, e: -scale, f: scale * height };
    for (const [how, at] of Object.entries({ turned, upright, flipped })) {
      const sampled = colours();
      kernels.sample(patch, at, axis, axis, { x: 0, y: 0, width, height }, sampled);
      out[`sample ${how} ${scale}`] = sampled;
    }
  }
  for (const [name, weights] of [
    ['all over', null],
    ['masked', mask],
  ] as const) {
    const mixedPlane = plane();
    kernels.mix(tone, planeOf(pixels, 7), 1, 5000, weights, mixedPlane);
    const mixedColours = colours();
    kernels.mix(rgba, other, 4, 5000, weights, mixedColours);
    Object.assign(out, { [`mix plane ${name}`]: mixedPlane, [`mix colours ${name}`]: mixedColours });
    for (const mode of Object.keys(MODE_NUMBERS) as ModeName[]) {
      for (const atop of [false, true]) {
        const blended = colours();
        kernels.blend(rgba, other, mode, atop, 12000, weights, blended);
        out[`blend ${mode} ${atop ? 'atop' : 'over'} ${name}`] = blended;
      }
    }
  }
  const channelled = colours();
  const curves = [7, 13, 29].map((by) => Int16Array.from({ length: ONE + 1 }, (_, v) => (v * by) % (ONE + 1))) as [
    Int16Array,
    Int16Array,
    Int16Array,
  ];
  kernels.channels(rgba, ...curves, channelled);
  out['channels'] = channelled;
  for (const sigma of [0.6, 2.3]) {
    const across = plane();
    kernels.convolve(tone, 1, gaussianWeights(sigma), across);
    const down = colours();
    kernels.convolve(rgba, 4 * width, gaussianWeights(sigma), down);
    Object.assign(out, { [`convolve across ${sigma}`]: across, [`convolve colours down ${sigma}`]: down });
  }
  const painted = colours();
  kernels.paint(tone, [1234, 9000, 16384], painted);
  out['paint'] = painted;
  const bytes = new Uint8Array(4 * pixels);
  kernels.rim(rgba, region, bytes);
  out['rim'] = bytes;
  return out;
};

/** Expanding, and sampling planes and colours any way round, separably and not. */
function sampledResults(
  kernels: Kernels,
  width: number,
  height: number,
  laid: (values: Int16Array) => Int16Array,
  fresh: (length: number) => Int16Array,
): Record<string, ArrayLike<number>> {
  const out: Record<string, ArrayLike<number>> = {};
  const next = numbers(11);
  for (const channels of [1, 3, 4] as const) {
    const values = channels === 1 ? 1 : 4;
    for (const Kind of [Uint8Array, Uint16Array]) {
      const samples = new Kind(channels * width * height);
      for (let i = 0; i < samples.length; i++) samples[i] = Math.floor(next() * (Kind === Uint8Array ? 256 : 65536));
      const expanded = fresh(values * width * height);
      kernels.expand(samples, channels, expanded);
      out[`expand ${channels} ${Kind.name}`] = expanded;
    }
  }
  for (const scale of [0.6, 1, 1.7, 5.2]) {
    const axis = filterAxis(scale);
    const side = Math.ceil(Math.max(width, height) * scale) + 24;
    for (const channels of [1, 4] as const) {
      const data = laid(channels === 1 ? planeOf(side * side, 7) : coloursOf(side * side, 7));
      const patch = { x: 0, y: 0, width: side, height: side, channels, data };
      // Backwards along x, forwards along y.
      const columns = Int32Array.from({ length: width }, (_, x) => Math.floor((3.3 + (width - 1 - x) * scale) * 256));
      const rows = Int32Array.from({ length: height }, (_, y) => Math.floor((2.7 + y * scale) * 256));
      const lines = fresh(channels * width * side);
      kernels.filterAcross(patch, columns, axis, lines);
      const down = fresh(channels * width * height);
      kernels.filterDown(lines, channels, width, rows, axis, down);
      const stood = fresh(down.length);
      kernels.transpose(down, channels, width, height, stood);
      const turned = fresh(down.length);
      const at = { a: 0.8 * scale, b: 0.1, c: 9, d: -0.1, e: 0.8 * scale, f: 9 + 0.1 * width };
      kernels.sample({ ...patch, x: -4, y: -4 }, at, axis, axis, { x: 0, y: 0, width, height }, turned);
      const name = `${channels} at ${scale}`;
      Object.assign(out, { [`across ${name}`]: lines, [`down ${name}`]: down, [`stood ${name}`]: stood, [`turned ${name}`]: turned });
    }
  }
  return out;
}

interface Inputs {
  readonly rgba: Int16Array;
  readonly tone: Int16Array;
  readonly mask: Int16Array;
  readonly width: number;
  readonly height: number;
}

/** Planes, inks, entries and spread. */
function planeResults(
  kernels: Kernels,
  { rgba, tone, mask, width, height }: Inputs,
  fresh: (length: number) => Int16Array,
  inside: boolean,
): Record<string, ArrayLike<number>> {
  const pixels = width * height;
  const out: Record<string, ArrayLike<number>> = {};
  const made = (name: string, values: 1 | 4, run: (to: Int16Array) => void): void => {
    const to = fresh(values * pixels);
    run(to);
    out[name] = to;
  };
  made('multiply', 1, (to) => kernels.multiply(tone, mask, to));
  made('complement', 1, (to) => kernels.complement(tone, 11000, to));
  made('light', 1, (to) => kernels.light(tone, mask, to));
  made('cut', 1, (to) => kernels.cut(tone, to));
  made('cut colours', 4, (to) => kernels.cutColours(rgba, ONE / 2, to));
  made('whole colours', 4, (to) => kernels.cutColours(rgba, 1, to));
  made('alpha', 1, (to) => kernels.alphaOf(rgba, to));
  made('paint tones', 4, (to) => kernels.paintTones(tone, mask, to));
  made('paint all tones', 4, (to) => kernels.paintTones(tone, null, to));
  const tables = [3, 5, 11].map((by) => Int16Array.from({ length: ONE + 1 }, (_, v) => (v * by) % (ONE + 1))) as [
    Int16Array,
    Int16Array,
    Int16Array,
  ];
  made('toned', 4, (to) => kernels.toned(tone, mask, tables, to));
  const [shares, counts] = [new Float64Array(TONE_BINS + 1), new Float64Array(TONE_BINS + 1).fill(0.25)];
  out['counted'] = [kernels.countTones(tone, mask, shares), kernels.countTones(tone, null, counts), ...shares, ...counts];
  out['sum and dot'] = [kernels.sum(tone), kernels.dot(tone, mask)];
  const hard = mask.map((v) => (v < 8192 ? 0 : ONE));
  const [none, whole] = [mask.map(() => 0), mask.map(() => ONE)];
  const ending = (plane: Int16Array, value: number): Int16Array => plane.map((v, i) => (i === plane.length - 1 ? value : v));
  out['extent'] = [hard, ending(hard, 7), ending(hard, 16383), none, whole, ending(none, ONE), ending(whole, 0)].map((plane) =>
    ['bare', 'whole', 'hard', 'soft'].indexOf(kernels.extent(plane)),
  );
  const gaps = mask.map((v, i) => (i % 5 === 0 || v < 3000 ? 0 : v > 14000 ? ONE : v));
  for (const mode of ['normal', 'multiply', 'screen', 'knock-out'] as const) {
    for (const strength of [ONE, 9000]) {
      made(`ink ${mode} ${strength}`, 4, (to) => kernels.layInk(rgba, gaps, [3000, 16384, 0], mode, strength, to));
    }
  }
  made('weigh', 4, (to) => kernels.weigh(rgba, gaps, to));
  made('weigh by runs', 4, (to) => kernels.weigh(rgba, hard, to));
  made('ink where it lies', 4, (to) => {
    to.set(rgba);
    kernels.layInk(to, gaps, [3000, 16384, 0], 'normal', ONE, to);
  });
  // Blots of a few pixels and larger ones, some at the rim.
  const blots = Int16Array.from({ length: pixels }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.sin(x * 0.9) + Math.sin(y * 0.7) + Math.sin((x * y) / 17) > 0.7 ? 900 + ((i * 37) % 15000) : i % 3 === 0 ? 800 : 0;
  });
  for (const most of [1, 2.4, 6]) {
    made(`specks ${most}`, 1, (to) => {
      to.set(blots);
      kernels.dropSpecks(to, width, height, most);
    });
  }
  for (const count of [5, 200]) {
    const entries = Uint8Array.from({ length: pixels }, (_, i) => (i * 7 + (i >> 3)) % count);
    const map = Uint8Array.from({ length: count <= 16 ? 16 : 256 }, (_, i) => (i * 3 + 1) % count);
    const bytes = (): Uint8Array => (inside ? kernels.arena.bytes(pixels).fill(77) : new Uint8Array(pixels));
    const [stamped, everywhere, kept] = [bytes(), bytes(), bytes()];
    kernels.stamp(entries, tone, map, stamped);
    kernels.stamp(entries, null, map, everywhere);
    kernels.keepWhere(entries, tone, kept);
    const palette = Int16Array.from({ length: 4 * count }, (_, i) => (i * 431) % (ONE + 1));
    const packed = new Uint32Array(pixels);
    kernels.lookUp(
      entries,
      Uint32Array.from({ length: count }, (_, i) => i * 2654435),
      1,
      packed,
    );
    const shares = bytes();
    const at19 = { x: -7, y: 19, width, height };
    kernels.plateBytes(tone, at19, shares, at19, 0, 1);
    const [wide, at7] = [width + 5, { x: -9, y: 18, width: width + 5, height: height + 3 }];
    const around = inside ? kernels.arena.bytes(wide * (height + 3)).fill(0) : new Uint8Array(wide * (height + 3));
    kernels.plateBytes(tone, at19, around, at7, 0, 1);
    const beside = inside ? kernels.arena.bytes(3 * pixels).fill(0) : new Uint8Array(3 * pixels);
    for (const [at, plane] of [tone, mask, hard].entries())
      kernels.plateBytes(plane, { x: 5, y: 3, width, height }, beside, { x: 5, y: 3, width, height }, at, 3);
    const filtered = new Uint8Array(pixels + height);
    kernels.upFiltered(
      entries,
      Uint8Array.from({ length: width }, (_, i) => 11 * i),
      filtered,
    );
    made(`colours of ${count}`, 4, (to) => kernels.lookUp(entries, palette, 4, to));
    made(`values of ${count}`, 1, (to) => kernels.lookUp(entries, palette.subarray(0, count), 1, to));
    const small = fresh(4 * Math.ceil(width / 4) * Math.ceil(height / 4));
    kernels.reduceIndex(entries, width, height, 2, palette, small);
    Object.assign(out, { [`stamp ${count}`]: stamped, [`stamp all ${count}`]: everywhere, [`kept ${count}`]: kept });
    Object.assign(out, { [`plate ${count}`]: shares, [`plates ${count}`]: beside, [`plate within ${count}`]: around });
    Object.assign(out, { [`faxed ${count}`]: kernels.faxed(entries, width), [`strings ${count}`]: kernels.lzwed(entries) });
    Object.assign(out, { [`filtered ${count}`]: filtered, [`packed ${count}`]: packed, [`reduce index ${count}`]: small });
  }
  // Runs of all lengths, some like those above; strings beyond what a table holds.
  const long = Uint8Array.from({ length: 5 * 6001 }, (_, i) =>
    Math.sin((i % 6001) ** 2 / 9e5 + Math.floor(i / 6001) / 9) > 0 ? 255 : 127,
  );
  const strings = Uint8Array.from({ length: 12000 }, (_, i) => (i * i) >> 5);
  Object.assign(out, { 'long faxed': kernels.faxed(long, 6001), 'all faxed': kernels.faxed(long.fill(255), 6001) });
  Object.assign(out, {
    strings: kernels.lzwed(strings),
    'one string': kernels.lzwed(strings.subarray(0, 1)),
    none: kernels.lzwed(strings.subarray(0, 0)),
  });
  const evenly = plane2(width, height);
  const halved = fresh((evenly.width * evenly.height) / 4);
  kernels.reduce(planeOf(evenly.width * evenly.height, 13), 1, evenly.width, evenly.height, 1, halved);
  out['halved'] = halved;
  // Squares that are cut to even sides.
  for (const channels of [1, 4] as const) {
    const cut = fresh(channels * Math.ceil(evenly.width / 16) * Math.ceil(evenly.height / 16));
    kernels.reduce(planeOf(channels * evenly.width * evenly.height, 14), channels, evenly.width, evenly.height, 4, cut);
    out[`cut evenly ${channels}`] = cut;
  }
  // A box of 14 × 12 mm, turned a little, a corner of it cut off.
  const line = (inwards: readonly number[], along: readonly number[], start: number, count: number, number: number): number[] => [
    ...[...inwards, ...along],
    ...[1, 4.6, start, count, number, -2],
  ];
  const lines = Float64Array.from([
    ...line([0.012, 0.083, 0.2], [0.083, -0.012, -0.4], 0, 40, 0),
    ...line([-0.083, 0.012, 14.4], [0.012, 0.083, 0.2], 40, 40, 1),
    ...line([-0.012, -0.083, 11.8], [0.083, -0.012, -0.4], 80, 40, 2),
    ...line([0.083, -0.012, -0.4], [0.012, 0.083, 0.2], 120, 40, 3),
    ...line([0.067, 0.05, -1.2], [0.05, -0.067, 0.1], 160, 9, 4),
  ]);
  const reaches = Float64Array.from({ length: 2 * 169 }, (_, i) => (i % 2 === 0 ? 2.6 + ((i * 7) % 11) / 10 : ((i * 3) % 13) / 9 - 0.2));
  for (const ends of [true, false]) {
    const noises = [
      { along: 0.2, inwards: 1.3, layers: 2 },
      { along: 0.9, inwards: 0.8, layers: 3, amount: 0.7 },
    ] as const;
    const edge = { lines, tables: reaches, perMm: 2.5, seed: 2147483600, noises, pxPerMm: 11.9, ends };
    made(`rough edge ${ends ? 'within' : 'beyond'} its box`, 1, (to) => {
      to.fill(0);
      const whole = { x: -3, y: 5, width, height };
      kernels.roughEdge(edge, whole, to, whole);
      if (width > 9 && height > 9) kernels.roughEdge({ ...edge, seed: 3 }, { x: 2, y: 8, width: 5, height: 4 }, to, whole);
    });
  }
  // Strokes along a row, askew, and one dab, hard and soft, by pens that press more and less.
  const drawnIn: Region = { x: -7, y: 19, width, height };
  const ends = [
    [-9, 24, 3.5, 0],
    [width - 12, 24, 6, 31.5],
    [width / 2, 15.25, 9, 55],
    [width / 2, 15.25, 9, 55],
  ].map(([x = 0, y = 0, radius = 0, along = 0]) => ({ x, y, radius, along }));
  const floats = (): Float32Array => {
    const bytes = kernels.arena.bytes(4 * width * height).fill(0);
    return new Float32Array(bytes.buffer, bytes.byteOffset, width * height);
  };
  for (const softness of [0, 0.4]) {
    const depths = { depth: floats(), along: floats(), across: floats() };
    for (let n = 1; n < ends.length; n++) {
      const [from, to] = [ends[n - 1], ends[n]] as [StrokeEnd, StrokeEnd];
      kernels.strokeStretch({ from, to, softness }, drawnIn, depths);
    }
    Object.assign(out, { [`stroke depths ${softness}`]: depths.depth, [`stroke along ${softness}`]: depths.along });
    out[`stroke across ${softness}`] = depths.across;
    for (const tip of Object.keys(TIP_NUMBERS) as TipName[]) {
      const art = { a: 0.9, b: 0.2, c: -3, d: -0.2, e: 0.9, f: 7 };
      const paint = { tip, seed: 2147483600, strength: softness ? -9000.5 : 12000.25, pxPerMm: 3.7, scale: 4.1, art };
      made(`${tip} stroke ${softness}`, 1, (to) => {
        to.set(mask);
        kernels.strokePaint(depths, paint, drawnIn, to, drawnIn);
      });
    }
  }
  // Contours that cross themselves and one another, whole ones within and some that reach out on each side.
  const filled = { x: -7, y: 19, width, height };
  const at = numbers(31);
  const ring = (x: number, y: number, size: number): number[] =>
    Array.from({ length: 14 }, (_, i) => (i % 2 === 0 ? x : y) + size * (at() - 0.5));
  const contours = [ring(filled.x, 24, 40), ring(filled.x + width / 2, 20, 2 * width), ring(filled.x + width, 19 + height, 30)];
  for (const [name, drawn] of [
    ['some', contours],
    ['all', [[-9e4, -9e4, 9e4, -9e4, 9e4, 9e4, -9e4, 9e4]]],
    ['nothing', [ring(filled.x - 400, 30, 50)]],
  ] as const) {
    made(`filled outline, ${name}`, 1, (to) => to.set(new Fill(drawn).coverage(filled, kernels) ?? to.fill(0)));
  }
  const signed = mask.map((v) => 2 * v - ONE);
  const apart = Int16Array.from({ length: 2 * ONE + 1 }, (_, i) => ((i * 77) % 30000) - 15000);
  made('lifted', 1, (to) => kernels.lifted(mask, tone, signed, apart, to));
  made('lifted from nothing', 1, (to) => kernels.lifted(null, tone, signed, apart, to));
  made('ratio', 1, (to) => kernels.ratio(tone, gaps, to));
  made('multiply and add', 1, (to) => kernels.multiplyAdd(tone, mask, signed, to));
  made('modulated', 1, (to) => kernels.modulated(tone, signed, tables[0], to));
  const squares = tone.map((v) => Math.min(ONE, ((v * v) >> 14) + (v & 511)));
  made('guidance', 4, (to) => {
    const [slopes, offsets] = [fresh(pixels), fresh(pixels)];
    kernels.guidance(tone, squares, 60, slopes, offsets);
    to.fill(0).set(slopes);
    to.set(offsets, pixels);
  });
  const filter = { width, height, reach: 5, epsilon: 1e-6 };
  const unmixing = { width, height, reach: 4, sure: 15892, none: 492 };
  const inRows = (run: (rows: readonly [number, number]) => void): void => {
    for (let from = 0; from < height; from += 17) run([from, Math.min(height, from + 17)]);
  };
  made('guided', 1, (to) => {
    const state = new Uint8Array(guidedBytes(filter));
    inRows((rows) => kernels.guided(rgba, tone, filter, rows, state, to));
  });
  made('unmixed', 4, (to) => {
    to.set(rgba);
    const state = new Uint8Array(unmixedBytes(unmixing));
    inRows((rows) => kernels.unmixed(rgba, gaps, unmixing, rows, state, to));
  });
  const grid = screenGrid(7.3, 22.5);
  const ranks = Float64Array.from({ length: DISSOLVE_RANKS + 1 }, (_, i) => (i / DISSOLVE_RANKS) ** 1.5);
  const fibres = { cos: 12 / 13, sin: 5 / 13, long: 0.5, broad: 0.14, seed: 4129, ranks };
  const there = { x: -7, y: 19, width, height };
  made('dissolve', 1, (to) => kernels.dissolve(tone, mask, 11000, fibres, 11.9, there, to));
  made('dissolve alike', 1, (to) => kernels.dissolve(tone, null, 9000, fibres, 5.1, there, to));
  // Bevels, and a flat face to the right.
  const wider = planeOf((width + 2) * (height + 2), 14).map((v, i) => (i % (width + 2) > width / 2 ? ONE : v));
  const [face, bevel] = [29, 31].map((by) => Float64Array.from({ length: 3 * (CASTING_RAMP + 1) }, (_, i) => (i * by) % (ONE + 1))) as [
    Float64Array,
    Float64Array,
  ];
  const [lamp, view] = [
    { x: 31, y: -12, z: 140 },
    { sin: 0.6, cos: 0.8, x: 22, y: 60, tall: 71.3 },
  ];
  for (const map of [null, mask]) {
    const lit = {
      heights: wider,
      widthPx: 9.3,
      lamp,
      view,
      map,
      waves: signed,
      scratches: signed,
      grains: mask,
      polish: 0.07,
      grain: 0.04,
    };
    made(`metal, ${map ? 'a picture' : 'a view'}`, 4, (to) => kernels.castMetal({ ...lit, face, bevel }, gaps, there, to));
  }
  for (const [name, drift] of [
    ['still', null],
    ['bent', { x: signed, y: tone, across: 900, down: -700 }],
  ] as const) {
    const places = SPOT_PLACES * SPOT_PLACES;
    const dot = {
      thresholds: Float32Array.from({ length: places }, (_, i) => ((i * 7919) % places) / places),
      slopes: Float32Array.from({ length: places }, (_, i) => ((i * 31) % 97) / 20),
    };
    for (const cell of [2.4, 19.3]) {
      const screen = { cell, cos: Math.cos(0.4), sin: Math.sin(0.4), softest: 0.05, ...dot };
      made(`own dots of ${cell} px, ${name}`, 1, (to) => kernels.spotScreen(tone, there, screen, drift, to));
    }
    for (const shape of Object.keys(LINE_NUMBERS) as (keyof typeof LINE_NUMBERS)[]) {
      // Two stretches, one of them far off.
      const stretches = Float64Array.of(-20, 5, 60, 31, 60 * 60 + 31 * 31, 900, 900, -1, 2, 5);
      const lines = { shape, x: 3.2, y: there.y + height / 3, cell: 6.7, count: 11, stretches, softest: 0.02 };
      const piece = { x: there.x + 2, y: there.y + 1, width: Math.max(1, width - 3), height: Math.max(1, height - 1) };
      made(`lines: ${shape}, ${name}`, 1, (to) => {
        to.fill(7);
        kernels.lineScreen(tone, piece, lines, drift, to, there);
      });
    }
  }
  const sparkle = {
    x: 1.3,
    y: there.y + 7.6,
    reach: 21,
    core: 2.1,
    breadth: 0.8,
    rays: Float64Array.of(1, 0, 21, -0.6, 0.8, 13, 0, -1, 17),
  };
  made('glint', 1, (to) => {
    to.set(mask);
    kernels.glint(sparkle, to, there);
  });
  const bright = { least: 0.4, seed: 5, mm: 0.31, apartMm: 0.4 };
  out['brightest'] = [mask, null].map((coverage) => kernels.brightest(tone, coverage, there, there, bright));
  out['none is bright'] = [kernels.brightest(blankPlane(pixels), null, there, there, bright)];
  for (const round of [true, false]) {
    const shading = { round, x: round ? 2 : 0.8, y: round ? 3 : -0.6, clear: 0.4, soft: 1.7, depth: 0.8 };
    made(`shaded ${round ? 'round' : 'from a side'}`, 1, (to) => kernels.shaded(shading, there, 11.9, to));
  }
  made('cell tones', 1, (to) => kernels.cellTones(tone, there, grid, cellWay(7.3, 22.5), to, there));
  // Large cells are read run by run, small ones eight pixels at a time, unless their centres lie in the middle between pixels.
  for (const [cellPx, angle] of [
    [0.1, 10],
    [0.7, 45],
    [3, 75],
    [10, 0],
    [12.7, 22.5],
    [16, 30],
    [16, 45],
    [38.6, 22.5],
    [20, 0],
    [33, 90],
    [100, 195],
  ] as const) {
    made(`cell tones of ${cellPx} px at ${angle}°`, 1, (to) =>
      kernels.cellTones(tone, there, screenGrid(cellPx, angle), cellWay(cellPx, angle), to, there),
    );
  }
  made('cell tones within', 1, (to) => {
    to.fill(0);
    const inner = { x: there.x + 1, y: there.y + 2, width: Math.max(1, width - 3), height: Math.max(1, height - 2) };
    const part = fresh(inner.width * inner.height);
    kernels.cellTones(tone, there, grid, cellWay(7.3, 22.5), part, inner);
    to.set(part);
  });
  const tile = Int16Array.from({ length: NOISE_STRIDE ** 2 }, (_, i) => ((i * 7919) % (2 * ONE + 1)) - ONE);
  const still = { ux: 0, uy: 0, vx: 0, vy: 0 };
  const octaves = [
    { grid: screenGrid(91.3, 53), weight: 9000, warped: { ux: 2 ** 30, uy: -77, vx: 12345, vy: -(2 ** 31) } },
    { grid: screenGrid(17.7, 12), weight: -5000, warped: still },
  ];
  const dots = Int16Array.from({ length: SCATTER_SIDE * SCATTER_SIDE }, (_, i) => (i * 2731) % (ONE + 1));
  for (const [name, drift] of [
    ['still', null],
    ['bent', { x: signed, y: tone, across: 900, down: -700 }],
  ] as const) {
    const cells = { cellPx: 3.7, columns: 40, rows: 30, bits: new Uint8Array(5 * 30).map((_, i) => i * 37), rowBytes: 5 };
    made(`cell dots, ${name}`, 1, (to) => kernels.cellDots(cells, { x: -5, y: 11, width, height }, drift, to));
    made(`scatter, ${name}`, 1, (to) => kernels.scatter(tone, { x: -5, y: 11, width, height }, screenGrid(93.7, 22.5), dots, drift, to));
  }
  const wholly = { x: 0, y: 0, width, height };
  const inner = width > 4 && height > 3 ? { x: 2, y: 1, width: width - 4, height: height - 3 } : wholly;
  const back = new Int16Array(inner.width * inner.height);
  kernels.inverseWays(tone, { x: signed, y: planeOf(pixels, 10), across: 500, down: -400 }, wholly, inner, back);
  out['inverse ways'] = back;
  const source = { x: -9, y: 12, width: width + 3, height: height + 9 };
  const [under, drawn] = [planeOf(source.width * source.height, 8), coloursOf(source.width * source.height, 9)];
  const ways = { x: signed, y: planeOf(pixels, 10), across: 1900, down: -2300 };
  const box = { x: -8, y: 14, width: width + 1, height: height + 4 };
  for (const beyond of Object.keys(BEYOND_NUMBERS) as (keyof typeof BEYOND_NUMBERS)[]) {
    made(`moved plane ${beyond}`, 1, (to) => kernels.moved(under, 1, source, ways, box, beyond, { x: -7, y: 19, width, height }, to));
    made(`moved colours ${beyond}`, 4, (to) => kernels.moved(drawn, 4, source, ways, box, beyond, { x: -7, y: 19, width, height }, to));
  }
  const corners = Int16Array.from({ length: CUBE_POINTS ** 3 }, (_, i) => (i * 7919) % (ONE + 1));
  made('cube', 1, (to) => kernels.cube(rgba, corners, to, new Int16Array(pixels)));
  const islands = tone.map((v, i) => (i % 37 === 0 ? v : v >> 2));
  for (const outside of [false, true]) {
    made(`distance ${outside}`, 1, (to) => kernels.distance(islands, there, 9.3, outside, there, to));
    made(`far ${outside}`, 1, (to) => kernels.distance(outside ? signed : blankPlane(pixels), there, 400, outside, there, to));
    const inner = { x: there.x + (width >> 2), y: there.y + (height >> 1), width: (width + 1) >> 1, height: (height + 2) >> 2 };
    const window = fresh(inner.width * inner.height);
    kernels.distance(islands, there, 31, outside, inner, window);
    out[`distance within ${outside}`] = window;
  }
  made('noise', 1, (to) => kernels.noise({ x: -7, y: 19, width, height }, octaves, tile, null, null, to));
  made('noise warped', 1, (to) =>
    kernels.noise({ x: -7, y: 19, width, height }, octaves, tile, { x: octaves.slice(1), y: octaves.slice(0, 1) }, mask, to),
  );
  for (const [p, q, add, least] of [
    [2, 0, 0, 0],
    [4, -4, 0, -ONE],
    [1, 1, -77, 0],
    [-1, 3, ONE, -5],
  ] as const) {
    made(`combined ${p} ${q}`, 1, (to) => kernels.combined(tone, p, q === 0 ? null : signed, q, add, least, to));
  }
  const table = coloursOf(65, 9);
  for (const form of ['straight', 'round'] as const) {
    const way = {
      form,
      at: { a: 0.02, b: 0.003, c: 0.1, d: -0.002, e: 0.03, f: -0.4 },
      cos: 0.8,
      sin: -0.6,
      width: 40,
      height: 25,
      reach: 47,
      table,
    };
    made(`ramp ${form}`, 4, (to) => kernels.ramp(way, there, to));
  }
  made('lesser', 1, (to) => kernels.lesser(signed, tone, to));
  for (const weight of [0, 5000, ONE])
    made(`brought back ${weight}`, 4, (to) => kernels.broughtBack(rgba, coloursOf(pixels, 2), weight, to));
  for (const share of [0, 0.37, 1]) {
    made(`shaded ${share}`, 4, (to) => kernels.shadedBy(rgba, signed, 'colour', share, to));
    made(`tones shaded ${share}`, 1, (to) => kernels.shadedBy(tone, signed, 'tone', share, to));
    made(`ink shaded ${share}`, 1, (to) => kernels.shadedBy(mask, signed, 'ink', share, to));
  }
  made('relit', 4, (to) => kernels.relit(rgba, tone, mask, to));
  const hues = Float32Array.from({ length: HUE_KNOT_VALUES * (HUE_KNOTS + 1) }, (_, i) => ((i * 37) % 400) / 200 - 1);
  for (const gentle of [0, 0.7]) made(`hued ${gentle}`, 4, (to) => kernels.hued(rgba, hues, gentle, to));
  return out;
}

/** Even sides near some others. */
const plane2 = (width: number, height: number) => ({ width: 2 * Math.ceil(width / 2), height: 2 * Math.ceil(height / 2) });

const sizes = [
  [1, 1],
  [3, 5],
  [17, 13],
  [211, 167],
] as const;

test.each(sizes)('WebAssembly and the reference agree to the bit at %d × %d pixels', (width, height) => {
  const expected = results(referenceKernels, width, height);
  const bytesOf = (values: ArrayLike<number> | undefined): Buffer =>
    Buffer.from(new Float64Array(Array.from(values as ArrayLike<number>)).buffer);
  for (const inside of [false, true]) {
    const found = results(createKernels(), width, height, inside);
    for (const name of Object.keys(expected)) {
      expect({ name, inside, same: bytesOf(expected[name]).equals(bytesOf(found[name])) }).toEqual({ name, inside, same: true });
    }
  }
});

test('planes are handed out until there is no more room, then elsewhere; a mark gives them back', () => {
  const { arena, complement } = createKernels();
  const mark = arena.mark();
  const planes = Array.from({ length: 40 }, () => arena.plane(2 ** 21));
  expect(planes.filter((plane) => arena.holds(plane)).length).toBeGreaterThan(20);
  const last = planes.at(-1) as Int16Array;
  expect(arena.holds(last)).toBe(false);
  complement(last, ONE, last);
  expect([last[0], last.at(-1)]).toEqual([ONE, ONE]);
  arena.release(mark);
  expect(arena.holds(arena.plane(2 ** 21))).toBe(true);
  expect(() => createKernels().dropSpecks(new Int16Array(2 ** 25), 8192, 4096, 3)).toThrow('more than fits');
});

/** Names of the results in which two sets of kernels differ. */
const differing = (some: Kernels, others: Kernels): string[] => {
  const [one, two] = [results(some, 97, 61), results(others, 97, 61)];
  return Object.keys(one).filter((name) => JSON.stringify(Array.from(one[name] ?? [])) !== JSON.stringify(Array.from(two[name] ?? [])));
};

/** A constant of each kernel, changed; the first two are tried always. */
const CHANGES = [
  ['grey.ts', 'add(rise, i32x4.splat(128))', 'add(rise, i32x4.splat(64))'],
  ['table.ts', 'splat(<i16>ONE)', 'splat(<i16>ONE - 1)'],
  ['detail.ts', 'i32x4.lt_s(rest, none)', 'none'],
  ['screen.ts', 'i16x8.splat(29491)', 'i16x8.splat(29489)'],
  ['reduce.ts', 'sum = i32x4.splat(count >> 1)', 'sum = i32x4.splat(count >> 2)'],
  ['reduce.ts', 'i32x4.add(sum, i32x4.splat(count >> 1))', 'sum'],
  ['reduce.ts', 'bottom - top) + (count >> 1)', 'bottom - top)'],
  ['reduce.ts', 'v128.load(at + line);\n      const first', 'v128.load(at);\n      const first'],
  ['reduce.ts', 'v128.load64_zero(from), 1', 'v128.load64_zero(from + line), 1'],
  ['screen.ts', 'i16x8.splat(20152)', 'i16x8.splat(20140)'],
  ['screen.ts', 'SLOPE_BITS: i32 = 5', 'SLOPE_BITS: i32 = 6'],
  ['depth.ts', 'HALF: i32 = 8192', 'HALF: i32 = 8191'],
  ['noise.ts', 'const twelve = i32x4.splat(4095)', 'const twelve = i32x4.splat(4094)'],
  ['faxed.ts', 'NEAR: i32 = 3', 'NEAR: i32 = 2'],
  ['lzwed.ts', 'LAST: i32 = 4094', 'LAST: i32 = 4095'],
  ['plate-bytes.ts', '16 * 2', '16 * 4'],
  ['plate-bytes.ts', 'column + 8)', 'column + 7)'],
  ['planes.ts', 'i16x8.narrow_i32x4_s(low, high), none', 'i16x8.narrow_i32x4_s(low, high), one'],
  ['brought-back.ts', '* weight + HALF', '* weight'],
  ['shaded-by.ts', 'GAIN: f64 = 2', 'GAIN: f64 = 1.9'],
  ['ramp.ts', '/ (2 * reach)', '/ reach'],
  ['up-filtered.ts', 'UP: u8 = 2', 'UP: u8 = 1'],
  ['noise.ts', 'i16x8.splat(16384))', 'i16x8.splat(16383))'],
  ['noise.ts', 'x, y + row, down, downCount', 'x, y + row, across, downCount'],
  ['noise.ts', 'i32x4.shr_s(sums, 14)', 'i32x4.shr_s(sums, 13)'],
  ['count-tones.ts', '+ 8) >> 4', '+ 7) >> 4'],
  ['strokes.ts', '0.66 - 0.24', '0.66 - 0.23'],
  ['planes.ts', 'HAS_WHOLE: i32 = 2', 'HAS_WHOLE: i32 = 1'],
  ['relit.ts', '0.2126 * <f64>r', '0.2125 * <f64>r'],
  ['detail.ts', '(whole >> 1)', '(whole >> 2)'],
  ['guided.ts', '0, 0, 0, 1), v128', '0, 0, 1, 1), v128'],
  ['guided.ts', 'next - 2 * reach - 1', 'next - 2 * reach'],
  ['unmixed.ts', 'y - reach - 1', 'y - reach'],
  ['dissolve.ts', 'RANKS: i32 = 1024', 'RANKS: i32 = 1000'],
  ['cast-metal.ts', '0.62', '0.61'],
  ['cast-metal.ts', 'blue, covered, 0, 4', 'blue, covered, 0, 5'],
  ['ways.ts', '+ HALF', ''],
  ['threshold-screens.ts', 'LEAST_PITCH: f64 = 2', 'LEAST_PITCH: f64 = 1.9'],
  ['exact.ts', 'n <= 25', 'n <= 3'],
  ['lights.ts', 'SOFT_PX: f64 = 0.35', 'SOFT_PX: f64 = 0.36'],
  ['lights.ts', '(3 - 2 * t)', '(3 - t)'],
  ['cells.ts', 'away(phaseU, phaseV, ax, bx)', 'away(phaseU, phaseV, ax, by)'],
  ['cells.ts', 'return part < slack || part > 1 - slack', 'return false'],
  ['cells.ts', 'const near = i32x4.splat(2 * slack)', 'const near = i32x4.splat(0)'],
  ['cells.ts', 'const widthAndOne = inTurn(toneWidth, 1)', 'const widthAndOne = inTurn(toneWidth - 1, 1)'],
  ['cells.ts', 'columns = i16x8.add(columns, i16x8.splat(8))', 'columns = i16x8.add(columns, i16x8.splat(7))'],
  ['cells.ts', 'min(steps + 1, most)', 'min(steps + 2, most)'],
  ['cells.ts', '<f64>phaseU * ay + <f64>phaseV * by + 0.5', '<f64>phaseU * ay + <f64>phaseV * bx + 0.5'],
  ['blend.ts', 'MULTIPLY: i32 = 1', 'MULTIPLY: i32 = 2'],
  ['blend-floats.ts', 'EXCLUSION: i32 = 12', 'EXCLUSION: i32 = 13'],
  ['blend-floats.ts', 'f32x4.mul(b, f32x4.sub(f(1), as)));\n  const whole', 'b);\n  const whole'],
  ['grey.ts', 'i32x4.shr_s(left, 31)', 'i32x4.splat(0)'],
  ['grey.ts', 'splat(5 * 256), i32x4', 'splat(4 * 256), i32x4'],
  ['grey.ts', 'splat(-256), isRed', 'splat(-255), isRed'],
  ['blend-doubles.ts', '0.59 * g', '0.58 * g'],
  ['channels.ts', 'alpha + HALF', 'alpha'],
  ['convolve.ts', 'splat(HALF)', 'splat(0)'],
  ['mix.ts', '16384, <i16>r', '16383, <i16>r'],
  ['fill-rows.ts', '<f64>SHARES + 0.5', '<f64>SHARES'],
  ['fill-rows.ts', 'before != 0 && winding != 0', 'before != 0 || winding != 0'],
  ['dither.ts', 'splat(63)', 'splat(31)'],
  ['dither.ts', 'DITHER_SIDE: i32 = 16', 'DITHER_SIDE: i32 = 8'],
  ['sample.ts', '* 256.0 + 0.5', '* 256.0'],
  ['filter.ts', 'i16x8.min_s(i16x8.max_s(values, none), alpha)', 'i16x8.max_s(values, none)'],
  ['filter.ts', 'upperSums(c, d, lower)', 'upperSums(c, d, upper)'],
  ['filter.ts', 'ef, gh, 2, 6, 3, 7', 'ef, gh, 2, 6, 3, 6'],
  ['filter.ts', 'x = y < down ? across : 0', 'x = across'],
  ['filter.ts', 'to + next, v128.shuffle<i64>(upper, lower, 1, 3)', 'to + next, v128.shuffle<i64>(upper, lower, 0, 3)'],
  ['specks.ts', 'left > 0', 'left >= 0'],
  ['specks.ts', 'start - 1', 'start'],
  ['ways.ts', '* <i64>most + HALF', '* <i64>most'],
  ['cube.ts', 'third = t;', 'third = second;'],
  ['far-in-row.ts', 'k--', 'k = 0'],
  ['near-in-row.ts', '<f64>ONE + 0.5', '<f64>ONE'],
  ['near-in-row.ts', 'next + 1', 'next + 9'],
  ['distance.ts', 'Math.ceil(most) + 1', 'Math.ceil(most) - 1'],
  ['moved.ts', 'twice - 1 - p', 'twice - p'],
  ['moved.ts', 'max(left, boxX)', 'left'],
  ['cell-dots.ts', '<f64>(count - 1)', '<f64>count'],
  ['scatter.ts', 'DOT_BITS: u32 = 26', 'DOT_BITS: u32 = 27'],
  ['chance.ts', '4294967296', '4300000000'],
  ['chance.ts', 'WEAKER: f64 = 0.55', 'WEAKER: f64 = 0.56'],
  ['rough-edge.ts', '- 1.001', '- 1.5'],
  ['index-plane.ts', 'if (few)', 'if (true)'],
  ['planes.ts', 'i16x8.ge_s', 'i16x8.gt_s'],
  ['expand.ts', '65535) / 131070', '0) / 131070'],
  ['expand.ts', 'i16x8.splat(127)', 'i16x8.splat(126)'],
  ['table.ts', 'rotl<u64>(four, 16)', 'four'],
] as const;

test.each(process.env['UVRANT_LONG'] === '1' ? CHANGES : CHANGES.slice(0, 2))(
  'a kernel with a changed constant is found out: %s, %s → %s',
  (...change) => {
    const out = mkdtempSync(join(tmpdir(), 'uvrant-kernels-'));
    try {
      execFileSync(process.execPath, [join(__dirname, '../build.mjs'), '--out', out, '--change', ...change]);
      const changed = createKernels(new Uint8Array(readFileSync(join(out, 'kernels.wasm'))));
      expect(differing(referenceKernels, changed)).not.toEqual([]);
    } finally {
      rmSync(out, { recursive: true, force: true });
    }
  },
  60_000,
);

test('the working depth of the kernels is the core’s', () => {
  const depth = readFileSync(join(__dirname, '../assembly/depth.ts'), 'utf8');
  expect(depth).toContain(`export const ONE: i32 = ${ONE};`);
});
