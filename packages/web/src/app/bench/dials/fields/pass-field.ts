import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DialOf, Pass, Sheet } from '@uvrant/core';
import { Select } from '../../../ui/select';
import { earlierThan } from '../../ticket/printing-order';
import type { FieldInputs } from './field-inputs';

/** A pass that prints earlier. */
@Component({
  selector: 'uv-pass-field',
  imports: [Select],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-select [options]="options()" [value]="value() ?? ''" [label]="dial().title" (chosen)="change()($event || null, false)" />
    </div>
    @if (options().length === 1) {
      <p class="more">No pass prints before this one: put the one whose tones it is to have earlier on the ticket.</p>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PassField {
  readonly dial = input.required<DialOf<'pass'>>();
  readonly value = input.required<string | null>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input.required<Sheet>();
  readonly pass = input.required<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly options = computed(() => [
    { value: '', words: 'none yet' },
    ...earlierThan(this.sheet(), this.pass().id).map(({ id, name }) => ({ value: id, words: name })),
  ]);
}
