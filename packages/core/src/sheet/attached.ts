/** What is attached to a pass: masks to the pass itself, to its steps, to their zones and to its wears; and the wears. */
import type { Mask, Pass, Wear } from './model';

/** What of a pass masks are attached to: the pass itself, one of its steps, a zone of a step, or one of its wears. */
export interface AttachedTo {
  readonly step?: string;
  readonly zone?: string;
  readonly wear?: string;
}

/** The name of what masks are attached to, unique on a sheet. */
export const attachedName = (pass: string, { step, zone, wear }: AttachedTo): string =>
  [pass, step, zone, wear].filter((part) => part !== undefined).join('/');

const masksOfWear = (wear: Wear | undefined): readonly Mask[] => (wear && 'masks' in wear ? wear.masks : []);

/** The masks that are attached there, and the pass with them changed. */
export const masksAt = (pass: Pass, to: AttachedTo): readonly Mask[] => {
  const step = pass.steps.find(({ id }) => id === to.step);
  if (to.zone !== undefined) return step?.zones.find(({ id }) => id === to.zone)?.masks ?? [];
  if (to.step !== undefined) return step?.masks ?? [];
  return to.wear === undefined ? pass.masks : masksOfWear(pass.wear.find(({ id }) => id === to.wear));
};

export const withMasksAt = (pass: Pass, to: AttachedTo, change: (masks: readonly Mask[]) => readonly Mask[]): Pass => {
  if (to.wear !== undefined) {
    return withWear(pass, to.wear, (wear) => ('masks' in wear ? { ...wear, masks: change(wear.masks) } : wear));
  }
  if (to.step === undefined) return { ...pass, masks: change(pass.masks) };
  return {
    ...pass,
    steps: pass.steps.map((step) => {
      if (step.id !== to.step) return step;
      if (to.zone === undefined) return { ...step, masks: change(step.masks) };
      return { ...step, zones: step.zones.map((zone) => (zone.id === to.zone ? { ...zone, masks: change(zone.masks) } : zone)) };
    }),
  };
};

export const withWear = (pass: Pass, id: string, change: (wear: Wear) => Wear): Pass => ({
  ...pass,
  wear: pass.wear.map((wear) => (wear.id === id ? change(wear) : wear)),
});
