import { INKS, STARTING_POINTS, startedSheet, STOCKS, type Pass, type Sheet } from '@uvrant/core';
import { BenchActions, benchFeature, type BenchState } from './bench';
import { JobActions } from './jobs';
import type { KeptSheet } from '@uvrant/contract';

const sheet: Sheet = startedSheet(
  { name: 'Poster', size: { width: 400, height: 600 }, ppi: 300, edges: 'hard', stock: STOCKS[0]!, ink: INKS[0]!, ground: null },
  { sha256: 'a'.repeat(64), name: 'dome', size: { width: 30, height: 40 } },
  STARTING_POINTS[0]!,
);
const kept: KeptSheet = { id: 's1', jobId: 'j1', revision: 3, updatedAt: 1000, document: sheet, fault: null };
const named = (name: string): Sheet => ({ ...sheet, name });

type Action = Parameters<typeof benchFeature.reducer>[1];
const after = (...actions: Action[]): BenchState =>
  actions.reduce<BenchState>(
    (state, action) => benchFeature.reducer(state, action),
    benchFeature.reducer(undefined, BenchActions.sheetLaidOut({ sheet: kept })),
  );
const edit = (name: string, gesture: string | null = null) => BenchActions.sheetEdited({ document: named(name), gesture });

test('a laid-out sheet is saved, with the last step of its picture chosen', () => {
  expect(after()).toMatchObject({ revision: 3, saving: { state: 'saved', at: 1000 }, line: { pass: 'picture', step: 'screen' } });
});

test('edits of one gesture undo as one; those apart undo one by one', () => {
  const state = after(edit('a', 'angle'), edit('b', 'angle'), BenchActions.gestureEnded(), edit('c', 'angle'), edit('d'));
  expect(state.past.map(({ name }) => name)).toEqual(['Poster', 'b', 'c']);
  const undone = [1, 2, 3].reduce((at) => benchFeature.reducer(at, BenchActions.editUndone()), state);
  expect(undone.document?.name).toBe('Poster');
  expect(benchFeature.reducer(undone, BenchActions.editUndone())).toBe(undone);
  const again = [1, 2, 3].reduce((at) => benchFeature.reducer(at, BenchActions.editDoneAgain()), undone);
  expect(again.document?.name).toBe('d');
});

test('where undoing takes away what is chosen, its neighbour is chosen, and work goes on', () => {
  const [first] = sheet.passes as [Pass];
  const added = { ...first, id: 'added' };
  const more = { ...sheet, passes: [...sheet.passes, added] };
  const pasted = after(
    BenchActions.sheetEdited({ document: more, gesture: null }),
    BenchActions.lineChosen({ line: { pass: 'added', step: null } }),
  );
  const undone = benchFeature.reducer(pasted, BenchActions.editUndone());
  expect(undone.line).toEqual({ pass: sheet.passes.at(-1)?.id, step: null });
  // Nothing beneath it: the one above.
  const under = after(
    BenchActions.sheetEdited({ document: { ...sheet, passes: [added, ...sheet.passes] }, gesture: null }),
    BenchActions.lineChosen({ line: { pass: 'added', step: null } }),
    BenchActions.editUndone(),
  );
  expect(under.line).toEqual({ pass: first.id, step: null });
});

test('a new edit forgets what was undone', () => {
  const state = after(edit('a'), BenchActions.editUndone(), edit('b'));
  expect(state.future).toEqual([]);
  expect(benchFeature.reducer(state, BenchActions.editDoneAgain()).document?.name).toBe('b');
});

test('a save takes the new revision; edits made meanwhile are still unsaved', () => {
  const saved = named('a');
  const taken = BenchActions.saveTaken({ sheet: { ...kept, revision: 4, updatedAt: 2000 }, saved });
  const state = after(BenchActions.sheetEdited({ document: saved, gesture: null }), BenchActions.saveBegun({ id: 's1' }));
  expect(benchFeature.reducer(state, taken)).toMatchObject({ revision: 4, saving: { state: 'saved', at: 2000 } });
  expect(benchFeature.reducer(benchFeature.reducer(state, edit('b')), taken)).toMatchObject({ revision: 4, saving: { state: 'unsaved' } });
});

test('a stale save keeps the local edits until theirs are loaded', () => {
  const theirs: KeptSheet = { ...kept, revision: 9, document: named('theirs') };
  const stale = after(edit('mine'), BenchActions.saveWasStale({ id: 's1', theirs }), edit('mine still'));
  expect(stale).toMatchObject({ document: { name: 'mine still' }, saving: { state: 'stale' } });
  expect(benchFeature.reducer(stale, BenchActions.theirsLoaded({ theirs }))).toMatchObject({
    revision: 9,
    document: { name: 'theirs' },
    past: [],
  });
});

test('unsaved edits are not thrown away by the sheet being laid out again; another job clears the bench', () => {
  expect(after(edit('mine'), BenchActions.sheetLaidOut({ sheet: kept })).document?.name).toBe('mine');
  expect(after(JobActions.jobEntered({ id: 'another' })).document).toBeNull();
});

test('two hundred steps can be undone; the oldest goes first', () => {
  const state = after(...Array.from({ length: 250 }, (_, n) => edit(`${n}`)));
  expect(state.past).toHaveLength(200);
  expect([state.past[0]?.name, state.past.at(-1)?.name]).toEqual(['49', '248']);
});

test('a peel line on a pass that is removed goes, and so does the choice of it', () => {
  const id = sheet.passes.at(-1)?.id as string;
  const peeled = after(
    BenchActions.lineChosen({ line: { pass: id, step: null } }),
    BenchActions.ticketPeeled({ to: { pass: id, step: null } }),
  );
  expect(peeled.peel).toEqual({ pass: id, step: null });
  const removed = benchFeature.reducer(
    peeled,
    BenchActions.sheetEdited({ document: { ...sheet, passes: sheet.passes.filter((pass) => pass.id !== id) }, gesture: null }),
  );
  expect([removed.peel, removed.line]).toEqual([null, { pass: null, step: null }]);
});
