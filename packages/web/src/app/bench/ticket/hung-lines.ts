import { maskOfKind, wearName, type Pass, type Wear } from '@uvrant/core';
import type { Hung } from '../../state/bench';
import type { WornReading } from '../view/rendering';
import { maskInWords, percent } from '../words';

/** A line of the ticket for a mask or a wear. */
export interface HungLine {
  readonly key: string;
  readonly on: boolean;
  readonly title: string;
  readonly words: string;
  readonly hung: Hung;
}

const takenInWords = (pass: Pass, wear: Wear, reading: WornReading | null): string => {
  const sums = reading?.sums.wears[wearName(pass.id, wear.id)];
  if (!reading || !sums) return wear.on ? '…' : 'off';
  return `takes ${reading.isTrue ? '' : '≈ '}${percent(sums.there > 0 ? sums.taken / sums.there : 0, 1)}`;
};

/** The masks and wears of a pass, masks first. */
export const hungLines = (pass: Pass, reading: WornReading | null): HungLine[] => [
  ...pass.masks.map((mask) => ({
    key: `mask ${mask.id}`,
    on: mask.on,
    title: maskOfKind(mask.kind)?.title ?? mask.kind,
    words: maskInWords(mask),
    hung: { mask: mask.id },
  })),
  ...pass.wear.map((wear) => ({
    key: `wear ${wear.id}`,
    on: wear.on,
    title: wear.kind === 'texture' ? `Wear: ${wear.name}` : 'Shared wear',
    words: takenInWords(pass, wear, reading),
    hung: { wear: wear.id },
  })),
];
