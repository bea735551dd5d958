import { atan2Deg, cosDeg, exp, sinDeg } from './exact';
import type { Lab } from './lab';

const seventh = (v: number): number => v * v * v * v * v * v * v;
/** 25 to the power 7. */
const POW_25_7 = 6103515625;

/** Opposite hues lie 180° apart, whatever the last places of their angles say. */
const HALF_TURN = 180 + 1e-9;

const hueOf = (b: number, a: number): number => {
  if (a === 0 && b === 0) return 0;
  const deg = atan2Deg(b, a);
  return deg < 0 ? deg + 360 : deg;
};

/**
 * Colour difference CIEDE2000 with all weights 1. CIE 142-2001; steps and names after G. Sharma, W. Wu, E. N. Dalal,
 * The CIEDE2000 color-difference formula, Color Research & Application 30(1), 2005.
 */
export const ciede2000 = (one: Lab, two: Lab): number => {
  const [c1, c2] = [Math.sqrt(one.a * one.a + one.b * one.b), Math.sqrt(two.a * two.a + two.b * two.b)];
  const mean7 = seventh((c1 + c2) / 2);
  const g = 0.5 * (1 - Math.sqrt(mean7 / (mean7 + POW_25_7)));
  const [a1, a2] = [(1 + g) * one.a, (1 + g) * two.a];
  const [chroma1, chroma2] = [Math.sqrt(a1 * a1 + one.b * one.b), Math.sqrt(a2 * a2 + two.b * two.b)];
  const [h1, h2] = [hueOf(one.b, a1), hueOf(two.b, a2)];
  const grey = chroma1 * chroma2 === 0;
  const apart = h2 - h1;
  const turn = grey ? 0 : apart > HALF_TURN ? apart - 360 : apart < -HALF_TURN ? apart + 360 : apart;
  const dL = two.l - one.l;
  const dC = chroma2 - chroma1;
  const dH = 2 * Math.sqrt(chroma1 * chroma2) * sinDeg(turn / 2);
  const l = (one.l + two.l) / 2;
  const c = (chroma1 + chroma2) / 2;
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(apart) <= HALF_TURN ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const t = 1 - 0.17 * cosDeg(h - 30) + 0.24 * cosDeg(2 * h) + 0.32 * cosDeg(3 * h + 6) - 0.2 * cosDeg(4 * h - 63);
  const bump = (h - 275) / 25;
  const turned = 30 * exp(-bump * bump);
  const c7 = seventh(c);
  const rc = 2 * Math.sqrt(c7 / (c7 + POW_25_7));
  const off = (l - 50) * (l - 50);
  const [sl, sc, sh] = [1 + (0.015 * off) / Math.sqrt(20 + off), 1 + 0.045 * c, 1 + 0.015 * c * t];
  const [wl, wc, wh] = [dL / sl, dC / sc, dH / sh];
  return Math.sqrt(Math.max(0, wl * wl + wc * wc + wh * wh - sinDeg(2 * turned) * rc * wc * wh));
};
