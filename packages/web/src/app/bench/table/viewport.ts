import type { TilePlace } from '../../engine/protocol';

/** Where the sheet lies on the table: `zoom` is screen units (CSS px) a sheet pixel, `x`, `y` the sheet's corner. */
export interface Viewport {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}

export interface Extent {
  readonly width: number;
  readonly height: number;
}

const MARGIN = 34;
const NEAREST = 8;

/** The whole sheet, centred, with table around it. */
export const fitted = (table: Extent, sheet: Extent): Viewport => {
  const zoom = Math.max(1e-4, Math.min((table.width - 2 * MARGIN) / sheet.width, (table.height - 2 * MARGIN) / sheet.height));
  return { zoom, x: (table.width - sheet.width * zoom) / 2, y: (table.height - sheet.height * zoom) / 2 };
};

/** Nearer or farther about a point of the table that stays where it is. */
export const zoomedAt = (view: Viewport, zoom: number, at: { readonly x: number; readonly y: number }, least: number): Viewport => {
  const next = Math.max(least, Math.min(NEAREST, zoom));
  const by = next / view.zoom;
  return { zoom: next, x: at.x - (at.x - view.x) * by, y: at.y - (at.y - view.y) * by };
};

export const movedBy = (view: Viewport, x: number, y: number): Viewport => ({ ...view, x: view.x + x, y: view.y + y });

/** Most pixels of a draft of what is seen. */
const DRAFT_PIXELS = 1_100_000;

/** The halvings whose pixels are at least as fine as the screen's, `density` screen pixels a CSS px. */
export const trueHalvings = (zoom: number, density: number): number => Math.max(0, Math.floor(Math.log2(1 / (zoom * density)) + 1e-6));

/** The part of the sheet that is seen, in sheet pixels. */
export const seenPart = (view: Viewport, table: Extent, sheet: Extent) => {
  const left = Math.max(0, -view.x / view.zoom);
  const top = Math.max(0, -view.y / view.zoom);
  const right = Math.min(sheet.width, (table.width - view.x) / view.zoom);
  const bottom = Math.min(sheet.height, (table.height - view.y) / view.zoom);
  return { left, top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
};

/** Halvings of a draft of what is seen: as fine as the screen, but never more than a draft's pixels. */
export const draftHalvings = (view: Viewport, table: Extent, sheet: Extent, density: number): number => {
  const { width, height } = seenPart(view, table, sheet);
  let halvings = trueHalvings(view.zoom, density);
  while ((width * height) / 4 ** halvings > DRAFT_PIXELS) halvings++;
  return halvings;
};

/** Side of a draft's tile in view pixels. */
const DRAFT_TILE = 512;

/** Side of a true tile in view pixels: smaller where each stands for many print pixels, so that they come in steadily. */
export const trueTile = (halvings: number): number => (halvings === 0 ? 512 : 256);

/** A sheet as it is seen on a table. */
export interface Seen {
  readonly view: Viewport;
  /** The table, CSS pixels; the sheet, its own pixels; screen pixels a CSS pixel. */
  readonly table: Extent;
  readonly sheet: Extent;
  readonly density: number;
}

/** The tiles of `side` pixels at `halvings` halvings that are seen, row by row. */
export const seenTiles = (halvings: number, side: number, { view, table, sheet }: Omit<Seen, 'density'>): TilePlace[] => {
  const by = 2 ** halvings * side;
  const { left, top, width, height } = seenPart(view, table, sheet);
  if (width <= 0 || height <= 0) return [];
  const places: TilePlace[] = [];
  for (let y = Math.floor(top / by); y * by < top + height; y++) {
    for (let x = Math.floor(left / by); x * by < left + width; x++) places.push({ halvings, side, x, y });
  }
  return places;
};

/** The tiles of the draft that are seen; of a rough one, so many halvings coarser. */
export const seenDraft = (seen: Seen, coarser = 0): TilePlace[] => {
  const { view, table, sheet, density } = seen;
  return seenTiles(draftHalvings(view, table, sheet, density) + coarser, DRAFT_TILE, seen);
};
