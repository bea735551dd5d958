import { partOf, pxPerMm } from '@uvrant/core';
import { LightReducer, reducedSize } from '../../render/light-reducer';
import { openedPrint } from '../../render/print-job';
import { printedBands } from '../../render/printed-bands';
import { asGrey, channelsOf, coloursOf, greyRows, onStock, paletteWith, rowsOnStock } from '../../render/rows';
import { printedRegion, type WriteOrder } from './declare';

/** How a print is to look as a picture. */
export interface PictureLook {
  readonly onStock: boolean;
  readonly grey?: boolean;
  /** Longest side that it is reduced to, px; 0 for the print's own. */
  readonly longest?: number;
  /** True where entries of a palette are of use. */
  readonly takesPalette?: boolean;
}

/** A print as a picture: rows from the top, of `channels` samples of 8 bits, or of the entries of a palette. */
export interface PictureRows {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 2 | 3 | 4;
  readonly palette: Uint32Array | null;
  readonly rows: AsyncGenerator<Uint8Array>;
}

/** Opens a print as a picture. @throws CompileError for a sheet that cannot be rendered. */
export const pictureRows = async (order: WriteOrder, look: PictureLook): Promise<PictureRows> => {
  const { job, threads, told } = order;
  const print = await openedPrint(job);
  const region = printedRegion(order, print.graph.region);
  const { palette } = print;
  const stock = channelsOf(job.sheet.stock.colour);
  const size = reducedSize(region.width, region.height, look.longest ?? 0);
  const isReduced = size.width !== region.width || size.height !== region.height;
  async function* bands(): AsyncGenerator<Uint8Array> {
    for await (const band of printedBands(print, job, region, threads)) {
      yield band.bytes;
      told((band.region.y + band.region.height - region.y) / region.height);
    }
  }
  if (palette && look.takesPalette && !isReduced) {
    const laid = look.onStock ? paletteWith(palette, (colour) => onStock(colour, stock)) : palette;
    return { ...size, channels: 1, palette: look.grey ? paletteWith(laid, asGrey) : laid, rows: bands() };
  }
  async function* rows(): AsyncGenerator<Uint8Array> {
    const reducer = isReduced ? new LightReducer(region.width, region.height, size) : null;
    for await (const bytes of bands()) {
      const colours = palette ? coloursOf(bytes, palette) : bytes;
      const own = reducer ? reducer.rows(colours) : colours;
      const laid = look.onStock ? rowsOnStock(own, stock) : own;
      const out = look.grey ? greyRows(laid, look.onStock ? 3 : 4) : laid;
      if (out.length > 0) yield out;
    }
  }
  const channels = ((look.onStock ? 3 : 4) - (look.grey ? 2 : 0)) as PictureRows['channels'];
  return { ...size, channels, palette: null, rows: rows() };
};

/** The order of the part of the sheet that its options name, where it names none itself. */
export const ofPart = <O extends Parameters<typeof partOf>[0]>(order: WriteOrder<O>): WriteOrder<O> => ({
  ...order,
  crop: order.crop ?? partOf(order.options, order.job.sheet.size),
});

/** The ppi of a copy that is reduced: it stays as large on paper. */
export const ppiOf = ({ job, crop }: WriteOrder, { width }: Pick<PictureRows, 'width'>): number => {
  const across = crop?.width ?? job.sheet.size.width;
  const own = Math.round(across * pxPerMm(job.devicePpi));
  return width >= own ? job.devicePpi : (job.devicePpi * width) / own;
};
