/**
 * npm run contact-sheets [-- steps | surfaces | screens]: every step on both demo pictures, every made surface whole and at 1 : 1, and
 * every screen, each on one sheet that the program itself prints, in docs/screenshots. What looks poor there is to be
 * mended.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import sharp from 'sharp';
import {
  boxAt,
  freshPass,
  freshSource,
  freshStep,
  SHAPE_NUMBERS,
  pathOf,
  STEPS,
  stepOfKind,
  SURFACES,
  SURFACE_PIECE,
  type DialOf,
  type Pass,
  type ShapeName,
  type Sheet,
  type Size,
  type Source,
  type Step,
  type StepKind,
} from '@uvrant/core';

const here = import.meta.dirname;
const root = join(here, '..');

/** One picture on a contact sheet, with a line beneath. */
interface Cell {
  readonly title: string;
  readonly source: Source;
  /** Width and height, mm; the width is the cell's. */
  readonly size: Size;
  readonly steps: readonly Step[];
  /** How many times as large as its cell it lies, for a piece of it; once where it is seen whole. */
  readonly times?: number;
}

interface Contact {
  readonly name: string;
  readonly ppi: number;
  readonly columns: number;
  /** Width of a cell, and room for it, mm. */
  readonly cell: Size;
  readonly cells: readonly Cell[];
}

/** Pixels of a scan, and of the contact sheet of surfaces, an inch. */
const SCAN_PPI = 300;
const SURFACES_PPI = 75;

const SHAPES = Object.keys(SHAPE_NUMBERS) as ShapeName[];

const GAP = 4;
const CAPTION = 7;

const passesOf = (cell: Cell, index: number, { columns, cell: box }: Contact): Pass[] => {
  const x = GAP + (index % columns) * (box.width + GAP);
  const y = GAP + Math.floor(index / columns) * (box.height + CAPTION + GAP);
  const { width, height } = cell.size;
  const free = { fit: 'free', beyond: 'nothing' } as const;
  // What is larger than its cell shows the middle of its upper left quarter.
  const at = (times: number) => {
    const [w, h, aside] = [times * width, times * height, times > 1 ? 0.25 : 0];
    return { ...boxAt(x + width / 2 + aside * w, y + height / 2 + aside * h, w, h), ...free };
  };
  const whole = freshPass(`art-${index}`, `Picture ${index + 1}`, cell.source, at(cell.times ?? 1));
  const window = freshPass(`window-${index}`, `Window ${index + 1}`, freshSource('flat', { colour: { srgb: '#ffffff' } }), at(1));
  const art: Pass[] = cell.times
    ? [window, { ...whole, steps: cell.steps, lay: { mode: 'normal', strength: 1, within: window.id } }]
    : [{ ...whole, steps: cell.steps }];
  const line: Source = freshSource('type', { text: cell.title, size: 3.4 });
  const below = { ...boxAt(x + box.width / 2, y + box.height + CAPTION / 2, box.width, 5), ...free };
  return cell.title ? [...art, freshPass(`line-${index}`, `Caption ${index + 1}`, line, below)] : art;
};

const sheetOf = (contact: Contact): Sheet => {
  const rows = Math.ceil(contact.cells.length / contact.columns);
  return {
    format: 'uvrant-sheet',
    version: 1,
    name: contact.name,
    size: {
      width: GAP + contact.columns * (contact.cell.width + GAP),
      height: GAP + rows * (contact.cell.height + CAPTION + GAP),
    },
    ppi: contact.ppi,
    edges: 'smooth',
    stock: { name: 'White', colour: '#f4f2ec' },
    inks: [{ id: 'soot', name: 'Soot', colour: '#211f22' }],
    passes: contact.cells.flatMap((cell, i) => passesOf(cell, i, contact)),
  };
};

const printed = async (contact: Contact): Promise<void> => {
  const folder = mkdtempSync(join(tmpdir(), 'uvrant-contact-'));
  try {
    const [file, png] = [join(folder, `${contact.name}.json`), join(folder, `${contact.name}.png`)];
    writeFileSync(file, JSON.stringify(sheetOf(contact)));
    const { status } = spawnSync(process.execPath, [join(root, 'tools/render.mjs'), file, '-o', png, '--keep', join(folder, 'keep')], {
      stdio: 'inherit',
    });
    if (status !== 0) throw new Error(`The contact sheet “${contact.name}” could not be printed.`);
    const out = join(root, 'docs/screenshots', `${contact.name}.png`);
    await sharp(png).flatten({ background: '#f4f2ec' }).png({ palette: true, colours: 128, dither: 0.6, effort: 7 }).toFile(out);
    console.log(`wrote ${out}`);
  } finally {
    rmSync(folder, { recursive: true });
  }
};

