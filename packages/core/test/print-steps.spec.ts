import { converter, differenceCiede2000 } from 'culori';
import { detailFor, gainedInk, normalQuantile, stepOfKind, type Step } from '../src';
import { colourAt, treatedPicture, valuesOf } from './support/treated';
import { drawn, ramp, type MemoryPicture } from './support/pictures';
import { step } from './support/sheets';

const mean = (values: ArrayLike<number>): number => Array.from(values).reduce((sum, v) => sum + v, 0) / values.length;
const SQUARE = { width: 40, height: 40 };
const at = (ppi: number) => ({ size: SQUARE, ppi });

/** The output of tone steps along the ramp: the tone at each of 160 columns, in and out. */
const along = (...steps: Step[]): { readonly into: Float64Array; readonly out: Float64Array } => {
  const row = { x: 0, y: 80, width: 157, height: 1 };
  const of = (given: readonly Step[]): Float64Array => valuesOf(treatedPicture(ramp, given, at(100), row).raster);
  return { into: of([step('grey-response')]), out: of([step('grey-response'), ...steps]) };
};
/** A flat of one colour through steps. */
const flatOf = (rgb: readonly [number, number, number]): MemoryPicture =>
  drawn(`flat-${String(rgb)}`, 64, 64, 3, (_x, _y, c) => rgb[c] as number);
const coloured = (rgb: readonly [number, number, number], ...steps: Step[]): readonly [number, number, number] =>
  colourAt(treatedPicture(flatOf(rgb), steps, at(100), { x: 70, y: 70, width: 1, height: 1 }).raster, 0);
const luma = ([r, g, b]: readonly [number, number, number]): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

