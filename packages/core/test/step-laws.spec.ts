/** Laws that hold for every step: the same look at any resolution, zones of any dial, what its declaration says of itself. */
import {
  convertNode,
  draftScale,
  ONE,
  STEPS,
  stepOfKind,
  trueScale,
  type AnyDial,
  type Mask,
  type Node,
  type Scale,
  type Sheet,
  type Step,
  type Zone,
} from '../src';
import type { Shaper } from '@uvrant/shaping';
import { EARLIER, LIVELY, screen } from './support/cases';
import { shaperOfAll } from './support/fonts';
import { graphOf, pass, picture, planeOf, rasterOf, sheet, SIZE, step, workOf } from './support/sheets';

/** What goes before a step, so that it has something to work on that shows at any resolution. */
const before = (kind: string): readonly Step[] => (stepOfKind(kind)?.takes === 'ink' ? [step('grey-response'), screen({ lpi: 6 })] : []);

/** Seeds, fonts and lengths finer than a pixel differ by resolution in themselves: grain of 0.7 mm and more is compared. */
const stepsOf = (kind: string, params: Readonly<Record<string, unknown>> = LIVELY[kind as keyof typeof LIVELY]): readonly Step[] => [
  ...before(kind),
  step(kind, params),
];

const sheetOf = (kind: string, ppi: number): Sheet => sheet([EARLIER, pass('art', picture('motley'), { steps: stepsOf(kind) })], { ppi });

/** Tone (or ink) in squares of 2.54 mm, 0 … 1, null where the picture does not cover them. */
const squares = (of: Sheet, scale: Scale): (number | null)[] => {
  const graph = graphOf(of, scale);
  const node = graph.passes.get('art') as Node;
  const raster = rasterOf(node.kind === 'ink' ? node : convertNode(node, 'tone'), graph.region);
  const plane = planeOf(raster);
  const coverage = raster.kind === 'tone' ? raster.coverage : null;
  const { width, height } = graph.region;
  const side = Math.round(2.54 * scale.pxPerMm);
  const out: (number | null)[] = [];
  for (let y = 0; y + side <= height; y += side) {
    for (let x = 0; x + side <= width; x += side) {
      let [sum, there] = [0, 0];
      // Plates leave paper between their dots: they are seen on white.
      const isOnPaper = graph.plates.has('art');
      for (let row = y; row < y + side; row++) {
        for (let i = row * width + x; i < row * width + x + side; i++) {
          const covered = coverage ? (coverage[i] as number) : ONE;
          sum += isOnPaper ? ((plane[i] as number) * covered) / ONE + ONE - covered : (plane[i] as number);
          there += isOnPaper ? ONE : covered;
        }
      }
      out.push(there / (side * side) > 0.999 * ONE ? sum / (side * side) / ONE : null);
    }
  }
  return out;
};

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** The squares that are covered in both of two renderings, in pairs. */
const pairs = (one: readonly (number | null)[], other: readonly (number | null)[]): (readonly [number, number])[] =>
  one.flatMap((v, i) => {
    const w = other[i];
    return v !== null && w !== null && w !== undefined ? [[v, w] as const] : [];
  });

describe.each(STEPS.map(({ kind }) => kind))('the resolution law: %s', (kind) => {
  test('150 and 300 ppi have the same mean within 1 %, and squares of 2.54 mm differ by 2 % on the whole', () => {
    const [low, high] = [150, 300].map((ppi) => squares(sheetOf(kind, ppi), trueScale(SIZE, ppi))) as [
      (number | null)[],
      (number | null)[],
    ];
    expect(low.length).toBe(high.length);
    const both = pairs(low, high);
    expect(both.length).toBeGreaterThan(100);
    expect(Math.abs(mean(both.map(([v]) => v)) - mean(both.map(([, w]) => w)))).toBeLessThan(0.01);
    expect(mean(both.map(([v, w]) => Math.abs(v - w)))).toBeLessThan(0.02);
  });

  test('a draft stands for it: the same mean within 2 %', () => {
    const of = sheetOf(kind, 200);
    const both = pairs(squares(of, draftScale(SIZE, 200, 1)), squares(of, trueScale(SIZE, 200)));
    expect(Math.abs(mean(both.map(([v]) => v)) - mean(both.map(([, w]) => w)))).toBeLessThan(0.02);
  });
});

/** The right half of the sheet. */
const half: Mask = {
  id: 'half',
  kind: 'cut-out',
  on: true,
  invert: false,
  anchor: 'sheet',
  outline: 'rectangle',
  points: [2000, -500, 4500, 5500],
  rough: 0,
  seed: 1,
  band: 0,
  widened: [],
} as unknown as Mask;

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});

describe.each(STEPS.filter(({ dials }) => Object.keys(dials).length > 0).map(({ kind }) => kind))('zones: %s', (kind) => {
  test('a zone works with its own dials where its mask is, and only there', () => {
    const other = stepOfKind(kind)?.dials ?? {};
    // The zone puts every dial back to its default.
    const params = Object.fromEntries(Object.entries(other).map(([name, dial]) => [name, dial.default]));
    const zone: Zone = { id: 'z', masks: [half], params };
    const rendered = (steps: readonly Step[]) => {
      const graph = graphOf(sheet([EARLIER, pass('art', picture('motley'), { steps })]));
      const work = workOf(undefined, shaper);
      return (x: number): Int16Array => planeOf(rasterOf(graph.passes.get('art') as Node, { x, y: 60, width: 30, height: 30 }, work));
    };
    const [plain, zoned, all] = [
      rendered(stepsOf(kind)),
      rendered([...before(kind), { ...step(kind, LIVELY[kind]), zones: [zone] }]),
      rendered(stepsOf(kind, params)),
    ];
    expect(zoned(20)).toEqual(plain(20));
    expect(zoned(110)).toEqual(all(110));
  });
});

test('every step says what it does in a plain sentence, what more of each scale means, and other words it is looked for by', () => {
  for (const { kind, purpose, words, dials } of STEPS) {
    expect({ kind, purpose: /^[A-Z].*[.]$/.test(purpose) }).toEqual({ kind, purpose: true });
    expect(words.split(' ').length).toBeGreaterThan(2);
    for (const [name, dial] of Object.entries(dials)) {
      const more: unknown = (dial as AnyDial).more;
      if ('min' in dial) expect({ kind, name, more: typeof more }).toEqual({ kind, name, more: 'string' });
    }
  }
});
