import { freshStep, stepOfKind, withPass, withStep, type CurvePoint, type StepKind } from '@uvrant/core';
import { BenchActions } from '../state/bench';
import { find, findOver, onBench, textOf, type } from '../../testing/bench';
import { ASSET, posterOf } from '../../testing/sheets';
import { DialsColumn } from './dials/dials-column';
import { GreyExtra } from './dials/extras/grey-extra';
import { HueExtra } from './dials/extras/hue-extra';
import { ScreenExtra } from './dials/extras/screen-extra';
import { ChoiceField } from './dials/fields/choice-field';
import { PassField } from './dials/fields/pass-field';
import { PictureField } from './dials/fields/picture-field';
import { PassDials } from './dials/pass-dials';
import { SheetDials } from './dials/sheet-dials';
import { Slug } from './view/slug';
import { Ticket } from './ticket/ticket';

const paramsOf = (bench: ReturnType<typeof onBench>, step: string) =>
  bench
    .document()
    .passes.find(({ id }) => id === 'picture')!
    .steps.find(({ id }) => id === step)!.params;

const dialOf = (kind: StepKind, name: string) => stepOfKind(kind)?.dials[name];

describe('the ticket', () => {
  test('reads downwards in printing order, with lays in words and each pass’s ink', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Ticket);
    const text = textOf(fixture);
    expect(text).toContain('18 × 24 in');
    const order = ['Flare ground', 'Ridge', 'Grey response', 'Levels', 'Screen'].map((word) => text.indexOf(word));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(text).toContain('picture, fills the sheet');
    expect(text).toContain('65ink %');
    expect(text).toContain('round, 46 across, 22.5°');
  });

  test('a tick takes a pass or a step out of the print, and undo puts it back', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Ticket);
    find(fixture, 'input', 'Flare ground prints').click();
    find(fixture, 'input', 'Levels on').click();
    await fixture.whenStable();
    expect(bench.document().passes[0]?.on).toBe(false);
    expect(bench.document().passes[1]?.steps[1]?.on).toBe(false);
    bench.store.dispatch(BenchActions.editUndone());
    expect(bench.document().passes[1]?.steps[1]?.on).toBe(true);
  });

  test('arrow keys go from line to line', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Ticket);
    const current = (): string => (fixture.nativeElement as HTMLElement).querySelector('[aria-current="true"]')?.textContent?.trim() ?? '';
    expect(current()).toContain('Screen');
    find(fixture, 'button.line', 'Screen').dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await fixture.whenStable();
    expect(current()).toContain('Levels');
  });

  test('says which pass of a hard sheet prints many colours, and screens it', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Ticket);
    expect(textOf(fixture)).not.toContain('continuous tone');
    bench.rendering.inks.update((inks) => inks && { ...inks, colours: { ground: 312 } });
    await fixture.whenStable();
    expect(textOf(fixture)).toContain('About 312 colours, prints as continuous tone.');
    find(fixture, 'button', 'Screen it').click();
    expect(bench.document().passes[0]?.steps.map(({ kind }) => kind)).toEqual(['screen']);
    bench.rendering.inks.update((inks) => inks && { ...inks, colours: { ground: 5000 } });
    await fixture.whenStable();
    expect(textOf(fixture)).toContain('More than 5000 colours');
  });

  test('the stamp of the checks is there before they have been made, so that no line moves when they are', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Ticket);
    const found = (): string => find(fixture, 'button.stamp', '').textContent?.trim() ?? '';
    expect(found()).toBe('checking…');
    bench.rendering.checks.set({ findings: [], inOrder: [] });
    await fixture.whenStable();
    expect(found()).toBe('in order');
  });

  test('an empty sheet says what to do', async () => {
    const fixture = await onBench({ ...posterOf(), passes: [] }).shown(Ticket);
    expect(textOf(fixture)).toContain('Drop a picture on the page');
  });
});

