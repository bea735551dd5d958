import type { Ink, Sheet } from './model';

/** Plain names of hues by the degree on the colour circle at which each ends. */
const HUES: readonly (readonly [number, string])[] = [
  [14, 'Red'],
  [40, 'Orange'],
  [68, 'Yellow'],
  [90, 'Lime'],
  [155, 'Green'],
  [200, 'Turquoise'],
  [255, 'Blue'],
  [290, 'Violet'],
  [335, 'Pink'],
  [360, 'Red'],
];
/** Below this saturation a colour is called a grey. */
const GREY = 0.12;

/** A plain name for a colour (#rrggbb), by its hue, lightness and saturation (CSS Color 4, 7: HSL). */
export const colourName = (colour: string): string => {
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255) as [number, number, number];
  const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)];
  const [lightness, span] = [(most + least) / 2, most - least];
  if (lightness < 0.06) return 'Black';
  if (lightness > 0.97) return 'White';
  const shade = lightness < 0.34 ? 'Dark ' : lightness > 0.7 ? 'Light ' : '';
  const saturation = span / (1 - Math.abs(2 * lightness - 1));
  const named = (name: string): string => (shade ? shade + name.toLowerCase() : name);
  if (saturation < GREY) return named('Grey');
  const sixth = most === r ? (g - b) / span : most === g ? (b - r) / span + 2 : (r - g) / span + 4;
  const hue = (sixth * 60 + 360) % 360;
  const found = HUES.find(([end]) => hue < end)?.[1] ?? 'Red';
  // A dark orange or yellow is called brown.
  return shade === 'Dark ' && (found === 'Orange' || found === 'Yellow') ? 'Brown' : named(found);
};

/** The ink of a sheet that has a colour; a new one, with a name that no other has, where none has it yet. */
export const inkOfColour = (sheet: Pick<Sheet, 'inks'>, colour: string, id: string): Ink => {
  const known = sheet.inks.find((ink) => ink.colour.toLowerCase() === colour.toLowerCase());
  if (known) return known;
  const name = colourName(colour);
  const taken = new Set(sheet.inks.map((ink) => ink.name));
  let unique = name;
  for (let n = 2; taken.has(unique); n++) unique = `${name} ${n}`;
  return { id, name: unique, colour };
};
