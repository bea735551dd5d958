import { draftScale, finish, plan, Pool, renderBytes, type Work } from '../src';
import { graphOf, pass, picture, sheet, step, workOf } from './support/sheets';

/** How often the screen is drawn for each value of the spread of the ink on it, one after the other, as a dial turns. */
const drawnFor = (spreads: readonly number[], ragged: number): number[] => {
  const base = workOf();
  let drawn = 0;
  const { screen } = base.kernels;
  const kernels = { ...base.kernels, screen: (...given: Parameters<typeof screen>) => (drawn++, screen(...given)) };
  const work: Work = { ...base, kernels, rasters: new Pool(1e8) };
  return spreads.map((spread) => {
    const steps = [step('grey-response'), step('screen', { lpi: 12 }), step('ink-spread', { spread, ragged })];
    const of = sheet([pass('art', picture('motley'), { steps })]);
    const { root, region } = graphOf(of, draftScale(of.size, of.ppi, 0));
    base.fetch(plan(root, region, work));
    drawn = 0;
    finish(renderBytes(root, region, work));
    return drawn;
  });
};

test('while a dial reaches a little further from value to value, what lies before it is drawn twice and kept', () => {
  const spreads = Array.from({ length: 9 }, (_, n) => 0.3 + n / 40);
  expect(drawnFor(spreads, 0).map((drawn) => drawn > 0)).toEqual([true, true, ...new Array<boolean>(7).fill(false)]);
});

test('where it reaches much further, more of it is drawn', () => {
  expect(drawnFor([0.1, 0.1, 0.1, 1], 0.5).map((drawn) => drawn > 0)).toEqual([true, true, false, true]);
});
