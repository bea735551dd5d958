import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom, mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { exhaustMap, filter, groupBy, map, mergeMap, switchMap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { DispatchActions, dispatchFeature } from './dispatch';
import { jobsFeature } from './jobs';

export const listSendOuts = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.listWanted),
      switchMap(({ jobId }) =>
        api.sendOuts(jobId).pipe(
          mapResponse({
            next: (sendOuts) => DispatchActions.sendOutsListed({ sendOuts }),
            error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** What sheets can be sent out as, read once. */
export const listFormats = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(DispatchActions.listWanted),
      concatLatestFrom(() => store.select(dispatchFeature.selectFormats)),
      filter(([, known]) => known.length === 0),
      exhaustMap(() =>
        api.fileFormats().pipe(
          mapResponse({
            next: (formats) => DispatchActions.formatsListed({ formats }),
            error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const queueSendOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutWanted),
      // A second press on the same sheet while it is being asked counts once; other sheets are asked beside it.
      groupBy(({ sheetId }) => sheetId),
      mergeMap((ofSheet) =>
        ofSheet.pipe(
          exhaustMap(({ sheetId, format }) =>
            api.sendOut(sheetId, format).pipe(
              mapResponse({
                next: (sendOut) => DispatchActions.sendOutQueued({ sendOut }),
                error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
              }),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

export const callOffSendOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutCalledOff),
      mergeMap(({ id }) =>
        api.cancelSendOut(id).pipe(
          mapResponse({
            next: (sendOut) => DispatchActions.sendOutQueued({ sendOut }),
            error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** A send-out of this job that ended has a size, a date or an error to be read; one that another window asked for is not known yet. */
export const readEndedSendOut = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutMovedOn),
      concatLatestFrom(() => [store.select(jobsFeature.selectJob), store.select(dispatchFeature.selectSendOuts)]),
      filter(([{ id, jobId, state }, job, known]) => {
        const isEnded = state !== 'queued' && state !== 'rendering';
        return jobId === job?.id && (isEnded || !known.some((each) => each.id === id));
      }),
      map(([{ jobId }]) => DispatchActions.listWanted({ jobId })),
    ),
  { functional: true },
);
