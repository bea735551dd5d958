import { find, findOver, onBench } from '../../testing/bench';
import { ColourPicker } from './colour-picker';
import { hexOfLab, hexOfTyped, labOfHex } from './colours';

test('hexadecimal is taken short or long, with or without its sign, and nothing else', () => {
  expect(['#1F3FBF', '1f3fbf', '#abc', ' 0f0 ', 'red', '#12345', ''].map(hexOfTyped)).toEqual([
    '#1f3fbf',
    '#1f3fbf',
    '#aabbcc',
    '#00ff00',
    null,
    null,
    null,
  ]);
});

test('every colour comes back from its L*a*b*', () => {
  for (const hex of ['#000000', '#ffffff', '#e0562f', '#1f3fbf', '#01fe80', '#7f8081']) expect(hexOfLab(labOfHex(hex))).toBe(hex);
});

const shown = async () => {
  const bench = onBench();
  const fixture = await bench.shown(ColourPicker, {
    colour: '#e0562f',
    label: 'Ink',
    inks: bench.document().inks,
    ink: 'flare',
  });
  const said: string[] = [];
  fixture.componentInstance.taken.subscribe((colour) => said.push(colour));
  fixture.componentInstance.inkTaken.subscribe((id) => said.push(id));
  find(fixture, 'button', 'Ink: Flare').click();
  await fixture.whenStable();
  const type = async (label: string, value: string): Promise<void> => {
    const entry = findOver<HTMLInputElement>('input', label);
    entry.value = value;
    entry.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  return { fixture, said, type };
};

test('inks of the sheet stand first; one that is taken closes it', async () => {
  const { fixture, said } = await shown();
  findOver('.inks button', 'Soot').click();
  await fixture.whenStable();
  expect([said, document.querySelector('[role=dialog]')]).toEqual([['soot'], null]);
});

test('figures in hexadecimal and L*a*b*, colours of the job; what is no colour is said', async () => {
  const { said, type } = await shown();
  await type('Hexadecimal colour', '#0a0');
  await type('Lightness L*, 0 to 100', '100');
  await type('Hexadecimal colour', 'red');
  expect(document.querySelector('[role=alert]')?.textContent).toContain('Six hexadecimal digits');
  expect(said[0]).toBe('#00aa00');
  expect(labOfHex(said[1] as string).l).toBeGreaterThan(labOfHex('#e0562f').l);
});
