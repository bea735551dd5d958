import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { Sheet } from '@uvrant/core';
import type { Asset, Drawer, Job, JobContents, KeptSheet } from '@uvrant/contract';
import type { Upload } from './model';
import { TrayActions } from './tray';

export const JobActions = createActionGroup({
  source: 'Job',
  events: {
    'window opened': emptyProps(),
    /** The server is heard again after it was not. */
    'server back': emptyProps(),
    'jobs wanted': emptyProps(),
    'job read again': props<{ id: string }>(),
    'jobs listed': props<{ jobs: readonly Job[] }>(),
    'job entered': props<{ id: string }>(),
    'job opened': props<{ contents: JobContents }>(),
    'job refused': props<{ message: string }>(),
    'new job wanted': props<{ name: string }>(),
    'job created': props<{ job: Job }>(),
    'job renamed': props<{ id: string; name: string }>(),
    'picture dropped': props<{ jobId: string; id: string; file: File; drawer?: Drawer }>(),
    'picture sent': props<{ id: string; share: number }>(),
    'picture read': props<{ id: string; share: number }>(),
    'picture taken in': props<{ id: string; asset: Asset }>(),
    'picture refused': props<{ id: string; message: string }>(),
    'upload dismissed': props<{ id: string }>(),
    /** What the job says of a picture: its name, drawer, tags. */
    'picture changed': props<{ jobId: string; sha256: string; change: Partial<Pick<Asset, 'name' | 'drawer' | 'tags'>> }>(),
    'picture known': props<{ asset: Asset }>(),
    'sheet wanted': props<{ jobId: string; document: Sheet }>(),
    'sheet created': props<{ sheet: KeptSheet }>(),
    'sheet saved': props<{ sheet: KeptSheet }>(),
    /** Another sheet of the job, with a pass of this one added. */
    'pass copied': props<{ sheet: KeptSheet; document: Sheet }>(),
  },
});

interface JobsState {
  /** Null until they are listed. */
  readonly jobs: readonly Job[] | null;
  /** The job that is open, with its sheets and its pictures; those are empty where there is none. */
  readonly job: Job | null;
  readonly sheets: EntityState<KeptSheet>;
  readonly assets: EntityState<Asset>;
  readonly problem: string | null;
  /** Pictures on their way, in the order in which they were dropped. */
  readonly underWay: EntityState<Upload>;
  /** The photograph taken in last, to be offered for a new sheet. */
  readonly latest: string | null;
  /** The job that is being read was known already: what it does not have any more was removed. */
  readonly isReadAgain: boolean;
}

const uploads = createEntityAdapter<Upload>();
const sheets = createEntityAdapter<KeptSheet>();
const assets = createEntityAdapter<Asset>({ selectId: ({ sha256 }) => sha256 });
const [sheetsOf, assetsOf] = [sheets.getSelectors().selectAll, assets.getSelectors().selectAll];

const initial: JobsState = {
  jobs: null,
  job: null,
  sheets: sheets.getInitialState(),
  assets: assets.getInitialState(),
  problem: null,
  underWay: uploads.getInitialState(),
  latest: null,
  isReadAgain: false,
};

const withUpload = (state: JobsState, id: string, change: Partial<Upload>): JobsState => ({
  ...state,
  underWay: uploads.updateOne({ id, changes: change }, state.underWay),
});

/** A list as it was read, with what of it is known just so: what did not change is not shown anew. */
const sameKept = <T>(read: readonly T[], known: readonly T[], isSame: (a: T, b: T) => boolean): readonly T[] => {
  const kept = read.map((each) => known.find((one) => isSame(one, each)) ?? each);
  return kept.length === known.length && kept.every((each, i) => each === known[i]) ? known : kept;
};

/** The job as it was read, with pictures that came in while it was being read for the first time. */
const withRead = (state: JobsState, read: JobContents): JobsState => {
  const whole = { ...state, job: read.job, isReadAgain: false, problem: null };
  if (state.job?.id !== read.job.id) {
    return { ...whole, sheets: sheets.setAll([...read.sheets], state.sheets), assets: assets.setAll([...read.assets], state.assets) };
  }
  const [knownSheets, knownAssets] = [sheetsOf(state.sheets), assetsOf(state.assets)];
  const later = state.isReadAgain ? [] : knownAssets.filter((asset) => !read.assets.some(({ sha256 }) => sha256 === asset.sha256));
  const nextSheets = sameKept(read.sheets, knownSheets, (a, b) => a.id === b.id && a.revision === b.revision && a.fault === b.fault);
  const nextAssets = sameKept([...later, ...read.assets], knownAssets, (a, b) => JSON.stringify(a) === JSON.stringify(b));
  return {
    ...whole,
    sheets: nextSheets === knownSheets ? state.sheets : sheets.setAll([...nextSheets], state.sheets),
    assets: nextAssets === knownAssets ? state.assets : assets.setAll([...nextAssets], state.assets),
  };
};

