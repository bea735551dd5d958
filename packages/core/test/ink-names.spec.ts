import { colourName, INKS, inkOfColour, inkStandingOut } from '../src';

// Plain names of colours of CSS Color 4's list of named colours (6.1), where those agree with common speech.
test.each([
  ['#ff0000', 'Red'],
  ['#ffa500', 'Orange'],
  ['#ffff00', 'Yellow'],
  ['#008000', 'Dark green'],
  ['#40e0d0', 'Turquoise'],
  ['#0000ff', 'Blue'],
  ['#ee82ee', 'Light pink'],
  ['#8b4513', 'Brown'],
  ['#000000', 'Black'],
  ['#ffffff', 'White'],
  ['#808080', 'Grey'],
  ['#d3d3d3', 'Light grey'],
])('%s is called %s', (colour, name) => expect(colourName(colour)).toBe(name));

test('a colour is the ink that has it, or a new one under a name that none has', () => {
  const inks = INKS.slice(0, 2);
  expect(inkOfColour({ inks }, inks[1]!.colour.toUpperCase(), 'n')).toBe(inks[1]);
  const first = inkOfColour({ inks }, '#0000fe', 'n');
  expect(inkOfColour({ inks: [...inks, first] }, '#0000f0', 'm')).toEqual({ id: 'm', name: 'Blue 2', colour: '#0000f0' });
});

test('new lettering is seen: the ink that stands out most on the stock, the first of those alike', () => {
  const ink = (id: string, colour: string) => ({ id, name: id, colour });
  const [black, cream, blue] = [ink('black', '#101010'), ink('cream', '#f4efe0'), ink('blue', '#1f3fbf')];
  const on = (stock: string, ...inks: ReturnType<typeof ink>[]) =>
    inkStandingOut({ inks, stock: { name: 'Stock', colour: stock } })?.id ?? null;
  expect([on('#ffffff', black, cream, blue), on('#000000', black, cream, blue), on('#101010', black, blue)]).toEqual([
    'black',
    'cream',
    'blue',
  ]);
  expect([on('#ffffff', black, { ...black, id: 'again' }), on('#ffffff')]).toEqual(['black', null]);
});
