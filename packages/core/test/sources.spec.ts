import type { Shaper } from '@uvrant/shaping';
import {
  finish,
  frameCoverage,
  boxAt,
  compile,
  CompileError,
  freshSource,
  ONE,
  rgbOfHex,
  STEPS,
  tilesOf,
  trueScale,
  sizeOf,
  type Graph,
  type Kernels,
  type Pass,
  type Placement,
  type Region,
  type RoughEdge,
  type Sheet,
  type Source,
} from '../src';
import { shaperOfAll } from './support/fonts';
import { flat, graphOf, infoOf, pass, picture, rasterOf, sheet, step, workOf } from './support/sheets';

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});

const box = (x: number, y: number, width: number, height: number, turn = 0): Placement => ({
  x,
  y,
  width,
  height,
  turn,
  flipX: false,
  flipY: false,
  fit: 'free',
  beyond: 'nothing',
});

const printed = (graph: Graph, region: Region = graph.region): Int16Array => {
  const work = workOf(undefined, shaper);
  return rasterOf(graph.root, region, work).data;
};
/** True where two planes hold the same values; quicker to fail than a list of all that differ. */
const same = (a: Int16Array, b: Int16Array): boolean => a.length === b.length && a.every((v, i) => v === b[i]);
const alphas = (data: Int16Array): number[] => Array.from({ length: data.length / 4 }, (_, i) => data[4 * i + 3] as number);
/** Covered area of a sheet in mm². */
const area = (of: Sheet): number => {
  const graph = graphOf(of);
  return alphas(printed(graph)).reduce((sum, v) => sum + v / ONE, 0) / graph.scale.pxPerMm ** 2;
};
const one = (source: Source, placement: Placement): Sheet => sheet([pass('s', source, { placement })], { ppi: 200 });

describe('shapes', () => {
  const shape = (change: Parameters<typeof freshSource<'shape'>>[1]) => freshSource('shape', { colour: { srgb: '#1e1c1e' }, ...change });

  // Areas from the formulas of plane geometry.
  test.each([
    ['rectangle', shape({ form: 'rectangle' }), 20 * 30],
    ['ellipse', shape({ form: 'ellipse' }), Math.PI * 10 * 15],
    ['triangle', shape({ form: 'polygon', points: 3 }), (20 * 30) / 2],
    ['line', shape({ form: 'line', border: 2 }), 20 * 2],
    ['border inside a rectangle', shape({ filled: false, border: 2 }), 20 * 30 - 16 * 26],
    ['border outside it', shape({ filled: false, border: 2, borderWhere: 'outside' }), 24 * 34 - 20 * 30],
    ['border centred on it', shape({ filled: false, border: 2, borderWhere: 'centred' }), 22 * 32 - 18 * 28],
    ['both', shape({ border: 2, borderWhere: 'outside', borderColour: { srgb: '#e0562f' } }), 24 * 34],
  ])('%s covers what geometry says', (_, source, wanted) => {
    expect(area(one(source, box(20, 25, 20, 30)))).toBeCloseTo(wanted, 0);
    expect(area(one(source, box(20, 25, 20, 30, 31)))).toBeCloseTo(wanted, 0);
  });

  test('a star burst with fewer, longer points covers less', () => {
    const burst = (inner: number): number => area(one(shape({ form: 'star burst', points: 12, inner }), box(20, 25, 30, 30)));
    expect(burst(0.4)).toBeLessThan(burst(0.8));
    expect(burst(0.98)).toBeGreaterThan(0.93 * Math.PI * 15 * 15);
  });

  test('fill and border each print in their own colour', () => {
    const source = shape({ border: 4, borderColour: { srgb: '#e0562f' } });
    const graph = graphOf(one(source, box(20, 25, 20, 30)));
    const at = (x: number, y: number): number[] => {
      const perMm = graph.scale.pxPerMm;
      return [...printed(graph, { x: Math.floor(x * perMm), y: Math.floor(y * perMm), width: 1, height: 1 }).subarray(0, 3)];
    };
    expect(at(20, 25)).toEqual(rgbOfHex('#1e1c1e'));
    expect(at(12, 25)).toEqual(rgbOfHex('#e0562f'));
  });
});

