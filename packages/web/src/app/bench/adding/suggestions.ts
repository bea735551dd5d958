import { passesOf, stepOfKind, type Pass, type Sheet } from '@uvrant/core';
import type { Asset } from '@uvrant/contract';
import type { Line } from '../../state/bench';
import { additionsAt, type Addition } from './additions';

/** Something that is likely wanted next, where it goes, and what it is called there. */
export interface Suggestion {
  readonly addition: Addition;
  readonly at: Line;
  readonly words: string;
}

/** Suggestions that stand side by side. */
const MOST = 3;

const HEAD: Line = { pass: null, step: null };
const hasStep = (pass: Pass, kind: string): boolean => pass.steps.some((step) => step.kind === kind);
const isScreened = (pass: Pass): boolean => pass.steps.some(({ kind }) => stepOfKind(kind)?.family === 'screen');

/** What is wanted next by the order of the work: a picture, its screen, its ink, lettering, a frame, wear. Common practice. */
const wanted = (sheet: Sheet, assets: readonly Asset[]): readonly { readonly id: string; readonly at: Line; readonly words: string }[] => {
  const all = [...passesOf(sheet.passes)];
  const isThere = (kind: Pass['source']['kind']): boolean => all.some(({ source }) => source.kind === kind);
  const photograph = all.find(({ source }) => source.kind === 'picture');
  const last = sheet.passes.at(-1);
  const end: Line = { pass: last?.id ?? null, step: null };
  const latest = assets.find(({ drawer }) => drawer === 'picture');
  const of = (pass: Pass): Line => ({ pass: pass.id, step: null });
  const isWhole = sheet.edges !== 'smooth';
  const isWorn = all.some(({ wear }) => wear.length > 0);
  return [
    ...(!photograph && latest ? [{ id: `picture-${latest.sha256.slice(0, 16)}`, at: end, words: latest.name }] : []),
    ...(photograph && isWhole && !isScreened(photograph) ? [{ id: 'way-fine-dots', at: of(photograph), words: 'Fine dots' }] : []),
    ...(photograph && isScreened(photograph) && !hasStep(photograph, 'ink-spread')
      ? [{ id: 'step-ink-spread', at: of(photograph), words: 'Ink spread' }]
      : []),
    ...(photograph && !isThere('type') ? [{ id: 'type-knocked-out', at: end, words: 'Lettering knocked out' }] : []),
    ...(!photograph && !isThere('type') ? [{ id: 'type-stacked', at: end, words: 'Lettering' }] : []),
    ...(all.length > 0 && !isThere('frame') ? [{ id: 'frame-torn', at: end, words: 'Torn frame' }] : []),
    ...(all.length > 0 && !isWorn ? [{ id: 'whole-made-crumpled-copy-paper', at: HEAD, words: 'Crumpled' }] : []),
  ];
};

export const suggestionsFor = (sheet: Sheet, assets: readonly Asset[]): readonly Suggestion[] =>
  wanted(sheet, assets)
    .flatMap(({ id, at, words }) => {
      const addition = additionsAt(sheet, at, assets, []).find((each) => each.id === id);
      return addition ? [{ addition, at, words }] : [];
    })
    .slice(0, MOST);
