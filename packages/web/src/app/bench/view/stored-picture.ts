import { Injectable, effect, inject, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { Api } from '../../api/api';
import { Engine } from '../../engine/engine';
import type { Pixels } from '../../engine/protocol';
import { benchFeature } from '../../state/bench';
import { Rendering } from './rendering';

/** Longest side of what is kept, pixels; how long a sheet must lie saved before it is kept, ms. */
const SIDE = 400;
const QUIET_MS = 2500;
/** Of the WebP file. */
const QUALITY = 0.75;

const webpOf = (pixels: Pixels): Promise<Blob> => {
  const canvas = new OffscreenCanvas(pixels.width, pixels.height);
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(pixels.bytes), pixels.width, pixels.height), 0, 0);
  return canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
};

/** The sheet as it printed when it was last left, small: on the table until it is printed again, and kept whenever it has changed. */
@Injectable()
export class StoredPicture {
  private readonly api = inject(Api);
  private readonly engine = inject(Engine);
  private readonly rendering = inject(Rendering);
  private readonly bench = inject(Store).selectSignal(benchFeature.selectBenchState);

  /** What was kept of the sheet on the bench; null where nothing was. */
  readonly bitmap = signal<ImageBitmap | null>(null);
  private id: string | null = null;
  /** The revision that is kept, as far as this window knows. */
  private revision = 0;

  constructor() {
    effect(() => {
      const { id } = this.bench();
      if (id !== this.id) untracked(() => this.fetch(id));
    });
    effect((onCleanup) => {
      const { id, revision, saving } = this.bench();
      const version = this.rendering.whole();
      if (id === null || version === null || saving.state !== 'saved') return;
      const stop = new AbortController();
      const timer = setTimeout(() => {
        if (id === this.id && revision > this.revision) void this.keep(id, revision, version, stop.signal);
      }, QUIET_MS);
      onCleanup(() => {
        clearTimeout(timer);
        stop.abort();
      });
    });
  }

  private fetch(id: string | null): void {
    this.id = id;
    this.revision = 0;
    this.bitmap.set(null);
    if (id === null) return;
    const shown = async (): Promise<void> => {
      const kept = await this.api.keptPicture(id);
      const bitmap = kept && (await createImageBitmap(kept.webp));
      if (!kept || !bitmap) return;
      if (id !== this.id) return bitmap.close();
      this.revision = Math.max(this.revision, kept.revision);
      this.bitmap.set(bitmap);
    };
    // Without it the table waits for the draft, as for a new sheet.
    shown().catch(() => undefined);
  }

  private async keep(id: string, revision: number, version: number, signal: AbortSignal): Promise<void> {
    try {
      const pixels = await this.engine.ask({ kind: 'picture', version, side: SIDE, after: null }, signal);
      const webp = await webpOf(pixels);
      if (signal.aborted) return;
      this.api.keepPicture(id, revision, webp).subscribe({ next: () => (this.revision = revision), error: () => undefined });
    } catch {
      // The next change is kept, then.
    }
  }
}
