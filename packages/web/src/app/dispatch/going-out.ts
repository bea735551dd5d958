import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { SourceInfo } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import { SheetPreview } from '../jobs/sheet-preview';
import { Lengths } from '../ui/lengths';

/** The job's sheets, those that go out ticked. */
@Component({
  selector: 'uv-going-out',
  imports: [MatCheckbox, SheetPreview],
  template: `
    @for (sheet of sheets(); track sheet.id) {
      <div class="sheet" [class.uv-hatched]="isGoing(sheet)">
        <mat-checkbox
          [checked]="isGoing(sheet)"
          [aria-label]="'Send out ' + sheet.document.name"
          disableRipple
          (change)="choose(sheet, $event.checked)"
        />
        <uv-sheet-preview [sheet]="sheet.document" [infos]="infos()" [kept]="sheet" [side]="120" />
        <div>
          <b>{{ sheet.document.name }}</b>
          <p>{{ lengths.size(sheet.document.size) }}, {{ sheet.document.ppi }} ppi</p>
          <p>{{ inks(sheet) }}</p>
        </div>
      </div>
    }
  `,
  styles: `
    .sheet {
      display: grid;
      grid-template-columns: auto 56px 1fr;
      gap: 8px;
      align-items: start;
      padding: 8px 10px 8px 4px;
      border-bottom: var(--line);
    }
    p {
      color: var(--soft);
      font-size: 0.71875rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoingOut {
  readonly sheets = input.required<readonly KeptSheet[]>();
  readonly going = input.required<readonly KeptSheet[]>();
  readonly infos = input.required<readonly SourceInfo[]>();
  readonly chosen = output<readonly string[]>();
  protected readonly lengths = inject(Lengths);

  protected isGoing({ id }: KeptSheet): boolean {
    return this.going().some((each) => each.id === id);
  }

  protected inks({ document: { inks, edges } }: KeptSheet): string {
    const names = inks.map(({ name }) => name).join(', ');
    return edges === 'smooth' ? [names, 'continuous tone'].filter(Boolean).join(', ') : names;
  }

  protected choose({ id }: KeptSheet, isGoing: boolean): void {
    const ids = this.going().map((each) => each.id);
    this.chosen.emit(isGoing ? [...ids, id] : ids.filter((each) => each !== id));
  }
}