describe('tone', () => {
  test('contrast keeps black, white and the middle, and is as steep there as its power', () => {
    const { into, out } = along(step('contrast', { strength: 0.5, auto: false, middle: 0.4 }));
    const power = 1 / (1 - 0.94 * 0.5);
    for (let i = 0; i < into.length; i++) {
      const t = into[i] as number;
      const wanted = t <= 0.4 ? 0.4 * (t / 0.4) ** power : 1 - 0.6 * ((1 - t) / 0.6) ** power;
      expect(out[i]).toBeCloseTo(wanted, 3);
    }
    // Full strength: large whites and blacks with a little grey between.
    const hard = along(step('contrast', { strength: 1, auto: false, middle: 0.5 })).out;
    expect(hard.filter((v) => v > 0.1 && v < 0.9).length / hard.length).toBeLessThan(0.15);
  });

  test('posterise by eye steps evenly in CIE lightness, as culori gives it; evenly, in tone', () => {
    const lightness = converter('lab65');
    const levels = (spacing: string): number[] => [
      ...new Set(Array.from(along(step('posterise', { steps: 4, spacing, softness: 0 })).out, (v) => Math.round(v * 1000) / 1000)),
    ];
    expect(levels('evenly')).toEqual([0, 0.333, 0.667, 1]);
    const byEye = levels('by eye').map((v) => lightness({ mode: 'rgb', r: v, g: v, b: v }).l);
    [0, 100 / 3, 200 / 3, 100].forEach((l, i) => expect(byEye[i]).toBeCloseTo(l, 0));
  });

  test('faded blacks and whites end where they say, straight between', () => {
    const { into, out } = along(step('faded', { blacks: 0.2, whites: 0.1 }));
    into.forEach((t, i) => expect(out[i]).toBeCloseTo(0.2 + 0.7 * t, 3));
  });

  test('shadows open and highlights come down, the middle and the ends stay', () => {
    const { into, out } = along(step('shadows-highlights', { shadows: 1, highlights: 1, range: 0.5, radius: 1 }));
    const moved = (t: number): number => {
      const i = into.findIndex((v) => v >= t);
      return (out[i] as number) - (into[i] as number);
    };
    expect(moved(0.12)).toBeGreaterThan(0.1);
    expect(moved(0.88)).toBeLessThan(-0.1);
    expect(Math.abs(moved(0.5))).toBeLessThan(0.02);
    // Tones never change places.
    for (let i = 1; i < out.length; i++) expect(out[i]).toBeGreaterThanOrEqual((out[i - 1] as number) - 2e-3);
  });

  test('an edge gets no halo from shadows and highlights or from local contrast: a few per cent beside it at most', () => {
    const edge = drawn('edge', 400, 40, 1, (x) => (x < 0.5 ? 0.2 : 0.8));
    const row = { x: 0, y: 80, width: 157, height: 1 };
    for (const each of [step('shadows-highlights', { radius: 6 }), step('local-contrast', { strength: 1, size: 8 })]) {
      const out = valuesOf(treatedPicture(edge, [step('grey-response'), each], at(100), row).raster);
      const [dark, light] = [out[8] as number, out[150] as number];
      for (let i = 0; i < 74; i++) expect(Math.abs((out[i] as number) - dark)).toBeLessThan(0.06);
      for (let i = 83; i < 157; i++) expect(Math.abs((out[i] as number) - light)).toBeLessThan(0.06);
    }
  });

  test('local contrast raises and lowers texture, and leaves a flat tone alone', () => {
    const texture = drawn('texture', 320, 320, 1, (x, y) => 0.5 + 0.06 * Math.sin(90 * x) * Math.sin(90 * y));
    const spreadOf = (strength: number): number => {
      const values = valuesOf(
        treatedPicture(texture, [step('grey-response'), step('local-contrast', { strength, size: 4 })], at(100)).raster,
      );
      const m = mean(values);
      return Math.sqrt(mean(values.map((v) => (v - m) ** 2)));
    };
    expect(spreadOf(1)).toBeGreaterThan(1.5 * spreadOf(0));
    expect(spreadOf(-1)).toBeLessThan(0.4 * spreadOf(0));
  });

  test('a glow spreads light from the brightest parts alone, over its length', () => {
    const lamp = drawn('lamp', 400, 400, 1, (x, y) => (Math.hypot(x - 0.5, y - 0.5) < 0.08 ? 1 : 0.1));
    const row = { x: 0, y: 78, width: 157, height: 1 };
    const of = (length: number): Float64Array =>
      valuesOf(treatedPicture(lamp, [step('grey-response'), step('lit-highlights', { open: 0, glow: 1, length })], at(100), row).raster);
    const [short, long] = [of(3), of(12)];
    // 6 mm from the lamp's rim: 3 mm of glow do not reach, 12 do.
    const there = Math.round(78.5 + (3.2 + 6) * (100 / 25.4));
    expect(short[there]).toBeLessThan(0.105);
    expect(long[there]).toBeGreaterThan(0.11);
  });
});

describe('black and white', () => {
  /** Bars of ink on a sheet that is lit from one side: the ink in the light is lighter than paper in the shade. */
  const uneven = drawn('uneven', 400, 100, 1, (x) => (0.25 + 0.7 * x) * (Math.sin(120 * x) > 0.6 ? 0.6 : 1));
  const row = { x: 0, y: 80, width: 157, height: 1 };
  const bars = (params: Record<string, unknown>, from: number, to: number): number => {
    const out = valuesOf(
      treatedPicture(uneven, [step('grey-response'), step('threshold', { softness: 0, ...params })], at(100), row).raster,
    );
    let edges = 0;
    for (let i = from + 1; i < to; i++) if (out[i] !== out[i - 1]) edges++;
    return edges;
  };

  test('cuts place by place find the bars of an unevenly lit scan at both ends, one cut only where it happens to lie', () => {
    const [left, right] = [bars({ how: 'place by place', window: 5 }, 12, 70), bars({ how: 'place by place', window: 5 }, 85, 145)];
    expect(left).toBeGreaterThanOrEqual(12);
    expect(right).toBeGreaterThanOrEqual(12);
    expect(Math.min(bars({}, 12, 70), bars({}, 85, 145))).toBeLessThan(10);
  });

  test('a bias asks for more: flat paper goes white with it, and is undecided without', () => {
    const paper = drawn('paper', 64, 64, 1, () => 0.6);
    const of = (bias: number): number =>
      mean(
        valuesOf(
          treatedPicture(paper, [step('grey-response'), step('threshold', { how: 'place by place', bias, softness: 0.1 })], at(100)).raster,
        ),
      );
    expect(of(0.06)).toBe(1);
    expect(of(0)).toBeCloseTo(0.5, 1);
    expect(of(-0.06)).toBe(0);
  });

  test('older versions keep their one cut', () => {
    const upgrade = stepOfKind('threshold')?.upgrade;
    expect(upgrade?.({ cut: 0.4, softness: 0 }, 1)).toEqual({
      how: 'one for all',
      auto: false,
      cut: 0.4,
      softness: 0,
      window: 10,
      bias: 0.06,
    });
    expect(upgrade?.({ auto: true, cut: 0.4, softness: 0 }, 2)).toMatchObject({ how: 'one for all', auto: true });
  });
});

