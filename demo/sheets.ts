/** Writes the demo's sheets into demo/sheets from its pictures. Run by `npm run demo:sheets`; its output is committed. */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { INKS, mmFromInches, STARTING_POINTS, startedSheet, STOCKS, withStep, type Ink, type Sheet, type Stock } from '@uvrant/core';

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

const dome = await picture('dome-dusk.jpg', 'Dome at dusk');
const poster = startedSheet(
  {
    name: 'Poster',
    size: { width: mmFromInches(18), height: mmFromInches(24) },
    ppi: 300,
    edges: 'hard',
    stock: stock('News'),
    ink: ink('soot'),
    ground: ink('flare'),
  },
  dome,
  point('Fine dots'),
);
write(
  '1-poster.json',
  tuned(
    tuned(poster, 'grey-response', {
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
    {
      clip: 0.02,
      midtone: 0.56,
      outWhite: 0.97,
    },
  ),
);

const moon = await picture('moon.jpg', 'Moon plate');
write(
  '2-garment.json',
  startedSheet(
    {
      name: 'Shirt back',
      size: { width: mmFromInches(13), height: mmFromInches(13) },
      ppi: 300,
      edges: 'hard',
      stock: stock('Black garment'),
      ink: ink('chalk'),
      ground: null,
    },
    moon,
    point('Coarse dots'),
  ),
);
