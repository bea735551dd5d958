import { cosDeg, sinDeg } from '../units/exact';
import type { Anchor, Placement } from './model';
import { withinBox } from './placing';

/** A move of the sheet's plane, mm: x' = a·x + b·y + c, y' = d·x + e·y + f. */
export interface Motion {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const AT_REST: Motion = { a: 1, b: 0, c: 0, d: 0, e: 1, f: 0 };

export const movedBy = ({ a, b, c, d, e, f }: Motion, x: number, y: number): readonly [number, number] => [
  a * x + b * y + c,
  d * x + e * y + f,
];

/** The same move backwards. */
export const undone = ({ a, b, c, d, e, f }: Motion): Motion => {
  const size = a * e - b * d;
  const [ia, ib, id, ie] = [e / size, -b / size, -d / size, a / size];
  return { a: ia, b: ib, c: -(ia * c + ib * f), d: id, e: ie, f: -(id * c + ie * f) };
};

/** How much longer lengths become on the whole. */
export const scaleOf = ({ a, b, d, e }: Motion): number => Math.sqrt(Math.abs(a * e - b * d));

/** How the art moved from one placement to another: moved, turned, scaled and flipped. */
export const motionOf = (home: Placement, now: Placement): Motion => {
  const flip = (flipped: boolean): number => (flipped ? -1 : 1);
  const sx = (now.width / home.width) * flip(home.flipX) * flip(now.flipX);
  const sy = (now.height / home.height) * flip(home.flipY) * flip(now.flipY);
  const [cos, sin] = [cosDeg(now.turn), sinDeg(now.turn)];
  const at = (x: number, y: number): readonly [number, number] => {
    const [u, v] = withinBox(home, x, y);
    return [now.x + cos * u * sx + sin * v * sy, now.y - sin * u * sx + cos * v * sy];
  };
  const [c, f] = at(0, 0);
  const [xx, xy] = at(1, 0);
  const [yx, yy] = at(0, 1);
  return { a: xx - c, b: yx - c, c, d: xy - f, e: yy - f, f };
};

/**
 * Moves a placement with the art from `home` to `now`. If the art is stretched by sx and sy, a placement turned by θ within it is
 * stretched by sx·cos²θ + sy·sin²θ along its width, and by sy·cos²θ + sx·sin²θ along its height.
 */
export const movedPlacement = (placement: Placement, home: Placement, now: Placement): Placement => {
  const [x, y] = movedBy(motionOf(home, now), placement.x, placement.y);
  const mirrored = (home.flipX !== now.flipX) !== (home.flipY !== now.flipY);
  const within = (placement.turn - home.turn) * (mirrored ? -1 : 1);
  const cos = cosDeg(within);
  const [sx, sy] = [now.width / home.width, now.height / home.height];
  return {
    ...placement,
    x,
    y,
    width: placement.width * (sx * cos * cos + sy * (1 - cos * cos)),
    height: placement.height * (sy * cos * cos + sx * (1 - cos * cos)),
    turn: within + now.turn,
    flipX: placement.flipX !== (home.flipX !== now.flipX),
    flipY: placement.flipY !== (home.flipY !== now.flipY),
  };
};

/** What lies on the sheet by itself, or moves with the art: where the art was when it was put there. */
export interface Anchored {
  readonly anchor: Anchor;
  readonly home?: Placement;
}

/** Where a placement lies now that the art lies at `art`. */
export const liesNow = ({ anchor, home }: Anchored, placement: Placement, art: Placement): Placement =>
  anchor === 'art' && home ? movedPlacement(placement, home, art) : placement;

/** How what follows the art has moved since it was made; null for what lies on the sheet by itself. */
export const motionSince = ({ anchor, home }: Anchored, art: Placement): Motion | null =>
  anchor === 'art' && home ? motionOf(home, art) : null;
