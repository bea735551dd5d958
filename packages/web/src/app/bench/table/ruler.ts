import type { LengthUnit } from '../../ui/lengths';
import type { DrawnColours } from '../../ui/shade';

export interface RulerScale {
  readonly unit: LengthUnit;
  /** Screen units (CSS px) a shown unit, and where zero lies. */
  readonly perUnit: number;
  readonly zero: number;
}

const STEPS = { in: [0.125, 0.25, 0.5, 1, 2, 4, 8, 16], mm: [1, 2, 5, 10, 20, 50, 100, 200] } as const;
const LEAST_LABEL_GAP = 44;

/** Figures at even steps far enough apart to be read, with short marks between. */
export const drawRuler = (
  context: CanvasRenderingContext2D,
  length: number,
  breadth: number,
  along: 'x' | 'y',
  scale: RulerScale,
  colours: Pick<DrawnColours, 'ink' | 'ruler'>,
): void => {
  const { perUnit, zero, unit } = scale;
  context.fillStyle = colours.ruler;
  context.fillRect(0, 0, along === 'x' ? length : breadth, along === 'x' ? breadth : length);
  context.fillStyle = colours.ink;
  context.font = "9.5px 'Archivo Variable', sans-serif";
  const step = STEPS[unit].find((each) => each * perUnit >= LEAST_LABEL_GAP) ?? 400;
  const between = step * perUnit >= 90 ? 4 : 2;
  const mark = (at: number, long: number): void => {
    if (along === 'x') context.fillRect(Math.round(at), breadth - long, 1, long);
    else context.fillRect(breadth - long, Math.round(at), long, 1);
  };
  const first = Math.floor(-zero / (step * perUnit)) - 1;
  const last = Math.ceil((length - zero) / (step * perUnit)) + 1;
  for (let n = first; n <= last; n++) {
    const at = zero + n * step * perUnit;
    mark(at, 9);
    for (let part = 1; part < between; part++) mark(at + (part * step * perUnit) / between, 4);
    const label = String(Math.round(n * step * 1000) / 1000);
    if (along === 'x') context.fillText(label, at + 3, 8.5);
    else {
      context.save();
      context.translate(8.5, at - 3);
      context.rotate(-Math.PI / 2);
      context.fillText(label, 0, 0);
      context.restore();
    }
  }
};
