import type { Sheet } from '../../src';
import { demoSheet } from './demo';

/** A film of A4 at an image-setter's 2400 ppi: the demo's head in round dots of 150 lines an inch, all in one ink. */
export const filmSheet = (root: string): Sheet => {
  const portrait = demoSheet(root, '6-portrait');
  const size = { width: 210, height: 297 };
  const passes = portrait.passes
    .filter(({ id }) => id === 'picture')
    .map((pass) => ({
      ...pass,
      placement: { ...pass.placement, x: size.width / 2, y: size.height / 2, width: size.width, height: size.height },
      steps: pass.steps
        .filter(({ kind }) => kind === 'grey-response' || kind === 'screen')
        .map((step) =>
          step.kind === 'screen' ? { ...step, params: { ...step.params, shape: 'round', lpi: 150, angle: 45, hardness: 1 } } : step,
        ),
    }));
  return { ...portrait, size, ppi: 2400, passes };
};
