import type { SendOut } from '@uvrant/contract';
import { keptOf, posterOf, sendOut } from '../../testing/sheets';
import { DispatchActions, dispatchFeature } from './dispatch';
import { JobActions } from './jobs';

const { reducer } = dispatchFeature;
type State = ReturnType<typeof reducer>;
const after = (...actions: Parameters<typeof reducer>[1][]): State =>
  actions.reduce((state, action) => reducer(state, action), reducer(undefined, { type: 'none' }));
const listed = (...sendOuts: SendOut[]) => DispatchActions.sendOutsListed({ sendOuts });

test('files stand with the latest first, and those that are queued join them', () => {
  const [old, late] = [sendOut({ id: 'a', createdAt: 1 }), sendOut({ id: 'b', createdAt: 9 })];
  const state = after(listed(old, late), DispatchActions.sendOutsQueued({ sendOuts: [sendOut({ id: 'c', createdAt: 5 })] }));
  expect(state.sent.ids).toEqual(['b', 'c', 'a']);
  // One that was known takes its new state, and no second place.
  const again = reducer(state, DispatchActions.sendOutsQueued({ sendOuts: [{ ...old, state: 'failed' }] }));
  expect([again.sent.ids.length, again.sent.entities['a']?.state]).toEqual([3, 'failed']);
});

test('how far a file is counts from when its rendering was first heard of', () => {
  jest.useFakeTimers({ now: 1000 });
  const moved = (share: number, state: SendOut['state'] = 'rendering') =>
    DispatchActions.sendOutMovedOn({ id: 'a', jobId: 'j1', state, share });
  let state = after(listed(sendOut({ id: 'a', state: 'queued' })), moved(0));
  jest.setSystemTime(3000);
  state = reducer(state, moved(0.25));
  jest.setSystemTime(5000);
  state = reducer(state, moved(0.5));
  expect(state.progress['a']).toEqual({ share: 0.5, since: 1000 });
  // Begun again, as after a crash, its time begins again too.
  state = reducer(state, moved(0));
  expect(state.progress['a']).toEqual({ share: 0, since: 5000 });
  expect(reducer(state, moved(1, 'done')).sent.entities['a']?.state).toBe('done');
  jest.useRealTimers();
});

test('a refusal is said until something else is chosen or sent', () => {
  const refused = after(DispatchActions.sendOutRefused({ message: 'No room.' }));
  expect(refused.problem).toBe('No room.');
  for (const next of [
    DispatchActions.choiceChanged({ choice: refused.choice }),
    DispatchActions.sheetsChosen({ sheets: [] }),
    DispatchActions.sentAgain({ sendOut: sendOut() }),
    DispatchActions.sendOutWanted({ jobId: 'j1', sheets: [], choice: refused.choice }),
  ])
    expect(reducer(refused, next).problem).toBeNull();
});

test('what goes out as what stays from one job to the next; its files and sheets do not', () => {
  const choice = { ...after().choice, devicePpi: 150 };
  const state = after(
    listed(sendOut()),
    DispatchActions.choiceChanged({ choice }),
    DispatchActions.sheetsChosen({ sheets: ['s1'] }),
    DispatchActions.profileChosen({ profile: 'offset' }),
    DispatchActions.presetsListed({ presets: [{ id: 'p', name: 'Web', choice }] }),
    JobActions.jobEntered({ id: 'another' }),
  );
  expect([state.choice, state.profile, state.presets.length]).toEqual([choice, 'offset', 1]);
  expect([state.sent.ids, state.sheets, state.progress]).toEqual([[], null, {}]);
});

test('until somebody has said, the sheet that was on the bench goes out, else the first; then those that were chosen', () => {
  const sheets = ['s1', 's2', 's3'].map((id) => ({ ...keptOf(posterOf()), id }));
  const going = (chosen: readonly string[] | null, onBench: string | null, all = sheets): string[] =>
    dispatchFeature.selectGoing.projector(chosen, all, onBench).map(({ id }) => id);
  expect(going(null, 's2')).toEqual(['s2']);
  expect(going(null, null)).toEqual(['s1']);
  expect(going(null, 'gone')).toEqual(['s1']);
  expect(going(null, null, [])).toEqual([]);
  expect(going(['s3', 's1', 'gone'], 's2')).toEqual(['s1', 's3']);
  expect(going([], 's2')).toEqual([]);
});

test('what waits or is being rendered is under way', () => {
  const states = ['queued', 'rendering', 'done', 'failed', 'cancelled'] as const;
  const all = states.map((state) => sendOut({ id: state, state }));
  expect(dispatchFeature.selectUnderWay.projector(all).map(({ id }) => id)).toEqual(['queued', 'rendering']);
});
