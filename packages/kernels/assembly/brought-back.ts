import { DEPTH, HALF } from './depth';

/** Premultiplied colours moved by a weight of ONE towards others, these at the coverage of the first; alpha as it is. */
export function broughtBack(printed: usize, original: usize, pixels: i32, weight: i32, out: usize): void {
  for (const end = printed + (<usize>pixels << 3); printed < end; printed += 8, original += 8, out += 8) {
    const alpha = <i32>load<i16>(printed, 6);
    const there = <i32>load<i16>(original, 6);
    store<i64>(out, load<i64>(printed));
    if (alpha == 0 || there == 0) continue;
    for (let c: usize = 0; c < 6; c += 2) {
      const own = <i32>load<i16>(printed + c);
      const wanted = (2 * <i32>load<i16>(original + c) * alpha + there) / (2 * there);
      store<i16>(out + c, <i16>max(0, min(alpha, own + (((wanted - own) * weight + HALF) >> DEPTH))));
    }
  }
}
