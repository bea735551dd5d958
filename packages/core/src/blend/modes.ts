/**
 * Blend modes: B(cb, cs) on unpremultiplied sRGB-encoded channels 0 … 1, W3C Compositing and Blending Level 1 (2015),
 * section 9. The compositing formula around B is the kernels' (`blend`).
 */
export interface BlendMode {
  readonly name: 'normal' | 'multiply';
  readonly suits: 'light ground' | 'dark ground' | 'either';
  readonly purpose: string;
  readonly formula: (beneath: number, source: number) => number;
}

export const BLEND_MODES: readonly BlendMode[] = [
  {
    name: 'multiply',
    suits: 'light ground',
    purpose: 'Darkens what lies beneath, as one ink over another.',
    formula: (b, s) => b * s,
  },
  { name: 'normal', suits: 'either', purpose: 'Covers what lies beneath.', formula: (_, s) => s },
];

export const blendMode = (name: string): BlendMode | undefined => BLEND_MODES.find((mode) => mode.name === name);
