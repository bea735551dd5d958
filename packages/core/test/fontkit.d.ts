declare module 'fontkit' {
  export interface Font {
    layout(text: string): { readonly advanceWidth: number };
  }
  export function create(bytes: Buffer): Font;
}
