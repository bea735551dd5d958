/** Copies of passes and steps, with ids of their own throughout. */
import { LONGEST_NAME, type Mask, type Pass, type Step } from '../sheet/model';
import { passesOf } from '../sheet/walk';
import { PASS } from './document';
import { renamedIn } from './references';

type FreshId = () => string;

const copiedMasks = (masks: readonly Mask[], freshId: FreshId): readonly Mask[] => masks.map((mask) => ({ ...mask, id: freshId() }));

/** A step with ids of its own throughout. */
export const copiedStep = (step: Step, freshId: FreshId): Step => ({
  ...step,
  id: freshId(),
  // A step of a kind not known here may have neither.
  ...(step.masks ? { masks: copiedMasks(step.masks, freshId) } : {}),
  ...(step.zones ? { zones: step.zones.map((zone) => ({ ...zone, id: freshId(), masks: copiedMasks(zone.masks, freshId) })) } : {}),
});

/** A pass with ids of its own throughout; what it says of passes inside itself goes along, the rest stays. */
export const copiedPass = (pass: Pass, freshId: FreshId): Pass => {
  const ids = new Map([...passesOf([pass])].map((each) => [each.id, freshId()]));
  for (const each of passesOf([pass])) for (const wear of each.wear) ids.set(wear.id, freshId());
  const idOf = (id: string): string => ids.get(id) ?? id;
  const copied = (each: Pass): Pass => ({
    ...each,
    id: idOf(each.id),
    masks: copiedMasks(each.masks, freshId),
    wear: each.wear.map((wear) => ({
      ...wear,
      id: idOf(wear.id),
      ...('masks' in wear ? { masks: copiedMasks(wear.masks, freshId) } : {}),
    })),
    steps: each.steps.map((step) => copiedStep(step, freshId)),
    source: each.source.kind === 'group' ? { ...each.source, passes: each.source.passes.map(copied) } : each.source,
  });
  return renamedIn(PASS, copied(pass), idOf);
};

/** Another of a sheet or pass, told apart by its name. */
export const anotherOf = <T extends { readonly name: string }>(one: T): T => ({
  ...one,
  name: `${one.name.slice(0, LONGEST_NAME - ' again'.length)} again`,
});
