/**
 * npm run contact-sheets [-- steps | surfaces]: every step on both demo pictures, and every made surface whole and at 1 : 1, each on
 * one sheet that the program itself prints, in docs/screenshots. What looks poor there is to be mended.
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
  STEPS,
  SURFACES,
  type Pass,
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
  /** Where on the source the cell begins, mm, for a piece at 1 : 1. */
  readonly piece?: Size;
}

interface Contact {
  readonly name: string;
  readonly ppi: number;
  readonly columns: number;
  /** Width of a cell, and room for it, mm. */
  readonly cell: Size;
  readonly cells: readonly Cell[];
}

const GAP = 4;
const CAPTION = 7;

const passesOf = (cell: Cell, index: number, { columns, cell: box }: Contact): Pass[] => {
  const x = GAP + (index % columns) * (box.width + GAP);
  const y = GAP + Math.floor(index / columns) * (box.height + CAPTION + GAP);
  const { width, height } = cell.size;
  const free = { fit: 'free', beyond: 'nothing' } as const;
  const art: Pass = {
    ...freshPass(`art-${index}`, `Picture ${index + 1}`, cell.source, { ...boxAt(x + width / 2, y + height / 2, width, height), ...free }),
    steps: cell.steps,
  };
  const line: Source = freshSource('type', { text: cell.title, size: 3.4 });
  const at = { ...boxAt(x + box.width / 2, y + box.height + CAPTION / 2, box.width, 5), ...free };
  return cell.title ? [art, freshPass(`line-${index}`, `Caption ${index + 1}`, line, at)] : [art];
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
  screen: { lpi: 12 },
  sharpen: { strength: 3, halo: 1.4 },
  denoise: { strength: 0.9, size: 2 },
  grain: { strength: 0.5, size: 0.6 },
  saturation: { strength: 0.8 },
  'one-hue': { turn: -120 },
  harden: { length: 0.6 },
  misregister: { across: 2, down: 1.2, turn: 0.4 },
  relief: { depth: 0.6, scale: 0.8 },
};

const stepsSheet = async (): Promise<Contact> => {
  const cell = { width: 76, height: 102 };
  const pictures = [await picture('dome-dusk.jpg'), await picture('moon.jpg')];
  const cells = STEPS.flatMap((step) =>
    pictures.map(({ source, aspect }, i): Cell => {
      const height = Math.min(cell.height, cell.width * aspect);
      const before = step.takes === 'ink' || step.kind === 'colour-back' ? SCREENED : [];
      return {
        title: i === 0 ? step.title : '',
        source,
        size: { width: height / aspect, height },
        steps: [...before, freshStep(step.kind, DIALS[step.kind])].map((each, n) => ({ ...each, id: `step-${n}` })),
      };
    }),
  );
  return { name: 'steps', ppi: 80, columns: 8, cell, cells };
};

/** A letter-size sheet whole at a third, and a piece of it at 1 : 1. */
const surfacesSheet = (): Contact => {
  const cell = { width: 108, height: 140 };
  const cells = SURFACES.flatMap(({ name, title }): Cell[] => {
    const source: Source = { kind: 'surface', surface: { name, seed: 3 } } as unknown as Source;
    return [
      { title, source, size: cell, steps: [] },
      { title: '1 : 1', source, size: cell, steps: [], piece: cell },
    ];
  });
  return { name: 'surfaces', ppi: 75, columns: 8, cell, cells };
};

const SHEETS: Readonly<Record<string, () => Promise<Contact>>> = {
  steps: stepsSheet,
  surfaces: () => Promise.resolve(surfacesSheet()),
};

const wanted = process.argv.slice(2);
for (const name of wanted.length > 0 ? wanted : Object.keys(SHEETS)) {
  const make = SHEETS[name];
  if (!make) throw new Error(`There is no contact sheet “${name}”: choose ${Object.keys(SHEETS).join(' or ')}.`);
  await printed(await make());
}
