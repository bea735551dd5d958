import { findPass, freshStep } from '@uvrant/core';
import { onBench } from '../../../../testing/bench';
import { posterOf } from '../../../../testing/sheets';
import { BendExtra } from './bend-extra';

const shownWith = async (screen: 'screen' | 'stochastic' | 'error-diffusion', bent = 'the dots') => {
  const bend = { ...freshStep('bend', { bent }), id: 'bend' };
  const poster = posterOf();
  const steps = [freshStep('grey-response'), bend, freshStep(screen)];
  const bench = onBench({ ...poster, passes: poster.passes.map((pass) => (pass.id === 'picture' ? { ...pass, steps } : pass)) });
  const pass = findPass(bench.document(), 'picture');
  const fixture = await bench.shown(BendExtra, { step: bend, pass });
  return { bench, element: fixture.nativeElement as HTMLElement };
};

test('error diffusion does not follow a bend of the dots: it is said, and the picture is bent by a click', async () => {
  const { bench, element } = await shownWith('error-diffusion');
  expect(element.textContent).toContain('Error diffusion does not follow a bend');
  element.querySelector('button')?.click();
  expect(findPass(bench.document(), 'picture')?.steps[1]?.params['bent']).toBe('the picture');
});

test.each([
  ['screen', 'the dots'],
  ['stochastic', 'the dots'],
  ['error-diffusion', 'both'],
] as const)('nothing is said of a %s where a bend moves %s', async (screen, bent) => {
  expect((await shownWith(screen, bent)).element.textContent.trim()).toBe('');
});
