import {
  ciede2000,
  compile,
  findPass,
  finish,
  inkShares,
  labOfSrgb,
  ONE,
  plateName,
  rgbOfHex,
  trueScale,
  wholeSheet,
  type ColourRaster,
  type Pass,
  type Rgb,
  type Sheet,
} from '../src';
import { meanLight, primariesOf } from '../src/steps/process/neugebauer';
import { separated } from '../src/steps/process/separate';
import { decoded, encoded } from '../src/units/srgb';
import { drawn } from './support/pictures';
import { flat, pass, picture, rasterOf, sheet, step, workOf } from './support/sheets';

const CMYK = ['#00a0dc', '#e5097f', '#ffec00', '#1e1c1e'].map(rgbOfHex);

test('Neugebauer’s equations by hand: two inks of a half each show each primary on a quarter', () => {
  const inks: Rgb[] = [rgbOfHex('#ff0000'), rgbOfHex('#0000ff')];
  // Paper, red, blue, and both, which is black: a quarter of the red light comes from paper, another from the red ink.
  expect(meanLight([0.5, 0.5], primariesOf(inks)).map((v) => Number(v.toFixed(6)))).toEqual([0.5, 0.25, 0.5]);
  expect(meanLight([1, 0], primariesOf(inks))).toEqual([1, 0, 0]);
});

const labOf = (light: readonly number[]) => {
  const [r, g, b] = light.map((v) => encoded(Math.max(0, Math.min(1, v)))) as [number, number, number];
  return labOfSrgb(r, g, b);
};

test('separations find colours within their reach: under 1 ΔE2000 of the mean that the plates will have', () => {
  for (const black of [0, 0.6]) {
    let worst = 0;
    for (const wanted of [
      [0.2, 0.1, 0.4, 0.1],
      [0.7, 0.2, 0, 0],
      [0, 0.5, 0.5, 0.2],
      [0.1, 0.1, 0.1, 0],
      [0, 0, 0, 0],
    ]) {
      const light = meanLight(wanted, primariesOf(CMYK));
      const colour = light.map(encoded) as unknown as readonly [number, number, number];
      const found = separated(colour, { inks: CMYK, black });
      worst = Math.max(worst, ciede2000(labOf(light), labOf(meanLight(found, primariesOf(CMYK)))));
    }
    expect({ black, near: worst < 1 }).toEqual({ black, near: true });
  }
});

test('more black prints the greys, and less of the others: grey component replacement', () => {
  const grey: readonly [number, number, number] = [0.45, 0.45, 0.45];
  const [none, most] = [0, 1].map((black) => separated(grey, { inks: CMYK, black })) as [number[], number[]];
  const colours = (all: number[]): number => all.slice(0, 3).reduce((sum, v) => sum + v, 0);
  expect(most[3]).toBeGreaterThan((none[3] as number) + 0.4);
  expect(colours(most)).toBeLessThan(0.3 * colours(none));
});

const SIZE = { width: 40, height: 40 };
const plated = (
  colour: readonly [number, number, number],
  params: Record<string, unknown>,
  edges: Sheet['edges'] = 'smooth',
  kind = 'process-screen',
) => {
  const of = drawn(`flat ${colour.join()}`, 64, 64, 3, (_, __, c) => colour[c] as number);
  const art: Pass = {
    ...pass('art', flat('#000000')),
    source: picture(of.info.sha256),
    placement: wholeSheet(SIZE),
    steps: [step(kind, params)],
  };
  const document = sheet([art], { size: SIZE, ppi: 300, edges });
  const graph = compile(document, trueScale(SIZE, 300), () => of.info);
  const work = workOf([of]);
  const raster = rasterOf(graph.passes.get('art') as never, graph.region, work) as ColourRaster;
  return { document, graph, work, raster };
};

/** Mean light of a print on white. */
const lightOf = ({ data }: ColourRaster): number[] => {
  const sums = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const clear = ONE - (data[i + 3] as number);
    for (let c = 0; c < 3; c++) sums[c] = (sums[c] as number) + decoded(((data[i + c] as number) + clear) / ONE);
  }
  return sums.map((sum) => (4 * sum) / data.length);
};

