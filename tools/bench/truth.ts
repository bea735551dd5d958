/** How far a draft lies from the print: pixels that differ on the stock, and what each wear takes. */
import { addedSums, draftScale, ONE, rgbOfHex, tilesOf, type Sheet, type WearSums } from '@uvrant/core';
import type { OpenSheet } from '../../packages/web/src/app/engine/tasks/open-sheet';
import type { BenchHost } from './host';

export interface Truth {
  /** Share of pixels with a channel more than 24/255 off, on the stock. */
  readonly off: number;
  /** By wear: the share of the ink there that the print loses, and that the draft shows. */
  readonly wears: Readonly<Record<string, { readonly print: number; readonly draft: number }>>;
}

/** RGBA8 of the whole sheet at 1/2^halvings, laid on its stock: red, green and blue in turn. */
const onStock = (host: BenchHost, open: OpenSheet, quality: 'fine' | 'true', halvings: number): { rgb: Float32Array; worn: WearSums } => {
  const { sheet } = open;
  const whole = draftScale(sheet.size, sheet.ppi, halvings);
  const stock = rgbOfHex(sheet.stock.colour).map((v) => (v * 255) / ONE);
  const rgb = new Float32Array(3 * whole.width * whole.height);
  let worn: WearSums = { wears: {}, lettering: {} };
  const side = 256;
  for (const tile of tilesOf({ x: 0, y: 0, width: whole.width, height: whole.height }, side)) {
    const place = { halvings, side, x: tile.x / side, y: tile.y / side };
    const { result } = host.run(open, { kind: 'tile', version: 1, quality, ...place });
    if (result.worn) worn = addedSums(worn, result.worn);
    for (let row = 0, i = 0; row < result.height; row++) {
      for (let column = 0; column < result.width; column++, i++) {
        const alpha = (result.bytes[4 * i + 3] as number) / 255;
        const to = 3 * ((tile.y + row) * whole.width + tile.x + column);
        for (let c = 0; c < 3; c++) rgb[to + c] = (result.bytes[4 * i + c] as number) * alpha + (stock[c] as number) * (1 - alpha);
      }
    }
  }
  return { rgb, worn };
};

/** Measures a sheet's draft at so many halvings against its print. */
export const truthOf = (host: BenchHost, sheet: Sheet, halvings: number): Truth => {
  const open = host.open(sheet);
  const [print, draft] = [onStock(host, open, 'true', halvings), onStock(host, open, 'fine', halvings)];
  let off = 0;
  const pixels = print.rgb.length / 3;
  for (let i = 0; i < pixels; i++) {
    const far = [0, 1, 2].some((c) => Math.abs((print.rgb[3 * i + c] as number) - (draft.rgb[3 * i + c] as number)) > 24);
    if (far) off++;
  }
  const shown = host.wearOf(open, halvings);
  const wears = Object.entries(print.worn.wears).map(([name, { there, taken }]) => {
    const seen = shown.wears[name] ?? { there: 1, taken: 0 };
    return [name, { print: taken / there, draft: seen.taken / seen.there }] as const;
  });
  return { off: off / pixels, wears: Object.fromEntries(wears) };
};
