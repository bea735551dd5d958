import {
  CompileError,
  compile,
  draftScale,
  finish,
  freshSource,
  from8,
  inkOfPass,
  inkShares,
  ONE,
  plan,
  renderReduced,
  rgbOfHex,
  trueScale,
  wholeRegion,
  type Mask,
  type Pass,
  type Region,
  type Sheet,
  type Step,
} from '../src';
import { bytesOfRegion, flat, graphOf, infoOf, kernels, pass, picture, rasterOf, sheet, SIZE, step, workOf } from './support/sheets';

const REGION: Region = { x: 30, y: 40, width: 61, height: 47 };
const composite = (of: Sheet): Int16Array => rasterOf(graphOf(of).root, REGION).data;

const soft = (id: string, more: Partial<Pass> = {}): Pass => pass(id, picture('motley'), more);
const light: Mask = { id: 'm', kind: 'picture', on: true, invert: false, anchor: 'sheet', of: { pass: 'ramp' } };
const ramp = (on = false): Pass => pass('ramp', picture('ramp'), { on });

describe('lays', () => {
  test('an empty sheet is clear: the stock is never in the composite', () => {
    expect(bytesOfRegion(graphOf(sheet([])), REGION).every((v) => v === 0)).toBe(true);
  });

  test('a group is isolated: a multiply inside meets nothing from below the group', () => {
    const ground = pass('ground', flat('#3060c0'));
    const inner = soft('art', { lay: { mode: 'multiply', strength: 1 } });
    const group = pass('group', { kind: 'group', passes: [inner] });
    const plainly = composite(sheet([ground, soft('art')]));
    expect(composite(sheet([ground, group]))).toEqual(plainly);
    expect(composite(sheet([ground, inner]))).not.toEqual(plainly);
  });

  test('an overall pass replaces what is beneath by so much of its treatment as its strength', () => {
    const art = soft('art');
    const overall = (strength: number): Pass =>
      pass('all', { kind: 'overall' }, { steps: [step('levels', { auto: false, outBlack: 0.3 })], lay: { mode: 'normal', strength } });
    const [before, half, whole] = [composite(sheet([art])), composite(sheet([art, overall(0.5)])), composite(sheet([art, overall(1)]))];
    expect(whole).not.toEqual(before);
    half.forEach((v, i) => expect(Math.abs(v - ((before[i] as number) + (whole[i] as number)) / 2)).toBeLessThanOrEqual(1));
  });

  test('an overall pass with a blend mode blends colours and keeps the coverage beneath', () => {
    const [before, darker] = [
      composite(sheet([soft('art')])),
      composite(sheet([soft('art'), pass('all', { kind: 'overall' }, { lay: { mode: 'multiply', strength: 1 } })])),
    ];
    let moved = 0;
    for (let i = 0; i < before.length; i += 4) {
      expect(darker[i + 3]).toBe(before[i + 3]);
      moved += (before[i] as number) - (darker[i] as number);
    }
    expect(moved).toBeGreaterThan(0);
  });
});

describe('references', () => {
  test('a pass that is off still serves as a mask and as what another lies within', () => {
    const masked = composite(sheet([ramp(), soft('art', { masks: [light] })]));
    const [all, weights] = [composite(sheet([soft('art')])), composite(sheet([ramp(true)]))];
    for (let i = 0; i < all.length; i += 4) {
      const wanted = ((all[i + 3] as number) * (weights[i] as number)) / ONE;
      expect(Math.abs((masked[i + 3] as number) - wanted)).toBeLessThanOrEqual(1);
    }
    const within = composite(
      sheet([soft('art', { on: false }), pass('flat', flat('#ff0000'), { lay: { mode: 'normal', strength: 1, within: 'art' } })]),
    );
    for (let i = 3; i < all.length; i += 4) expect(within[i]).toBe(all[i]);
  });

  test.each([
    ['a later pass', [soft('art', { masks: [light] }), ramp()], 'which is not printed before it'],
    ['itself', [soft('ramp', { masks: [light] })], 'which is not printed before it'],
    ['none at all', [soft('art', { masks: [light] })], 'which is not on this sheet'],
  ] as const)('naming %s is refused with the chain in words', (_, passes, words) => {
    expect(() => graphOf(sheet(passes))).toThrow(CompileError);
    expect(() => graphOf(sheet(passes))).toThrow(words);
  });

  test('a picture or ink that is not here is refused by name', () => {
    expect(() => compile(sheet([pass('art', picture('motley'))]), trueScale(SIZE, 100), () => undefined)).toThrow(
      'add it again, or remove the pass',
    );
    expect(() => graphOf(sheet([pass('f', { kind: 'flat', colour: { ink: 'gold' } })]))).toThrow("not among the sheet's inks");
  });
});

