import { TestBed } from '@angular/core/testing';
import { Finder, matching, type FinderItem } from './finder';

const ITEMS: readonly FinderItem[] = [
  { id: 'wear', title: 'Wear', note: 'takes ink away', group: 'Texture' },
  { id: 'warmth', title: 'Warmth', note: 'warmer or colder', group: 'Colour' },
  { id: 'tint', title: 'Tint', note: 'shades of one ink', group: 'Colour', words: 'wash' },
];

const shown = async () => {
  const fixture = TestBed.createComponent(Finder);
  fixture.componentRef.setInput('items', ITEMS);
  fixture.componentRef.setInput('label', 'What?');
  const said: string[] = [];
  fixture.componentInstance.tried.subscribe((id) => said.push(`try ${id}`));
  fixture.componentInstance.taken.subscribe((id) => said.push(`take ${id}`));
  fixture.componentInstance.closed.subscribe(() => said.push('close'));
  // The field opens its list with the focus, which only what is in the document takes.
  document.body.append(fixture.nativeElement as HTMLElement);
  await fixture.whenStable();
  const entry = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
  const press = async (key: string, keyCode: number): Promise<void> => {
    entry.dispatchEvent(new KeyboardEvent('keydown', { key, keyCode, bubbles: true }));
    await fixture.whenStable();
  };
  const type = async (words: string): Promise<void> => {
    entry.value = words;
    entry.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const options = (): string[] => [...document.querySelectorAll('.uv-found [role=option] b')].map((each) => each.textContent ?? '');
  return { fixture, said, press, type, options };
};

test('names count before what else is said of a thing', () => {
  const [wear, warmth, tint] = ITEMS as [FinderItem, FinderItem, FinderItem];
  expect([matching(wear, 'wea'), matching(warmth, 'arm'), matching(tint, 'wash'), matching(tint, 'dots')]).toEqual([8, 4, 1, 0]);
});

test('arrows try one after another, Enter takes what stands out', async () => {
  const { said, press, options } = await shown();
  expect(options()).toEqual(['Wear', 'Warmth', 'Tint']);
  await press('ArrowDown', 40);
  await press('ArrowDown', 40);
  await press('Enter', 13);
  expect(said).toEqual(['try wear', 'try warmth', 'take warmth']);
});

test('the best answer to what is typed is tried at once; what answers to nothing says so and closes nothing', async () => {
  const { said, type, press, options } = await shown();
  await type('wash');
  expect([options(), said]).toEqual([['Tint'], ['try tint']]);
  await type('zzz');
  expect(document.querySelector('.uv-found')?.textContent).toContain('Nothing by these words');
  expect(said).not.toContain('close');
  await press('Escape', 27);
  expect(said.at(-1)).toBe('close');
});