describe('ramps', () => {
  const stops = [
    { at: 0, colour: { srgb: '#000000' }, strength: 1 },
    { at: 1, colour: { srgb: '#ffffff' }, strength: 1 },
  ];
  const row = (source: Source): number[] => {
    const graph = graphOf(sheet([pass('r', source)]));
    const data = printed(graph, { x: 0, y: 80, width: graph.region.width, height: 1 });
    return Array.from({ length: graph.region.width }, (_, i) => (data[4 * i] as number) / ONE);
  };

  test('a straight ramp at 0° runs evenly from left to right', () => {
    const tones = row(freshSource('ramp', { angle: 0, stops }));
    tones.forEach((tone, i) => expect(tone).toBeCloseTo((i + 0.5) / tones.length, 2));
  });
  test('at 180° the other way, and a round one out from the middle', () => {
    expect(row(freshSource('ramp', { angle: 180, stops }))[0]).toBeGreaterThan(0.98);
    const round = row(freshSource('ramp', { form: 'round', stops }));
    expect(round[Math.floor(round.length / 2)]).toBeLessThan(0.3);
    expect(round[0]).toBeGreaterThan(0.9);
  });
  test('a stop at no strength lets what is beneath through, in the other’s colour', () => {
    const clear = [
      { at: 0, colour: { srgb: '#ff0000' }, strength: 1 },
      { at: 1, colour: { srgb: '#00ff00' }, strength: 0 },
    ];
    const graph = graphOf(sheet([pass('r', freshSource('ramp', { angle: 0, stops: clear }))]));
    const data = printed(graph, { x: graph.region.width - 20, y: 5, width: 1, height: 1 });
    expect(data[3]).toBeLessThan(0.2 * ONE);
    expect([data[0], data[1]]).toEqual([data[3], 0]);
  });
});

