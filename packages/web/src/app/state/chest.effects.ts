import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, map, merge, mergeMap, of, switchMap, take, takeUntil, tap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { Notices } from '../ui/notices';
import { BenchActions } from './bench';
import { ChestActions, chestFeature } from './chest';
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

/** One scan after the other, as there is one glass; those that were called off meanwhile are not begun. */
export const scan = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(ChestActions.scanWanted),
      concatMap(({ jobId, order }) =>
        store.select(chestFeature.selectScans).pipe(
          take(1),
          filter((scans) => scans.some(({ id }) => id === order.scan)),
          switchMap(() => api.scan(jobId, order)),
          takeUntil(
            actions.pipe(
              ofType(ChestActions.scanCalledOff),
              filter((each) => each.scan === order.scan),
            ),
          ),
          mergeMap((asset) =>
            of(
              JobActions.pictureTakenIn({ id: order.scan, asset }),
              ChestActions.scanTakenIn({ asset }),
              ChestActions.scanEnded({ scan: order.scan }),
            ),
          ),
          catchError((error: unknown) =>
            of(ChestActions.scanEnded({ scan: order.scan }), ChestActions.chestRefused({ message: messageOf(error) })),
          ),
        ),
      ),
    ),
  { functional: true },
);

/** Says that a scan is done, with a way to see it. */
export const tellScan = createEffect(
  (actions = inject(Actions), notices = inject(Notices), store = inject(Store)) =>
    actions.pipe(
      ofType(ChestActions.scanTakenIn),
      tap(({ asset }) =>
        notices.say(`“${asset.name}” is scanned.`, 'Show it', () => store.dispatch(ChestActions.pictureSought({ sha256: asset.sha256 }))),
      ),
    ),
  { functional: true, dispatch: false },
);

/** The chest is opened for a picture that is sought. */
export const openChest = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(ChestActions.pictureSought),
      map(() => BenchActions.viewChanged({ change: { isChestOpen: true } })),
    ),
  { functional: true },
);

export const callOffScan = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ChestActions.scanCalledOff),
      // One that was not begun yet is not known there.
      mergeMap(({ scan: id }) => api.cancelScan(id).pipe(catchError(() => EMPTY))),
    ),
  { functional: true, dispatch: false },
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
