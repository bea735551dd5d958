import type { CdkDragDrop } from '@angular/cdk/drag-drop';
import { By } from '@angular/platform-browser';
import { TestBed } from '@angular/core/testing';
import { CdkDropList } from '@angular/cdk/drag-drop';
import {
  boxAt,
  BLEND_MODES,
  findPass,
  freshPass,
  freshSource,
  insertPass,
  passesOf,
  type Pass,
  type Sheet,
  type Source,
} from '@uvrant/core';
import { find, findOver, onBench, textOf, type } from '../../testing/bench';
import { ASSET, keptOf, posterOf } from '../../testing/sheets';
import { BenchActions, benchFeature } from '../state/bench';
import type { JobActions } from '../state/jobs';
import { matching, type FinderItem } from '../ui/finder';
import { additionsAt } from './adding/additions';
import { DialsColumn } from './dials/dials-column';
import { Editing } from './editing';
import { PassDials } from './dials/pass-dials';
import { around, extentOf, gripAt, movedPass, movedPlacement, passesAt, STILL, typeBox } from './table/placing-box';
import { snapped, snapLines } from './table/snapping';
import { Ticket } from './ticket/ticket';
import { TicketEdits } from './ticket/ticket-edits';
import { isLater, peelStep, placeBehind, rowsOf } from './ticket/ticket-rows';

const passOf = (id: string, source: Source = freshSource('shape'), more: Partial<Pass> = {}): Pass =>
  freshPass(id, id, source, boxAt(100, 100, 40, 20), more);
const sheetOf = (...passes: Pass[]): Sheet => ({ ...posterOf(), passes });
const names = (sheet: Sheet): string => [...passesOf(sheet.passes)].map(({ id }) => id).join(' ');

describe('finding what to add', () => {
  const item: FinderItem = { id: 'x', title: 'Ink spread', note: 'Ink creeps past the edge.', group: 'Steps', words: 'bleed photocopy' };
  test('by its name before what it does, by other words, and by all that is asked', () => {
    expect(matching(item, 'ink')).toBeGreaterThan(matching(item, 'creeps'));
    expect(matching(item, 'photocopy bleed')).toBeGreaterThan(0);
    expect(matching(item, 'ink warm')).toBe(0);
  });

  test.each([
    ['a torn edge', 'torn', 'frame-torn'],
    ['a title', 'headline', 'type-stacked'],
    ['a badge', 'badge', 'caption-box'],
    ['a gradient', 'gradient', 'ramp'],
  ])('%s is found by “%s”', (_, asked, id) => {
    const found = additionsAt(posterOf(), { pass: null, step: null }, [], [])
      .map((each) => ({ id: each.id, score: matching(each, asked) }))
      .filter(({ score }) => score > 0);
    expect(found.map((each) => each.id)).toContain(id);
  });

  test('every addition makes a sheet with one more line where it was asked for', () => {
    const sheet = posterOf();
    for (const addition of additionsAt(sheet, { pass: 'ground', step: null }, [ASSET], [keptOf(sheetOf())])) {
      const { sheet: made, line } = addition.add(sheet, { pass: 'ground', step: null });
      if (addition.id.startsWith('step-')) expect(findPass(made, 'ground')?.steps.map(({ id }) => id)).toEqual([line.step]);
      else if (line.attached?.wear) expect(findPass(made, 'ground')?.wear.map(({ id }) => id)).toEqual([line.attached.wear]);
      else if (line.attached?.mask) expect(findPass(made, 'ground')?.masks.map(({ id }) => id)).toEqual([line.attached.mask]);
      else expect(made.passes.map(({ id }) => id)).toEqual(['ground', line.pass, 'picture']);
    }
  });
});