test.each([
  ['four inks', { lpi: 30 }],
  ['three inks', { lpi: 30, inks: '3', black: 0 }],
] as const)(
  '%s print a picture’s colours: within 1.5 ΔE2000 of Neugebauer’s prediction, and of the colour itself within their reach',
  (_, params) => {
    for (const colour of [
      [0.7, 0.55, 0.42],
      [0.5, 0.6, 0.7],
      [0.85, 0.84, 0.8],
    ] as const) {
      const { raster } = plated(colour, { ...params, hardness: 1 }, 'hard');
      // Where every pixel is all or nothing, only overprints.
      expect(coloursOf(raster).length).toBeLessThanOrEqual(2 ** ('inks' in params ? 3 : 4));
      const inks = CMYK.slice(0, 'inks' in params ? 3 : 4);
      const predicted = meanLight(separated(colour, { inks, black: 'black' in params ? params.black : 0.7 }), primariesOf(inks));
      const found = labOf(lightOf(raster));
      const apart = [ciede2000(found, labOf(predicted)), ciede2000(found, labOf(colour.map(decoded)))];
      expect({ colour, near: apart.map((delta) => delta < 1.5) }).toEqual({ colour, near: [true, true] });
    }
  },
);

test('each plate has a share of its own, that of its ink; one out of register moves alone', () => {
  // A point of the cube, so that nothing lies between.
  const colour = [0.5, 0.625, 0.6875] as const;
  const { document, graph, work } = plated(colour, { lpi: 30 });
  const shares = finish(inkShares(document, graph, work)).passes;
  const plates = CMYK.map((_, i) => shares[plateName('art', i)] as number);
  expect(ciede2000(labOf(meanLight(plates, primariesOf(CMYK))), labOf(colour.map(decoded)))).toBeLessThan(1.5);
  expect(plates[3]).toBeGreaterThan(0.2);
  const moved = plated(colour, { lpi: 30, off2: { x: 1, y: 0 } }).graph.plates.get('art') ?? [];
  const still = graph.plates.get('art') ?? [];
  expect(moved.map(({ node }, i) => node.key === still[i]?.node.key)).toEqual([true, false, true, true]);
  expect(findPass(document, 'art')?.steps).toHaveLength(1);
});

test('two inks of the sheet separate a picture between them; nothing prints more than both', () => {
  const inks = [rgbOfHex('#d8432a'), rgbOfHex('#1e1c1e')];
  const red = separated([0.85, 0.26, 0.16], { inks, black: 0.7 });
  expect(red[0]).toBeGreaterThan(0.9);
  expect(separated([1, 1, 1], { inks, black: 0.7 })).toEqual([0, 0]);
  const dark = separated([0.1, 0.1, 0.1], { inks, black: 0.7 });
  expect(dark[1]).toBeGreaterThan(0.9);
});

/** The colours of a print on white. */
const coloursOf = ({ data }: ColourRaster): readonly string[] => {
  const met = new Set<string>();
  for (let i = 0; i < data.length; i += 4) {
    const clear = ONE - (data[i + 3] as number);
    met.add([0, 1, 2].map((c) => ((data[i + c] as number) + clear) / ONE).join(''));
  }
  return [...met].sort();
};

test('channels through one screen print pure primaries, rings about one centre, and a picture’s colours on the mean', () => {
  for (const [colour, met] of [
    [
      [0.7, 0.55, 0.42],
      ['000', '100', '110', '111'],
    ],
    [
      [0.25, 0.5, 0.8],
      ['000', '001', '011', '111'],
    ],
    [
      [0.9, 0.3, 0.5],
      ['000', '100', '101', '111'],
    ],
  ] as const) {
    const { raster } = plated(colour, { lpi: 10, colour: 1 }, 'hard', 'channel-screen');
    expect(coloursOf(raster)).toEqual(met);
    expect({ colour, near: ciede2000(labOf(lightOf(raster)), labOf(colour.map(decoded))) < 1.5 }).toEqual({ colour, near: true });
  }
});

test('without colour they are black dots; with more of it a pale colour becomes a strong one', () => {
  const pale = [0.6, 0.5, 0.45] as const;
  const by = (colour: number): ColourRaster => plated(pale, { lpi: 10, colour }, 'hard', 'channel-screen').raster;
  expect(coloursOf(by(0))).toEqual(['000', '111']);
  const chroma = (raster: ColourRaster): number => {
    const [r, g, b] = lightOf(raster).map((v) => encoded(Math.max(0, Math.min(1, v)))) as [number, number, number];
    return Math.max(r, g, b) - Math.min(r, g, b);
  };
  expect(chroma(by(1))).toBeCloseTo(0.15, 1);
  expect(chroma(by(2))).toBeGreaterThan(chroma(by(1)) + 0.1);
});
