/**
 * Where a colour that is no grey lies on the hue circle: its sixth, from red by green to blue, · ALONG + how far along it, 0 … span.
 */
export const ALONG: i32 = 32768;

// @ts-ignore: decorator
@inline
export function hueOf(r: i32, g: i32, b: i32, most: i32, least: i32): i32 {
  const span = most - least;
  if (r == most && b == least) return g - b;
  if (g == most && b == least) return ALONG + span - (r - b);
  if (g == most && r == least) return 2 * ALONG + b - r;
  if (b == most && r == least) return 3 * ALONG + span - (g - r);
  if (b == most && g == least) return 4 * ALONG + r - g;
  return 5 * ALONG + span - (b - g);
}