describe('the ticket’s rows', () => {
  const grouped = sheetOf(
    passOf('a'),
    passOf('g', { kind: 'group', passes: [passOf('b')] }, { steps: posterOf().passes[1]!.steps }),
    passOf('c'),
  );
  const rows = rowsOf(grouped.passes);

  test('number passes by their groups, a group’s steps below what is in it', () => {
    expect(rows.map(({ number, kind, pass }) => `${number} ${kind === 'pass' ? pass.id : 'steps'}`)).toEqual([
      '1 a',
      '2 g',
      '2.1 b',
      '2 steps',
      '3 c',
    ]);
  });

  test('what is dropped behind a group goes into it, behind its steps out of it', () => {
    expect(placeBehind(rows[1]!)).toEqual({ group: 'g', after: null });
    expect(placeBehind(rows[2]!)).toEqual({ group: 'g', after: 'b' });
    expect(placeBehind(rows[3]!)).toEqual({ group: null, after: 'g' });
    expect(placeBehind(null)).toEqual({ group: null, after: null });
  });

  test('the peel line goes back moment by moment and ends at the whole sheet', () => {
    let peel = peelStep(grouped, null, -1);
    expect(peel).toEqual({ pass: 'g', step: 'screen' });
    expect(isLater(grouped, peel)({ pass: 'c', step: null })).toBe(true);
    for (let i = 0; i < 20; i++) peel = peelStep(grouped, peel, -1);
    expect(peel).toEqual({ pass: null, step: null });
    for (let i = 0; i < 20; i++) peel = peelStep(grouped, peel, 1);
    expect(peel).toBeNull();
  });
});

describe('working on the ticket', () => {
  const of = (): Sheet => sheetOf(passOf('a'), passOf('b'), passOf('c'));

  test('a pass dragged to the top prints first; undo puts it back', async () => {
    const bench = onBench(of());
    const fixture = await bench.shown(Ticket);
    const list = fixture.debugElement.query(By.directive(CdkDropList));
    list.triggerEventHandler('cdkDropListDropped', { previousIndex: 2, currentIndex: 0 } as CdkDragDrop<unknown>);
    expect(names(bench.document())).toBe('c a b');
    bench.store.dispatch(BenchActions.editUndone());
    expect(names(bench.document())).toBe('a b c');
  });

  test('with Alt the arrows move the chosen pass', async () => {
    const bench = onBench(of());
    const fixture = await bench.shown(Ticket);
    const line = find<HTMLButtonElement>(fixture, '[data-moment="b/"]', '');
    line.click();
    line.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', altKey: true, bubbles: true }));
    expect(names(bench.document())).toBe('b a c');
  });

  test('several are chosen with Ctrl, become a group, and come out again', async () => {
    const bench = onBench(of());
    const fixture = await bench.shown(Ticket);
    const edits = TestBed.inject(TicketEdits);
    find(fixture, '[data-moment="a/"]', '').click();
    find(fixture, '[data-moment="b/"]', '').dispatchEvent(new MouseEvent('click', { ctrlKey: true, bubbles: true }));
    edits.group();
    const [group] = bench.document().passes;
    expect(group?.source).toMatchObject({ kind: 'group', passes: [{ id: 'a' }, { id: 'b' }] });
    edits.ungroup();
    expect(names(bench.document())).toBe('a b c');
  });

  test('duplicating, removing, showing alone', async () => {
    const bench = onBench(of());
    const edits = TestBed.inject(TicketEdits);
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'b', step: null } }));
    edits.duplicate();
    expect(bench.document().passes.map(({ name }) => name)).toEqual(['a', 'b', 'b again', 'c']);
    edits.toggleAlone();
    const shown = bench.store.selectSignal(benchFeature.selectShown);
    expect(shown()?.passes.map(({ on }) => on)).toEqual([false, false, true, false]);
    edits.remove();
    expect(names(bench.document())).toBe('a b c');
    expect(shown()).toBe(bench.document());
  });

  test('what would break a reference is not done, and says why', async () => {
    const bench = onBench(sheetOf(passOf('a'), passOf('b', undefined, { lay: { mode: 'normal', strength: 1, within: 'a' } })));
    const fixture = await bench.shown(Ticket);
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'a', step: null } }));
    TestBed.inject(TicketEdits).remove();
    await fixture.whenStable();
    expect(names(bench.document())).toBe('a b');
    expect(textOf(fixture)).toContain('“b” lies within a pass that would no longer be on the sheet. Change that first.');
    TestBed.inject(TicketEdits).shift(1);
    expect(names(bench.document())).toBe('a b');
  });

  test('a pass copied to another sheet takes its inks along', () => {
    const bench = onBench(sheetOf(passOf('a', freshSource('flat', { colour: { ink: 'flare' } }))));
    const other = { ...keptOf({ ...sheetOf(), inks: [{ id: 'soot', name: 'Soot', colour: '#000000' }] }), id: 'other' };
    const copied = jest.spyOn(bench.store, 'dispatch');
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'a', step: null } }));
    TestBed.inject(TicketEdits).copyTo(other);
    const action = copied.mock.lastCall?.[0] as unknown as ReturnType<typeof JobActions.passCopied>;
    expect(action.document.inks.map(({ id }) => id)).toEqual(['soot', 'flare']);
    expect(action.document.passes[0]).toMatchObject({ name: 'a', source: { colour: { ink: 'flare' } } });
  });
});