describe('the dials', () => {
  test('are form lines made from the step’s declaration, with what more means', async () => {
    const bench = onBench();
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: 'levels' } }));
    const fixture = await bench.shown(DialsColumn);
    const text = textOf(fixture);
    for (const words of [
      'Find black and white',
      'Clip',
      'Midtone',
      'Output white',
      'more = whiter whites',
      'Amount',
      'Pass 2, step 2.',
      'Blown, loses its dots',
    ]) {
      expect(text).toContain(words);
    }
    expect(text).not.toContain('Input black');
  });

  test('what is shown follows a choice', async () => {
    const bench = onBench();
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: 'levels' } }));
    const fixture = await bench.shown(DialsColumn);
    find(fixture, 'uv-toggle-field input', 'Find black and white').click();
    await fixture.whenStable();
    expect(paramsOf(bench, 'levels')['auto']).toBe(false);
    expect(textOf(fixture)).toContain('Input black');
    expect(textOf(fixture)).not.toContain('Clip');
  });

  test('a figure sets its param within its range; the amount is a dial, too', async () => {
    const bench = onBench();
    const fixture = await bench.shown(DialsColumn);
    await type(fixture, 'Angle', '45');
    await type(fixture, 'Hardness', '300');
    await type(fixture, 'Amount', '40');
    expect(paramsOf(bench, 'screen')).toMatchObject({ angle: 45, hardness: 1 });
    expect(bench.document().passes[1]?.steps[2]?.amount).toBe(0.4);
  });

  test('a dot shape and an ink are chosen by looking', async () => {
    const bench = onBench();
    const fixture = await bench.shown(DialsColumn);
    find(fixture, 'button', 'diamond').click();
    find(fixture, 'uv-colour-field button', 'Ink: Soot').click();
    await fixture.whenStable();
    findOver('.inks button', 'Flare').click();
    find(fixture, 'uv-choice-field button', 'lights').click();
    await fixture.whenStable();
    expect(paramsOf(bench, 'screen')).toMatchObject({ shape: 'diamond', ink: { ink: 'flare' }, carries: 'lights' });
  });

  test('a curve’s handles move by keys between their neighbours, and are taken away', async () => {
    const bench = onBench(
      withStep(posterOf(), 'picture', 'grey-response', (step) => ({
        ...step,
        params: {
          ...step.params,
          response: [
            [20, 0.4],
            [130, -0.3],
          ],
        },
      })),
    );
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: 'grey-response' } }));
    const fixture = await bench.shown(DialsColumn);
    const handles = (): NodeListOf<SVGCircleElement> => (fixture.nativeElement as HTMLElement).querySelectorAll('circle.hit');
    expect(handles()[0]?.getAttribute('aria-label')).toBe('hue 20°, 40 %');
    handles()[0]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await fixture.whenStable();
    expect((paramsOf(bench, 'grey-response')['response'] as CurvePoint[])[0]).toEqual([20, 0.42]);
    for (let n = 0; n < 60; n++) {
      handles()[0]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
      await fixture.whenStable();
    }
    expect((paramsOf(bench, 'grey-response')['response'] as CurvePoint[])[0]?.[0]).toBeLessThan(130);
    handles()[1]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete' }));
    await fixture.whenStable();
    expect(handles()).toHaveLength(1);
    find(fixture, 'button', 'orthochromatic').click();
    await fixture.whenStable();
    expect(handles()).toHaveLength(7);
  });

  test('a step that is not known says so and keeps its params', async () => {
    const strange = withPass(posterOf(), 'picture', (pass) => ({
      ...pass,
      steps: [{ ...pass.steps[0]!, id: 'x', kind: 'gilding', version: 4 }],
    }));
    const bench = onBench(strange);
    const fixture = await bench.shown(DialsColumn);
    expect(textOf(fixture)).toContain('does not know this step (version 4)');
    expect(bench.document()).toEqual(strange);
  });
});

