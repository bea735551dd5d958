/** Writes the demo's sheets into demo/sheets from its pictures. Run by `npm run demo:sheets`; its output is committed. */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import {
  boxAt,
  freshPass,
  freshSource,
  freshStep,
  INKS,
  mmFromInches,
  STARTING_POINTS,
  startedSheet,
  STOCKS,
  wholeSheet,
  withPass,
  withStep,
  type Ink,
  type Placement,
  type Sheet,
  type Size,
  type Stock,
} from '@uvrant/core';

const here = import.meta.dirname;
const ink = (id: string): Ink => INKS.find((each) => each.id === id) as Ink;
const stock = (name: string): Stock => STOCKS.find((each) => each.name === name) as Stock;

const picture = async (name: string, title: string) => {
  const file = join(here, 'pictures', name);
  const { width, height } = await sharp(file).metadata();
  const sha256 = createHash('sha256').update(readFileSync(file)).digest('hex');
  return { sha256, path: `../pictures/${name}`, name: title, size: { width, height } };
};

const point = (name: string) => STARTING_POINTS.find((each) => each.name === name) as (typeof STARTING_POINTS)[number];

const tuned = (sheet: Sheet, step: string, params: Readonly<Record<string, unknown>>): Sheet =>
  withStep(sheet, 'picture', step, (each) => ({ ...each, params: { ...each.params, ...params } }));

const write = (name: string, sheet: Sheet): void => {
  mkdirSync(join(here, 'sheets'), { recursive: true });
  writeFileSync(join(here, 'sheets', name), `${JSON.stringify(sheet, null, 2)}\n`);
};

const on = (size: Size, inches: readonly [x: number, y: number, width: number, height: number]): Placement => {
  const [x, y, width, height] = inches.map(mmFromInches) as [number, number, number, number];
  return { ...boxAt(x + width / 2, y + height / 2, width, height), fit: 'free' };
};

const knockedOut = { lay: { mode: 'knock-out', strength: 1 } } as const;

const dome = await picture('dome-dusk.jpg', 'Dome at dusk');
const posterSize = { width: mmFromInches(18), height: mmFromInches(24) };
const screened = startedSheet(
  {
    name: 'Poster',
    size: posterSize,
    ppi: 300,
    edges: 'hard',
    stock: stock('News'),
    ink: ink('soot'),
    ground: ink('flare'),
  },
  dome,
  point('Fine dots'),
);
const toned = tuned(
  tuned(screened, 'grey-response', {
    response: [
      [0, 0.2],
      [35, 0.3],
      [60, 0.12],
      [195, -0.3],
      [225, -0.42],
      [280, -0.2],
    ],
  }),
  'levels',
  { clip: 0.02, midtone: 0.56, outWhite: 0.97 },
);
const spread = withPass(toned, 'picture', (each) => ({
  ...each,
  steps: [...each.steps, freshStep('ink-spread', { spread: 0.1, ragged: 0.4 })],
}));
write('1-poster.json', {
  ...spread,
  passes: [
    ...spread.passes,
    freshPass(
      'title',
      'Title',
      freshSource('type', {
        text: 'Marl Fold\nnight concerts',
        upperCase: true,
        lines: 'fit',
        size: 60,
        leading: 0.96,
        font: { family: 'anton' },
      }),
      on(posterSize, [1.25, 17.35, 15.5, 5.4]),
      knockedOut,
    ),
    freshPass(
      'dates',
      'Dates',
      freshSource('type', {
        text: '20 to 22 November\nunder the dome, from dusk',
        font: { family: 'special-elite' },
        size: 11.5,
        leading: 1.18,
        align: 'left',
      }),
      on(posterSize, [1.25, 1.3, 9, 0.9]),
      knockedOut,
    ),
    freshPass(
      'seats',
      'Seats',
      freshSource('type', { text: 'bring\na blanket', font: { family: 'special-elite' }, size: 11.5, leading: 1.18, align: 'right' }),
      on(posterSize, [12.75, 1.3, 4, 0.9]),
      knockedOut,
    ),
    freshPass(
      'frame',
      'Rough frame',
      freshSource('frame', { edge: 'torn', width: 13, rough: 0.42, seed: 7 }),
      wholeSheet(posterSize),
      knockedOut,
    ),
    freshPass('warm', 'Overall', { kind: 'overall' }, wholeSheet(posterSize), { steps: [freshStep('warmth', { shift: 22 })] }),
  ],
});

const moon = await picture('moon.jpg', 'Moon plate');
const shirtSize = { width: mmFromInches(16), height: mmFromInches(20) };
const shirt = startedSheet(
  {
    name: 'Shirt back',
    size: shirtSize,
    ppi: 300,
    edges: 'hard',
    stock: stock('Black garment'),
    ink: ink('chalk'),
    ground: null,
  },
  moon,
  point('Coarse dots'),
);
const art = withPass(shirt, 'picture', (each) => ({
  ...each,
  placement: { ...each.placement, ...on(shirtSize, [0.4, -0.7, 15.2, 15.2]) },
}));
const carried = tuned(tuned(art, 'levels', { clip: 0.03, midtone: 0.46 }), 'screen', { cutOff: 0.16, lpi: 4.6 });
write('2-garment.json', {
  ...carried,
  passes: [
    ...carried.passes,
    freshPass(
      'title',
      'Lettering',
      freshSource('type', {
        text: 'Perigee\nhours',
        upperCase: true,
        lines: 'fit',
        size: 40,
        leading: 0.82,
        font: { family: 'archivo-black' },
      }),
      on(shirtSize, [1.3, 13.95, 13.4, 4.6]),
    ),
    freshPass(
      'line',
      'Small line',
      freshSource('type', { text: 'Marl Fold night concerts', upperCase: true, font: { family: 'bebas-neue' }, lines: 'spread', size: 14 }),
      on(shirtSize, [1.3, 19.05, 13.4, 0.4]),
    ),
  ],
});
