import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Asset } from '@uvrant/contract';
import { DRAGGED } from '../../chest/looking';
import { jobsFeature } from '../../state/jobs';
import { Select } from '../../ui/select';
import { Swapping } from '../swapping';

/** The picture of a pass, and ways to put another in its place: choose one, drop one here, paste one. */
@Component({
  selector: 'uv-pass-picture',
  imports: [Select],
  template: `
    <div
      class="block picture"
      tabindex="0"
      role="group"
      aria-label="The picture of this pass; drop or paste another here"
      [class.over]="over()"
      (dragover)="dragOver($event)"
      (dragleave)="over.set(false)"
      (drop)="drop($event)"
      (paste)="paste($event)"
    >
      @if (asset(); as asset) {
        <img [src]="'/api/assets/' + asset.sha256 + '/thumbnail'" [alt]="asset.name" draggable="false" />
      }
      <div>
        <uv-select [options]="options()" [value]="sha256()" label="The picture that it prints" (chosen)="choose($event)" />
        <label class="file">
          Another file…
          <input
            class="uv-visually-hidden"
            type="file"
            accept="image/png,image/jpeg,image/tiff,image/webp,image/avif,image/gif"
            aria-label="Another file in its place"
            (change)="take(file)"
            #file
          />
        </label>
        <span class="more">or drop or paste one here; all that is on the pass stays</span>
      </div>
    </div>
  `,
  styleUrl: './pass-dials.scss',
  styles: `
    .picture {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 10px;
      &.over {
        outline: 2px solid var(--cobalt);
        outline-offset: -2px;
        background: var(--cobalt-wash);
      }
    }
    img {
      max-width: 72px;
      max-height: 72px;
      border: 1px solid var(--ink);
    }
    uv-select {
      max-width: none;
    }
    .file {
      margin-right: 4px;
      color: var(--cobalt);
      font-size: 0.71875rem;
      font-weight: 640;
      cursor: pointer;
      &:focus-within {
        outline: 2px solid var(--cobalt);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PassPicture {
  readonly id = input.required<string>();
  readonly sha256 = input.required<string>();
  private readonly swapping = inject(Swapping);
  private readonly assets = inject(Store).selectSignal(jobsFeature.selectPictures);

  protected readonly over = signal(false);
  protected readonly asset = computed(() => this.assetOf(this.sha256()));
  protected readonly options = computed(() => this.assets().map(({ sha256, name }) => ({ value: sha256, words: name })));

  private assetOf(sha256: string): Asset | undefined {
    return this.assets().find((each) => each.sha256 === sha256);
  }

  protected choose(sha256: string): void {
    const asset = this.assetOf(sha256);
    if (asset) this.swapping.swap(this.id(), asset);
  }

  protected take(entry: HTMLInputElement): void {
    this.swapping.swapFile(this.id(), entry.files ?? []);
    entry.value = '';
  }

  protected dragOver(event: DragEvent): void {
    const types = event.dataTransfer?.types ?? [];
    if (!types.includes(DRAGGED) && !types.includes('Files')) return;
    event.preventDefault();
    this.over.set(true);
  }

  protected drop(event: DragEvent): void {
    this.over.set(false);
    const sha256 = event.dataTransfer?.getData(DRAGGED);
    if (sha256) this.choose(sha256);
    else if (!this.swapping.swapFile(this.id(), event.dataTransfer?.files ?? [])) return;
    event.preventDefault();
  }

  protected paste(event: ClipboardEvent): void {
    if (!this.swapping.swapFile(this.id(), event.clipboardData?.files ?? [])) return;
    event.preventDefault();
    event.stopPropagation();
  }
}
