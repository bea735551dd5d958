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
      if (channels == 4) {
        let sum = i32x4.splat(count >> 1);
        for (let y = top; y < bottom; y++) {
          let from = plane + (<usize>(y * width + left) << 3);
          const end = from + (<usize>(right - left) << 3);
          for (; from < end; from += 8) sum = i32x4.add(sum, v128.load16x4_s(from));
        }
        putMean(sum, count, shift, at);
      } else {
        let sum = count >> 1;
        for (let y = top; y < bottom; y++) {
          for (let x = left; x < right; x++) sum += load<i16>(plane + (<usize>(y * width + x) << 1));
        }
        store<i16>(at, <i16>floorDivided(sum, count));
      }
    }
  }
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
