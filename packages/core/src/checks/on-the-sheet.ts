import { cornersOf } from '../sheet/placing';
import type { Pass, Sheet } from '../sheet/model';
import { passesOf } from '../sheet/walk';
import { written, type Outcome } from './declare';

const isBeside = ({ placement }: Pass, { size }: Sheet): boolean => {
  const corners = cornersOf(placement);
  const beyond = (values: readonly number[], most: number): boolean => Math.max(...values) <= 0 || Math.min(...values) >= most;
  return (
    beyond(
      corners.map(([x]) => x),
      size.width,
    ) ||
    beyond(
      corners.map(([, y]) => y),
      size.height,
    )
  );
};

/** Passes that lie wholly beside the sheet. */
export const onTheSheet = written('Passes beside the sheet', ({ sheet }): Outcome => {
  const placed = [...passesOf(sheet.passes)].filter(({ on, source }) => on && source.kind !== 'overall' && source.kind !== 'group');
  const beside = placed.filter((pass) => pass.placement.beyond === 'nothing' && isBeside(pass, sheet));
  return {
    figure: beside.length > 0 ? null : '0',
    findings: beside.map(({ id, name, placement }) => ({
      title: `“${name}” lies beside the sheet`,
      detail: 'None of it prints.',
      pass: id,
      place: null,
      mend: {
        words: 'Bring it onto the sheet',
        change: { kind: 'place', pass: id, right: sheet.size.width / 2 - placement.x, down: sheet.size.height / 2 - placement.y },
      },
    })),
  };
});
