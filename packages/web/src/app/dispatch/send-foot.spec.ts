import { inputBinding, outputBinding, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { type Sheet, STANDARD_PATTERN } from '@uvrant/core';
import type { SendChoice } from '@uvrant/contract';
import { find, textOf } from '../../testing/bench';
import { posterOf } from '../../testing/sheets';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { SendFoot } from './send-foot';

const PNG: SendChoice = { files: [{ format: 'png', options: {} }], pattern: STANDARD_PATTERN, devicePpi: null, crop: null };
const sheet: Sheet = { ...posterOf(), size: { width: 254, height: 508 }, ppi: 300 };

const shown = async (sheets: readonly Sheet[] = [sheet], start: SendChoice = PNG) => {
  TestBed.configureTestingModule({ providers: [provideStore(), provideState(dispatchFeature)] });
  const [choice, sent] = [signal(start), jest.fn()];
  const fixture = TestBed.createComponent(SendFoot, {
    bindings: [
      inputBinding('choice', choice),
      inputBinding('sheets', () => sheets),
      outputBinding<SendChoice>('changed', (changed) => choice.set(changed)),
      outputBinding('sent', sent),
    ],
  });
  await fixture.whenStable();
  const press = async (words: string): Promise<void> => {
    find(fixture, 'button', words).click();
    await fixture.whenStable();
  };
  const type = async (label: string, text: string): Promise<void> => {
    const field = find<HTMLInputElement>(fixture, 'input', label);
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  return { fixture, choice, sent, press, type, store: TestBed.inject<Store>(Store) };
};

test('the button says how many files go out of all sheets, and none can be sent', async () => {
  const two = await shown([sheet, sheet], { ...PNG, files: [...PNG.files, { format: 'webp', options: {} }] });
  await two.press('Send out 4 files');
  expect(two.sent).toHaveBeenCalledTimes(1);
  TestBed.resetTestingModule();
  const none = await shown([]);
  expect(find<HTMLButtonElement>(none.fixture, 'button', 'Send out 0 files').disabled).toBe(true);
});

test('a name that cannot be said is told, and nothing goes out under it', async () => {
  const { fixture, choice, type } = await shown();
  await type('How files are named', '{sheet}{moon}');
  expect(textOf(fixture)).toContain('cannot say {moon}');
  expect(find<HTMLButtonElement>(fixture, 'button', 'Send out').disabled).toBe(true);
  expect(choice().pattern).toBe(STANDARD_PATTERN);
  await type('How files are named', '{job}-{sheet}');
  expect(choice().pattern).toBe('{job}-{sheet}');
});

test('the resolution is the sheet’s until another is asked for, whole and within what can be made', async () => {
  const { fixture, choice, press, type } = await shown();
  expect(textOf(fixture)).toContain('the sheet’s 300 ppi');
  await press('At the sheet’s 300 ppi: choose another');
  await type('Resolution of the files', '9000');
  expect(choice().devicePpi).toBe(2400);
  await press('the sheet’s own');
  expect(choice().devicePpi).toBeNull();
  TestBed.resetTestingModule();
  expect(textOf((await shown([sheet, { ...sheet, ppi: 150 }])).fixture)).toContain('each sheet’s own ppi');
});

test('a part begins as the middle half of the sheet; its sides are typed in any unit, and all of it is a press away', async () => {
  const { choice, press, type } = await shown();
  await press('Of the whole sheet: choose a part');
  expect(choice().crop).toEqual({ x: 63.5, y: 127, width: 127, height: 254 });
  await type('Width of the part', '50 mm');
  await type('The part’s left edge', '0.5');
  expect(choice().crop).toEqual({ x: expect.closeTo(12.7, 6) as number, y: 127, width: expect.closeTo(50, 6) as number, height: 254 });
  await press('all of it');
  expect(choice().crop).toBeNull();
});

test('why nothing was queued is said', async () => {
  const { fixture, store } = await shown();
  store.dispatch(DispatchActions.sendOutRefused({ message: '“Poster” prints no ink.' }));
  await fixture.whenStable();
  expect(textOf(fixture)).toContain('“Poster” prints no ink.');
});
