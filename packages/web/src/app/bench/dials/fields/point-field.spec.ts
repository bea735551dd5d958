import { TestBed } from '@angular/core/testing';
import { boxAt, freshPass, freshSource, pathOf, stepOfKind, type BendStroke, type DialOf, type SheetPoint } from '@uvrant/core';
import { posterOf } from '../../../../testing/sheets';
import { BendBrush } from '../../tools/bend-brush';
import { DrawnField } from './drawn-field';
import { BendsField } from './bends-field';
import { PointField } from './point-field';

const dialOf = (kind: string, name: string): unknown => stepOfKind(kind)?.dials[name];
const inputs = (element: HTMLElement): HTMLInputElement[] => [...element.querySelectorAll<HTMLInputElement>('input.uv-figure')];
const typed = (input: HTMLInputElement | undefined, text: string): void => {
  if (!input) throw new Error('no figure');
  input.value = text;
  input.dispatchEvent(new Event('change'));
};

const pointField = async (dial: DialOf<'point'>, value: SheetPoint | null) => {
  const fixture = TestBed.createComponent(PointField);
  const changes: unknown[] = [];
  fixture.componentRef.setInput('dial', dial);
  fixture.componentRef.setInput('value', value);
  fixture.componentRef.setInput('sheet', posterOf());
  fixture.componentRef.setInput('pass', freshPass('p', 'P', freshSource('shape'), boxAt(100, 200, 40, 20)));
  fixture.componentRef.setInput('change', (changed: unknown) => changes.push(changed));
  await fixture.whenStable();
  return { element: fixture.nativeElement as HTMLElement, changes };
};

test('a place that is not set yet shows where it lies, in the sheet or in its pass, and keeps one side while the other is typed', async () => {
  const lamp = await pointField(dialOf('metal', 'lamp') as DialOf<'point'>, null);
  // A quarter and a tenth of 457.2 × 609.6 mm.
  expect(inputs(lamp.element).map(({ value }) => value)).toEqual(['114.3', '61']);
  typed(inputs(lamp.element)[0], '50');
  expect(lamp.changes).toEqual([{ x: 50, y: expect.closeTo(60.96, 6) as number }]);
  const horizon = await pointField(dialOf('metal', 'horizon') as DialOf<'point'>, null);
  // A little under the middle of a box of 40 × 20 mm about 100, 200.
  expect(inputs(horizon.element).map(({ value }) => value)).toEqual(['100', '201']);
  expect(horizon.element.querySelector('button')).toBeNull();
});

test('a place that is set goes back to where it was; an arrow has no such place', async () => {
  const lamp = await pointField(dialOf('metal', 'lamp') as DialOf<'point'>, { x: 3, y: 4 });
  lamp.element.querySelector('button')?.click();
  expect(lamp.changes).toEqual([null]);
  const arrow = await pointField(dialOf('displace', 'arrow') as DialOf<'point'>, { x: 3, y: -4 });
  expect(inputs(arrow.element).map(({ value }) => value)).toEqual(['3', '-4']);
  expect([arrow.element.querySelector('button'), arrow.element.textContent.includes('to the right, down')]).toEqual([null, true]);
});

test('strokes are listed with their strength, turned down or taken away; the brush is set for the next one', async () => {
  const path = pathOf([0, 0, 1000, 0]);
  const strokes: BendStroke[] = [
    { way: 'drag', size: 40, strength: 0.6, path },
    { way: 'stir', size: 25, strength: -1, path },
  ];
  const fixture = TestBed.createComponent(BendsField);
  const changes: (readonly BendStroke[])[] = [];
  fixture.componentRef.setInput('dial', dialOf('bend', 'strokes'));
  fixture.componentRef.setInput('value', strokes);
  fixture.componentRef.setInput('change', (changed: readonly BendStroke[]) => changes.push(changed));
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  expect([...element.querySelectorAll('.stop .grow')].map((row) => row.textContent)).toEqual(['1. drag, 40 mm', '2. stir, 25 mm']);
  typed(inputs(element).at(-1), '-250');
  expect(changes.at(-1)?.map(({ strength }) => strength)).toEqual([0.6, -1]);
  typed(inputs(element).at(-2), '15');
  expect(changes.at(-1)?.map(({ strength }) => strength)).toEqual([0.15, -1]);
  element.querySelector<HTMLButtonElement>('[aria-label="Remove stroke 1"]')?.click();
  expect(changes.at(-1)).toEqual([strokes[1]]);
  const brush = TestBed.inject(BendBrush);
  typed(inputs(element)[0], '12');
  expect([brush.size(), brush.strength(), brush.way()]).toEqual([12, 0.6, 'drag']);
});

test('places are listed in mm, typed over or taken away; a line is only there or not', async () => {
  const shown = async (kind: string, name: string, value: string) => {
    const fixture = TestBed.createComponent(DrawnField);
    const changes: unknown[] = [];
    fixture.componentRef.setInput('dial', dialOf(kind, name));
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('change', (changed: unknown) => changes.push(changed));
    await fixture.whenStable();
    return { element: fixture.nativeElement as HTMLElement, changes };
  };
  const places = await shown('glints', 'places', pathOf([1000, 2050, 3000, 400]));
  expect(inputs(places.element).map(({ value }) => value)).toEqual(['10', '20.5', '30', '4']);
  typed(inputs(places.element)[1], '7');
  expect(places.changes.at(-1)).toBe(pathOf([1000, 700, 3000, 400]));
  places.element.querySelector<HTMLButtonElement>('[aria-label="Remove place 1"]')?.click();
  expect(places.changes.at(-1)).toBe(pathOf([3000, 400]));
  places.element.querySelector<HTMLButtonElement>('.top button')?.click();
  expect(places.changes.at(-1)).toBe('');
  const line = await shown('round-screen', 'line', '');
  expect([line.element.querySelector('button'), line.element.textContent.includes('Draw it on the table')]).toEqual([null, true]);
});
