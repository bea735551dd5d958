import { smoothstep } from '../../units/smooth';
import { strewn } from '../cells';
import type { Look, Surface } from '../look';
import { noise } from '../noise';
import { fibres, tooth } from '../tooth';
import type { Ground, Places } from '../ground';

/** Thin grey stock of ground wood: cloudy, fibrous, with splinters in it. */
export const newsPaper = (ground: Ground) => {
  const [cloud, formation, grain, fibre] = [
    noise(ground, 1, 34, 3),
    noise(ground, 5, 2.1, 4, {}, 0.7),
    tooth(ground, 13),
    fibres(ground, 17, 24),
  ];
  const splinters = strewn(ground, 40, { cell: 3.4, likely: 0.3, least: 0.03, most: 0.22, tail: 4, long: 7, outside: 0.03 });
  return (at: Places, { light, stain }: Look): void => {
    const [c, f, g, h, s] = [cloud(at), formation(at), grain(at), fibre(at), splinters(at)];
    for (let i = 0; i < at.count; i++) {
      light[i] = 0.93 + 0.045 * (c[i] as number) + 0.075 * (f[i] as number) + 0.07 * (g[i] as number) + 0.05 * (h[i] as number);
      stain[i] = Math.max(0.65 * smoothstep(-0.03, 0.04, s[i] as number), 0.1 + 0.12 * (f[i] as number));
    }
  };
};

export const newsStock: Surface = {
  name: 'news stock',
  title: 'News stock',
  note: 'Grey, thin and fibrous, with splinters of wood.',
  paper: [229, 221, 203],
  stain: [128, 116, 96],
  make: newsPaper,
};
