import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { easeFor, freshMask, type Pass, type TextureWear } from '@uvrant/core';
import { Figure } from '../../ui/figure';
import { Adding, guardedWear } from '../adding/adding';
import { Attachments } from '../attached/attachments';
import { freshId } from '../ticket/ticket-edits';
import { percent } from '../words';
import type { Loss } from './losses';

/** What lettering loses to a wear, the most that it may lose, and ways to keep it readable. */
@Component({
  selector: 'uv-wear-lettering',
  imports: [Figure],
  template: `
    <div class="block">
      <b>Lettering</b>
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="uv-visually-hidden">Pass</span></th>
            <th scope="col">{{ heading() }} lost</th>
            <th scope="col">at most</th>
          </tr>
        </thead>
        <tbody>
          @for (each of losses(); track each.pass.id) {
            <tr [class.over]="each.lost > each.most">
              <th scope="row">
                {{ each.pass.name }}
                @if (each.worst; as worst) {
                  <small>worst “{{ worst.letter }}” {{ pct(worst.lost) }}</small>
                }
              </th>
              <td>{{ each.isTrue ? '' : '≈ ' }}{{ pct(each.lost, 1) }}</td>
              <td>
                <uv-figure
                  [value]="100 * each.most"
                  unit="%"
                  [digits]="0"
                  [width]="34"
                  [label]="'Most that ' + each.pass.name + ' may lose, percent'"
                  (changed)="guard(each, $event / 100)"
                />
                %
              </td>
            </tr>
            @if (each.ease > 0) {
              <tr>
                <td colspan="3" class="protected">
                  wear reduced by {{ pct(each.ease, 1) }} there
                  <button type="button" (click)="unguard(each.pass)">Stop protecting</button>
                </td>
              </tr>
            } @else if (each.lost > each.most) {
              <tr>
                <td colspan="3">
                  <button type="button" [disabled]="isSolving()" (click)="guard(each, each.most)">
                    {{ isSolving() ? 'Protecting…' : 'Ease ' + each.pass.name + ' to ' + pct(each.most) }}
                  </button>
                </td>
              </tr>
            }
          }
        </tbody>
      </table>
      <div class="buttons">
        <button type="button" (click)="thin()">Thin it with a brush</button>
      </div>
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearLettering {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  readonly losses = input.required<readonly Loss[]>();
  private readonly attachments = inject(Attachments);
  private readonly adding = inject(Adding);

  protected readonly pct = percent;
  protected readonly heading = computed(() => (this.losses().every(({ isOutline }) => isOutline) ? 'edge' : 'ink or edge'));
  protected readonly isSolving = computed(() => this.adding.measuring().has(this.wear().id));

  /**
   * Reduces the wear on a type pass, so that it loses no more than that. Ink that is lost counts with the reduction there is; an outline
   * is measured at each reduction that is tried.
   */
  protected guard({ pass: { id }, lost, isOutline }: Loss, most: number): void {
    const limit = Math.max(0, Math.min(1, most));
    if (isOutline) return void this.adding.easeOutline(this.pass().id, this.wear().id, id, limit);
    this.attachments.changeWear((wear) => {
      const now = wear.guards.find((each) => each.pass === id)?.ease ?? 0;
      const unguarded = now < 1 ? lost / (1 - now) : lost;
      return guardedWear(wear, { pass: id, most: limit, ease: easeFor(Math.min(1, unguarded), limit) });
    });
  }

  protected unguard({ id }: Pass): void {
    this.attachments.changeWear((wear) => ({ ...wear, guards: wear.guards.filter((each) => each.pass !== id) }));
  }

  /** Strokes on the sheet that take the wear away where they go. */
  protected thin(): void {
    const { id, masks } = this.wear();
    const painted = masks.find(({ kind, join }) => kind === 'painted' && join === 'without');
    if (painted) this.attachments.choose({ wear: id, mask: painted.id });
    else this.attachments.addMask(freshMask('painted', freshId(), this.pass(), { join: 'without' }), { wear: id });
  }
}
