import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { RampStop } from '@uvrant/core';
import type { Asset, KeptRamp, ScannerDevice, ScanOrder } from '@uvrant/contract';

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
    /** A scan is in the chest. */
    'scan taken in': props<{ asset: Asset }>(),
    /** A picture of the chest is to be seen: the chest opens on it. */
    'picture sought': props<{ sha256: string }>(),
    'picture found': emptyProps(),
    'chest refused': props<{ message: string }>(),
    'refusal read': emptyProps(),
  },
});

/** A scan, and how much of it is done. */
export interface Scan {
  readonly id: string;
  readonly name: string;
  readonly share: number;
}

interface ChestState {
  readonly devices: readonly ScannerDevice[];
  readonly ramps: readonly KeptRamp[];
  /** Scans in the order in which they were asked for: the first is under way, the others wait for the glass. */
  readonly scans: readonly Scan[];
  /** The picture that the chest is to open on. */
  readonly sought: string | null;
  readonly problem: string | null;
}

const initial: ChestState = { devices: [], ramps: [], scans: [], sought: null, problem: null };

export const chestFeature = createFeature({
  name: 'chest',
  reducer: createReducer(
    initial,
    on(ChestActions.devicesListed, (state, { devices }): ChestState => ({ ...state, devices })),
    on(ChestActions.rampsListed, (state, { ramps }): ChestState => ({ ...state, ramps })),
    on(ChestActions.scanWanted, (state, { order }): ChestState => ({
      ...state,
      scans: [...state.scans, { id: order.scan, name: order.name, share: 0 }],
      problem: null,
    })),
    on(ChestActions.scanMovedOn, (state, { scan, share }): ChestState => ({
      ...state,
      scans: state.scans.map((each) => (each.id === scan ? { ...each, share } : each)),
    })),
    on(ChestActions.scanEnded, ChestActions.scanCalledOff, (state, { scan }): ChestState => ({
      ...state,
      scans: state.scans.filter(({ id }) => id !== scan),
    })),
    on(ChestActions.pictureSought, (state, { sha256 }): ChestState => ({ ...state, sought: sha256 })),
    on(ChestActions.pictureFound, (state): ChestState => ({ ...state, sought: null })),
    on(ChestActions.chestRefused, (state, { message }): ChestState => ({ ...state, problem: message })),
    on(ChestActions.refusalRead, (state): ChestState => ({ ...state, problem: null })),
  ),
});
