/** Means of squares of 2^shift pixels, rounded half up; cut squares at the right and bottom average what is there. */
export function reduce(plane: usize, channels: i32, width: i32, height: i32, shift: i32, out: usize): void {
  if (channels == 1 && shift == 1 && !((width | height) & 1)) return halve(plane, width, height, out);
  const side = 1 << shift;
  const outWidth = (width + side - 1) >> shift;
  const outHeight = (height + side - 1) >> shift;
  for (let oy = 0; oy < outHeight; oy++) {
    const top = oy << shift;
    const bottom = min(height, top + side);
    for (let ox = 0; ox < outWidth; ox++) {
      const left = ox << shift;
      const right = min(width, left + side);
      const count = (right - left) * (bottom - top);
      const at = out + ((<usize>(oy * outWidth + ox) * channels) << 1);
      const from = plane + ((<usize>(top * width + left) * channels) << 1);
      if (channels == 4) {
        const sum = coloursOver(from, <usize>width << 3, right - left, bottom - top);
        putMean(i32x4.add(sum, i32x4.splat(count >> 1)), count, shift, at);
      } else {
        const sum = valuesOver(from, <usize>width << 1, right - left, bottom - top) + (count >> 1);
        store<i16>(at, <i16>(count == 1 << (2 * shift) ? sum >> (2 * shift) : floorDivided(sum, count)));
      }
    }
  }
}

/** The sums of a square's colours; `line` bytes from row to row. Two rows and two pixels at a time where its sides are even. */
// @ts-ignore: decorator
@inline
function coloursOver(from: usize, line: usize, across: i32, down: i32): v128 {
  const bytes = <usize>across << 3;
  let sum = i32x4.splat(0);
  if ((across | down) & 1) {
    for (let y = 0; y < down; y++, from += line) {
      for (let at = from; at < from + bytes; at += 8) sum = i32x4.add(sum, v128.load16x4_s(at));
    }
    return sum;
  }
  const ones = i16x8.splat(1);
  for (let y = 0; y < down; y += 2, from += 2 * line) {
    let at = from;
    do {
      const a = v128.load(at);
      const b = v128.load(at + line);
      const first = i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11), ones);
      const second = i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15), ones);
      sum = i32x4.add(sum, i32x4.add(first, second));
      at += 16;
    } while (at < from + bytes);
  }
  return sum;
}

/** The sum of a square's values; `line` bytes from row to row. Eight at a time where it is so broad, or two rows of four. */
// @ts-ignore: decorator
@inline
function valuesOver(from: usize, line: usize, across: i32, down: i32): i32 {
  const isFour = across == 4 && (down & 1) == 0;
  if ((across & 7) != 0 && !isFour) {
    let sum = 0;
    for (let y = 0; y < down; y++, from += line) {
      for (let x = 0; x < across; x++) sum += load<i16>(from + (<usize>x << 1));
    }
    return sum;
  }
  let sums = i32x4.splat(0);
  if (isFour) {
    for (let y = 0; y < down; y += 2, from += 2 * line) {
      sums = i32x4.add(sums, i32x4.extadd_pairwise_i16x8_s(v128.load64_lane(from + line, v128.load64_zero(from), 1)));
    }
  } else {
    for (let y = 0; y < down; y++, from += line) {
      for (let at = from; at < from + (<usize>across << 1); at += 16) sums = i32x4.add(sums, i32x4.extadd_pairwise_i16x8_s(v128.load(at)));
    }
  }
  const halves = i32x4.add(sums, v128.shuffle<i32>(sums, sums, 2, 3, 0, 1));
  return i32x4.extract_lane(halves, 0) + i32x4.extract_lane(halves, 1);
}

// @ts-ignore: decorator
@inline
function floorDivided(sum: i32, count: i32): i32 {
  return sum >= 0 ? sum / count : -((-sum + count - 1) / count);
}

function divided(sum: v128, count: i32): v128 {
  return i32x4(
    floorDivided(i32x4.extract_lane(sum, 0), count),
    floorDivided(i32x4.extract_lane(sum, 1), count),
    floorDivided(i32x4.extract_lane(sum, 2), count),
    floorDivided(i32x4.extract_lane(sum, 3), count),
  );
}

/** Four means of `count` pixels each; a whole square's division is a shift. */
// @ts-ignore: decorator
@inline
function putMean(sum: v128, count: i32, shift: i32, to: usize): void {
  const mean = count == 1 << (2 * shift) ? i32x4.shr_s(sum, 2 * shift) : divided(sum, count);
  v128.store64_lane(to, i16x8.narrow_i32x4_s(mean, mean), 0);
}

/** The same of a palette's RGBA: the mean of each square's entries. */
export function reduceIndex(entries: usize, width: i32, height: i32, shift: i32, palette: usize, out: usize): void {
  const side = 1 << shift;
  const outWidth = (width + side - 1) >> shift;
  const outHeight = (height + side - 1) >> shift;
  for (let oy = 0; oy < outHeight; oy++) {
    const top = oy << shift;
    const bottom = min(height, top + side);
    for (let ox = 0; ox < outWidth; ox++) {
      const left = ox << shift;
      const right = min(width, left + side);
      const count = (right - left) * (bottom - top);
      let sum = i32x4.splat(count >> 1);
      for (let y = top; y < bottom; y++) {
        const line = entries + <usize>(y * width);
        for (let x = left; x < right; x++) sum = i32x4.add(sum, v128.load16x4_s(palette + (<usize>load<u8>(line + <usize>x) << 3)));
      }
      putMean(sum, count, shift, out + (<usize>(oy * outWidth + ox) << 3));
    }
  }
}

/** A plane of even sides at half its size, four means at a time; the caller leaves room past each end. */
function halve(plane: usize, width: i32, height: i32, out: usize): void {
  const half = width >> 1;
  const line = <usize>width << 1;
  const round = i32x4.splat(2);
  for (let y = 0; y < height >> 1; y++) {
    const from = plane + <usize>(2 * y) * line;
    const to = out + (<usize>(y * half) << 1);
    for (let x = 0; x < half; x += 4) {
      const at = from + (<usize>x << 2);
      const sums = i32x4.add(
        i32x4.extadd_pairwise_i16x8_s(v128.load(at)),
        i32x4.extadd_pairwise_i16x8_s(v128.load(at + line)),
      );
      const means = i32x4.shr_s(i32x4.add(sums, round), 2);
      v128.store64_lane(to + (<usize>x << 1), i16x8.narrow_i32x4_s(means, means), 0);
    }
  }
}