describe('rough frames', () => {
  for (const edge of ['torn', 'brushed', 'taped'] as const) {
    for (const beyond of ['nothing', 'hold'] as const) {
      it(`are whole or nothing only where their lines and noises say so: ${edge}, beyond ${beyond}`, () => {
        const placement: Placement = { ...box(4, 6, 90, 70, 3), beyond };
        const region: Region = { x: -20, y: -20, width: 620, height: 500 };
        const { kernels } = workOf();
        let edgeOf: RoughEdge | undefined;
        let looked = 0;
        const seen = {
          ...kernels,
          roughEdge: (...[roughEdge, piece, ...to]: Parameters<Kernels['roughEdge']>) => {
            edgeOf = roughEdge;
            looked += sizeOf(piece);
            kernels.roughEdge(roughEdge, piece, ...to);
          },
        };
        const coverage = finish(frameCoverage({ edge, width: 8, rough: 0.8, seed: 5 }, placement, 6)(region, seen));
        const whole = new Int16Array(sizeOf(region));
        kernels.roughEdge(edgeOf as RoughEdge, region, whole, region);
        expect(coverage).toEqual(whole);
        // Most of it needs no noise: neither the middle nor, where it goes on beyond its box, all that is outside.
        expect(looked).toBeLessThan(0.6 * sizeOf(region));
      });
    }
  }

  const frame = (edge: 'torn' | 'brushed' | 'taped', change = {}): Source =>
    freshSource('frame', { edge, width: 6, colour: { srgb: '#e9e2d2' }, ...change });

  test.each(['torn', 'brushed', 'taped'] as const)('%s: solid at the edge, bare in the middle, ragged between', (edge) => {
    const [px, width, height] = [4, 480, 640];
    const placement = { ...boxAt(60, 80, 120, 160), beyond: 'nothing' as const };
    const coverage = frameCoverage({ edge, width: 6, rough: 0.5, seed: 1 }, placement, px);
    const plane = finish(coverage({ x: 0, y: 0, width, height }, workOf().kernels));
    expect(plane[0]).toBe(ONE);
    expect(plane[(height / 2) * width + width / 2]).toBe(0);
    const along = Array.from({ length: height - 80 }, (_, y) =>
      plane.slice((y + 40) * width, (y + 40) * width + width / 2).reduce((sum, v) => sum + v / ONE, 0),
    );
    expect(Math.max(...along) - Math.min(...along)).toBeGreaterThan(edge === 'taped' ? 1 : 3);
    expect(along.reduce((a, b) => a + b, 0) / along.length / px).toBeCloseTo(6, edge === 'taped' ? 0 : -1);
  });

  test('a torn edge has calm stretches and wild ones, tears of many depths, and a corner gone now and then', () => {
    const size = { width: 220, height: 280 };
    const dials = { edge: 'torn' as const, width: 12, rough: 0.6 };
    const placement = { ...boxAt(110, 140, size.width, size.height), beyond: 'nothing' as const };
    const region = { x: 0, y: 0, width: 220, height: 280 };
    let corners = 0;
    const [calm, deep]: [number[], number[]] = [[], []];
    for (let seed = 1; seed <= 12; seed++) {
      const plane = finish(frameCoverage({ ...dials, seed }, placement, 1)(region, workOf().kernels));
      /** How far the frame reaches in from the left, mm, at each mm. */
      const reach = Array.from({ length: 200 }, (_, y) => {
        let sum = 0;
        for (let x = 0; x < 110; x++) sum += (plane[(40 + y) * 220 + x] as number) / ONE;
        return sum;
      });
      // Within 20 mm, how much the edge strays.
      for (let y = 0; y < 180; y += 20) {
        const piece = reach.slice(y, y + 20);
        const spread = Math.max(...piece) - Math.min(...piece);
        calm.push(spread);
        deep.push(Math.max(...piece));
      }
      for (const [x, y] of [
        [18, 18],
        [201, 18],
        [18, 261],
        [201, 261],
      ] as const)
        if ((plane[y * 220 + x] as number) === ONE) corners++;
    }
    calm.sort((a, b) => a - b);
    expect(calm.at(-10)).toBeGreaterThan(4 * (calm[10] as number));
    expect(Math.max(...deep) - Math.min(...deep)).toBeGreaterThan(dials.width / 2);
    expect(corners).toBeGreaterThan(3);
    expect(corners).toBeLessThan(24);
  });

  test('another seed is another edge; the same seed the same at any tiling; a picture serves by its darks', () => {
    const of = (seed: number): Graph => graphOf(sheet([pass('f', frame('torn', { seed }))]));
    const whole = printed(of(1));
    expect(same(printed(of(2)), whole)).toBe(false);
    const graph = of(1);
    for (const tile of tilesOf({ x: 10, y: 10, width: 60, height: 60 }, 17)) {
      const part = printed(graph, tile);
      for (let y = 0; y < tile.height; y++) {
        const from = 4 * ((tile.y + y) * graph.region.width + tile.x);
        expect(same(part.subarray(4 * y * tile.width, 4 * (y + 1) * tile.width), whole.subarray(from, from + 4 * tile.width))).toBe(true);
      }
    }
    const source = freshSource('frame', { edge: 'picture', picture: { sha256: 'ramp' }, colour: { srgb: '#000000' } });
    const row = alphas(printed(graphOf(sheet([pass('f', source)])), { x: 0, y: 40, width: 157, height: 1 }));
    expect(row[2]).toBeGreaterThan(0.95 * ONE);
    expect(row[154]).toBeLessThan(0.05 * ONE);
  });
});

describe('type on a sheet', () => {
  const type = (change = {}): Source => freshSource('type', { text: 'OK', size: 20, colour: { srgb: '#1e1c1e' }, ...change });

  test.each(STEPS.map(({ kind }) => kind))('%s works on it, and tiles give the same bits', (kind) => {
    const at = { placement: box(20, 25, 36, 20, 9), steps: [step(kind)] };
    const graph = graphOf(sheet([pass('t', type(), at)]));
    const whole = printed(graph);
    expect(alphas(whole).some((v) => v > 0)).toBe(true);
    for (const tile of [
      { x: 40, y: 60, width: 50, height: 41 },
      { x: 71, y: 83, width: 17, height: 1 },
    ]) {
      const part = printed(graph, tile);
      for (let y = 0; y < tile.height; y++) {
        const from = 4 * ((tile.y + y) * graph.region.width + tile.x);
        expect(same(part.subarray(4 * y * tile.width, 4 * (y + 1) * tile.width), whole.subarray(from, from + 4 * tile.width))).toBe(true);
      }
    }
  });

  test('knocked out it takes away what its group has printed, and nothing below the group', () => {
    const text = pass('t', type(), { placement: box(20, 25, 36, 20), lay: { mode: 'knock-out', strength: 1 } });
    const plate = pass('p', flat('#e0562f'));
    const bare = area(sheet([plate, text], { ppi: 100 }));
    const letters = area(sheet([pass('t', type(), { placement: box(20, 25, 36, 20) })], { ppi: 100 }));
    expect(bare).toBeCloseTo(area(sheet([plate], { ppi: 100 })) - letters, 0);
    const grouped = sheet([pass('under', flat('#1f5f78')), pass('g', { kind: 'group', passes: [plate, text] })], { ppi: 100 });
    expect(area(grouped)).toBeCloseTo(area(sheet([plate], { ppi: 100 })), 6);
  });

  test('flipped and turned about its middle it covers as much', () => {
    const straight = area(one(type(), box(20, 25, 30, 15)));
    expect(area(one(type(), { ...box(20, 25, 30, 15, 40), flipX: true }))).toBeCloseTo(straight, 0);
  });

  test('dials that will not do are refused by name', () => {
    expect(() => graphOf(one(type({ size: -3 }), box(20, 25, 30, 15)))).toThrow(
      '“s” cannot print: Size is -3; it goes from 0.3 to 1500 mm.',
    );
  });
});

