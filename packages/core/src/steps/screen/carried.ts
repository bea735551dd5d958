import { choice, colour } from '../../fields/dials';
import type { ColourRef } from '../../fields/values';
import type { Rgb } from '../../raster/raster';
import { remembering } from '../../units/remember';
import type { StepAt } from '../declare';
import { toneTable } from '../tone/table';

/** Which end of the tones an ink carries. */
export type Carries = 'darks' | 'lights';

/** The last dials of every screen: its ink, and what that carries. */
export const CARRIED_DIALS = {
  carries: choice({ title: 'Ink carries', options: ['darks', 'lights'], default: 'darks' }),
  ink: colour({ title: 'Ink', default: null }),
};

/** Ink of each tone of a linear screen, 0 … ONE both ways. */
export const inkOfTone = remembering(2, String, (carries: Carries) => toneTable((tone) => (carries === 'lights' ? tone : 1 - tone)));

/** The ink that a screen gives, for its declaration. */
export const inkCarried = (
  { ink, carries }: { readonly ink: ColourRef | null; readonly carries: Carries },
  at: StepAt,
): { readonly colour: Rgb; readonly carriesLights: boolean } => ({ colour: at.colourOf(ink), carriesLights: carries === 'lights' });
