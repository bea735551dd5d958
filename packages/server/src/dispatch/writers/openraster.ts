import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { readsBeneath, type ModeName, type Pass, type Sheet } from '@uvrant/core';
import { ZipFile } from 'yazl';
import { xmlText } from '../../render/xml';
import type { Writer } from './declare';
import { writePicture } from './picture-file';

/** Compositing of layers as the OpenRaster baseline names it; a mode that it has no name for is not here. */
const COMPOSITE: Readonly<Partial<Record<ModeName, string>>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  color: 'svg:color',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
  luminosity: 'svg:luminosity',
  'knock-out': 'svg:dst-out',
};

/** Longest side of the picture that a file browser shows, px. */
const THUMBNAIL = 256;
/** One moment for all files, so that the same sheet makes the same bytes. */
const MOMENT = new Date(1980, 0, 1);

interface Layer {
  readonly name: string;
  readonly sheet: Sheet;
  readonly composite: string;
  readonly opacity: number;
}

/** Why a pass cannot be a layer of its own; null where it can. */
const flattened = (pass: Pass): string | null => {
  if (pass.source.kind === 'overall') return 'treats what is beneath it';
  if (readsBeneath(pass)) return 'is shaped by what is beneath it';
  return COMPOSITE[pass.lay.mode as ModeName] === undefined ? `is laid by ${pass.lay.mode}, which the format does not have` : null;
};

const only = (sheet: Sheet, isPrinted: (pass: Pass, at: number) => boolean): Sheet => ({
  ...sheet,
  passes: sheet.passes.map((pass, at) => (isPrinted(pass, at) ? pass : { ...pass, on: false })),
});

/** Layers from the bottom; what cannot be one by itself is one with all beneath it. */
const layersOf = (sheet: Sheet): { readonly layers: Layer[]; readonly note: string | null } => {
  const last = sheet.passes.findLastIndex((pass) => pass.on && flattened(pass) !== null);
  const layers: Layer[] = [];
  if (last >= 0) {
    layers.push({
      name: 'Printed together',
      sheet: only(sheet, (pass, at) => pass.on && at <= last),
      composite: 'svg:src-over',
      opacity: 1,
    });
  }
  for (const [at, pass] of sheet.passes.entries()) {
    if (at <= last || !pass.on) continue;
    const plain = { ...pass, lay: { ...pass.lay, mode: 'normal', strength: 1, times: 1 } };
    const own = only({ ...sheet, passes: sheet.passes.with(at, plain) }, (_, each) => each === at);
    const layer: Layer = {
      name: pass.name,
      sheet: own,
      composite: COMPOSITE[pass.lay.mode as ModeName] as string,
      opacity: pass.lay.strength,
    };
    for (let n = 0; n < (pass.lay.times ?? 1); n++) layers.push(layer);
  }
  const pass = sheet.passes[last];
  const note = pass && `What prints up to “${pass.name}” is one layer: it ${flattened(pass)}.`;
  return { layers, note: note ?? null };
};

/** A zip of a PNG for each layer, the whole print, a small one, and the order in which they lie (OpenRaster 0.0.5). */
export const writeOpenRaster: Writer<'openraster'> = async (order) => {
  const { job, path, told } = order;
  const { layers, note } = layersOf(job.sheet);
  const folder = mkdtempSync(join(tmpdir(), 'uvrant-layers-'));
  try {
    const parts = layers.length + 1;
    const share = (part: number) => (own: number) => told((part + own) / parts);
    const drawn = new Map<Sheet, string>();
    for (const [i, { sheet }] of layers.entries()) {
      if (drawn.has(sheet)) continue;
      const name = `data/layer${drawn.size}.png`;
      await writePicture({ ...order, told: share(i) }, sheet, join(folder, `layer${drawn.size}.png`), { onStock: false });
      drawn.set(sheet, name);
    }
    const size = await writePicture({ ...order, told: share(layers.length) }, job.sheet, join(folder, 'merged.png'), { onStock: false });
    await writePicture({ ...order, told: () => undefined }, job.sheet, join(folder, 'thumbnail.png'), {
      onStock: false,
      longest: THUMBNAIL,
    });
    const lines = [...layers].reverse().map(({ name, sheet, composite, opacity }) => {
      const looks = `composite-op="${composite}" opacity="${opacity}"`;
      return `    <layer name="${xmlText(name)}" src="${drawn.get(sheet)}" x="0" y="0" ${looks} />`;
    });
    const image = `<image version="0.0.5" w="${size.width}" h="${size.height}" xres="${job.devicePpi}" yres="${job.devicePpi}">`;
    const stack = `<?xml version="1.0" encoding="UTF-8"?>\n${image}\n  <stack>\n${lines.join('\n')}\n  </stack>\n</image>\n`;
    const zip = new ZipFile();
    const stored = { mtime: MOMENT, compress: false };
    zip.addBuffer(Buffer.from('image/openraster'), 'mimetype', stored);
    zip.addBuffer(Buffer.from(stack), 'stack.xml', { mtime: MOMENT });
    for (const name of drawn.values()) zip.addFile(join(folder, name.replace('data/', '')), name, stored);
    zip.addFile(join(folder, 'merged.png'), 'mergedimage.png', stored);
    zip.addFile(join(folder, 'thumbnail.png'), 'Thumbnails/thumbnail.png', stored);
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(path));
    return { ...size, note };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};
