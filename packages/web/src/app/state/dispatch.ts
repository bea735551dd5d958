import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { JobActions } from './jobs';
import type { FileFormat, SendOut } from '@uvrant/contract';

export const DispatchActions = createActionGroup({
  source: 'Dispatch',
  events: {
    'list wanted': props<{ jobId: string }>(),
    'formats listed': props<{ formats: readonly FileFormat[] }>(),
    'send outs listed': props<{ sendOuts: readonly SendOut[] }>(),
    'send out wanted': props<{ sheetId: string; format: string }>(),
    'send out queued': props<{ sendOut: SendOut }>(),
    'send out refused': props<{ message: string }>(),
    'send out moved on': props<{ id: string; jobId: string; state: SendOut['state']; share: number }>(),
    'send out called off': props<{ id: string }>(),
  },
});

interface DispatchState {
  readonly formats: readonly FileFormat[];
  readonly sendOuts: readonly SendOut[];
  readonly shares: Readonly<Record<string, number>>;
  readonly problem: string | null;
}

const initial: DispatchState = { formats: [], sendOuts: [], shares: {}, problem: null };

export const dispatchFeature = createFeature({
  name: 'dispatch',
  reducer: createReducer(
    initial,
    on(DispatchActions.formatsListed, (state, { formats }): DispatchState => ({ ...state, formats })),
    on(DispatchActions.sendOutsListed, (state, { sendOuts }): DispatchState => ({ ...state, sendOuts })),
    on(DispatchActions.sendOutWanted, (state): DispatchState => ({ ...state, problem: null })),
    on(DispatchActions.sendOutQueued, (state, { sendOut }): DispatchState => ({
      ...state,
      sendOuts: [sendOut, ...state.sendOuts.filter((each) => each.id !== sendOut.id)],
    })),
    on(DispatchActions.sendOutRefused, (state, { message }): DispatchState => ({ ...state, problem: message })),
    on(DispatchActions.sendOutMovedOn, (state, { id, state: now, share }): DispatchState => ({
      ...state,
      shares: { ...state.shares, [id]: share },
      sendOuts: state.sendOuts.map((each) => (each.id === id && each.state !== now ? { ...each, state: now } : each)),
    })),
    on(JobActions.jobEntered, ({ formats }): DispatchState => ({ ...initial, formats })),
  ),
  extraSelectors: ({ selectSendOuts, selectFormats }) => ({
    /** The formats as a list to choose from. */
    selectChoices: createSelector(selectFormats, (formats) =>
      formats.map(({ name, title, suits }) => ({ value: name, words: title, note: suits })),
    ),
    selectUnderWay: createSelector(selectSendOuts, (all) => all.filter((each) => each.state === 'queued' || each.state === 'rendering')),
  }),
});
