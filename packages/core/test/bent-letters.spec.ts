import type { Shaper } from '@uvrant/shaping';
import { bentReading, boxAt, compile, finish, freshPass, freshSource, trueScale, type Step, type TypePass } from '../src';
import { shaperOfAll } from './support/fonts';
import { drawn } from './support/pictures';
import { sheet, step, workOf } from './support/sheets';

const SIZE = { width: 80, height: 40 };
/** A map that is lighter to the right at the same rate everywhere. */
const SLOPE = drawn('even slope', 400, 200, 1, (x) => x);
/** One that rises over its right half only. */
const HALF = drawn('half slope', 400, 200, 1, (x) => Math.max(0, 2 * x - 1));
const MAP = { of: 'a picture', texture: { sha256: SLOPE.info.sha256 }, soft: 0 };

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});

const bent = (given: Step | null, text = 'HI') => {
  const source = freshSource('type', { text, lines: 'fit', font: { family: 'anton' } });
  const art = freshPass('title', 'title', source, boxAt(40, 18, 60, 24), { steps: given ? [given] : [] }) as TypePass;
  const graph = compile(
    sheet([art], { size: SIZE, ppi: 127 }),
    trueScale(SIZE, 127),
    (sha) => [SLOPE, HALF].find(({ info }) => info.sha256 === sha)?.info,
  );
  const work = workOf([SLOPE, HALF], shaper);
  const reading = bentReading(art, given ?? step('displace'), graph);
  if (reading) work.fetch(reading.wants(work));
  return reading && finish(reading.run(work));
};

const arrow = (x: number, y: number, more: Partial<Step> = {}): Step => ({ ...step('displace', { ...MAP, arrow: { x, y } }), ...more });

test('letters hold until the map turns the sheet over: along an even slope of 1 in 80 mm, at an arrow of 80 mm', () => {
  // p − a · x / 80 turns over where a = 80.
  const held = [arrow(40, 0), arrow(100, 0), arrow(100, 0, { amount: 0.5 })].map((each) => bent(each));
  // Within 6 %: the map is a picture of 256 steps.
  [2, 0.8, 1.6].forEach((holds, i) => expect(Math.abs((held[i]?.holds ?? 0) / holds - 1)).toBeLessThan(0.06));
  expect(held.map((each) => [each?.letter, each?.folded])).toEqual([
    ['H', 0],
    ['H', 1],
    ['H', 0],
  ]);
  // The other way it only stretches; across, it shears.
  expect(bent(arrow(-300, 0))).toMatchObject({ folded: 0, holds: 4 });
  expect(bent(arrow(0, 300))).toMatchObject({ folded: 0, holds: 4 });
  // Down an even slope everything moves alike.
  expect(bent(step('displace', { ...MAP, way: 'down its slopes', reach: 60 }))).toMatchObject({ folded: 0, holds: 4 });
});

test('the letter is named that folds most', () => {
  // The map rises over the right half only, where the second letter stands.
  const found = bent(step('displace', { ...MAP, texture: { sha256: HALF.info.sha256 }, arrow: { x: 100, y: 0 } }), 'IO');
  expect(found?.letter).toBe('O');
  expect(found?.folded).toBeGreaterThan(0.5);
  expect(found?.holds).toBeLessThan(0.5);
});

test('there is nothing to say of a step that is off, has no map, or is no displacement; nor of a pass without letters', () => {
  expect(bent({ ...step('displace', MAP), on: false })).toBeNull();
  expect(bent(step('displace', { of: 'a picture' }))).toBeNull();
  expect(bent(step('stretch'))).toBeNull();
  expect(bent(step('displace', MAP), ' ')).toBeNull();
});
