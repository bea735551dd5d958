import type { Pass, Sheet, Step, Zone } from '../sheet/model';
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

const each = <T>(list: readonly T[], change: (one: T) => T): readonly T[] => {
  const changed = list.map(change);
  return changed.some((one, i) => one !== list[i]) ? changed : list;
};

const upgradedPass = (pass: Pass): Pass => {
  const steps = each(pass.steps, upgradedStep);
  const { source } = pass;
  const passes = source.kind === 'group' ? each(source.passes, upgradedPass) : null;
  if (source.kind === 'group' && passes && passes !== source.passes) return { ...pass, steps, source: { ...source, passes } };
  return steps === pass.steps ? pass : { ...pass, steps };
};

/** A sheet with every step brought to today's version; the very same one where none is older. */
export const upgradedSheet = (sheet: Sheet): Sheet => {
  const passes = each(sheet.passes, upgradedPass);
  return passes === sheet.passes ? sheet : { ...sheet, passes };
};
