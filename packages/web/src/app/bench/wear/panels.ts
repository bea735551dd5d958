/** What each kind of wear has in the dials column. One row a kind; a missing row does not compile. */
import type { Type } from '@angular/core';
import type { Wear } from '@uvrant/core';
import { SharedDials } from './shared-dials';
import { WearDials } from './wear-dials';

export const WEAR_PANELS: Readonly<Record<Wear['kind'], Type<unknown>>> = { texture: WearDials, shared: SharedDials };
