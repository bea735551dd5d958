declare module 'culori' {
  export type Lab65 = { readonly mode: 'lab65'; readonly l: number; readonly a: number; readonly b: number };
  export type Rgb = { readonly mode: 'rgb'; readonly r: number; readonly g: number; readonly b: number };
  export const differenceCiede2000: () => (one: Lab65, two: Lab65) => number;
  export function converter(mode: 'lab65'): (colour: Rgb) => Lab65;
  export function converter(mode: 'rgb'): (colour: Lab65) => Rgb;
}
