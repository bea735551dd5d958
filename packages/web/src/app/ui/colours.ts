import { labOfSrgb, srgbOfLab, type Lab } from '@uvrant/core';

/** A colour as `#rrggbb`, of what was typed: three or six hexadecimal digits, with or without `#`; null of anything else. */
export const hexOfTyped = (typed: string): string | null => {
  const digits = typed.trim().replace(/^#/, '').toLowerCase();
  if (/^[0-9a-f]{6}$/.test(digits)) return `#${digits}`;
  return /^[0-9a-f]{3}$/.test(digits) ? `#${[...digits].map((digit) => digit + digit).join('')}` : null;
};

export const labOfHex = (hex: string): Lab => {
  const channel = (at: number): number => Number.parseInt(hex.slice(at, at + 2), 16) / 255;
  return labOfSrgb(channel(1), channel(3), channel(5));
};

/** The nearest `#rrggbb`. */
export const hexOfLab = (lab: Lab): string =>
  `#${srgbOfLab(lab)
    .map((value) =>
      Math.round(255 * value)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
