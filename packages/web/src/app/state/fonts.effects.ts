import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { concatMap, exhaustMap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { FontActions } from './fonts';

export const listFonts = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(FontActions.fontsWanted),
      exhaustMap(() =>
        api.fonts().pipe(
          mapResponse({
            next: (fonts) => FontActions.fontsListed({ fonts }),
            error: (error: unknown) => FontActions.fontRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const addFont = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(FontActions.fontDropped),
      concatMap(({ file }) =>
        api.addFont(file).pipe(
          mapResponse({
            next: (font) => FontActions.fontTakenIn({ font }),
            error: (error: unknown) => FontActions.fontRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);
