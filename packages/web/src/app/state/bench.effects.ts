import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, exhaustMap, from, map, mergeMap, of, tap } from 'rxjs';
import { Api, messageOf } from '../api/api';
import { Histories } from '../keeping/histories';
import { Saver } from '../keeping/saver';
import { BenchActions, benchFeature } from './bench';
import { JobActions } from './jobs';

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
