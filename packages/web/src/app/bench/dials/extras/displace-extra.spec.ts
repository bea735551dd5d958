import { boxAt, findPass, freshPass, freshSource, freshStep, type BentLetters, type Pass } from '@uvrant/core';
import { onBench } from '../../../../testing/bench';
import { posterOf } from '../../../../testing/sheets';
import { DisplaceExtra } from './displace-extra';

const title: Pass = freshPass('title', 'title', freshSource('type'), boxAt(100, 100, 80, 20), {
  steps: [freshStep('displace', { arrow: { x: 20, y: -10 }, reach: 8 })],
});

const shownWith = async (bent: BentLetters | null) => {
  const bench = onBench({ ...posterOf(), passes: [title] });
  bench.rendering.bent.set(bent);
  const fixture = await bench.shown(DisplaceExtra, { step: title.steps[0], pass: title, sheet: bench.document() });
  return { bench, element: fixture.nativeElement as HTMLElement };
};

test('how much more letters would hold is said, and is no warning', async () => {
  const { element } = await shownWith({ letter: 'R', folded: 0.01, holds: 1.4 });
  expect(element.textContent).toContain('140 % of this');
  expect(element.querySelector('.uv-warn')).toBeNull();
});

test('before it is read there is nothing', async () => {
  expect((await shownWith(null)).element.textContent.trim()).toBe('');
});

test('letters that do not hold are eased to what holds, along the same arrow', async () => {
  const { bench, element } = await shownWith({ letter: 'R', folded: 0.11, holds: 0.5 });
  expect(element.querySelector('.uv-warn')?.textContent).toContain('“R” folds over itself on 11 % of its ground');
  element.querySelector<HTMLButtonElement>('.uv-warn button')?.click();
  expect(findPass(bench.document(), 'title')?.steps[0]?.params).toMatchObject({ arrow: { x: 10, y: -5 }, reach: 4 });
});
