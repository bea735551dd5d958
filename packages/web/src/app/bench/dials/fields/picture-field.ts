import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import type { DialOf, Pass, PictureRef, Sheet } from '@uvrant/core';
import { jobsFeature } from '../../../state/jobs';
import { Select } from '../../../ui/select';
import type { FieldInputs } from './field-inputs';

/** A picture of the job. */
@Component({
  selector: 'uv-picture-field',
  imports: [Select],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-select [options]="options()" [value]="value()?.sha256 ?? ''" [label]="dial().title" (chosen)="choose($event)" />
    </div>
    @if (options().length === 1) {
      <p class="more">The plan chest is empty: add a picture or scan a surface first.</p>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PictureField {
  readonly dial = input.required<DialOf<'picture'>>();
  readonly value = input.required<PictureRef | null>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  private readonly assets = inject(Store).selectSignal(jobsFeature.selectPictures);

  protected readonly options = computed(() => [
    { value: '', words: 'none yet' },
    ...this.assets().map(({ sha256, name }) => ({ value: sha256, words: name })),
  ]);

  protected choose(sha256: string): void {
    this.change()(sha256 === '' ? null : { sha256 }, false);
  }
}
