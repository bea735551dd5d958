import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import {
  alone,
  changeInWords,
  findPass,
  passesOf,
  masksAt,
  momentsOf,
  peeled,
  sameMoment,
  type Moment,
  type Pass,
  type Sheet,
  type Step,
} from '@uvrant/core';
import type { Pending } from '../keeping/saver';
import { JobActions } from './jobs';
import type { KeptSheet } from '@uvrant/contract';

/** What is attached to a pass or step: one of its wears, a zone of a step, a mask of any of them. */
export interface Attached {
  readonly wear?: string;
  readonly zone?: string;
  readonly mask?: string;
}

/** A line of the ticket: the sheet's head, a pass, a step of a pass, or what is attached to either. */
export interface Line {
  readonly pass: string | null;
  readonly step: string | null;
  readonly attached?: Attached | null;
}

/** How an open mask is shown on the table. */
export const SHOWN_WAYS = ['hatched', 'by itself', 'not'] as const;
export type ShownWay = (typeof SHOWN_WAYS)[number];

/** What is drawn next on an open mask: its outline, or where its soft edges are looked for as well. */
export type Drawing = 'polygon' | 'freehand' | 'rectangle' | 'ellipse' | 'band';

/** What the sheet is shown on: its own stock, or one to compare with. */
export const SHOWN_ON = ['stock', 'white', 'black'] as const;
export type ShownOn = (typeof SHOWN_ON)[number];

/** How the sheet is looked at and worked on, beside the line, the peel line and the pass alone; never saved. */
export interface BenchView {
  /** True while the unprinted original is held. */
  readonly isOriginalHeld: boolean;
  /** Where the wipe stands, as a share of the sheet's width; null without one. */
  readonly wipe: number | null;
  readonly isChestOpen: boolean;
  readonly showsChecks: boolean;
  readonly shownOn: ShownOn;
  /** True while the light that will carry no dots is hatched. */
  readonly showsBare: boolean;
  /** True while the next click on the original picks a hue. */
  readonly picksHue: boolean;
  readonly drawing: Drawing | null;
  /** The print faded, and what an open wear will take hatched over it. */
  readonly seesThrough: boolean;
  readonly shownWay: ShownWay;
  /** Strokes take away: for good, and turned round while a key is held. */
  readonly erases: boolean;
  readonly isEraseHeld: boolean;
}

const VIEW: BenchView = {
  isOriginalHeld: false,
  wipe: null,
  isChestOpen: false,
  showsChecks: false,
  shownOn: 'stock',
  showsBare: false,
  picksHue: false,
  drawing: null,
  seesThrough: true,
  shownWay: 'hatched',
  erases: false,
  isEraseHeld: false,
};

export const BenchActions = createActionGroup({
  source: 'Bench',
  events: {
    /** A sheet, with what of it is not saved yet. */
    'sheet laid out': props<{ sheet: KeptSheet; pending?: Pending | null }>(),
    'line chosen': props<{ line: Line }>(),
    /** One more pass beside the chosen one, or one less. */
    'pass chosen too': props<{ id: string }>(),
    /** The sheet is shown as it was at a moment; null shows all of it. */
    'ticket peeled': props<{ to: Moment | null }>(),
    'pass shown alone': props<{ id: string | null }>(),
    /** The colour of the original that was clicked, red, green and blue 0 … 255. */
    'hue picked': props<{ rgb: readonly [number, number, number] }>(),
    'view changed': props<{ change: Partial<BenchView> }>(),
    /** Edits of one gesture (a dial held, a handle dragged) undo as one; one that joins does so after the gesture's end, too. */
    'sheet edited': props<{ document: Sheet; gesture: string | null; joins?: boolean }>(),
    'gesture ended': emptyProps(),
    'edit undone': emptyProps(),
    'edit done again': emptyProps(),
    /** What could be undone of a document when it was left. */
    'history recalled': props<{ id: string; document: Sheet; past: readonly Sheet[]; future: readonly Sheet[] }>(),
    'save begun': props<{ id: string }>(),
    'save wanted': emptyProps(),
    'save taken': props<{ sheet: KeptSheet; saved: Sheet }>(),
    'save failed': props<{ id: string; message: string; isTriedAgain: boolean; isKept: boolean }>(),
    'save was stale': props<{ id: string; theirs: KeptSheet }>(),
    'theirs loaded': props<{ theirs: KeptSheet }>(),
    'mine kept as a new sheet': emptyProps(),
    'mine kept': props<{ theirs: KeptSheet }>(),
  },
});

