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
export const DRAFT_TILE = 512;

/** Side of a true tile in view pixels: smaller where each stands for many print pixels, so that they come in steadily. */
export const trueTile = (halvings: number): number => (halvings === 0 ? 512 : 256);
