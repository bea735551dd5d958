import type { AnyStep } from '../steps/declare';
import type { AnyDial, DialOf, DialType } from '../steps/dials';
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
  toggle: () => 'on or off',
  colour: () => 'an ink of the sheet or an sRGB colour',
  curve: ({ domain, presets }) =>
    `handles ${domain === 'hue' ? 'round the hue circle' : 'over tone'}; to begin with: ${presets.map(({ name }) => name).join(', ')}`,
};
const takes = (dial: AnyDial): string => (TAKES[dial.type] as (dial: AnyDial) => string)(dial);

const shownDefault = (dial: AnyDial): string => {
  if (dial.type === 'share') return `${Number((dial.default * 100).toFixed(2))} %`;
  if (dial.type === 'colour') return 'the first ink';
  if (dial.type === 'curve') return dial.presets.find(({ points }) => points === dial.default)?.name ?? `${dial.default.length} handles`;
  return String(dial.default);
};

const dialRow = ([name, dial]: readonly [string, AnyDial]): string =>
  `| \`${name}\` | ${dial.title} | ${takes(dial)} | ${shownDefault(dial)} | ${dial.more ?? ''}${dial.shownWhen ? ` (while ${dial.shownWhen.dial} is ${String(dial.shownWhen.is)})` : ''} |`;

const section = (step: AnyStep): string => {
  const facts = [
    `takes ${step.takes}, gives ${step.gives}`,
    `amount: ${step.amount}`,
    step.locality,
    `in a draft: ${step.draft.behaviour === 'same' ? 'the same' : 'its measured curve where its structure is too fine to show'}`,
  ];
  return [
    `## ${step.title} (\`${step.kind}\`, version ${step.version})`,
    '',
    step.purpose,
    '',
    `Family ${step.family}; ${facts.join('; ')}.`,
    '',
    '| key | dial | takes | default | more means |',
    '| --- | --- | --- | --- | --- |',
    ...Object.entries(step.dials).map(dialRow),
    '',
  ].join('\n');
};

/** docs/steps.md: every step and its dials, from the declarations. */
export const stepsPage = (): string =>
  [
    '# Steps',
    '',
    'Written by `npm run docs` from the declarations; every value is kept in the unit shown, shares as 0 … 1.',
    '',
    ...STEPS.map((step) => section(step as AnyStep)),
  ].join('\n');
