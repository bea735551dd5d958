import { letterOutlines, plainLetters, withoutPasses, type Outline, type Point, type Sheet } from '@uvrant/core';
import { typeOfJob, type PrintJob } from '../../render/print-job';

/** Lettering to be drawn over the plates of the rest of a sheet. */
export interface DrawnLetters {
  readonly rest: Sheet;
  /** Outlines, mm from the sheet's top left corner, and the ids of their inks, in printing order. */
  readonly letters: readonly { readonly ink: string; readonly outline: Outline }[];
}

/** The lettering of a sheet that nothing was done to, where its options want it as outlines. */
export const drawnLetters = async (
  job: PrintJob,
  { letters, trap }: { readonly letters: string; readonly trap: number },
): Promise<DrawnLetters> => {
  const { sheet } = job;
  const plain = letters === 'as printed' || trap > 0 ? [] : plainLetters(sheet);
  const type = plain.length > 0 ? await typeOfJob(job) : null;
  if (!type) return { rest: sheet, letters: [] };
  return {
    rest: withoutPasses(
      sheet,
      plain.map(({ pass }) => pass),
    ),
    letters: plain.map(({ pass, ink }) => ({ ink, outline: letterOutlines(pass, type) })),
  };
};

/** An outline with every curve a cubic, and its contours closed, moved to other places. */
export const cubicPath = (
  outline: Outline,
  place: (point: Point) => Point,
  write: {
    readonly move: (to: Point) => string;
    readonly line: (to: Point) => string;
    readonly curve: (one: Point, two: Point, to: Point) => string;
    readonly close: string;
  },
): string => {
  const parts: string[] = [];
  let at: Point = [0, 0];
  for (const command of outline) {
    const to = place(command.to);
    switch (command.op) {
      case 'M':
        if (parts.length > 0) parts.push(write.close);
        parts.push(write.move(to));
        break;
      case 'L':
        parts.push(write.line(to));
        break;
      case 'Q': {
        // The cubic that is the same curve: its handles lie two thirds of the way to the quadratic's.
        const by = place(command.by);
        const towards = (from: Point): Point => [from[0] + (2 * (by[0] - from[0])) / 3, from[1] + (2 * (by[1] - from[1])) / 3];
        parts.push(write.curve(towards(at), towards(to), to));
        break;
      }
      case 'C':
        parts.push(write.curve(place(command.by), place(command.by2), to));
        break;
    }
    at = to;
  }
  if (parts.length > 0) parts.push(write.close);
  return parts.join(' ');
};
