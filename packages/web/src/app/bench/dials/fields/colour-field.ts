import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ColourRef, DialOf, Pass, Sheet } from '@uvrant/core';
import { ColourPicker } from '../../../ui/colour-picker';
import { Editing } from '../../editing';
import { colourOf } from '../../words';
import type { FieldInputs } from './field-inputs';

/** An ink of the sheet, or a colour of its own. */
@Component({
  selector: 'uv-colour-field',
  imports: [ColourPicker],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-colour-picker
        [label]="dial().title"
        [colour]="colour()"
        [inks]="sheet().inks"
        [ink]="chosen()"
        (inkTaken)="change()({ ink: $event }, false)"
        (held)="change()({ srgb: $event }, true)"
        (taken)="choose($event)"
      />
    </div>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourField {
  readonly dial = input.required<DialOf<'colour'>>();
  readonly value = input.required<ColourRef | null>();
  readonly sheet = input.required<Sheet>();
  readonly change = input.required<FieldInputs['change']>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  private readonly editing = inject(Editing, { optional: true });

  protected choose(colour: string): void {
    this.change()(this.editing?.inkFor(colour) ?? { srgb: colour }, true);
    this.editing?.endGesture();
  }

  protected readonly colour = computed(() => colourOf(this.value(), this.sheet()));
  /** The chosen ink's id; null for a colour of its own. */
  protected readonly chosen = computed(() => {
    const value = this.value();
    if (value === null) return this.sheet().inks[0]?.id ?? null;
    return 'ink' in value ? value.ink : null;
  });
}
