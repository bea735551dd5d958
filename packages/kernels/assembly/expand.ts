import { ONE } from './depth';

/** A 16-bit sample at working depth, rounded to nearest. */
// @ts-ignore: decorator
@inline
function working16(v: u32): i16 {
  return <i16>((v * 32768 + 65535) / 131070);
}

/** 8-bit samples at working depth by a table of 256 values: grey as one plane; colours as RGBA, full where they have no alpha. */
export function expand8(samples: usize, pixels: i32, channels: i32, table: usize, out: usize): void {
  let from = samples;
  let to = out;
  if (channels == 1) {
    for (let i = 0; i < pixels; i++, from++, to += 2) store<i16>(to, load<i16>(table + (<usize>load<u8>(from) << 1)));
    return;
  }
  for (let i = 0; i < pixels; i++, from += channels, to += 8) {
    store<i16>(to, load<i16>(table + (<usize>load<u8>(from) << 1)));
    store<i16>(to, load<i16>(table + (<usize>load<u8>(from, 1) << 1)), 2);
    store<i16>(to, load<i16>(table + (<usize>load<u8>(from, 2) << 1)), 4);
    store<i16>(to, channels == 4 ? load<i16>(table + (<usize>load<u8>(from, 3) << 1)) : <i16>ONE, 6);
  }
}

/** The same of 16-bit samples. */
export function expand16(samples: usize, pixels: i32, channels: i32, out: usize): void {
  let from = samples;
  let to = out;
  const step = <usize>channels << 1;
  if (channels == 1) {
    for (let i = 0; i < pixels; i++, from += 2, to += 2) store<i16>(to, working16(load<u16>(from)));
    return;
  }
  for (let i = 0; i < pixels; i++, from += step, to += 8) {
    store<i16>(to, working16(load<u16>(from)));
    store<i16>(to, working16(load<u16>(from, 2)), 2);
    store<i16>(to, working16(load<u16>(from, 4)), 4);
    store<i16>(to, channels == 4 ? working16(load<u16>(from, 6)) : <i16>ONE, 6);
  }
}
