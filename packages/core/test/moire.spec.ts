import FFT from 'fft.js';
import { beatLpi, beatMm, calmAngle, screensUsed, type ScreenUsed } from '../src';
import { flat, pass, picture, sheet, step } from './support/sheets';

const used = (lpi: number, angle: number, isLines = false): ScreenUsed => ({ pass: 'p', passName: 'P', step: 's', lpi, angle, isLines });

test('beats by the handbook: the difference of the frequencies, and twice the sine of half the angle between equal ones', () => {
  expect(beatLpi(used(60, 45), used(65, 45))).toBeCloseTo(5, 9);
  expect(beatLpi(used(60, 15), used(60, 45))).toBeCloseTo(2 * 60 * Math.sin((15 * Math.PI) / 180), 9);
  // A square screen is the same a quarter turn on; lines are not.
  expect(beatLpi(used(60, 0), used(60, 88))).toBeCloseTo(2 * 60 * Math.sin(Math.PI / 180), 9);
  expect(beatLpi(used(60, 0, true), used(60, 88, true))).toBeGreaterThan(80);
  expect(beatLpi(used(60, 30), used(60, 30))).toBeCloseTo(0, 9);
});

test('the beat of two drawn line screens is found in their product’s spectrum where it is reckoned', () => {
  const [count, perPx] = [1024, 1 / 1024];
  const row = Array.from(
    { length: count },
    (_, x) => (1 + Math.cos(2 * Math.PI * 64 * x * perPx)) * (1 + Math.cos(2 * Math.PI * 71 * x * perPx)),
  );
  const fft = new FFT(count);
  const out = fft.createComplexArray();
  fft.realTransform(out, row);
  const power = Array.from({ length: 40 }, (_, k) => Math.hypot(out[2 * k] as number, out[2 * k + 1] as number));
  const peak = power.slice(1).indexOf(Math.max(...power.slice(1))) + 1;
  expect(peak).toBeCloseTo(beatLpi(used(64, 0, true), used(71, 0, true)), 6);
});

test('a beat is told where it is seen, in mm; screens 30° apart and screens alike are left alone', () => {
  expect(beatMm(used(20, 0), used(21, 0))).toBeCloseTo(25.4, 6);
  expect(beatMm(used(20, 15), used(20, 45))).toBeNull();
  expect(beatMm(used(20, 30), used(20, 30))).toBeNull();
  expect(calmAngle(used(20, 40), [used(20, 45)])).toBe(0);
  const angle = calmAngle(used(20, 20), [used(20, 15), used(20, 75)]);
  expect(beatMm(used(20, angle), used(20, 15))).toBeNull();
  expect(beatMm(used(20, angle), used(20, 75))).toBeNull();
});

test('the screens of a sheet are those that print, each plate of a process among them', () => {
  const passes = [
    pass('a', picture('ramp'), { steps: [step('screen', { lpi: 12, angle: 45, shape: 'line' })] }),
    pass('b', picture('ramp'), { steps: [step('process-screen', { lpi: 20, inks: '3' }), { ...step('screen'), on: false }] }),
    pass('c', picture('ramp'), { on: false, steps: [step('screen')] }),
    pass('d', flat('#000000'), { steps: [step('levels')] }),
  ];
  expect(screensUsed(sheet(passes)).map(({ pass: id, lpi, angle, isLines }) => [id, lpi, angle, isLines])).toEqual([
    ['a', 12, 45, true],
    ['b', 20, 15, false],
    ['b', 20, 75, false],
    ['b', 20, 0, false],
  ]);
});
