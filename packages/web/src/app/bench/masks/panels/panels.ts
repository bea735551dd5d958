/** What each kind of mask that is more than its dials has in the dials column. One row a kind. */
import type { Mask } from '@uvrant/core';
import { cutOutPanel } from './cut-out-panel';
import { lightPanel } from './light-panel';
import { paintedPanel } from './painted-panel';
import type { MaskPanelKind } from './panel';
import { pickPanel } from './pick-panel';

export const MASK_PANELS: Readonly<Partial<Record<Mask['kind'], MaskPanelKind>>> = {
  painted: paintedPanel,
  'cut-out': cutOutPanel,
  pick: pickPanel,
  picture: lightPanel,
};
