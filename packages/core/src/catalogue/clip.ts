/** What is copied from one sheet to another, as text: whole passes, steps, masks or wears, with the inks that they name. */
import { inkOfColour } from '../sheet/ink-names';
import { SHEET_VERSION, type Ink, type Mask, type Pass, type Sheet, type Step, type Wear } from '../sheet/model';
import { passesOf, wearsOf } from '../sheet/walk';
import { copiedPass, copiedStep } from './copied';
import { passesRead, referenceFault, wearsShared } from './references';
import { stepOfKind } from './steps';
import { upgradedSheet } from './upgraded';

export const CLIP_FORMAT = 'uvrant-clip';

/** One sort of thing that was copied. */
export type Clipped =
  | { readonly passes: readonly Pass[] }
  | { readonly steps: readonly Step[] }
  | { readonly masks: readonly Mask[] }
  | { readonly wears: readonly Wear[] };

export interface Clip {
  readonly format: typeof CLIP_FORMAT;
  /** The version of the sheet document that it is of. */
  readonly version: number;
  readonly inks: readonly Ink[];
  readonly clipped: Clipped;
}

type FreshId = () => string;

/** A value with the inks that it names exchanged, wherever they stand: `{ ink: id }`. */
const withInks = <T>(value: T, idOf: (id: string) => string): T => {
  if (Array.isArray(value)) return value.map((each: unknown) => withInks(each, idOf)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value);
  if (entries.length === 1 && entries[0]?.[0] === 'ink' && typeof entries[0][1] === 'string') return { ink: idOf(entries[0][1]) } as T;
  return Object.fromEntries(entries.map(([key, each]) => [key, withInks(each as unknown, idOf)])) as T;
};

/** What is copied of a sheet, with the inks that it names. */
export const clipOf = ({ inks }: Sheet, clipped: Clipped): Clip => {
  const named = new Set<string>();
  withInks(clipped, (id) => {
    named.add(id);
    return id;
  });
  return { format: CLIP_FORMAT, version: SHEET_VERSION, inks: inks.filter(({ id }) => named.has(id)), clipped };
};

/** The same as text. */
export const clipText = (sheet: Sheet, clipped: Clipped): string => JSON.stringify(clipOf(sheet, clipped));

const SORTS = ['passes', 'steps', 'masks', 'wears'];
const hasId = (each: unknown): boolean => typeof (each as { id?: unknown } | null)?.id === 'string';

/** What lies in a text; null where it is no clip. @throws Error for one of a newer version than this one reads. */
export const clipIn = (text: string): Clip | null => {
  if (!text.startsWith(`{"format":"${CLIP_FORMAT}"`)) return null;
  try {
    const clip = JSON.parse(text) as Clip;
    const [sort, ...others] = Object.entries(clip.clipped);
    const isOne = sort !== undefined && others.length === 0 && SORTS.includes(sort[0]) && Array.isArray(sort[1]) && sort[1].every(hasId);
    if (!isOne || !Array.isArray(clip.inks) || !Number.isInteger(clip.version)) return null;
    if (clip.version <= SHEET_VERSION) return clip;
  } catch {
    return null;
  }
  throw new Error('What was copied is of a newer Uvrant than this one: paste it there, or bring this one up to date.');
};

/** A sheet with the inks of a clip that it has not got, and the clip as it reads there: of an ink of the same colour or of its own. */
const inked = (sheet: Sheet, { inks, clipped }: Clip, freshId: FreshId): { readonly sheet: Sheet; readonly clipped: Clipped } => {
  let into = sheet;
  const ids = new Map<string, string>();
  for (const ink of inks) {
    const same = into.inks.find(({ id }) => id === ink.id);
    const there = same?.colour === ink.colour ? same : inkOfColour(into, ink.colour, same ? freshId() : ink.id);
    if (!into.inks.some(({ id }) => id === there.id)) {
      const named = into.inks.some(({ name }) => name === ink.name) ? there : { ...there, name: ink.name };
      into = { ...into, inks: [...into.inks, named] };
    }
    ids.set(ink.id, there.id);
  }
  return { sheet: into, clipped: withInks(clipped, (id) => ids.get(id) ?? id) };
};

const masksAmong = (masks: readonly Mask[], there: ReadonlySet<string>): readonly Mask[] =>
  masks.filter((mask) => passesRead(mask).every((id) => there.has(id)));

/** A step that reads no passes but those that are there, nor do its zones. */
const stepAmong = (step: Step, there: ReadonlySet<string>): Step => {
  const dials = stepOfKind(step.kind)?.dials ?? {};
  const among = (params: Step['params']): Step['params'] =>
    Object.fromEntries(
      Object.entries(params).map(([name, value]) => {
        const isGone = dials[name]?.type === 'pass' && typeof value === 'string' && !there.has(value);
        return [name, isGone ? null : value];
      }),
    );
  return {
    ...step,
    params: among(step.params),
    // A step of a kind not known here may have neither.
    ...(step.masks ? { masks: masksAmong(step.masks, there) } : {}),
    ...(step.zones
      ? { zones: step.zones.map((zone) => ({ ...zone, masks: masksAmong(zone.masks, there), params: among(zone.params) })) }
      : {}),
  };
};

