/** Words put one behind the other, most significant bits first. */

let to: usize = 0;
let held: u64 = 0;
let bits: i32 = 0;

export function begin(out: usize): void {
  to = out;
  held = 0;
  bits = 0;
}

/** Puts a word of up to 32 bits. */
// @ts-ignore: decorator
@inline
export function put(word: u32, length: i32): void {
  held = (held << <u64>length) | <u64>word;
  bits += length;
  if (bits >= 32) {
    bits -= 32;
    store<u32>(to, bswap(<u32>(held >> <u64>bits)));
    to += 4;
  }
}

/** Puts what is left, filled up with 0 to a whole byte; gives where that ends. */
export function finish(): usize {
  for (; bits > 0; bits -= 8) store<u8>(to++, <u8>(bits >= 8 ? held >> <u64>(bits - 8) : held << <u64>(8 - bits)));
  return to;
}
