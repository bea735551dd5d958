import type { BareMask } from '../../engine/protocol';
import type { Extent, Viewport } from './viewport';

const LINE = 1.4;
const APART = 6;

/** Where a hatched plane lies: the view, the sheet's size on it, the table's size, screen pixels a CSS pixel; and in what colour. */
export interface HatchedAt {
  readonly view: Viewport;
  readonly width: number;
  readonly height: number;
  readonly table: Extent;
  readonly density: number;
  readonly colour: string;
}

/** Planes as shapes of one grey, and hatched as on a print form; the latest of each is kept. */
export class Hatching {
  private readonly shapes = new WeakMap<BareMask, Map<number, OffscreenCanvas>>();
  private kept: { readonly plane: BareMask; readonly name: string; readonly layer: OffscreenCanvas } | null = null;

  shapeOf(plane: BareMask, grey: number): OffscreenCanvas {
    const greys = this.shapes.get(plane) ?? new Map<number, OffscreenCanvas>();
    this.shapes.set(plane, greys);
    const known = greys.get(grey);
    if (known) return known;
    const shape = new OffscreenCanvas(plane.width, plane.height);
    const image = new ImageData(plane.width, plane.height);
    const words = new Uint32Array(image.data.buffer);
    const colour = (grey << 16) | (grey << 8) | grey;
    for (let i = 0; i < words.length; i++) words[i] = ((plane.mask[i] as number) << 24) | colour;
    shape.getContext('2d')?.putImageData(image, 0, 0);
    greys.set(grey, shape);
    return shape;
  }

  /** A layer as large as the table with the plane hatched in cobalt. */
  layerOf(plane: BareMask, at: HatchedAt): OffscreenCanvas | null {
    const { view, width, height, table, density, colour } = at;
    const name = [view.x, view.y, width, height, table.width, table.height, density, colour].join(' ');
    if (this.kept?.plane === plane && this.kept.name === name) return this.kept.layer;
    const layer = new OffscreenCanvas(Math.max(1, Math.round(table.width * density)), Math.max(1, Math.round(table.height * density)));
    const hatch = layer.getContext('2d');
    if (!hatch) return null;
    hatch.scale(density, density);
    hatch.drawImage(this.shapeOf(plane, 0), view.x, view.y, width, height);
    hatch.globalCompositeOperation = 'source-in';
    hatch.strokeStyle = colour;
    hatch.lineWidth = LINE;
    hatch.beginPath();
    for (let x = -table.height; x < table.width; x += APART) {
      hatch.moveTo(x, table.height);
      hatch.lineTo(x + table.height, 0);
    }
    hatch.stroke();
    this.kept = { plane, name, layer };
    return layer;
  }
}
