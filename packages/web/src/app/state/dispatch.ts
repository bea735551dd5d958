import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import { type ProfileName, STANDARD_PATTERN } from '@uvrant/core';
import type { SendChoice, SendOut, SendPreset } from '@uvrant/contract';
import { benchFeature } from './bench';
import { JobActions, jobsFeature } from './jobs';

export const DispatchActions = createActionGroup({
  source: 'Dispatch',
  events: {
    'list wanted': props<{ jobId: string }>(),
    'send outs listed': props<{ sendOuts: readonly SendOut[] }>(),
    'choice changed': props<{ choice: SendChoice }>(),
    'sheets chosen': props<{ sheets: readonly string[] }>(),
    'profile chosen': props<{ profile: ProfileName | null }>(),
    'send out wanted': props<{ jobId: string; sheets: readonly string[]; choice: SendChoice }>(),
    'send outs queued': props<{ sendOuts: readonly SendOut[] }>(),
    'send out refused': props<{ message: string }>(),
    'send out moved on': props<{ id: string; jobId: string; state: SendOut['state']; share: number }>(),
    'send out called off': props<{ id: string }>(),
    'sent again': props<{ sendOut: SendOut }>(),
    'presets wanted': emptyProps(),
    'presets listed': props<{ presets: readonly SendPreset[] }>(),
    'preset kept': props<{ name: string; choice: SendChoice }>(),
    'preset removed': props<{ id: string }>(),
  },
});

/** How far a file on its way is, and when that was first heard. */
export interface UnderWay {
  readonly share: number;
  readonly since: number;
}

interface DispatchState {
  /** Files sent out of the job or on their way. */
  readonly sent: EntityState<SendOut>;
  readonly progress: Readonly<Record<string, UnderWay>>;
  readonly problem: string | null;
  /** What goes out as what; it stays from one job to the next. */
  readonly choice: SendChoice;
  /** Ids of the sheets that are to go out; null until somebody has said. */
  readonly sheets: readonly string[] | null;
  readonly presets: readonly SendPreset[];
  /** What sheets are checked for; null for what suits each. */
  readonly profile: ProfileName | null;
}

/** The latest first. */
const sent = createEntityAdapter<SendOut>({ sortComparer: (a, b) => b.createdAt - a.createdAt });
const initial: DispatchState = {
  sent: sent.getInitialState(),
  progress: {},
  problem: null,
  choice: { files: [{ format: 'png', options: {} }], pattern: STANDARD_PATTERN, devicePpi: null, crop: null },
  sheets: null,
  presets: [],
  profile: null,
};

export const dispatchFeature = createFeature({
  name: 'dispatch',
  reducer: createReducer(
    initial,
    on(DispatchActions.sendOutsListed, (state, { sendOuts }): DispatchState => ({
      ...state,
      sent: sent.setAll([...sendOuts], state.sent),
    })),
    on(DispatchActions.choiceChanged, (state, { choice }): DispatchState => ({ ...state, choice, problem: null })),
    on(DispatchActions.sheetsChosen, (state, { sheets }): DispatchState => ({ ...state, sheets, problem: null })),
    on(DispatchActions.sendOutWanted, DispatchActions.sentAgain, (state): DispatchState => ({ ...state, problem: null })),
    on(DispatchActions.sendOutsQueued, (state, { sendOuts }): DispatchState => ({
      ...state,
      sent: sent.setMany([...sendOuts], state.sent),
    })),
    on(DispatchActions.sendOutRefused, (state, { message }): DispatchState => ({ ...state, problem: message })),
    on(DispatchActions.sendOutMovedOn, (state, { id, state: now, share }): DispatchState => ({
      ...state,
      progress: { ...state.progress, [id]: { share, since: share > 0 ? (state.progress[id]?.since ?? Date.now()) : Date.now() } },
      sent: sent.updateOne({ id, changes: { state: now } }, state.sent),
    })),
    on(DispatchActions.profileChosen, (state, { profile }): DispatchState => ({ ...state, profile })),
    on(DispatchActions.presetsListed, (state, { presets }): DispatchState => ({ ...state, presets })),
    on(JobActions.jobEntered, ({ choice, presets, profile }): DispatchState => ({ ...initial, choice, presets, profile })),
  ),
  extraSelectors: ({ selectSent, selectSheets }) => {
    const selectSendOuts = createSelector(selectSent, sent.getSelectors().selectAll);
    return {
      selectSendOuts,
      /** The sheets that are to go out: until somebody has said, the one that was on the bench last, or the first. */
      selectGoing: createSelector(selectSheets, jobsFeature.selectSheetsToOpen, benchFeature.selectId, (chosen, all, onBench) =>
        chosen === null ? [all.find(({ id }) => id === onBench) ?? all[0] ?? []].flat() : all.filter(({ id }) => chosen.includes(id)),
      ),
      selectUnderWay: createSelector(selectSendOuts, (all) => all.filter((each) => each.state === 'queued' || each.state === 'rendering')),
    };
  },
});