describe('edges', () => {
  const edge = drawn('step-edge', 800, 40, 1, (x) => (x < 0.5 ? 0.3 : 0.6));
  const row = (params: Record<string, unknown>) =>
    valuesOf(
      treatedPicture(edge, [step('grey-response'), step('sharpen', { threshold: 0, ...params })], at(200), {
        x: 0,
        y: 160,
        width: 315,
        height: 1,
      }).raster,
    );

  test('sharpen overshoots by its strength, each side by itself, within its halo', () => {
    // At an edge a Gaussian is half way: t − soft reaches half the step, 0.15.
    const out = row({ strength: 1, halo: 2, darks: 1, lights: 1 });
    expect(Math.min(...out)).toBeCloseTo(0.3 - 0.15, 1);
    expect(Math.max(...out)).toBeCloseTo(0.6 + 0.15, 1);
    expect(out[157 - 32]).toBeCloseTo(0.3, 2);
    const dark = row({ strength: 1, halo: 2, darks: 1, lights: 0 });
    expect(Math.max(...dark)).toBeCloseTo(0.6, 2);
    expect(Math.min(...dark)).toBeLessThan(0.2);
    expect(row({ strength: 5, halo: 2, threshold: 0.2 })).toEqual(row({ strength: 0, halo: 2 }));
  });

  test('denoise flattens noise and keeps the edge', () => {
    const noisy = drawn('noisy', 300, 300, 1, (x, y) => (x < 0.5 ? 0.3 : 0.7) + 0.05 * Math.sin(7919 * (x * 300 + 31 * y * 300)));
    const of = (...steps: Step[]): Float64Array => valuesOf(treatedPicture(noisy, [step('grey-response'), ...steps], at(100)).raster);
    const [before, after] = [of(), of(step('denoise', { strength: 0.6, size: 1.5 }))];
    const left = (values: Float64Array): Float64Array => values.filter((_, i) => i % 157 > 10 && i % 157 < 60);
    const deviation = (values: Float64Array): number => Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)));
    const [was, is] = [left(before).slice(0, 3000), left(after).slice(0, 3000)];
    expect(deviation(is)).toBeLessThan(0.5 * deviation(was));
    const right = after.filter((_, i) => i % 157 > 95 && i % 157 < 145);
    expect(mean(right) - mean(left(after))).toBeCloseTo(0.4, 1);
  });

  test('edge lines: an edge has one line on its dark side, about as thick as asked; flat tone has none', () => {
    const out = valuesOf(
      treatedPicture(edge, [step('grey-response'), step('edge-lines', { thickness: 1, many: 1, hardness: 1, fill: 0 })], at(200), {
        x: 0,
        y: 160,
        width: 315,
        height: 1,
      }).raster,
    );
    const black = Array.from(out, (v, i) => (v < 0.5 ? i : -1)).filter((i) => i >= 0);
    expect(black.length).toBeGreaterThan(3);
    expect(Math.max(...black) - Math.min(...black) + 1).toBe(black.length);
    expect(black.length / (200 / 25.4)).toBeGreaterThan(0.5);
    expect(black.length / (200 / 25.4)).toBeLessThan(2);
    expect(Math.max(...black)).toBeLessThanOrEqual(158);
    expect(out[20]).toBe(1);
    expect(out[300]).toBe(1);
  });
});

