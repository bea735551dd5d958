import type { Mask } from '@uvrant/core';
import type { Drawing } from '../../state/bench';

/** How the outline of a mask is drawn as soon as it is there, for kinds that have one. */
export const FIRST_DRAWINGS: Readonly<Partial<Record<Mask['kind'], Drawing>>> = { 'cut-out': 'polygon' };
