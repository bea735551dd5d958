import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import { Saver } from '../keeping/saver';
import { BenchActions, benchFeature } from '../state/bench';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Whether the sheet is saved, and what to do where it could not be. */
@Component({
  selector: 'uv-save-state',
  imports: [MatTooltip],
  template: `
    @switch (saving().state) {
      @case ('saved') {
        <span role="status">Saved {{ at() }}{{ wasResumed() ? ', with edits from before the window closed' : '' }}</span>
      }
      @case ('failed') {
        <span role="alert" class="bad" [matTooltip]="problem()">Not saved: {{ problem() }}</span>
        <button type="button" (click)="save()">Save now</button>
      }
      @case ('stale') {
        <span role="alert" class="bad">Saved in another window since.</span>
        <button type="button" (click)="loadTheirs()">Load theirs</button>
        <button type="button" (click)="keepMine()">Keep mine as a new sheet</button>
      }
      @default {
        <span role="status">Saving…</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 0 13px;
      color: var(--soft);
    }
    .bad {
      max-width: 330px;
      overflow: hidden;
      white-space: nowrap;
      text-overflow: ellipsis;
      color: var(--alarm);
      font-weight: 600;
    }
    button {
      color: var(--cobalt);
      font-weight: 650;
      text-decoration: underline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveState {
  private readonly store = inject(Store);
  protected readonly saving = this.store.selectSignal(benchFeature.selectSaving);
  protected readonly at = computed(() => {
    const saving = this.saving();
    return saving.state === 'saved' && saving.at > 0 ? clock.format(saving.at) : '';
  });
  protected readonly problem = computed(() => {
    const saving = this.saving();
    if (saving.state !== 'failed') return '';
    const kept = saving.isKept ? ' It is kept in this browser' : ' It is only in this window: leave it open';
    return `${saving.message}${kept}${saving.isTriedAgain ? ', and tried again.' : '.'}`;
  });
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly resumed = inject(Saver).resumed;
  /** True where edits that an earlier window left have been saved by this one. */
  protected readonly wasResumed = computed(() => this.resumed().has(this.id() ?? ''));

  protected save(): void {
    this.store.dispatch(BenchActions.saveWanted());
  }

  protected loadTheirs(): void {
    const saving = this.saving();
    if (saving.state === 'stale') this.store.dispatch(BenchActions.theirsLoaded({ theirs: saving.theirs }));
  }

  protected keepMine(): void {
    this.store.dispatch(BenchActions.mineKeptAsANewSheet());
  }
}
