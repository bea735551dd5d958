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
  readonly contents: JobContents | null;
  readonly problem: string | null;
  /** Pictures on their way, in the order in which they were dropped. */
  readonly underWay: EntityState<Upload>;
  /** The photograph taken in last, to be offered for a new sheet. */
  readonly latest: string | null;
  /** The job that is being read was known already: what it does not have any more was removed. */
  readonly isReadAgain: boolean;
}

const uploads = createEntityAdapter<Upload>();
const initial: JobsState = {
  jobs: null,
  contents: null,
  problem: null,
  underWay: uploads.getInitialState(),
  latest: null,
  isReadAgain: false,
};

const withUpload = (state: JobsState, id: string, change: Partial<Upload>): JobsState => ({
  ...state,
  underWay: uploads.updateOne({ id, changes: change }, state.underWay),
});

const withSheet = (state: JobsState, sheet: KeptSheet): JobsState => {
  const { contents } = state;
  if (!contents || contents.job.id !== sheet.jobId) return state;
  const known = contents.sheets.some((each) => each.id === sheet.id);
  const sheets = known ? contents.sheets.map((each) => (each.id === sheet.id ? sheet : each)) : [...contents.sheets, sheet];
  return { ...state, contents: { ...contents, sheets } };
};

const withoutSheet = (state: JobsState, id: string): JobsState =>
  state.contents ? { ...state, contents: { ...state.contents, sheets: state.contents.sheets.filter((each) => each.id !== id) } } : state;

const withAssets = (state: JobsState, change: (assets: readonly Asset[]) => readonly Asset[]): JobsState =>
  state.contents ? { ...state, contents: { ...state.contents, assets: change(state.contents.assets) } } : state;

/** A list as it was read, with what of it is known just so: what did not change is not shown anew. */
const sameKept = <T>(read: readonly T[], known: readonly T[], isSame: (a: T, b: T) => boolean): readonly T[] => {
  const kept = read.map((each) => known.find((one) => isSame(one, each)) ?? each);
  return kept.length === known.length && kept.every((each, i) => each === known[i]) ? known : kept;
};

/** The job as it was read, with pictures that came in while it was being read. */
const withKnown = (read: JobContents, known: JobContents | null, isFirst: boolean): JobContents => {
  if (known?.job.id !== read.job.id) return read;
  const later = isFirst ? known.assets.filter((asset) => !read.assets.some(({ sha256 }) => sha256 === asset.sha256)) : [];
  return {
    ...read,
    sheets: sameKept(read.sheets, known.sheets, (a, b) => a.id === b.id && a.revision === b.revision && a.fault === b.fault),
    assets: sameKept([...later, ...read.assets], known.assets, (a, b) => JSON.stringify(a) === JSON.stringify(b)),
  };
};

export const jobsFeature = createFeature({
  name: 'jobs',
  reducer: createReducer(
    initial,
    on(JobActions.jobsListed, (state, { jobs }): JobsState => ({ ...state, jobs })),
    on(JobActions.jobEntered, (state, { id }): JobsState =>
      state.contents?.job.id === id
        ? { ...state, problem: null }
        : { ...state, contents: null, problem: null, underWay: initial.underWay, latest: null },
    ),
    on(JobActions.jobOpened, (state, { contents }): JobsState => ({
      ...state,
      contents: withKnown(contents, state.contents, !state.isReadAgain),
      isReadAgain: false,
      problem: null,
    })),
    on(JobActions.jobReadAgain, (state): JobsState => ({ ...state, isReadAgain: true })),
    on(JobActions.jobRefused, (state, { message }): JobsState => ({ ...state, problem: message })),
    on(JobActions.jobCreated, (state, { job }): JobsState => ({ ...state, jobs: [job, ...(state.jobs ?? [])] })),
    on(JobActions.jobRenamed, (state, { id, name }): JobsState => ({
      ...state,
      jobs: (state.jobs ?? []).map((job) => (job.id === id ? { ...job, name } : job)),
      contents: state.contents?.job.id === id ? { ...state.contents, job: { ...state.contents.job, name } } : state.contents,
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
      const { contents } = state;
      if (!contents) return { ...state, underWay };
      const assets = [asset, ...contents.assets.filter((each) => each.sha256 !== asset.sha256)];
      return { ...state, underWay, contents: { ...contents, assets }, latest: asset.drawer === 'picture' ? asset.sha256 : state.latest };
    }),
    on(JobActions.pictureKnown, (state, { asset }) =>
      withAssets(state, (assets) => assets.map((each) => (each.sha256 === asset.sha256 ? asset : each))),
    ),
    on(TrayActions.removed, (state, { item }) => {
      if (item.kind === 'sheet') return withoutSheet(state, item.id);
      return item.kind === 'picture' ? withAssets(state, (assets) => assets.filter((each) => each.sha256 !== item.id)) : state;
    }),
    on(JobActions.sheetCreated, JobActions.sheetSaved, (state, { sheet }) => withSheet(state, sheet)),
  ),
  extraSelectors: ({ selectContents, selectUnderWay }) => ({
    selectUploads: createSelector(selectUnderWay, uploads.getSelectors().selectAll),
    /** The sheets of the job that can be opened. */
    selectSheets: createSelector(selectContents, (contents) => contents?.sheets.filter(({ fault }) => fault === null) ?? []),
    selectAssets: createSelector(selectContents, (contents) => contents?.assets ?? []),
    selectJob: createSelector(selectContents, (contents) => contents?.job ?? null),
  }),
});
