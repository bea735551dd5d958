import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltip } from '@angular/material/tooltip';
import { NavigationEnd, Router, RouterLink, RouterOutlet } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { BenchActions, benchFeature } from './state/bench';
import { ChestActions } from './state/chest';
import { JobActions, jobsFeature } from './state/jobs';
import { Keymap } from './bench/keys/keymap';
import { LastPlace } from './keeping/last-place';
import { KeysDialog } from './bench/keys/keys-dialog';
import { SaveState } from './ui/save-state';
import { RemovalNotices } from './tray/removal-notices';
import { FormShade, SHADES } from './ui/shade';

type Place = 'job' | 'bench' | 'dispatch' | 'tray' | 'start';

const placeOf = (url: string): Place =>
  url.endsWith('/tray')
    ? 'tray'
    : url.includes('/sheets/')
      ? 'bench'
      : url.endsWith('/dispatch')
        ? 'dispatch'
        : url.startsWith('/jobs/') && url !== '/jobs/new'
          ? 'job'
          : 'start';

/** The top bar with the route Job → Bench → Dispatch; a picture dropped anywhere goes into the job. */
@Component({
  selector: 'uv-root',
  imports: [MatIcon, MatMenuModule, MatTooltip, RouterOutlet, RouterLink, SaveState],
  template: `
    <header>
      <a class="mark" routerLink="/" aria-label="Uvrant, start">Uvrant</a>
      <button type="button" class="where" [matMenuTriggerFor]="jobList" aria-label="Jobs">
        <b>
          {{ job()?.name ?? (place() === 'tray' ? 'Tray' : 'No job yet') }}
          <mat-icon svgIcon="down" />
        </b>
        <span>{{ note() }}</span>
      </button>
      <mat-menu #jobList="matMenu">
        <a mat-menu-item routerLink="/jobs/new">New job…</a>
        @for (each of jobs(); track each.id) {
          <a mat-menu-item [routerLink]="['/jobs', each.id]" [attr.aria-current]="each.id === job()?.id ? 'true' : null">{{ each.name }}</a>
        }
      </mat-menu>
      @if (job(); as job) {
        <nav aria-label="Places">
          <a [routerLink]="['/jobs', job.id]" [attr.aria-current]="place() === 'job' ? 'page' : null">Job</a>
          @if (benchLink(); as link) {
            <a [routerLink]="link" [attr.aria-current]="place() === 'bench' ? 'page' : null">Bench</a>
          } @else {
            <span class="none">Bench</span>
          }
          <a [routerLink]="['/jobs', job.id, 'dispatch']" [attr.aria-current]="place() === 'dispatch' ? 'page' : null">Dispatch</a>
        </nav>
      }
      <div class="right">
        @if (place() === 'bench') {
          <uv-save-state />
          <button type="button" [disabled]="undone() === null" [matTooltip]="undone() ? 'Undo: ' + undone() : ''" (click)="undo()">
            <mat-icon svgIcon="undo" />Undo
          </button>
          <button type="button" [disabled]="redone() === null" [matTooltip]="redone() ? 'Redo: ' + redone() : ''" (click)="redo()">
            <mat-icon svgIcon="redo" />Redo
          </button>
        }
        <button type="button" [matMenuTriggerFor]="shades"><mat-icon svgIcon="shade" />Shade</button>
        <mat-menu #shades="matMenu">
          @for (each of allShades; track each) {
            <button mat-menu-item role="menuitemradio" [attr.aria-checked]="shade.choice() === each" (click)="shade.choose(each)">
              {{ each }}
            </button>
          }
        </mat-menu>
        <button type="button" (click)="showKeys()"><mat-icon svgIcon="keys" />Keys</button>
      </div>
    </header>
    <main>
      <router-outlet />
      @if (over()) {
        <div class="drop" aria-hidden="true">
          <b>Drop the picture</b>
          @if (place() === 'bench') {
            On the table it is laid there; anywhere else it goes into the plan chest.
          } @else {
            It goes into “{{ job()?.name }}”, and a sheet is offered from it.
          }
        </div>
      }
    </main>
  `,
  styleUrl: './app.scss',
  host: {
    '(document:keydown)': 'key($event)',
    '(document:dragover)': 'dragOver($event)',
    '(document:dragleave)': 'dragLeave($event)',
    '(document:drop)': 'drop($event)',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly keymap = inject(Keymap);
  protected readonly shade = inject(FormShade);
  protected readonly allShades = SHADES;

  protected readonly job = this.store.selectSignal(jobsFeature.selectJob);
  protected readonly jobs = this.store.selectSignal(jobsFeature.selectJobs);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  private readonly benchSheet = this.store.selectSignal(benchFeature.selectId);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  /** What would be undone, and done again. */
  protected readonly undone = this.store.selectSignal(benchFeature.selectUndone);
  protected readonly redone = this.store.selectSignal(benchFeature.selectRedone);

  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  protected readonly place = computed(() => placeOf(this.url().split('?')[0] as string));
  protected readonly over = signal(false);
  /** Pictures on their way into the chest of the bench, which opens on them. */
  private readonly toChest = new Set<string>();

  protected readonly note = computed(() => {
    const count = this.sheets().length;
    const all = `${count} ${count === 1 ? 'sheet' : 'sheets'}`;
    const index = this.sheets().findIndex((sheet) => sheet.id === this.benchSheet());
    return this.place() === 'bench' && this.document() ? `${this.document()?.name}, ${index + 1} of ${all}` : this.job() ? all : '';
  });

  protected readonly benchLink = computed(() => {
    const job = this.job();
    const sheet = this.sheets().find((each) => each.id === this.benchSheet()) ?? this.sheets()[0];
    return job && sheet ? ['/jobs', job.id, 'sheets', sheet.id] : null;
  });

  constructor() {
    this.store.dispatch(JobActions.windowOpened());
    inject(RemovalNotices);
    inject(Actions)
      .pipe(ofType(JobActions.pictureTakenIn), takeUntilDestroyed())
      .subscribe(({ id, asset }) => {
        if (this.toChest.delete(id)) this.store.dispatch(ChestActions.pictureSought({ sha256: asset.sha256 }));
      });
    inject(LastPlace);
  }

  protected undo(): void {
    this.store.dispatch(BenchActions.editUndone());
  }

  protected redo(): void {
    this.store.dispatch(BenchActions.editDoneAgain());
  }

  protected showKeys(): void {
    if (this.dialog.openDialogs.length === 0) this.dialog.open(KeysDialog, { width: '480px' });
  }

  protected key(event: KeyboardEvent): void {
    if (this.keymap.commandOf(event) === 'keys') this.showKeys();
  }

  protected dragOver(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.over.set(this.job() !== null);
  }

  protected dragLeave(event: DragEvent): void {
    if (event.relatedTarget === null) this.over.set(false);
  }

  protected drop(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    this.over.set(false);
    const job = this.job();
    // The table has taken them already.
    const isTaken = event.defaultPrevented;
    event.preventDefault();
    if (!job || isTaken) return;
    for (const file of event.dataTransfer.files) {
      const id = crypto.randomUUID();
      if (this.place() === 'bench') this.toChest.add(id);
      this.store.dispatch(JobActions.pictureDropped({ jobId: job.id, id, file }));
    }
    if (this.place() === 'bench') this.store.dispatch(BenchActions.viewChanged({ change: { isChestOpen: true } }));
    else if (this.place() !== 'job') void this.router.navigate(['/jobs', job.id]);
  }
}
