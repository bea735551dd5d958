import { rows, type Field, type Ground } from './ground';
import { noise } from './noise';

/** Fine tooth of a paper, about ± ½: grains, and short fibres that lie two ways. */
export const tooth = (ground: Ground, salt: number): Field => {
  const [grain, flat, steep] = [
    noise(ground, salt, 0.17),
    noise(ground, salt + 1, 0.2, 1, { stretch: 4.5, turn: 12 }),
    noise(ground, salt + 2, 0.2, 1, { stretch: 4.5, turn: 101 }),
  ];
  const row = rows();
  return (at) => {
    const [a, b, c, out] = [grain(at), flat(at), steep(at), row(at.count)];
    for (let i = 0; i < at.count; i++) out[i] = 0.7 * (a[i] as number) + 0.4 * (b[i] as number) + 0.4 * (c[i] as number);
    return out;
  };
};

/** Directions of fibres, degrees, and how fine they are, mm. */
const FIBRES = [
  [9, 0.15],
  [-31, 0.13],
  [68, 0.12],
] as const;

/** Single fibres that lie in a paper, 0 … 1: crests of noises stretched three ways, most along the machine. */
export const fibres = (ground: Ground, salt: number, stretch = 20): Field => {
  const each = FIBRES.map(([turn, fine], i) => noise(ground, salt + i, fine, 1, { stretch: stretch / (1 + 0.4 * i), turn }));
  const row = rows();
  return (at) => {
    const out = row(at.count);
    out.fill(0, 0, at.count);
    for (const field of each) {
      const values = field(at);
      for (let i = 0; i < at.count; i++) out[i] = Math.max(out[i] as number, Math.min(1, Math.max(0, ((values[i] as number) - 0.5) * 2.6)));
    }
    return out;
  };
};
