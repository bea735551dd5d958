const UP: u8 = 2;

/** Rows of bytes, each after a 2 that names the filter, less the rows above them; `above` is the row before the first. */
export function upFiltered(rows: usize, above: usize, rowBytes: i32, count: i32, out: usize): void {
  for (let row = 0; row < count; row++) {
    store<u8>(out++, UP);
    // What a last vector writes past its row is written over by the next.
    for (let i: usize = 0; i < <usize>rowBytes; i += 16) v128.store(out + i, i8x16.sub(v128.load(rows + i), v128.load(above + i)));
    above = rows;
    rows += rowBytes;
    out += rowBytes;
  }
}