describe('steps', () => {
  test('what is unknown, or newer, passes its input through and is listed', () => {
    const strange = [{ id: 'x', kind: 'gilding', version: 2 } as unknown as Step, step('levels', {}, { version: 99 })];
    const graph = graphOf(sheet([soft('art', { steps: strange })]));
    expect(graph.unknown).toEqual(['step “gilding” version 2 of “art”', 'step “levels” version 99 of “art”']);
    expect(rasterOf(graph.root, REGION).data).toEqual(composite(sheet([soft('art')])));
  });

  test('a zone gives other dial values from the same input where its mask shows', () => {
    const zone = { id: 'z', masks: [light], params: { outBlack: 0.5 } };
    const levels = (params: Record<string, unknown>, zones: Step['zones'] = []) =>
      composite(sheet([ramp(), soft('art', { steps: [step('levels', { auto: false, ...params }, { zones })] })]));
    const [plain, other, zoned, weights] = [levels({}), levels({ outBlack: 0.5 }), levels({}, [zone]), composite(sheet([ramp(true)]))];
    for (let i = 0; i < plain.length; i += 4) {
      const wanted = (plain[i] as number) + (((other[i] as number) - (plain[i] as number)) * (weights[i] as number)) / ONE;
      expect(Math.abs((zoned[i] as number) - wanted)).toBeLessThanOrEqual(2);
    }
  });

  test('automatic levels find the same ends at every resolution', () => {
    const out = [100, 137, 220].map((ppi) => {
      const of = sheet([pass('art', picture('ramp'), { steps: [step('levels', { clip: 0.05 })] })], { ppi });
      const graph = graphOf(of);
      const middle = { x: Math.floor(graph.region.width / 4), y: 20, width: 1, height: 1 };
      return (rasterOf(graph.root, middle).data[0] as number) / ONE;
    });
    expect(Math.max(...out) - Math.min(...out)).toBeLessThan(0.02);
  });
});

describe('edges and the rim', () => {
  test('hard edges leave every pixel all or nothing, colours kept', () => {
    const bytes = bytesOfRegion(graphOf(sheet([soft('art')], { edges: 'hard' })));
    const alphas = new Set(bytes.filter((_, i) => i % 4 === 3));
    expect([...alphas].sort()).toEqual([0, 255]);
    const colours = new Set(Array.from({ length: 400 }, (_, i) => bytes[4 * i * 37]));
    expect(colours.size).toBeGreaterThan(20);
  });

  test('an 8-bit colour comes back as itself wherever it lies', () => {
    for (const hex of ['#000000', '#ffffff', '#1e1c1e', '#e0562f', '#7f8081']) {
      const bytes = bytesOfRegion(graphOf(sheet([pass('f', flat(hex))])), { x: 3, y: 5, width: 33, height: 31 });
      const wanted = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
      expect([...new Set(Array.from({ length: bytes.length / 4 }, (_, i) => [...bytes.subarray(4 * i, 4 * i + 4)].join()))]).toEqual([
        [...wanted, 255].join(),
      ]);
      expect(rgbOfHex(hex)).toEqual(wanted.map(from8));
    }
  });

  test('a tone between two 8-bit ones is dithered to its mean, the same each time', () => {
    const between = new Int16Array(4 * 64 * 64);
    for (let i = 0; i < between.length; i += 4) between.set([8010, 8010, 8010, ONE], i);
    const out = new Uint8Array(between.length);
    kernels.rim(between, { x: 0, y: 0, width: 64, height: 64 }, out);
    const mean = out.filter((_, i) => i % 4 === 0).reduce((a, b) => a + b, 0) / 4096;
    expect(Math.abs(mean - (8010 * 255) / ONE)).toBeLessThan(0.02);
  });
});

