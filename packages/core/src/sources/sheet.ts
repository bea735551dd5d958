import { SHEET_REF } from '../sheet/model';
import type { SourceDeclaration, SourceOfDials } from './declare';

const DIALS = {};
const PARTS = { sheet: SHEET_REF };

export type SheetSource = SourceOfDials<'sheet', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly sheet: SheetSource;
  }
}

export const otherSheet: SourceDeclaration<SheetSource> = {
  kind: 'sheet',
  title: 'Another sheet',
  purpose: 'Another sheet of the job, live, as large as its box.',
  words: 'nested mock-up',
  dials: DIALS,
  parts: PARTS,
  node: ({ sheet }, at) => at.sheet(sheet),
  inWords: () => 'another sheet',
};
