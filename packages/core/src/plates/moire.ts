import { stepOfKind } from '../catalogue/steps';
import { upgradedStep } from '../catalogue/upgraded';
import { passesOf } from '../sheet/walk';
import type { Sheet } from '../sheet/model';
import { cosDeg, sinDeg } from '../units/exact';
import { inkNamed, inkOfPass } from './plate-nodes';
import { platesOf } from './step-plates';

/** A periodic screen on a sheet. */
export interface ScreenUsed {
  readonly pass: string;
  readonly passName: string;
  readonly step: string;
  readonly lpi: number;
  readonly angle: number;
  /** True for lines, which repeat across themselves only. */
  readonly isLines: boolean;
  /** The ink that its dots are printed in, by its id; null for a colour. */
  readonly ink?: string | null;
}

const MM_AN_INCH = 25.4;

/** Directions in which a screen repeats, degrees from its angle: lines lie along it, and repeat across. */
const waysOf = ({ isLines }: ScreenUsed): readonly number[] => (isLines ? [90, 270] : [0, 90, 180, 270]);

/**
 * Frequency of the beat between two screens, lines an inch: the shortest difference of their frequency vectors; 0 for two alike. I. Amidror, The
 * Theory of the Moiré Phenomenon, 2000, §2.
 */
export const beatLpi = (one: ScreenUsed, other: ScreenUsed): number => {
  let least = Infinity;
  for (const way of waysOf(one)) {
    for (const across of waysOf(other)) {
      const [a, b] = [one.angle + way, other.angle + across];
      const x = one.lpi * cosDeg(a) - other.lpi * cosDeg(b);
      const y = one.lpi * sinDeg(a) - other.lpi * sinDeg(b);
      least = Math.min(least, Math.sqrt(x * x + y * y));
    }
  }
  return least;
};

/** A beat is seen from this many cells of the finer screen on, up to this breadth, mm, beyond which it is no pattern any more. Common practice. */
const SEEN_CELLS = 3;
const BROADEST = 250;

/** Breadth of the beat of two screens, mm; null where it is not seen. */
export const beatMm = (one: ScreenUsed, other: ScreenUsed): number | null => {
  const beat = beatLpi(one, other);
  const mm = MM_AN_INCH / beat;
  return mm > BROADEST || beat * SEEN_CELLS >= Math.max(one.lpi, other.lpi) ? null : mm;
};

/** The angle that makes a screen's beats with all others as fine as can be, in whole steps of 7.5°, nearest to its own. */
export const calmAngle = (screen: ScreenUsed, others: readonly ScreenUsed[]): number => {
  const worst = (angle: number): number => Math.min(...others.map((other) => beatLpi({ ...screen, angle }, other)));
  const apart = (angle: number): number => Math.min(Math.abs(angle - screen.angle), 90 - Math.abs(angle - screen.angle));
  const tried = Array.from({ length: 12 }, (_, i) => 7.5 * i);
  return tried.reduce((best, angle) => {
    const better = worst(angle) - worst(best);
    return better > 0.01 || (better > -0.01 && apart(angle) < apart(best)) ? angle : best;
  });
};

const isScreen = (params: Readonly<Record<string, unknown>>): boolean =>
  typeof params['lpi'] === 'number' && typeof params['angle'] === 'number' && typeof params['shape'] === 'string';

/** The periodic screens of a sheet that print, plates of a process among them. */
export const screensUsed = (sheet: Sheet): ScreenUsed[] =>
  [...passesOf(sheet.passes)].flatMap((pass) => {
    if (!pass.on) return [];
    return pass.steps.flatMap((written): ScreenUsed[] => {
      const step = upgradedStep(written);
      const declaration = stepOfKind(step.kind);
      if (!step.on || !declaration) return [];
      if (declaration.family !== 'screen') return [];
      const plates = platesOf(step);
      const given =
        plates.length > 0
          ? plates.map(({ screen, ink }) => ({ params: screen.params, ink: inkNamed(ink, sheet) }))
          : [{ params: step.params, ink: inkOfPass(pass, sheet) }];
      return given
        .filter(({ params }) => isScreen(params))
        .map(({ params, ink }) => ({
          pass: pass.id,
          passName: pass.name,
          step: step.id,
          lpi: params['lpi'] as number,
          angle: params['angle'] as number,
          isLines: params['shape'] === 'line' || params['shape'] === 'wave line',
          ink,
        }));
    });
  });

/** The screens of an ink's plate. */
export const plateScreens = (sheet: Sheet, ink: string): ScreenUsed[] => screensUsed(sheet).filter((screen) => screen.ink === ink);
