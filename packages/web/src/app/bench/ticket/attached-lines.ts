import { maskOfKind, wearName, wearOfKind, type Pass, type Wear } from '@uvrant/core';
import type { Attached } from '../../state/bench';
import type { WornReading } from '../view/rendering';
import { maskInWords, percent } from '../words';

/** A line of the ticket for a mask or a wear. */
export interface AttachedLine {
  readonly key: string;
  readonly on: boolean;
  readonly title: string;
  readonly words: string;
  readonly attached: Attached;
}

const takenInWords = (pass: Pass, wear: Wear, reading: WornReading | null): string => {
  const sums = reading?.sums.wears[wearName(pass.id, wear.id)];
  if (!reading || !sums) return wear.on ? '…' : 'off';
  return `takes ${reading.isTrue ? '' : '≈ '}${percent(sums.there > 0 ? sums.taken / sums.there : 0, 1)}`;
};

/** The masks and wears of a pass, masks first. */
export const attachedLines = (pass: Pass, reading: WornReading | null): AttachedLine[] => [
  ...pass.masks.map((mask) => ({
    key: `mask ${mask.id}`,
    on: mask.on,
    title: maskOfKind(mask.kind)?.title ?? mask.kind,
    words: maskInWords(mask),
    attached: { mask: mask.id },
  })),
  ...pass.wear.map((wear) => ({
    key: `wear ${wear.id}`,
    on: wear.on,
    title: wear.kind === 'texture' ? `Wear: ${wear.name}` : (wearOfKind(wear.kind)?.title ?? wear.kind),
    words: takenInWords(pass, wear, reading),
    attached: { wear: wear.id },
  })),
];
