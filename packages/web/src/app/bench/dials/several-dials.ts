import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { colour, colourOfPass, passInColour, share, withPass, type ColourRef, type Pass, type Sheet } from '@uvrant/core';
import { Editing } from '../editing';
import { TicketEdits } from '../ticket/ticket-edits';
import { ArrangeDials } from './arrange-dials';
import { ColourField } from './fields/colour-field';
import { RangedField } from './fields/ranged-field';
import { LayMode } from './lay-mode';

const STRENGTH = share({ title: 'Strength', default: 1, more: 'more ink of these passes' });
const INK = colour({ title: 'Ink', default: null });

/** The value that all share; null where they differ. */
const shared = <T>(values: readonly T[]): T | null => {
  const [first, ...rest] = values;
  return first !== undefined && rest.every((each) => JSON.stringify(each) === JSON.stringify(first)) ? first : null;
};

/** Several passes: what they have in common, and how they lie to each other. */
@Component({
  selector: 'uv-several-dials',
  imports: [ArrangeDials, ColourField, LayMode, RangedField],
  template: `
    <header>
      <h2>{{ passes().length }} passes</h2>
      <p>{{ names() }}</p>
      <div class="doing" role="group" aria-label="These passes">
        <button type="button" (click)="edits.duplicate()">Duplicate</button>
        <button type="button" (click)="edits.group()">Group</button>
        <button type="button" (click)="edits.lock()">{{ areLocked() ? 'Unlock' : 'Lock' }}</button>
        <button type="button" (click)="edits.remove()">Remove</button>
      </div>
    </header>
    <uv-lay-mode [passes]="passes()" />
    <uv-ranged-field [dial]="strength" [value]="strengthOf()" [change]="setStrength" />
    @if (strengths() === null) {
      <p class="note">Their strengths differ; this makes them alike.</p>
    }
    @if (inked().length > 0) {
      <uv-colour-field [dial]="ink" [value]="inkOf()" [sheet]="sheet()" [change]="setInk" />
      @if (inked().length < passes().length) {
        <p class="note">{{ inked().length }} of them print in one ink.</p>
      }
    }
    <uv-arrange-dials [passes]="passes()" [sheet]="sheet()" />
  `,
  styleUrls: ['./panel.scss', './pass-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeveralDials {
  readonly passes = input.required<readonly Pass[]>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  protected readonly edits = inject(TicketEdits);

  protected readonly strength = STRENGTH;
  protected readonly ink = INK;
  protected readonly names = computed(() =>
    this.passes()
      .map(({ name }) => name)
      .join(', '),
  );
  protected readonly areLocked = computed(() => this.passes().every(({ locked }) => locked));
  protected readonly strengths = computed(() => shared(this.passes().map(({ lay }) => lay.strength)));
  protected readonly strengthOf = computed(() => this.strengths() ?? this.passes()[0]?.lay.strength ?? 1);
  protected readonly inked = computed(() => this.passes().filter((pass) => colourOfPass(pass) !== undefined));
  protected readonly inkOf = computed<ColourRef | null>(() => {
    const [first] = this.inked();
    return (first && colourOfPass(first)) ?? null;
  });

  private each(passes: readonly Pass[], change: (pass: Pass) => Pass, gesture: string | null): void {
    this.editing.sheet((sheet) => passes.reduce((all, { id }) => withPass(all, id, change), sheet), gesture);
  }

  protected readonly setStrength = (strength: unknown, held: boolean): void =>
    this.each(this.passes(), (pass) => ({ ...pass, lay: { ...pass.lay, strength: strength as number } }), held ? 'shared strength' : null);
  protected readonly setInk = (ink: unknown, held: boolean): void =>
    this.each(this.inked(), (pass) => passInColour(pass, ink as ColourRef), held ? 'shared ink' : null);
}
