import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { choice, MOST_TIMES, number, share, type AnyDial, type Edges, type Lay, type Pass, type Sheet } from '@uvrant/core';
import { Fold } from '../../ui/fold';
import { Select } from '../../ui/select';
import { ChoiceField } from './fields/choice-field';
import { RangedField } from './fields/ranged-field';
import { Adding } from '../adding/adding';
import { Editing } from '../editing';
import { LayMode } from './lay-mode';
import { earlierThan } from '../ticket/printing-order';

const STRENGTH = share({ title: 'Strength', default: 1, more: 'more ink of this pass' });
const TIMES = number({ title: 'Coats', unit: '', min: 1, max: MOST_TIMES, step: 1, default: 1, more: 'laid over itself again' });
const EDGES = choice({ title: 'Edges', options: ['as the sheet', 'smooth', 'hard', 'screened'], default: 'as the sheet' });

/** How a pass goes down: its mode, strength, how many times, within what, and its edges. */
@Component({
  selector: 'uv-lay-dials',
  imports: [ChoiceField, Fold, LayMode, RangedField, Select],
  template: `
    <uv-lay-mode [passes]="[pass()]">
      @if (measurable()) {
        <div class="buttons">
          <button type="button" [disabled]="isMeasuring()" (click)="measure()">
            {{ isMeasuring() ? 'Measuring…' : 'Choose by measuring' }}
          </button>
        </div>
      }
      @if (why(); as words) {
        <p class="more">
          {{ words }}
          @if (pass().lay.strength < 1) {
            <button type="button" class="choose" (click)="setStrength(1, false)">use 100 %</button>
          }
        </p>
      }
    </uv-lay-mode>
    <uv-ranged-field [dial]="strength" [value]="pass().lay.strength" [change]="setStrength" />
    <uv-fold title="Coats, within and edges" [words]="more()">
      <uv-ranged-field [dial]="times" [value]="pass().lay.times ?? 1" [change]="setTimes" />
      @if (earlier().length > 0 || pass().lay.within) {
        <div class="block top">
          <b>Within</b>
          <uv-select [options]="withins()" [value]="pass().lay.within ?? ''" label="Within an earlier pass" (chosen)="setWithin($event)" />
        </div>
      }
      @if (pass().source.kind !== 'overall') {
        <uv-choice-field [dial]="edges" [value]="pass().edges ?? 'as the sheet'" [change]="setEdges" />
      }
    </uv-fold>
  `,
  styleUrl: './pass-dials.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayDials {
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly adding = inject(Adding);

  protected readonly strength = STRENGTH;
  protected readonly times = TIMES;
  protected readonly edges = EDGES as unknown as Extract<AnyDial, { type: 'choice' }>;
  protected readonly withins = computed(() => [
    { value: '', words: 'the whole sheet' },
    ...this.earlier().map(({ id, name }) => ({ value: id, words: name })),
  ]);

  /** What is folded away, in words. */
  protected readonly more = computed(() => {
    const { lay, edges } = this.pass();
    const { times = 1, within } = lay;
    const inside = this.withins().find(({ value }) => value === (within ?? ''))?.words ?? '';
    return [times === 1 ? 'one coat' : `${times} coats`, inside, ...(edges ? [edges] : [])].join(', ');
  });

  /** Passes that print earlier, so that this one can lie within them; a group counts once it is printed. */
  protected readonly earlier = computed(() => earlierThan(this.sheet(), this.pass().id));
  protected readonly measurable = computed(() => this.pass().source.kind === 'picture' && this.sheet().passes.length > 1);

  protected readonly isMeasuring = computed(() => this.adding.measuring().has(this.pass().id));
  /** Why the pass lies as strong as it does, while it lies as it was measured. */
  protected readonly why = computed(() => {
    const [{ id, lay }, measured] = [this.pass(), this.adding.measured()];
    const known = measured[id];
    return known && known.lay.mode === lay.mode && known.lay.strength === lay.strength ? known.why : null;
  });

  private edit(change: Partial<Lay>, gesture: string | null = null): void {
    this.editing.pass(this.pass().id, (pass) => ({ ...pass, lay: { ...pass.lay, ...change } }), gesture);
  }

  protected measure(): void {
    void this.adding.measureLay(this.pass().id);
  }

  protected readonly setStrength = (strength: unknown, held: boolean): void =>
    this.edit({ strength: strength as number }, held ? `${this.pass().id} strength` : null);
  protected readonly setTimes = (times: unknown, held: boolean): void =>
    this.edit({ times: Math.round(times as number) }, held ? `${this.pass().id} times` : null);
  protected readonly setEdges = (edges: unknown): void =>
    this.editing.pass(this.pass().id, ({ edges: _, ...pass }) => (edges === 'as the sheet' ? pass : { ...pass, edges: edges as Edges }));

  protected setWithin(id: string): void {
    this.editing.pass(this.pass().id, (pass) => {
      const { within: _, ...lay } = pass.lay;
      return { ...pass, lay: id === '' ? lay : { ...lay, within: id } };
    });
  }
}
