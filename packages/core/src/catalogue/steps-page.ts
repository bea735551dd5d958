import { BLEND_MODES, type BlendMode } from '../blend/modes';
import { MOST_DRAWN, MOST_STOPS, MOST_TEXT, type AnyDial, type DialOf, type Dials, type DialType } from '../fields/dials';
import { MOST_BENDS, MOST_SEED } from '../fields/values';
import type { AnyMask } from '../masks/declare';
import { MASKS } from '../masks/kinds';
import { BRUSH_DIALS } from '../masks/stroke';
import { TIPS } from '../masks/tips';
import { MASK_DIALS } from '../sheet/model';
import type { AnySource } from '../sources/declare';
import { SOURCES } from '../sources/kinds';
import type { AnyStep } from '../steps/declare';
import { SURFACES } from '../surface/surfaces';
import { WEAR_SHARES } from '../wears/cut';
import { WEAR_DIALS } from '../wears/texture';
import { STEPS } from './steps';

const range =
  (by: number, unit: string) =>
  ({ min, max }: { readonly min: number; readonly max: number }): string =>
    `${min * by} … ${max * by} ${unit}`;

/** What a dial takes, in words. One row a dial type; a missing row does not compile. */
const TAKES: { readonly [T in DialType]: (dial: DialOf<T>) => string } = {
  share: range(100, '%'),
  length: range(1, 'mm'),
  angle: range(1, '°'),
  frequency: range(1, 'lpi'),
  choice: ({ options }) => options.join(', '),
  number: (dial) => range(1, dial.unit)(dial).trim(),
  seed: () => `a whole number, 0 … ${MOST_SEED}`,
  text: () => `text of at most ${MOST_TEXT} characters`,
  font: () => 'a font that ships with the program, or one’s own',
  ramp: () => `2 … ${MOST_STOPS} colours along a line, each with its place and strength`,
  toggle: () => 'on or off',
  colour: () => 'an ink of the sheet or an sRGB colour',
  pass: () => 'a pass that prints earlier',
  picture: () => 'a picture of the job',
  point: ({ arrow }) => (arrow ? 'how far to the right and down, mm' : 'a place on the sheet, mm'),
  bends: () => `at most ${MOST_BENDS} strokes on the sheet`,
  drawn: ({ as }) => (as === 'line' ? 'a line drawn on the sheet' : `at most ${MOST_DRAWN} places on the sheet`),
  curve: ({ domain, presets }) =>
    `handles ${domain === 'hue' ? 'round the hue circle' : 'over tone'}; to begin with: ${presets.map(({ name }) => name).join(', ')}`,
};
export const takenBy = (dial: AnyDial): string => (TAKES[dial.type] as (dial: AnyDial) => string)(dial);

export const defaultInWords = (dial: AnyDial): string => {
  if (dial.type === 'share') return `${Number((dial.default * 100).toFixed(2))} %`;
  if (dial.type === 'colour') return 'the first ink';
  if (dial.type === 'pass' || dial.type === 'picture') return 'none';
  if (dial.type === 'point')
    return dial.default
      ? `${dial.default.x}, ${dial.default.y} mm`
      : `${(dial.unset ?? [0.5, 0.5]).map((share) => `${100 * share} %`).join(', ')} of ${dial.inPass ? 'the pass’s box' : 'the sheet'}`;
  if (dial.type === 'bends' || dial.type === 'drawn') return 'none';
  if (dial.type === 'font') return 'family' in dial.default ? dial.default.family : dial.default.name;
  if (dial.type === 'ramp') return `${dial.default.length} colours`;
  if (dial.type === 'curve') return dial.presets.find(({ points }) => points === dial.default)?.name ?? `${dial.default.length} handles`;
  return String(dial.default);
};

const shownWords = ({ shownWhen: when }: AnyDial): string =>
  when ? ` (while ${when.dial} is ${'is' in when ? String(when.is) : `not ${[when.isNot].flat().join(' or ')}`})` : '';

const dialRow = ([name, dial]: readonly [string, AnyDial]): string =>
  `| \`${name}\` | ${dial.title} | ${takenBy(dial)} | ${defaultInWords(dial)} | ${dial.more ?? ''}${shownWords(dial)} |`;

