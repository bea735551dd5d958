import { cosDeg, sinDeg } from '../units/exact';
import { mmFromInches } from '../units/length';
import type { Beyond, Fit, Placement, Size } from './model';

/** Centred on the sheet, as large as covers it (`fill`) or as fits in it whole (`whole`), proportions kept. */
export const placed = (sheet: Size, picture: Size, fit: Exclude<Fit, 'free'>, beyond: Beyond = 'nothing'): Placement => {
  const across = sheet.width / picture.width;
  const down = sheet.height / picture.height;
  const scale = fit === 'fill' ? Math.max(across, down) : Math.min(across, down);
  return {
    x: sheet.width / 2,
    y: sheet.height / 2,
    width: picture.width * scale,
    height: picture.height * scale,
    turn: 0,
    flipX: false,
    flipY: false,
    fit,
    beyond,
  };
};

/** The whole sheet, for what has no size of its own. */
export const wholeSheet = (sheet: Size): Placement => placed(sheet, sheet, 'fill', 'hold');

/** A box of a size centred at a place, free of the sheet's edges. */
export const boxAt = (x: number, y: number, width: number, height: number): Placement => ({
  x,
  y,
  width,
  height,
  turn: 0,
  flipX: false,
  flipY: false,
  fit: 'free',
  beyond: 'nothing',
});

/** A picture at its own resolution: one of its pixels is 1/ppi inch. */
export const ownSize = (sheet: Size, picture: Size, ppi: number): Placement =>
  boxAt(sheet.width / 2, sheet.height / 2, mmFromInches(picture.width / ppi), mmFromInches(picture.height / ppi));

/** The corners of a placed box on the sheet, mm: top left, top right, bottom right, bottom left. */
export const cornersOf = ({ x, y, width, height, turn }: Placement): readonly (readonly [number, number])[] => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u, v]) => {
    const [px, py] = [((u as number) * width) / 2, ((v as number) * height) / 2];
    return [x + cos * px + sin * py, y - sin * px + cos * py] as const;
  });
};

/** A place of the sheet seen from a placed box: mm from its middle, along its own sides. */
export const withinBox = ({ x, y, turn }: Placement, px: number, py: number): readonly [number, number] => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  const [dx, dy] = [px - x, py - y];
  return [cos * dx - sin * dy, sin * dx + cos * dy];
};
