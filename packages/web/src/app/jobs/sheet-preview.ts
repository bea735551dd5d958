import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { passesOf, type Sheet, type SourceInfo } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import { Api } from '../api/api';
import { Engine, TaskCancelled } from '../engine/engine';
import type { Pixels } from '../engine/protocol';
import { PixelsView } from '../ui/pixels';

/** True where what prints is not all in the sheet itself, so that an earlier picture of it may be out of date. */
const readsOthers = (sheet: Sheet): boolean => [...passesOf(sheet.passes)].some(({ source }) => source.kind === 'sheet');

/** A sheet, small: as it was kept where that is still how it prints, else as a draft of its print. */
@Component({
  selector: 'uv-sheet-preview',
  imports: [PixelsView],
  template: `
    @if (problem(); as problem) {
      <p class="uv-warn">{{ problem }}</p>
    } @else if (address() && !pixels()) {
      <img [src]="address()" [alt]="sheet().name" [style.background]="sheet().stock.colour" [style.aspect-ratio]="shape()" />
    } @else {
      <uv-pixels [pixels]="pixels()" [stock]="sheet().stock.colour" [label]="sheet().name" [style.aspect-ratio]="shape()" />
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
  /** The sheet as the job keeps it, where it is one of a job. */
  readonly kept = input<KeptSheet | null>(null);
  /** Longest side of the draft, screen pixels: enough to show dots where it is shown large. */
  readonly side = input(960);

  private readonly engine = inject(Engine);
  private readonly api = inject(Api);
  protected readonly address = signal<string | null>(null);
  protected readonly pixels = signal<Pixels | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly shape = computed(() => `${this.sheet().size.width} / ${this.sheet().size.height}`);
  private readonly id = computed(() => this.kept()?.id ?? null);

  constructor() {
    effect((onCleanup) => {
      const stop = new AbortController();
      onCleanup(() => stop.abort());
      const [sheet, infos, id] = [this.sheet(), this.infos(), this.id()];
      void this.show(sheet, infos, id, stop.signal);
    });
    effect((onCleanup) => {
      const address = this.address();
      onCleanup(() => address !== null && URL.revokeObjectURL(address));
    });
  }

  private async show(sheet: Sheet, infos: readonly SourceInfo[], id: string | null, signal: AbortSignal): Promise<void> {
    try {
      const stored = id === null ? null : await this.api.keptPicture(id).catch(() => null);
      if (signal.aborted) return;
      if (stored) this.address.set(URL.createObjectURL(stored.webp));
      if (stored && stored.revision === untracked(this.kept)?.revision && !readsOthers(sheet)) return;
      const version = this.engine.open(sheet, infos);
      const task = { kind: 'picture', version, side: this.side() * devicePixelRatio, after: null } as const;
      this.pixels.set(await this.engine.ask(task, signal));
      this.problem.set(null);
    } catch (error) {
      if (!(error instanceof TaskCancelled)) this.problem.set(error instanceof Error ? error.message : String(error));
    }
  }
}
