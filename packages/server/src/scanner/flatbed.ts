import type { Piscina } from 'piscina';
import { pixelsOf, SURFACE_PIECE, SURFACES } from '@uvrant/core';
import { MOST_PIXELS } from '../assets/formats';
import { AppError } from '../errors';
import type { ScanTask } from './scan.worker';
import type { ScannerDevice } from '@uvrant/contract';
import type { ScanArea, Scanner, ScanOrder } from './port';

/** As large as a piece of any surface. */
const GLASS = SURFACE_PIECE;

const FLATBED: ScannerDevice = {
  id: 'flatbed',
  name: 'Flatbed (simulated)',
  glass: GLASS,
  ppi: { min: 75, max: 1200 },
  things: SURFACES.map(({ name, title, note }) => ({ name, title, note })),
};

/** Resolution that whole-glass previews are scanned at; lower than any scan. */
export const PREVIEW_PPI = 36;

/** A surface that tiles does so after the shorter side of its area: the area is cut to that square. */
export const scannedArea = (area: ScanArea, tiles: boolean): ScanArea => {
  const side = Math.min(area.width, area.height);
  return tiles ? { ...area, width: side, height: side } : area;
};

/** Why an order cannot be filled, or null. */
const fault = ({ glass, ppi, area, exposure }: ScanOrder): string | null => {
  if (!SURFACES.some(({ name }) => name === glass.surface)) {
    return `there is no “${glass.surface}” to lay on the glass: choose ${SURFACES.map(({ name }) => name).join(', ')}`;
  }
  const { min, max } = FLATBED.ppi;
  if (ppi !== PREVIEW_PPI && (ppi < min || ppi > max)) return `${ppi} ppi is beyond it: it scans at ${min} to ${max} ppi`;
  const inside = area.x >= 0 && area.y >= 0 && area.x + area.width <= GLASS.width + 0.01 && area.y + area.height <= GLASS.height + 0.01;
  if (!inside || area.width < 5 || area.height < 5) {
    return `the area must be at least 5 × 5 mm and lie on the glass, which is ${GLASS.width} × ${GLASS.height} mm`;
  }
  if (Math.abs(exposure) > 3) return `an exposure of ${exposure} stops is beyond it: it goes from −3 to 3`;
  const pixels = pixelsOf(area.width, ppi) * pixelsOf(area.height, ppi);
  if (pixels > MOST_PIXELS) return `the scan would have ${Math.round(pixels / 1e6)} megapixels: lower its ppi, or scan a smaller area`;
  return null;
};

/** The simulated flatbed: made surfaces on a glass, scanned in a thread of its own. */
export const flatbed = (workers: Piscina): Scanner => ({
  devices: () => [FLATBED],
  scan: async (device, order, file, progress, signal) => {
    if (device !== FLATBED.id) throw new AppError('not-found', `There is no scanner “${device}”; there is ${FLATBED.id}.`);
    const why = fault(order);
    if (why) throw new AppError('bad-scan', `The scanner cannot do this: ${why}.`);
    const area = scannedArea(order.area, order.glass.tiles);
    const task: ScanTask = { order: { ...order, area }, file, progress };
    await workers.run(task, { transferList: [progress], ...(signal ? { signal } : {}) });
  },
});
