declare module 'lcms-wasm' {
  type Profile = number & { readonly __profile: unique symbol };
  type Transform = number & { readonly __transform: unique symbol };
  export interface Lcms {
    cmsOpenProfileFromMem(profile: Uint8Array, bytes: number): Profile;
    cmsCreateTransform(from: Profile, fromType: number, to: Profile, toType: number, intent: number, flags: number): Transform;
    cmsDoTransform(transform: Transform, pixels: Uint8Array, count: number): Uint8Array;
  }
  export const instantiate: () => Promise<Lcms>;
  export const TYPE_RGB_8: number;
  export const TYPE_CMYK_8: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
}
