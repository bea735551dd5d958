import { screensUsed, type ScreenUsed } from '../plates/moire';
import { isWhole, type Sheet } from '../sheet/model';
import { findPass } from '../sheet/walk';
import { figured, NOTHING_TO_CHECK, written, type Finding, type Outcome } from './declare';

/** Threads that a line of the screen needs at least, and is well with. Common practice: 4 to 5, and 3.5 at least. */
const [LEAST_THREADS, GOOD_THREADS] = [3.5, 4.5];
/** Pixels that the cell of a screen of whole pixels needs for its tones: 6 px are 37 of them. Common practice. */
const LEAST_CELL = 6;
const GOOD_CELL = 8;
/** Finest resolution of a sheet, ppi. */
const MOST_PPI = 2400;

/** Another frequency for a screen, where its step has one to set. */
export const otherLpi = (sheet: Sheet, { pass, step }: ScreenUsed, lpi: number): Finding['mend'] => {
  const written = findPass(sheet, pass)?.steps.find(({ id }) => id === step);
  if (typeof written?.params['lpi'] !== 'number') return null;
  return { words: `${lpi} lpi`, change: { kind: 'step', pass, step, params: { lpi } } };
};

const finest = (screens: readonly ScreenUsed[]): ScreenUsed => screens.reduce((one, two) => (two.lpi > one.lpi ? two : one));

/** The lpi of each screen against the mesh that it is printed through. */
export const screenAndMesh = written('Screen and mesh', ({ sheet, profile }): Outcome => {
  const screens = screensUsed(sheet);
  const { mesh } = profile;
  if (mesh === null || screens.length === 0) return NOTHING_TO_CHECK;
  const most = mesh / LEAST_THREADS;
  const tooFine = screens.filter(({ lpi }) => lpi > most);
  return {
    figure: tooFine.length > 0 ? null : `${figured(finest(screens).lpi)} lpi, mesh ${Math.round(mesh / 2.54)} a cm`,
    findings: tooFine.map((screen) => ({
      title: `${figured(screen.lpi)} lpi is too fine for the mesh`,
      detail: `“${screen.passName}”: ${figured(mesh / screen.lpi)} threads a line, where at least ${LEAST_THREADS} are needed.`,
      pass: screen.pass,
      place: null,
      mend: otherLpi(sheet, screen, Math.floor(mesh / GOOD_THREADS)),
    })),
  };
});

/** The pixels that each screen's cell has for its tones, where every pixel is all or nothing. */
export const screenAndPixels = written('Pixels of a dot’s cell', ({ sheet }): Outcome => {
  const screens = screensUsed(sheet);
  if (!isWhole(sheet.edges) || screens.length === 0) return NOTHING_TO_CHECK;
  const tooFew = screens.filter(({ lpi }) => sheet.ppi / lpi < LEAST_CELL);
  return {
    figure: tooFew.length > 0 ? null : `${figured(sheet.ppi / finest(screens).lpi)} px`,
    findings: tooFew.map(({ pass, passName, lpi }) => {
      const ppi = Math.ceil((lpi * GOOD_CELL) / 50) * 50;
      return {
        title: `${sheet.ppi} ppi are few for ${figured(lpi)} lpi`,
        detail: `“${passName}”: a cell of ${figured(sheet.ppi / lpi)} px has ${Math.floor((sheet.ppi / lpi) ** 2) + 1} tones.`,
        pass,
        place: null,
        mend: ppi > MOST_PPI ? null : { words: `Print at ${ppi} ppi`, change: { kind: 'ppi', ppi } },
      };
    }),
  };
});
