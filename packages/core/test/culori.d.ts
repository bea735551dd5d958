declare module 'culori' {
  export type Lab65 = { readonly mode: 'lab65'; readonly l: number; readonly a: number; readonly b: number };
  export const differenceCiede2000: () => (one: Lab65, two: Lab65) => number;
  export const converter: (mode: 'lab65') => (colour: { mode: 'rgb'; r: number; g: number; b: number }) => Lab65;
}
