import { TIP_NUMBERS, type TipName } from '../raster/kernels';

/** The tips a brush has, and what each leaves. */
export const TIPS = [
  { name: 'round', note: 'even, to a soft or sharp edge' },
  { name: 'dry brush', note: 'bristles that run out of paint' },
  { name: 'sponge', note: 'dabbed, with open pores' },
  { name: 'roller', note: 'rolled out thin, in patches' },
  { name: 'chalk', note: 'catches on the tooth of the paper' },
  { name: 'spray', note: 'fine drops, fewer outwards' },
  { name: 'grit', note: 'scattered crumbs' },
] as const satisfies readonly { readonly name: TipName; readonly note: string }[];

/** A tip by its name; a round one for a name that is none. */
export const tipOf = (name: string): TipName => (Object.hasOwn(TIP_NUMBERS, name) ? (name as TipName) : 'round');
