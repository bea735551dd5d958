import { FIBRE_PERIOD, FIBRE_POINTS, type Kernels } from '../kernels';
import { ONE } from '../raster';

/** The field at a place of the sheet, mm, straight between its points. */
const fibreAt = (field: Float32Array, x: number, y: number): number => {
  const [px, py] = [(x / FIBRE_PERIOD) * FIBRE_POINTS, (y / FIBRE_PERIOD) * FIBRE_POINTS];
  const [fx, fy] = [Math.floor(px), Math.floor(py)];
  const i = (fy & (FIBRE_POINTS - 1)) * (FIBRE_POINTS + 1) + (fx & (FIBRE_POINTS - 1));
  const [u, v] = [px - fx, py - fy];
  const top = (field[i] as number) + ((field[i + 1] as number) - (field[i] as number)) * u;
  const below = i + FIBRE_POINTS + 1;
  const bottom = (field[below] as number) + ((field[below + 1] as number) - (field[below] as number)) * u;
  return top + (bottom - top) * v;
};

export const spread: Kernels['spread'] = (far, { x, y, width, height }, reach, fibres, out) => {
  const { field, pxPerMm, spreadPx, ragged, unit, bare, solid, hard } = fibres;
  for (let row = reach; row < height - reach; row++) {
    const mmY = (y + row + 0.5) / pxPerMm;
    for (let i = row * width + reach, end = (row + 1) * width - reach; i < end; i++) {
      const nearest = far[i] as number;
      if (nearest <= bare) out[i] = 0;
      else if (nearest >= solid) out[i] = ONE;
      else {
        const mmX = (x + i - row * width + 0.5) / pxPerMm;
        const creep = Math.max(0, 1 + 4 * ragged * fibreAt(field, mmX, mmY)) * spreadPx;
        const covered = nearest / unit + creep;
        if (hard) out[i] = covered >= 0.5 ? ONE : 0;
        else out[i] = Math.floor(Math.max(0, Math.min(1, covered)) * ONE + 0.5);
      }
    }
  }
};

export const spreadEvenly: Kernels['spreadEvenly'] = (far, shift, creep, out) => {
  for (let i = 0; i < out.length; i++) {
    const value = ((far[i] as number) << shift) + creep;
    out[i] = value < 0 ? 0 : value > ONE ? ONE : value;
  }
};
