import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom, mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { concatMap, mergeMap, of, switchMap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { DispatchActions } from './dispatch';
import { FontActions } from './fonts';
import { JobActions, jobsFeature } from './jobs';
import { TrayActions } from './tray';

export const remove = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(TrayActions.removalWanted),
      concatMap(({ item }) =>
        api.remove(item).pipe(
          mapResponse({
            next: () => TrayActions.removed({ item }),
            error: (error: unknown) => TrayActions.refused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const putBack = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(TrayActions.putBackWanted),
      concatMap(({ item }) =>
        api.putBack(item).pipe(
          mapResponse({
            next: () => TrayActions.putBack({ item }),
            error: (error: unknown) => TrayActions.refused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const listTray = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(TrayActions.trayOpened),
      switchMap(() =>
        api.tray().pipe(
          mapResponse({
            next: (items) => TrayActions.trayListed({ items }),
            error: (error: unknown) => TrayActions.refused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** What is removed or put back is read again where it is shown; a job that went is left. */
export const readAfterTray = createEffect(
  (actions = inject(Actions), store = inject(Store), router = inject(Router)) =>
    actions.pipe(
      ofType(TrayActions.removed, TrayActions.putBack),
      concatLatestFrom(() => store.select(jobsFeature.selectJob)),
      mergeMap(([{ item, type }, job]) => {
        if (item.kind === 'font') return of(FontActions.fontsWanted());
        if (item.kind === 'job') {
          if (type === TrayActions.removed.type && job?.id === item.id) void router.navigate(['/']);
          return of(JobActions.jobsWanted());
        }
        if (!job || item.jobId !== job.id) return of();
        return item.kind === 'send-out' ? of(DispatchActions.listWanted({ jobId: job.id })) : of(JobActions.jobReadAgain({ id: job.id }));
      }),
    ),
  { functional: true },
);
