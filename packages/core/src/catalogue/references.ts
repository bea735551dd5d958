/** What the parts of a sheet point at: other passes, wears, sheets, pictures and fonts, found by the document's description. */
import type { Field, FieldShape, FieldOf, Target } from '../fields/fields';
import type { FontRef, PictureRef, SheetRef } from '../sheet/model';
import type { Mask, Pass, Sheet, Step, Wear } from '../sheet/model';
import { masksOf, passesOf, wearsOf } from '../sheet/walk';
import { MASK } from '../masks/kinds';
import { WEAR } from '../wears/kinds';
import { PASS } from './document';
import { stepOfKind } from './steps';
import { upgradedStep } from './upgraded';

/** Gives what stands in the place of a value that points at something. */
type Change = (to: Target, value: unknown) => unknown;
type Values = Readonly<Record<string, unknown>>;

const isRecord = (value: unknown): value is Values => typeof value === 'object' && value !== null && !Array.isArray(value);

const changedRecord = (fields: Readonly<Record<string, Field>>, value: unknown, change: Change): unknown => {
  if (!isRecord(value)) return value;
  const changed = Object.entries(fields).flatMap(([key, of]) => {
    if (!(key in value)) return [];
    const now = mapped(of, value[key], change);
    return now === value[key] ? [] : [[key, now] as const];
  });
  return changed.length === 0 ? value : { ...value, ...Object.fromEntries(changed) };
};

const changedList = (value: unknown, change: (item: unknown, i: number) => unknown): unknown => {
  if (!Array.isArray(value)) return value;
  const now = value.map(change);
  return now.some((item, i) => item !== value[i]) ? now : value;
};

const kept = (_: unknown, value: unknown): unknown => value;

/** How each shape is gone through. One row a shape; a missing row does not compile. */
const SHAPES: { readonly [N in FieldShape]: (shape: FieldOf<N>, value: unknown, change: Change) => unknown } = {
  number: kept,
  text: kept,
  toggle: kept,
  choice: kept,
  numbers: kept,
  packed: kept,
  open: kept,
  list: ({ of }, value, change) => changedList(value, (item) => mapped(of, item, change)),
  tuple: ({ of }, value, change) => changedList(value, (item, i) => (of[i] ? mapped(of[i], item, change) : item)),
  record: ({ fields }, value, change) => changedRecord(fields, value, change),
  // Nothing yet points at nothing.
  either: ({ ways }, value, change) => (value === null ? null : ways.reduce<unknown>((now, way) => mapped(way, now, change), value)),
  kinds: ({ kinds }, value, change) => {
    const of = isRecord(value) ? kinds[String(value['kind'])] : undefined;
    return of ? mapped(of, value, change) : value;
  },
  versioned: ({ of }, value, change) => mapped(of, value, change),
  named: ({ of }, value, change) => mapped(of(), value, change),
};

const pointing = new WeakMap<object, boolean>();

const insideOf = (field: Field): readonly Field[] => {
  switch (field.shape) {
    case 'list':
    case 'versioned':
      return [field.of];
    case 'tuple':
      return field.of;
    case 'record':
      return Object.values(field.fields);
    case 'either':
      return field.ways;
    case 'kinds':
      return Object.values(field.kinds);
    case 'named':
      return [field.of()];
    default:
      return [];
  }
};

/** True where something in values of a description may point at something. One within itself is asked only once. */
const pointsAnywhere = (field: Field, asked: ReadonlySet<string> = new Set()): boolean => {
  if (field.refers) return true;
  const known = pointing.get(field);
  if (known !== undefined) return known;
  if (field.shape === 'named' && asked.has(field.name)) return false;
  const deeper = field.shape === 'named' ? new Set([...asked, field.name]) : asked;
  const points = insideOf(field).some((inside) => pointsAnywhere(inside, deeper));
  if (points || asked.size === 0) pointing.set(field, points);
  return points;
};

/** A value with each that points at something changed; the very same value where nothing changes. */
const mapped = (field: Field, value: unknown, change: Change): unknown => {
  if (!pointsAnywhere(field)) return value;
  if (field.refers) return change(field.refers, value);
  return (SHAPES[field.shape] as (shape: Field, value: unknown, change: Change) => unknown)(field, value, change);
};

/** A value with the ids that it names exchanged. */
export const renamedIn = <T>(field: Field<T>, value: T, idOf: (id: string) => string): T =>
  mapped(field, value, (to, id) => (to === 'pass' || to === 'wear' ? idOf(id as string) : id)) as T;

/** Everything of a sort that a value points at. */
export const referencesIn = <T>(field: Field<T>, value: T, wanted: Target): readonly unknown[] => {
  const found: unknown[] = [];
  mapped(field, value, (to, each) => {
    if (to === wanted) found.push(each);
    return each;
  });
  return found;
};

