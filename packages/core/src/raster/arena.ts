/**
 * Memory that rasters of one rendering live in: handed out from one end to the other, and given back all at once to a
 * mark that was set before. What is handed out holds what was there before, and is gone once it is given back.
 */
export interface Arena {
  /** A plane of `length` values; its content is not set. */
  plane(length: number): Int16Array;
  bytes(length: number): Uint8Array;
  /** Where the arena stands now. */
  mark(): number;
  /** Gives back everything handed out since a mark. */
  release(mark: number): void;
  /** Gives back everything handed out since a mark but these planes, which move down; gives them as they lie then. One that is older stays. */
  pack(mark: number, planes: readonly Int16Array[]): Int16Array[];
  /** True for an array that will be gone when its mark is released. */
  holds(array: ArrayBufferView): boolean;
}

/** Plain arrays: nothing to give back. */
export const heapArena: Arena = {
  plane: (length) => new Int16Array(length),
  bytes: (length) => new Uint8Array(length),
  mark: () => 0,
  release: () => undefined,
  pack: (_, planes) => [...planes],
  holds: () => false,
};
