import { TestBed } from '@angular/core/testing';
import { findPass, SURFACE_PIECE, type Pass, type Sheet, type TextureWear, type ToneStatistics } from '@uvrant/core';
import { find, onBench, textOf } from '../../../testing/bench';
import { ASSET, keptOf, posterOf } from '../../../testing/sheets';
import type { MeanTones } from '../../engine/protocol';
import { BenchActions } from '../../state/bench';
import { additionsAt, ofPicture, wearFrom, type Addition } from './additions';
import { Adding } from './adding';
import { Editing } from '../editing';
import { matching } from '../../ui/finder';
import { LayDials } from '../dials/lay-dials';
import { Ticket } from '../ticket/ticket';

const EVEN: ToneStatistics = { weights: Float64Array.from({ length: 1025 }, () => 1), total: 1025 };

/** An answer that the test gives. */
const later = <T>() => {
  let give = (_: T): void => undefined;
  const answer = new Promise<T>((resolve) => (give = resolve));
  return { answer, give: (value: T) => (give(value), new Promise<void>((done) => setTimeout(done))) };
};

const bench = () => {
  const on = onBench();
  const [tones, greys] = [later<MeanTones>(), later<ToneStatistics>()];
  on.rendering.tonesOf = () => tones.answer;
  on.rendering.greysOf = () => greys.answer;
  const editing = TestBed.inject(Editing);
  const adding = TestBed.inject(Adding);
  on.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: null } }));
  const laid = (): Pass | undefined => on.document().passes.find(({ name }) => name === 'ridge');
  const wear = (): TextureWear | undefined => findPass(on.document(), 'picture')?.wear[0] as TextureWear | undefined;
  const rename = (name: string): boolean => editing.sheet((sheet) => ({ ...sheet, name }));
  return { ...on, tones, greys, editing, adding, laid, wear, rename };
};

test('a picture is there at once, its line says that it is measured, and it is undone in one with its measured lay', async () => {
  const { adding, laid, tones, shown, store, document } = bench();
  const before = document();
  const taking = adding.take(ofPicture(ASSET));
  expect(laid()).toBeDefined();
  const ticket = await shown(Ticket);
  expect(textOf(ticket)).toContain('measuring…');
  await tones.give({ picture: 0.2, beneath: 0.8 });
  await taking;
  expect(laid()?.lay).toMatchObject({ mode: 'multiply', strength: 0.28 });
  await ticket.whenStable();
  expect(textOf(ticket)).not.toContain('measuring…');
  store.dispatch(BenchActions.editUndone());
  expect(document()).toBe(before);
});

test('what is done while something is measured stays', async () => {
  const { adding, editing, laid, tones, rename, store, document } = bench();
  const taking = adding.take(ofPicture(ASSET));
  rename('Meanwhile');
  editing.pass('picture', (pass) => ({ ...pass, steps: [] }));
  await tones.give({ picture: 0.2, beneath: 0.8 });
  await taking;
  expect(document().name).toBe('Meanwhile');
  expect(findPass(document(), 'picture')?.steps).toEqual([]);
  expect(laid()?.lay.strength).toBe(0.28);
  // The measured lay is now a step of undo by itself: what came between is not undone with it.
  store.dispatch(BenchActions.editUndone());
  expect(document().name).toBe('Meanwhile');
  expect(laid()?.lay.strength).not.toBe(0.28);
});

test('a pass removed, laid otherwise, or undone while it is measured stays so', async () => {
  for (const meanwhile of ['removed', 'laid', 'undone'] as const) {
    TestBed.resetTestingModule();
    const { adding, editing, laid, tones, store, document } = bench();
    const taking = adding.take(ofPicture(ASSET));
    const { id } = laid() as Pass;
    if (meanwhile === 'removed') editing.sheet((sheet) => ({ ...sheet, passes: sheet.passes.filter((pass) => pass.id !== id) }));
    else if (meanwhile === 'laid') editing.pass(id, (pass) => ({ ...pass, lay: { ...pass.lay, strength: 0.77 } }));
    else store.dispatch(BenchActions.editUndone());
    const now = document();
    await tones.give({ picture: 0.2, beneath: 0.8 });
    await taking;
    expect(document()).toBe(now);
  }
});

test('an answer for one sheet never goes into another', async () => {
  const { adding, greys, store, document } = bench();
  const taking = adding.take(wearFrom(ASSET));
  // A copy of the sheet has passes and wears of the same ids.
  const copy: Sheet = { ...document(), name: 'Copy' };
  store.dispatch(BenchActions.sheetLaidOut({ sheet: { ...keptOf(copy), id: 'another' } }));
  await greys.give(EVEN);
  await taking;
  expect(document()).toBe(copy);
});

test('a wear is there at once; it is solved for medium: 12 % of the ink there', async () => {
  const { adding, wear, greys, shown, rendering, store, document } = bench();
  const before = document();
  const taking = adding.take(wearFrom(ASSET));
  expect(wear()).toBeDefined();
  const ticket = await shown(Ticket);
  expect(textOf(ticket)).toContain('solving…');
  const took: number[] = [];
  // A texture that takes more of the ink than of itself, and less the more it is cut.
  rendering.takenBy = (_, __, { share }) => {
    took.push(1.9 * share * (1 - 0.5 * share));
    return Promise.resolve(took.at(-1) as number);
  };
  await greys.give(EVEN);
  await taking;
  expect(took.at(-1)).toBeCloseTo(0.12, 2);
  expect(took.length).toBeLessThan(6);
  store.dispatch(BenchActions.editUndone());
  expect(document()).toBe(before);
});