export type Saving =
  | { readonly state: 'saved'; readonly at: number }
  | { readonly state: 'unsaved' | 'saving' }
  /** `isTriedAgain` by itself; `isKept` in the browser meanwhile. */
  | { readonly state: 'failed'; readonly message: string; readonly isTriedAgain: boolean; readonly isKept: boolean }
  | { readonly state: 'stale'; readonly theirs: KeptSheet };

export interface BenchState {
  readonly id: string | null;
  readonly jobId: string | null;
  readonly revision: number;
  readonly document: Sheet | null;
  readonly past: readonly Sheet[];
  readonly future: readonly Sheet[];
  readonly gesture: string | null;
  /** The gesture that the latest edit was of, ended or not. */
  readonly latest: string | null;
  readonly line: Line;
  /** Passes chosen beside the line's own. */
  readonly also: readonly string[];
  readonly peel: Moment | null;
  readonly alone: string | null;
  readonly view: BenchView;
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
  latest: null,
  line: HEAD,
  also: [],
  peel: null,
  alone: null,
  view: VIEW,
  saving: { state: 'saved', at: 0 },
};

const unsaved = (state: BenchState): Saving => (state.saving.state === 'stale' ? state.saving : { state: 'unsaved' });

/** The line a person most likely wants first: the last step of the first pass that has steps. */
const firstLine = (sheet: Sheet): Line => {
  const pass = sheet.passes.find((each) => each.steps.length > 0) ?? sheet.passes[0];
  return pass ? { pass: pass.id, step: pass.steps.at(-1)?.id ?? null } : HEAD;
};

/** A sheet laid out anew; what of it is not saved yet stands on the bench, and is undone to what is saved. */
const laidOut = (sheet: KeptSheet, pending: Pending | null = null): BenchState => ({
  ...initial,
  id: sheet.id,
  jobId: sheet.jobId,
  revision: pending?.base ?? sheet.revision,
  document: pending?.document ?? sheet.document,
  past: pending ? [sheet.document] : [],
  line: firstLine(pending?.document ?? sheet.document),
  saving: !pending
    ? { state: 'saved', at: sheet.updatedAt }
    : pending.theirs
      ? { state: 'stale', theirs: pending.theirs }
      : { state: 'unsaved' },
});

/** A sheet as another window saved it, in place of what lay here; that can be undone. */
const laidOutAgain = (state: BenchState, sheet: KeptSheet): BenchState => ({
  ...laidOut(sheet),
  ...kept(state, sheet.document),
  view: state.view,
  past: state.document ? [...state.past, state.document].slice(-KEPT_STEPS) : [],
});

/** What was being drawn or picked ends with its line. */
const onOtherLine = (view: BenchView): BenchView =>
  view.drawing === null && !view.picksHue ? view : { ...view, drawing: null, picksHue: false };

const chosenToo = (state: BenchState, id: string): BenchState => {
  const { line, also } = state;
  if (line.pass === null) return { ...state, line: { pass: id, step: null }, also: [] };
  if (also.includes(id)) return { ...state, also: also.filter((each) => each !== id) };
  if (line.pass !== id) return { ...state, line: { pass: line.pass, step: null }, also: [...also, id] };
  const [next, ...rest] = also;
  return next === undefined ? state : { ...state, line: { pass: next, step: null }, also: rest };
};

