/** What an edit did, in words: found by comparing the sheet before it with the sheet after it. */
import { maskOfKind } from '../masks/kinds';
import type { Mask, Pass, Sheet, Step, Wear } from '../sheet/model';
import { passesOf } from '../sheet/walk';
import { wearOfKind } from '../wears/kinds';
import { stepOfKind } from './steps';

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Keys whose values differ. */
const changedKeys = (a: object, b: object): string[] => {
  const [one, two] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return [...new Set([...Object.keys(one), ...Object.keys(two)])].filter((key) => !same(one[key], two[key]));
};

interface Listed {
  readonly id: string;
}
interface Difference<T> {
  readonly added: readonly T[];
  readonly removed: readonly T[];
  readonly changed: readonly (readonly [T, T])[];
}
const difference = <T extends Listed>(before: readonly T[], after: readonly T[]): Difference<T> => {
  const was = new Map(before.map((each) => [each.id, each]));
  const is = new Map(after.map((each) => [each.id, each]));
  return {
    added: after.filter(({ id }) => !was.has(id)),
    removed: before.filter(({ id }) => !is.has(id)),
    changed: after.flatMap((each): (readonly [T, T])[] => {
      const old = was.get(each.id);
      return old && old !== each && changedKeys(old, each).length > 0 ? [[old, each]] : [];
    }),
  };
};

/** The one thing that was added, removed or changed in a list; its order, or several things of it. */
const inList = <T extends Listed>(
  before: readonly T[],
  after: readonly T[],
  nameOf: (each: T) => string,
  changed: (before: T, after: T) => string,
  several: string,
): string => {
  const { added, removed, changed: pairs } = difference(before, after);
  if (added.length + removed.length + pairs.length > 1) return several;
  if (added[0]) return `${nameOf(added[0])} added`;
  if (removed[0]) return `${nameOf(removed[0])} removed`;
  if (pairs[0]) return changed(...pairs[0]);
  return `Order of ${several.toLowerCase()}`;
};

const onOff = (name: string, { on }: { readonly on: boolean }): string => `${name} switched ${on ? 'on' : 'off'}`;
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const maskName = ({ kind }: Mask): string => `Mask “${maskOfKind(kind)?.title ?? kind}”`;
const maskChange = (before: Mask, after: Mask): string => {
  const keys = changedKeys(before, after);
  if (keys.includes('on')) return onOff(maskName(after), after);
  const declaration = maskOfKind(after.kind);
  const own = keys.length === 1 && before.kind === after.kind ? declaration?.change?.(before, after) : null;
  if (own) return own;
  const dial = keys.length === 1 ? declaration?.dials[keys[0] as string]?.title : undefined;
  return dial ? `${maskName(after)}: ${dial.toLowerCase()}` : maskName(after);
};
const masksChange = (before: readonly Mask[], after: readonly Mask[]): string => inList(before, after, maskName, maskChange, 'Masks');

const stepName = ({ kind }: Step): string => stepOfKind(kind)?.title ?? kind;
const stepChange = (before: Step, after: Step): string => {
  const [name, keys] = [stepName(after), changedKeys(before, after)];
  if (keys.includes('on')) return onOff(name, after);
  if (keys[0] === 'masks') return masksChange(before.masks, after.masks);
  if (keys[0] === 'zones') return `${name}: zones`;
  if (keys[0] === 'amount') return `${name}: amount`;
  const dials = changedKeys(before.params, after.params);
  const title = dials.length === 1 ? stepOfKind(after.kind)?.dials[dials[0] as string]?.title : undefined;
  return title ? `${name}: ${title.toLowerCase()}` : name;
};

const wearName = (wear: Wear): string => wearOfKind(wear.kind)?.called(wear) ?? 'Wear';
const wearChange = (before: Wear, after: Wear): string => {
  const keys = changedKeys(before, after);
  if (keys.includes('on')) return onOff(wearName(after), after);
  const names = wearOfKind(after.kind)?.partNames ?? {};
  const parts = new Set(keys.map((key) => names[key] ?? key));
  return parts.size === 1 ? `${wearName(after)}: ${[...parts][0] as string}` : wearName(after);
};

/** What of a pass a key is. */
const PASS_PARTS: Readonly<Record<string, string>> = {
  name: 'name',
  placement: 'place',
  lay: 'lay',
  edges: 'edges',
  source: 'what it prints',
};
const passChange = (before: Pass, after: Pass): string => {
  const keys = changedKeys(before, after).filter((key) => key !== 'source' || before.source.kind !== 'group');
  if (keys.includes('on')) return onOff(after.name, after);
  if (keys.includes('locked')) return `${after.name} ${after.locked ? 'locked' : 'unlocked'}`;
  // What follows the art moves with its place.
  if (keys.includes('placement')) return `${after.name}: place`;
  if (keys.length !== 1) return after.name;
  const list = { steps: 'Steps', masks: 'Masks', wear: 'Wears' } as const;
  switch (keys[0]) {
    case 'steps':
      return inList(before.steps, after.steps, stepName, stepChange, list.steps);
    case 'masks':
      return masksChange(before.masks, after.masks);
    case 'wear':
      return inList(before.wear, after.wear, wearName, wearChange, list.wear);
    default:
      return `${after.name}: ${PASS_PARTS[keys[0] as string] ?? 'changed'}`;
  }
};

/** A pass without those that are in it: they are compared by themselves. */
const alone = (pass: Pass): Pass => (pass.source.kind === 'group' ? { ...pass, source: { ...pass.source, passes: [] } } : pass);

/** What of a sheet's head a key is. */
const HEAD_PARTS: Readonly<Record<string, string>> = {
  name: 'Name of the sheet',
  size: 'Size of the sheet',
  ppi: 'Resolution',
  edges: 'Edges of the sheet',
  stock: 'Stock',
};

/** What an edit did, as a person would call it: “Ink spread: spread”, “Lettering: place”, “Frame removed”. */
export const changeInWords = (before: Sheet, after: Sheet): string => {
  const [was, is] = [[...passesOf(before.passes)].map(alone), [...passesOf(after.passes)].map(alone)];
  const { added, removed, changed } = difference(was, is);
  const order = (passes: readonly Pass[]): string =>
    JSON.stringify(passes.map(({ id, source }) => [id, source.kind === 'group' ? order(source.passes) : '']));
  if (added.length + removed.length + changed.length > 0 || order(before.passes) !== order(after.passes)) {
    const group = added.find(({ source }) => source.kind === 'group');
    if (group && removed.length === 0 && added.length === 1 && is.length === was.length + 1) return `${group.name} added`;
    // A pass that brings others with it is named; what was only set going by it is not.
    if (added.length > 0 && removed.length === 0) return `${(group ?? added[0])?.name ?? 'A pass'} added`;
    if (removed.length === 1 || (removed.length > 1 && removed[0]?.source.kind === 'group')) return `${(removed[0] as Pass).name} removed`;
    if (removed.length > 1) return `${removed.length} passes removed`;
    if (changed.length > 1) return `${changed.length} passes changed`;
    return changed[0] ? passChange(...changed[0]) : 'Printing order';
  }
  const keys = changedKeys(before, after).filter((key) => key !== 'passes');
  if (keys.includes('inks')) {
    return inList(
      before.inks,
      after.inks,
      ({ name }) => `Ink “${name}”`,
      (_, { name }) => `Ink “${name}”`,
      'Inks',
    );
  }
  return keys.length === 1 ? (HEAD_PARTS[keys[0] as string] ?? upper(keys[0] as string)) : 'The sheet';
};
