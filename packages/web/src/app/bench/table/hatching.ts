import type { BareMask } from '../../engine/protocol';
import type { Extent, Viewport } from './viewport';

/** Hatching as on a print form: the width of its lines, and how far apart they are along a row, CSS pixels. */
const LINE = 2;
const APART = 6;

/** Where a hatched plane lies: the view, the sheet's size on it, the table's size, screen pixels a CSS pixel; and in what colour, as a computed style says it: `rgb(r, g, b)`. */
export interface HatchedAt {
  readonly view: Viewport;
  readonly width: number;
  readonly height: number;
  readonly table: Extent;
  readonly density: number;
  readonly colour: string;
}

/** Screen pixels, and where their top left corner lies, CSS pixels. */
export interface Hatched {
  readonly layer: OffscreenCanvas;
  readonly left: number;
  readonly top: number;
}

/** A computed colour as blue, green and red in the lowest 24 bits. */
const wordOf = (colour: string): number => {
  const [red = 0, green = 0, blue = 0] = (colour.match(/\d+/g) ?? []).map(Number);
  return (blue << 16) | (green << 8) | red;
};

/** How much of each pixel along a period of the hatching its line takes, 0 … 255: those at its sides by half. */
const lineProfile = (density: number): Uint8Array => {
  const [period, half] = [Math.max(1, Math.round(APART * density)), (LINE * density) / 2];
  return Uint8Array.from({ length: period }, (_, i) => 255 * Math.max(0, Math.min(1, half + 0.5 - Math.abs(i - half))));
};

/** The two pixels of a row or column that each of `count` screen pixels from `from` lies between, and its share of the second, 0 … 256. */
const between = (count: number, from: number, screen: number, plane: number): { at: Int32Array; next: Int32Array; share: Int32Array } => {
  const [at, next, share] = [new Int32Array(count), new Int32Array(count), new Int32Array(count)];
  for (let i = 0; i < count; i++) {
    const place = Math.max(0, Math.min(plane - 1, ((from + i + 0.5) * plane) / screen - 0.5));
    at[i] = Math.floor(place);
    next[i] = Math.min(plane - 1, Math.floor(place) + 1);
    share[i] = Math.round(256 * (place - Math.floor(place)));
  }
  return { at, next, share };
};

/**
 * A part of a plane as it is shown `screen` pixels large, hatched: RGBA8 in words, little end first. Lines rise to the right;
 * `phase` is where their pattern stands at the part's corner.
 */
export const hatchedPixels = (
  { width, height, mask }: BareMask,
  screen: Extent,
  part: Extent & { readonly x: number; readonly y: number },
  phase: number,
  colour: string,
  density: number,
): Uint32Array<ArrayBuffer> => {
  const words = new Uint32Array(part.width * part.height);
  const bgr = wordOf(colour);
  const line = lineProfile(density);
  const columns = between(part.width, part.x, screen.width, width);
  const rows = between(part.height, part.y, screen.height, height);
  for (let y = 0, i = 0; y < part.height; y++) {
    const upper = (rows.at[y] as number) * width;
    const lower = (rows.next[y] as number) * width;
    const down = rows.share[y] as number;
    let along = (((phase + y) % line.length) + line.length) % line.length;
    for (let x = 0; x < part.width; x++, i++) {
      const drawn = line[along] as number;
      if (++along === line.length) along = 0;
      if (drawn === 0) continue;
      const [left, right, across] = [columns.at[x] as number, columns.next[x] as number, columns.share[x] as number];
      const top = (mask[upper + left] as number) * (256 - across) + (mask[upper + right] as number) * across;
      const bottom = (mask[lower + left] as number) * (256 - across) + (mask[lower + right] as number) * across;
      const there = (top * (256 - down) + bottom * down) >> 16;
      words[i] = (((there * drawn) / 255) << 24) | bgr;
    }
  }
  return words;
};

/** Planes hatched as they are shown, or by themselves; the latest of each is kept. */
export class Hatching {
  private readonly shapes = new WeakMap<BareMask, OffscreenCanvas>();
  private readonly kept = new WeakMap<BareMask, { readonly name: string; readonly hatched: Hatched }>();

  /** The plane in white, as transparent as it is bare. */
  shapeOf(plane: BareMask): OffscreenCanvas {
    const known = this.shapes.get(plane);
    if (known) return known;
    const canvas = new OffscreenCanvas(plane.width, plane.height);
    const image = new ImageData(plane.width, plane.height);
    const words = new Uint32Array(image.data.buffer);
    for (let i = 0; i < words.length; i++) words[i] = ((plane.mask[i] as number) << 24) | 0xffffff;
    canvas.getContext('2d')?.putImageData(image, 0, 0);
    this.shapes.set(plane, canvas);
    return canvas;
  }

  /** What of the plane lies on the table, hatched; null where none of it does. */
  layerOf(plane: BareMask, at: HatchedAt): Hatched | null {
    const { view, table, density, colour } = at;
    const name = [view.x, view.y, at.width, at.height, table.width, table.height, density, colour].join(' ');
    const known = this.kept.get(plane);
    if (known?.name === name) return known.hatched;
    const [left, top] = [Math.round(view.x * density), Math.round(view.y * density)];
    const screen = { width: Math.round(at.width * density), height: Math.round(at.height * density) };
    const [x, y] = [Math.max(0, -left), Math.max(0, -top)];
    const width = Math.min(screen.width, Math.round(table.width * density) - left) - x;
    const height = Math.min(screen.height, Math.round(table.height * density) - top) - y;
    if (width <= 0 || height <= 0) return null;
    const words = hatchedPixels(plane, screen, { x, y, width, height }, left + x + top + y, colour, density);
    const layer = new OffscreenCanvas(width, height);
    layer.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(words.buffer), width, height), 0, 0);
    const hatched = { layer, left: (left + x) / density, top: (top + y) / density };
    this.kept.set(plane, { name, hatched });
    return hatched;
  }
}
