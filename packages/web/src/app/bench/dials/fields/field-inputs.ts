import type { DialOf, DialType, Pass, Sheet } from '@uvrant/core';

/** What a dial's form line is given: the dial, its value, where it stands, and how to change it. */
export interface FieldInputs<T extends DialType = DialType> {
  readonly dial: DialOf<T>;
  readonly value: DialOf<T>['default'];
  readonly sheet: Sheet;
  readonly pass: Pass;
  /** The values of the dials beside it. */
  readonly values?: Readonly<Record<string, unknown>>;
  /** A change; those held together (a scale dragged) undo as one. */
  readonly change: (value: unknown, held: boolean) => void;
}
