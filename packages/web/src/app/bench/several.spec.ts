import { TestBed } from '@angular/core/testing';
import { boxAt, findPass, freshPass, freshSource, freshStep, type Pass, type Sheet, type Source } from '@uvrant/core';
import { find, onBench, textOf, type OnBench } from '../../testing/bench';
import { ASSET, posterOf } from '../../testing/sheets';
import { BenchActions } from '../state/bench';
import { JobActions } from '../state/jobs';
import { SeveralDials } from './dials/several-dials';
import { LineMenus } from './ticket/line-menus';
import { TicketEdits } from './ticket/ticket-edits';
import { Swapping } from './swapping';
import { Editing } from './editing';

const passOf = (id: string, x = 50, source: Source = freshSource('shape')): Pass => freshPass(id, id, source, boxAt(x, 50, 20, 20));
const sheetOf = (...passes: Pass[]): Sheet => ({ ...posterOf(), passes });

const chosen = (bench: OnBench, ...ids: readonly string[]): void => {
  bench.store.dispatch(BenchActions.lineChosen({ line: { pass: ids[0] ?? null, step: null } }));
  for (const id of ids.slice(1)) bench.store.dispatch(BenchActions.passChosenToo({ id }));
};

const dialsOf = (bench: OnBench, ...ids: readonly string[]) =>
  bench.shown(SeveralDials, { passes: ids.map((id) => findPass(bench.document(), id)), sheet: bench.document() });

describe('several passes', () => {
  test('take one strength, one ink and one line together, each undone as one', async () => {
    const bench = onBench(sheetOf(passOf('a', 40), passOf('b', 90, freshSource('type')), passOf('c', 150)));
    chosen(bench, 'a', 'b');
    const fixture = await dialsOf(bench, 'a', 'b');
    expect(textOf(fixture)).toContain('2 passes');
    const strength = find<HTMLInputElement>(fixture, 'input.uv-figure', 'Strength');
    strength.value = '40';
    strength.dispatchEvent(new Event('change'));
    expect(bench.document().passes.map(({ lay }) => lay.strength)).toEqual([0.4, 0.4, 1]);
    find(fixture, 'button', 'Left').click();
    expect(bench.document().passes.map(({ placement }) => placement.x)).toEqual([40, 40, 150]);
    bench.store.dispatch(BenchActions.editUndone());
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.document().passes.map(({ lay, placement }) => [lay.strength, placement.x])).toEqual([
      [1, 40],
      [1, 90],
      [1, 150],
    ]);
  });

  test('a photograph among them has no one ink, which is said', async () => {
    const photo = passOf('p', 50, { kind: 'picture', picture: { sha256: ASSET.sha256 } });
    const bench = onBench(sheetOf(passOf('a'), photo));
    const fixture = await dialsOf(bench, 'a', 'p');
    expect(textOf(fixture)).toContain('1 of them print in one ink');
  });

  test('are duplicated each behind itself, and the copies are chosen', () => {
    const bench = onBench(sheetOf(passOf('a'), passOf('b')));
    chosen(bench, 'a', 'b');
    TestBed.inject(TicketEdits).duplicate();
    expect(bench.document().passes.map(({ name }) => name)).toEqual(['a', 'a again', 'b', 'b again']);
    const [, first, , second] = bench.document().passes.map(({ id }) => id);
    expect(TestBed.inject(Editing).chosenIds()).toEqual([first, second]);
  });
});

test('a locked pass cannot be removed until it is unlocked', () => {
  const bench = onBench(sheetOf(passOf('a'), passOf('b')));
  chosen(bench, 'a', 'b');
  const edits = TestBed.inject(TicketEdits);
  edits.lock();
  expect(bench.document().passes.map(({ locked }) => locked)).toEqual([true, true]);
  edits.remove();
  expect(bench.document().passes).toHaveLength(2);
  expect(TestBed.inject(Editing).refused()).toContain('“a” is locked');
  edits.lock();
  expect(bench.document().passes.some((pass) => 'locked' in pass)).toBe(false);
  edits.remove();
  expect(bench.document().passes).toHaveLength(0);
});

