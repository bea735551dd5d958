import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Removable, TrayItem } from '@uvrant/contract';

export const TrayActions = createActionGroup({
  source: 'Tray',
  events: {
    'tray opened': emptyProps(),
    'tray listed': props<{ items: readonly TrayItem[] }>(),
    'removal wanted': props<{ item: Removable }>(),
    removed: props<{ item: Removable }>(),
    'put back wanted': props<{ item: Removable }>(),
    'put back': props<{ item: Removable }>(),
    refused: props<{ message: string }>(),
    'notice read': emptyProps(),
  },
});

interface TrayState {
  readonly items: readonly TrayItem[] | null;
  /** What was removed last, to be put back with one click. */
  readonly latest: Removable | null;
  readonly problem: string | null;
}
const initial: TrayState = { items: null, latest: null, problem: null };

const isSame = (a: Removable, b: Removable): boolean => a.kind === b.kind && a.id === b.id && a.jobId === b.jobId;

export const trayFeature = createFeature({
  name: 'tray',
  reducer: createReducer(
    initial,
    on(TrayActions.trayListed, (state, { items }): TrayState => ({ ...state, items })),
    on(TrayActions.removalWanted, TrayActions.putBackWanted, (state): TrayState => ({ ...state, problem: null })),
    on(TrayActions.removed, (state, { item }): TrayState => ({ ...state, latest: item, problem: null })),
    on(TrayActions.putBack, (state, { item }): TrayState => ({
      ...state,
      latest: state.latest && isSame(state.latest, item) ? null : state.latest,
      items: state.items?.filter((each) => !isSame(each, item)) ?? null,
    })),
    on(TrayActions.refused, (state, { message }): TrayState => ({ ...state, problem: message })),
    on(TrayActions.noticeRead, (state): TrayState => ({ ...state, latest: null, problem: null })),
  ),
});
