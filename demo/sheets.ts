/** Writes the demo's sheets into demo/sheets from its pictures. Run by `npm run demo:sheets`; its output is committed. */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import {
  boxAt,
  defaultParams,
  freshPass,
  freshSource,
  freshStep,
  freshWear,
  from8,
  INKS,
  MASK_DIALS,
  mmFromInches,
  pathOf,
  placed,
  solvedCut,
  STARTING_POINTS,
  startedSheet,
  STOCKS,
  referenceKernels,
  toneStatistics,
  wholeSheet,
  withPass,
  withStep,
  type CutOutMask,
  type Ink,
  type PaintedMask,
  type ParamsOf,
  type Placement,
  type Sheet,
  type Size,
  type Stock,
  type Stroke,
  type TextureWear,
  type ToneStatistics,
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

/** Greys of a picture's own pixels. */
const greysOf = async (file: string): Promise<ToneStatistics> => {
  const { data, info } = await sharp(join(here, 'pictures', file))
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const tone = Int16Array.from(data, (v) => from8(v));
  const region = { x: 0, y: 0, width: info.width, height: info.height };
  return toneStatistics({ kind: 'tone', region, tone, coverage: null }, referenceKernels);
};

/** A wear from a scan, its cut solved on the scan's own greys. */
const wearFrom = async (
  file: string,
  name: string,
  amount: number,
  placement: Placement,
  change: Partial<TextureWear> = {},
): Promise<TextureWear> => {
  const { sha256, path } = await picture(file, name);
  const wear = freshWear(name.toLowerCase().replace(/ /g, '-'), name, { picture: { sha256, path } }, placement, {
    share: amount,
    ...change,
  });
  return { ...wear, ...solvedCut(await greysOf(file), wear) };
};

const SCAN = { width: 2550, height: 3300 } as const;
/** A scan that fills a sheet, turned and moved about its middle. */
const filled = (size: Size, change: Partial<Placement> = {}): Placement => ({
  ...placed(size, SCAN, 'fill', 'mirror'),
  fit: 'free',
  ...change,
});

const brushed = (points: readonly (readonly [number, number])[], change: Partial<Stroke> = {}): Stroke => ({
  tip: 'sponge',
  size: 26,
  softness: 0.5,
  strength: 1,
  erases: false,
  seed: 3,
  path: pathOf(points.flatMap(([x, y]) => [Math.round(mmFromInches(x) * 100), Math.round(mmFromInches(y) * 100)])),
  ...change,
});

/** A painted mask on the sheet that takes a wear back. */
const thinned = (strokes: readonly Stroke[]): PaintedMask => ({
  id: 'thinned',
  kind: 'painted',
  on: true,
  ...(defaultParams({ dials: MASK_DIALS }) as ParamsOf<typeof MASK_DIALS>),
  anchor: 'sheet',
  join: 'without',
  strokes,
});

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
const starved = await wearFrom('scan-rolled-ink.jpg', 'Starved roller', 0.2, filled(posterSize, { turn: 180 }), { softness: 0.12 });
const crumpled = await wearFrom('scan-crumpled-paper.jpg', 'Crumpled', 0.09, filled(posterSize), {
  softness: 0.14,
  specks: 0.25,
  masks: [
    thinned([
      brushed(
        [
          [1, 1.5],
          [4, 1.7],
          [9.5, 1.6],
        ],
        { tip: 'round', size: 22, softness: 0.6 },
      ),
      brushed([
        [1, 2],
        [5.5, 2.1],
        [8.5, 2],
      ]),
      brushed(
        [
          [12.5, 1.6],
          [17, 1.7],
        ],
        { tip: 'dry brush', size: 30 },
      ),
    ]),
  ],
});
const grounded = withPass(spread, 'ground', (each) => ({ ...each, wear: [starved] }));
write('1-poster.json', {
  ...grounded,
  passes: [
    ...grounded.passes,
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
    freshPass('warm', 'Overall', { kind: 'overall' }, wholeSheet(posterSize), {
      steps: [freshStep('warmth', { shift: 22 })],
      wear: [crumpled],
    }),
  ],
});

const moon = await picture('moon.jpg', 'Moon plate');
const shirtSize = { width: mmFromInches(16), height: mmFromInches(20) };
const shirt = startedSheet(
  {
    name: 'Shirt back',
    size: shirtSize,
    ppi: 300,
    edges: 'screened',
    stock: stock('Black garment'),
    ink: ink('chalk'),
    ground: null,
  },
  moon,
  point('Coarse dots'),
);
const moonBox = on(shirtSize, [0.4, -0.7, 15.2, 15.2]);
const art = withPass(shirt, 'picture', (each) => ({ ...each, placement: { ...each.placement, ...moonBox } }));
const carried = tuned(tuned(art, 'levels', { clip: 0.03, midtone: 0.46 }), 'screen', { cutOff: 0.16, lpi: 9 });
const washed = await wearFrom(
  'scan-folded-poster.jpg',
  'Washed out',
  0.24,
  filled(shirtSize, { x: mmFromInches(7.4), y: mmFromInches(11.5), turn: 8 }),
  {
    softness: 0.1,
    anchor: 'art',
  },
);
/** The moon's disc within its picture: 86 of 100 of it. */
const disc = { ...moonBox, width: 0.86 * moonBox.width, height: 0.86 * moonBox.height };
/** A line of lettering in metal with a horizon of its own, over its halo. */
const metalLine = (id: string, name: string, text: string, box: Placement, seed: number) => {
  const type = freshSource('type', { text, upperCase: true, lines: 'fit', size: 40, leading: 1, font: { family: 'alfa-slab-one' } });
  return [
    freshPass(`${id}-halo`, `Halo of ${text}`, type, box, {
      steps: [freshStep('halo', { where: 'outside', reach: 4, falloff: 0.7, strength: 0.8, colour: { ink: 'straw' }, only: true })],
    }),
    freshPass(id, name, type, box, {
      steps: [
        freshStep('metal', { width: 2.6, tall: 1.15 * box.height, lamp: { x: 60, y: 250 }, polish: 0.7, grain: 0.7, seed }),
        freshStep('glints', { from: 0.84, apart: 90, size: 24, rays: 4, turn: 8, irregular: 0.7, seed }),
      ],
      wear: [{ ...washed, id: `${washed.id}-${id}`, share: 0.1, home: box }],
    }),
  ];
};
write('2-garment.json', {
  ...carried,
  inks: [...carried.inks, ink('straw')],
  passes: [
    freshPass('glow', 'Moon glow', freshSource('shape', { form: 'ellipse', filled: true, border: 0, colour: { ink: 'straw' } }), disc, {
      steps: [freshStep('halo', { where: 'outside', reach: 20, falloff: 0.62, strength: 0.5, colour: { ink: 'straw' }, only: true })],
    }),
    ...carried.passes,
    ...metalLine('title', 'Lettering, upper line', 'Perigee', on(shirtSize, [0.9, 13.35, 14.2, 1.99]), 1),
    ...metalLine('hours', 'Lettering, lower line', 'Hours', on(shirtSize, [0.9, 15.62, 14.2, 2.62]), 2),
    freshPass(
      'line',
      'Small line',
      freshSource('type', { text: 'Marl Fold night concerts', upperCase: true, font: { family: 'bebas-neue' }, lines: 'spread', size: 14 }),
      on(shirtSize, [1.3, 19.05, 13.4, 0.4]),
    ),
  ],
});

const printSize = { width: mmFromInches(12), height: mmFromInches(15) };
const aged = startedSheet(
  { name: 'Found print', size: printSize, ppi: 300, edges: 'smooth', stock: stock('Cream card'), ink: ink('soot'), ground: null },
  dome,
  point('As it is'),
);
const paper = async (file: string, title: string, mode: string, strength: number, change: Partial<Placement> = {}) => {
  const { sha256, path } = await picture(file, title);
  const source = { kind: 'picture', picture: { sha256, path } } as const;
  return freshPass(
    title.toLowerCase().replace(/ /g, '-'),
    title,
    source,
    { ...filled(printSize, change), beyond: 'mirror' },
    { lay: { mode, strength } },
  );
};
const creased = await wearFrom(
  'scan-folded-poster.jpg',
  'Creased',
  0.08,
  filled(printSize, { width: mmFromInches(13.6), height: mmFromInches(17.6), turn: 90 }),
  { softness: 0.16 },
);
write('3-found-print.json', {
  ...aged,
  passes: [
    ...aged.passes.map((each) => ({
      ...each,
      steps: [
        freshStep('grey-response'),
        freshStep('levels', { clip: 0.03, midtone: 0.6 }),
        freshStep('local-contrast', { strength: 0.45, size: 6 }),
        freshStep('lit-highlights', { open: 0.55, from: 0.35, glow: 0.5, length: 14 }),
        freshStep('faded', { blacks: 0.12, whites: 0.02 }),
        freshStep('tint', { ink: { srgb: '#33241b' } }),
        freshStep('fade', { years: 30, paper: 0.6 }),
      ],
    })),
    await paper('scan-foxed-card.jpg', 'Foxed card', 'multiply', 1),
    await paper('scan-crumpled-paper.jpg', 'Crumpled paper', 'color-burn', 0.85, { turn: 180 }),
    await paper('scan-dust.jpg', 'Dust', 'screen', 0.7, { turn: 90, width: mmFromInches(15), height: mmFromInches(19.4) }),
    freshPass(
      'frame',
      'Torn edge',
      freshSource('frame', { edge: 'torn', width: 5, rough: 0.6, seed: 21 }),
      wholeSheet(printSize),
      knockedOut,
    ),
    freshPass('handled', 'Handled', { kind: 'overall' }, wholeSheet(printSize), { wear: [creased] }),
  ],
});

/** The dome on the drawn page, cut out roughly: corners in inches. */
const domeOutline: CutOutMask = {
  id: 'dome',
  kind: 'cut-out',
  on: true,
  ...(defaultParams({ dials: MASK_DIALS }) as ParamsOf<typeof MASK_DIALS>),
  anchor: 'sheet',
  feather: 6,
  outline: 'polygon',
  points: [
    [1.2, 12.2],
    [1.4, 9.4],
    [2.4, 7.2],
    [4, 6.1],
    [5.6, 6],
    [7.6, 6.9],
    [9, 8.6],
    [9.9, 10.2],
    [9.9, 12.2],
  ].flatMap(([x, y]) => [Math.round(mmFromInches(x as number) * 100), Math.round(mmFromInches(y as number) * 100)]),
  rough: 0,
  seed: 1,
  band: 0,
  widened: [],
};
const drawn = startedSheet(
  { name: 'Drawn page', size: printSize, ppi: 300, edges: 'smooth', stock: stock('Cream card'), ink: ink('soot'), ground: null },
  dome,
  point('As it is'),
);
write('4-drawn-page.json', {
  ...drawn,
  passes: [
    freshPass('paper', 'Paper', { kind: 'flat', colour: { srgb: '#ece6d8' } }, wholeSheet(printSize)),
    ...drawn.passes.map((each) => ({
      ...each,
      name: 'Ink drawing',
      steps: [
        freshStep('grey-response', {
          response: [
            [0, 0.2],
            [28, 0.34],
            [60, 0.16],
            [200, -0.2],
            [235, -0.3],
          ],
        }),
        {
          ...freshStep('sharpen', { strength: 4, halo: 4, darks: 0.85, threshold: 0.02 }),
          zones: [{ id: 'dome', masks: [domeOutline], params: { strength: 4.6, halo: 1.6, threshold: 0.012 } }],
        },
        freshStep('levels', { auto: false, black: 0.12, white: 0.8 }),
        freshStep('screen', { shape: 'line', lpi: 22, angle: 0, hardness: 0.6, auto: false, detail: 1 }),
        freshStep('harden', { length: 0.28, wander: 0.45, smallest: 0.3 }),
      ],
    })),
    freshPass(
      'caption-box',
      'Caption box',
      freshSource('shape', { colour: { srgb: '#f2d15c' }, border: 1.1, borderColour: { ink: 'soot' } }),
      on(printSize, [0.55, 0.6, 6.1, 1.5]),
    ),
    freshPass(
      'caption',
      'Caption',
      freshSource('type', {
        text: 'Meanwhile, above Marl Fold,\nthe shutter opens by itself!',
        upperCase: true,
        lines: 'fit',
        size: 30,
        leading: 1.02,
        font: { family: 'bangers' },
      }),
      on(printSize, [0.8, 0.8, 5.6, 1.1]),
    ),
    freshPass('lit', 'Lit paper', { kind: 'overall' }, wholeSheet(printSize), {
      steps: [freshStep('relief', { depth: 0.22, scale: 0.44, light: 10.5 })],
    }),
  ],
});

const ripples = { of: 'ripple tank', size: 0.9, turn: 20 } as const;
const sleeveSize = { width: mmFromInches(12.375), height: mmFromInches(12.375) };
const sleeve = startedSheet(
  { name: 'Sleeve', size: sleeveSize, ppi: 300, edges: 'smooth', stock: stock('White'), ink: ink('chalk'), ground: null },
  dome,
  point('As it is'),
);
const words = (id: string, name: string, text: string, inches: readonly [number, number, number, number], more: Record<string, unknown>) =>
  freshPass(id, name, freshSource('type', { text, colour: { srgb: '#efe6d2' }, ...more }), on(sleeveSize, inches));
write('5-sleeve.json', {
  ...sleeve,
  inks: [ink('chalk'), ink('flare'), ink('soot')],
  passes: [
    freshPass('ground', 'Ground', freshSource('flat', { colour: { srgb: '#15161b' } }), wholeSheet(sleeveSize)),
    freshPass(
      'grit',
      'Rubbed concrete',
      freshSource('surface', { surface: 'concrete rubbing', seed: 4 }),
      { ...boxAt(sleeveSize.width / 2, sleeveSize.height / 2, 215.9, 279.4), beyond: 'hold' },
      { steps: [freshStep('invert'), freshStep('blur', { radius: 0.12 })], lay: { mode: 'screen', strength: 0.1 } },
    ),
    freshPass(
      'title',
      'Liquid lettering',
      freshSource('type', {
        text: 'Low tide\nhigh moon\nlow tide',
        upperCase: true,
        lines: 'fit',
        size: 60,
        leading: 0.9,
        font: { family: 'anton' },
        colour: { ink: 'flare' },
      }),
      on(sleeveSize, [0.75, 0.85, 10.9, 9.7]),
      {
        steps: [
          freshStep('displace', { ...ripples, soft: 1.1, arrow: { x: 10, y: 6.5 } }),
          freshStep('cast', { fall: { x: 1.4, y: 1.8 }, blur: 0.7, strength: 0.8, colour: { srgb: '#07070a' } }),
        ],
      },
    ),
    words('left', 'Small type, left', 'Perigee hours\nnight recordings under the dome', [0.8, 11.1, 6, 0.55], {
      font: { family: 'special-elite' },
      size: 10.5,
      leading: 1.2,
      align: 'left',
    }),
    words('right', 'Small type, right', 'side one\n33', [9.6, 11.1, 2, 0.55], {
      font: { family: 'special-elite' },
      size: 10.5,
      leading: 1.2,
      align: 'right',
    }),
  ],
});

const head = await picture('sculpted-head.jpg', 'Sculpted head');
const portrait = startedSheet(
  { name: 'Portrait', size: printSize, ppi: 300, edges: 'hard', stock: stock('Cream card'), ink: ink('soot'), ground: null },
  head,
  point('Coarse dots'),
);
const cheek = (way: 'drag' | 'spread' | 'stir' | 'gather', size: number, strength: number, ...inches: readonly number[]) => ({
  way,
  size,
  strength,
  path: pathOf(inches.map((inch) => Math.round(mmFromInches(inch) * 100))),
});
write('6-portrait.json', {
  ...portrait,
  passes: portrait.passes.flatMap((each) => {
    if (each.id !== 'picture') return [each];
    const at = each.steps.findIndex(({ kind }) => kind === 'screen');
    const bend = freshStep('bend', {
      by: 'strokes',
      bent: 'the dots',
      strokes: [
        cheek('spread', 130, 0.9, 4.3, 7.6),
        cheek('drag', 90, 0.8, 2.6, 4.2, 3.4, 2.6, 5.2, 1.9, 7, 2.2),
        cheek('drag', 70, 0.7, 3, 9.2, 4.4, 10.9, 6.3, 11.9),
      ],
    });
    const form = { ...freshStep('bend', { by: 'the form of the picture', depth: 3.2, soft: 7 }), id: 'form' };
    const before = each.steps
      .slice(0, at)
      .map((step) => (step.kind === 'levels' ? { ...step, params: { ...step.params, clip: 0.02, midtone: 0.44 } } : step));
    const screen = each.steps[at];
    const lines = screen
      ? [{ ...screen, params: { ...screen.params, shape: 'line', lpi: 7.5, angle: 0, hardness: 0.95, auto: false, detail: 0.6 } }]
      : [];
    return [{ ...each, steps: [...before, { ...form, on: false }, bend, ...lines, ...each.steps.slice(at + 1)] }];
  }),
});
