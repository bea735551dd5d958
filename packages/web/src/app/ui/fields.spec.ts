import { TestBed } from '@angular/core/testing';
import { frequency, levels, type DialOf } from '@uvrant/core';
import { FrequencyField } from '../bench/dials/fields/frequency-field';
import { RangedField } from '../bench/dials/fields/ranged-field';
import { Figure } from './figure';
import { Lengths } from './lengths';

const typed = (element: HTMLElement, text: string): void => {
  const input = element.querySelector('input.uv-figure') as HTMLInputElement;
  input.value = text;
  input.dispatchEvent(new Event('change'));
};

test('a figure takes numbers with comma or unit, says what is none and puts it back at Escape', async () => {
  const fixture = TestBed.createComponent(Figure);
  fixture.componentRef.setInput('value', 22.5);
  fixture.componentRef.setInput('digits', 1);
  fixture.componentRef.setInput('label', 'Angle');
  await fixture.whenStable();
  const got: number[] = [];
  fixture.componentInstance.changed.subscribe((value) => got.push(value));
  const input = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
  expect(input.value).toBe('22.5');
  typed(fixture.nativeElement as HTMLElement, '45,5°');
  typed(fixture.nativeElement as HTMLElement, 'steep');
  await fixture.whenStable();
  expect([got, input.value]).toEqual([[45.5], 'steep']);
  expect((fixture.nativeElement as HTMLElement).querySelector('mat-error')?.textContent).toContain('Give one such as 22.5');
  input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
  await fixture.whenStable();
  expect([input.value, (fixture.nativeElement as HTMLElement).querySelector('mat-error')]).toEqual(['22.5', null]);
  input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
  expect(got.at(-1)).toBe(23.5);
});

test('a figure takes any unit of its sort and sums, and says what it was taken as where that is another', async () => {
  const fixture = TestBed.createComponent(Figure);
  fixture.componentRef.setInput('value', 18);
  fixture.componentRef.setInput('digits', 2);
  fixture.componentRef.setInput('unit', 'in');
  fixture.componentRef.setInput('label', 'Width');
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const got: number[] = [];
  fixture.componentInstance.changed.subscribe((value) => {
    got.push(value);
    // What is wider than 20 in is held there.
    fixture.componentRef.setInput('value', Math.min(20, value));
  });
  const said = async (): Promise<string | undefined> => {
    await new Promise((done) => setTimeout(done, 90));
    await fixture.whenStable();
    return element.querySelector('.taken')?.textContent;
  };
  typed(element, '420 mm');
  expect(await said()).toBeUndefined();
  typed(element, '3 + 4');
  typed(element, '1/2');
  expect(got.map((inches) => Number(inches.toFixed(3)))).toEqual([16.535, 7, 0.5]);
  typed(element, '30');
  expect(await said()).toBe('Taken as 20');
  typed(element, '5 kg');
  await fixture.whenStable();
  expect([got.length, element.querySelector('mat-error')?.textContent]).toEqual([
    4,
    '“kg” is no unit here. Give one such as 20, 12 mm, 12 pt or 3 + 4; Escape puts it back.',
  ]);
});

test('a share is shown in percent and kept within its range', async () => {
  const fixture = TestBed.createComponent(RangedField);
  const changes: unknown[] = [];
  fixture.componentRef.setInput('dial', levels.dials.outWhite);
  fixture.componentRef.setInput('value', 0.93);
  fixture.componentRef.setInput('change', (value: unknown, held: boolean) => changes.push([value, held]));
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  expect((element.querySelector('input.uv-figure') as HTMLInputElement).value).toBe('93');
  expect(element.textContent).toContain('more = whiter whites');
  typed(element, '180');
  expect(changes).toEqual([[1, false]]);
});

test('a key on a scale keeps its step: the gesture ends where the scale stands, not where it stood', async () => {
  const fixture = TestBed.createComponent(RangedField);
  const changes: unknown[] = [];
  fixture.componentRef.setInput('dial', levels.dials.outWhite);
  fixture.componentRef.setInput('value', 0.97);
  fixture.componentRef.setInput('change', (value: unknown, held: boolean) => changes.push([value, held]));
  await fixture.whenStable();
  const scale = (fixture.nativeElement as HTMLElement).querySelector('input[type=range]') as HTMLInputElement;
  // A browser tells both at once, before anything is drawn anew.
  scale.value = '97.5';
  scale.dispatchEvent(new Event('input'));
  scale.dispatchEvent(new Event('change'));
  expect(changes).toEqual([
    [0.975, true],
    [0.975, false],
  ]);
});

test('a screen is set by cells across, lpi, or the size of a cell', async () => {
  const fixture = TestBed.createComponent(FrequencyField);
  const dial: DialOf<'frequency'> = frequency({ title: 'Frequency', min: 0.5, max: 200, default: 8, more: 'finer' });
  const changes: number[] = [];
  fixture.componentRef.setInput('dial', dial);
  fixture.componentRef.setInput('value', 10);
  fixture.componentRef.setInput('sheet', { ppi: 300 });
  fixture.componentRef.setInput('pass', { placement: { width: 254 } });
  fixture.componentRef.setInput('change', (value: number) => changes.push(value));
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const way = async (name: string): Promise<string> => {
    [...element.querySelectorAll('button')].find((button) => button.textContent?.trim() === name)?.click();
    await fixture.whenStable();
    return (element.querySelector('input.uv-figure') as HTMLInputElement).value;
  };
  expect([await way('across'), await way('lpi'), await way('mm'), await way('px')]).toEqual(['100', '10', '2.54', '30']);
  typed(element, '20');
  await way('across');
  typed(element, '150');
  expect(changes).toEqual([15, expect.closeTo(15, 9)]);
});

test('lengths are shown in inches or millimetres and kept in millimetres', () => {
  const lengths = TestBed.inject(Lengths);
  lengths.use('in');
  expect([lengths.size({ width: 457.2, height: 609.6 }), lengths.toMm(1)]).toEqual(['18 × 24 in', 25.4]);
  lengths.use('mm');
  expect([lengths.size({ width: 457.2, height: 609.6 }), lengths.toMm(1)]).toEqual(['457.2 × 609.6 mm', 1]);
});
