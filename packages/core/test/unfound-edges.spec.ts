import { compileAnalysis, finish, unfoundEdges, type CutOutMask } from '../src';
import { cutOut, flat, infoOf, pass, picture, sheet, workOf } from './support/sheets';

const read = (mask: CutOutMask, source = picture('ramp')) => {
  const of = sheet([pass('a', source, { masks: [mask] })]);
  const found = unfoundEdges(compileAnalysis(of, infoOf), of.passes[0]!, mask);
  if (!found) return null;
  const work = workOf();
  work.fetch(found.wants(work));
  return finish(found.run(work));
};

test('on a ramp from dark to light across, upright sides lie between tones, level sides along one', () => {
  const found = read(cutOut([1000, 1000, 3000, 4000], { band: 4 }))!;
  // Two level sides of 20 mm in 100 mm of outline; on the upright ones 4 mm of a ramp of 40 mm is a tenth of its range.
  expect(found.share).toBeGreaterThan(0.35);
  expect(found.share).toBeLessThan(0.5);
  const level = found.places.filter(({ y }) => Math.abs(y - 10) < 0.5 || Math.abs(y - 40) < 0.5);
  expect(level.length).toBeGreaterThan(0.9 * found.places.length);
});

test('where the picture is alike all over, no edge is found anywhere', () => {
  const found = read(cutOut([1000, 1000, 3000, 4000], { band: 4 }), flat('#808080'))!;
  expect(found.share).toBe(1);
});

test('a cut-out that looks for no soft edges, or is not drawn, is not read', () => {
  expect(read(cutOut([1000, 1000, 3000, 4000]))).toBeNull();
  expect(read({ ...cutOut([0, 0, 1, 1], { band: 4 }), points: [] })).toBeNull();
});
