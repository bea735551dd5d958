import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import type { Sheet, SourceInfo } from '@uvrant/core';
import { Engine, TaskCancelled } from '../engine/engine';
import type { Pixels } from '../engine/protocol';
import { PixelsView } from '../ui/pixels';

/** A sheet, small, as a draft of its print. */
@Component({
  selector: 'uv-sheet-preview',
  imports: [PixelsView],
  template: `
    @if (problem(); as problem) {
      <p class="uv-warn">{{ problem }}</p>
    } @else {
      @if (kept() && !pixels()) {
        <img
          [src]="'/api/sheets/' + kept() + '/picture'"
          [alt]="sheet().name"
          [style.background]="sheet().stock.colour"
          [style.aspect-ratio]="sheet().size.width + ' / ' + sheet().size.height"
          (error)="isKept.set(false)"
        />
      } @else {
        <uv-pixels
          [pixels]="pixels()"
          [stock]="sheet().stock.colour"
          [label]="sheet().name"
          [style.aspect-ratio]="sheet().size.width + ' / ' + sheet().size.height"
        />
      }
    }
  `,
  styles: `
    img {
      display: block;
      width: 100%;
      border: 1px solid var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetPreview {
  readonly sheet = input.required<Sheet>();
  readonly infos = input.required<readonly SourceInfo[]>();
  /** Longest side of the draft, screen pixels: enough to show dots where it is shown large. */
  readonly side = input(960);
  /** The sheet's id where it is one of a job: what was kept of it is shown until it is printed. */
  readonly id = input<string | null>(null);
  protected readonly isKept = signal(true);
  protected readonly kept = computed(() => (this.isKept() ? this.id() : null));
  protected readonly pixels = signal<Pixels | null>(null);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    const engine = inject(Engine);
    effect((onCleanup) => {
      const stop = new AbortController();
      onCleanup(() => stop.abort());
      const version = engine.open(this.sheet(), this.infos());
      engine
        .ask({ kind: 'picture', version, side: this.side() * devicePixelRatio, after: null }, stop.signal)
        .then((pixels) => {
          this.problem.set(null);
          this.pixels.set(pixels);
        })
        .catch((error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.problem.set(error instanceof Error ? error.message : String(error));
        });
    });
  }
}
