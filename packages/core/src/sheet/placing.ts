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
