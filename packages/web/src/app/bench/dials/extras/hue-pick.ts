import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { hueOf } from '@uvrant/core';
import { BenchActions, benchFeature } from '../../../state/bench';

/** Lets the next click on the unprinted original pick the hue there; a grey has none, and picks nothing. */
@Component({
  selector: 'uv-hue-pick',
  template: ` <button type="button" class="uv-button" [class.on]="view().picksHue" (click)="pick()">Pick a hue from the picture</button> `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HuePick {
  /** Degrees round the circle: red 0, green 120, blue 240. */
  readonly picked = output<number>();

  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(benchFeature.selectView);

  constructor() {
    inject(Actions)
      .pipe(ofType(BenchActions.huePicked), takeUntilDestroyed())
      .subscribe(({ rgb: [r, g, b] }) => {
        const hue = hueOf(r, g, b);
        if (hue !== null) this.picked.emit(hue);
      });
  }

  protected pick(): void {
    this.store.dispatch(BenchActions.viewChanged({ change: { picksHue: !this.view().picksHue } }));
  }
}
