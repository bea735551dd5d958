import type { TrayItem } from '@uvrant/contract';
import { TrayActions, trayFeature } from './tray';

const { reducer } = trayFeature;
const after = (...actions: Parameters<typeof reducer>[1][]) =>
  actions.reduce((state, action) => reducer(state, action), reducer(undefined, { type: 'none' }));
const item = (id: string, kind: TrayItem['kind'] = 'sheet'): TrayItem => ({ kind, id, jobId: 'j1', name: id, removedAt: 1 }) as TrayItem;

test('what was removed last can be put back, until the notice is read or it is back', () => {
  const removed = after(TrayActions.removed({ item: item('a') }), TrayActions.removed({ item: item('b') }));
  expect(removed.latest).toMatchObject({ id: 'b' });
  expect(reducer(removed, TrayActions.noticeRead()).latest).toBeNull();
  expect(reducer(removed, TrayActions.putBack({ item: item('b') })).latest).toBeNull();
  // Another thing of that name was put back.
  expect(reducer(removed, TrayActions.putBack({ item: item('b', 'picture') })).latest).toMatchObject({ id: 'b' });
});

test('what is put back leaves the list; a list not read yet stays unread', () => {
  const listed = after(TrayActions.trayListed({ items: [item('a'), item('a', 'picture'), item('b')] }));
  const left = reducer(listed, TrayActions.putBack({ item: item('a') }));
  expect(left.items?.map(({ id, kind }) => `${kind} ${id}`)).toEqual(['picture a', 'sheet b']);
  expect(after(TrayActions.putBack({ item: item('a') })).items).toBeNull();
});

test('a refusal is said until something else is tried', () => {
  const refused = after(TrayActions.refused({ message: 'It is used by a sheet.' }));
  expect(refused.problem).toBe('It is used by a sheet.');
  for (const next of [
    TrayActions.removalWanted({ item: item('a') }),
    TrayActions.putBackWanted({ item: item('a') }),
    TrayActions.removed({ item: item('a') }),
    TrayActions.noticeRead(),
  ])
    expect(reducer(refused, next).problem).toBeNull();
});