describe('beside the dials', () => {
  test('the screen’s arithmetic, and what is wrong with it', async () => {
    const coarse = withStep(posterOf(), 'picture', 'screen', (step) => ({ ...step, params: { ...step.params, lpi: 0.5 } }));
    const bench = onBench(coarse);
    const pass = coarse.passes[1]!;
    const fixture = await bench.shown(ScreenExtra, { step: pass.steps[2], pass, sheet: coarse });
    const text = textOf(fixture);
    for (const words of ['0.50 lpi', '50.80 mm · 600.0 px', '360001', '≈ 65.4 %', 'Only 9.0 cells across']) expect(text).toContain(words);
  });

  test('the dropper puts a handle at the hue that is picked, its neighbours held', async () => {
    const bench = onBench();
    const pass = bench.document().passes[1]!;
    const fixture = await bench.shown(GreyExtra, { step: pass.steps[0], pass, sheet: bench.document() });
    expect(textOf(fixture)).toContain('5.0 % lighter');
    find(fixture, 'button', 'Pick a hue').click();
    bench.store.dispatch(BenchActions.huePicked({ rgb: [200, 40, 40] }));
    expect(paramsOf(bench, 'grey-response')['response']).toEqual([
      [0, 0.25],
      [50, 0],
      [310, 0],
    ]);
    bench.store.dispatch(BenchActions.huePicked({ rgb: [200, 44, 40] }));
    expect((paramsOf(bench, 'grey-response')['response'] as CurvePoint[])[0]).toEqual([0, 0.5]);
  });

  test('the hue of one family is picked on the picture; a grey picks nothing', async () => {
    const sheet = posterOf();
    const bench = onBench({
      ...sheet,
      passes: sheet.passes.map((pass) =>
        pass.id === 'picture' ? { ...pass, steps: [{ ...freshStep('one-hue'), id: 'one-hue' }, ...pass.steps] } : pass,
      ),
    });
    const pass = bench.document().passes[1]!;
    const fixture = await bench.shown(HueExtra, { step: pass.steps[0], pass, sheet: bench.document() });
    find(fixture, 'button', 'Pick a hue').click();
    bench.store.dispatch(BenchActions.huePicked({ rgb: [40, 40, 200] }));
    expect(paramsOf(bench, 'one-hue')['hue']).toBe(240);
    bench.store.dispatch(BenchActions.huePicked({ rgb: [90, 90, 90] }));
    expect(paramsOf(bench, 'one-hue')['hue']).toBe(240);
  });

  test('a pass and a picture are chosen from those that there are', async () => {
    const bench = onBench();
    const pass = bench.document().passes[1]!;
    const chosen: unknown[] = [];
    const inputs = { pass, sheet: bench.document(), change: (value: unknown) => chosen.push(value) };
    const passes = await bench.shown(PassField, { ...inputs, dial: dialOf('match-tones', 'of'), value: null });
    find(passes, 'mat-select', 'Those of').click();
    await passes.whenStable();
    findOver('mat-option', bench.document().passes[0]!.name).click();
    expect(chosen).toEqual([bench.document().passes[0]!.id]);
    // One of many is a list that opens, too.
    const surfaces = await bench.shown(ChoiceField, { ...inputs, dial: dialOf('relief', 'of'), value: 'paper fibres' });
    find(surfaces, 'mat-select', 'Of').click();
    await surfaces.whenStable();
    findOver('mat-option', 'torn paper').click();
    expect(chosen.pop()).toBe('torn paper');
    const pictures = await bench.shown(PictureField, { ...inputs, dial: dialOf('relief', 'texture'), value: null });
    find(pictures, 'mat-select', 'The picture').click();
    await pictures.whenStable();
    findOver('mat-option', ASSET.name).click();
    expect(chosen[1]).toEqual({ sha256: ASSET.sha256 });
  });

  test('shares beyond the whole say what that does', async () => {
    const bench = onBench();
    const pass = bench.document().passes[1]!;
    const step = { ...pass.steps[0]!, params: { ...pass.steps[0]!.params, by: 'shares', red: 0.9 } };
    const fixture = await bench.shown(GreyExtra, { step, pass, sheet: bench.document() });
    expect(textOf(fixture)).toContain('add up to 169 %');
  });

  test('the slug tells inks, draft or true, scale, and what is under the pointer', async () => {
    const bench = onBench();
    const fixture = await bench.shown(Slug, {
      sheet: bench.document(),
      status: { isTrue: true, scale: 0.0894 },
      under: { x: 25.4, y: 50.8, tone: 0.36 },
    });
    const text = textOf(fixture);
    for (const words of ['Soot ≈ 65.4 %', 'Flare ≈ 34.6 %', 'true', 'zoom 8.9 %', '1.00, 2.00 in', 'tone 36 %'])
      expect(text).toContain(words);
  });
});