export const jobsFeature = createFeature({
  name: 'jobs',
  reducer: createReducer(
    initial,
    on(JobActions.jobsListed, (state, { jobs }): JobsState => ({ ...state, jobs })),
    on(JobActions.jobEntered, (state, { id }): JobsState =>
      state.job?.id === id ? { ...state, problem: null } : { ...initial, jobs: state.jobs, isReadAgain: state.isReadAgain },
    ),
    on(JobActions.jobOpened, (state, { contents }) => withRead(state, contents)),
    on(JobActions.jobReadAgain, (state): JobsState => ({ ...state, isReadAgain: true })),
    on(JobActions.jobRefused, (state, { message }): JobsState => ({ ...state, problem: message })),
    on(JobActions.jobCreated, (state, { job }): JobsState => ({ ...state, jobs: [job, ...(state.jobs ?? [])] })),
    on(JobActions.jobRenamed, (state, { id, name }): JobsState => ({
      ...state,
      jobs: (state.jobs ?? []).map((job) => (job.id === id ? { ...job, name } : job)),
      job: state.job?.id === id ? { ...state.job, name } : state.job,
    })),
    on(JobActions.pictureDropped, (state, { id, file }): JobsState => ({
      ...state,
      underWay: uploads.addOne({ id, name: file.name, sent: 0, read: 0, error: null }, state.underWay),
    })),
    on(JobActions.pictureSent, (state, { id, share }) => withUpload(state, id, { sent: share })),
    on(JobActions.pictureRead, (state, { id, share }) => withUpload(state, id, { sent: 1, read: share })),
    on(JobActions.pictureRefused, (state, { id, message }) => withUpload(state, id, { error: message })),
    on(JobActions.uploadDismissed, (state, { id }): JobsState => ({ ...state, underWay: uploads.removeOne(id, state.underWay) })),
    on(JobActions.pictureTakenIn, (state, { id, asset }): JobsState => {
      const underWay = uploads.removeOne(id, state.underWay);
      if (!state.job) return { ...state, underWay };
      const latest = asset.drawer === 'picture' ? asset.sha256 : state.latest;
      const others = assetsOf(state.assets).filter(({ sha256 }) => sha256 !== asset.sha256);
      return { ...state, underWay, assets: assets.setAll([asset, ...others], state.assets), latest };
    }),
    on(JobActions.pictureKnown, (state, { asset }): JobsState => ({
      ...state,
      assets: assets.updateOne({ id: asset.sha256, changes: asset }, state.assets),
    })),
    on(TrayActions.removed, (state, { item }): JobsState => {
      if (item.kind === 'sheet') return { ...state, sheets: sheets.removeOne(item.id, state.sheets) };
      return item.kind === 'picture' ? { ...state, assets: assets.removeOne(item.id, state.assets) } : state;
    }),
    on(JobActions.sheetCreated, JobActions.sheetSaved, (state, { sheet }): JobsState =>
      state.job?.id === sheet.jobId ? { ...state, sheets: sheets.setOne(sheet, state.sheets) } : state,
    ),
  ),
  extraSelectors: ({ selectJob, selectSheets, selectAssets, selectUnderWay }) => {
    const [everySheet, everyAsset] = [createSelector(selectSheets, sheetsOf), createSelector(selectAssets, assetsOf)];
    return {
      selectUploads: createSelector(selectUnderWay, uploads.getSelectors().selectAll),
      /** The sheets of the job that can be opened. */
      selectSheetsToOpen: createSelector(everySheet, (all) => all.filter(({ fault }) => fault === null)),
      selectPictures: everyAsset,
      selectContents: createSelector(selectJob, everySheet, everyAsset, (job, sheets, assets): JobContents | null =>
        job ? { job, sheets, assets } : null,
      ),
    };
  },
});
