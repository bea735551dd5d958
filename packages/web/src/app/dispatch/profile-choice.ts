import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { PROFILE_NAMES, PROFILES, profileFor, type ProfileName, type Sheet } from '@uvrant/core';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { Select } from '../ui/select';

/** What sheets are checked for. */
@Component({
  selector: 'uv-profile-choice',
  imports: [Select],
  template: `<uv-select [options]="options()" [value]="profile() ?? 'suits'" label="Checked for" (chosen)="choose($event)" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProfileChoice {
  /** The sheet that is looked at, where it is one. */
  readonly sheet = input<Sheet | null>(null);
  private readonly store = inject(Store);
  protected readonly profile = this.store.selectSignal(dispatchFeature.selectProfile);
  protected readonly options = computed(() => {
    const sheet = this.sheet();
    const suits = sheet ? `what suits: ${PROFILES[profileFor(sheet)].title}` : 'what suits each sheet';
    return [{ value: 'suits', words: suits }, ...PROFILE_NAMES.map((value) => ({ value, words: PROFILES[value].title }))];
  });

  protected choose(value: string): void {
    this.store.dispatch(DispatchActions.profileChosen({ profile: value === 'suits' ? null : (value as ProfileName) }));
  }
}
