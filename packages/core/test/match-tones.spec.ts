import {
  referenceKernels,
  convertNode,
  defaultParams,
  matchingCurve,
  PASS,
  picturesOf,
  referencesIn,
  renamedIn,
  referenceFault,
  stepOfKind,
  toneAtShare,
  toneStatistics,
  TONE_BINS,
  type Node,
  type Step,
  type ToneStatistics,
} from '../src';
import { graphOf, pass, picture, rasterOf, sheet, step } from './support/sheets';

/** Tones of a picture whose greys lie evenly between two. */
const evenly = (low: number, high: number): ToneStatistics => {
  const weights = Float64Array.from({ length: TONE_BINS + 1 }, (_, bin) => (bin / TONE_BINS >= low && bin / TONE_BINS <= high ? 1 : 0));
  return { weights, total: weights.reduce((sum, weight) => sum + weight, 0) };
};

test('the dark, middle and light points of one picture become those of the other, and nothing turns back', () => {
  const curve = matchingCurve(evenly(0.3, 0.5), evenly(0.1, 0.9), false);
  for (const [share, to] of [
    [0.05, 0.14],
    [0.5, 0.5],
    [0.95, 0.86],
  ] as const) {
    expect(curve(0.3 + 0.2 * share)).toBeCloseTo(to, 2);
  }
  for (let t = 0; t < 1; t += 0.01) expect(curve(t + 0.01)).toBeGreaterThanOrEqual(curve(t));
  expect(curve(0)).toBeGreaterThanOrEqual(0);
  expect(curve(1)).toBeLessThanOrEqual(1);
});

test('with the ends only, the middle falls where it falls; one grey and pure black do no harm', () => {
  const skewed = { ...evenly(0, 1), weights: evenly(0, 1).weights.map((_, bin) => (bin < 200 ? 8 : 1)) };
  const total = skewed.weights.reduce((sum, weight) => sum + weight, 0);
  const other = { weights: skewed.weights, total };
  const middle = toneAtShare(other, 0.5);
  expect(matchingCurve(evenly(0.2, 0.8), other, false)(0.5)).toBeCloseTo(middle, 2);
  expect(matchingCurve(evenly(0.2, 0.8), other, true)(0.5)).toBeGreaterThan(middle + 0.1);
  for (const flat of [evenly(0.4, 0.4), evenly(0, 0), evenly(1, 1)]) {
    for (const both of [matchingCurve(flat, evenly(0.1, 0.9), false), matchingCurve(evenly(0.1, 0.9), flat, false)]) {
      for (let t = 0; t <= 1; t += 0.05) expect(both(t)).toBeGreaterThanOrEqual(0);
      for (let t = 0; t <= 1; t += 0.05) expect(both(t)).toBeLessThanOrEqual(1);
    }
  }
});

describe('on a sheet', () => {
  const darker = step('curve', {
    points: [
      [0, 0],
      [1, 0.45],
    ],
  });
  const match = (of: string | null): Step => step('match-tones', { of });
  const first = pass('first', picture('ramp'), { steps: [step('grey-response'), darker] });
  const pointsOf = (id: string, ...steps: readonly Step[]): number[] => {
    const graph = graphOf(sheet([first, pass('second', picture('motley'), { steps: [step('grey-response'), ...steps] })]));
    const tones = rasterOf(convertNode(graph.passes.get(id) as Node, 'tone'), graph.region);
    return [0.05, 0.5, 0.95].map((share) => toneAtShare(toneStatistics(tones, referenceKernels), share));
  };

  test('a pass has the points of the one it names, within what its own steps of grey allow', () => {
    const wanted = pointsOf('first');
    const found = pointsOf('second', match('first'));
    found.forEach((tone, i) => expect(Math.abs(tone - (wanted[i] as number))).toBeLessThan(0.03));
    const untouched = pointsOf('second', match(null));
    expect(Math.abs((untouched[2] as number) - (wanted[2] as number))).toBeGreaterThan(0.2);
  });

  test('one that is not there, or prints later, is named', () => {
    const reader = (of: string) => pass('second', picture('motley'), { steps: [step('grey-response'), match(of)] });
    expect(() => graphOf(sheet([reader('nobody')]))).toThrow('“second” (second) reads in “Match tones” the tones of “nobody”');
    expect(() => graphOf(sheet([reader('first'), first]))).toThrow('not printed before it');
    expect(referenceFault(sheet([reader('first'), first]))).toBe(
      '“second” reads the tones of “first”, which would not be printed before it',
    );
    expect(referenceFault(sheet([reader('first')]))).toContain('no longer be on the sheet');
    expect(referenceFault(sheet([first, reader('first')]))).toBe(null);
  });

  test('dials that point at nothing yet are no references; those that do are found, and renamed with a copy', () => {
    const art = pass('art', picture('motley'), { steps: [match(null), step('relief', { of: 'a picture', texture: null })] });
    expect(picturesOf(sheet([art])).map(({ sha256 }) => sha256)).toEqual(['motley']);
    const full = { ...art, steps: [match('first'), step('relief', { of: 'a picture', texture: { sha256: 'ramp' } })] };
    expect(picturesOf(sheet([full])).map(({ sha256 }) => sha256)).toEqual(['motley', 'ramp']);
    expect(referencesIn(PASS, full, 'pass')).toEqual(['first']);
    const renamed = renamedIn(PASS, full, (id) => `${id}-2`);
    expect(renamed.steps[0]?.params['of']).toBe('first-2');
    expect(renamedIn(PASS, art, (id) => `${id}-2`).steps[0]?.params['of']).toBe(null);
  });

  test('its dials refuse what is no pass', () => {
    const dial = stepOfKind('match-tones')?.dials['of'];
    expect(defaultParams({ dials: stepOfKind('match-tones')?.dials ?? {} })['of']).toBe(null);
    for (const wrong of [3, '', {}]) expect(dial?.check(wrong)).toMatchObject({ ok: false });
    expect(dial?.check('some-pass')).toEqual({ ok: true, value: 'some-pass' });
  });
});

test('relief reads a picture of a surface: lit where it grows darker away from the light, and nothing until one is chosen', () => {
  const art = (steps: readonly Step[]) => sheet([pass('art', picture('ramp'), { steps: [step('grey-response'), ...steps] })]);
  const plane = (steps: readonly Step[]): Int16Array => {
    const graph = graphOf(art(steps));
    const raster = rasterOf(convertNode(graph.passes.get('art') as Node, 'tone'), graph.region);
    return raster.tone.slice();
  };
  const relief = (texture: { sha256: string } | null, light: number): Step =>
    step('relief', { of: 'a picture', texture, light, depth: 1, scale: 2 });
  const [bare, none, right, left] = [
    plane([]),
    plane([relief(null, 3)]),
    plane([relief({ sha256: 'ramp' }, 3)]),
    plane([relief({ sha256: 'ramp' }, 9)]),
  ];
  expect(none).toEqual(bare);
  const moved = (of: Int16Array): number => of.reduce((sum, v, i) => sum + v - (bare[i] as number), 0) / of.length;
  // The ramp rises to the right: its slope faces the light from the left.
  expect(moved(left)).toBeGreaterThan(20);
  expect(moved(right)).toBeLessThan(-20);
  expect(() => plane([relief({ sha256: 'missing' }, 3)])).toThrow('is not here');
});
