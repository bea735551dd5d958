/** Where a colour that is no grey lies on the hue circle, red 0 … blue 4: its sixth, how far along it (0 … span), and the span. */
export const hueOf = (r: number, g: number, b: number): { readonly sixth: number; readonly along: number; readonly span: number } => {
  const most = Math.max(r, g, b);
  const least = Math.min(r, g, b);
  const span = most - least;
  if (r === most && b === least) return { sixth: 0, along: g - b, span };
  if (g === most && b === least) return { sixth: 1, along: span - (r - b), span };
  if (g === most && r === least) return { sixth: 2, along: b - r, span };
  if (b === most && r === least) return { sixth: 3, along: span - (g - r), span };
  if (b === most && g === least) return { sixth: 4, along: r - g, span };
  return { sixth: 5, along: span - (b - g), span };
};
