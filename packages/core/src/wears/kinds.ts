/** Every kind of wear there is. One joins the program here and in its own file, nowhere else. */
import * as field from '../fields/fields';
import { ID } from '../fields/values';
import type { Wear } from '../sheet/model';
import type { AnyWear } from './declare';
import { shared } from './shared';
import { texture } from './texture';

export const WEARS: readonly AnyWear[] = [texture, shared];

const BY_KIND: ReadonlyMap<string, AnyWear> = new Map(WEARS.map((wear) => [wear.kind as string, wear]));

/** The declaration of a kind, or undefined for one that this version does not know. */
export const wearOfKind = (kind: string): AnyWear | undefined => BY_KIND.get(kind);

/** A wear of the sheet document. */
export const WEAR = field.named<Wear>('wear', () =>
  field.kinds(
    Object.fromEntries(
      WEARS.map(({ kind, title, purpose, parts, oneOf }) => [
        kind as string,
        { ...field.record({ id: ID, on: field.toggle, ...parts }, oneOf ? { oneOf } : {}), title, description: purpose },
      ]),
    ),
  ),
);
