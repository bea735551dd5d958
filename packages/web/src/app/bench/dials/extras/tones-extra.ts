import { Store } from '@ngrx/store';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { stepOfKind, type Pass, type Sheet, type Step } from '@uvrant/core';
import { Tick } from '../../../ui/tick';
import { ToneHistogram } from '../../../ui/tone-histogram';
import { BenchActions, benchFeature } from '../../../state/bench';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';

/** The tones that go into a step, where it finds its dials among them, and the reading before and after. */
@Component({
  selector: 'uv-tones-extra',
  imports: [ToneHistogram, Tick],
  template: `
    @if (rendering.reading(); as reading) {
      <uv-tone-histogram class="chart" [bars]="reading.histogram" />
      <div class="ends" aria-hidden="true">
        @for (mark of marks(); track mark.name) {
          <i [style.left.%]="100 * mark.at" [class.right]="mark.at > 0.5">{{ mark.name }}</i>
        }
      </div>
      <table>
        <thead>
          <tr>
            <th></th>
            <th>in</th>
            <th>out</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th>{{ row.name }}</th>
              <td>{{ row.into }}</td>
              <td>{{ row.out }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (isScreened()) {
        <div class="hatch">
          <span>Hatch where the light will carry no dots{{ bareShare() }}</span>
          <uv-tick [on]="view().showsBare" label="Hatch light without dots on the table" (toggled)="hatch($event)" />
        </div>
      }
    } @else {
      <p class="wait">Reading the tones…</p>
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TonesExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly rendering = inject(Rendering);
  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(benchFeature.selectView);

  /** Its dials that it can find by itself, as they stand among the tones. */
  protected readonly marks = computed(() => {
    const { kind, params } = this.step();
    const declaration = stepOfKind(kind);
    const found = this.rendering.reading()?.found;
    if (!declaration?.found || !found) return [];
    const isFinding = params[declaration.found.while] === true;
    return Object.keys(found).map((name) => ({
      name: declaration.dials[name]?.title.toLowerCase() ?? name,
      at: (isFinding ? found[name] : params[name]) as number,
    }));
  });

  protected readonly isScreened = computed(() => this.pass().steps.some((each) => each.kind === 'screen' && each.on));

  protected readonly rows = computed(() => {
    const reading = this.rendering.reading();
    if (!reading) return [];
    const { into, out, meanIn, meanOut } = reading;
    const row = (name: string, before: number, after: number) => ({ name, into: percent(before), out: percent(after) });
    return [
      row('White', into.white, out.white),
      row('Grey', into.grey, out.grey),
      row('Black', into.black, out.black),
      row(this.isScreened() ? 'Blown, loses its dots' : 'Blown, no tone left', into.blown, out.blown),
      row('Mean tone', meanIn, meanOut),
    ];
  });

  protected hatch(showsBare: boolean): void {
    this.store.dispatch(BenchActions.viewChanged({ change: { showsBare } }));
  }

  protected readonly bareShare = computed(() => {
    const bare = this.rendering.bare();
    return bare ? `: ${percent(bare.share, 1)} of the sheet` : '';
  });
}