describe('a pass and the sheet', () => {
  test('a pass is laid by another mode, at a strength, whole or filling; its picture’s ppi is told', async () => {
    const bench = onBench();
    const shown = () => bench.shown(PassDials, { pass: bench.document().passes[1], sheet: bench.document() });
    const fixture = await shown();
    expect(textOf(fixture)).toContain('67 ppi');
    expect(textOf(fixture)).toContain('will look soft');
    find(fixture, 'button', 'normal').click();
    await fixture.whenStable();
    findOver('[role=option]', 'multiply').click();
    await type(fixture, 'Strength', '80');
    find(fixture, 'button', 'Whole on it').click();
    expect(bench.document().passes[1]).toMatchObject({ lay: { mode: 'multiply', strength: 0.8 }, placement: { fit: 'whole' } });
  });

  test('another size lays out again what filled the sheet', async () => {
    const bench = onBench();
    const fixture = await bench.shown(SheetDials, { sheet: bench.document() });
    expect(textOf(fixture)).toContain('5400 × 7200 px');
    await type(fixture, 'Width', '36');
    const { size, passes } = bench.document();
    expect(size.width).toBeCloseTo(914.4, 6);
    expect(passes[1]?.placement).toMatchObject({ width: expect.closeTo(914.4, 6) as number, x: expect.closeTo(457.2, 6) as number });
    // The least that a sheet can be.
    await type(fixture, 'Width', '0');
    expect(bench.document().size.width).toBe(10);
  });

  test('a poster under 150 ppi is warned of; inks in use stay', async () => {
    const bench = onBench({ ...posterOf(), ppi: 100 });
    const fixture = await bench.shown(SheetDials, { sheet: bench.document() });
    expect(textOf(fixture)).toContain('100 ppi is coarse for a poster');
    expect(find<HTMLButtonElement>(fixture, 'button', 'Take Soot off the sheet').disabled).toBe(true);
    expect(find<HTMLButtonElement>(fixture, 'button', 'Take Flare off the sheet').disabled).toBe(true);
    find(fixture, 'button', 'Moss').click();
    expect(bench.document().inks.map(({ id }) => id)).toEqual(['soot', 'flare', 'moss']);
  });
});

describe('dials that are seldom turned', () => {
  const opened = async (kind: 'copier' | 'gain' | 'threshold', params: Record<string, unknown> = {}) => {
    const added = freshStep(kind, params, 'added');
    const bench = onBench(withPass(posterOf(), 'picture', (pass) => ({ ...pass, steps: [...pass.steps.slice(0, 2), added] })));
    bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step: 'added' } }));
    return { bench, fixture: await bench.shown(DialsColumn) };
  };

  test('are folded away until they are asked for, and away again', async () => {
    const { fixture } = await opened('copier');
    expect(textOf(fixture)).toContain('Generations');
    expect(textOf(fixture)).not.toContain('Hollow solids');
    const more = find(fixture, 'button', 'More dials');
    expect(more.getAttribute('aria-expanded')).toBe('false');
    more.click();
    await fixture.whenStable();
    for (const title of ['Exposure', 'Hollow solids', 'Drum marks', 'Skew']) expect(textOf(fixture)).toContain(title);
    find(fixture, 'button', 'Fewer dials').click();
    await fixture.whenStable();
    expect(textOf(fixture)).not.toContain('Drum marks');
  });

  test('a step without any has no fold, and shows the dials that its choice needs', async () => {
    const one = await opened('threshold');
    expect(textOf(one.fixture)).not.toContain('More dials');
    expect(textOf(one.fixture)).toContain('Find the cut');
    expect(textOf(one.fixture)).not.toContain('Window');
  });

  test('black and white place by place asks for a window and how much darker', async () => {
    const { fixture } = await opened('threshold', { how: 'place by place' });
    for (const title of ['Window', 'Darker by', 'Softness']) expect(textOf(fixture)).toContain(title);
    expect(textOf(fixture)).not.toContain('Find the cut');
  });

  test('gain says how patches print', async () => {
    const { fixture } = await opened('gain', { middle: 0.2 });
    expect(textOf(fixture)).toContain('50 % prints');
    expect(textOf(fixture)).toContain('70.0 %');
  });
});
