import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { RampStop } from '@uvrant/core';
import type { KeptRamp, ScannerDevice, ScanOrder } from '@uvrant/contract';

export const ChestActions = createActionGroup({
  source: 'Chest',
  events: {
    'chest opened': emptyProps(),
    'devices listed': props<{ devices: readonly ScannerDevice[] }>(),
    'ramps listed': props<{ ramps: readonly KeptRamp[] }>(),
    'ramp put by': props<{ name: string; stops: readonly RampStop[] }>(),
    'ramp taken away': props<{ id: string }>(),
    'scan wanted': props<{ jobId: string; order: ScanOrder }>(),
    'scan moved on': props<{ scan: string; share: number }>(),
    'scan ended': props<{ scan: string }>(),
    'scan called off': props<{ scan: string }>(),
    'chest refused': props<{ message: string }>(),
    'refusal read': emptyProps(),
  },
});

interface ChestState {
  readonly devices: readonly ScannerDevice[];
  readonly ramps: readonly KeptRamp[];
  /** The scan that is under way, and how much of it is done. */
  readonly scan: { readonly id: string; readonly name: string; readonly share: number } | null;
  readonly problem: string | null;
}

const initial: ChestState = { devices: [], ramps: [], scan: null, problem: null };

export const chestFeature = createFeature({
  name: 'chest',
  reducer: createReducer(
    initial,
    on(ChestActions.devicesListed, (state, { devices }): ChestState => ({ ...state, devices })),
    on(ChestActions.rampsListed, (state, { ramps }): ChestState => ({ ...state, ramps })),
    on(ChestActions.scanWanted, (state, { order }): ChestState => ({
      ...state,
      scan: { id: order.scan, name: order.name, share: 0 },
      problem: null,
    })),
    on(ChestActions.scanMovedOn, (state, { scan, share }): ChestState =>
      state.scan?.id === scan ? { ...state, scan: { ...state.scan, share } } : state,
    ),
    on(ChestActions.scanEnded, (state, { scan }): ChestState => (state.scan?.id === scan ? { ...state, scan: null } : state)),
    on(ChestActions.chestRefused, (state, { message }): ChestState => ({ ...state, problem: message })),
    on(ChestActions.refusalRead, (state): ChestState => ({ ...state, problem: null })),
  ),
});
