import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Store } from '@ngrx/store';
import type { KeptSheet, SendChoice } from '@uvrant/contract';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { jobsFeature } from '../state/jobs';
import { SendFoot } from './send-foot';
import { SendForm } from './send-form';

/** The same choice as on the dispatch page, for the sheet on the bench. */
@Component({
  selector: 'uv-send-dialog',
  imports: [MatDialogModule, SendFoot, SendForm],
  template: `
    <h2 mat-dialog-title>Send out {{ name() }} as</h2>
    <mat-dialog-content><uv-send-form [choice]="choice()" (changed)="choose($event)" /></mat-dialog-content>
    <uv-send-foot [choice]="choice()" [sheets]="documents()" (changed)="choose($event)" (sent)="send()" />
    <button type="button" class="uv-link" mat-dialog-close>Close</button>
  `,
  styles: `
    h2 {
      --mat-dialog-subhead-size: 1.125rem;
      --mat-dialog-subhead-weight: 650;
    }
    mat-dialog-content {
      padding: 0;
      border-top: var(--line);
    }
    .uv-link {
      position: absolute;
      top: 12px;
      right: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SendDialog {
  private readonly data = inject<{ readonly sheetId: string }>(MAT_DIALOG_DATA);
  private readonly store = inject(Store);
  private readonly ref = inject(MatDialogRef);
  protected readonly choice = this.store.selectSignal(dispatchFeature.selectChoice);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  private readonly sheet = computed((): KeptSheet | undefined => this.sheets().find(({ id }) => id === this.data.sheetId));
  protected readonly name = computed(() => this.sheet()?.document.name ?? '');
  protected readonly documents = computed(() => [this.sheet()?.document ?? []].flat());

  protected choose(choice: SendChoice): void {
    this.store.dispatch(DispatchActions.choiceChanged({ choice }));
  }

  protected send(): void {
    const sheet = this.sheet();
    if (!sheet) return;
    this.store.dispatch(DispatchActions.sendOutWanted({ jobId: sheet.jobId, sheets: [sheet.id], choice: this.choice() }));
    this.ref.close();
  }
}