describe('reduced views', () => {
  test.each([1, 2, 3])('at 1/2^%d are the box-reduced file within 1/255', (halvings) => {
    const of = sheet([
      pass('paper', flat('#ffffff')),
      soft('art', { steps: [step('grey-response'), step('screen', { lpi: 9, hardness: 0.6 })] }),
    ]);
    const graph = graphOf(of);
    const side = 2 ** halvings;
    const region = { x: 0, y: 0, width: 19 * 8, height: 24 * 8 };
    const full = bytesOfRegion(graph, region);
    const work = workOf();
    work.fetch(plan(graph.root, region, work));
    const reduced = finish(renderReduced(graph.root, region, halvings, work));
    const width = region.width / side;
    for (let y = 0; y < region.height / side; y++) {
      for (let x = 0; x < width; x++) {
        let sum = 0;
        for (let j = 0; j < side; j++)
          for (let i = 0; i < side; i++) sum += full[4 * ((y * side + j) * region.width + x * side + i)] as number;
        expect(Math.abs((reduced[4 * (y * width + x)] as number) - sum / side / side)).toBeLessThanOrEqual(1);
      }
    }
  });
});

test('ink shares follow the lays: normal covers, multiply keeps', () => {
  const inks = [
    { id: 'soot', name: 'Soot', colour: '#1e1c1e' },
    { id: 'flare', name: 'Flare', colour: '#e0562f' },
  ];
  const of = (mode: string): Sheet =>
    sheet(
      [
        pass('ground', { kind: 'flat', colour: { ink: 'flare' } }),
        pass('art', picture('ramp'), { steps: [step('screen', { ink: { ink: 'soot' }, lpi: 9 })], lay: { mode, strength: 1 } }),
      ],
      { inks },
    );
  const read = (of: Sheet) => {
    const graph = compile(of, draftScale(SIZE, 100, 0, 'always'), infoOf);
    const work = workOf();
    for (const node of graph.passes.values()) work.fetch(plan(node, wholeRegion(graph.scale), work));
    return finish(inkShares(of, graph, work));
  };
  const normal = read(of('normal'));
  expect(normal.passes['ground']).toBeCloseTo(1, 3);
  expect((normal.inks['soot'] as number) + (normal.inks['flare'] as number)).toBeCloseTo(1, 3);
  expect(normal.inks['soot']).toBeCloseTo(normal.passes['art'] as number, 5);
  expect(read(of('multiply')).inks['flare']).toBeCloseTo(1, 3);

  // Knocked out, a pass's share is what it removes, and so much less of each ink is left.
  const knocked = read(of('knock-out'));
  expect(knocked.passes['art']).toBeCloseTo(-(normal.passes['art'] as number), 3);
  expect(knocked.inks['flare']).toBeCloseTo(1 + (knocked.passes['art'] as number), 3);
  expect(knocked.inks['soot']).toBe(0);
  // Laid twice at half strength it covers three quarters.
  const twice = sheet([pass('art', { kind: 'flat', colour: { ink: 'soot' } }, { lay: { mode: 'normal', strength: 0.5, times: 2 } })], {
    inks,
  });
  expect(read(twice).inks['soot']).toBeCloseTo(0.75, 3);
  // A shape whose fill and border are of different inks prints colours, one of one ink that ink.
  const shape = (border: string): Sheet =>
    sheet([pass('s', freshSource('shape', { colour: { ink: 'soot' }, border: 2, borderColour: { ink: border } }))], { inks });
  expect(inkOfPass(shape('soot').passes[0] as Pass, shape('soot'))).toBe('soot');
  expect(inkOfPass(shape('flare').passes[0] as Pass, shape('flare'))).toBeNull();
});
