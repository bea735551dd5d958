import { optionsOf } from '../src/arguments';

test('options are taken by name, those of one letter with one dash, too', () => {
  expect({ ...optionsOf(['--port', '80', '-o', 'x.png'], ['port', 'data', 'o']) }).toEqual({ port: '80', o: 'x.png' });
  expect({ ...optionsOf(['--port=80'], ['port']) }).toEqual({ port: '80' });
});

test.each([
  [['--scale', '2'], '“--scale” is not an option; there are --port, --data.'],
  [['--port'], '--port needs a value.'],
  [['there'], '“there” belongs to no option.'],
])('%j is refused in words', (args, words) => {
  expect(() => optionsOf(args, ['port', 'data'])).toThrow(words);
});
