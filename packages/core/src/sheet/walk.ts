import type { Mask, Pass, Sheet, Step, Wear } from './model';

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

/** Every wear on the sheet with the pass that it is on, in printing order. */
export function* wearsOf(sheet: Sheet): Generator<{ readonly pass: Pass; readonly wear: Wear }> {
  for (const pass of passesOf(sheet.passes)) for (const wear of pass.wear) yield { pass, wear };
}

/** The masks of a pass, its steps, their zones and its wear. What is of a kind not known here may have none of these. */
export const masksOf = (pass: Pass): readonly Mask[] => {
  const steps: readonly Partial<Step>[] = pass.steps;
  const zones = steps.flatMap((step) => step.zones ?? []);
  const wear = pass.wear as readonly { readonly masks?: readonly Mask[] }[];
  return [pass, ...steps, ...zones, ...wear].flatMap((holder) => holder.masks ?? []);
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

/** A moment in printing: after a pass or one of its steps; a pass of null is the bare stock. */
export interface Moment {
  readonly pass: string | null;
  readonly step: string | null;
}

/** Every moment in the order in which the ticket reads: a pass before its steps, what is in it if it is a group, each of its steps. */
export const momentsOf = (sheet: Sheet): Moment[] => {
  const visit = (passes: readonly Pass[]): Moment[] =>
    passes.flatMap((pass) => [
      { pass: pass.id, step: null },
      ...(pass.source.kind === 'group' ? visit(pass.source.passes) : []),
      ...pass.steps.map((step) => ({ pass: pass.id, step: step.id })),
    ]);
  return [{ pass: null, step: null }, ...visit(sheet.passes)];
};

export const sameMoment = (a: Moment, b: Moment): boolean => a.pass === b.pass && a.step === b.step;

/** The sheet as it was at a moment: what comes later is off, but still there to be read by what is masked with it. */
export const peeled = (sheet: Sheet, moment: Moment): Sheet => {
  const moments = momentsOf(sheet);
  const end = moments.findIndex((each) => sameMoment(each, moment));
  if (end < 0) return sheet;
  const shown = new Set(moments.slice(0, end + 1).map(({ pass, step }) => `${pass}/${step}`));
  const change = (pass: Pass): Pass => ({
    ...pass,
    on: pass.on && shown.has(`${pass.id}/null`),
    steps: pass.steps.map((step) => ({ ...step, on: step.on && shown.has(`${pass.id}/${step.id}`) })),
    source: pass.source.kind === 'group' ? { ...pass.source, passes: pass.source.passes.map(change) } : pass.source,
  });
  return { ...sheet, passes: sheet.passes.map(change) };
};

/** The sheet with one pass printing by itself, within its groups if it is in any. */
export const alone = (sheet: Sheet, id: string): Sheet => {
  const holds = (pass: Pass): boolean => pass.id === id || (pass.source.kind === 'group' && pass.source.passes.some(holds));
  const change = (pass: Pass): Pass => {
    if (pass.id === id) return { ...pass, on: true, lay: { mode: 'normal', strength: pass.lay.strength } };
    if (!holds(pass) || pass.source.kind !== 'group') return { ...pass, on: false };
    return { ...pass, on: true, source: { ...pass.source, passes: pass.source.passes.map(change) } };
  };
  return { ...sheet, passes: sheet.passes.map(change) };
};
