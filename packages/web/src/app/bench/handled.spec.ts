import { TestBed } from '@angular/core/testing';
import {
  boxAt,
  findPass,
  freshMask,
  pointsOf,
  pressuresOf,
  freshPass,
  freshSource,
  wearName,
  withPass,
  type PaintedMask,
  type Sheet,
  type TextureWear,
  type Why,
} from '@uvrant/core';
import { find, findOver, onBench, textOf, type } from '../../testing/bench';
import { ASSET, posterOf } from '../../testing/sheets';
import { lookedThrough, measuresInWords } from '../chest/looking';
import { BenchActions } from '../state/bench';
import { wearFrom } from './adding/additions';
import { Adding } from './adding/adding';
import { DialsColumn } from './dials/dials-column';
import { Editing } from './editing';
import { Attachments } from './attached/attachments';
import { Brush } from './tools/brush';
import { Outline } from './tools/outline';
import { Slug } from './view/slug';
import { Ticket } from './ticket/ticket';
import { whyInWords } from './view/why-words';

const lettering = freshPass('title', 'Title', freshSource('type'), boxAt(200, 500, 300, 60));
const withTitle = (): Sheet => ({ ...posterOf(), passes: [...posterOf().passes, lettering] });
/** A poster whose picture is worn, the wear open on the bench. */
const onWornBench = async () => {
  const bench = onBench(withTitle());
  bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: null } }));
  await TestBed.inject(Adding).take(wearFrom(ASSET));
  const wear = (): TextureWear => findPass(bench.document(), 'picture')!.wear[0] as TextureWear;
  return { ...bench, wear };
};

describe('a wear', () => {
  test('arrives filling the sheet, its cut solved on its texture, and is opened', async () => {
    const { wear } = await onWornBench();
    const { cut, takes, placement } = wear();
    // Even greys: 15 % of them lie below 15 %; the stand-in takes 0.8 of the share of the texture.
    expect(takes).toBe('darks');
    expect(cut).toBeCloseTo(0.15, 2);
    expect(placement.width).toBeGreaterThanOrEqual(457.2);
    expect(TestBed.inject(Attachments).wear()?.id).toBe(wear().id);
  });

  test('says what it takes, ≈ until true; light, medium and heavy solve it anew', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    const sums = {
      wears: { [wearName('picture', bench.wear().id)]: { there: 200, taken: 25 } },
      lettering: { title: { there: 50, taken: 10 } },
    };
    bench.rendering.worn.set({ sums, isTrue: false });
    await fixture.whenStable();
    const taken = (): string => find<HTMLInputElement>(fixture, 'input', 'Share of the ink that it takes, percent').value;
    expect([taken(), textOf(fixture).includes('≈')]).toEqual(['12.5', true]);
    bench.rendering.worn.set({ sums, isTrue: true });
    await fixture.whenStable();
    expect([taken(), textOf(fixture).includes('≈')]).toEqual(['12.5', false]);
    const before = bench.wear().cut;
    find<HTMLButtonElement>(fixture, 'button', 'heavy').click();
    await fixture.whenStable();
    expect(bench.wear().share).toBeCloseTo(0.28 / 0.8, 2);
    expect(bench.wear().cut).toBeGreaterThan(before);
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.wear().cut).toBe(before);
  });

  test('solves for the ink that is really taken', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    bench.rendering.worn.set({
      sums: { wears: { [wearName('picture', bench.wear().id)]: { there: 200, taken: 25 } }, lettering: {} },
      isTrue: true,
    });
    await fixture.whenStable();
    await type(fixture, 'Share of the ink that it takes, percent', '20');
    await new Promise((done) => setTimeout(done, 50));
    // The stand-in takes 0.8 of the share of the texture.
    expect(bench.wear().share).toBeCloseTo(0.25, 2);
  });

  test('protects lettering up to a cap, and stops', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    bench.rendering.worn.set({ sums: { wears: {}, lettering: { title: { there: 50, taken: 10 } } }, isTrue: true });
    await fixture.whenStable();
    expect(textOf(fixture)).toContain('20.0 %');
    find<HTMLButtonElement>(fixture, 'button', 'Ease Title to 10 %').click();
    await fixture.whenStable();
    expect(bench.wear().guards).toEqual([{ pass: 'title', most: 0.1, ease: 0.5 }]);
    find<HTMLButtonElement>(fixture, 'button', 'Stop protecting').click();
    expect(bench.wear().guards).toEqual([]);
  });

  test('says of knocked out lettering what its edge loses, and eases it as far as is needed', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    const editing = TestBed.inject(Editing);
    editing.pass('title', (pass) => ({ ...pass, lay: { ...pass.lay, mode: 'knock-out' } }));
    const worst = { letter: 'R', lost: 0.8, box: { x: 0, y: 0, width: 1, height: 1 } };
    bench.rendering.worn.set({ sums: { wears: {}, lettering: {} }, isTrue: true });
    bench.rendering.letters.set({ worst: {}, outlines: { title: { there: 50, taken: 20, worst } } });
    await fixture.whenStable();
    expect(textOf(fixture)).toContain('worst “R” 80 %');
    expect(textOf(fixture)).toContain('≈ 40.0 %');
    expect(textOf(fixture)).toContain('edge lost');
    const tried: number[] = [];
    // Asked at once, measured after.
    let isAtOnce = false;
    bench.rendering.outlineLostBy = (_: Sheet, __: string, wear: TextureWear) => {
      const { ease } = wear.guards[0] as { ease: number };
      tried.push(ease);
      isAtOnce ||= bench.wear().guards[0]?.most === 0.1;
      // An edge holds out until the wear is weak enough, then it is there at once.
      return Promise.resolve(ease < 0.6 ? 0.4 : 0.02);
    };
    find<HTMLButtonElement>(fixture, 'button', 'Ease Title to 10 %').click();
    await fixture.whenStable();
    await new Promise((done) => setTimeout(done));
    expect(bench.wear().guards).toEqual([{ pass: 'title', most: 0.1, ease: 10 / 16 }]);
    expect([isAtOnce, tried.length <= 5]).toEqual([true, true]);
  });

  test('is moved, follows the art when told so without moving, and is removed', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    await type(fixture, 'Left', '1');
    const { placement } = bench.wear();
    expect(placement.x - placement.width / 2).toBeCloseTo(25.4, 3);
    find<HTMLButtonElement>(fixture, 'button', 'art').click();
    expect(bench.wear()).toMatchObject({ anchor: 'art', placement, home: findPass(bench.document(), 'picture')!.placement });
    find<HTMLButtonElement>(fixture, 'button', 'Remove').click();
    expect(findPass(bench.document(), 'picture')!.wear).toEqual([]);
  });

  test('takes another texture, a made surface by its name, and is solved anew', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(DialsColumn);
    find(fixture, 'mat-select', 'The texture').click();
    await fixture.whenStable();
    findOver('mat-option', 'made: Kraft board').click();
    await fixture.whenStable();
    expect(bench.wear()).toMatchObject({ surface: { name: 'kraft board', seed: 1 } });
    expect(bench.wear().picture).toBeUndefined();
    find<HTMLButtonElement>(fixture, 'button', 'another').click();
    expect(bench.wear().surface?.seed).toBe(2);
    // On greys that all lie above a half the same share is cut there.
    bench.rendering.greysOf = () =>
      Promise.resolve({ weights: Float64Array.from({ length: 1025 }, (_, i) => (i > 512 ? 1 : 0)), total: 512 });
    await TestBed.inject(Adding).solve('picture', bench.wear().id);
    expect(bench.wear().share).toBeCloseTo(0.15, 2);
    expect(bench.wear().cut).toBeGreaterThan(0.5);
  });

  test('stands on the ticket with what it takes, and is switched off there', async () => {
    const bench = await onWornBench();
    const fixture = await bench.shown(Ticket);
    expect(textOf(fixture)).toContain('Wear: ridge');
    (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('.attached uv-tick button, .attached uv-tick input')!.click();
    await fixture.whenStable();
    expect(bench.wear().on).toBe(false);
  });
});

