import { added } from './column-sums';
import { ONE } from './depth';

// Colours of a subject without those of its ground, a row at a time; sums of windows run down the columns and along the row.

/** Bytes of the sums of a column: of the subject r g b and how many, of the ground likewise. */
const SUMS: usize = 64;

/** Adds a pixel's colours to those of a column's subject or ground, or takes them away. */
// @ts-ignore: decorator
@inline
function counted(sums: usize, rgba: usize, coverage: i32, sure: i32, none: i32, isAway: bool): void {
  if (coverage > none && coverage < sure) return;
  const values = i32x4.replace_lane(i32x4.extend_low_i16x8_s(v128.load64_zero(rgba)), 3, 1);
  added(coverage <= none ? sums + 32 : sums, values, isAway);
}

function countedRow(columns: usize, rgba: usize, coverage: usize, width: i32, sure: i32, none: i32, isAway: bool): void {
  for (let x = 0; x < width; x++) {
    counted(columns + SUMS * <usize>x, rgba + (<usize>x << 3), <i32>load<i16>(coverage + (<usize>x << 1)), sure, none, isAway);
  }
}

// @ts-ignore: decorator
@inline
function own(value: f64, alpha: f64, subject: f64, ground: f64, most: f64): i16 {
  const left = (value - (1 - alpha) * ground) / alpha;
  const made = alpha * left + (1 - alpha) * subject;
  return <i16>(<i32>Math.floor(Math.max(0, Math.min(most, made)) + 0.5));
}

function unmixedRow(columns: usize, rgba: usize, coverage: usize, width: i32, reach: i32, sure: i32, none: i32, out: usize): void {
  let subject = f64x2.splat(0);
  let subjects = f64x2.splat(0);
  let ground = f64x2.splat(0);
  let grounds = f64x2.splat(0);
  for (let x = -reach; x < width - reach; x++) {
    const to = columns + SUMS * <usize>(x + reach);
    subject = f64x2.add(subject, v128.load(to));
    subjects = f64x2.add(subjects, v128.load(to, 16));
    ground = f64x2.add(ground, v128.load(to, 32));
    grounds = f64x2.add(grounds, v128.load(to, 48));
    if (x < reach) continue;
    if (x > reach) {
      const from = columns + SUMS * <usize>(x - reach - 1);
      subject = f64x2.sub(subject, v128.load(from));
      subjects = f64x2.sub(subjects, v128.load(from, 16));
      ground = f64x2.sub(ground, v128.load(from, 32));
      grounds = f64x2.sub(grounds, v128.load(from, 48));
    }
    const there = <i32>load<i16>(coverage + (<usize>x << 1));
    const within = f64x2.extract_lane(subjects, 1);
    const beyond = f64x2.extract_lane(grounds, 1);
    if (there >= sure || there <= none || within == 0 || beyond == 0) continue;
    const at = rgba + (<usize>x << 3);
    const unmixed = out + (<usize>x << 3);
    const alpha = <f64>there / <f64>ONE;
    const most = <f64>load<i16>(at, 6);
    const red = own(<f64>load<i16>(at), alpha, f64x2.extract_lane(subject, 0) / within, f64x2.extract_lane(ground, 0) / beyond, most);
    const green = own(<f64>load<i16>(at, 2), alpha, f64x2.extract_lane(subject, 1) / within, f64x2.extract_lane(ground, 1) / beyond, most);
    const blue = own(<f64>load<i16>(at, 4), alpha, f64x2.extract_lane(subjects, 0) / within, f64x2.extract_lane(grounds, 0) / beyond, most);
    store<i16>(unmixed, red);
    store<i16>(unmixed, green, 2);
    store<i16>(unmixed, blue, 4);
  }
}

/** Rows `from` … `to` − 1; `columns` are as the rows before left them, or cleared. `out` is the picture as it came. */
export function unmixed(
  rgba: usize,
  coverage: usize,
  width: i32,
  height: i32,
  reach: i32,
  sure: i32,
  none: i32,
  from: i32,
  to: i32,
  columns: usize,
  out: usize,
): void {
  const line = <usize>width;
  for (let y = max(from, reach); y < min(to, height - reach); y++) {
    for (let last = y == reach ? 0 : y + reach; last <= y + reach; last++) {
      countedRow(columns, rgba + ((<usize>last * line) << 3), coverage + ((<usize>last * line) << 1), width, sure, none, false);
    }
    const gone = y - reach - 1;
    if (gone >= 0) countedRow(columns, rgba + ((<usize>gone * line) << 3), coverage + ((<usize>gone * line) << 1), width, sure, none, true);
    const row = <usize>y * line;
    unmixedRow(columns, rgba + (row << 3), coverage + (row << 1), width, reach, sure, none, out + (row << 3));
  }
}
