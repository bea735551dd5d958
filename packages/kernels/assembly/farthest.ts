/**
 * Greatest of height less distance over the listed neighbours (bytes away, distance), the pixel itself first, for `rows` rows from
 * the plane's row `reach` on. Eight pixels at a time; the first and last `reach` of a row are 0.
 */
export function farthest(
  heights: usize,
  width: i32,
  rows: i32,
  reach: i32,
  bits: i32,
  near: usize,
  neighbours: i32,
  out: usize,
): void {
  const end = near + <usize>(neighbours << 3);
  const one: i32 = 1 << bits;
  const full = i16x8.splat(<i16>one);
  for (let y = 0; y < rows; y++) {
    const to = out + ((<usize>(y * width)) << 1);
    for (let x = 0; x < reach; x++) {
      store<i16>(to + ((<usize>x) << 1), 0);
    }
    const from = heights + ((<usize>((y + reach) * width)) << 1);
    for (let x = reach; x < width - reach; x += 8) {
      const here = from + ((<usize>x) << 1);
      let most = v128.load(here);
      // Nothing stands higher than a full height at no distance.
      if (!v128.any_true(v128.xor(most, full))) {
        v128.store(to + ((<usize>x) << 1), most);
        continue;
      }
      for (let entry = near + 8; entry < end; entry += 8) {
        const value = v128.load(here + <usize>load<i32>(entry));
        most = i16x8.max_s(most, i16x8.sub_sat_s(value, v128.load16_splat(entry, 4)));
      }
      v128.store(to + ((<usize>x) << 1), most);
    }
    for (let x = max(reach, width - reach); x < width; x++) {
      store<i16>(to + ((<usize>x) << 1), 0);
    }
  }
}