describe('a pass’s dials', () => {
  const shown = (bench: ReturnType<typeof onBench>, id: string) =>
    bench.shown(PassDials, { pass: findPass(bench.document(), id), sheet: bench.document() });

  test('type: text, how it is set, and letters that the font lacks', async () => {
    const bench = onBench(sheetOf(passOf('t', freshSource('type', { text: 'Hours' }))));
    bench.rendering.settings.set({ t: { lines: [{ text: 'Hours', x: 0, width: 10, em: 20 }], height: 14, cap: 0.7, missing: '漢' } });
    const fixture = await shown(bench, 't');
    expect(textOf(fixture)).toContain('Capitals 14.0 mm high');
    expect(textOf(fixture)).toContain('This font has no “漢”');
    const text = find<HTMLTextAreaElement>(fixture, 'textarea', 'Text');
    text.value = 'Perigee\nhours';
    text.dispatchEvent(new Event('input'));
    await type(fixture, 'Size', '72');
    find(fixture, 'button', 'fit').click();
    expect(bench.document().passes[0]?.source).toMatchObject({
      text: 'Perigee\nhours',
      lines: 'fit',
      size: expect.closeTo(25.4, 6) as number,
    });
  });

  test('every lay is offered by the ground that it suits, tried and taken', async () => {
    const bench = onBench(sheetOf(passOf('a'), passOf('b')));
    const fixture = await shown(bench, 'b');
    find(fixture, 'button', 'normal').click();
    await fixture.whenStable();
    const list = document.querySelector<HTMLElement>('.uv-found');
    expect(list?.querySelectorAll('[role=option]')).toHaveLength(BLEND_MODES.length);
    expect(list?.textContent).toContain('On a light ground');
    const screen = findOver('[role=option]', 'screen');
    screen.dispatchEvent(new Event('mouseenter'));
    expect(bench.rendering.trial()?.passes[1]?.lay.mode).toBe('screen');
    screen.click();
    expect(bench.rendering.trial()).toBeNull();
    expect(bench.document().passes[1]?.lay.mode).toBe('screen');
  });

  test('place and size by figures, proportions kept or not; turned, flipped, fitted', async () => {
    const bench = onBench(sheetOf(passOf('s')));
    const figure = async (label: string, value: string) => type(await shown(bench, 's'), label, value);
    await figure('Left', '1');
    await figure('Placed width', '2');
    expect(bench.document().passes[0]?.placement).toMatchObject({ width: 50.8, height: 25.4, x: 25.4 + 25.4 });
    await figure('Turn', '190');
    expect(bench.document().passes[0]?.placement.turn).toBe(-170);
    const fixture = await shown(bench, 's');
    find(fixture, 'button', 'Flip across').click();
    find(fixture, 'button', 'Fit the sheet').click();
    expect(bench.document().passes[0]?.placement).toMatchObject({ flipX: false, width: 457.2, turn: 0 });
  });

  test('a pass of its kind beside a group is pointed out and taken in', async () => {
    const group = passOf('g', { kind: 'group', passes: [passOf('b')] });
    const bench = onBench(sheetOf(passOf('a'), group));
    const fixture = await shown(bench, 'g');
    expect(textOf(fixture)).toContain('“a” stands outside this group');
    find(fixture, 'button', 'Take it in').click();
    expect(bench.document().passes.map(({ id }) => id)).toEqual(['g']);
    expect(names(bench.document())).toBe('g a b');
  });
});

