import type { Type } from '@angular/core';
import type { DialType } from '@uvrant/core';
import { ChoiceField } from './choice-field';
import { ColourField } from './colour-field';
import { CurveField } from './curve-field';
import { FrequencyField } from './frequency-field';
import { RangedField } from './ranged-field';
import { ToggleField } from './toggle-field';

/** The form line of each dial type; a missing row does not compile. */
export const FIELDS: { readonly [T in DialType]: Type<unknown> } = {
  share: RangedField,
  length: RangedField,
  angle: RangedField,
  frequency: FrequencyField,
  choice: ChoiceField,
  toggle: ToggleField,
  colour: ColourField,
  curve: CurveField,
};