describe('a painted mask', () => {
  const onPaintedBench = async () => {
    const bench = onBench(withTitle());
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: null } }));
    const attachments = TestBed.inject(Attachments);
    attachments.addMask(freshMask('painted', 'mask', attachments.pass()!, { join: 'without' }), {});
    const fixture = await bench.shown(Brush, { sheet: bench.document(), view: { x: 0, y: 0, zoom: 1 }, scale: 2 });
    const field = fixture.nativeElement as HTMLElement;
    field.setPointerCapture = () => undefined;
    const send = (name: string, x: number, y: number): void => {
      field.dispatchEvent(new MouseEvent(name, { clientX: x, clientY: y, button: 0, bubbles: true }));
    };
    const draw = (...points: readonly (readonly [number, number])[]): void => {
      send('pointerdown', ...points[0]!);
      for (const point of points) send('pointermove', ...point);
      send('pointerup', ...points.at(-1)!);
    };
    const mask = (): PaintedMask => findPass(bench.document(), 'picture')!.masks[0] as PaintedMask;
    return { ...bench, attachments, draw, mask, field };
  };

  test('takes strokes in hundredths of a millimetre; each is undone by itself', async () => {
    const { draw, mask, store } = await onPaintedBench();
    draw([20, 40], [60, 44], [100, 40]);
    draw([20, 80], [100, 80]);
    expect(mask().strokes).toHaveLength(2);
    expect(mask().strokes[0]).toMatchObject({ tip: 'round', size: 12, erases: false });
    expect(pointsOf(mask().strokes[0]!.path).slice(0, 2)).toEqual([1000, 2000]);
    expect(pointsOf(mask().strokes[1]!.path)).toEqual([1000, 4000, 5000, 4000]);
    store.dispatch(BenchActions.editUndone());
    expect(mask().strokes).toHaveLength(1);
  });

  test('keeps a pen’s pressure at each point, and none of a mouse', async () => {
    const { draw, mask, field } = await onPaintedBench();
    draw([20, 40], [100, 40]);
    expect(mask().strokes[0]).not.toHaveProperty('pressures');
    const pen = (name: string, x: number, pressure: number): void => {
      const event = new MouseEvent(name, { clientX: x, clientY: 60, button: 0, bubbles: true });
      field.dispatchEvent(Object.assign(event, { pointerType: 'pen', pressure }));
    };
    pen('pointerdown', 20, 0.2);
    pen('pointermove', 60, 0.55);
    pen('pointermove', 100, 0.9);
    pen('pointerup', 100, 0);
    expect(pressuresOf(mask().strokes[1]!.pressures!)).toEqual([20, 55, 90]);
    expect(pointsOf(mask().strokes[1]!.path)).toHaveLength(6);
  });

  test('takes away while E is held; [ and ] make the brush narrower and wider', async () => {
    const { draw, mask, attachments } = await onPaintedBench();
    attachments.show({ isEraseHeld: true });
    attachments.resize(1);
    draw([20, 40], [100, 40]);
    expect(mask().strokes[0]).toMatchObject({ erases: true, size: 14.4 });
    attachments.resize(-1);
    expect(attachments.brush().size).toBeCloseTo(12, 1);
  });
});

