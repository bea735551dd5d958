import { power } from './exact';

/** IEC 61966-2-1:1999: light (0 … 1) of an encoded value, and back. */
export const decoded = (v: number): number => (v <= 0.04045 ? v / 12.92 : power((v + 0.055) / 1.055, 2.4));
export const encoded = (light: number): number => (light <= 0.0031308 ? light * 12.92 : 1.055 * power(light, 1 / 2.4) - 0.055);
