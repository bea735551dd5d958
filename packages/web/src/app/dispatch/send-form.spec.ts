import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { inputBinding, outputBinding } from '@angular/core';
import { STANDARD_PATTERN } from '@uvrant/core';
import type { SendChoice } from '@uvrant/contract';
import { SendForm } from './send-form';

/** The form with a choice of its own. */
const shown = async (files: SendChoice['files']) => {
  const choice = signal<SendChoice>({ files, pattern: STANDARD_PATTERN, devicePpi: null, crop: null });
  const bindings = [inputBinding('choice', choice), outputBinding<SendChoice>('changed', (changed) => choice.set(changed))];
  const fixture = TestBed.createComponent(SendForm, { bindings });
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  const format = (title: string): HTMLElement =>
    [...root.querySelectorAll<HTMLElement>('.format')].find(
      (each) => each.querySelector('mat-checkbox')?.textContent.trim() === title,
    ) as HTMLElement;
  const press = async (within: HTMLElement, words: string): Promise<void> => {
    const all = [...within.querySelectorAll<HTMLElement>('button, label')];
    all.find((each) => each.textContent.trim() === words)?.click();
    await fixture.whenStable();
  };
  const entry = (within: HTMLElement, label: string) =>
    within.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`) as HTMLInputElement;
  return { fixture, choice, format, press, entry };
};

test('every format says whom it is for; one that is ticked shows its options', async () => {
  const { format, press, choice } = await shown([]);
  expect(format('SVG').textContent).toContain('each ink a path');
  expect(format('SVG').querySelector('uv-format-option')).toBeNull();
  await press(format('SVG'), 'SVG');
  expect(choice().files).toEqual([{ format: 'svg', options: {} }]);
  expect(format('SVG').querySelectorAll('uv-format-option').length).toBe(3);
  await press(format('SVG'), 'SVG');
  expect(choice().files).toEqual([]);
});

test('an option is set by a press or a figure, within what it may be, in any unit', async () => {
  const { format, press, entry, choice, fixture } = await shown([
    { format: 'svg', options: {} },
    { format: 'jpeg', options: {} },
  ]);
  await press(format('SVG'), 'on stock');
  expect(choice().files[0]?.options).toEqual({ ground: 'on stock' });
  const type = async (field: HTMLInputElement, figure: string): Promise<void> => {
    field.value = figure;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  await type(entry(format('SVG'), 'Trap'), '0.5 mm');
  expect(choice().files[0]?.options['trap']).toBeCloseTo(0.5, 6);
  await type(entry(format('SVG'), 'Trap'), '12 mm');
  expect(choice().files[0]?.options['trap']).toBe(3);
  await type(entry(format('JPEG'), 'Quality'), '7');
  expect(choice().files[1]?.options['quality']).toBe(40);
});

test('an option that another one makes of no use is not shown', async () => {
  const { format, press } = await shown([{ format: 'plates', options: {} }]);
  const titles = (): string[] => [...format('Plates').querySelectorAll('uv-format-option')].map((each) => each.textContent.trim());
  expect(titles().some((title) => title.startsWith('White stays back'))).toBe(false);
  await press(format('Plates'), 'White beneath');
  expect(titles().some((title) => title.startsWith('White stays back'))).toBe(true);
});

test('a picture goes out at several sizes, each of which can be left out again', async () => {
  const { format, press, choice } = await shown([{ format: 'png', options: { size: '1080 px' } }]);
  await press(format('PNG'), 'and another size');
  expect(choice().files.map(({ options }) => options['size'])).toEqual(['1080 px', '1080 px']);
  await press(format('PNG'), 'Without this');
  expect(choice().files.length).toBe(1);
  // Plates are made once.
  expect(format('Plates').textContent).not.toContain('and another size');
});