describe('an outline', () => {
  test('is clicked corner by corner and closed by Enter', async () => {
    const bench = onBench(withTitle());
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: null } }));
    const attachments = TestBed.inject(Attachments);
    attachments.addMask(freshMask('cut-out', 'mask', attachments.pass()!), {});
    attachments.show({ drawing: 'polygon' });
    const fixture = await bench.shown(Outline, { sheet: bench.document(), view: { x: 0, y: 0, zoom: 1 }, scale: 2 });
    const field = fixture.nativeElement as HTMLElement;
    for (const [x, y] of [
      [20, 20],
      [220, 30],
      [120, 200],
    ]) {
      field.dispatchEvent(new MouseEvent('pointerdown', { clientX: x!, clientY: y!, button: 0, bubbles: true }));
    }
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(findPass(bench.document(), 'picture')!.masks[0]).toMatchObject({
      outline: 'polygon',
      points: [1000, 1000, 11000, 1500, 6000, 10000],
    });
    expect(attachments.drawing()).toBeNull();
  });
});

describe('why a place looks as it does', () => {
  const sheet = withPass(withTitle(), 'picture', (pass) => ({ ...pass, name: 'Ridge' }));
  const why = (change: Partial<Why>): string =>
    whyInWords({ prints: false, ink: null, coverage: 0, pass: 'picture', by: { kind: 'pass' }, ...change }, sheet).words;

  test('names the ink, the pass and its step; or what left it bare', () => {
    expect(why({ prints: true, ink: 'soot', coverage: 1, by: { kind: 'step', id: 'screen' } })).toBe('Soot 100 %: Ridge, by its screen');
    expect(why({ by: { kind: 'knock-out' }, pass: 'title' })).toBe('bare: knocked out by Title');
    expect(why({ by: { kind: 'step', id: 'screen' } })).toBe('bare: left so by Ridge, its screen');
    expect(why({ pass: null })).toBe('bare: nothing prints here');
  });

  test('stands in the slug, and a click goes there', async () => {
    const bench = onBench(sheet);
    bench.rendering.why.set({ prints: true, ink: 'soot', coverage: 1, pass: 'picture', by: { kind: 'step', id: 'screen' } });
    const fixture = await bench.shown(Slug, { sheet, status: { isTrue: true, scale: 1 }, under: { x: 1, y: 1, tone: 0.5 } });
    find<HTMLButtonElement>(fixture, 'button', 'Soot 100 %').click();
    const attachments = TestBed.inject(Attachments);
    expect(attachments.pass()?.id).toBe('picture');
    expect(bench.rendering.asked()).toEqual({ x: 1, y: 1 });
  });
});

describe('looking through the plan chest', () => {
  const many = Array.from({ length: 5000 }, (_, i) => ({
    ...ASSET,
    sha256: String(i),
    name: `wall ${i}.png`,
    drawer: 'texture' as const,
    mean: (i % 100) / 100,
    tags: i % 2 ? ['concrete'] : [],
  }));

  test('finds by every word, sorts, and looks at each of 5000 textures but once a word', () => {
    let looks = 0;
    const watched = many.map((each) => ({
      ...each,
      get name() {
        looks++;
        return each.name;
      },
    }));
    const words = 'concrete dark 42';
    const found = lookedThrough(watched, 'texture', words, 'light first');
    expect(looks).toBeLessThanOrEqual(watched.length * words.split(' ').length);
    expect(found.length).toBeGreaterThan(0);
    expect(found.every(({ name, tags, mean }) => name.includes('42') && tags.includes('concrete') && (mean ?? 1) <= 0.5)).toBe(true);
    expect(found.map(({ mean }) => mean)).toEqual([...found.map(({ mean }) => mean)].sort((a, b) => (b ?? 0) - (a ?? 0)));
    expect(lookedThrough(many, 'picture', '', 'newest')).toEqual([]);
  });

  test('says what was measured', () => {
    expect(measuresInWords({ ...ASSET, directional: true })).toBe('dark ground, mean 40 %, spread 20 %, 240 ppi, directional');
  });
});