const picture = async (name: string): Promise<{ readonly source: Source; readonly aspect: number }> => {
  const file = join(here, 'pictures', name);
  const { width, height } = await sharp(file).metadata();
  const sha256 = createHash('sha256').update(readFileSync(file)).digest('hex');
  return { source: { kind: 'picture', picture: { sha256, path: relative(join(tmpdir(), 'any'), file) } }, aspect: height / width };
};

/** Letters that fill a cell. */
const LETTERS = freshSource('type', { text: 'INK', lines: 'fit', font: { family: 'anton' } });

/** What goes before a step that works on ink, or on what has been opened first. */
const SCREENED: readonly Step[] = [freshStep('levels', { outWhite: 0.95 }), freshStep('screen', { lpi: 12, angle: 22.5 })];
/** Dials of the steps whose defaults leave these pictures as they are. */
const DIALS: Partial<Record<StepKind, Readonly<Record<string, unknown>>>> = {
  'grey-response': {
    response: [
      [0, 0.2],
      [28, 0.38],
      [120, 0],
      [230, -0.46],
    ],
  },
  curve: {
    points: [
      [0, 0],
      [0.3, 0.12],
      [0.7, 0.9],
      [1, 1],
    ],
  },
  exposure: { stops: 1 },
  'match-tones': { of: 'art-0' },
  screen: { lpi: 12 },
  stochastic: { dot: 0.7 },
  sharpen: { strength: 3, halo: 1.4 },
  denoise: { strength: 0.9, size: 2 },
  grain: { strength: 0.5, size: 0.6 },
  saturation: { strength: 0.8 },
  'one-hue': { turn: -120 },
  harden: { length: 0.6 },
  misregister: { across: 2, down: 1.2, turn: 0.4 },
  relief: { depth: 0.6, scale: 0.8 },
  'own-screen': { letters: 'a', lpi: 7 },
  'process-screen': { lpi: 14 },
  'channel-screen': { lpi: 10 },
  'error-diffusion': { dot: 0.5 },
  'texture-screen': { size: 0.3 },
  'round-screen': { lpi: 14 },
  displace: { size: 0.2, arrow: { x: 5, y: 3 } },
  bend: { by: 'the form of the picture', bent: 'both', depth: 3 },
  stretch: { by: 0.25 },
  halo: { reach: 5 },
  metal: { width: 1.6, tall: 40 },
  glints: { apart: 14, size: 7, from: 0.75 },
};

/** What is seen of a step on letters rather than on a picture. */
const ON_LETTERS: readonly StepKind[] = ['displace', 'stretch', 'halo', 'cast', 'metal'];

const stepsSheet = async (): Promise<Contact> => {
  const cell = { width: 76, height: 102 };
  const pictures = [await picture('dome-dusk.jpg'), await picture('moon.jpg')];
  const cells = STEPS.flatMap((step) =>
    pictures.map(({ source, aspect }, i): Cell => {
      const height = Math.min(cell.height, cell.width * aspect);
      const isLettered = i === 1 && ON_LETTERS.includes(step.kind);
      const before = step.takes === 'ink' || step.kind === 'colour-back' ? SCREENED : [];
      return {
        title: i === 0 ? step.title : '',
        source: isLettered ? LETTERS : source,
        size: isLettered ? { width: cell.width, height: 60 } : { width: height / aspect, height },
        steps: [...before, freshStep(step.kind, DIALS[step.kind])].map((each, n) => ({ ...each, id: `step-${n}` })),
      };
    }),
  );
  return { name: 'steps', ppi: 80, columns: 8, cell, cells };
};

