import { momentsOf, sameMoment, type Moment, type Pass, type Sheet, type Step } from '@uvrant/core';

/** A line of the ticket: a pass with its steps; or, below what is in it, the steps of a group. */
export interface Row {
  readonly key: string;
  readonly kind: 'pass' | 'group steps';
  readonly pass: Pass;
  readonly steps: readonly Step[];
  /** How many groups it stands in. */
  readonly depth: number;
  /** Its number in printing order, by groups: 2.1 */
  readonly number: string;
  readonly group: string | null;
}

/** True for a pass with steps, masks or wear. */
const hasParts = ({ steps, masks, wear }: Pass): boolean => steps.length + masks.length + wear.length > 0;

/** The ticket's rows in printing order. */
export const rowsOf = (passes: readonly Pass[], group: string | null = null, depth = 0, before = ''): Row[] =>
  passes.flatMap((pass, i) => {
    const number = `${before}${i + 1}`;
    const isGroup = pass.source.kind === 'group';
    const base = { pass, depth, number, group };
    const own: Row = { ...base, key: pass.id, kind: 'pass', steps: isGroup ? [] : pass.steps };
    if (pass.source.kind !== 'group') return [own];
    const inside = rowsOf(pass.source.passes, pass.id, depth + 1, `${number}.`);
    const steps: Row[] = hasParts(pass) ? [{ ...base, key: `${pass.id} steps`, kind: 'group steps', steps: pass.steps }] : [];
    return [own, ...inside, ...steps];
  });

/** Where a row goes that is dropped behind another (null: first). */
export const placeBehind = (row: Row | null): { readonly group: string | null; readonly after: string | null } => {
  if (!row) return { group: null, after: null };
  if (row.kind === 'pass' && row.pass.source.kind === 'group') return { group: row.pass.id, after: null };
  return { group: row.group, after: row.pass.id };
};

/** The moment before or after another; null for the whole sheet, which is where the last one leads. */
export const peelStep = (sheet: Sheet, peel: Moment | null, by: 1 | -1): Moment | null => {
  const moments = momentsOf(sheet);
  const at = peel ? moments.findIndex((each) => sameMoment(each, peel)) : moments.length - 1;
  const to = at + by;
  return to >= moments.length - 1 ? null : (moments[Math.max(0, to)] ?? null);
};

/** True for what is printed after the moment that the sheet is shown at. */
export const isLater = (sheet: Sheet, peel: Moment | null): ((moment: Moment) => boolean) => {
  if (!peel) return () => false;
  const moments = momentsOf(sheet);
  const end = moments.findIndex((each) => sameMoment(each, peel));
  const order = new Map(moments.map(({ pass, step }, i) => [`${pass}/${step}`, i]));
  return ({ pass, step }) => (order.get(`${pass}/${step}`) ?? 0) > end;
};
