import type { Shaper } from '@uvrant/shaping';
import { bentReading, boxAt, compile, finish, freshPass, freshSource, trueScale, type Step, type TypePass } from '../src';
import { shaperOfAll } from './support/fonts';
import { drawn } from './support/pictures';
import { sheet, step, workOf } from './support/sheets';

const SIZE = { width: 80, height: 40 };
/** A map that is lighter to the right at the same rate everywhere. */
const SLOPE = drawn('even slope', 400, 200, 1, (x) => x);
const MAP = { of: 'a picture', texture: { sha256: SLOPE.info.sha256 }, soft: 0 };

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});

const bent = (given: Step | null, text = 'HI') => {
  const source = freshSource('type', { text, lines: 'fit', font: { family: 'anton' } });
  const art = freshPass('title', 'title', source, boxAt(40, 18, 60, 24), { steps: given ? [given] : [] }) as TypePass;
  const graph = compile(sheet([art], { size: SIZE, ppi: 127 }), trueScale(SIZE, 127), () => SLOPE.info);
  const work = workOf([SLOPE], shaper);
  const reading = bentReading(art, given ?? step('displace'), graph);
  if (reading) work.fetch(reading.wants(work));
  return reading && finish(reading.run(work));
};

test('the most bent letter is that over which the map changes most; twice the arrow bends twice as far, and a shift of all bends nothing', () => {
  const arrow = (x: number, y: number) => step('displace', { ...MAP, arrow: { x, y } });
  const once = bent(arrow(6, 0));
  // H is broader than I. An even slope over a width w has a standard deviation of w / √12 of its rise; the map rises by 1 over 80 mm.
  expect(once?.letter).toBe('H');
  const ofHeight = ((once?.bent ?? 0) * Math.sqrt(12) * 80) / 6;
  // Anton's H is about 0.46 times as wide as high.
  expect(ofHeight).toBeGreaterThan(0.35);
  expect(ofHeight).toBeLessThan(0.6);
  expect((bent(arrow(12, 0))?.bent ?? 0) / (once?.bent ?? 1)).toBeCloseTo(2, 2);
  expect((bent(arrow(0, 6))?.bent ?? 0) / (once?.bent ?? 1)).toBeCloseTo(1, 2);
  // Down an even slope everything moves alike.
  expect(bent(step('displace', { ...MAP, way: 'down its slopes', reach: 10 }))?.bent).toBeLessThan(0.003);
  expect((bent({ ...arrow(12, 0), amount: 0.5 })?.bent ?? 0) / (once?.bent ?? 1)).toBeCloseTo(1, 2);
});

test('there is nothing to say of a step that is off, has no map, or is no displacement; nor of a pass without letters', () => {
  expect(bent({ ...step('displace', MAP), on: false })).toBeNull();
  expect(bent(step('displace', { of: 'a picture' }))).toBeNull();
  expect(bent(step('stretch'))).toBeNull();
  expect(bent(step('displace', MAP), ' ')).toBeNull();
});
