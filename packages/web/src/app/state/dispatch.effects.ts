import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom, mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { concatMap, exhaustMap, filter, groupBy, map, mergeMap, switchMap } from 'rxjs';
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

export const queueSendOuts = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutWanted),
      // A second press on the same order while it is being asked counts once; others are asked beside it.
      groupBy(({ sheets, choice }) => JSON.stringify([sheets, choice])),
      mergeMap((same) =>
        same.pipe(
          exhaustMap(({ jobId, sheets, choice }) =>
            api.sendOut(jobId, sheets, choice).pipe(
              mapResponse({
                next: (sendOuts) => DispatchActions.sendOutsQueued({ sendOuts }),
                error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
              }),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

/** The same file of the sheet as it is now. */
export const sendAgain = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.sentAgain),
      mergeMap(({ sendOut }) =>
        api.sendAgain(sendOut).pipe(
          mapResponse({
            next: (again) => DispatchActions.sendOutsQueued({ sendOuts: [again] }),
            error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const listPresets = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.presetsWanted),
      switchMap(() =>
        api.sendPresets().pipe(
          mapResponse({
            next: (presets) => DispatchActions.presetsListed({ presets }),
            error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

const readAgain = {
  next: () => DispatchActions.presetsWanted(),
  error: (error: unknown) => DispatchActions.sendOutRefused({ message: messageOf(error) }),
};

export const keepPreset = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.presetKept),
      concatMap(({ name, choice }) => api.keepSendPreset(name, choice).pipe(mapResponse(readAgain))),
    ),
  { functional: true },
);

export const removePreset = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.presetRemoved),
      concatMap(({ id }) => api.removeSendPreset(id).pipe(mapResponse(readAgain))),
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
            next: (sendOut) => DispatchActions.sendOutsQueued({ sendOuts: [sendOut] }),
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
