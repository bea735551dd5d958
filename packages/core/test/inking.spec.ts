import { boxAt, colourOfPass, freshPass, freshSource, freshStep, passInColour, type Pass, type Source, type Step } from '../src';

const passOf = (source: Source, steps: readonly Step[] = []): Pass => freshPass('p', 'p', source, boxAt(50, 50, 40, 40), { steps });
const FLARE = { ink: 'flare' };
const picture: Source = { kind: 'picture', picture: { sha256: 'a'.repeat(64) } };

test('lettering, flats and frames print in their own colour; what is only a border in its border’s', () => {
  for (const source of [
    freshSource('type', { colour: FLARE }),
    freshSource('flat', { colour: FLARE }),
    freshSource('frame', { colour: FLARE }),
  ]) {
    expect(colourOfPass(passOf(source))).toEqual(FLARE);
    expect(passInColour(passOf(source), { ink: 'soot' }).source).toMatchObject({ colour: { ink: 'soot' } });
  }
  const border = passOf(freshSource('shape', { filled: false, border: 2, borderColour: FLARE }));
  expect(colourOfPass(border)).toEqual(FLARE);
  expect(passInColour(border, { srgb: '#102030' }).source).toMatchObject({ borderColour: { srgb: '#102030' }, colour: null });
});

test('a screened picture prints in the ink of its last screen that is on', () => {
  const first = freshStep('screen', { ink: { ink: 'soot' } }, 'one');
  const last = freshStep('screen', { ink: FLARE }, 'two');
  expect(colourOfPass(passOf(picture, [first, last]))).toEqual(FLARE);
  expect(colourOfPass(passOf(picture, [first, { ...last, on: false }]))).toEqual({ ink: 'soot' });
  const changed = passInColour(passOf(picture, [first, last]), { ink: 'plum' });
  expect(changed.steps.map(({ params }) => params['ink'])).toEqual([{ ink: 'soot' }, { ink: 'plum' }]);
});

test('a photograph, a ramp and an unknown step have no one colour, and stay as they are', () => {
  const unknown: Step = { ...freshStep('screen', {}, 'x'), kind: 'not-known' };
  for (const pass of [passOf(picture), passOf(freshSource('ramp')), passOf(picture, [unknown])]) {
    expect(colourOfPass(pass)).toBeUndefined();
    expect(passInColour(pass, FLARE)).toBe(pass);
  }
});
