import type { Type } from '@angular/core';
import type { DialType } from '@uvrant/core';
import { BendsField } from './bends-field';
import { ChoiceField } from './choice-field';
import { ColourField } from './colour-field';
import { CurveField } from './curve-field';
import { DrawnField } from './drawn-field';
import { FontField } from './font-field';
import { FrequencyField } from './frequency-field';
import { PassField } from './pass-field';
import { PictureField } from './picture-field';
import { PointField } from './point-field';
import { RampField } from './ramp-field';
import { RangedField } from './ranged-field';
import { SeedField } from './seed-field';
import { TextField } from './text-field';
import { ToggleField } from './toggle-field';

/** The form line of each dial type; a missing row does not compile. */
export const FIELDS: { readonly [T in DialType]: Type<unknown> } = {
  share: RangedField,
  length: RangedField,
  angle: RangedField,
  frequency: FrequencyField,
  choice: ChoiceField,
  number: RangedField,
  seed: SeedField,
  text: TextField,
  font: FontField,
  ramp: RampField,
  toggle: ToggleField,
  colour: ColourField,
  pass: PassField,
  picture: PictureField,
  point: PointField,
  bends: BendsField,
  drawn: DrawnField,
  curve: CurveField,
};
