import { smoothstep } from '../../units/smooth';
import { moved, type Ground, type Places } from '../ground';
import { DARK_INK, WHITE_SHEET, type Surface } from '../look';
import { noise } from '../noise';
import { strokes } from '../strokes';

/** Bristles of a brush along its strokes: bundles, single ones and hairs; they waver as the hand does. */
export const bristles = (ground: Ground, salt: number, turn = 0) => {
  const bent = moved(
    [noise(ground, salt, 70, 2), noise(ground, salt + 3, 70, 2), 6],
    [noise(ground, salt + 6, 11), noise(ground, salt + 7, 11), 0.3],
  );
  const [bundles, single, fine] = [
    noise(ground, salt + 8, 3.4, 2, { stretch: 45, turn }),
    noise(ground, salt + 11, 0.8, 2, { stretch: 110, turn }),
    noise(ground, salt + 14, 0.22, 1, { stretch: 130, turn }),
  ];
  return (at: Places) => {
    const there = bent(at);
    return { bundles: bundles(there), single: single(there), fine: fine(there) };
  };
};

export const dryBrush: Surface = {
  name: 'dry brush',
  title: 'Dry brush',
  note: 'Wide strokes of a brush that runs out of paint.',
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground) => {
    const [first, second] = [
      { lies: strokes(ground, 1, { apart: 46, broad: 0.95, long: 270, sway: 9 }), hair: bristles(ground, 10) },
      { lies: strokes(ground, 5, { apart: 88, broad: 0.42, long: 190, sway: 16 }), hair: bristles(ground, 30) },
    ];
    const [tooth, skips] = [noise(ground, 50, 0.19, 2), noise(ground, 53, 26, 3, { stretch: 1.8 })];
    return (at, { light, stain }) => {
      const [t, s] = [tooth(at), skips(at)];
      stain.fill(0, 0, at.count);
      for (const { lies, hair } of [first, second]) {
        const [{ along, inside, own }, { bundles, single, fine }] = [lies(at), hair(at)];
        for (let i = 0; i < at.count; i++) {
          const bristle = 0.5 * (bundles[i] as number) + 0.55 * (single[i] as number) + 0.35 * (fine[i] as number);
          // Loaded where it is put down, dry after two thirds of its way; some strokes begin with less.
          const load = 1.25 - 1.75 * (along[i] as number) - 0.55 * (own[i] as number) + 0.5 * (s[i] as number);
          const side = smoothstep(-0.5, 3, (inside[i] as number) + 2.2 * bristle);
          // A brush is put down with its middle first.
          const ends = smoothstep(0, 0.04, (along[i] as number) + 0.06 * bristle - 0.05 * smoothstep(14, 0, inside[i] as number));
          const paint = bristle + 0.2 * (t[i] as number) + load - 1.6 * (1 - side) - 2 * (1 - ends);
          stain[i] = Math.max(stain[i] as number, 0.96 * smoothstep(-0.06, 0.07, paint) * (0.94 + 0.06 * (fine[i] as number)));
        }
      }
      for (let i = 0; i < at.count; i++) light[i] = 0.98 + 0.02 * (t[i] as number);
    };
  },
};
