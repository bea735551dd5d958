import type { Type } from '@angular/core';
import { isShown, type Dials, type Pass, type Sheet } from '@uvrant/core';
import { FIELDS } from './fields/field';

/** A form line of the dials column: which component shows it, with what. */
export interface DialLine {
  readonly name: string;
  readonly type: Type<unknown>;
  readonly inputs: Record<string, unknown>;
  /** Seldom turned: shown when asked for. */
  readonly further: boolean;
}

/** A change of one dial; those held together (a scale dragged) undo as one. */
export type Change = (value: unknown, held: boolean) => void;

/** The lines of some dials at their values. What a dial itself refuses is not changed. */
export const dialLines = (
  of: string,
  dials: Dials,
  values: Readonly<Record<string, unknown>>,
  { sheet, pass }: { readonly sheet: Sheet; readonly pass: Pass },
  change: (name: string, value: unknown, gesture: string | null) => void,
): DialLine[] =>
  Object.entries(dials)
    .filter(([, dial]) => isShown(dial, values))
    .map(([name, dial]) => {
      const set: Change = (value, held) => {
        if (dial.check(value).ok) change(name, value, held ? `${of} ${name}` : null);
      };
      return {
        name: `${of} ${name}`,
        type: FIELDS[dial.type],
        inputs: { dial, value: values[name], values, sheet, pass, change: set },
        further: dial.further === true,
      };
    });
