declare module 'culori' {
  export type Lab65 = { readonly mode: 'lab65'; readonly l: number; readonly a: number; readonly b: number };
  export type Rgb = { readonly mode: 'rgb'; readonly r: number; readonly g: number; readonly b: number };
  export const differenceCiede2000: () => (one: Lab65 | Rgb, two: Lab65 | Rgb) => number;
  export function converter(mode: 'lab65'): (colour: Rgb) => Lab65;
  export type Hsl = { readonly mode: 'hsl'; readonly h?: number; readonly s: number; readonly l: number };
  export function converter(mode: 'hsl'): (colour: Rgb) => Hsl;
  export function converter(mode: 'rgb'): (colour: Lab65) => Rgb;
}