describe('colour', () => {
  const apart = differenceCiede2000();
  const mode = 'rgb';
  const differ = (a: readonly [number, number, number], b: readonly [number, number, number]): number =>
    apart({ mode, r: a[0], g: a[1], b: a[2] }, { mode, r: b[0], g: b[1], b: b[2] });

  test('a tone step on a picture in colour moves its luma as it moves greys, and keeps its hue', () => {
    const hue = converter('hsl');
    const from = [0.55, 0.35, 0.25] as const;
    const to = coloured(from, step('faded', { blacks: 0.3, whites: 0 }));
    expect(luma(to)).toBeCloseTo(0.3 + 0.7 * luma(from), 2);
    expect(hue({ mode, r: to[0], g: to[1], b: to[2] }).h).toBeCloseTo(hue({ mode, r: from[0], g: from[1], b: from[2] }).h as number, 0);
  });

  test('saturation −100 % is the grey of the same luma; more is more chroma, gently least where there is much', () => {
    const grey = coloured([0.8, 0.3, 0.2], step('saturation', { strength: -1 }));
    expect(differ(grey, [luma([0.8, 0.3, 0.2]), luma([0.8, 0.3, 0.2]), luma([0.8, 0.3, 0.2])])).toBeLessThan(0.6);
    const span = (c: readonly number[]): number => Math.max(...c) - Math.min(...c);
    const factor = (c: readonly [number, number, number], how: string): number =>
      span(coloured(c, step('saturation', { strength: 0.3, how }))) / span(c);
    expect(factor([0.3, 0.4, 0.5], 'all alike')).toBeCloseTo(1.3, 1);
    expect(factor([0.3, 0.4, 0.5], 'gently')).toBeGreaterThan(factor([0.1, 0.4, 0.75], 'gently') + 0.05);
    // Skin last (common practice).
    expect(factor([0.62, 0.48, 0.42], 'gently')).toBeLessThan(factor([0.42, 0.48, 0.62], 'gently') - 0.05);
  });

  test('one hue moves its family and leaves the opposite alone', () => {
    const sky = [0.3, 0.45, 0.7] as const;
    const brick = [0.7, 0.45, 0.3] as const;
    const change = step('one-hue', { hue: 217, width: 60, light: -0.5, colour: 0, turn: 0 });
    expect(luma(coloured(sky, change))).toBeLessThan(luma(sky) - 0.1);
    expect(differ(coloured(brick, change), brick)).toBeLessThan(0.5);
    // A turn of 120° about a family's middle takes blue to red, as the hue circle has it.
    const hue = converter('hsl');
    const turned = coloured([0.4, 0.45, 0.6], step('one-hue', { hue: 225, width: 180, light: 0, colour: 0, turn: 120 }));
    const at = hue({ mode, r: turned[0], g: turned[1], b: turned[2] }).h as number;
    expect(Math.min(at, 360 - at)).toBeLessThan(40);
  });

  test('a colour ramp in full is its own colour at each tone; colour only keeps the luma', () => {
    const colours = [
      { at: 0, colour: { srgb: '#102040' }, strength: 1 },
      { at: 1, colour: { srgb: '#ffe0a0' }, strength: 1 },
    ];
    const half = coloured([0.5, 0.5, 0.5], step('colour-ramp', { colours, lay: 'in full' }));
    const tone = 128 / 255;
    [0x10, 0x20, 0x40].forEach((from, c) => {
      const to = [0xff, 0xe0, 0xa0][c] as number;
      expect(half[c]).toBeCloseTo((from + (to - from) * tone) / 255, 2);
    });
    for (const v of [0.1, 0.35, 0.6, 0.9]) {
      expect(luma(coloured([v, v, v], step('colour-ramp', { colours, lay: 'colour only' })))).toBeCloseTo(Math.round(v * 255) / 255, 2);
    }
  });

  test('washes are the blend formulas of W3C Compositing and Blending Level 1', () => {
    const from = [0.2, 0.5, 0.8] as const;
    const w = [0x40 / 255, 0x80 / 255, 0xc0 / 255];
    const washed = (way: string): readonly number[] => coloured(from, step('wash', { colour: { srgb: '#4080c0' }, way, strength: 1 }));
    const wanted: Record<string, (v: number, s: number) => number> = {
      darkening: (v, s) => v * s,
      lightening: (v, s) => v + s - v * s,
      'both ways': (v, s) => v + s - 2 * v * s,
    };
    for (const [way, f] of Object.entries(wanted))
      washed(way).forEach((v, c) => expect(v).toBeCloseTo(f(Math.round((from[c] as number) * 255) / 255, w[c] as number), 2));
  });

  test('dyes fade one by one, cyan first, and not at all in no time', () => {
    const grey = [0.4, 0.4, 0.4] as const;
    const faded = (years: number, paper = 0) => coloured(grey, step('fade', { years, paper }));
    faded(0).forEach((v) => expect(v).toBeCloseTo(102 / 255, 3));
    const [r, g, b] = faded(40);
    expect(r - 0.4).toBeGreaterThan(1.3 * (g - 0.4));
    expect(g).toBeGreaterThan(b + 0.01);
    expect(faded(80)[0]).toBeGreaterThan(r);
    expect(coloured([1, 1, 1], step('fade', { years: 60, paper: 1 }))[2]).toBeLessThan(0.85);
  });

  test('a split tint keeps the luma and gives darks and lights their own hues', () => {
    const dials = { darks: { srgb: '#204060' }, lights: { srgb: '#c09050' }, strength: 1 };
    const [dark, light] = [0.2, 0.8].map((v) => coloured([v, v, v], step('split-tint', dials))) as [
      readonly [number, number, number],
      readonly [number, number, number],
    ];
    expect(luma(dark)).toBeCloseTo(0.2, 2);
    expect(luma(light)).toBeCloseTo(0.8, 2);
    expect(dark[2]).toBeGreaterThan(dark[0] + 0.1);
    expect(light[0]).toBeGreaterThan(light[2] + 0.1);
  });
});

