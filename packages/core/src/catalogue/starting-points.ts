import { lumaOfHex } from '../raster/colour';
import type { ShapeName } from '../raster/kernels';
import {
  SHEET_FORMAT,
  SHEET_VERSION,
  type Edges,
  type Ink,
  type Pass,
  type PictureRef,
  type Sheet,
  type Size,
  type Source,
  type Step,
  type Stock,
} from '../sheet/model';
import { freshPass } from '../sheet/fresh';
import { placed, wholeSheet } from '../sheet/placing';
import { lpiOfCells } from '../units/length';
import { freshStep } from './steps';

/** Ways to begin with a picture, tuned by eye on the demo's. */
export interface StartingPoint {
  readonly name: string;
  readonly note: string;
  readonly screen: { readonly shape: ShapeName; readonly cells: number; readonly angle: number; readonly hardness: number } | null;
  /** How far from white the lightest tones print, so that blown light keeps its dots. */
  readonly outWhite: number;
}

export const STARTING_POINTS: readonly StartingPoint[] = [
  { name: 'Coarse dots', note: '46 across', screen: { shape: 'round', cells: 46, angle: 22.5, hardness: 0.9 }, outWhite: 0.96 },
  { name: 'Lines', note: '84 across', screen: { shape: 'line', cells: 84, angle: 45, hardness: 0.9 }, outWhite: 0.93 },
  { name: 'Fine dots', note: '140 across', screen: { shape: 'round', cells: 140, angle: 22.5, hardness: 0.82 }, outWhite: 0.96 },
  { name: 'As it is', note: 'no screen', screen: null, outWhite: 1 },
];

export interface SheetOrder {
  readonly name: string;
  readonly size: Size;
  readonly ppi: number;
  readonly edges: Edges;
  readonly stock: Stock;
  readonly ink: Ink;
  /** An ink laid flat over the whole sheet first; null for the bare stock. */
  readonly ground: Ink | null;
}

/** A sheet as ordered on which nothing prints yet but its ground, if it has one. */
export const emptySheet = (order: SheetOrder): Sheet => {
  const { name, size, ppi, edges, stock, ink, ground } = order;
  const under: Pass[] = ground
    ? [freshPass('ground', `${ground.name} ground`, { kind: 'flat', colour: { ink: ground.id } }, wholeSheet(size))]
    : [];
  return {
    format: SHEET_FORMAT,
    version: SHEET_VERSION,
    name,
    size,
    ppi,
    edges,
    stock,
    inks: ground && ground.id !== ink.id ? [ink, ground] : [ink],
    passes: under,
  };
};

/**
 * The steps that a picture of a width (mm) begins with: grey, levels and a screen in an ink, which carries the lights where it is lighter
 * than what it prints on; none without a screen.
 */
export const startingSteps = (point: StartingPoint, width: number, ink: Ink, onto: string): readonly Step[] => {
  if (!point.screen) return [];
  const carries = lumaOfHex(ink.colour) > lumaOfHex(onto) ? 'lights' : 'darks';
  const { shape, cells, angle, hardness } = point.screen;
  const screen = { shape, lpi: lpiOfCells(width, cells), angle, hardness, carries, ink: { ink: ink.id } };
  return [
    freshStep('grey-response'),
    freshStep('levels', { outWhite: carries === 'lights' ? 1 : point.outWhite }),
    freshStep('screen', screen),
  ];
};

/** A sheet made from a picture that fills it; an ink lighter than what it prints on carries the lights. */
export const startedSheet = (
  order: SheetOrder,
  picture: PictureRef & { readonly name: string; readonly size: Size },
  point: StartingPoint,
): Sheet => {
  const { size, ink, ground, stock } = order;
  const placement = placed(size, picture.size, 'fill');
  const steps = startingSteps(point, placement.width, ink, (ground ?? stock).colour);
  const { sha256, path } = picture;
  const source: Source = { kind: 'picture', picture: path === undefined ? { sha256 } : { sha256, path } };
  const laid = freshPass('picture', picture.name, source, placement, { steps });
  const empty = emptySheet(order);
  return { ...empty, edges: point.screen ? order.edges : 'smooth', passes: [...empty.passes, laid] };
};
