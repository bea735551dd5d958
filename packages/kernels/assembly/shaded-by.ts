import { ONE } from './depth';

const COLOUR: i32 = 0;
const INK: i32 = 2;
/** Twice as far from the mean as full light or shade lies. */
const GAIN: f64 = 2;

// @ts-ignore: decorator
@inline
function lit(value: i32, light: i32, white: i32, share: f64): i16 {
  const by = min<f64>(1, (<f64>abs(light) * GAIN * share) / <f64>ONE);
  return <i16>Math.floor(<f64>value + <f64>((light < 0 ? 0 : white) - value) * by + 0.5);
}

/** Values with light above (below: shade) the mean laid over them: colours and tones lighter and darker, ink thinner in the light. */
export function shadedBy(values: usize, light: usize, pixels: i32, kind: i32, share: f64, out: usize): void {
  for (let i = 0; i < pixels; i++, light += 2) {
    const at = <i32>load<i16>(light);
    if (kind == COLOUR) {
      const alpha = <i32>load<i16>(values, 6);
      for (let c: usize = 0; c < 6; c += 2) store<i16>(out + c, lit(load<i16>(values + c), at, alpha, share));
      store<i16>(out, <i16>alpha, 6);
      values += 8;
      out += 8;
      continue;
    }
    const value = <i32>load<i16>(values);
    store<i16>(out, kind == INK ? (at > 0 ? lit(value, -at, 0, share) : <i16>value) : lit(value, at, ONE, share));
    values += 2;
    out += 2;
  }
}
