import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { OwnFont } from '@uvrant/contract';

export const FontActions = createActionGroup({
  source: 'Fonts',
  events: {
    'fonts wanted': emptyProps(),
    'fonts listed': props<{ fonts: readonly OwnFont[] }>(),
    'font dropped': props<{ file: File }>(),
    'font taken in': props<{ font: OwnFont }>(),
    'font refused': props<{ message: string }>(),
  },
});

interface FontsState {
  readonly own: readonly OwnFont[];
  readonly latest: string | null;
  readonly problem: string | null;
}

const initial: FontsState = { own: [], latest: null, problem: null };

export const fontsFeature = createFeature({
  name: 'fonts',
  reducer: createReducer(
    initial,
    on(FontActions.fontsListed, (state, { fonts }): FontsState => ({ ...state, own: fonts })),
    on(FontActions.fontDropped, (state): FontsState => ({ ...state, problem: null })),
    on(FontActions.fontTakenIn, (state, { font }): FontsState => ({
      own: [...state.own.filter(({ sha256 }) => sha256 !== font.sha256), font],
      latest: font.sha256,
      problem: null,
    })),
    on(FontActions.fontRefused, (state, { message }): FontsState => ({ ...state, problem: message })),
  ),
});