test('a made surface wears at its own size, and goes on beyond its piece', async () => {
  const { adding, wear, greys, rendering, document } = bench();
  rendering.takenBy = () => Promise.resolve(0.12);
  const made = additionsAt(document(), { pass: 'picture', step: null }, [], []).find(({ id }) => id === 'made-torn-paper');
  const taking = adding.take(made as Addition);
  await greys.give(EVEN);
  await taking;
  expect(wear()).toMatchObject({ surface: { name: 'torn paper' }, placement: { ...SURFACE_PIECE, beyond: 'hold' } });
});

test('a pale texture is stretched when it is chosen, one that was shaped by hand is not', async () => {
  const { adding, wear, greys, rendering, editing } = bench();
  rendering.takenBy = () => Promise.resolve(0.12);
  const taking = adding.take(wearFrom(ASSET));
  // All of its greys lie between 0.75 and 1.
  await greys.give({ weights: EVEN.weights.map((weight, bin) => (bin >= 768 ? weight : 0)), total: 257 });
  await taking;
  const { id, curve } = wear() as TextureWear;
  expect(curve[0]?.[0]).toBeCloseTo(0.75, 2);
  expect(curve.at(-1)?.[0]).toBeCloseTo(1, 2);
  expect(curve.map(([, y]) => y)).toEqual([0, 1]);
  const shaped = [
    [0, 0.2],
    [0.5, 0.4],
    [1, 0.8],
  ] as const;
  editing.pass('picture', (pass) => ({ ...pass, wear: pass.wear.map((each) => ({ ...each, curve: shaped }) as TextureWear) }));
  await adding.solveFresh('picture', id);
  expect(wear()?.curve).toEqual(shaped);
});

test('a solve that is undone, overtaken by another, or whose texture is changed meanwhile changes nothing more', async () => {
  const { adding, wear, greys, rendering, store, editing } = bench();
  const taking = adding.take(wearFrom(ASSET));
  await greys.give(EVEN);
  await taking;
  const { id, share } = wear() as TextureWear;
  const slow = later<number>();
  rendering.takenBy = () => slow.answer;
  const heavy = adding.takeInk('picture', id, 0.28);
  await new Promise((done) => setTimeout(done));
  store.dispatch(BenchActions.editUndone());
  expect(wear()?.share).toBe(share);
  await slow.give(0.9);
  await heavy;
  expect(wear()?.share).toBe(share);

  const [first, second] = [later<ToneStatistics>(), later<ToneStatistics>()];
  const answers = [first.answer, second.answer];
  rendering.greysOf = () => answers.shift() as Promise<ToneStatistics>;
  const [one, two] = [adding.solve('picture', id, 0.3), adding.solve('picture', id, 0.4)];
  await second.give(EVEN);
  await first.give(EVEN);
  await Promise.all([one, two]);
  expect(wear()?.share).toBe(0.4);

  const old = later<ToneStatistics>();
  rendering.greysOf = () => old.answer;
  const third = adding.solve('picture', id, 0.5);
  editing.pass('picture', (pass) => ({
    ...pass,
    wear: pass.wear.map((each) => ({ ...each, picture: undefined, surface: { name: 'concrete', seed: 1 } })),
  }));
  await old.give(EVEN);
  await third;
  expect(wear()?.share).toBe(0.4);
});

test('a measured strength says why, with 100 % beside it; the first picture over flats lies whole', async () => {
  const { adding, laid, tones, shown, document } = bench();
  const taking = adding.take(ofPicture(ASSET));
  await tones.give({ picture: 0.2, beneath: 0.8 });
  await taking;
  const dials = await shown(LayDials, { pass: laid(), sheet: document() });
  expect(textOf(dials)).toContain('Laid at 28 % so that it does not hide what is there: its mean tone is 20 % over one of 80 %.');
  find<HTMLButtonElement>(dials, 'button', 'use 100 %').click();
  expect(laid()?.lay.strength).toBe(1);

  TestBed.resetTestingModule();
  const flats = bench();
  flats.editing.sheet((sheet) => ({ ...sheet, passes: sheet.passes.filter(({ source }) => source.kind === 'flat') }));
  expect(flats.document().passes).toHaveLength(posterOf().passes.length - 1);
  const first = flats.adding.take(ofPicture(ASSET));
  await flats.tones.give({ picture: 0.2, beneath: 0.8 });
  await first;
  expect(flats.laid()?.lay).toMatchObject({ mode: 'multiply', strength: 1 });
});

test('the words that people use find something, and a made surface is first a wear of the pass', () => {
  const all = additionsAt(posterOf(), { pass: 'picture', step: null }, [], []);
  const first = (asked: string): string | undefined =>
    all
      .map((item) => ({ item, score: matching(item, asked) }))
      .filter(({ score }) => score > 0)
      .sort((a, b) => b.score - a.score)[0]?.item.title;
  const asked = [
    'two inks',
    'grain',
    'noise',
    'crop',
    'stamp',
    'photocopy',
    'old paper',
    'knock out',
    'halftone',
    'distress',
    'torn',
    'shadow',
  ];
  const more = ['glow', 'sticker', 'chrome', 'newspaper', 'crease', 'perspective', 'arch', 'eraser', 'rough edges', 'posterize', 'bitmap'];
  for (const each of [...asked, ...more]) expect([each, first(each) === undefined]).toEqual([each, false]);
  expect(first('crumpled')).toBe('Wear: crumpled copy paper, made');
  expect(first('knock out')).toBe('Lettering knocked out');
  expect(first('grain')).toBe('Grain');
});
