import { boxAt, findPass, freshPass, freshSource, freshStep, type Pass } from '@uvrant/core';
import { onBench } from '../../../../testing/bench';
import { posterOf } from '../../../../testing/sheets';
import { DisplaceExtra } from './displace-extra';

const title: Pass = freshPass('title', 'title', freshSource('type'), boxAt(100, 100, 80, 20), {
  steps: [freshStep('displace', { arrow: { x: 20, y: -10 }, reach: 8 })],
});

const shownWith = async (bent: number | null) => {
  const bench = onBench({ ...posterOf(), passes: [title] });
  bench.rendering.bent.set(bent === null ? null : { letter: 'R', bent });
  const fixture = await bench.shown(DisplaceExtra, { step: title.steps[0], pass: title, sheet: bench.document() });
  return { bench, element: fixture.nativeElement as HTMLElement };
};

test('the most bent letter is named; one that holds is no warning', async () => {
  const { element } = await shownWith(0.05);
  expect(element.textContent).toContain('“R” 5.0 %');
  expect(element.querySelector('.uv-warn')).toBeNull();
});

test('before it is read there is nothing', async () => {
  expect((await shownWith(null)).element.textContent.trim()).toBe('');
});

test('one that does not is eased to what holds, along the same arrow', async () => {
  const { bench, element } = await shownWith(0.18);
  element.querySelector<HTMLButtonElement>('.uv-warn button')?.click();
  expect(findPass(bench.document(), 'title')?.steps[0]?.params).toMatchObject({ arrow: { x: 10, y: -5 }, reach: 4 });
});
