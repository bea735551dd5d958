import { ONE } from './depth';

const TONE_BINS: i32 = 1024;

/** The coverage of each tone (whole without one) is added to the tone's bin; the sum of all is given. */
export function countTones(tone: usize, coverage: usize, count: i32, weights: usize): f64 {
  let total: f64 = 0;
  for (let at: usize = 0, end = <usize>count << 1; at < end; at += 2) {
    const weight = coverage ? <f64>load<i16>(coverage + at) / <f64>ONE : 1.0;
    const bin = weights + (<usize>max(0, min(TONE_BINS, (<i32>load<i16>(tone + at) + 8) >> 4)) << 3);
    store<f64>(bin, load<f64>(bin) + weight);
    total += weight;
  }
  return total;
}