describe('the same source laid several times', () => {
  test('twice at half strength covers three quarters; taken away twice at half leaves a quarter', () => {
    const lay = (mode: string, times: number): Pass => pass('o', flat('#000000'), { lay: { mode, strength: 0.5, times } });
    const alpha = (passes: readonly Pass[]): number =>
      (printed(graphOf(sheet(passes)), { x: 5, y: 5, width: 1, height: 1 })[3] as number) / ONE;
    expect(alpha([lay('normal', 1)])).toBeCloseTo(0.5, 3);
    expect(alpha([lay('normal', 2)])).toBeCloseTo(0.75, 3);
    expect(alpha([pass('p', flat('#ffffff')), lay('knock-out', 2)])).toBeCloseTo(0.25, 3);
  });

  test('an overall pass without steps, multiplied, darkens by laying the print over itself', () => {
    const tone = (times: number): number => {
      const overall = pass('all', { kind: 'overall' }, { lay: { mode: 'multiply', strength: 1, times } });
      return (printed(graphOf(sheet([pass('p', flat('#808080')), overall])), { x: 5, y: 5, width: 1, height: 1 })[0] as number) / ONE;
    };
    expect(tone(1)).toBeCloseTo((128 / 255) ** 2, 3);
    expect(tone(2)).toBeCloseTo((128 / 255) ** 3, 3);
  });
});

describe('another sheet', () => {
  const inner = sheet([pass('art', picture('motley'), { steps: [step('grey-response'), step('screen', { lpi: 8 })] })], { name: 'inner' });
  const outer = (id: string, placement: Placement): Sheet =>
    sheet([pass('other', { kind: 'sheet', sheet: { id } }, { placement })], { name: 'outer' });
  const sheets = new Map<string, Sheet>([['inner', inner]]);
  const compiled = (of: Sheet): Graph => compile(of, trueScale(of.size, of.ppi), infoOf, (id) => sheets.get(id));

  test('at its own size it prints as itself, dot for dot', () => {
    const whole = { ...box(20, 25, 40, 50), beyond: 'nothing' as const };
    const [there, itself] = [compiled(outer('inner', whole)), compiled(inner)];
    // The box's own bottom lies within the last row of pixels.
    const region = { ...itself.region, height: itself.region.height - 1 };
    expect(same(printed(there, region), printed(itself, region))).toBe(true);
  });

  test('turned and small it covers as much of its box as of itself', () => {
    const share = (of: Sheet, size: number): number => alphas(printed(compiled(of))).reduce((s, v) => s + v / ONE, 0) / size;
    const pixels = (mm2: number): number => mm2 * (100 / 25.4) ** 2;
    expect(share(outer('inner', box(20, 25, 20, 25, 30)), pixels(500))).toBeCloseTo(share(inner, pixels(2000)), 1);
  });

  test('one that is not there, and a circle, are refused with the chain named', () => {
    expect(() => compiled(outer('nobody', box(20, 25, 20, 25)))).toThrow('is not in this job');
    sheets.set('a', { ...outer('b', box(20, 25, 20, 25)), name: 'A' }).set('b', { ...outer('a', box(20, 25, 20, 25)), name: 'B' });
    expect(() => compiled(outer('a', box(20, 25, 20, 25)))).toThrow(CompileError);
    expect(() => compiled(outer('a', box(20, 25, 20, 25)))).toThrow('“outer” prints “A” prints “B” prints “A”');
  });
});