/** Peel line, pass alone and chosen lines that still mean something after an edit; the line falls back to what is near. */
const kept = (state: BenchState, document: Sheet): Pick<BenchState, 'line' | 'also' | 'peel' | 'alone'> => {
  const here = (id: string): boolean => findPass(document, id) !== undefined;
  const { peel } = state;
  const pass = state.line.pass === null ? undefined : findPass(document, state.line.pass);
  const step = pass?.steps.some((each) => each.id === state.line.step) ? state.line.step : null;
  return {
    line: pass ? { pass: pass.id, step, attached: stillAttached(pass, step, state.line.attached ?? null) } : HEAD,
    also: state.also.filter(here),
    peel: peel && momentsOf(document).some((each) => sameMoment(each, peel)) ? peel : null,
    alone: state.alone !== null && here(state.alone) ? state.alone : null,
  };
};

/** What attached on a line, as far as it still does. */
const stillAttached = (pass: Pass, step: string | null, attached: Attached | null): Attached | null => {
  if (!attached) return null;
  const { wear, zone, mask } = attached;
  if (wear !== undefined && !pass.wear.some((each) => each.id === wear)) return null;
  const holder = { ...(step === null ? {} : { step }), ...(zone === undefined ? {} : { zone }), ...(wear === undefined ? {} : { wear }) };
  if (mask === undefined || masksAt(pass, holder).some((each) => each.id === mask)) return attached;
  return wear === undefined ? null : { wear };
};

/** The line of the pass nearest beneath one that is gone, or above it; the sheet's own where none is left. */
const lineNear = (before: Sheet, id: string, document: Sheet): Line => {
  const ids = [...passesOf(before.passes)].map((pass) => pass.id);
  const at = ids.indexOf(id);
  const near = [...ids.slice(0, at).reverse(), ...ids.slice(at + 1)].find((each) => findPass(document, each) !== undefined);
  return near === undefined ? HEAD : { pass: near, step: null };
};

const moved = (state: BenchState, from: 'past' | 'future', to: 'past' | 'future'): BenchState => {
  const document = state[from].at(-1);
  if (!document || !state.document) return state;
  const { pass } = state.line;
  const isGone = pass !== null && findPass(document, pass) === undefined;
  return {
    ...state,
    ...kept(state, document),
    ...(isGone ? { line: lineNear(state.document, pass, document) } : {}),
    document,
    [from]: state[from].slice(0, -1),
    [to]: [...state[to], state.document],
    gesture: null,
    latest: null,
    saving: unsaved(state),
  };
};

/** Undo steps from before a sheet was left go before those since; what was undone then can be done again while nothing is edited. */
const recalled = (
  state: BenchState,
  {
    id,
    document,
    past,
    future,
  }: { readonly id: string; readonly document: Sheet; readonly past: readonly Sheet[]; readonly future: readonly Sheet[] },
): BenchState => {
  if (state.id !== id) return state;
  if (state.document === document) return { ...state, past, future };
  const since = state.past.indexOf(document);
  return since < 0 ? state : { ...state, past: [...past, ...state.past.slice(since)].slice(-KEPT_STEPS) };
};

