/** Bytes of a vector's shuffle that give 0. */
const NONE = 255;

/** A shuffle of eight 16-bit lanes as bytes; lanes that are not given are 0. */
const shuffle = (lanes: readonly (number | undefined)[]): number[] =>
  Array.from({ length: 16 }, (_, i) => {
    const lane = lanes[i >> 1];
    return lane === undefined ? NONE : 2 * lane + (i & 1);
  });

/**
 * Shuffles of eight 16-bit lanes for each choice of them, a bit a lane: 256 that bring the chosen together at the front, then 256
 * that bring them from there to where they were.
 */
export const LANES = Uint8Array.from(
  [true, false].flatMap((isPacking) =>
    Array.from({ length: 256 }, (_, bits) => {
      const chosen = Array.from({ length: 8 }, (_, lane) => lane).filter((lane) => (bits >> lane) & 1);
      return shuffle(
        isPacking ? chosen : Array.from({ length: 8 }, (_, lane) => (chosen.includes(lane) ? chosen.indexOf(lane) : undefined)),
      );
    }).flat(),
  ),
);
