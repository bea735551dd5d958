import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { catchError, concatMap, exhaustMap, map, merge, mergeMap, of, switchMap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { ChestActions } from './chest';
import { JobActions } from './jobs';

export const listChest = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ChestActions.chestOpened),
      exhaustMap(() =>
        merge(
          api.scannerDevices().pipe(map((devices) => ChestActions.devicesListed({ devices }))),
          api.ramps().pipe(map((ramps) => ChestActions.rampsListed({ ramps }))),
        ).pipe(catchError((error: unknown) => of(ChestActions.chestRefused({ message: messageOf(error) })))),
      ),
    ),
  { functional: true },
);

export const scan = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ChestActions.scanWanted),
      mergeMap(({ jobId, order }) =>
        api.scan(jobId, order).pipe(
          mergeMap((asset) => of(JobActions.pictureTakenIn({ id: order.scan, asset }), ChestActions.scanEnded({ scan: order.scan }))),
          catchError((error: unknown) =>
            of(ChestActions.scanEnded({ scan: order.scan }), ChestActions.chestRefused({ message: messageOf(error) })),
          ),
        ),
      ),
    ),
  { functional: true },
);

export const callOffScan = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ChestActions.scanCalledOff),
      mergeMap(({ scan: id }) =>
        api.cancelScan(id).pipe(
          map(() => ChestActions.scanEnded({ scan: id })),
          catchError(() => of(ChestActions.scanEnded({ scan: id }))),
        ),
      ),
    ),
  { functional: true },
);

export const keepRamp = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ChestActions.rampPutBy, ChestActions.rampTakenAway),
      concatMap((action) =>
        (action.type === ChestActions.rampPutBy.type
          ? api.keepRamp(action.name, action.stops).pipe(switchMap(() => api.ramps()))
          : api.removeRamp(action.id).pipe(switchMap(() => api.ramps()))
        ).pipe(
          mapResponse({
            next: (ramps) => ChestActions.rampsListed({ ramps }),
            error: (error: unknown) => ChestActions.chestRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);