test('the menu of a line holds what can be done with it, with the keys', () => {
  const bench = onBench(sheetOf(passOf('a'), passOf('b')));
  const menus = TestBed.inject(LineMenus);
  const words = (): readonly string[] => menus.lines({ add: () => undefined }).flatMap((line) => (line ? [line.words] : []));
  chosen(bench, 'a');
  expect(words()).toEqual(expect.arrayContaining(['Copy', 'Duplicate', 'Do not print', 'Print earlier', 'Lock', 'Remove']));
  chosen(bench, 'a', 'b');
  expect(words()).not.toContain('Do not print');
  bench.store.dispatch(BenchActions.lineChosen({ line: { pass: null, step: null } }));
  expect(words()).toEqual(['Add a pass or step…', 'Paste']);
});

describe('another picture in the place of a pass’s', () => {
  const other = { ...ASSET, sha256: 'b'.repeat(64), name: 'quay.png', width: 1600, height: 800 };
  const photo = (change: Partial<Pass> = {}): Pass => ({
    ...passOf('p', 50, { kind: 'picture', picture: { sha256: ASSET.sha256 } }),
    name: 'ridge',
    ...change,
  });

  test('keeps the width and the middle, in its own shape, and a name that was never changed follows', () => {
    const bench = onBench(sheetOf(photo()));
    TestBed.inject(Swapping).swap('p', other);
    expect(bench.document().passes[0]).toMatchObject({
      name: 'quay',
      source: { picture: { sha256: other.sha256 } },
      placement: { x: 50, y: 50, width: 20, height: 10 },
    });
  });

  test('leaves a name that was given by hand', () => {
    const bench = onBench(sheetOf(photo({ name: 'The ridge at night' })));
    TestBed.inject(Swapping).swap('p', other);
    expect(bench.document().passes[0]?.name).toBe('The ridge at night');
  });

  test('comes from a file once that is in the job', () => {
    const bench = onBench(sheetOf(photo()));
    const dispatched = jest.spyOn(bench.store, 'dispatch');
    const swapping = TestBed.inject(Swapping);
    expect(swapping.swapFile('p', [new File([], 'notes.txt', { type: 'text/plain' })])).toBe(false);
    expect(swapping.swapFile('p', [new File([], 'quay.png', { type: 'image/png' })])).toBe(true);
    const { id } = dispatched.mock.calls.at(-1)?.[0] as unknown as ReturnType<typeof JobActions.pictureDropped>;
    bench.store.dispatch(JobActions.pictureTakenIn({ id, asset: other }));
    expect(bench.document().passes[0]).toMatchObject({ source: { picture: { sha256: other.sha256 } } });
  });
});

describe('the steps of a pass', () => {
  const steps = [freshStep('levels', { midtone: 0.4 }, 'l'), freshStep('screen', { lpi: 30 }, 's')];

  test('are put on another pass behind its own, with ids of their own', () => {
    const own = freshStep('invert', {}, 'own');
    const bench = onBench(sheetOf({ ...passOf('a'), steps }, { ...passOf('b'), steps: [own] }));
    TestBed.inject(TicketEdits).putSteps(findPass(bench.document(), 'a') as Pass, { pass: 'b' });
    const put = findPass(bench.document(), 'b')!.steps;
    expect(put.map(({ kind }) => kind)).toEqual(['invert', 'levels', 'screen']);
    expect(put[1]?.params).toMatchObject({ midtone: 0.4 });
    expect(new Set([...put.map(({ id }) => id), 'l', 's']).size).toBe(5);
  });

  test('are put on a picture, which becomes a pass behind theirs and goes down as it does', () => {
    const first = { ...passOf('a'), steps, lay: { mode: 'multiply', strength: 0.8 } };
    const bench = onBench(sheetOf(first, passOf('b')));
    TestBed.inject(TicketEdits).putSteps(first, { asset: ASSET });
    expect(bench.document().passes.map(({ name }) => name)).toEqual(['a', 'ridge', 'b']);
    expect(bench.document().passes[1]).toMatchObject({ lay: first.lay, steps: [{ kind: 'levels' }, { kind: 'screen' }] });
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.document().passes).toHaveLength(2);
  });
});
