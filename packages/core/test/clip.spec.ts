import {
  boxAt,
  clipIn,
  clipText,
  findPass,
  freshMask,
  freshStep,
  inkOfColour,
  insertPass,
  passesFrom,
  passWith,
  referenceFault,
  SHEET_VERSION,
  type Clipped,
  type Pass,
  type Sheet,
} from '../src';
import { flat, pass, plainWear, sheet, step } from './support/sheets';

/** Ids that can be told: new-1, new-2 … */
const counted = () => {
  let n = 0;
  return (): string => `new-${++n}`;
};

const FROM: Sheet = {
  ...sheet([
    pass('under', flat('#ffffff')),
    pass(
      'art',
      { kind: 'flat', colour: { ink: 'rust' } },
      { lay: { mode: 'multiply', strength: 1, within: 'under' }, wear: [plainWear('ramp', boxAt(10, 10, 10, 10))] },
    ),
    pass('over', flat('#000000'), { steps: [step('screen', { ink: { ink: 'rust' } }), step('match-tones', { of: 'under' })] }),
  ]),
  version: SHEET_VERSION,
  inks: [
    { id: 'soot', name: 'Soot', colour: '#1e1c1e' },
    { id: 'rust', name: 'Rust', colour: '#b04020' },
  ],
};
const INTO: Sheet = {
  ...sheet([pass('ground', flat('#eeeeee'))]),
  version: SHEET_VERSION,
  inks: [{ id: 'soot', name: 'Soot', colour: '#223344' }],
};

const passesOf = (...ids: string[]): Clipped => ({ passes: ids.map((id) => findPass(FROM, id) as Pass) });
const read = (clipped: Clipped) => {
  const clip = clipIn(clipText(FROM, clipped));
  if (!clip) throw new Error('no clip');
  return clip;
};

test('passes go to another sheet with ids of their own, their inks, and what they say of each other', () => {
  const found = passesFrom(INTO, read(passesOf('under', 'art')), counted());
  const [under, art] = found?.passes as [Pass, Pass];
  expect(new Set([under.id, art.id, art.wear[0]?.id]).size).toBe(3);
  expect(art.lay.within).toBe(under.id);
  const rust = found?.sheet.inks.find(({ name }) => name === 'Rust');
  expect([rust?.colour, art.source]).toEqual(['#b04020', { kind: 'flat', colour: { ink: rust?.id } }]);
  // On the sheet that they came to nothing that they read is missing.
  const whole = insertPass(insertPass(found?.sheet as Sheet, under, { group: null, after: 'ground' }), art, {
    group: null,
    after: under.id,
  });
  expect([whole.passes.map(({ name }) => name), referenceFault(whole)]).toEqual([['ground', 'under', 'art'], null]);
});

test('what they read that is not there is left out: a pass they lie within, tones that they match', () => {
  const [art, over] = passesFrom(INTO, read(passesOf('art', 'over')), counted())?.passes as [Pass, Pass];
  expect(art.lay).toEqual({ mode: 'multiply', strength: 1 });
  expect(over.steps.map(({ params }) => params['of'])).toEqual([undefined, null]);
  const said = passesFrom(INTO, read(passesOf('over')), counted())?.without;
  expect([said, passesFrom(INTO, read(passesOf('art')), counted())?.without]).toEqual([
    expect.stringContaining('“over” reads the tones of'),
    null,
  ]);
  // Nor do zones read what is not there, by a mask or a dial.
  const mask = freshMask('picture', 'm', over, { of: { pass: 'under' } });
  const zoned = step('match-tones', { of: null }, { zones: [{ id: 'z', masks: [mask], params: { of: 'under' } }] });
  const ground = INTO.passes[0] as Pass;
  expect(passWith(INTO, ground, read({ steps: [zoned] }), null, counted())?.pass.steps[0]?.zones[0]).toMatchObject({
    masks: [],
    params: { of: null },
  });
  // On the sheet that they came from it is there.
  const again = passesFrom(FROM, read(passesOf('art')), counted())?.passes as [Pass];
  expect([again[0].lay.within, again[0].id === 'art']).toEqual(['under', false]);
});

test('an ink of the same colour is taken for it; one with the same id and another colour is not', () => {
  const theirs: Sheet = { ...INTO, inks: [{ id: 'brick', name: 'Brick', colour: '#B04020' }] };
  const found = passesFrom(theirs, read(passesOf('art')), counted());
  expect(found?.sheet.inks).toEqual(theirs.inks);
  expect(found?.passes[0]?.source).toEqual({ kind: 'flat', colour: { ink: 'brick' } });
  const soot: Sheet = { ...FROM, passes: [pass('dark', { kind: 'flat', colour: { ink: 'soot' } })] };
  const clip = clipIn(clipText(soot, { passes: soot.passes }));
  const other = clip && passesFrom(INTO, clip, counted());
  // The name is taken there.
  expect(other?.sheet.inks.map(({ name, colour }) => [name, colour])).toEqual([
    ['Soot', '#223344'],
    [inkOfColour(INTO, '#1e1c1e', 'x').name, '#1e1c1e'],
  ]);
});

test('steps, masks and wears go to another pass, steps behind a chosen one', () => {
  const ground = { ...(INTO.passes[0] as Pass), steps: [step('invert'), step('blur')] };
  const into = { ...INTO, passes: [ground] };
  const steps = passWith(into, ground, read({ steps: findPass(FROM, 'over')?.steps ?? [] }), ground.steps[0]?.id ?? null, counted());
  expect(steps?.pass.steps.map(({ kind }) => kind)).toEqual(['invert', 'screen', 'match-tones', 'blur']);
  expect(steps?.ids).toEqual(steps?.pass.steps.slice(1, 3).map(({ id }) => id));
  expect(steps?.sheet.inks.map(({ name }) => name)).toEqual(['Soot', 'Rust']);
  const wears = passWith(into, ground, read({ wears: [plainWear('ramp', boxAt(10, 10, 10, 10))] }), null, counted());
  expect(wears?.pass.wear.map(({ id, kind }) => [id === 'w', kind])).toEqual([[false, 'texture']]);
  expect(passWith(into, ground, read(passesOf('art')), null, counted())).toBeNull();
  expect(passesFrom(into, read({ wears: [plainWear('ramp', boxAt(10, 10, 10, 10))] }), counted())).toBeNull();
});

test('a step of an older version is today’s once pasted', () => {
  const old = { ...freshStep('threshold'), version: 1, params: { cut: 0.2, softness: 0 } };
  const ground = INTO.passes[0] as Pass;
  expect(passWith(INTO, ground, read({ steps: [old] }), null, counted())?.pass.steps[0]).toMatchObject({
    version: 3,
    params: { cut: 0.2 },
  });
});

test('other text is no clip, nor is a broken one; a newer one says what it is', () => {
  const text = clipText(FROM, passesOf('art'));
  for (const other of ['', 'hello', '{}', text.slice(0, -2), text.replace('"passes"', '"posters"'), text.replace('"id":"art"', '"id":7')]) {
    expect([other, clipIn(other)]).toEqual([other, null]);
  }
  expect(() => clipIn(text.replace(`"version":${SHEET_VERSION}`, '"version":99'))).toThrow('newer Uvrant');
});
