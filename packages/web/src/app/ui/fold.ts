import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';

/** What is seldom needed: a line that says how it is set, and opens. */
@Component({
  selector: 'uv-fold',
  imports: [MatExpansionModule],
  template: `
    <mat-expansion-panel class="uv-fold" togglePosition="before">
      <mat-expansion-panel-header>
        <mat-panel-title>{{ title() }}</mat-panel-title>
        <mat-panel-description>{{ words() }}</mat-panel-description>
      </mat-expansion-panel-header>
      <ng-content />
    </mat-expansion-panel>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Fold {
  readonly title = input.required<string>();
  /** How it is set, in a few words. */
  readonly words = input('');
}
