import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { JobActions, jobsFeature } from '../state/jobs';
import type { Upload } from '../state/model';

/** Pictures on their way in, and those that were refused, with why. */
@Component({
  selector: 'uv-uploads',
  imports: [MatProgressBarModule],
  template: `
    @for (upload of uploads(); track upload.id) {
      @if (upload.error) {
        <div class="uv-warn" role="alert">
          <span>
            <b>{{ upload.name }}</b>
            was not taken in. {{ upload.error }}
          </span>
          <button type="button" (click)="dismiss(upload.id)">Dismiss</button>
        </div>
      } @else {
        <div class="on-its-way" role="status">
          <span>
            <b>{{ upload.name }}</b>
            {{ upload.sent < 1 ? 'is being sent' : 'is being read' }}
          </span>
          <span>{{ percent(upload) }} %</span>
          <mat-progress-bar mode="determinate" [value]="percent(upload)" [attr.aria-label]="upload.name" />
        </div>
      }
    }
  `,
  styles: `
    div {
      margin-bottom: 10px;
      max-width: 760px;
    }
    .uv-warn {
      display: flex;
      justify-content: space-between;
      gap: 16px;
      font-size: 0.78125rem;
    }
    .on-its-way {
      display: grid;
      grid-template-columns: 1fr auto;
      row-gap: 3px;
      mat-progress-bar {
        grid-column: 1 / -1;
      }
    }
    button {
      color: var(--cobalt);
      font-weight: 650;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Uploads {
  private readonly store = inject(Store);
  protected readonly uploads = this.store.selectSignal(jobsFeature.selectUploads);

  /** Sending is the first part, reading the rest. */
  protected percent({ sent, read }: Upload): number {
    return Math.round(100 * (sent < 1 ? 0.3 * sent : 0.3 + 0.7 * read));
  }

  protected dismiss(id: string): void {
    this.store.dispatch(JobActions.uploadDismissed({ id }));
  }
}
