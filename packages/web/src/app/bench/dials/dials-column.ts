import { CdkScrollable } from '@angular/cdk/scrolling';
import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../../state/bench';
import { Attachments } from '../attached/attachments';
import { panelFor, type Open } from './panels';

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

  private readonly now = computed<Open | null>(() => {
    const sheet = this.sheet();
    if (!sheet) return null;
    const [pass, passes, step] = [this.pass(), this.passes(), this.step()];
    return { sheet, pass, passes, step, mask: this.attachments.mask(), wear: this.attachments.wear() };
  });
  /** The line whose dials are shown: a new one is taken up once the ticket has shown it. */
  private readonly shownLine = signal<string | null>(null);
  private shownOpen: Open | null = null;

  protected readonly panel = computed(() => {
    const now = this.now();
    if (!now) return null;
    // What is known of the line shown goes on; of one that is left, as it was left.
    if (this.shownLine() === null || lineOf(now) === this.shownLine()) this.shownOpen = now;
    return panelFor(this.shownOpen ?? now);
  });

  constructor() {
    effect((onCleanup) => {
      const now = this.now();
      const line = now && lineOf(now);
      if (line === untracked(this.shownLine)) return;
      if (untracked(this.shownLine) === null) return this.shownLine.set(line);
      const frame = requestAnimationFrame(() => setTimeout(() => this.shownLine.set(line)));
      onCleanup(() => cancelAnimationFrame(frame));
    });
  }
}

/** What is open, by ids. */
const lineOf = ({ pass, passes, step, mask, wear }: Open): string =>
  [pass?.id, passes.length, step?.id, mask?.id, wear?.id].map((each) => each ?? '').join('/');