describe('press', () => {
  // Murray 1936 and Yule & Nielsen 1951: a = (1 − 10^(−Dt/n)) / (1 − 10^(−Ds/n)), densities above paper.
  const inkOf = (density: number, solid: number, n = 1): number => (1 - 10 ** (-density / n)) / (1 - 10 ** (-solid / n));

  test('the printed ink of patches by Murray–Davies and Yule–Nielsen, worked examples; a step measured so prints them', () => {
    expect(inkOf(0.3, 1.5)).toBeCloseTo(0.5151, 4);
    expect(inkOf(0.3, 1.5, 1.7)).toBeCloseTo(0.3843, 4);
    expect(inkOf(0.5, 1.4)).toBeCloseTo(0.7121, 4);
    // A strip asked for at 25, 50 and 75 % and measured at these densities on a solid of 1.40.
    const measured = [
      [0, 0],
      [0.25, inkOf(0.19, 1.4)],
      [0.5, inkOf(0.5, 1.4)],
      [0.75, inkOf(0.83, 1.4)],
      [1, 1],
    ] as const;
    const dials = { by: 'measured patches', middle: 0, measured, compensate: false } as const;
    const printed = gainedInk(dials);
    for (const [asked, ink] of measured) expect(printed(asked)).toBeCloseTo(ink, 9);
    const { into, out } = along(step('gain', dials));
    into.forEach((t, i) => expect(1 - (out[i] as number)).toBeCloseTo(printed(1 - t), 3));
    const asked = gainedInk({ ...dials, compensate: true });
    for (let i = 1; i < 20; i++) expect(printed(asked(i / 20))).toBeCloseTo(i / 20, 2);
  });

  test('a gain of 18 % prints 68 for 50 (common practice), none is nothing', () => {
    const by = 'the middle' as const;
    expect(gainedInk({ by, middle: 0.18, measured: [], compensate: false })(0.5)).toBeCloseTo(0.68, 9);
    expect(gainedInk({ by, middle: 0, measured: [], compensate: true })(0.37)).toBeCloseTo(0.37, 9);
  });

  test('a screen of no detail has clean dots, one for a cell; one of all detail is torn by the grain; both are linear', () => {
    const grainy = drawn(
      'grainy',
      120,
      120,
      1,
      (x, y) => 0.6 + 0.35 * Math.sin(9973 * Math.floor(120 * x) + 7919 * Math.floor(120 * y) ** 2),
    );
    const of = (detail: number): Float64Array =>
      valuesOf(
        treatedPicture(grainy, [step('grey-response'), step('screen', { lpi: 5, angle: 30, hardness: 1, auto: false, detail })], {
          ...at(200),
          edges: 'hard',
        }).raster,
      );
    const [clean, torn] = [of(0), of(1)];
    // Edges between ink and paper along the rows: dots have few, crumbs many.
    const edges = (values: Float64Array): number =>
      values.reduce((sum, v, i) => sum + (i > 0 && Math.abs(v - (values[i - 1] as number)) > 0.5 ? 1 : 0), 0);
    expect(edges(torn)).toBeGreaterThan(2 * edges(clean));
    expect(mean(clean)).toBeCloseTo(0.4, 1);
    expect(Math.abs(mean(clean) - mean(torn))).toBeLessThan(0.02);
    expect([detailFor(2.5), detailFor(120)]).toEqual([0, 1]);
    expect(detailFor(30)).toBeGreaterThan(0.3);
    expect(detailFor(30)).toBeLessThan(0.7);
  });

  test.each([150, 300])('harden at %d ppi leaves nearly nothing between bare and solid, and holds the inked area within 3 %', (ppi) => {
    const lines = [step('grey-response'), step('screen', { shape: 'line', lpi: 22, angle: 10, auto: false, detail: 1 })];
    const [before, after] = [lines, [...lines, step('harden', { length: 0.3, smallest: 0.1 })]].map((steps) =>
      valuesOf(treatedPicture(ramp, steps, at(ppi)).raster),
    ) as [Float64Array, Float64Array];
    expect(after.filter((v) => v > 0.05 && v < 0.95).length / after.length).toBeLessThan(0.12);
    expect(Math.abs(mean(after) - mean(before))).toBeLessThan(0.03);
    const third = valuesOf(treatedPicture(ramp, [...lines, step('harden', { auto: false, inked: 0.35 })], at(ppi)).raster);
    expect(Math.abs(mean(third) - 0.35)).toBeLessThan(0.04);
  });

  test('misregister lays a plate so many mm beside its place, at any resolution', () => {
    const dot = drawn('dot', 400, 400, 1, (x, y) => (Math.hypot(x - 0.5, y - 0.5) < 0.1 ? 0 : 1));
    for (const ppi of [100, 300]) {
      const steps = [
        step('grey-response'),
        step('screen', { lpi: 200, hardness: 0, auto: false, detail: 1 }),
        step('misregister', { across: 3, down: -2 }),
      ];
      const { raster } = treatedPicture(dot, steps, at(ppi));
      const values = valuesOf(raster);
      const { width } = raster.region;
      let [x, y, ink] = [0, 0, 0];
      values.forEach((v, i) => {
        x += v * ((i % width) + 0.5);
        y += v * (Math.floor(i / width) + 0.5);
        ink += v;
      });
      const perMm = ppi / 25.4;
      expect(x / ink / perMm).toBeCloseTo(20 + 3, 1);
      expect(y / ink / perMm).toBeCloseTo(20 - 2, 1);
    }
  });

  test('a copy is nearly black and white, each generation more so; the drum’s marks come again every 94 mm', () => {
    const grey = drawn('grey', 64, 128, 1, () => 0.97);
    const size = { width: 260, height: 200 };
    const of = (params: Record<string, unknown>) =>
      valuesOf(treatedPicture(grey, [step('grey-response'), step('copier', params)], { size, ppi: 80 }).raster);
    const marked = of({ generations: 1, drum: 1, specks: 0, skew: 0, bands: 0, seed: 3 });
    const width = Math.round(260 * (80 / 25.4));
    const pitch = Math.round(94 * (80 / 25.4));
    const black = Array.from(marked, (v, i) => (v < 0.5 ? i : -1)).filter((i) => i >= 0 && i + width * pitch < marked.length);
    expect(black.length).toBeGreaterThan(5);
    const again = black.filter((i) => [-width, 0, width].some((by) => (marked[i + width * pitch + by] as number) < 0.5)).length;
    expect(again / black.length).toBeGreaterThan(0.7);
    const greys = (generations: number): number => {
      const values = valuesOf(treatedPicture(ramp, [step('grey-response'), step('copier', { generations })], at(150)).raster);
      return values.filter((v) => v > 0.1 && v < 0.9).length / values.length;
    };
    expect(greys(4)).toBeLessThan(0.5 * greys(1));
  });

  test('a dry roller takes more where it is drier, in streaks along its way', () => {
    const solid = drawn('solid', 64, 64, 1, () => 0);
    const of = (dry: number): Float64Array =>
      valuesOf(
        treatedPicture(solid, [step('grey-response'), step('screen', { lpi: 100 }), step('dry-roller', { dry, angle: 90 })], at(150))
          .raster,
      );
    expect(mean(of(0))).toBeGreaterThan(0.97);
    expect(mean(of(0.8))).toBeLessThan(mean(of(0.4)) - 0.2);
    const values = of(0.5);
    const side = Math.round(Math.sqrt(values.length));
    const along = mean(values.map((v, i) => Math.abs(v - (values[i + side] ?? v))));
    const across = mean(values.map((v, i) => Math.abs(v - (values[i + 1] ?? v))));
    expect(across).toBeGreaterThan(1.15 * along);
  });

  test('relief lights slopes that face the light: turned half round, lit and shaded change places', () => {
    const flat = drawn('flat-grey', 64, 64, 1, () => 0.5);
    const of = (light: number): Float64Array =>
      valuesOf(treatedPicture(flat, [step('grey-response'), step('relief', { depth: 0.6, light })], at(150)).raster);
    const [one, other] = [of(10), of(4)];
    const base = 128 / 255;
    const product = mean(one.map((v, i) => (v - base) * ((other[i] as number) - base)));
    expect(product).toBeLessThan(0);
    expect(mean(one)).toBeCloseTo(base, 2);
  });

  test('grain has its strength by tone and its size on the sheet', () => {
    const tones = (v: number): MemoryPicture => drawn(`tone-${v}`, 64, 64, 1, () => v);
    const deviation = (v: number, params: Record<string, unknown>, ppi = 150): number => {
      const values = valuesOf(treatedPicture(tones(v), [step('grey-response'), step('grain', params)], at(ppi)).raster);
      const m = mean(values);
      return Math.sqrt(mean(values.map((each) => (each - m) ** 2)));
    };
    const params = { strength: 0.4, size: 0.5, even: 0.1, clumps: 0 };
    expect(deviation(0.5, params)).toBeGreaterThan(2 * deviation(0.06, params));
    expect(deviation(0.5, { ...params, strength: 0.8 })).toBeGreaterThan(1.7 * deviation(0.5, params));
    expect(deviation(0.5, params, 300)).toBeCloseTo(deviation(0.5, params), 1);
  });
});

