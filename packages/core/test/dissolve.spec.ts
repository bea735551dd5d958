import {
  compile,
  draftScale,
  fibreField,
  finish,
  ONE,
  referenceKernels,
  trueScale,
  wearName,
  wholeWearSums,
  type Pass,
  type Sheet,
  type TextureWear,
} from '../src';
import { drawn, tilesOfPictures } from './support/pictures';
import { flat, pass, plainWear, sheet, SIZE, workOf } from './support/sheets';

/** Patches some millimetres wide. */
const blots = drawn(
  'blots',
  400,
  400,
  1,
  (x, y) => 0.5 + 0.5 * Math.sin(40 * x + 3 * Math.sin(31 * y)) * Math.cos(36 * y + 2 * Math.sin(19 * x)),
);
const pictures = [blots];
const infoOf = (sha256: string) => (sha256 === 'blots' ? blots.info : undefined);

const hard = (wear: Partial<TextureWear>, change: Partial<Pass> = {}, edges: Sheet['edges'] = 'hard'): Sheet => {
  const lies = {
    x: SIZE.width / 2,
    y: SIZE.height / 2,
    width: SIZE.width,
    height: SIZE.width,
    turn: 0,
    flipX: false,
    flipY: false,
    fit: 'free',
    beyond: 'mirror',
  } as const;
  const worn = plainWear('blots', lies, { cut: 0.3, softness: 0, ...wear });
  return { ...sheet([pass('art', flat('#101010'), { wear: [worn], ...change })]), edges };
};

/** Share of the ink that the wear takes, of the print or of a draft. */
const taken = (of: Sheet, halvings?: number): number => {
  const scale = halvings === undefined ? trueScale(of.size, of.ppi) : draftScale(of.size, of.ppi, halvings);
  const graph = compile(of, scale, infoOf);
  const { wears } = finish(wholeWearSums(of, graph, { ...workOf(pictures), tile: tilesOfPictures(pictures) }));
  const sums = wears[wearName('art', 'w')] ?? Object.values(wears)[0];
  return (sums as { taken: number }).taken / (sums as { there: number }).there;
};

test('the fibre lies evenly over its heights: below a share of it lies just that share', () => {
  const [side, step] = [400, 0.1];
  for (const share of [0.05, 0.25, 0.5, 0.8, 0.95]) {
    const [full, out] = [new Int16Array(side * side).fill(ONE), new Int16Array(side * side)];
    const whole = { x: 0, y: 0, width: side, height: side };
    referenceKernels.dissolve(full, null, Math.round(share * ONE), fibreField(), 1 / step, whole, out);
    expect(Math.abs(out.filter((v) => v === ONE).length / side / side - share)).toBeLessThan(0.012);
  }
});

test.each([0.25, 0.5, 0.75])('in a hard sheet a wear at strength %d takes that share of the ink that it takes whole', (strength) => {
  const whole = taken(hard({}));
  expect(whole).toBeGreaterThan(0.1);
  expect(Math.abs(taken(hard({ strength })) / whole - strength)).toBeLessThan(0.02);
});

test('the print and its draft agree about it within a hundredth', () => {
  for (const strength of [0.3, 0.5, 1]) {
    const of = hard({ strength });
    expect(Math.abs(taken(of) - taken(of, 1))).toBeLessThan(0.01);
  }
});

test('lettering eased by a half loses half of what it lost, neither nothing nor all', () => {
  const guarded = (ease: number) => hard({ guards: [{ pass: 'art', most: 0.1, ease }] });
  const whole = taken(guarded(0));
  for (const ease of [0.3, 0.5, 0.7]) expect(Math.abs(taken(guarded(ease)) / whole - (1 - ease))).toBeLessThan(0.02);
  expect(taken(guarded(1))).toBe(0);
});

test('a wear at full strength with no masks takes the same pixels as by its cut alone, and a smooth sheet is not dissolved', () => {
  expect(taken(hard({ strength: 1 }))).toBe(taken(hard({ strength: 0.99999 })));
  const smooth = taken(hard({ strength: 0.5 }, {}, 'smooth'));
  expect(smooth).toBeCloseTo(taken(hard({}, {}, 'smooth')) / 2, 3);
});
