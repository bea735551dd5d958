import { blendMode, findPass, stepOfKind, type ColourRef, type Mask, type Pass, type Sheet, type Source, type Step } from '@uvrant/core';

/** A colour dial's value as a colour to be shown. */
export const colourOf = (ref: ColourRef | null, sheet: Sheet): string => {
  if (ref && 'srgb' in ref) return ref.srgb;
  const ink = ref ? sheet.inks.find((each) => each.id === ref.ink) : sheet.inks[0];
  return ink?.colour ?? '#000000';
};

export const percent = (share: number, digits = 0): string => `${(100 * share).toFixed(digits)} %`;

/** What a pass prints, in a few words. One row a source; a missing row does not compile. */
const SOURCES: { readonly [K in Source['kind']]: (source: Extract<Source, { kind: K }>, pass: Pass) => string } = {
  picture: (_, { placement: { fit } }) =>
    fit === 'fill' ? 'picture, fills the sheet' : fit === 'whole' ? 'picture, whole on the sheet' : 'picture',
  flat: () => 'flat ink',
  ramp: ({ form }) => `${form} ramp`,
  shape: ({ form, filled, border }) => (filled ? form : `${form}, border ${Number(border.toFixed(1))} mm`),
  frame: ({ edge }) => `${edge} frame`,
  surface: ({ surface }) => `made, ${surface}`,
  type: ({ lines }) => (lines === 'fit' ? 'stacked type' : 'type'),
  group: ({ passes }) => `group of ${passes.length}`,
  sheet: () => 'another sheet',
  overall: (_, { steps, wear, lay }) => {
    if (steps.length > 0) return 'treats all so far';
    return wear.length > 0 && lay.mode === 'normal' ? 'wears all so far' : 'all so far over itself';
  },
};

export const sourceInWords = (pass: Pass): string =>
  (SOURCES[pass.source.kind] as ((source: Source, pass: Pass) => string) | undefined)?.(pass.source, pass) ?? pass.source.kind;

/** How a pass goes down: mode, strength, how often, within what. */
export const layInWords = (pass: Pass, sheet: Sheet): string => {
  const { mode, strength, times = 1, within } = pass.lay;
  const title = blendMode(mode)?.title ?? mode;
  const parts = [mode === 'normal' ? '' : mode === 'knock-out' ? 'knocked out' : title];
  if (strength < 1) parts.push(percent(strength));
  if (times > 1) parts.push(`× ${times}`);
  const lay = parts.filter(Boolean).join(' ');
  const inside = within === undefined ? '' : `within ${findPass(sheet, within)?.name ?? 'nothing'}`;
  return [lay, inside].filter(Boolean).join(', ');
};

/** Source and lay together. */
export const passInWords = (pass: Pass, sheet: Sheet): string => [sourceInWords(pass), layInWords(pass, sheet)].filter(Boolean).join(', ');

export const stepInWords = (step: Step, pass: Pass): string => {
  const declaration = stepOfKind(step.kind);
  if (!declaration || step.version > declaration.version) return 'not known here';
  const amount = declaration.amount !== 'none' && step.amount < 1 ? percent(step.amount) : '';
  return [declaration.summary?.(step.params, pass.placement.width) ?? '', amount].filter(Boolean).join(', ');
};

export const stepTitle = (step: Step): string => stepOfKind(step.kind)?.title ?? step.kind;

/** What a mask is set to, in a few words. One row a kind; a missing row does not compile. */
const MASK_WORDS: { readonly [K in Mask['kind']]: (mask: Extract<Mask, { kind: K }>) => string } = {
  painted: ({ strokes }) => `${strokes.length} ${strokes.length === 1 ? 'stroke' : 'strokes'}`,
  'cut-out': ({ outline, points, band }) =>
    points.length === 0 ? 'not drawn yet' : band > 0 ? `${outline}, soft edges in ${Number(band.toFixed(1))} mm` : outline,
  pick: ({ samples, tolerance }) =>
    samples.length === 0 ? 'no sample yet' : `${samples.length} ${samples.length === 1 ? 'sample' : 'samples'} ± ${tolerance}`,
  picture: ({ of }) => ('pass' in of ? 'light of a pass' : 'light of a picture'),
};

export const maskInWords = (mask: Mask): string => {
  const own = (MASK_WORDS[mask.kind] as ((mask: Mask) => string) | undefined)?.(mask) ?? 'not known here';
  const join = mask.join && mask.join !== 'both' ? `${mask.join}, ` : '';
  return `${join}${own}${mask.invert ? ', inverted' : ''}`;
};
