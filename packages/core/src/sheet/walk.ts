import type { FontRef, Mask, Pass, PictureRef, Sheet, Step } from './model';

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
    if (pass.source.kind === 'frame' && pass.source.edge === 'picture' && pass.source.picture) add(pass.source.picture);
    for (const mask of masksOf(pass)) if (mask.kind === 'picture' && 'picture' in mask.of) add(mask.of.picture);
  }
  return [...found.values()];
};

/** All fonts that a sheet sets type in, each once. */
export const fontsOf = (sheet: Sheet): FontRef[] => {
  const found = new Map<string, FontRef>();
  for (const { source } of passesOf(sheet.passes)) {
    if (source.kind === 'type') found.set('family' in source.font ? source.font.family : source.font.sha256, source.font);
  }
  return [...found.values()];
};

/** The sheets that a sheet prints, and those that they print, by their ids, each once; those that are not there are left out. */
export const printedSheets = (sheet: Sheet, sheetOf: (id: string) => Sheet | undefined): Map<string, Sheet> => {
  const found = new Map<string, Sheet>();
  const visit = (each: Sheet): void => {
    for (const { source } of passesOf(each.passes)) {
      if (source.kind !== 'sheet' || found.has(source.sheet.id)) continue;
      const other = sheetOf(source.sheet.id);
      if (!other) continue;
      found.set(source.sheet.id, other);
      visit(other);
    }
  };
  visit(sheet);
  return found;
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
