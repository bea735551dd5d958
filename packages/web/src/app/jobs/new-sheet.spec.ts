import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { Api } from '../api/api';
import { Engine } from '../engine/engine';
import type { JobActions } from '../state/jobs';
import { jobsFeature } from '../state/jobs';
import { READING, find, textOf, type } from '../../testing/bench';
import type { Asset } from '@uvrant/contract';
import { ASSET, JOB } from '../../testing/sheets';
import { NewSheet } from './new-sheet';

const shown = async (asset: Asset | null = ASSET) => {
  const engine = {
    open: () => 1,
    ask: (task: { kind: string }) => (task.kind === 'reading' ? Promise.resolve(READING) : new Promise(() => undefined)),
  };
  TestBed.configureTestingModule({
    providers: [provideStore(), provideState(jobsFeature), { provide: Engine, useValue: engine }, { provide: Api, useValue: {} }],
  });
  const store = TestBed.inject(Store);
  const wanted = jest.spyOn(store, 'dispatch');
  const fixture = TestBed.createComponent(NewSheet);
  for (const [name, value] of Object.entries({ jobId: JOB.id, assets: asset ? [asset] : [], latest: asset?.sha256 ?? null, count: 2 }))
    fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const choose = async (word: string, item: string): Promise<void> => {
    find(fixture, 'button.word', word).click();
    await fixture.whenStable();
    const items = [...document.querySelectorAll<HTMLElement>('.mat-mdc-menu-item')];
    items.find((each) => each.textContent?.trim().startsWith(item))?.click();
    await fixture.whenStable();
  };
  const made = (words = 'Make the sheet') => {
    find(fixture, 'button', words).click();
    const action = wanted.mock.calls.at(-1)?.[0] as unknown as ReturnType<typeof JobActions.sheetWanted>;
    return action.document;
  };
  return { fixture, choose, made };
};

test('the sentence makes a poster of the picture, with the reading beside it', async () => {
  const { fixture, made } = await shown();
  const text = textOf(fixture);
  for (const words of [
    'A new sheet of 18 × 24 in portrait at 300 ppi on news by screen print in soot on the bare stock filled by ridge.jpg',
    '5400 × 7200 px',
    '67 ppi',
    'Coarse dots',
    'Lines',
    'Fine dots',
    'As it is',
    '5.0 %',
  ]) {
    expect(text).toContain(words);
  }
  expect(made()).toMatchObject({ name: 'Sheet 3', edges: 'hard', passes: [{ name: 'ridge', steps: [{}, {}, { kind: 'screen' }] }] });
});

test('words are filled in from their lists', async () => {
  const { fixture, choose, made } = await shown();
  await choose('18 × 24 in', 'the picture');
  await choose('300 ppi', '72 ppi');
  await choose('news', 'Black garment');
  await choose('soot', 'Chalk');
  await choose('on the bare stock', 'over Plum');
  find(fixture, 'button.card', 'Lines').click();
  await fixture.whenStable();
  const sheet = made();
  // 1200 px at the picture's own 240 ppi is 5 in.
  expect(sheet.size.width).toBeCloseTo(127, 6);
  expect(sheet).toMatchObject({ ppi: 72, stock: { name: 'Black garment' }, inks: [{ id: 'chalk' }, { id: 'plum' }] });
  expect(sheet.passes[1]?.steps[2]?.params).toMatchObject({ shape: 'line', carries: 'lights' });
});

test('a poster under 150 ppi is warned of; a landscape picture turns the trade sizes, and a word turns them back', async () => {
  const { fixture, choose, made } = await shown({ ...ASSET, width: 1600, height: 1200 });
  await choose('18 × 24 in', '24 × 36 in');
  await choose('300 ppi', '100 ppi');
  expect(textOf(fixture)).toContain('100 ppi is coarse for a poster');
  expect(made().size).toEqual({ width: 36 * 25.4, height: 24 * 25.4 });
  find(fixture, 'button.word', 'landscape').click();
  await fixture.whenStable();
  expect(made().size).toEqual({ width: 24 * 25.4, height: 36 * 25.4 });
});

test('a size and a resolution of its own are typed into the sentence', async () => {
  const { fixture, choose, made } = await shown();
  await choose('18 × 24 in', 'another size');
  await choose('300 ppi', 'another');
  await type(fixture, 'Width of the sheet', '420 mm');
  await type(fixture, 'Height of the sheet', '10 + 1/2');
  await type(fixture, 'Resolution of the sheet', '360');
  const sheet = made();
  expect(sheet.size.width).toBeCloseTo(420, 6);
  expect(sheet.size.height).toBeCloseTo(10.5 * 25.4, 6);
  expect(sheet.ppi).toBe(360);
  expect(textOf(fixture)).toContain('landscape');
});

test('a job without pictures makes an empty sheet', async () => {
  const { fixture, made } = await shown(null);
  expect(textOf(fixture)).not.toContain('filled by');
  expect(made('Make an empty sheet')).toMatchObject({ passes: [], size: { width: 18 * 25.4, height: 24 * 25.4 } });
});
