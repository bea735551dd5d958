import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { profileFor, type CheckReport, type Finding, type ProfileName, type SourceInfo } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import { Engine, TaskCancelled } from '../engine/engine';
import { Findings } from './findings';

/** The checks of one sheet of the job. */
@Component({
  selector: 'uv-sheet-checks',
  imports: [Findings],
  template: `
    <h2>{{ sheet().document.name }}</h2>
    @if (problem(); as problem) {
      <p class="uv-warn" role="alert">{{ problem }}</p>
    } @else {
      <uv-findings [sheet]="sheet().document" [report]="report()" [version]="version()" (mended)="mended.emit($event)" />
    }
  `,
  styles: `
    h2 {
      padding: 7px 14px;
      border-bottom: var(--line);
      background: var(--under);
      font-size: 0.8125rem;
    }
    .uv-warn {
      margin: 8px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetChecks {
  readonly sheet = input.required<KeptSheet>();
  readonly infos = input.required<readonly SourceInfo[]>();
  readonly profile = input.required<ProfileName | null>();
  readonly mended = output<Finding>();
  private readonly engine = inject(Engine);
  protected readonly report = signal<CheckReport | null>(null);
  protected readonly version = signal<number | null>(null);
  protected readonly problem = signal<string | null>(null);
  private readonly document = computed(() => this.sheet().document);

  constructor() {
    effect((onCleanup) => {
      const stop = new AbortController();
      onCleanup(() => stop.abort());
      const document = this.document();
      const version = this.engine.open(document, this.infos());
      const task = { kind: 'checks', version, profile: this.profile() ?? profileFor(document) } as const;
      this.report.set(null);
      this.version.set(version);
      this.engine.ask(task, stop.signal).then(
        (report) => {
          this.report.set(report);
          this.problem.set(null);
        },
        (error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.problem.set(error instanceof Error ? error.message : String(error));
        },
      );
    });
  }
}
