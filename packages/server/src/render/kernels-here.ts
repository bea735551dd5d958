import type { Kernels } from '@uvrant/core';
import { createKernels } from '@uvrant/kernels';

let made: Kernels | null = null;
/** The kernels of this thread, with their memory: all of its prints share them, since each band is rendered to its end at one go. */
export const kernelsHere = (): Kernels => (made ??= createKernels());