/** A letter-size sheet whole, at half its size, and a piece of it with one pixel of a scan at 300 ppi for one of the picture. */
const surfacesSheet = (): Contact => {
  const cell = { width: 108, height: 139.8 };
  const cells = SURFACES.flatMap(({ name, title }): Cell[] => {
    const source = freshSource('surface', { surface: name, seed: 3 });
    return [
      { title, source, size: cell, steps: [] },
      { title: '1 : 1', source, size: cell, steps: [], times: (SURFACE_PIECE.width / cell.width) * (SCAN_PPI / SURFACES_PPI) },
    ];
  });
  return { name: 'surfaces', ppi: SURFACES_PPI, columns: 8, cell, cells };
};

/** Every screen there is beside the dots: laid out otherwise, of textures, of dots of one size, and of several inks. */
const OTHER_SCREENS: readonly (readonly [string, Step])[] = [
  ...(['rings', 'rays', 'a spiral'] as const).map((shape) => [shape, freshStep('round-screen', { shape, lpi: 12, rays: 400 })] as const),
  ['along a line', freshStep('round-screen', { shape: 'along a line', lpi: 12 })],
  ['letters', freshStep('own-screen', { letters: '&', lpi: 6 })],
  ...(['concrete rubbing', 'dry brush', 'fabric weave'] as const).map(
    (of) => [of, freshStep('texture-screen', { of, size: 0.25 })] as const,
  ),
  ...(stepOfKind('error-diffusion')?.dials['kernel'] as DialOf<'choice'>).options.map(
    (kernel) => [kernel, freshStep('error-diffusion', { kernel, dot: 0.5 })] as const,
  ),
  ...(['blue noise', 'ordered'] as const).map((order) => [order, freshStep('stochastic', { order, dot: 0.5 })] as const),
  ['process screens', freshStep('process-screen', { lpi: 14 })],
  ['channel screens', freshStep('channel-screen', { lpi: 9 })],
];

const COLUMNS = 6;
const stop = (at: number, srgb: string) => ({ at, colour: { srgb }, strength: 1 });
const COLOURS = freshSource('ramp', { stops: [stop(0, '#b03a2e'), stop(0.4, '#f0c040'), stop(0.7, '#4a9a8a'), stop(1, '#2a3a7a')] });

/** A line in waves through a row of cells, hundredths of a mm. */
const waveIn = (row: number, { width, height }: Size): string => {
  const middle = GAP + row * (height + CAPTION + GAP) + height / 2;
  const points = Array.from({ length: 12 * COLUMNS + 1 }, (_, i) => [(i * (width + GAP)) / 12, middle + 11 * Math.sin(i / 2)] as const);
  return pathOf(points.flatMap(([x, y]) => [Math.round(100 * x), Math.round(100 * y)]));
};

/** Every shape of the screen on a ramp from dark to light, and on the moon; then the other screens, those of several inks on the dome. */
const screensSheet = async (): Promise<Contact> => {
  const cell = { width: 76, height: 76 };
  const moon = await picture('moon.jpg');
  const ramp = freshSource('ramp', { stops: [stop(0, '#000000'), stop(1, '#ffffff')] });
  const dome = await picture('dome-dusk.jpg');
  const shapes = SHAPES.map((shape) => [shape, freshStep('screen', { shape, lpi: 7, angle: 22.5 })] as const);
  const cells = [...shapes, ...OTHER_SCREENS].flatMap(([title, step], i) => {
    const steps = [{ ...step, id: 'step-0' }];
    const inColour = stepOfKind(step.kind)?.takes === 'colour';
    // Each along a line of its own.
    const drawn =
      step.params['shape'] === 'along a line'
        ? steps.map((each) => ({ ...each, params: { ...each.params, line: waveIn(Math.floor((2 * i) / COLUMNS), cell) } }))
        : steps;
    return [
      { title, source: inColour ? COLOURS : ramp, size: cell, steps: drawn },
      { title: '', source: inColour ? dome.source : moon.source, size: cell, steps: drawn },
    ];
  });
  return { name: 'screens', ppi: 100, columns: COLUMNS, cell, cells };
};

const SHEETS: Readonly<Record<string, () => Promise<Contact>>> = {
  steps: stepsSheet,
  surfaces: () => Promise.resolve(surfacesSheet()),
  screens: screensSheet,
};

const wanted = process.argv.slice(2);
for (const name of wanted.length > 0 ? wanted : Object.keys(SHEETS)) {
  const make = SHEETS[name];
  if (!make) throw new Error(`There is no contact sheet “${name}”: choose ${Object.keys(SHEETS).join(' or ')}.`);
  await printed(await make());
}
