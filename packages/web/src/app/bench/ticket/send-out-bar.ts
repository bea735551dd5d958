import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Api } from '../../api/api';
import { benchFeature } from '../../state/bench';
import { DispatchActions, dispatchFeature } from '../../state/dispatch';
import { ActionMenu } from '../../ui/action-menu';

/** At the ticket's bottom: send this sheet out, and how far that is. */
@Component({
  selector: 'uv-send-out-bar',
  imports: [ActionMenu, MatProgressBarModule, MatTooltip, RouterLink],
  template: `
    @if (underWay(); as now) {
      <div class="now" role="status">
        <span>{{ now.state === 'queued' ? 'Waiting to be sent out' : 'Sending out ' + percent(now.id) + ' %' }}</span>
        <button type="button" class="link" (click)="callOff(now.id)">Cancel</button>
        <mat-progress-bar mode="determinate" [value]="percent(now.id)" aria-label="Sending out" />
      </div>
    } @else {
      <button
        type="button"
        class="uv-button"
        [disabled]="!saved()"
        [matTooltip]="saved() ? '' : 'As soon as the sheet is saved'"
        (click)="send('png')"
      >
        Send out PNG
      </button>
      @if (saved()) {
        <uv-action-menu [actions]="formats()" words="as…" label="Send out as another file" (chosen)="send($event)" />
      }
      @if (problem(); as problem) {
        <span class="bad" role="alert">{{ problem }}</span>
      } @else if (latest(); as latest) {
        @if (latest.state === 'done') {
          <a class="link" [href]="api.fileUrl(latest.id)" [attr.download]="latest.fileName" [matTooltip]="latest.fileName">Download</a>
        } @else {
          <a class="link" [routerLink]="['/jobs', jobId(), 'dispatch']">
            The last one {{ latest.state === 'failed' ? 'failed' : 'was cancelled' }}
          </a>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 10px;
      min-height: 38px;
      padding: 4px 12px;
      border-top: var(--rule);
      border-right: var(--rule);
      background: var(--form);
    }
    .now {
      flex: 1;
      display: grid;
      grid-template-columns: 1fr auto;
      row-gap: 4px;
      mat-progress-bar {
        grid-column: 1 / -1;
      }
    }
    .link {
      color: var(--cobalt);
      font-weight: 600;
    }
    .bad {
      color: var(--alarm);
      font-size: 0.71875rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SendOutBar {
  readonly sheetId = input.required<string>();
  readonly jobId = input.required<string>();
  protected readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly all = this.store.selectSignal(dispatchFeature.selectSendOuts);
  private readonly shares = this.store.selectSignal(dispatchFeature.selectShares);
  private readonly saving = this.store.selectSignal(benchFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(dispatchFeature.selectProblem);

  protected readonly formats = this.store.selectSignal(dispatchFeature.selectChoices);
  protected readonly latest = computed(() => this.all().find((each) => each.sheetId === this.sheetId()) ?? null);
  protected readonly underWay = computed(() => {
    const latest = this.latest();
    return latest && (latest.state === 'queued' || latest.state === 'rendering') ? latest : null;
  });
  /** What is sent out is the sheet as it is kept. */
  protected readonly saved = computed(() => this.saving().state === 'saved');

  protected percent(id: string): number {
    return Math.round(100 * (this.shares()[id] ?? 0));
  }

  protected send(format: string): void {
    this.store.dispatch(DispatchActions.sendOutWanted({ sheetId: this.sheetId(), format }));
  }

  protected callOff(id: string): void {
    this.store.dispatch(DispatchActions.sendOutCalledOff({ id }));
  }
}
