import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom, mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, from, map, mergeMap, of, switchMap, tap } from 'rxjs';
import { picturesOf } from '@uvrant/core';
import { Api, messageOf } from '../api/api';
import { Saver } from '../keeping/saver';
import { ChestActions } from './chest';
import { JobActions, jobsFeature } from './jobs';

export const listJobs = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.windowOpened, JobActions.jobsWanted),
      switchMap(() =>
        api.jobs().pipe(
          mapResponse({
            next: (jobs) => JobActions.jobsListed({ jobs }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** Reads the job once what an earlier window left unsaved has gone to the server. */
export const openJob = createEffect(
  (actions = inject(Actions), api = inject(Api), saver = inject(Saver)) =>
    actions.pipe(
      ofType(JobActions.jobEntered),
      switchMap(({ id }) =>
        from(saver.resume()).pipe(
          switchMap(() => api.job(id)),
          mapResponse({
            next: (contents) => JobActions.jobOpened({ contents }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const createJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.newJobWanted),
      exhaustMap(({ name }) =>
        api.createJob(name).pipe(
          mapResponse({
            next: (job) => JobActions.jobCreated({ job }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const enterCreatedJob = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(JobActions.jobCreated),
      tap(({ job }) => void router.navigate(['/jobs', job.id])),
    ),
  { functional: true, dispatch: false },
);

export const renameJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.jobRenamed),
      concatMap(({ id, name }) =>
        api.renameJob(id, name).pipe(
          map((job) => JobActions.jobRenamed({ id, name: job.name })),
          filter(() => false),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const sendPicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.pictureDropped),
      mergeMap(({ jobId, id, file, drawer }) =>
        api.upload(jobId, id, file, drawer).pipe(
          map((step) =>
            'asset' in step ? JobActions.pictureTakenIn({ id, asset: step.asset }) : JobActions.pictureSent({ id, share: step.sent }),
          ),
          catchError((error: unknown) => of(JobActions.pictureRefused({ id, message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const createSheet = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.sheetWanted),
      exhaustMap(({ jobId, document }) =>
        api.createSheet(jobId, document).pipe(
          mapResponse({
            next: (sheet) => JobActions.sheetCreated({ sheet }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const openCreatedSheet = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(JobActions.sheetCreated),
      tap(({ sheet }) => void router.navigate(['/jobs', sheet.jobId, 'sheets', sheet.id])),
    ),
  { functional: true, dispatch: false },
);

/** A pass copied to another sheet of the job is saved there at once, over the revision that is known. */
export const copyPass = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.passCopied),
      concatMap(({ sheet, document }) =>
        api.saveSheet(sheet.id, sheet.revision, crypto.randomUUID(), document).pipe(
          mapResponse({
            next: (saved) => JobActions.sheetSaved({ sheet: saved }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

export const readJobAgain = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.jobReadAgain),
      switchMap(({ id }) =>
        api.job(id).pipe(
          mapResponse({
            next: (contents) => JobActions.jobOpened({ contents }),
            error: (error: unknown) => JobActions.jobRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

/** A sheet that was saved with a picture of the tray has it in the job again. */
export const readRestoredPictures = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.sheetSaved),
      concatLatestFrom(() => store.select(jobsFeature.selectContents)),
      filter(
        ([{ sheet }, contents]) =>
          contents?.job.id === sheet.jobId &&
          picturesOf(sheet.document).some(({ sha256 }) => !contents.assets.some((asset) => asset.sha256 === sha256)),
      ),
      map(([{ sheet }]) => JobActions.jobReadAgain({ id: sheet.jobId })),
    ),
  { functional: true },
);

export const changePicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.pictureChanged),
      concatMap(({ jobId, sha256, change }) =>
        api.changeAsset(jobId, sha256, change).pipe(
          mapResponse({
            next: (asset) => JobActions.pictureKnown({ asset }),
            error: (error: unknown) => ChestActions.chestRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);
