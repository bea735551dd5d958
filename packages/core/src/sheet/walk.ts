import type { Mask, Pass, PictureRef, Sheet, Step } from './model';

/** Every pass in printing order; a group stands before what is in it. */
export function* passesOf(passes: readonly Pass[]): Generator<Pass> {
  for (const pass of passes) {
    yield pass;
    if (pass.source.kind === 'group') yield* passesOf(pass.source.passes);
  }
}

export const findPass = (sheet: Sheet, id: string): Pass | undefined => {
  for (const pass of passesOf(sheet.passes)) if (pass.id === id) return pass;
  return undefined;
};

/** The masks of a pass, its steps and their zones. A step of a kind not known here may have none of these. */
const masksOf = (pass: Pass): readonly Mask[] => {
  const steps: readonly Partial<Step>[] = pass.steps;
  const zones = steps.flatMap((step) => step.zones ?? []);
  return [pass, ...steps, ...zones].flatMap((holder) => holder.masks ?? []);
};

/** All pictures a sheet prints or masks with, each once. */
export const picturesOf = (sheet: Sheet): PictureRef[] => {
  const found = new Map<string, PictureRef>();
  const add = (picture: PictureRef): void => {
    if (!found.has(picture.sha256)) found.set(picture.sha256, picture);
  };
  for (const pass of passesOf(sheet.passes)) {
    if (pass.source.kind === 'picture') add(pass.source.picture);
    for (const mask of masksOf(pass)) if (mask.kind === 'picture' && 'picture' in mask.of) add(mask.of.picture);
  }
  return [...found.values()];
};

const mapPasses = (passes: readonly Pass[], id: string, change: (pass: Pass) => Pass): readonly Pass[] =>
  passes.map((pass) => {
    if (pass.id === id) return change(pass);
    if (pass.source.kind !== 'group') return pass;
    return { ...pass, source: { ...pass.source, passes: mapPasses(pass.source.passes, id, change) } };
  });

/** The sheet with one pass changed, wherever it stands. */
export const withPass = (sheet: Sheet, id: string, change: (pass: Pass) => Pass): Sheet => ({
  ...sheet,
  passes: mapPasses(sheet.passes, id, change),
});

/** The sheet with one step of one pass changed. */
export const withStep = (sheet: Sheet, passId: string, stepId: string, change: (step: Step) => Step): Sheet =>
  withPass(sheet, passId, (pass) => ({
    ...pass,
    steps: pass.steps.map((step) => (step.id === stepId ? change(step) : step)),
  }));
