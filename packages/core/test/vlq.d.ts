/** The package's own types are not reached through its exports. */
declare module 'vlq' {
  export function encode(values: number | readonly number[]): string;
  export function decode(text: string): number[];
}
