import { createEntityAdapter, type EntityState } from '@ngrx/entity';
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
  /** Files sent out of the job or on their way. */
  readonly sent: EntityState<SendOut>;
  readonly shares: Readonly<Record<string, number>>;
  readonly problem: string | null;
}

/** The latest first. */
const sent = createEntityAdapter<SendOut>({ sortComparer: (a, b) => b.createdAt - a.createdAt });
const initial: DispatchState = { formats: [], sent: sent.getInitialState(), shares: {}, problem: null };

export const dispatchFeature = createFeature({
  name: 'dispatch',
  reducer: createReducer(
    initial,
    on(DispatchActions.formatsListed, (state, { formats }): DispatchState => ({ ...state, formats })),
    on(DispatchActions.sendOutsListed, (state, { sendOuts }): DispatchState => ({
      ...state,
      sent: sent.setAll([...sendOuts], state.sent),
    })),
    on(DispatchActions.sendOutWanted, (state): DispatchState => ({ ...state, problem: null })),
    on(DispatchActions.sendOutQueued, (state, { sendOut }): DispatchState => ({
      ...state,
      sent: sent.setOne(sendOut, state.sent),
    })),
    on(DispatchActions.sendOutRefused, (state, { message }): DispatchState => ({ ...state, problem: message })),
    on(DispatchActions.sendOutMovedOn, (state, { id, state: now, share }): DispatchState => ({
      ...state,
      shares: { ...state.shares, [id]: share },
      sent: sent.updateOne({ id, changes: { state: now } }, state.sent),
    })),
    on(JobActions.jobEntered, ({ formats }): DispatchState => ({ ...initial, formats })),
  ),
  extraSelectors: ({ selectSent, selectFormats }) => {
    const selectSendOuts = createSelector(selectSent, sent.getSelectors().selectAll);
    return {
      selectSendOuts,
      /** The formats as a list to choose from. */
      selectChoices: createSelector(selectFormats, (formats) =>
        formats.map(({ name, title, suits }) => ({ value: name, words: title, note: suits })),
      ),
      selectUnderWay: createSelector(selectSendOuts, (all) => all.filter((each) => each.state === 'queued' || each.state === 'rendering')),
    };
  },
});
