import { CdkScrollable } from '@angular/cdk/scrolling';
import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../../state/bench';
import { Attachments } from '../attached/attachments';
import { panelFor } from './panels';

/** The dials of the chosen line. */
@Component({
  selector: 'uv-dials',
  // Lists that are open move with it as it scrolls.
  hostDirectives: [CdkScrollable],
  imports: [NgComponentOutlet],
  template: `
    @if (panel(); as panel) {
      <ng-container *ngComponentOutlet="panel.component; inputs: panel.inputs" />
    }
  `,
  styleUrl: './dials-column.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DialsColumn {
  private readonly store = inject(Store);
  private readonly attachments = inject(Attachments);
  private readonly sheet = this.store.selectSignal(benchFeature.selectDocument);
  private readonly pass = this.store.selectSignal(benchFeature.selectChosenPass);
  private readonly passes = this.store.selectSignal(benchFeature.selectChosenPasses);
  private readonly step = this.store.selectSignal(benchFeature.selectChosenStep);

  protected readonly panel = computed(() => {
    const sheet = this.sheet();
    if (!sheet) return null;
    return panelFor({
      sheet,
      pass: this.pass(),
      passes: this.passes(),
      step: this.step(),
      mask: this.attachments.mask(),
      wear: this.attachments.wear(),
    });
  });
}
