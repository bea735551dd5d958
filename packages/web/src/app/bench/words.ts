import { inchesFromMm, stepOfKind, type ColourRef, type Pass, type Sheet, type Step } from '@uvrant/core';

/** A colour dial's value as a colour to be shown. */
export const colourOf = (ref: ColourRef | null, sheet: Sheet): string => {
  if (ref && 'srgb' in ref) return ref.srgb;
  const ink = ref ? sheet.inks.find((each) => each.id === ref.ink) : sheet.inks[0];
  return ink?.colour ?? '#000000';
};

export const percent = (share: number, digits = 0): string => `${(100 * share).toFixed(digits)} %`;

/** How a pass lies and goes down, in words. */
export const layInWords = (pass: Pass): string => {
  const source =
    pass.source.kind === 'picture'
      ? pass.placement.fit === 'fill'
        ? 'picture, fills the sheet'
        : 'picture, whole on the sheet'
      : pass.source.kind === 'flat'
        ? 'flat ink'
        : pass.source.kind;
  const strength = pass.lay.strength < 1 ? ` ${percent(pass.lay.strength)}` : '';
  return pass.lay.mode === 'normal' ? source + (strength && `, at${strength}`) : `${source}, ${pass.lay.mode}${strength}`;
};

type Params = Readonly<Record<string, unknown>>;

/** What each kind of step is set to, in a few words. */
const SUMMARIES: Readonly<Record<string, (params: Params, pass: Pass) => string>> = {
  'grey-response': ({ by, response }) => (by === 'shares' ? 'by shares' : (response as unknown[]).length === 0 ? 'even' : 'by hue'),
  levels: ({ auto, black, white, outBlack, outWhite }) => {
    const figure = (v: unknown): string => (100 * (v as number)).toFixed(0);
    return `${auto ? 'found' : `${figure(black)}–${figure(white)}`} to ${figure(outBlack)}–${figure(outWhite)} %`;
  },
  curve: ({ points }) => `${(points as unknown[]).length} handles`,
  screen: ({ lpi, angle, shape }, pass) =>
    `${shape as string}, ${Math.round(inchesFromMm(pass.placement.width) * (lpi as number))} across, ${String(angle)}°`,
};

export const stepInWords = (step: Step, pass: Pass): string => {
  const declaration = stepOfKind(step.kind);
  if (!declaration || step.version > declaration.version) return 'not known here';
  return SUMMARIES[step.kind]?.(step.params, pass) ?? '';
};

export const stepTitle = (step: Step): string => stepOfKind(step.kind)?.title ?? step.kind;
