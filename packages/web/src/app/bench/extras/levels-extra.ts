import { Component, computed, inject, input } from '@angular/core';
import type { Pass, Sheet, Step } from '@uvrant/core';
import { Tick } from '../../ui/tick';
import { ToneHistogram } from '../../ui/tone-histogram';
import { Rendering } from '../rendering';
import { percent } from '../words';

/** The tones that go into levels, where black and white were put among them, and the reading before and after. */
@Component({
  selector: 'uv-levels-extra',
  imports: [ToneHistogram, Tick],
  template: `
    @if (rendering.reading(); as reading) {
      <uv-tone-histogram class="chart" [bars]="reading.histogram" />
      @if (ends(); as ends) {
        <div class="ends" aria-hidden="true">
          <i [style.left.%]="100 * ends.black">black</i>
          <i [style.left.%]="100 * ends.white">white</i>
        </div>
      }
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
      <div class="hatch">
        <span>Hatch where the light will carry no dots{{ bareShare() }}</span>
        <uv-tick [on]="rendering.showBare()" label="Hatch light without dots on the table" (toggled)="rendering.showBare.set($event)" />
      </div>
    } @else {
      <p class="wait">Reading the tones…</p>
    }
  `,
  styleUrl: './extra.scss',
})
export class LevelsExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly rendering = inject(Rendering);

  protected readonly ends = computed(() => {
    const { auto, black, white } = this.step().params as { auto: boolean; black: number; white: number };
    return auto ? (this.rendering.reading()?.found ?? null) : { black, white };
  });

  protected readonly rows = computed(() => {
    const reading = this.rendering.reading();
    if (!reading) return [];
    const { into, out, meanIn, meanOut } = reading;
    const row = (name: string, before: number, after: number) => ({ name, into: percent(before), out: percent(after) });
    return [
      row('White', into.white, out.white),
      row('Grey', into.grey, out.grey),
      row('Black', into.black, out.black),
      row('Blown, loses its dots', into.blown, out.blown),
      row('Mean tone', meanIn, meanOut),
    ];
  });

  protected readonly bareShare = computed(() => {
    const bare = this.rendering.bare();
    return bare ? `: ${percent(bare.share, 1)} of the sheet` : '';
  });
}
