import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { anotherOf, type Sheet } from '@uvrant/core';
import { JobActions, jobsFeature } from '../state/jobs';
import { TrayActions } from '../state/tray';
import { TrayNotice } from '../tray/tray-notice';
import { Lengths } from '../ui/lengths';
import { NameEntry } from '../ui/name-entry';
import { NewSheet } from './new-sheet';
import { SheetPreview } from './sheet-preview';
import { Uploads } from './uploads';

/** A job: a new sheet made from a picture, and the sheets there are. */
@Component({
  selector: 'uv-job-page',
  imports: [MatTooltip, NameEntry, NewSheet, RouterLink, SheetPreview, TrayNotice, Uploads],
  template: `
    <div class="page">
      <uv-uploads />
      <uv-tray-notice />
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">{{ problem }}</p>
      }
      @if (contents(); as contents) {
        <uv-new-sheet [jobId]="contents.job.id" [assets]="contents.assets" [latest]="latest()" [count]="contents.sheets.length" />
        @if (contents.assets.length === 0) {
          <div class="empty">
            <h1>Drop a photograph here</h1>
            <p>One with strong light and shade prints best. PNG, JPEG, TIFF, WebP, AVIF or GIF, up to 300 megapixels.</p>
          </div>
        }
        <p class="add">
          <label class="uv-button">
            Choose a picture…
            <input
              class="uv-visually-hidden"
              type="file"
              accept="image/png,image/jpeg,image/tiff,image/webp,image/avif,image/gif"
              multiple
              (change)="add(file)"
              #file
            />
          </label>
          or drop one anywhere on the page.
        </p>
        <section>
          <h2>Sheets of this job</h2>
          <ul>
            @for (sheet of contents.sheets; track sheet.id) {
              <li>
                @if (sheet.fault; as fault) {
                  <div class="faulty">
                    <b [matTooltip]="sheet.document.name">{{ sheet.document.name }}</b>
                    <p class="uv-warn">It cannot be opened. {{ fault }}</p>
                  </div>
                } @else {
                  <a [routerLink]="['/jobs', contents.job.id, 'sheets', sheet.id]">
                    <uv-sheet-preview [sheet]="sheet.document" [kept]="sheet" [infos]="contents.assets" [side]="380" />
                    <b [matTooltip]="sheet.document.name">{{ sheet.document.name }}</b>
                    <span>
                      {{ lengths.size(sheet.document.size) }}, {{ sheet.document.inks.length }}
                      {{ sheet.document.inks.length === 1 ? 'ink' : 'inks' }}
                    </span>
                  </a>
                }
                @if (sheet.fault === null) {
                  <button
                    type="button"
                    class="doing"
                    [attr.aria-label]="'Duplicate the sheet ' + sheet.document.name"
                    (click)="duplicate(sheet.document)"
                  >
                    Duplicate
                  </button>
                }
                <button
                  type="button"
                  class="remove"
                  [attr.aria-label]="'Remove the sheet ' + sheet.document.name"
                  (click)="remove('sheet', sheet.id, sheet.document.name)"
                >
                  Remove
                </button>
              </li>
            } @empty {
              <li class="none">None yet.</li>
            }
          </ul>
        </section>
        <section class="jobs">
          <h2>This job</h2>
          <div class="this">
            <uv-name-entry [value]="contents.job.name" label="Name of this job" (renamed)="rename($event)" />
            <button type="button" class="remove" (click)="remove('job', contents.job.id, contents.job.name)">Remove this job</button>
          </div>
          <h2>Removed</h2>
          <p><a class="other" routerLink="/tray">Tray</a></p>
          <h2>Other jobs</h2>
          <p>
            @for (job of others(); track job.id) {
              <a class="other" [routerLink]="['/jobs', job.id]">{{ job.name }}</a>
            }
            <a class="uv-button" routerLink="/jobs/new">New job…</a>
          </p>
        </section>
      } @else if (!problem()) {
        <p role="status">Opening the job…</p>
      }
    </div>
  `,
  styleUrl: './job-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobPage {
  readonly job = input.required<string>();
  private readonly store = inject(Store);
  protected readonly lengths = inject(Lengths);
  private readonly all = this.store.selectSignal(jobsFeature.selectContents);
  private readonly jobs = this.store.selectSignal(jobsFeature.selectJobs);
  protected readonly latest = this.store.selectSignal(jobsFeature.selectLatest);
  protected readonly problem = this.store.selectSignal(jobsFeature.selectProblem);

  protected readonly contents = computed(() => (this.all()?.job.id === this.job() ? this.all() : null));
  protected readonly others = computed(() => (this.jobs() ?? []).filter((job) => job.id !== this.job()));

  constructor() {
    effect(() => this.store.dispatch(JobActions.jobEntered({ id: this.job() })));
  }

  protected add(input: HTMLInputElement): void {
    for (const file of input.files ?? []) {
      this.store.dispatch(JobActions.pictureDropped({ jobId: this.job(), id: crypto.randomUUID(), file }));
    }
    input.value = '';
  }

  protected rename(name: string): void {
    this.store.dispatch(JobActions.jobRenamed({ id: this.job(), name }));
  }

  protected remove(kind: 'job' | 'sheet', id: string, name: string): void {
    this.store.dispatch(TrayActions.removalWanted({ item: { kind, id, jobId: kind === 'job' ? null : this.job(), name } }));
  }

  protected duplicate(document: Sheet): void {
    this.store.dispatch(JobActions.sheetWanted({ jobId: this.job(), document: anotherOf(document) }));
  }
}
