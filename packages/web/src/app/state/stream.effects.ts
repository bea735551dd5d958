import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { map, mergeMap, of, switchMap, tap } from 'rxjs';
import { ServerStream } from '../api/event-stream';
import { Saver } from '../keeping/saver';
import { ChestActions } from './chest';
import { DispatchActions } from './dispatch';
import { FontActions } from './fonts';
import { JobActions, jobsFeature } from './jobs';

export const hearServer = createEffect(
  (actions = inject(Actions), stream = inject(ServerStream)) =>
    actions.pipe(
      ofType(JobActions.windowOpened),
      switchMap(() => stream.events),
      map((event) => {
        if (event.topic === 'reconnected') return JobActions.serverBack();
        if (event.topic === 'ingest') return JobActions.pictureRead({ id: event.upload, share: event.share });
        if (event.topic === 'scan') return ChestActions.scanMovedOn(event);
        return DispatchActions.sendOutMovedOn(event);
      }),
    ),
  { functional: true },
);

/** After the server could not be heard, all that is shown is read again, and what is not saved is saved. */
export const readAgain = createEffect(
  (actions = inject(Actions), store = inject(Store), saver = inject(Saver)) =>
    actions.pipe(
      ofType(JobActions.serverBack),
      tap(() => saver.now()),
      concatLatestFrom(() => store.select(jobsFeature.selectJob)),
      mergeMap(([, job]) =>
        job
          ? of(
              JobActions.jobsWanted(),
              FontActions.fontsWanted(),
              JobActions.jobReadAgain({ id: job.id }),
              DispatchActions.listWanted({ jobId: job.id }),
            )
          : of(JobActions.jobsWanted()),
      ),
    ),
  { functional: true },
);
