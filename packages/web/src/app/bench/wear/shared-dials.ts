import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { wearsOf, type Pass, type SharedWear, type Sheet } from '@uvrant/core';
import { Figure } from '../../ui/figure';
import { Attachments } from '../attached/attachments';
import { WearHead } from './wear-head';

/** The dials of a wear that another pass shares: how it is turned and moved here. */
@Component({
  selector: 'uv-shared-dials',
  imports: [Figure, WearHead],
  template: `
    <uv-wear-head [pass]="pass()">Shared wear</uv-wear-head>
    <div class="note">
      The same as the wear of “{{ firstName() }}”: changed there, it changes here.
      <div class="buttons"><button type="button" (click)="openFirst()">Go to it</button></div>
    </div>
    <div class="block pairs">
      <b>Turn</b>
      <uv-figure [value]="wear().turn" unit="°" [digits]="1" [width]="50" label="Turn" (changed)="vary({ turn: wrapped($event) })" />
      <span>°</span>
      <b>Across</b>
      <uv-figure [value]="wear().x" unit="mm" [digits]="1" [width]="50" label="Moved across" (changed)="vary({ x: $event })" />
      <span>mm</span>
      <b>Down</b>
      <uv-figure [value]="wear().y" unit="mm" [digits]="1" [width]="50" label="Moved down" (changed)="vary({ y: $event })" />
      <span>mm</span>
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SharedDials {
  readonly wear = input.required<SharedWear>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly attachments = inject(Attachments);

  private readonly first = computed(() => [...wearsOf(this.sheet())].find(({ wear }) => wear.id === this.wear().of) ?? null);
  protected readonly firstName = computed(() => this.first()?.pass.name ?? 'a pass that is gone');

  protected vary(change: Partial<SharedWear>): void {
    this.attachments.changeShared(change);
  }

  protected openFirst(): void {
    const first = this.first();
    if (first) this.attachments.goTo(first.pass.id, { wear: first.wear.id });
  }

  protected wrapped(turn: number): number {
    return ((((turn + 180) % 360) + 360) % 360) - 180;
  }
}
