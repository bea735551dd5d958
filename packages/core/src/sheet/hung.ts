import {
  LEAST_BRUSH,
  MOST_BRUSH,
  type Anchor,
  type Mask,
  type Pass,
  type PictureMask,
  type Placement,
  type Stroke,
  type TextureWear,
  type Wear,
} from './model';
import { pathOf, pointsOf } from './stroke-path';
import { motionOf, movedBy, movedPlacement, scaleOf, undone, type Motion } from './moving';

/** What masks hang on within a pass: the pass itself, one of its steps, a zone of a step, or one of its wears. */
export interface Holder {
  readonly step?: string;
  readonly zone?: string;
  readonly wear?: string;
}

/** A holder's name, unique on a sheet. */
export const holderName = (pass: string, { step, zone, wear }: Holder): string =>
  [pass, step, zone, wear].filter((part) => part !== undefined).join('/');

/** The masks that hang there, and the pass with them changed. */
export const masksAt = (pass: Pass, holder: Holder): readonly Mask[] => {
  const step = pass.steps.find(({ id }) => id === holder.step);
  if (holder.zone !== undefined) return step?.zones.find(({ id }) => id === holder.zone)?.masks ?? [];
  if (holder.step !== undefined) return step?.masks ?? [];
  if (holder.wear === undefined) return pass.masks;
  const wear = pass.wear.find(({ id }) => id === holder.wear);
  return wear?.kind === 'texture' ? wear.masks : [];
};

export const withMasksAt = (pass: Pass, holder: Holder, change: (masks: readonly Mask[]) => readonly Mask[]): Pass => {
  if (holder.wear !== undefined) {
    return withWear(pass, holder.wear, (wear) => (wear.kind === 'texture' ? { ...wear, masks: change(wear.masks) } : wear));
  }
  if (holder.step === undefined) return { ...pass, masks: change(pass.masks) };
  return {
    ...pass,
    steps: pass.steps.map((step) => {
      if (step.id !== holder.step) return step;
      if (holder.zone === undefined) return { ...step, masks: change(step.masks) };
      return { ...step, zones: step.zones.map((zone) => (zone.id === holder.zone ? { ...zone, masks: change(zone.masks) } : zone)) };
    }),
  };
};

export const withWear = (pass: Pass, id: string, change: (wear: Wear) => Wear): Pass => ({
  ...pass,
  wear: pass.wear.map((wear) => (wear.id === id ? change(wear) : wear)),
});

/** Where a wear's texture lies now. */
export const wearLies = ({ placement, anchor, home }: TextureWear, pass: Pass): Placement =>
  anchor === 'art' && home ? movedPlacement(placement, home, pass.placement) : placement;

/** A wear put where its texture is to lie now, following what it follows. */
export const wearPut = (wear: TextureWear, pass: Pass, placement: Placement, anchor: Anchor = wear.anchor): TextureWear => {
  const { home: _, ...rest } = wear;
  return anchor === 'art' ? { ...rest, anchor, placement, home: pass.placement } : { ...rest, anchor, placement };
};

/** Where the picture that a mask reads lies now. */
export const pictureLies = ({ anchor, home }: PictureMask, placement: Placement, pass: Pass): Placement =>
  anchor === 'art' && home ? movedPlacement(placement, home, pass.placement) : placement;

/** How what follows the art moved since it was made. */
export const maskMotion = ({ anchor, home }: Mask, pass: Pass): Motion | null =>
  anchor === 'art' && home ? motionOf(home, pass.placement) : null;

const movedPoints = (points: readonly number[], motion: Motion): number[] => {
  const out: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = movedBy(motion, (points[i] as number) / 100, (points[i + 1] as number) / 100);
    out.push(Math.floor(x * 100 + 0.5), Math.floor(y * 100 + 0.5));
  }
  return out;
};

const brushSize = (mm: number): number => Math.max(LEAST_BRUSH, Math.min(MOST_BRUSH, mm));

const movedStrokes = (strokes: readonly Stroke[], motion: Motion): Stroke[] =>
  strokes.map((stroke) => ({
    ...stroke,
    size: brushSize(stroke.size * scaleOf(motion)),
    path: pathOf(movedPoints(pointsOf(stroke.path), motion)),
  }));

/** A mask that follows something else from now on, without moving: its points are put where they lie. */
export const reanchored = (mask: Mask, pass: Pass, anchor: Anchor): Mask => {
  const motion = maskMotion(mask, pass);
  const { home: _, ...rest } = mask;
  const base = anchor === 'art' ? { anchor, home: pass.placement } : { anchor };
  const moved = { ...rest, ...base } as Mask;
  if (!motion) return moved;
  switch (moved.kind) {
    case 'painted':
      return { ...moved, strokes: movedStrokes(moved.strokes, motion) };
    case 'cut-out':
      return { ...moved, points: movedPoints(moved.points, motion), widened: movedStrokes(moved.widened, motion) };
    case 'picture': {
      const { of } = moved;
      if (!('picture' in of) || mask.kind !== 'picture') return moved;
      return { ...moved, of: { ...of, placement: pictureLies(mask, of.placement, pass) } };
    }
    default:
      return moved;
  }
};

/** From the sheet as it is now to where a mask's points are kept, hundredths of a millimetre. */
export const keptPoints = (mask: Mask, pass: Pass, points: readonly number[]): number[] => {
  const motion = maskMotion(mask, pass);
  return motion ? movedPoints(points, undone(motion)) : [...points];
};

/** The width of a brush on the sheet as a mask keeps it, mm. */
export const keptSize = (mask: Mask, pass: Pass, mm: number): number => {
  const motion = maskMotion(mask, pass);
  return brushSize(motion ? mm / scaleOf(motion) : mm);
};