describe('boxes on the table', () => {
  const box = { x: 100, y: 100, width: 40, height: 20, turn: 30 };

  test('a corner drawn out leaves the opposite one where it is', () => {
    const about = gripAt(box, { u: -1, v: -1 });
    const moved = movedPlacement(box, box, { ...STILL, about, sx: 1.5, sy: 1.5 });
    expect(gripAt(moved, { u: -1, v: -1 })).toEqual(about.map((v) => expect.closeTo(v, 9) as number));
    expect([moved.width, moved.height]).toEqual([60, 30]);
  });

  test('turned about its middle and put back it is as it was', () => {
    const turned = movedPlacement(box, box, { ...STILL, about: [100, 100], turn: 77 });
    expect(turned.turn).toBe(107);
    expect(movedPlacement(turned, turned, { ...STILL, about: [100, 100], turn: -77 })).toEqual({
      ...box,
      x: expect.closeTo(100, 9) as number,
      y: expect.closeTo(100, 9) as number,
    });
  });

  test('several turn about their common middle', () => {
    const boxes = [boxAt(10, 50, 4, 4), boxAt(30, 50, 4, 4)];
    const all = around(boxes)!;
    const [left] = boxes.map((each) => movedPlacement(each, all, { ...STILL, about: [all.x, all.y], turn: 90 }));
    // A quarter counter-clockwise: what was left is below.
    expect([left?.x, left?.y]).toEqual([expect.closeTo(20, 9), expect.closeTo(60, 9)]);
  });

  test('type grows with its corners, not with its measure', () => {
    const type = passOf('t', freshSource('type', { size: 10, border: 1 }));
    const grown = movedPass(type, type.placement, { ...STILL, about: [0, 0], sx: 2, sy: 2 });
    expect(grown.source).toMatchObject({ size: 20, border: 2 });
    expect(movedPass(type, type.placement, { ...STILL, about: [0, 0], sx: 2 }).source).toMatchObject({ size: 10 });
  });

  test('type is held by what its lines cover, turned or not; by its whole block where that sets its measure', () => {
    const set = { lines: [{ text: 'Hours', x: 5, width: 20, em: 12 }], height: 60, cap: 0.7, missing: '' };
    const source = (lines: 'as set' | 'wrap' | 'fit box') => freshSource('type', { lines });
    const place = boxAt(100, 110, 40, 40);
    expect(extentOf(typeBox(source('as set'), place, set))).toEqual([85, 90, 105, 150]);
    expect(extentOf(typeBox(source('wrap'), place, set))).toEqual([80, 90, 120, 150]);
    expect(typeBox(source('fit box'), place, set)).toBe(place);
    // A quarter counter-clockwise: what was the top is on the left, what was the left is below.
    const turned = extentOf(typeBox(source('as set'), { ...place, turn: 90 }, set));
    expect(turned).toEqual([80, 105, 140, 125].map((v) => expect.closeTo(v, 9) as number));
    expect(typeBox(source('as set'), place, { ...set, height: 0 })).toBe(place);
  });

  test('edges and middles are drawn to the sheet’s edges, middle and thirds, and to other passes', () => {
    const lines = snapLines(sheetOf(passOf('a'), passOf('b', undefined, { placement: boxAt(300, 300, 50, 50) })), new Set(['a']));
    expect(lines.x).toEqual([0, 152.4, 228.6, 304.8, 457.2, 275, 300, 325].map((v) => expect.closeTo(v, 6) as number));
    expect(snapped([273.5, 290], lines.x, 3)).toEqual({ by: 1.5, line: 275 });
    expect(snapped([200], lines.x, 3)).toEqual({ by: 0, line: null });
  });

  test('a press finds the uppermost pass there; what covers the whole sheet comes last', () => {
    const sheet = insertPass(posterOf(), passOf('s'), { group: null, after: 'ground' });
    expect(passesAt(sheet, 100, 100).map(({ id }) => id)).toEqual(['s', 'picture', 'ground']);
    expect(passesAt(sheet, 300, 300).map(({ id }) => id)).toEqual(['picture', 'ground']);
  });
});

