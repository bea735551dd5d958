import { DEPTH, HALF } from './depth';

/** How far a way leads of a pixel, 1/256 px; `most` for a way of ONE. */
// @ts-ignore: decorator
@inline
export function wayAt(ways: usize, i: i32, most: i32): i32 {
  return <i32>((<i64>load<i16>(ways + (<usize>i << 1)) * <i64>most + HALF) >> DEPTH);
}

/** How far a phase lies where a pixel is moved by its ways: ux, uy a pixel, the ways in 1/256 px. */
// @ts-ignore: decorator
@inline
export function movedPhase(phase: i32, ux: i32, uy: i32, x: i32, y: i32): i32 {
  return phase + <i32>((<i64>ux * <i64>x + <i64>uy * <i64>y) >> 8);
}
