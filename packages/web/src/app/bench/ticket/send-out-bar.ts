import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Api } from '../../api/api';
import { benchFeature } from '../../state/bench';
import { DispatchActions, dispatchFeature } from '../../state/dispatch';
import { SendDialog } from '../../dispatch/send-dialog';
import { MatDialog } from '@angular/material/dialog';

/** At the ticket's bottom: send this sheet out, and how far that is. */
@Component({
  selector: 'uv-send-out-bar',
  imports: [MatProgressBarModule, MatTooltip, RouterLink],
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
        (click)="send()"
      >
        Send out PNG
      </button>
      @if (saved()) {
        <button type="button" class="uv-link" aria-label="Send out as other files" (click)="choose()">as…</button>
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
  private readonly ways = this.store.selectSignal(dispatchFeature.selectProgress);
  private readonly dialog = inject(MatDialog);
  private readonly choice = this.store.selectSignal(dispatchFeature.selectChoice);
  private readonly saving = this.store.selectSignal(benchFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(dispatchFeature.selectProblem);

  protected readonly latest = computed(() => this.all().find((each) => each.sheetId === this.sheetId()) ?? null);
  protected readonly underWay = computed(() => {
    const latest = this.latest();
    return latest && (latest.state === 'queued' || latest.state === 'rendering') ? latest : null;
  });
  /** What is sent out is the sheet as it is kept. */
  protected readonly saved = computed(() => this.saving().state === 'saved');

  protected percent(id: string): number {
    return Math.round(100 * (this.ways()[id]?.share ?? 0));
  }

  /** A PNG with clear ground, at once. */
  protected send(): void {
    const choice = { ...this.choice(), files: [{ format: 'png', options: {} }], devicePpi: null, crop: null };
    this.store.dispatch(DispatchActions.sendOutWanted({ jobId: this.jobId(), sheets: [this.sheetId()], choice }));
  }

  protected choose(): void {
    this.dialog.open(SendDialog, { data: { sheetId: this.sheetId() }, width: '760px', maxWidth: '94vw', maxHeight: '90vh' });
  }

  protected callOff(id: string): void {
    this.store.dispatch(DispatchActions.sendOutCalledOff({ id }));
  }
}