/** The passes that a mask reads. */
export const passesRead = (mask: Mask): readonly string[] => referencesIn(MASK, mask, 'pass') as readonly string[];
/** The passes and wears that a wear reads. */
export const passesGuarded = (wear: Wear): readonly string[] => referencesIn(WEAR, wear, 'pass') as readonly string[];
export const wearsShared = (wear: Wear): readonly string[] => referencesIn(WEAR, wear, 'wear') as readonly string[];

/** The passes whose tones a step reads, and its zones. */
export const passesMatched = ({ kind, params, zones }: Step): readonly string[] => {
  const names = Object.entries(stepOfKind(kind)?.dials ?? {}).flatMap(([name, { type }]) => (type === 'pass' ? [name] : []));
  // A step of the future may look otherwise.
  if (names.length === 0) return [];
  const given = [params, ...zones.map((zone) => zone.params)];
  return given.flatMap((values) => names.flatMap((name) => (typeof values[name] === 'string' ? [values[name]] : [])));
};

/** True where a step of the pass reads all that was printed before it. */
export const readsBeneath = ({ steps }: Pass): boolean =>
  steps.some((written) => {
    const step = upgradedStep(written);
    const { readsMap } = stepOfKind(step.kind) ?? {};
    return (
      readsMap !== undefined &&
      [step.params, ...step.zones.map(({ params }) => ({ ...step.params, ...params }))].some((params) => readsMap(params)?.of === 'beneath')
    );
  });

const once = <T>(values: readonly T[], nameOf: (value: T) => string): T[] =>
  [...new Map([...values].reverse().map((value) => [nameOf(value), value])).values()].reverse();

/** What the passes of sheets were found to point at: a pass that is changed is another one. */
const byPass = new WeakMap<Pass, Map<Target, readonly unknown[]>>();

const ofPass = (pass: Pass, wanted: Target): readonly unknown[] => {
  const known = byPass.get(pass) ?? new Map<Target, readonly unknown[]>();
  byPass.set(pass, known);
  const references = known.get(wanted) ?? referencesIn(PASS, pass, wanted);
  known.set(wanted, references);
  return references;
};
const ofSheet = ({ passes }: Sheet, wanted: Target): readonly unknown[] => passes.flatMap((pass) => ofPass(pass, wanted));

/** All pictures that a sheet prints, masks or wears with, each once. */
export const picturesOf = (sheet: Sheet): PictureRef[] => once(ofSheet(sheet, 'picture') as readonly PictureRef[], ({ sha256 }) => sha256);

/** All fonts that a sheet sets type in, each once. */
export const fontsOf = (sheet: Sheet): FontRef[] =>
  once(ofSheet(sheet, 'font') as readonly FontRef[], (font) => ('family' in font ? font.family : font.sha256));

/** The sheets that a sheet prints, and those that they print, by their ids, each once; those that are not there are left out. */
export const printedSheets = (sheet: Sheet, sheetOf: (id: string) => Sheet | undefined): Map<string, Sheet> => {
  const found = new Map<string, Sheet>();
  const visit = (each: Sheet): void => {
    for (const { id } of ofSheet(each, 'sheet') as readonly SheetRef[]) {
      const other = found.has(id) ? undefined : sheetOf(id);
      if (!other) continue;
      found.set(id, other);
      visit(other);
    }
  };
  visit(sheet);
  return found;
};

const withinOf = (pass: Pass): readonly (readonly [string, string])[] =>
  pass.lay.within === undefined ? [] : [[pass.lay.within, 'lies within']];

/**
 * Why some pass of the sheet reads another that is not printed before it, in words; null where all is in order. A
 * group is printed after what is in it.
 */
export const referenceFault = (sheet: Sheet): string | null => {
  const printed = new Set<string>();
  const names = new Map([...passesOf(sheet.passes)].map((pass) => [pass.id, pass.name]));
  const wears = new Set([...wearsOf(sheet)].flatMap(({ wear }) => (wearsShared(wear).length === 0 ? [wear.id] : [])));
  const visit = (passes: readonly Pass[]): string | null => {
    for (const pass of passes) {
      const inner = pass.source.kind === 'group' ? visit(pass.source.passes) : null;
      if (inner) return inner;
      if (pass.wear.flatMap(wearsShared).some((id) => !wears.has(id)))
        return `“${pass.name}” shares a wear that would no longer be on the sheet`;
      const masks = masksOf(pass).flatMap(passesRead);
      const tones = pass.steps.flatMap(passesMatched);
      const read = [
        ...masks.map((id) => [id, 'is masked by'] as const),
        ...tones.map((id) => [id, 'reads the tones of'] as const),
        ...withinOf(pass),
      ];
      for (const [id, how] of read) {
        if (printed.has(id)) continue;
        const name = names.get(id);
        if (name === undefined) return `“${pass.name}” ${how} a pass that would no longer be on the sheet`;
        return `“${pass.name}” ${how} “${name}”, which would not be printed before it`;
      }
      printed.add(pass.id);
    }
    return null;
  };
  return visit(sheet.passes);
};
