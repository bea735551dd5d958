import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { mended, type Finding, type Sheet, type SourceInfo } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import { Api, messageOf } from '../api/api';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { JobActions } from '../state/jobs';
import { Notices } from '../ui/notices';
import { ProfileChoice } from './profile-choice';
import { SheetChecks } from './sheet-checks';

/** The checks of the sheets that are to go out; what they find is mended in the sheet itself, and can be taken back. */
@Component({
  selector: 'uv-checks-panel',
  imports: [ProfileChoice, SheetChecks],
  template: `
    <uv-profile-choice />
    @for (sheet of sheets(); track sheet.id) {
      <uv-sheet-checks [sheet]="sheet" [infos]="infos()" [profile]="profile()" (mended)="mend(sheet, $event)" />
    } @empty {
      <p>Tick a sheet to have it checked.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    uv-profile-choice {
      display: block;
      padding: 6px 14px;
      border-bottom: var(--line);
    }
    p {
      padding: 10px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChecksPanel {
  readonly sheets = input.required<readonly KeptSheet[]>();
  readonly infos = input.required<readonly SourceInfo[]>();
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly notices = inject(Notices);
  protected readonly profile = this.store.selectSignal(dispatchFeature.selectProfile);

  protected mend(sheet: KeptSheet, { mend, title }: Finding): void {
    if (!mend) return;
    const before = sheet.document;
    this.save(sheet.id, sheet.revision, mended(before, mend.change), (kept) => {
      const undo = (): void => this.save(kept.id, kept.revision, before, () => undefined);
      this.notices.say(`${title}: ${mend.words}.`, 'Undo', undo);
    });
  }

  private save(id: string, revision: number, document: Sheet, then: (kept: KeptSheet) => void): void {
    this.api.saveSheet(id, revision, crypto.randomUUID(), document).subscribe({
      next: (kept) => {
        this.store.dispatch(JobActions.jobReadAgain({ id: kept.jobId }));
        then(kept);
      },
      error: (error: unknown) => this.store.dispatch(DispatchActions.sendOutRefused({ message: messageOf(error) })),
    });
  }
}
