/** Adds four whole values to four sums of a column, in doubles, or takes them away. */
// @ts-ignore: decorator
@inline
export function added(sums: usize, values: v128, isAway: bool): void {
  const four = isAway ? i32x4.neg(values) : values;
  v128.store(sums, f64x2.add(v128.load(sums), f64x2.convert_low_i32x4_s(four)));
  v128.store(sums, f64x2.add(v128.load(sums, 16), f64x2.convert_low_i32x4_s(v128.shuffle<i64>(four, four, 1, 1))), 16);
}
