import { drawRuler, type RulerScale } from './ruler';

/** What a ruler writes and where its marks begin, as a canvas would be told. */
const drawn = (along: 'x' | 'y', scale: RulerScale, length = 400) => {
  const [labels, marks]: [[string, number][], number[]] = [[], []];
  let moved = 0;
  const context = {
    fillStyle: '',
    font: '',
    fillRect: (x: number, y: number, width: number, height: number) => {
      if (Math.min(width, height) === 1) marks.push(along === 'x' ? x : y);
    },
    fillText: (text: string, x: number) => labels.push([text, along === 'x' ? x - 3 : moved + 3]),
    save: () => undefined,
    restore: () => undefined,
    translate: (_: number, y: number) => (moved = y),
    rotate: () => undefined,
  };
  drawRuler(context as never, length, 18, along, scale, { ink: '#000', ruler: '#eee' });
  return { labels, marks };
};

test.each(['x', 'y'] as const)('figures along %s stand at their places, as far apart as can be read', (along) => {
  const { labels } = drawn(along, { unit: 'mm', perUnit: 3, zero: 50 });
  expect(labels.filter(([, at]) => at >= 0 && at <= 400)).toEqual([
    ['0', 50],
    ['20', 110],
    ['40', 170],
    ['60', 230],
    ['80', 290],
    ['100', 350],
  ]);
});

test('inches are halved and quartered as the view comes nearer; marks lie between figures', () => {
  const near = drawn('x', { unit: 'in', perUnit: 200, zero: 0 });
  expect(near.labels.slice(1, 5).map(([text]) => text)).toEqual(['0', '0.25', '0.5', '0.75']);
  const far = drawn('x', { unit: 'in', perUnit: 20, zero: 0 });
  expect(far.labels.slice(1, 4)).toEqual([
    ['0', 0],
    ['4', 80],
    ['8', 160],
  ]);
  expect(far.marks.filter((at) => at > 0 && at < 80)).toEqual([40]);
  expect(drawn('x', { unit: 'mm', perUnit: 10, zero: 0 }).marks.filter((at) => at > 0 && at < 50)).toEqual([25]);
});
