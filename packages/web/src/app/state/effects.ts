import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, from, map, merge, mergeMap, of, switchMap, tap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { Histories } from '../keeping/histories';
import { Saver } from '../keeping/saver';
import { BenchActions, benchFeature } from './bench';
import { ChestActions } from './chest';
import { DispatchActions } from './dispatch';
import { FontActions } from './fonts';
import { JobActions } from './jobs';

export const listJobs = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.windowOpened),
      switchMap(() =>
        api.jobs().pipe(
          map((jobs) => JobActions.jobsListed({ jobs })),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
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
          map((contents) => JobActions.jobOpened({ contents })),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
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
          map((job) => JobActions.jobCreated({ job })),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
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
          map((sheet) => JobActions.sheetCreated({ sheet })),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
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

/** Every edit goes to the saver, under the sheet that it was made to. */
export const saveEdits = createEffect(
  (actions = inject(Actions), store = inject(Store), saver = inject(Saver)) =>
    actions.pipe(
      ofType(BenchActions.sheetEdited, BenchActions.editUndone, BenchActions.editDoneAgain),
      concatLatestFrom(() => store.select(benchFeature.selectBenchState)),
      tap(([, { id, jobId, revision, document, saving }]) => {
        if (id !== null && jobId !== null && document && saving.state !== 'saved') saver.edited(id, jobId, revision, document);
      }),
    ),
  { functional: true, dispatch: false },
);

/** What can be undone is kept in the browser, and recalled where a sheet is laid out as it was left. */
export const keepHistory = createEffect(
  (actions = inject(Actions), store = inject(Store), histories = inject(Histories)) =>
    actions.pipe(
      ofType(BenchActions.sheetEdited, BenchActions.editUndone, BenchActions.editDoneAgain, BenchActions.historyRecalled),
      concatLatestFrom(() => store.select(benchFeature.selectBenchState)),
      tap(([, { id, past, document, future }]) => {
        if (id !== null && document && past.length + future.length > 0) histories.keep({ sheet: id, past, document, future });
      }),
    ),
  { functional: true, dispatch: false },
);

export const recallHistory = createEffect(
  (actions = inject(Actions), store = inject(Store), histories = inject(Histories)) =>
    actions.pipe(
      ofType(BenchActions.sheetLaidOut),
      concatLatestFrom(() => store.select(benchFeature.selectBenchState)),
      mergeMap(([, { id, document }]) => {
        if (id === null || !document) return of();
        return from(histories.recall(id, document).catch(() => null)).pipe(
          mergeMap((history) => (history ? of(BenchActions.historyRecalled({ id, document, ...history })) : of())),
        );
      }),
    ),
  { functional: true },
);

export const saveNow = createEffect(
  (actions = inject(Actions), saver = inject(Saver)) =>
    actions.pipe(
      ofType(BenchActions.saveWanted),
      tap(() => saver.now()),
    ),
  { functional: true, dispatch: false },
);

/** The other window's sheet is on the bench now: this one's edits go, for they were dropped or are a sheet of their own. */
export const forgetMine = createEffect(
  (actions = inject(Actions), saver = inject(Saver)) =>
    actions.pipe(
      ofType(BenchActions.theirsLoaded, BenchActions.mineKept),
      tap(({ theirs }) => saver.forget(theirs.id)),
      map(({ theirs }) => JobActions.sheetSaved({ sheet: theirs })),
    ),
  { functional: true },
);

/** Mine becomes a sheet of its own; only once it is one do the edits to the other one go. */
export const keepMine = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) =>
    actions.pipe(
      ofType(BenchActions.mineKeptAsANewSheet),
      concatLatestFrom(() => store.select(benchFeature.selectBenchState)),
      exhaustMap(([, { document, jobId, saving }]) => {
        if (document === null || jobId === null || saving.state !== 'stale') return of();
        return api.createSheet(jobId, { ...document, name: `${document.name} (mine)`.slice(0, 120) }).pipe(
          mergeMap((sheet) => of(BenchActions.mineKept({ theirs: saving.theirs }), JobActions.sheetCreated({ sheet }))),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
        );
      }),
    ),
  { functional: true },
);

export const listFonts = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(FontActions.fontsWanted),
      exhaustMap(() =>
        api.fonts().pipe(
          map((fonts) => FontActions.fontsListed({ fonts })),
          catchError((error: unknown) => of(FontActions.fontRefused({ message: messageOf(error) }))),
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
          map((font) => FontActions.fontTakenIn({ font })),
          catchError((error: unknown) => of(FontActions.fontRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** A pass copied to another sheet of the job is saved there at once, over the revision that is known. */
export const copyPass = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.passCopied),
      concatMap(({ sheet, document }) =>
        api.saveSheet(sheet.id, sheet.revision, crypto.randomUUID(), document).pipe(
          map((saved) => JobActions.sheetSaved({ sheet: saved })),
          catchError((error: unknown) => of(JobActions.jobRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const listSendOuts = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.listWanted),
      switchMap(({ jobId }) =>
        api.sendOuts(jobId).pipe(
          map((sendOuts) => DispatchActions.sendOutsListed({ sendOuts })),
          catchError((error: unknown) => of(DispatchActions.sendOutRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const queueSendOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutWanted),
      exhaustMap(({ sheetId, format }) =>
        api.sendOut(sheetId, format).pipe(
          map((sendOut) => DispatchActions.sendOutQueued({ sendOut })),
          catchError((error: unknown) => of(DispatchActions.sendOutRefused({ message: messageOf(error) }))),
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
          map((sendOut) => DispatchActions.sendOutQueued({ sendOut })),
          catchError((error: unknown) => of(DispatchActions.sendOutRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** A send-out that ended has a size, a date or an error to be read. */
export const readEndedSendOut = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(DispatchActions.sendOutMovedOn),
      filter(({ state }) => state !== 'queued' && state !== 'rendering'),
      map(({ jobId }) => DispatchActions.listWanted({ jobId })),
    ),
  { functional: true },
);

export const hearServer = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.windowOpened),
      switchMap(() => api.events()),
      mergeMap((event) => {
        if (event.topic === 'ingest') return of(JobActions.pictureRead({ id: event.upload, share: event.share }));
        if (event.topic === 'scan') return of(ChestActions.scanMovedOn(event));
        return of(DispatchActions.sendOutMovedOn(event));
      }),
    ),
  { functional: true },
);

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

export const changePicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.pictureChanged),
      concatMap(({ jobId, sha256, change }) =>
        api.changeAsset(jobId, sha256, change).pipe(
          map((asset) => JobActions.pictureKnown({ asset })),
          catchError((error: unknown) => of(ChestActions.chestRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const removePicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobActions.pictureRemovalWanted),
      concatMap(({ jobId, sha256 }) =>
        api.removeAsset(jobId, sha256).pipe(
          map(() => JobActions.pictureRemoved({ sha256 })),
          catchError((error: unknown) => of(ChestActions.chestRefused({ message: messageOf(error) }))),
        ),
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
          map((ramps) => ChestActions.rampsListed({ ramps })),
          catchError((error: unknown) => of(ChestActions.chestRefused({ message: messageOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);
