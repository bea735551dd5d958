import { DEPTH, HALF, ONE, unpremultiplied } from './depth';

// @ts-ignore: decorator
@inline
function through(value: i32, entries: usize): i32 {
  return <i32>load<i16>(entries + ((<usize>value) << 1));
}

// @ts-ignore: decorator
@inline
function weighted(value: i32, alpha: i32, entries: usize): i16 {
  return <i16>((through(unpremultiplied(value, alpha), entries) * alpha + HALF) >> DEPTH);
}

/** Each channel's unpremultiplied value through its own table; coverage kept. */
export function channels(rgba: usize, count: i32, red: usize, green: usize, blue: usize, out: usize): void {
  const end = rgba + ((<usize>count) << 1);
  for (let at = rgba, to = out; at < end; at += 8, to += 8) {
    const alpha = <i32>load<i16>(at, 6);
    if (alpha == 0) store<i64>(to, 0);
    else if (alpha == ONE) {
      store<i16>(to, <i16>through(load<i16>(at), red));
      store<i16>(to, <i16>through(load<i16>(at, 2), green), 2);
      store<i16>(to, <i16>through(load<i16>(at, 4), blue), 4);
      store<i16>(to, <i16>ONE, 6);
    } else {
      store<i16>(to, weighted(load<i16>(at), alpha, red));
      store<i16>(to, weighted(load<i16>(at, 2), alpha, green), 2);
      store<i16>(to, weighted(load<i16>(at, 4), alpha, blue), 4);
      store<i16>(to, <i16>alpha, 6);
    }
  }
}
