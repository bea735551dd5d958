import type { Pass, Sheet, Step } from './model';
import { findPass, passesOf, withPass } from './walk';

/** Where a pass stands: in a group (null: on the sheet itself), after a sibling (null: first). */
export interface PassPlace {
  readonly group: string | null;
  readonly after: string | null;
}

type Passes = readonly Pass[];

const childrenOf = (sheet: Sheet, group: string | null): Passes => {
  if (group === null) return sheet.passes;
  const source = findPass(sheet, group)?.source;
  return source?.kind === 'group' ? source.passes : [];
};

const withChildren = (sheet: Sheet, group: string | null, change: (passes: Passes) => Passes): Sheet =>
  group === null
    ? { ...sheet, passes: change(sheet.passes) }
    : withPass(sheet, group, (pass) =>
        pass.source.kind === 'group' ? { ...pass, source: { ...pass.source, passes: change(pass.source.passes) } } : pass,
      );

/** Where a pass stands now; null for one that is not on the sheet. */
export const placeOf = (sheet: Sheet, id: string): PassPlace | null => {
  const search = (passes: Passes, group: string | null): PassPlace | null => {
    for (const [i, pass] of passes.entries()) {
      if (pass.id === id) return { group, after: passes[i - 1]?.id ?? null };
      const within = pass.source.kind === 'group' ? search(pass.source.passes, pass.id) : null;
      if (within) return within;
    }
    return null;
  };
  return search(sheet.passes, null);
};

export const insertPass = (sheet: Sheet, pass: Pass, place: PassPlace): Sheet =>
  withChildren(sheet, place.group, (passes) => {
    const at = passes.findIndex((each) => each.id === place.after) + 1;
    return [...passes.slice(0, at), pass, ...passes.slice(at)];
  });

/** Without some passes and all that is in them. */
export const removePasses = (sheet: Sheet, ids: readonly string[]): Sheet => {
  const kept = (passes: Passes): Passes =>
    passes
      .filter((pass) => !ids.includes(pass.id))
      .map((pass) => (pass.source.kind === 'group' ? { ...pass, source: { ...pass.source, passes: kept(pass.source.passes) } } : pass));
  return { ...sheet, passes: kept(sheet.passes) };
};

/** A pass to another place; the sheet as it is where that place is the pass itself or in it. */
export const movePass = (sheet: Sheet, id: string, place: PassPlace): Sheet => {
  const pass = findPass(sheet, id);
  if (!pass || place.after === id) return sheet;
  const inside = new Set([...passesOf([pass])].map((each) => each.id));
  if (place.group !== null && inside.has(place.group)) return sheet;
  return insertPass(removePasses(sheet, [id]), pass, place);
};

/** One place earlier or later in printing order: past a sibling, or out of its group at its end. */
export const shiftPass = (sheet: Sheet, id: string, by: 1 | -1): Sheet => {
  const place = placeOf(sheet, id);
  if (!place) return sheet;
  const siblings = childrenOf(sheet, place.group);
  const at = siblings.findIndex((pass) => pass.id === id);
  const to = at + by;
  if (to >= 0 && to < siblings.length) {
    return movePass(sheet, id, { group: place.group, after: siblings[by > 0 ? to : to - 1]?.id ?? null });
  }
  const around = place.group === null ? null : placeOf(sheet, place.group);
  if (!around) return sheet;
  return movePass(sheet, id, { group: around.group, after: by > 0 ? place.group : around.after });
};

/** Passes that stand together, of the same group, as one group in the place of the last of them; null where they do not. */
export const groupPasses = (sheet: Sheet, ids: readonly string[], group: Pass): Sheet | null => {
  const places = ids.map((id) => placeOf(sheet, id));
  const [first] = places;
  if (!first || places.some((place) => place?.group !== first.group)) return null;
  const siblings = childrenOf(sheet, first.group);
  const members = siblings.filter((pass) => ids.includes(pass.id));
  const last = siblings.indexOf(members.at(-1) as Pass);
  const after =
    siblings
      .slice(0, last + 1)
      .filter((pass) => !ids.includes(pass.id))
      .at(-1)?.id ?? null;
  return insertPass(removePasses(sheet, ids), { ...group, source: { kind: 'group', passes: members } }, { group: first.group, after });
};

/** A group's passes in its place; its own steps, masks and lay are gone. */
export const ungroupPass = (sheet: Sheet, id: string): Sheet => {
  const [pass, place] = [findPass(sheet, id), placeOf(sheet, id)];
  if (pass?.source.kind !== 'group' || !place) return sheet;
  const { passes } = pass.source;
  return withChildren(sheet, place.group, (siblings) => siblings.flatMap((each) => (each.id === id ? passes : [each])));
};

const withSteps = (sheet: Sheet, passId: string, change: (steps: readonly Step[]) => readonly Step[]): Sheet =>
  withPass(sheet, passId, (pass) => ({ ...pass, steps: change(pass.steps) }));

/** A step into a pass, after another of its steps (null: first). */
export const insertStep = (sheet: Sheet, passId: string, step: Step, after: string | null): Sheet =>
  withSteps(sheet, passId, (steps) => {
    const at = steps.findIndex((each) => each.id === after) + 1;
    return [...steps.slice(0, at), step, ...steps.slice(at)];
  });

export const removeStep = (sheet: Sheet, passId: string, stepId: string): Sheet =>
  withSteps(sheet, passId, (steps) => steps.filter((step) => step.id !== stepId));

export const shiftStep = (sheet: Sheet, passId: string, stepId: string, by: 1 | -1): Sheet =>
  withSteps(sheet, passId, (steps) => {
    const at = steps.findIndex((step) => step.id === stepId);
    const to = at + by;
    if (at < 0 || to < 0 || to >= steps.length) return steps;
    const moved = [...steps];
    moved.splice(to, 0, ...moved.splice(at, 1));
    return moved;
  });
