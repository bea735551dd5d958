/** Side of a pyramid's tiles, pixels. */
export const SOURCE_TILE = 512;

/** A picture as it was ingested: its size, channels and how many levels its pyramid has (0 is full size). */
export interface SourceInfo {
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 3 | 4;
  readonly depth: 8 | 16;
  readonly levels: number;
}

/** Pixels of one tile, interleaved, premultiplied where there are four channels. */
export interface SourceTile {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
}

export interface TileName {
  readonly sha256: string;
  readonly level: number;
  readonly x: number;
  readonly y: number;
}

export const tileKey = (t: TileName): string => `${t.sha256}/${t.level}/${t.x}-${t.y}`;

/** Size of a picture's side at a level of its pyramid: halved and rounded up, level times. */
export const levelSide = (side: number, level: number): number => Math.ceil(side / 2 ** level);

/** Levels of a pyramid whose last one fits in a single tile. */
export const levelsOf = (width: number, height: number): number => {
  let levels = 1;
  while (levelSide(Math.max(width, height), levels - 1) > SOURCE_TILE) levels++;
  return levels;
};
