import type { BareMask } from '../../engine/protocol';
import type { DrawnColours } from '../../ui/shade';
import type { Hatching } from './hatching';
import type { TileLayer } from './tile-layer';
import type { Extent, Viewport } from './viewport';

/** How strong the print is while a texture is placed over it. Common practice: 70 to 75 %. */
const FADED = 0.7;
const SHEET_EDGE = '#3d3c3a';
const MASKED = '#1b1a1a';

/** Everything that the table draws, as it is now. */
export interface TablePicture {
  readonly view: Viewport;
  /** The table, CSS pixels; the sheet, its own pixels; screen pixels a CSS pixel. */
  readonly table: Extent;
  readonly sheet: Extent;
  readonly density: number;
  readonly stock: string;
  readonly print: TileLayer;
  /** The print as it was kept, small: seen where no tile has come yet. */
  readonly stored: ImageBitmap | null;
  readonly unprinted: TileLayer;
  /** Where the unprinted original begins, CSS pixels from the left; null where only the print is shown. */
  readonly originalFrom: number | null;
  readonly isFaded: boolean;
  /** Planes over the print, hatched; and one that is shown by itself. */
  readonly hatched: readonly BareMask[];
  readonly byItself: BareMask | null;
  readonly colours: DrawnColours;
}

/** A canvas made as large as it is shown, and a context in CSS pixels; null where the browser gives none. */
export const sizedContext = (
  canvas: HTMLCanvasElement,
  width: number,
  height: number,
  density: number,
): CanvasRenderingContext2D | null => {
  const [w, h] = [Math.round(width * density), Math.round(height * density)];
  if (canvas.width !== w || canvas.height !== h) {
    canvas.width = w;
    canvas.height = h;
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
  }
  const context = canvas.getContext('2d');
  context?.setTransform(density, 0, 0, density, 0, 0);
  return context;
};

/** Draws the sheet on its stock, what is hatched over it, and the unprinted original beside or in place of it. */
export const paintTable = (context: CanvasRenderingContext2D, picture: TablePicture, hatching: Hatching): void => {
  const { view, table, sheet, density, stock, originalFrom } = picture;
  const [width, height] = [sheet.width * view.zoom, sheet.height * view.zoom];
  context.clearRect(0, 0, table.width, table.height);
  context.save();
  context.beginPath();
  context.rect(view.x, view.y, width, height);
  context.clip();
  context.fillStyle = stock;
  context.fillRect(view.x, view.y, width, height);
  // Held, or while a hue is picked, the original hides all of the print.
  if (originalFrom === null || originalFrom > view.x) paintPrint(context, picture, hatching, width, height);
  if (originalFrom !== null) {
    context.beginPath();
    context.rect(originalFrom, view.y, view.x + width - originalFrom, height);
    context.clip();
    context.fillStyle = stock;
    context.fillRect(originalFrom, view.y, width, height);
    picture.unprinted.draw(context, view, table, density, stock);
  }
  context.restore();
  context.strokeStyle = SHEET_EDGE;
  context.lineWidth = 1;
  context.strokeRect(view.x - 0.5, view.y - 0.5, width + 1, height + 1);
};

const paintPrint = (
  context: CanvasRenderingContext2D,
  { view, table, density, stock, print, stored, isFaded, hatched, byItself, colours }: TablePicture,
  hatching: Hatching,
  width: number,
  height: number,
): void => {
  if (stored) context.drawImage(stored, view.x, view.y, width, height);
  print.draw(context, view, table, density, stock);
  if (isFaded) {
    context.globalAlpha = 1 - FADED;
    context.fillStyle = stock;
    context.fillRect(view.x, view.y, width, height);
    context.globalAlpha = 1;
  }
  for (const plane of hatched) {
    // Cobalt hatching, as on a print form.
    const hatched = hatching.layerOf(plane, { view, width, height, table, density, colour: colours.cobalt });
    if (!hatched) continue;
    const { layer, left, top } = hatched;
    context.drawImage(layer, left, top, layer.width / density, layer.height / density);
  }
  if (!byItself) return;
  context.fillStyle = MASKED;
  context.fillRect(view.x, view.y, width, height);
  context.drawImage(hatching.shapeOf(byItself), view.x, view.y, width, height);
};
