import { ONE } from './depth';

/** A 16-bit sample at working depth, rounded to nearest. */
// @ts-ignore: decorator
@inline
function working16(v: u32): i16 {
  return <i16>((v * 32768 + 65535) / 131070);
}

/** An 8-bit sample at working depth, rounded to nearest. */
// @ts-ignore: decorator
@inline
function working8(v: u32): i16 {
  return <i16>((v * 32768 + 255) / 510);
}

/** Eight samples of 8 bits, each in 16, at working depth: v · 64 and v · 64 / 255, rounded, which is exact in 16 bits. */
// @ts-ignore: decorator
@inline
function workingEight(values: v128): v128 {
  const whole = i16x8.shl(values, 6);
  const more = i16x8.add(whole, i16x8.splat(127));
  const over = i16x8.add(i16x8.add(more, i16x8.splat(1)), i16x8.shr_u(more, 8));
  return i16x8.add(whole, i16x8.shr_u(over, 8));
}

/** 16 samples at working depth. */
// @ts-ignore: decorator
@inline
function storeWorking(samples: v128, to: usize): void {
  v128.store(to, workingEight(i16x8.extend_low_i8x16_u(samples)));
  v128.store(to, workingEight(i16x8.extend_high_i8x16_u(samples)), 16);
}

/** 8-bit samples at working depth: grey as one plane; colours as RGBA, full where they have no alpha. The caller leaves room past the end. */
export function expand8(samples: usize, pixels: i32, channels: i32, out: usize): void {
  if (channels == 3) {
    const full = i8x16.splat(-1);
    let at = 0;
    for (; at + 4 <= pixels; at += 4) {
      const four = v128.load(samples + 3 * <usize>at);
      storeWorking(i8x16.shuffle(four, full, 0, 1, 2, 16, 3, 4, 5, 16, 6, 7, 8, 16, 9, 10, 11, 16), out + (<usize>at << 3));
    }
    for (; at < pixels; at++) {
      const from = samples + 3 * <usize>at;
      const to = out + (<usize>at << 3);
      for (let c: usize = 0; c < 3; c++) store<i16>(to + (c << 1), working8(load<u8>(from + c)));
      store<i16>(to, <i16>ONE, 6);
    }
    return;
  }
  const count = pixels * channels;
  let at = 0;
  for (; at + 16 <= count; at += 16) storeWorking(v128.load(samples + <usize>at), out + (<usize>at << 1));
  for (; at < count; at++) store<i16>(out + (<usize>at << 1), working8(load<u8>(samples + <usize>at)));
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
