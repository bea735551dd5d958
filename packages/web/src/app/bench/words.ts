import {
  blendMode,
  findPass,
  maskOfKind,
  sourceOfKind,
  stepOfKind,
  type ColourRef,
  type Mask,
  type Pass,
  type Sheet,
  type Step,
} from '@uvrant/core';

/** A colour dial's value as a colour to be shown. */
export const colourOf = (ref: ColourRef | null, sheet: Sheet): string => {
  if (ref && 'srgb' in ref) return ref.srgb;
  const ink = ref ? sheet.inks.find((each) => each.id === ref.ink) : sheet.inks[0];
  return ink?.colour ?? '#000000';
};

export const percent = (share: number, digits = 0): string => `${(100 * share).toFixed(digits)} %`;

const overallInWords = ({ steps, wear, lay }: Pass): string => {
  if (steps.length > 0) return 'treats all so far';
  return wear.length > 0 && lay.mode === 'normal' ? 'wears all so far' : 'all so far over itself';
};

/** What a pass prints, in a few words. */
export const sourceInWords = (pass: Pass): string => {
  const { source } = pass;
  if (source.kind === 'group') return `group of ${source.passes.length}`;
  if (source.kind === 'overall') return overallInWords(pass);
  return sourceOfKind(source.kind)?.inWords(source, pass) ?? source.kind;
};

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

/** What a mask is set to, in a few words. */
export const maskInWords = (mask: Mask): string => {
  const own = maskOfKind(mask.kind)?.inWords(mask) ?? 'not known here';
  const join = mask.join && mask.join !== 'both' ? `${mask.join}, ` : '';
  return `${join}${own}${mask.invert ? ', inverted' : ''}`;
};
