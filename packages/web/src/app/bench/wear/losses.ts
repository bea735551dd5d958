import { findPass, outlinedLettering, type Pass, type Sheet, type Taken, type TextureWear, type WornLetter } from '@uvrant/core';
import type { LetterReadings } from '../../engine/protocol';
import type { WornReading } from '../view/rendering';

/** What lettering may lose where nobody said how much. */
export const MOST_LOST = 0.1;

/** What a type pass loses: of its ink, or of its outline. */
export interface Loss {
  readonly pass: Pass;
  readonly lost: number;
  readonly isOutline: boolean;
  /** True where it was read from the print as it will be sent. */
  readonly isTrue: boolean;
  /** The letter that loses most. */
  readonly worst: WornLetter | null;
  /** The most that it may lose, and how much the wear is reduced for it, 0 … 1. */
  readonly most: number;
  readonly ease: number;
}

/** What each type pass loses to a wear; of what is knocked out or laid on knocked-out ground, of its outline. */
export const lossesOf = (sheet: Sheet, wear: TextureWear, reading: WornReading, { worst, outlines }: LetterReadings): readonly Loss[] => {
  const loss = (id: string, { there, taken }: Taken, letter: WornLetter | null, isOutline: boolean): readonly Loss[] => {
    const pass = findPass(sheet, id);
    if (!pass || there === 0) return [];
    const held = wear.guards.find((each) => each.pass === id);
    const isTrue = reading.isTrue && !isOutline;
    return [{ pass, lost: taken / there, isOutline, isTrue, worst: letter, most: held?.most ?? MOST_LOST, ease: held?.ease ?? 0 }];
  };
  const outlined = new Set(outlinedLettering(sheet).map(({ id }) => id));
  return [
    ...Object.entries(reading.sums.lettering)
      .filter(([id]) => !outlined.has(id))
      .flatMap(([id, sums]) => loss(id, sums, worst[id] ?? null, false)),
    ...Object.entries(outlines).flatMap(([id, sums]) => loss(id, sums, sums.worst, true)),
  ];
};
