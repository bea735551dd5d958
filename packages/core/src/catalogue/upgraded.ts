import { maskOfKind } from '../masks/kinds';
import { SHEET_VERSION, type Mask, type Pass, type Sheet, type Step, type Wear, type Zone } from '../sheet/model';
import { each } from '../units/lists';
import { stepOfKind } from './steps';

type Params = Readonly<Record<string, unknown>>;

/** A zone's params as those that stand for others: what it named, and what an upgrade of the whole makes different there. */
const upgradedZone = (zone: Zone, whole: Params, upgrade: (params: Params) => Params): Zone => {
  const there = upgrade({ ...whole, ...zone.params });
  const elsewhere = upgrade(whole);
  const kept = Object.entries(there).filter(
    ([name, value]) => name in zone.params || JSON.stringify(value) !== JSON.stringify(elsewhere[name]),
  );
  return { ...zone, params: Object.fromEntries(kept) };
};

/** A step of an older version as today's, printing the same; one of today's, a newer one or an unknown kind as it is. */
export const upgradedStep = (step: Step): Step => {
  const declaration = stepOfKind(step.kind);
  if (!declaration?.upgrade || step.version >= declaration.version) return step;
  const upgrade = (params: Params): Params => declaration.upgrade?.(params, step.version) ?? params;
  return {
    ...step,
    version: declaration.version,
    params: upgrade(step.params),
    zones: step.zones.map((zone) => upgradedZone(zone, step.params, upgrade)),
  };
};

const upgradedMask = (mask: Mask): Mask => (maskOfKind(mask.kind)?.upgraded?.(mask) as Mask | undefined) ?? mask;

const upgradedMasks = <T extends { readonly masks: readonly Mask[] }>(of: T): T => ({ ...of, masks: of.masks.map(upgradedMask) });

const upgradedWear = (wear: Wear): Wear => ('masks' in wear ? upgradedMasks(wear) : wear);

/** The masks of a pass of version 1 as today's, wherever they are. */
const withPaths = (pass: Pass): Pass => ({
  ...upgradedMasks(pass),
  // A step that is not known may have no masks.
  steps: pass.steps.map((step) => (stepOfKind(step.kind) ? { ...upgradedMasks(step), zones: step.zones.map(upgradedMasks) } : step)),
  wear: pass.wear.map(upgradedWear),
});

const inGroup = (pass: Pass, change: (pass: Pass) => Pass): Pass => {
  const { source } = pass;
  if (source.kind !== 'group') return pass;
  const passes = each(source.passes, change);
  return passes === source.passes ? pass : { ...pass, source: { ...source, passes } };
};

const withSteps = (pass: Pass): Pass => {
  const inside = inGroup(pass, withSteps);
  const steps = each(pass.steps, upgradedStep);
  return steps === pass.steps ? inside : { ...inside, steps };
};

const ofFirstVersion = (pass: Pass): Pass => inGroup(withPaths(pass), ofFirstVersion);

/** Lays that had other names up to version 2. */
const RENAMED: Readonly<Record<string, string>> = { 'linear-burn': 'add-ink', 'hard-mix': 'all-or-nothing' };

const ofSecondVersion = (pass: Pass): Pass => {
  const mode = RENAMED[pass.lay.mode];
  return inGroup(mode === undefined ? pass : { ...pass, lay: { ...pass.lay, mode } }, ofSecondVersion);
};

/** The passes of an older version as today's. */
const passesOfToday = ({ version, passes }: Sheet): readonly Pass[] =>
  (version < 2 ? passes.map(ofFirstVersion) : passes).map(ofSecondVersion);

/** A sheet of today's version, every step of it as well; the very same one where nothing is older. */
export const upgradedSheet = (sheet: Sheet): Sheet => {
  const isOlder = sheet.version < SHEET_VERSION;
  const today = isOlder ? { ...sheet, version: SHEET_VERSION, passes: passesOfToday(sheet) } : sheet;
  const passes = each(today.passes, withSteps);
  return passes === today.passes ? today : { ...today, passes };
};
