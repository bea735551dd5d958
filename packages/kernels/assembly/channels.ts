import { DEPTH, HALF, unpremultiplied } from './depth';

// @ts-ignore: decorator
@inline
function through(at: usize, alpha: i32, entries: usize): void {
  const value = unpremultiplied(load<i16>(at), alpha);
  store<i16>(at, <i16>((<i32>load<i16>(entries + ((<usize>value) << 1)) * alpha + HALF) >> DEPTH));
}

/** Each channel's unpremultiplied value through its own table, in place; coverage kept. */
export function channels(rgba: usize, count: i32, red: usize, green: usize, blue: usize): void {
  const end = rgba + ((<usize>count) << 1);
  for (let at = rgba; at < end; at += 8) {
    const alpha = <i32>load<i16>(at, 6);
    through(at, alpha, red);
    through(at + 2, alpha, green);
    through(at + 4, alpha, blue);
  }
}
