import type { Asset, JobContents, KeptSheet } from '@uvrant/contract';
import { JobActions, jobsFeature } from './jobs';
import { TrayActions } from './tray';
import { ASSET, JOB, keptOf, posterOf } from '../../testing/sheets';

const { reducer } = jobsFeature;
const first = (): KeptSheet => keptOf(posterOf(), 1);
const other: Asset = { ...ASSET, sha256: 'other', name: 'Other' };
const contents = (change: Partial<JobContents> = {}): JobContents => ({ job: JOB, sheets: [first()], assets: [ASSET], ...change });
const stateOf = (...actions: Parameters<typeof reducer>[1][]) =>
  actions.reduce((state, action) => reducer(state, action), reducer(undefined, { type: 'none' }));
const read = (state: ReturnType<typeof stateOf>): JobContents | null =>
  jobsFeature.selectContents.projector(
    state.job,
    Object.values(state.sheets.entities) as KeptSheet[],
    state.assets.ids.map((id) => state.assets.entities[id] as Asset),
  );

test('a job that is read again with nothing new leaves its sheets and pictures as they are', () => {
  const known = stateOf(JobActions.jobOpened({ contents: contents() }));
  const again = reducer(known, JobActions.jobOpened({ contents: contents() }));
  expect([again.sheets === known.sheets, again.assets === known.assets]).toEqual([true, true]);
  const changed = reducer(known, JobActions.jobOpened({ contents: contents({ sheets: [{ ...first(), revision: 9 }] }) }));
  expect([changed.sheets === known.sheets, changed.assets === known.assets]).toEqual([false, true]);
});

test('a picture taken in while the job is read the first time stays; one missing when it is read again has gone', () => {
  const taken = JobActions.pictureTakenIn({ id: 'up', asset: other });
  const opened = JobActions.jobOpened({ contents: contents() });
  expect(read(stateOf(opened, taken, opened))?.assets.map(({ name }) => name)).toEqual([other.name, ASSET.name]);
  expect(read(stateOf(opened, taken, JobActions.jobReadAgain({ id: JOB.id }), opened))?.assets.map(({ name }) => name)).toEqual([
    ASSET.name,
  ]);
});

test('a picture taken in comes first and is the one to be offered, unless it is a scan', () => {
  const opened = JobActions.jobOpened({ contents: contents() });
  const state = stateOf(opened, JobActions.pictureTakenIn({ id: 'up', asset: other }));
  expect([state.assets.ids[0], state.latest]).toEqual(['other', 'other']);
  expect(stateOf(opened, JobActions.pictureTakenIn({ id: 'up', asset: { ...other, drawer: 'texture' } })).latest).toBeNull();
});

test('a sheet that is saved stands in its place, one of another job is not taken; what is removed is gone', () => {
  const opened = JobActions.jobOpened({ contents: contents() });
  const saved = stateOf(opened, JobActions.sheetSaved({ sheet: { ...first(), revision: 2 } }));
  expect(read(saved)?.sheets.map(({ revision }) => revision)).toEqual([2]);
  const foreign = JobActions.sheetCreated({ sheet: { ...first(), id: 'foreign', jobId: 'elsewhere' } });
  expect(stateOf(opened, foreign).sheets.ids).toEqual([first().id]);
  const item = { kind: 'sheet', id: first().id, name: '', jobId: JOB.id, removedAt: 0 } as const;
  expect(reducer(saved, TrayActions.removed({ item })).sheets.ids).toEqual([]);
});

test('another job begins with nothing of the one before; the list of jobs stays', () => {
  const state = stateOf(
    JobActions.jobsListed({ jobs: [JOB] }),
    JobActions.jobOpened({ contents: contents() }),
    JobActions.jobEntered({ id: 'another' }),
  );
  expect([state.job, state.sheets.ids, state.assets.ids, state.jobs]).toEqual([null, [], [], [JOB]]);
});
