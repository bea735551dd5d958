import { SelectionModel } from '@angular/cdk/collections';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableDataSource, MatTableModule } from '@angular/material/table';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import { interval } from 'rxjs';
import type { SendOut } from '@uvrant/contract';
import { Api } from '../api/api';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { TrayActions } from '../state/tray';
import { bytesInWords, kindInWords, placeInQueue, progressInWords } from './sent-words';

const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

const STATES: Readonly<Record<SendOut['state'], string>> = {
  queued: 'waits',
  rendering: 'being rendered',
  done: 'sent out',
  failed: 'failed',
  cancelled: 'cancelled',
};

/** What each column is put in order by. */
const SORTED_BY: Readonly<Record<string, (each: SendOut) => string | number>> = {
  sheetName: ({ sheetName }) => sheetName.toLowerCase(),
  fileName: ({ fileName }) => fileName.toLowerCase(),
  format: (each) => kindInWords(each),
  pixels: ({ width, height }) => width * height,
  devicePpi: ({ devicePpi }) => devicePpi,
  bytes: ({ bytes }) => bytes ?? 0,
  // What is on its way stands above what is done, in the order of the queue.
  made: ({ finishedAt, createdAt }) => finishedAt ?? 1e15 - createdAt,
};

/** What was sent out and is on its way, to be found, taken, sent again and removed, several at once. */
@Component({
  selector: 'uv-sent-table',
  imports: [MatCheckbox, MatFormField, MatInput, MatProgressBarModule, MatSortModule, MatTableModule, MatTooltip],
  template: `
    <div class="head">
      <b>{{ all().length === 1 ? '1 file' : all().length + ' files' }}</b>
      <mat-form-field>
        <input matInput aria-label="Find a file" placeholder="Find a file" [value]="words()" (input)="words.set(find.value)" #find />
      </mat-form-field>
      @if (chosen().length > 0) {
        <span>{{ chosen().length }} chosen</span>
        @if (takeable().length > 0) {
          <a class="uv-button" [href]="zip()" download>Take as one zip</a>
        }
        @if (ended().length > 0) {
          <button type="button" class="uv-button" (click)="again(ended())">Send again</button>
          <button type="button" class="uv-button" (click)="removeAll()">Remove</button>
        }
        @if (underWay().length > 0) {
          <button type="button" class="uv-button" (click)="callAllOff()">Cancel</button>
        }
      }
    </div>
    <table mat-table matSort matSortActive="made" matSortDirection="desc" [dataSource]="rows" aria-label="Files sent out">
      <ng-container matColumnDef="pick">
        <th mat-header-cell *matHeaderCellDef class="pick">
          <mat-checkbox
            aria-label="Choose all files"
            disableRipple
            [checked]="chosen().length > 0 && chosen().length === rows.filteredData.length"
            [indeterminate]="chosen().length > 0 && chosen().length < rows.filteredData.length"
            (change)="pickAll($event.checked)"
          />
        </th>
        <td mat-cell *matCellDef="let each" class="pick">
          <mat-checkbox
            [aria-label]="'Choose ' + each.fileName"
            disableRipple
            [checked]="isChosen(each.id)"
            (change)="pick(each.id, $event.checked)"
          />
        </td>
      </ng-container>
      <ng-container matColumnDef="picture">
        <th mat-header-cell *matHeaderCellDef class="picture"><span class="uv-visually-hidden">Picture</span></th>
        <td mat-cell *matCellDef="let each" class="picture">
          @if (each.hasPicture) {
            <img [src]="api.sentPictureUrl(each.id)" alt="" loading="lazy" />
          }
        </td>
      </ng-container>
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
          @if (each.note) {
            <p>{{ each.note }}</p>
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="format">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>Format</th>
        <td mat-cell *matCellDef="let each">{{ kind(each) }}</td>
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
        <td mat-cell *matCellDef="let each" class="figure">{{ each.bytes === null ? '–' : bytes(each.bytes) }}</td>
      </ng-container>
      <ng-container matColumnDef="made">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>State</th>
        <td mat-cell *matCellDef="let each" class="state">
          @if (each.state === 'rendering') {
            <span>{{ progress(each) }}</span>
            <mat-progress-bar mode="determinate" [value]="percent(each)" [attr.aria-label]="'Rendering ' + each.fileName" />
          } @else if (each.state === 'queued') {
            {{ place(each) }}
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
          @if (isOnItsWay(each)) {
            <button type="button" class="uv-link" [attr.aria-label]="'Cancel ' + each.fileName" (click)="callOff(each.id)">Cancel</button>
          } @else {
            @if (each.state === 'done') {
              <a class="uv-link" [href]="api.fileUrl(each.id)" [attr.download]="each.fileName">Download</a>
            }
            <button type="button" class="uv-link" [attr.aria-label]="'Send again ' + each.fileName" (click)="again([each])">
              Send again
            </button>
            <button type="button" class="uv-link" [attr.aria-label]="'Remove ' + each.fileName" (click)="remove(each)">Remove</button>
          }
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
      <tr mat-row *matRowDef="let row; columns: columns"></tr>
      <tr *matNoDataRow>
        <td class="none" [attr.colspan]="columns.length">
          {{ all().length === 0 ? 'Nothing has been sent out of this job yet.' : 'No file is called that.' }}
        </td>
      </tr>
    </table>
  `,
  styleUrl: './sent-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SentTable {
  /** The job's name, which a zip is called by. */
  readonly jobName = input.required<string>();
  protected readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly all = this.store.selectSignal(dispatchFeature.selectSendOuts);
  private readonly ways = this.store.selectSignal(dispatchFeature.selectUnderWay);
  private readonly shares = this.store.selectSignal(dispatchFeature.selectProgress);
  protected readonly columns = ['pick', 'picture', 'sheetName', 'fileName', 'format', 'pixels', 'devicePpi', 'bytes', 'made', 'do'];
  protected readonly rows = new MatTableDataSource<SendOut>();
  private readonly sort = viewChild(MatSort);
  protected readonly words = signal('');
  protected readonly bytes = bytesInWords;
  protected readonly kind = kindInWords;
  /** Seconds go by while something is on its way. */
  private readonly now = toSignal(interval(1000), { initialValue: 0 });

  private readonly picked = new SelectionModel<string>(true);
  private readonly changes = toSignal(this.picked.changed);
  protected readonly chosen = computed(() => {
    this.changes();
    return this.all().filter(({ id }) => this.picked.isSelected(id));
  });
  protected readonly takeable = computed(() => this.chosen().filter(({ state }) => state === 'done'));
  protected readonly ended = computed(() => this.chosen().filter((each) => !this.isOnItsWay(each)));
  protected readonly underWay = computed(() => this.chosen().filter((each) => this.isOnItsWay(each)));
  protected readonly zip = computed(() =>
    this.api.zipUrl(
      this.takeable().map(({ id }) => id),
      this.jobName(),
    ),
  );

  constructor() {
    this.rows.sortingDataAccessor = (each, column) => SORTED_BY[column]?.(each) ?? '';
    this.rows.filterPredicate = (each, words) => `${each.sheetName} ${each.fileName} ${kindInWords(each)}`.toLowerCase().includes(words);
    effect(() => {
      this.rows.data = [...this.all()];
      this.rows.sort = this.sort() ?? null;
    });
    effect(() => {
      this.rows.filter = this.words().trim().toLowerCase();
    });
  }

  protected isChosen(id: string): boolean {
    return this.chosen().some((each) => each.id === id);
  }

  protected pick(id: string, isChosen: boolean): void {
    if (isChosen) this.picked.select(id);
    else this.picked.deselect(id);
  }

  protected pickAll(isChosen: boolean): void {
    const ids = this.rows.filteredData.map(({ id }) => id);
    if (isChosen) this.picked.select(...ids);
    else this.picked.clear();
  }

  protected percent({ id }: SendOut): number {
    return Math.round(100 * (this.shares()[id]?.share ?? 0));
  }

  protected progress({ id }: SendOut): string {
    this.now();
    return progressInWords(this.shares()[id] ?? { share: 0, since: Date.now() }, Date.now());
  }

  protected place(each: SendOut): string {
    return placeInQueue(each, this.ways());
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

  protected again(all: readonly SendOut[]): void {
    for (const sendOut of all) this.store.dispatch(DispatchActions.sentAgain({ sendOut }));
  }

  protected remove({ id, jobId, fileName }: SendOut): void {
    this.picked.deselect(id);
    this.store.dispatch(TrayActions.removalWanted({ item: { kind: 'send-out', id, jobId, name: fileName } }));
  }

  protected removeAll(): void {
    for (const each of this.ended()) this.remove(each);
  }

  protected callOff(id: string): void {
    this.store.dispatch(DispatchActions.sendOutCalledOff({ id }));
  }

  protected callAllOff(): void {
    for (const { id } of this.underWay()) this.callOff(id);
  }
}
