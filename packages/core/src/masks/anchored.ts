/** Masks that move with the art of their pass: put where they lie now, and kept where the art was when they were made. */
import { defaultParams } from '../fields/dials';
import { MASK_DIALS, type Anchor, type Mask, type Pass } from '../sheet/model';
import { liesNow, motionSince, scaleOf, undone } from '../sheet/moving';
import { maskOfKind } from './kinds';
import { brushSize, movedPoints } from './stroke';

/** A mask that follows something else from now on, without moving: its points are put where they lie. */
export const reanchored = (mask: Mask, pass: Pass, anchor: Anchor): Mask => {
  const motion = motionSince(mask, pass.placement);
  const { home: _, ...others } = mask;
  const moved = { ...others, ...(anchor === 'art' ? { anchor, home: pass.placement } : { anchor }) } as Mask;
  if (!motion) return moved;
  return (
    (maskOfKind(mask.kind)?.moved?.(moved, motion, (placement) => liesNow(mask, placement, pass.placement)) as Mask | undefined) ?? moved
  );
};

/** From the sheet as it is now to where a mask's points are kept, hundredths of a millimetre. */
export const keptPoints = (mask: Mask, pass: Pass, points: readonly number[]): number[] => {
  const motion = motionSince(mask, pass.placement);
  return motion ? movedPoints(points, undone(motion)) : [...points];
};

/** The width of a brush on the sheet as a mask keeps it, mm. */
export const keptSize = (mask: Mask, pass: Pass, mm: number): number => {
  const motion = motionSince(mask, pass.placement);
  return brushSize(motion ? mm / scaleOf(motion) : mm);
};

/** A mask with all its dials at their defaults, following the art where the pass has a place of its own; changed as told. */
export const freshMask = (kind: Mask['kind'], id: string, pass: Pass, change: Partial<Mask> = {}): Mask => {
  const declaration = maskOfKind(kind);
  const isPlaced = pass.source.kind !== 'group' && pass.source.kind !== 'overall';
  const follows: Anchor = isPlaced ? ((declaration?.follows as Anchor | undefined) ?? 'sheet') : 'sheet';
  return {
    id,
    kind,
    on: true,
    ...defaultParams({ dials: { ...MASK_DIALS, ...declaration?.dials } }),
    ...(declaration?.begins as Partial<Mask> | undefined),
    anchor: follows,
    ...(follows === 'art' ? { home: pass.placement } : {}),
    ...change,
  } as Mask;
};
