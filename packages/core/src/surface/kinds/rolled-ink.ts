import { smoothstep } from '../../units/smooth';
import { moved } from '../ground';
import { DARK_INK, WHITE_SHEET, type Surface } from '../look';
import { noise } from '../noise';
import { strokes } from '../strokes';

export const rolledInk: Surface = {
  name: 'rolled ink',
  title: 'Rolled ink',
  note: 'Ink rolled out by hand: solid, then starving in flecks, with the edges of the roller.',
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground) => {
    // Rolled one way, then across it.
    const coats = [
      strokes(ground, 1, { apart: 62, broad: 1.25, long: 420, sway: 9 }),
      strokes(ground, 5, { apart: 71, broad: 1.05, long: 330, sway: 11, turn: true }),
    ];
    const [body, mid, skid] = [
      noise(ground, 11, 55, 3),
      noise(ground, 15, 8, 3, { stretch: 1.6 }),
      noise(ground, 19, 1.1, 2, { stretch: 12 }),
    ];
    // Paper's hills, which ink keeps to where it grows thin, and the stipple that a roller leaves.
    const [fleck, tooth, peel] = [noise(ground, 23, 1.15, 4, {}, 0.82), noise(ground, 31, 0.17), noise(ground, 33, 0.42, 2)];
    const jitter = moved([noise(ground, 37, 2.2, 2), noise(ground, 41, 2.2, 2), 0.8]);
    return (at, { light, stain }) => {
      const there = jitter(at);
      const lies = coats.map((coat) => coat(there));
      const [b, m, s, f, t, p] = [body(at), mid(at), skid(at), fleck(at), tooth(at), peel(at)];
      for (let i = 0; i < at.count; i++) {
        let load = 0.5 * (b[i] as number) + 0.34 * (m[i] as number);
        let beyond = 0;
        for (const { along, inside, own } of lies) {
          const there = smoothstep(-1.6, 0.4, (inside[i] as number) + 0.9 * (f[i] as number));
          const start = smoothstep(0, 0.16, (along[i] as number) + 0.03 * (f[i] as number));
          load +=
            there * start * (0.62 - 0.55 * (along[i] as number) - 0.14 * (own[i] as number)) +
            0.18 * there * smoothstep(1.4, 0.2, Math.abs((inside[i] as number) - 0.5));
          beyond = Math.max(beyond, there);
        }
        const wet = load + 0.62 * (f[i] as number) + 0.14 * (t[i] as number) + 0.16 * (s[i] as number);
        const inked = smoothstep(0.1, 0.24, wet) * beyond;
        // A thin film lets paper through; stipple shows in a full one.
        stain[i] = inked * (0.8 + 0.16 * smoothstep(0.2, 0.9, load) + 0.06 * (p[i] as number));
        light[i] = 0.98 + 0.02 * (t[i] as number) + 0.1 * inked * Math.max(0, p[i] as number);
      }
    };
  },
};
