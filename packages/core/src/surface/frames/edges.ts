import type { EdgeNoise } from '../../raster/kernels';
import { chanceAt, layeredNoise, smoothNoise } from '../../units/noise';
import { clamp, smoothstep } from '../../units/smooth';

/** What the hand that made an edge is asked for. */
export interface EdgeDials {
  /** How far in the frame reaches on the whole, mm. */
  readonly width: number;
  /** 0 … 1. */
  readonly rough: number;
  readonly seed: number;
}

/** A side of a box as an edge runs along it: 0 … 3 clockwise from the top, and its length, mm. */
export interface Side {
  readonly number: number;
  readonly length: number;
}

/** An edge along a side: how far the frame reaches at a place along it, and how much a first noise adds to that, mm. */
export interface EdgeProfile {
  readonly reach: (along: number) => number;
  readonly amount: (along: number) => number;
}

/** How a kind of edge is made. */
export interface EdgeKind {
  readonly along: (side: Side, dials: EdgeDials) => EdgeProfile;
  /** How much of a corner is gone, mm along the diagonal, or 0. */
  readonly corner: (number: number, dials: EdgeDials) => number;
  readonly noises: (dials: EdgeDials) => readonly [EdgeNoise, EdgeNoise & { readonly amount: number }];
}

/** A tear: where along the side, how broad and how deep, mm; one that is less than nothing leaves ink where it was torn off. */
const TEARS = 38;

interface Tear {
  readonly half: number;
  readonly deep: number;
  readonly at: number;
  readonly run: number;
}

/** The tear that begins in a stretch of TEARS along a side; null for none. */
const tearIn = (n: number, number: number, { width, rough, seed }: EdgeDials): Tear | null => {
  const chance = (salt: number): number => chanceAt(n, 16 * number + salt, seed + 900);
  if (chance(0) > 0.55) return null;
  return {
    half: 1.2 + 13 * chance(1) ** 3,
    deep: width * rough * (0.25 + 1.5 * chance(2) ** 2) * (chance(3) < 0.6 ? 1 : -0.7),
    at: (n + chance(4)) * TEARS,
    run: 1.5 + 3 * chance(5),
  };
};

/** What tears add at places along a side; those of a stretch and its neighbours are held while it is gone along. */
const tearsAlong = ({ number }: Side, dials: EdgeDials): ((along: number) => number) => {
  let [held, tears]: [number, readonly (Tear | null)[]] = [NaN, []];
  return (along) => {
    const cell = Math.floor(along / TEARS);
    if (cell !== held) [held, tears] = [cell, [-1, 0, 1].map((n) => tearIn(cell + n, number, dials))];
    let sum = 0;
    for (const tear of tears) {
      if (!tear) continue;
      const off = (along - tear.at) / tear.half;
      // Steep where it was begun, running out slowly.
      const flank = off < 0 ? 1 + off : 1 - off / tear.run;
      if (flank > 0) sum += tear.deep * flank * Math.sqrt(flank);
    }
    return sum;
  };
};

/** Paper torn along a rule, or by hand: long calm stretches and wild ones, tears long and short, fibres at the rim. */
export const torn: EdgeKind = {
  along: (side, dials) => {
    const { width, rough, seed } = dials;
    const row = 31 * side.number;
    const tears = tearsAlong(side, dials);
    return {
      reach: (along) => {
        const long = smoothNoise(along / 95, row, seed) - 0.5;
        const wild = smoothstep(0.32, 0.72, smoothNoise(along / 60, row + 7, seed + 11));
        const ragged = layeredNoise(along / 13, row + 3, seed + 21, 6, 2.2, 0.62) - 0.5;
        return width * (1 + rough * (0.9 * long + (0.4 + 2.6 * wild) * ragged)) + tears(along);
      },
      amount: (along) => rough * (0.5 + 5 * Math.max(0, layeredNoise(along / 15, row + 5, seed + 31, 2) - 0.42)),
    };
  },
  corner: (number, { width, rough, seed }) => {
    const chance = chanceAt(number, 5, seed + 700);
    return chance < 0.3 * Math.min(1, 2 * rough) ? width * (1.5 + 5 * chance) * (0.6 + 0.6 * rough) : 0;
  },
  // Fibres are torn out across the edge, and lie every way where there are many.
  noises: ({ rough }) => [
    { along: 0.16, inwards: 1.4, layers: 2 },
    { along: 0.8, inwards: 0.7, layers: 3, amount: 1.5 * rough },
  ],
};

/** A brush drawn along each side: loaded where it is put down, dry where it is lifted, its ends past or short of the corners. */
export const brushed: EdgeKind = {
  along: ({ number, length }, { width, rough, seed }) => {
    const chance = (salt: number): number => chanceAt(number, salt, seed + 60);
    const isBackwards = chance(1) < 0.5;
    const [start, end] = [width * rough * 0.9 * chance(2), width * rough * 1.6 * chance(3)];
    /** How far along its stroke a place is, 0 … 1. */
    const drawn = (along: number): number => clamp((isBackwards ? length - along : along) / length);
    return {
      reach: (along) => {
        const way = isBackwards ? length - along : along;
        const sway = layeredNoise(along / 110, 13 * number, seed, 2) - 0.5;
        const pressed = layeredNoise(along / 22, 17 * number, seed + 9, 3) - 0.5;
        const lifted = Math.max(0, start - way) / width + Math.max(0, way - (length - end)) / width;
        return width * (1 + rough * (0.5 * sway + 0.7 * pressed + 0.12 - 0.35 * drawn(along)) - 0.9 * lifted);
      },
      amount: (along) =>
        width * rough * (1.1 + 1.7 * smoothstep(0.3, 1, drawn(along) + 0.35 * (smoothNoise(along / 50, 9 * number, seed + 4) - 0.5))),
    };
  },
  corner: () => 0,
  noises: ({ rough }) => [
    { along: 46, inwards: 0.55, layers: 3 },
    { along: 0.25, inwards: 0.25, layers: 2, amount: 0.45 * rough },
  ],
};

/** Strips of tape laid round the sheet before it was inked: straight, a little askew, lapped; ink creeps under them in places. */
const STRIP = 190;

export const taped: EdgeKind = {
  along: ({ number, length }, { width, rough, seed }) => {
    const strips = Math.max(1, Math.floor(length / STRIP + 0.5));
    const each = length / strips;
    const creeping = (along: number): number => {
      const here = layeredNoise(along / 5, 19 * number, seed + 2, 3) - 0.56;
      return here > 0 ? rough * (0.25 + 19 * here) : 0.05 * rough;
    };
    return {
      reach: (along) => {
        const strip = Math.max(0, Math.min(strips - 1, Math.floor(along / each + 0.12 * (chanceAt(number, 9, seed) - 0.5))));
        const chance = (salt: number): number => chanceAt(8 * number + strip, salt, seed + 80);
        const askew = (chance(1) - 0.5) * 0.03 * (along - (strip + 0.5) * each) + 2.4 * (chance(2) - 0.5);
        // Tape is drawn tight: it only bows.
        const bowed = (smoothNoise(along / 120, number * 7, seed + 1) - 0.5) * 0.7;
        return Math.max(0.2, width + rough * (askew + bowed)) + 0.3 * creeping(along);
      },
      amount: creeping,
    };
  },
  corner: () => 0,
  noises: ({ rough }) => [
    { along: 0.3, inwards: 0.5, layers: 3 },
    { along: 0.2, inwards: 0.2, layers: 1, amount: 0.08 * rough },
  ],
};