const wearsAmong = (wears: readonly Wear[], there: ReadonlySet<string>, wearIds: ReadonlySet<string>): readonly Wear[] =>
  wears
    .filter((wear) => wearsShared(wear).every((id) => wearIds.has(id)))
    .map((wear) => ('masks' in wear ? { ...wear, masks: masksAmong(wear.masks, there) } : wear));

/** A pass that reads no passes or wears but those that are there. */
const passAmong = (pass: Pass, there: ReadonlySet<string>, wearIds: ReadonlySet<string>): Pass => {
  const { source } = pass;
  return {
    ...freed(pass, there),
    masks: masksAmong(pass.masks, there),
    steps: pass.steps.map((step) => stepAmong(step, there)),
    wear: wearsAmong(pass.wear, there, wearIds),
    source: source.kind === 'group' ? { ...source, passes: source.passes.map((each) => passAmong(each, there, wearIds)) } : source,
  };
};

/** A pass that lies within none that is not there. */
const freed = (pass: Pass, there: ReadonlySet<string>): Pass => {
  const { within, ...lay } = pass.lay;
  return within === undefined || there.has(within) ? pass : { ...pass, lay };
};

const idsOf = (passes: readonly Pass[]): string[] => [...passesOf(passes)].map(({ id }) => id);
const wearIdsOf = (passes: readonly Pass[]): string[] => [...passesOf(passes)].flatMap(({ wear }) => wear.map(({ id }) => id));

/** Passes as they go into a sheet, and the sheet with their inks. */
export interface PassesFrom {
  readonly sheet: Sheet;
  readonly passes: readonly Pass[];
  /** What they read that is not there, and is left out, in words; null where nothing is. */
  readonly without: string | null;
}

/** Passes of a clip with ids of their own; null of a clip of something else. */
export const passesFrom = (sheet: Sheet, clip: Clip, freshId: FreshId): PassesFrom | null => {
  const ready = inked(sheet, clip, freshId);
  if (!('passes' in ready.clipped)) return null;
  const [first] = ready.clipped.passes;
  if (!first) return { sheet: ready.sheet, passes: [], without: null };
  const today = upgradedSheet({ ...sheet, version: clip.version, passes: ready.clipped.passes }).passes;
  // As one group, so that what they say of each other goes along.
  const together = copiedPass({ ...first, masks: [], steps: [], wear: [], source: { kind: 'group', passes: today } }, freshId);
  const copies = together.source.kind === 'group' ? together.source.passes : [];
  const there = new Set([...idsOf(sheet.passes), ...idsOf(copies)]);
  const wearIds = new Set([...[...wearsOf(sheet)].map(({ wear }) => wear.id), ...wearIdsOf(copies)]);
  return {
    sheet: ready.sheet,
    passes: copies.map((pass) => passAmong(pass, there, wearIds)),
    without: referenceFault({ ...sheet, passes: [...sheet.passes, ...copies.map((pass) => freed(pass, there))] }),
  };
};

/** A pass with the steps, masks or wears of a clip added, steps behind one of its own (null: at the end), and the sheet with their inks; null of passes. */
export const passWith = (
  sheet: Sheet,
  pass: Pass,
  clip: Clip,
  after: string | null,
  freshId: FreshId,
): { readonly sheet: Sheet; readonly pass: Pass; readonly ids: readonly string[] } | null => {
  const ready = inked(sheet, clip, freshId);
  const { clipped } = ready;
  const there = new Set(idsOf(sheet.passes).filter((id) => id !== pass.id));
  if ('passes' in clipped) return null;
  if ('steps' in clipped) {
    const today = upgradedSheet({ ...sheet, version: clip.version, passes: [{ ...pass, masks: [], wear: [], steps: clipped.steps }] });
    const steps = (today.passes[0]?.steps ?? []).map((step) => stepAmong(copiedStep(step, freshId), there));
    const at = pass.steps.findIndex(({ id }) => id === after);
    const place = at < 0 ? pass.steps.length : at + 1;
    return {
      sheet: ready.sheet,
      pass: { ...pass, steps: [...pass.steps.slice(0, place), ...steps, ...pass.steps.slice(place)] },
      ids: steps.map(({ id }) => id),
    };
  }
  // Masks and wears are copied as parts of a pass, so that theirs have ids of their own, too.
  const carrier = { ...pass, steps: [], masks: 'masks' in clipped ? clipped.masks : [], wear: 'wears' in clipped ? clipped.wears : [] };
  const copy = passAmong(
    copiedPass(upgradedSheet({ ...sheet, version: clip.version, passes: [carrier] }).passes[0] as Pass, freshId),
    there,
    new Set([...wearsOf(sheet)].map(({ wear }) => wear.id)),
  );
  return {
    sheet: ready.sheet,
    pass: { ...pass, masks: [...pass.masks, ...copy.masks], wear: [...pass.wear, ...copy.wear] },
    ids: [...copy.masks, ...copy.wear].map(({ id }) => id),
  };
};
