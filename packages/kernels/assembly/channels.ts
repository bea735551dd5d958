import { DEPTH, HALF, ONE, unpremultipliedPixel } from './depth';

// @ts-ignore: decorator
@inline
function through(value: i32, entries: usize): i32 {
  return <i32>load<i16>(entries + ((<usize>value) << 1));
}

// @ts-ignore: decorator
@inline
function weighted(value: i32, alpha: i32, entries: usize): i64 {
  return <i64>((through(value, entries) * alpha + HALF) >> DEPTH);
}

/** Each channel's unpremultiplied value through its own table; coverage kept. */
export function channels(rgba: usize, count: i32, red: usize, green: usize, blue: usize, out: usize): void {
  const end = rgba + ((<usize>count) << 1);
  // A soft pixel like the one before it becomes what that became: prints have few colours.
  let before: i64 = 0;
  let became: i64 = 0;
  for (let at = rgba, to = out; at < end; at += 8, to += 8) {
    const pixel = load<i64>(at);
    const alpha = <i32>(pixel >> 48);
    if (alpha == ONE) {
      // Sooner looked up than asked whether it is like the one before: in soft prints that is a guess.
      const r = <i64>through(<i32>(pixel & 0x7fff), red);
      const g = <i64>through(<i32>((pixel >> 16) & 0x7fff), green);
      const b = <i64>through(<i32>((pixel >> 32) & 0x7fff), blue);
      store<i64>(to, r | (g << 16) | (b << 32) | ((<i64>ONE) << 48));
      continue;
    }
    if (pixel != before) {
      before = pixel;
      const values = alpha > 0 ? unpremultipliedPixel(v128.load16x4_s(at), alpha) : i32x4.splat(0);
      became =
        weighted(i32x4.extract_lane(values, 0), alpha, red) |
        (weighted(i32x4.extract_lane(values, 1), alpha, green) << 16) |
        (weighted(i32x4.extract_lane(values, 2), alpha, blue) << 32) |
        ((<i64>alpha) << 48);
    }
    store<i64>(to, became);
  }
}
