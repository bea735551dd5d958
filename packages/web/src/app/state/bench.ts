import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import { findPass, type Pass, type Sheet, type Step } from '@uvrant/core';
import { JobActions } from './jobs';
import type { KeptSheet } from './model';

/** A line of the ticket: the sheet's head, a pass, or a step of a pass. */
export interface Line {
  readonly pass: string | null;
  readonly step: string | null;
}

export const BenchActions = createActionGroup({
  source: 'Bench',
  events: {
    'sheet laid out': props<{ sheet: KeptSheet }>(),
    'line chosen': props<{ line: Line }>(),
    /** Edits of one gesture (a dial held, a handle dragged) undo as one. */
    'sheet edited': props<{ document: Sheet; gesture: string | null }>(),
    'gesture ended': emptyProps(),
    'edit undone': emptyProps(),
    'edit done again': emptyProps(),
    'save begun': emptyProps(),
    'save wanted': emptyProps(),
    'save taken': props<{ sheet: KeptSheet; saved: Sheet }>(),
    'save failed': props<{ message: string }>(),
    'save was stale': props<{ theirs: KeptSheet }>(),
    'theirs loaded': emptyProps(),
    'mine kept as a new sheet': emptyProps(),
  },
});

export type Saving =
  | { readonly state: 'saved'; readonly at: number }
  | { readonly state: 'unsaved' | 'saving' }
  | { readonly state: 'failed'; readonly message: string }
  | { readonly state: 'stale'; readonly theirs: KeptSheet };

export interface BenchState {
  readonly id: string | null;
  readonly jobId: string | null;
  readonly revision: number;
  readonly document: Sheet | null;
  readonly past: readonly Sheet[];
  readonly future: readonly Sheet[];
  readonly gesture: string | null;
  readonly line: Line;
  readonly saving: Saving;
}

const HEAD: Line = { pass: null, step: null };
/** Undo steps kept; documents share what they have in common. */
const KEPT_STEPS = 200;

const initial: BenchState = {
  id: null,
  jobId: null,
  revision: 0,
  document: null,
  past: [],
  future: [],
  gesture: null,
  line: HEAD,
  saving: { state: 'saved', at: 0 },
};

const unsaved = (state: BenchState): Saving => (state.saving.state === 'stale' ? state.saving : { state: 'unsaved' });

/** The line a person most likely wants first: the last step of the first pass that has steps. */
const firstLine = (sheet: Sheet): Line => {
  const pass = sheet.passes.find((each) => each.steps.length > 0) ?? sheet.passes[0];
  return pass ? { pass: pass.id, step: pass.steps.at(-1)?.id ?? null } : HEAD;
};

const laidOut = (sheet: KeptSheet): BenchState => ({
  ...initial,
  id: sheet.id,
  jobId: sheet.jobId,
  revision: sheet.revision,
  document: sheet.document,
  line: firstLine(sheet.document),
  saving: { state: 'saved', at: sheet.updatedAt },
});

const moved = (state: BenchState, from: 'past' | 'future', to: 'past' | 'future'): BenchState => {
  const document = state[from].at(-1);
  if (!document || !state.document) return state;
  return {
    ...state,
    document,
    [from]: state[from].slice(0, -1),
    [to]: [...state[to], state.document],
    gesture: null,
    saving: unsaved(state),
  };
};

export const benchFeature = createFeature({
  name: 'bench',
  reducer: createReducer(
    initial,
    on(BenchActions.sheetLaidOut, (state, { sheet }) => (state.id === sheet.id && state.saving.state !== 'saved' ? state : laidOut(sheet))),
    on(BenchActions.lineChosen, (state, { line }): BenchState => ({ ...state, line, gesture: null })),
    on(BenchActions.sheetEdited, (state, { document, gesture }): BenchState => {
      if (!state.document || document === state.document) return state;
      const same = gesture !== null && gesture === state.gesture;
      const past = same ? state.past : [...state.past, state.document].slice(-KEPT_STEPS);
      return { ...state, document, past, future: [], gesture, saving: unsaved(state) };
    }),
    on(BenchActions.gestureEnded, (state): BenchState => ({ ...state, gesture: null })),
    on(BenchActions.editUndone, (state) => moved(state, 'past', 'future')),
    on(BenchActions.editDoneAgain, (state) => moved(state, 'future', 'past')),
    on(BenchActions.saveBegun, (state): BenchState => ({ ...state, saving: { state: 'saving' } })),
    on(BenchActions.saveTaken, (state, { sheet, saved }): BenchState =>
      state.id !== sheet.id
        ? state
        : {
            ...state,
            revision: sheet.revision,
            saving: state.document === saved ? { state: 'saved', at: sheet.updatedAt } : { state: 'unsaved' },
          },
    ),
    on(BenchActions.saveFailed, (state, { message }): BenchState => ({ ...state, saving: { state: 'failed', message } })),
    on(BenchActions.saveWasStale, (state, { theirs }): BenchState => ({ ...state, saving: { state: 'stale', theirs } })),
    on(BenchActions.theirsLoaded, (state) => (state.saving.state === 'stale' ? laidOut(state.saving.theirs) : state)),
    on(BenchActions.mineKeptAsANewSheet, (state) =>
      state.saving.state === 'stale' ? { ...state, saving: { state: 'saved', at: 0 } as const } : state,
    ),
    on(JobActions.jobEntered, (state, { id }) => (state.jobId === id ? state : initial)),
  ),
  extraSelectors: ({ selectDocument, selectLine, selectPast, selectFuture }) => ({
    selectChosenPass: createSelector(selectDocument, selectLine, (document, line): Pass | null =>
      document && line.pass !== null ? (findPass(document, line.pass) ?? null) : null,
    ),
    selectChosenStep: createSelector(selectDocument, selectLine, (document, line): Step | null =>
      document && line.pass !== null ? (findPass(document, line.pass)?.steps.find((step) => step.id === line.step) ?? null) : null,
    ),
    selectCanUndo: createSelector(selectPast, (past) => past.length > 0),
    selectCanRedo: createSelector(selectFuture, (future) => future.length > 0),
  }),
});