describe('ink that runs', () => {
  const tone = (v: number): MemoryPicture => drawn(`ink-${v}`, 64, 64, 1, () => v);
  const plain = { ragged: 0, pooled: 0, mottle: 0, pinholes: 0, starved: 0 };
  const fine = [step('grey-response')];
  const spread = (of: MemoryPicture, params: Record<string, unknown>, edges: 'smooth' | 'hard' = 'smooth', before = fine): Float64Array =>
    valuesOf(treatedPicture(of, [...before, step('ink-spread', { ...plain, ...params })], { ...at(200), edges }).raster);

  test('a soft tone without edges stays as it is, an edge moves by the spread', () => {
    // Tones are flat in their middle; the picture's own rim is an edge.
    const middle = (values: Float64Array): number => values[157 * 315 + 157] as number;
    for (const v of [0.9, 0.8]) expect(middle(spread(tone(v), { spread: 0.3 }))).toBeCloseTo(1 - v, 1);
    const half = drawn('half', 800, 40, 1, (x) => (x < 0.5 ? 0 : 1));
    const row = (mm: number): number => mean(spread(half, { spread: mm }).slice(150 * 315, 151 * 315)) * 40;
    expect(row(0.3) - row(0)).toBeCloseTo(0.3, 1);
  });

  test('where shapes come near each other ink gains more than each by itself', () => {
    const bars = (gap: number): MemoryPicture =>
      drawn(`bars-${gap}`, 1600, 20, 1, (x) => (Math.abs(x - 0.5) * 40 > gap / 2 && Math.abs(x - 0.5) * 40 < gap / 2 + 3 ? 0 : 1));
    const gained = (gap: number): number => {
      const ink = (mm: number): number => mean(spread(bars(gap), { spread: mm }).slice(150 * 315, 151 * 315)) * 40;
      return ink(0.2) - ink(0);
    };
    expect(gained(6)).toBeCloseTo(0.8, 1);
    // 0.5 mm apart: each would leave a tenth of a millimetre between them.
    expect(gained(0.5)).toBeGreaterThan(gained(6) + 0.02);
  });

  test('mottle, pinholes and starving take ink, as soft shades or, where edges are hard, as holes', () => {
    for (const params of [{ mottle: 0.8 }, { pinholes: 0.8 }, { starved: 0.8 }, { pooled: 0.8 }]) {
      const soft = spread(tone(0), { spread: 0.05, ...params });
      expect(mean(soft)).toBeLessThan(0.995);
      expect(mean(soft)).toBeGreaterThan(0.3);
      const hard = spread(tone(0), { spread: 0.05, ...params }, 'hard');
      expect(hard.every((v) => v === 0 || v === 1)).toBe(true);
      expect(Math.abs(mean(hard) - mean(soft))).toBeLessThan(0.2);
    }
  });

  test('where edges are hard they lie where soft ones have their half, and no dot is lost, however small', () => {
    const on = (share: number): boolean => Math.floor(share * 630) % 30 < 4;
    const dots = drawn('small dots', 630, 630, 1, (x, y) => (on(x) && on(y) ? 0 : 1));
    const params = { spread: 0.02, ragged: 1 };
    const before = valuesOf(treatedPicture(dots, fine, at(200)).raster).map((tone) => 1 - tone);
    const [soft, hard] = [spread(dots, params), spread(dots, params, 'hard')];
    expect(before.filter((v) => v >= 0.5).length).toBeGreaterThan(400);
    // Nothing is inked there but what the spread brings.
    expect(soft.filter((v, i) => before[i] === 0 && v > 0).length).toBeGreaterThan(400);
    const lost = [...before.keys()].filter((i) => (before[i] as number) >= 0.5 && hard[i] !== 1);
    const astray = [...before.keys()].filter((i) => before[i] === 0 && hard[i] !== ((soft[i] as number) >= 0.5 ? 1 : 0));
    expect([lost.length, astray.length]).toEqual([0, 0]);
  });

  test('an older ink spread prints with the dials it had, the new ones at nothing', () => {
    const upgraded = stepOfKind('ink-spread')?.upgrade?.({ spread: 0.2, ragged: 0.1, seed: 4 }, 1);
    expect(upgraded).toEqual({ spread: 0.2, ragged: 0.1, seed: 4, pooled: 0, mottle: 0, pinholes: 0, starved: 0, travel: 90 });
    expect(stepOfKind('screen')?.upgrade?.({ lpi: 20 }, 1)).toEqual({ lpi: 20, auto: false, detail: 1, shift: 0 });
  });

  test('quantiles of the normal distribution (Abramowitz & Stegun, table 26.5)', () => {
    for (const [share, x] of [
      [0.5, 0],
      [0.8413447, 1],
      [0.9772499, 2],
      [0.05, -1.6448536],
      [0.0013499, -3],
    ] as const) {
      expect(Math.abs(normalQuantile(share) - x)).toBeLessThan(Math.abs(x) > 2 ? 0.01 : 0.001);
    }
  });
});
