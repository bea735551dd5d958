import { ChangeDetectionStrategy, Component, effect, inject, input, viewChild } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableDataSource, MatTableModule } from '@angular/material/table';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Api } from '../api/api';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { JobActions, jobsFeature } from '../state/jobs';
import type { SendOut } from '@uvrant/contract';
import { TrayActions } from '../state/tray';
import { ActionMenu } from '../ui/action-menu';
import { TrayNotice } from '../tray/tray-notice';

const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

const STATES: Readonly<Record<SendOut['state'], string>> = {
  queued: 'waits its turn',
  rendering: 'being rendered',
  done: 'sent out',
  failed: 'failed',
  cancelled: 'cancelled',
};

/** What each column is put in order by. */
const SORTED_BY: Readonly<Record<string, (each: SendOut) => string | number>> = {
  sheetName: ({ sheetName }) => sheetName.toLowerCase(),
  fileName: ({ fileName }) => fileName.toLowerCase(),
  pixels: ({ width, height }) => width * height,
  devicePpi: ({ devicePpi }) => devicePpi,
  bytes: ({ bytes }) => bytes ?? 0,
  // What is on its way stands above what is done.
  made: ({ finishedAt, createdAt }) => finishedAt ?? createdAt + 1e12,
};

const bytesInWords = (bytes: number): string => (bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`);

/** Files sent out of the job, and those on their way. */
@Component({
  selector: 'uv-dispatch-page',
  imports: [ActionMenu, MatProgressBarModule, MatSortModule, MatTableModule, MatTooltip, RouterLink, TrayNotice],
  template: `
    <div class="uv-page">
      <h1>Send out</h1>
      <p class="uv-lead">
        A sheet is frozen as it is when it is sent out, and rendered at its own pixels. Later changes do not touch the file. Files are kept
        for 90 days, and the latest of each sheet for good.
      </p>
      <uv-tray-notice />
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">{{ problem }}</p>
      }
      <ul class="sheets">
        @for (sheet of sheets(); track sheet.id) {
          <li>
            <b>{{ sheet.document.name }}</b>
            <button type="button" class="uv-button" (click)="send(sheet.id, 'png')">PNG, clear ground</button>
            <uv-action-menu
              [actions]="formats()"
              words="as…"
              [label]="'Send out ' + sheet.document.name + ' as another file'"
              (chosen)="send(sheet.id, $event)"
            />
          </li>
        } @empty {
          <li>
            This job has no sheet yet.
            <a [routerLink]="['/jobs', job()]">Make one from a picture.</a>
          </li>
        }
      </ul>
      @if (sendOuts().length > 0) {
        <table mat-table matSort matSortActive="made" matSortDirection="desc" [dataSource]="rows" aria-label="Files sent out">
          <ng-container matColumnDef="sheetName">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>Sheet</th>
            <td mat-cell *matCellDef="let each">
              <b>{{ each.sheetName }}</b>
            </td>
          </ng-container>
          <ng-container matColumnDef="fileName">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>File</th>
            <td mat-cell *matCellDef="let each" class="file">
              <span [matTooltip]="each.fileName">{{ each.fileName }}</span>
            </td>
          </ng-container>
          <ng-container matColumnDef="pixels">
            <th mat-header-cell mat-sort-header arrowPosition="before" *matHeaderCellDef class="figure">Pixels</th>
            <td mat-cell *matCellDef="let each" class="figure">{{ each.width }} × {{ each.height }}</td>
          </ng-container>
          <ng-container matColumnDef="devicePpi">
            <th mat-header-cell mat-sort-header arrowPosition="before" *matHeaderCellDef class="figure">ppi</th>
            <td mat-cell *matCellDef="let each" class="figure">{{ each.devicePpi }}</td>
          </ng-container>
          <ng-container matColumnDef="bytes">
            <th mat-header-cell mat-sort-header arrowPosition="before" *matHeaderCellDef class="figure">Size</th>
            <td mat-cell *matCellDef="let each" class="figure">{{ each.bytes === null ? '' : bytes(each.bytes) }}</td>
          </ng-container>
          <ng-container matColumnDef="made">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>State</th>
            <td mat-cell *matCellDef="let each" class="state">
              @if (each.state === 'rendering') {
                <span>{{ share(each) }} %</span>
                <mat-progress-bar mode="determinate" [value]="share(each)" [attr.aria-label]="'Rendering ' + each.sheetName" />
              } @else {
                {{ stateOf(each) }} {{ each.finishedAt ? time(each.finishedAt) : '' }}
                @if (each.error) {
                  <p class="bad">{{ each.error }}</p>
                }
              }
            </td>
          </ng-container>
          <ng-container matColumnDef="do">
            <th mat-header-cell *matHeaderCellDef><span class="uv-visually-hidden">What can be done</span></th>
            <td mat-cell *matCellDef="let each" class="do">
              @if (each.state === 'done') {
                <a class="uv-button" [href]="api.fileUrl(each.id)" [attr.download]="each.fileName">Download</a>
              } @else if (isOnItsWay(each)) {
                <button type="button" class="uv-button" (click)="callOff(each.id)">Cancel</button>
              } @else {
                <button type="button" class="uv-button" (click)="send(each.sheetId, each.format)">Send out again</button>
              }
              @if (!isOnItsWay(each)) {
                <button type="button" class="uv-link" [attr.aria-label]="'Remove ' + each.fileName" (click)="remove(each)">Remove</button>
              }
            </td>
          </ng-container>
          <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
          <tr mat-row *matRowDef="let row; columns: columns"></tr>
        </table>
      } @else {
        <p class="uv-lead">Nothing has been sent out of this job yet.</p>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .uv-page > * {
      max-width: 1640px;
    }
    .sheets {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 26px;
      margin-bottom: 20px;
      li {
        display: flex;
        align-items: baseline;
        gap: 10px;
      }
      a {
        color: var(--cobalt);
      }
    }
    .figure {
      text-align: right;
    }
    .state {
      width: 230px;
    }
    .file {
      max-width: 220px;
      color: var(--soft);
      span {
        display: block;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
      }
    }
    .do {
      width: 200px;
      text-align: right;
      white-space: nowrap;
    }
    .bad {
      color: var(--alarm);
      font-size: 0.71875rem;
    }
    .uv-link {
      margin-left: 10px;
    }
    a.uv-button {
      display: inline-block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DispatchPage {
  readonly job = input.required<string>();
  protected readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly sheets = this.store.selectSignal(jobsFeature.selectSheets);
  protected readonly formats = this.store.selectSignal(dispatchFeature.selectChoices);
  protected readonly sendOuts = this.store.selectSignal(dispatchFeature.selectSendOuts);
  protected readonly problem = this.store.selectSignal(dispatchFeature.selectProblem);
  private readonly shares = this.store.selectSignal(dispatchFeature.selectShares);
  protected readonly columns = ['sheetName', 'fileName', 'pixels', 'devicePpi', 'bytes', 'made', 'do'];
  protected readonly rows = new MatTableDataSource<SendOut>();
  private readonly sort = viewChild(MatSort);
  protected readonly bytes = bytesInWords;

  constructor() {
    this.rows.sortingDataAccessor = (each, column) => SORTED_BY[column]?.(each) ?? '';
    effect(() => {
      this.rows.data = [...this.sendOuts()];
      this.rows.sort = this.sort() ?? null;
    });
    effect(() => {
      this.store.dispatch(JobActions.jobEntered({ id: this.job() }));
      this.store.dispatch(DispatchActions.listWanted({ jobId: this.job() }));
    });
  }

  protected share({ id }: SendOut): number {
    return Math.round(100 * (this.shares()[id] ?? 0));
  }

  protected stateOf({ state }: SendOut): string {
    return STATES[state];
  }

  protected isOnItsWay({ state }: SendOut): boolean {
    return state === 'queued' || state === 'rendering';
  }

  protected time(at: number): string {
    return when.format(at);
  }

  protected send(sheetId: string, format: string): void {
    this.store.dispatch(DispatchActions.sendOutWanted({ sheetId, format }));
  }

  protected remove({ id, jobId, fileName }: SendOut): void {
    this.store.dispatch(TrayActions.removalWanted({ item: { kind: 'send-out', id, jobId, name: fileName } }));
  }

  protected callOff(id: string): void {
    this.store.dispatch(DispatchActions.sendOutCalledOff({ id }));
  }
}