export const benchFeature = createFeature({
  name: 'bench',
  reducer: createReducer(
    initial,
    on(BenchActions.sheetLaidOut, (state, { sheet, pending }) =>
      state.id !== sheet.id ? laidOut(sheet, pending) : state.saving.state === 'saved' ? laidOutAgain(state, sheet) : state,
    ),
    on(BenchActions.lineChosen, (state, { line }): BenchState => ({
      ...state,
      line,
      also: [],
      gesture: null,
      view: onOtherLine(state.view),
    })),
    on(BenchActions.passChosenToo, (state, { id }): BenchState => chosenToo(state, id)),
    on(BenchActions.ticketPeeled, (state, { to }): BenchState => ({ ...state, peel: to })),
    on(BenchActions.huePicked, (state): BenchState => ({ ...state, view: { ...state.view, picksHue: false } })),
    on(BenchActions.viewChanged, (state, { change }): BenchState => ({ ...state, view: { ...state.view, ...change } })),
    on(BenchActions.passShownAlone, (state, { id }): BenchState => ({ ...state, alone: id })),
    on(BenchActions.sheetEdited, (state, { document, gesture, joins = false }): BenchState => {
      if (!state.document || document === state.document) return state;
      const same = gesture !== null && gesture === (joins ? state.latest : state.gesture);
      const past = same ? state.past : [...state.past, state.document].slice(-KEPT_STEPS);
      return { ...state, ...kept(state, document), document, past, future: [], gesture, latest: gesture, saving: unsaved(state) };
    }),
    on(BenchActions.gestureEnded, (state): BenchState => ({ ...state, gesture: null })),
    on(BenchActions.editUndone, (state) => moved(state, 'past', 'future')),
    on(BenchActions.editDoneAgain, (state) => moved(state, 'future', 'past')),
    on(BenchActions.historyRecalled, recalled),
    on(BenchActions.saveBegun, (state, { id }): BenchState => (state.id === id ? { ...state, saving: { state: 'saving' } } : state)),
    on(BenchActions.saveTaken, (state, { sheet, saved }): BenchState =>
      state.id !== sheet.id
        ? state
        : {
            ...state,
            revision: sheet.revision,
            saving: state.document === saved ? { state: 'saved', at: sheet.updatedAt } : { state: 'unsaved' },
          },
    ),
    on(BenchActions.saveFailed, (state, { id, message, isTriedAgain, isKept }): BenchState =>
      state.id === id ? { ...state, saving: { state: 'failed', message, isTriedAgain, isKept } } : state,
    ),
    on(BenchActions.saveWasStale, (state, { id, theirs }): BenchState =>
      state.id === id ? { ...state, saving: { state: 'stale', theirs } } : state,
    ),
    on(BenchActions.theirsLoaded, BenchActions.mineKept, (state, { theirs }) =>
      state.id === theirs.id ? { ...laidOut(theirs), view: state.view } : state,
    ),
    on(JobActions.jobEntered, (state, { id }) => (state.jobId === id ? state : initial)),
  ),
  extraSelectors: ({ selectDocument, selectLine, selectAlso, selectPeel, selectAlone, selectPast, selectFuture }) => {
    /** Every chosen pass, the line's own first. */
    const selectChosenIds = createSelector(selectLine, selectAlso, (line, also): readonly string[] =>
      line.pass === null ? [] : [line.pass, ...also.filter((id) => id !== line.pass)],
    );
    return {
      selectChosenIds,
      selectChosenPasses: createSelector(selectDocument, selectChosenIds, (document, ids): readonly Pass[] =>
        document ? ids.flatMap((id) => findPass(document, id) ?? []) : [],
      ),
      /** The sheet as the table shows it: up to the peel line, or one pass of it. */
      selectShown: createSelector(selectDocument, selectPeel, selectAlone, (document, peel, only): Sheet | null => {
        if (!document) return null;
        const upTo = peel ? peeled(document, peel) : document;
        return only === null ? upTo : alone(upTo, only);
      }),
      selectChosenPass: createSelector(selectDocument, selectLine, (document, line): Pass | null =>
        document && line.pass !== null ? (findPass(document, line.pass) ?? null) : null,
      ),
      selectChosenStep: createSelector(selectDocument, selectLine, (document, line): Step | null =>
        document && line.pass !== null ? (findPass(document, line.pass)?.steps.find((step) => step.id === line.step) ?? null) : null,
      ),
      /** What would be undone, and done again, in words; null where there is nothing. */
      selectUndone: createSelector(selectPast, selectDocument, (past, document): string | null => {
        const before = past.at(-1);
        return before && document ? changeInWords(before, document) : null;
      }),
      selectRedone: createSelector(selectFuture, selectDocument, (future, document): string | null => {
        const after = future.at(-1);
        return after && document ? changeInWords(document, after) : null;
      }),
    };
  },
});
