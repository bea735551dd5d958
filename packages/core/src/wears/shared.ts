import * as field from '../fields/fields';
import type { RecordOf } from '../fields/fields';
import { ID } from '../fields/values';
import type { WearDeclaration } from './declare';
import { takenBy, wearLies } from './texture';

const PARTS = {
  of: field.referring('wear', ID),
  turn: field.number({ min: -360, max: 360 }),
  x: field.number(),
  y: field.number(),
};

/** Another pass's wear, used here too: changed there, it changes here. Turned and moved (mm), so that it does not repeat. */
export type SharedWear = { readonly id: string; readonly kind: 'shared'; readonly on: boolean } & RecordOf<typeof PARTS>;
declare module '../sheet/model' {
  interface WearKinds {
    readonly shared: SharedWear;
  }
}

export const shared: WearDeclaration<SharedWear> = {
  kind: 'shared',
  title: 'Shared wear',
  purpose: 'Another pass’s wear, used here too: changed there, it changes here.',
  dials: {},
  parts: PARTS,
  taken({ of, turn, x, y }, at) {
    const { owner, wear } = at.other(of);
    if (wear.kind !== 'texture') return at.refuse(`“${at.pass.name}” shares a wear that is shared itself: share the one that it shares.`);
    const lies = wearLies(wear, owner);
    return takenBy(wear, owner, { ...lies, x: lies.x + x, y: lies.y + y, turn: lies.turn + turn }, at);
  },
  called: () => 'Shared wear',
};