const DRAFTS = {
  same: 'the same',
  fold: 'the same, or folded into the measured curve of a screen before it',
  curve: 'its measured curve where its structure is too fine to show',
} as const;

const table = (dials: Dials): string[] =>
  Object.keys(dials).length === 0
    ? ['No dials.']
    : ['| key | dial | takes | default | more means |', '| --- | --- | --- | --- | --- |', ...Object.entries(dials).map(dialRow)];

const section = (step: AnyStep): string => {
  const facts = [
    `takes ${step.takes}, gives ${step.gives}`,
    `amount: ${step.amount}`,
    step.locality,
    `in a draft: ${DRAFTS[step.draft.behaviour]}`,
  ];
  return [
    `## ${step.title} (\`${step.kind}\`, version ${step.version})`,
    '',
    step.purpose,
    '',
    `Family ${step.family}; ${facts.join('; ')}.`,
    '',
    ...table(step.dials),
    '',
  ].join('\n');
};

const sourceSection = ({ kind, title, purpose, dials }: AnySource): string =>
  [`## ${title} (\`${kind}\`)`, '', purpose, '', ...table(dials), ''].join('\n');

/** docs/sources.md: every source that is set by dials, from the declarations. */
export const sourcesPage = (): string =>
  [
    '# Sources',
    '',
    'Written by `npm run docs` from the declarations; every value is kept in the unit shown, shares as 0 … 1. Besides these a',
    'pass is a group of passes, or treats what is beneath it (overall).',
    '',
    ...SOURCES.map(sourceSection),
  ].join('\n');

const modeRow = ({ name, title, suits, purpose, source }: BlendMode): string =>
  `| \`${name}\` | ${title} | ${suits} | ${purpose} | ${source} |`;

/** docs/lays.md: every mode, ordered by the work. */
export const laysPage = (): string =>
  [
    '# Lays',
    '',
    'Written by `npm run docs` from the table in `packages/core/src/blend/modes.ts`, which has the formulas. W3C: Compositing and',
    'Blending Level 1 (2015).',
    '',
    '| key | lay | suits | what it does | formula |',
    '| --- | --- | --- | --- | --- |',
    ...BLEND_MODES.map(modeRow),
    '',
  ].join('\n');

const maskSection = ({ kind, title, purpose, dials }: AnyMask): string =>
  [`## ${title} (\`${kind}\`)`, '', purpose, '', ...table(dials), ''].join('\n');

/** docs/masks.md: masks, wear, the brush and the surfaces that a scanner has, from the declarations. */
export const masksPage = (): string =>
  [
    '# Masks, wear, brushes and surfaces',
    '',
    'Written by `npm run docs` from the declarations; every value is kept in the unit shown, shares as 0 … 1.',
    '',
    ...MASKS.map(maskSection),
    '## What all masks have',
    '',
    ...table(MASK_DIALS),
    '',
    '## Wear',
    '',
    'A texture’s grey goes through the curve and is cut into what takes ink away and what leaves it. The cut is solved for a share',
    `of the texture on its own tones (${WEAR_SHARES.map(({ name, share }) => `${name} ${Math.round(100 * share)} %`).join(', ')}), on the side that covers less of it, and stays while the texture is moved.`,
    '',
    ...table(WEAR_DIALS),
    '',
    '## The brush',
    '',
    ...table(BRUSH_DIALS),
    '',
    '| tip | what it leaves |',
    '| --- | --- |',
    ...TIPS.map(({ name, note }) => `| ${name} | ${note} |`),
    '',
    '## Surfaces',
    '',
    'What can be laid on the simulated scanner’s glass, made from a seed.',
    '',
    '| surface | how it looks |',
    '| --- | --- |',
    ...SURFACES.map(({ title, note }) => `| ${title} | ${note} |`),
    '',
  ].join('\n');

/** docs/steps.md: every step and its dials, from the declarations. */
export const stepsPage = (): string =>
  [
    '# Steps',
    '',
    'Written by `npm run docs` from the declarations; every value is kept in the unit shown, shares as 0 … 1.',
    '',
    ...STEPS.map((step) => section(step as AnyStep)),
  ].join('\n');
