import { SHAPE_NUMBERS, type ShapeName } from '../../raster/kernels';

/** Dot shapes, in the order that they are chosen from. */
export const SHAPES = Object.keys(SHAPE_NUMBERS) as [ShapeName, ...ShapeName[]];
