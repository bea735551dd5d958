import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom, mapResponse } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, from, groupBy, map, merge, mergeMap, of, switchMap, tap } from 'rxjs';
import { picturesOf } from '@uvrant/core';
import { Api, messageOf } from '../api/api';
import { ServerStream } from '../api/event-stream';
import { Histories } from '../keeping/histories';
import { Saver } from '../keeping/saver';
import { BenchActions, benchFeature } from './bench';
import { ChestActions } from './chest';
import { DispatchActions, dispatchFeature } from './dispatch';
import { FontActions } from './fonts';
import { JobActions, jobsFeature } from './jobs';
import { TrayActions } from './tray';

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
          mapResponse({
            next: (asset) => JobActions.pictureKnown({ asset }),
            error: (error: unknown) => ChestActions.chestRefused({ message: messageOf(error) }),
          }),
        ),
      ),
    ),
  { functional: true },
);

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
