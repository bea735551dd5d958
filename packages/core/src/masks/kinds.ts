/** Every kind of mask there is. One joins the program here and in its own file, nowhere else. */
import { dialFields } from '../fields/dials';
import * as field from '../fields/fields';
import { MASK_BASE, type Mask } from '../sheet/model';
import { cutOut } from './cut-out';
import type { AnyMask } from './declare';
import { light } from './light';
import { painted } from './painted';
import { pick } from './pick';
import { tones } from './tones';

export const MASKS: readonly AnyMask[] = [painted, cutOut, pick, tones, light];

const BY_KIND: ReadonlyMap<string, AnyMask> = new Map(MASKS.map((mask) => [mask.kind as string, mask]));

/** The declaration of a kind, or undefined for one that this version does not know. */
export const maskOfKind = (kind: string): AnyMask | undefined => BY_KIND.get(kind);

/** A mask of the sheet document. */
export const MASK = field.named<Mask>('mask', () =>
  field.kinds(
    Object.fromEntries(
      MASKS.map(({ kind, title, purpose, dials, parts }) => [
        kind as string,
        { ...field.record({ ...MASK_BASE, ...parts, ...dialFields(dials) }), title, description: purpose },
      ]),
    ),
  ),
);
