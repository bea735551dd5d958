import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import type { FoundPlace } from '@uvrant/core';
import { Engine, TaskCancelled } from '../engine/engine';
import type { Pixels } from '../engine/protocol';
import { PixelsView } from '../ui/pixels';

/** Longest side of the picture, screen pixels; and the least that is shown of the sheet round a place, mm. */
const [SIDE, LEAST_MM] = [72, 4];

/** A part of the print, small. */
@Component({
  selector: 'uv-place-picture',
  imports: [PixelsView],
  template: `<uv-pixels [pixels]="pixels()" [stock]="stock()" label="Where it is" />`,
  styles: `
    :host {
      display: block;
      width: 72px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlacePicture {
  /** The sheet as it was given to the engine. */
  readonly version = input.required<number>();
  readonly place = input.required<FoundPlace>();
  readonly stock = input.required<string>();
  private readonly engine = inject(Engine);
  protected readonly pixels = signal<Pixels | null>(null);

  constructor() {
    effect((onCleanup) => {
      const stop = new AbortController();
      onCleanup(() => stop.abort());
      const { x, y, width, height } = this.place();
      const [more, less] = [Math.max(0, LEAST_MM - width) / 2, Math.max(0, LEAST_MM - height) / 2];
      const within = { left: Math.max(0, x - more), top: Math.max(0, y - less), width: width + 2 * more, height: height + 2 * less };
      const task = { kind: 'picture', version: this.version(), side: SIDE * devicePixelRatio, after: null, within } as const;
      this.engine.ask(task, stop.signal).then(
        (pixels) => this.pixels.set(pixels),
        // Without its picture a finding still says where it is.
        (error: unknown) => error instanceof TaskCancelled || this.pixels.set(null),
      );
    });
  }
}
