import { LRUCache } from 'lru-cache';
import type { Pixels, TilePlace } from '../../engine/protocol';
import type { Extent, Viewport } from './viewport';

/** A tile on the table: its pixels as they came, and as a bitmap to be drawn. */
interface Laid extends TilePlace {
  readonly version: number;
  readonly rank: number;
  readonly pixels: Pixels;
  readonly bitmap: ImageBitmap;
}

/** Ranks of tiles: a rough draft, a draft, and the true print. */
export const [ROUGH, DRAFT, TRUE] = [-1, 0, 1];

export const placeName = ({ halvings, x, y }: TilePlace): string => `${halvings}/${x}/${y}`;

/** Bytes of pixels that a layer keeps, each tile's and its bitmap's. */
const MOST_BYTES = 64 * 2 ** 20;
const bytesOf = ({ pixels }: Laid): number => 2 * pixels.bytes.byteLength;

/** Tiles of one layer (the print, or the unprinted): newer sheets over older, true over draft, fine over coarse. */
export class TileLayer {
  private readonly tiles = new LRUCache<string, Laid>({
    maxSize: MOST_BYTES,
    sizeCalculation: bytesOf,
    dispose: ({ bitmap }) => bitmap.close(),
  });

  /** Bytes that it holds. */
  get bytes(): number {
    return this.tiles.calculatedSize;
  }

  /** `rank`: ROUGH, DRAFT or TRUE. */
  async put(place: TilePlace, version: number, rank: number, pixels: Pixels): Promise<void> {
    const data = new ImageData(new Uint8ClampedArray(pixels.bytes), pixels.width, pixels.height);
    const bitmap = await createImageBitmap(data, { colorSpaceConversion: 'none' });
    const name = `${rank}:${placeName(place)}`;
    const before = this.tiles.peek(name);
    if (before && before.version > version) return bitmap.close();
    this.tiles.set(name, { ...place, version, rank, pixels, bitmap });
  }

  has(place: TilePlace, version: number, rank: number): boolean {
    return this.tiles.peek(`${rank}:${placeName(place)}`)?.version === version;
  }

  /** Lets go of what an older sheet left, and of what is less than a rank of this one. */
  dropBefore(version: number, rank: number): void {
    for (const [name, tile] of [...this.tiles.entries()]) {
      if (tile.version < version || (tile.version === version && tile.rank < rank)) this.tiles.delete(name);
    }
  }

  private inOrder(): Laid[] {
    return [...this.tiles.values()].sort((a, b) => a.version - b.version || a.rank - b.rank || b.halvings - a.halvings);
  }

  /** Draws all that lies on the table, on the stock: where a finer tile is bare, no coarser one shows through. */
  draw(context: CanvasRenderingContext2D, view: Viewport, table: Extent, density: number, stock: string): void {
    const snap = (v: number): number => Math.round(v * density) / density;
    for (const tile of this.inOrder()) {
      const by = 2 ** tile.halvings * view.zoom;
      const left = view.x + tile.x * tile.side * by;
      const top = view.y + tile.y * tile.side * by;
      const right = left + tile.pixels.width * by;
      const bottom = top + tile.pixels.height * by;
      if (right < 0 || bottom < 0 || left > table.width || top > table.height) continue;
      const [x, y, width, height] = [snap(left), snap(top), snap(right) - snap(left), snap(bottom) - snap(top)];
      context.fillStyle = stock;
      context.fillRect(x, y, width, height);
      context.imageSmoothingEnabled = by * density < 0.999;
      // Reduced by less than a half: more would cost much and show nothing.
      context.imageSmoothingQuality = 'low';
      context.drawImage(tile.bitmap, x, y, width, height);
    }
  }

  /** RGBA8 at a sheet pixel, from the best tile there; null where none lies. */
  valueAt(x: number, y: number): readonly [number, number, number, number] | null {
    for (const tile of this.inOrder().reverse()) {
      const column = Math.floor(x / 2 ** tile.halvings) - tile.x * tile.side;
      const row = Math.floor(y / 2 ** tile.halvings) - tile.y * tile.side;
      const { width, height, bytes } = tile.pixels;
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const at = 4 * (row * width + column);
      return [bytes[at] as number, bytes[at + 1] as number, bytes[at + 2] as number, bytes[at + 3] as number];
    }
    return null;
  }
}