test('an edit that changes nothing ends the gesture and is no edit', () => {
  const bench = onBench(sheetOf(passOf('a')));
  const editing = TestBed.inject(Editing);
  editing.pass('a', (pass) => ({ ...pass }));
  expect(bench.store.selectSignal(benchFeature.selectUndone)()).toBeNull();
});

describe('a colour of its own', () => {
  test('joins the inks of the sheet with a name, in one step of undo; the same colour again is the same ink', async () => {
    const flat = freshPass('f', 'Flat', freshSource('flat'), boxAt(1, 1, 2, 2));
    const bench = onBench(sheetOf(flat));
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'f', step: null } }));
    const before = bench.document();
    const fixture = await bench.shown(DialsColumn);
    find(fixture, 'uv-colour-picker button', 'Ink: Soot').click();
    await fixture.whenStable();
    const picker = findOver<HTMLInputElement>('input', 'By eye');
    for (const [colour, event] of [
      ['#8090a0', 'input'],
      ['#8a3b12', 'input'],
      ['#8a3b12', 'change'],
    ] as const) {
      picker.value = colour;
      picker.dispatchEvent(new Event(event));
    }
    await fixture.whenStable();
    const ink = bench.document().inks.at(-1);
    expect(ink).toMatchObject({ name: 'Brown', colour: '#8a3b12' });
    expect(bench.document().passes[0]?.source).toMatchObject({ colour: { ink: ink?.id } });
    const count = bench.document().inks.length;
    picker.value = '#8A3B12';
    picker.dispatchEvent(new Event('change'));
    expect(bench.document().inks).toHaveLength(count);
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.document()).toBe(before);
  });

  test('in a ramp is an ink of the sheet, too', async () => {
    const bench = onBench(sheetOf(freshPass('r', 'Ramp', freshSource('ramp'), boxAt(1, 1, 2, 2))));
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'r', step: null } }));
    const before = bench.document();
    const fixture = await bench.shown(DialsColumn);
    find(fixture, 'uv-ramp-field uv-colour-picker button', 'Colour 2: #1e1c1e').click();
    await fixture.whenStable();
    const picker = findOver<HTMLInputElement>('input', 'By eye');
    for (const event of ['input', 'change']) {
      picker.value = '#8a3b12';
      picker.dispatchEvent(new Event(event));
    }
    const ink = bench.document().inks.at(-1);
    expect(ink).toMatchObject({ name: 'Brown', colour: '#8a3b12' });
    expect(bench.document().passes[0]?.source).toMatchObject({ stops: [{}, { colour: { ink: ink?.id } }] });
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.document()).toBe(before);
  });
});

test('a long ramp is a band that opens into rows', async () => {
  const stops = [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, strength: 1, colour: { srgb: '#203040' } }));
  const long = { ...freshSource('ramp'), stops } as Pass['source'];
  const bench = onBench(sheetOf(freshPass('r', 'Ramp', long, boxAt(1, 1, 2, 2))));
  bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'r', step: null } }));
  const fixture = await bench.shown(DialsColumn);
  const rows = (): number => (fixture.nativeElement as HTMLElement).querySelectorAll('uv-ramp-field .stop').length;
  expect(rows()).toBe(0);
  find(fixture, 'uv-ramp-field button', '5 colours').click();
  await fixture.whenStable();
  expect(rows()).toBe(5);
  find(fixture, 'uv-ramp-field button', 'Fold away').click();
  await fixture.whenStable();
  expect(rows()).toBe(0);
  find(fixture, 'uv-ramp-field button', 'add a colour').click();
  await fixture.whenStable();
  expect(rows()).toBe(6);
});

test('levels that are no longer to be found keep what was found', async () => {
  const bench = onBench();
  bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: 'levels' } }));
  const fixture = await bench.shown(DialsColumn);
  (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('uv-toggle-field input')?.click();
  await fixture.whenStable();
  const levels = bench
    .document()
    .passes.find(({ id }) => id === 'picture')
    ?.steps.find(({ id }) => id === 'levels');
  expect(levels?.params).toMatchObject({ auto: false, black: 0.1, white: 0.9 });
});
