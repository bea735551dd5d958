import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CheckReport, Finding, Sheet } from '@uvrant/core';
import { PlacePicture } from './place-picture';

/** What checks found, each with its place and what mends it; and the figures that are in order. */
@Component({
  selector: 'uv-findings',
  imports: [PlacePicture],
  template: `
    @if (report(); as report) {
      @for (finding of report.findings; track $index) {
        <div class="finding">
          @if (finding.place && version() !== null) {
            <uv-place-picture [version]="version()!" [place]="finding.place" [stock]="sheet().stock.colour" />
          }
          <div>
            <b>{{ finding.title }}</b>
            <p>{{ finding.detail }}</p>
            @if (canShow() && (finding.pass || finding.place)) {
              <button type="button" class="uv-link" [attr.aria-label]="'Show: ' + finding.title" (click)="shown.emit(finding)">Show</button>
            }
            @if (finding.mend; as mend) {
              <button type="button" class="uv-link" (click)="mended.emit(finding)">{{ mend.words }}</button>
            }
          </div>
        </div>
      }
      <dl class="uv-sums">
        @for (line of report.inOrder; track line.title) {
          <dt>{{ line.title }}</dt>
          <dd>{{ line.figure }}</dd>
        }
        <dt>Total</dt>
        <dd>{{ total() }}</dd>
      </dl>
    } @else {
      <p class="waits" role="status">Looking at the print…</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .finding {
      display: flex;
      gap: 10px;
      padding: 9px 14px;
      border-bottom: var(--line);
      font-size: 0.75rem;
    }
    b {
      font-weight: 650;
    }
    p {
      color: var(--soft);
      font-size: 0.71875rem;
    }
    .uv-link {
      margin-right: 14px;
    }
    dl {
      row-gap: 0;
      dt,
      dd {
        padding: 6px 14px;
        border-bottom: var(--line);
      }
      dt {
        padding-right: 6px;
      }
      dd {
        padding-left: 6px;
      }
    }
    .waits {
      padding: 10px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Findings {
  readonly sheet = input.required<Sheet>();
  readonly report = input.required<CheckReport | null>();
  /** The sheet as it was given to the engine, for pictures of places. */
  readonly version = input<number | null>(null);
  readonly canShow = input(false);
  readonly shown = output<Finding>();
  readonly mended = output<Finding>();
  protected readonly total = computed(() => totalOf(this.report()));
}

/** How many findings there are, and how much is in order. */
export const totalOf = (report: CheckReport | null): string => {
  const { findings = [], inOrder = [] } = report ?? {};
  return `${findings.length === 0 ? 'none' : findings.length} to mend, ${inOrder.length} in order`;
};
