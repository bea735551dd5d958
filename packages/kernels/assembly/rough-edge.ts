import { FINER, layeredNoise, WEAKER } from './chance';
import { ONE } from './depth';

// A rough edge, in the order of every sum and product of the core's raster/reference/rough-edge.ts and units/noise.ts.

/** Bytes of a line of a frame; its values as in the core's raster/kernels.ts. */
const LINE: usize = 12 * 8;

/** How far a frame reaches past a place from one of its lines, mm. */
function past(
  inwards: f64,
  along: f64,
  line: usize,
  tables: usize,
  perMm: f64,
  seed: i32,
  firstAlong: f64,
  firstInwards: f64,
  firstLayers: i32,
  secondAlong: f64,
  secondInwards: f64,
  secondLayers: i32,
  secondAmount: f64,
  pxPerMm: f64,
): f64 {
  const at = max(0.0, min(load<f64>(line, 72) - 1.001, (along - load<f64>(line, 88)) * perMm));
  const k = Math.floor(at);
  const share = at - k;
  const place = tables + (<usize>(load<f64>(line, 64) + k) << 4);
  const reach = load<f64>(place) + (load<f64>(place, 16) - load<f64>(place)) * share;
  const amount = load<f64>(place, 8) + (load<f64>(place, 24) - load<f64>(place, 8)) * share;
  const bare = reach - inwards;
  const most = 0.5 * abs(amount) + 0.5 * secondAmount + 1 / pxPerMm;
  if (bare > most || bare < -most) return bare;
  const salt = 57 * load<f64>(line, 80);
  const fine = layeredNoise(along / firstAlong, inwards / firstInwards + salt, seed, firstLayers, FINER, WEAKER) - 0.5;
  const coarse = layeredNoise(along / secondAlong, inwards / secondInwards + salt, seed + 40, secondLayers, FINER, WEAKER) - 0.5;
  return bare + amount * fine + secondAmount * coarse;
}

/**
 * Coverage of a rough frame over a piece of a plane `stride` pixels wide: it reaches in from `lines` (their values and `tables` as in
 * the core's raster/kernels.ts), roughened by two noises.
 */
export function roughEdge(
  lines: usize,
  count: i32,
  tables: usize,
  perMm: f64,
  seed: i32,
  firstAlong: f64,
  firstInwards: f64,
  firstLayers: i32,
  secondAlong: f64,
  secondInwards: f64,
  secondLayers: i32,
  secondAmount: f64,
  pxPerMm: f64,
  ends: i32,
  x: i32,
  y: i32,
  pieceWidth: i32,
  pieceHeight: i32,
  stride: i32,
  out: usize,
): void {
  for (let row = 0; row < pieceHeight; row++) {
    const py = <f64>(y + row) + 0.5;
    let to = out + (<usize>(row * stride) << 1);
    for (let column = 0; column < pieceWidth; column++, to += 2) {
      const px = <f64>(x + column) + 0.5;
      let most: f64 = -1e3;
      let nearest: f64 = 1e9;
      for (let n = 0; n < count; n++) {
        const line = lines + <usize>n * LINE;
        const inwards = load<f64>(line) * px + load<f64>(line, 8) * py + load<f64>(line, 16);
        if (n < 4) nearest = min(nearest, inwards);
        if (inwards >= load<f64>(line, 56)) continue;
        if (inwards < load<f64>(line, 48)) most = 1e3;
        else {
          const along = load<f64>(line, 24) * px + load<f64>(line, 32) * py + load<f64>(line, 40);
          const reaches = past(
            inwards,
            along,
            line,
            tables,
            perMm,
            seed,
            firstAlong,
            firstInwards,
            firstLayers,
            secondAlong,
            secondInwards,
            secondLayers,
            secondAmount,
            pxPerMm,
          );
          most = max(most, reaches);
        }
      }
      let coverage = most * pxPerMm + 0.5;
      if (ends) coverage = min(coverage, nearest * pxPerMm + 0.5);
      store<i16>(to, <i16>Math.floor(max(0.0, min(1.0, coverage)) * <f64>ONE + 0.5));
    }
  }
}
