import type { Pass } from '@uvrant/core';
import type { Line } from '../../state/bench';
import type { Viewport } from './viewport';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where a pointer is within an element, CSS pixels. */
export const pointIn = (element: HTMLElement, event: MouseEvent): Point => {
  const box = element.getBoundingClientRect();
  return { x: event.clientX - box.left, y: event.clientY - box.top };
};

/** The sheet's own pixels under a point of the table. */
export const onSheet = ({ x, y, zoom }: Viewport, point: Point): Point => ({ x: (point.x - x) / zoom, y: (point.y - y) / zoom });

/** The pass that a click chooses: the uppermost there; at the same place again the next one below; null where there is none. */
export const clicked = (there: readonly Pass[], { pass, step }: Line): string | null => {
  const at = there.findIndex((each) => each.id === pass && step === null);
  return there[at < 0 ? 0 : (at + 1) % there.length]?.id ?? null;
};

/** Lightness, 0 … 1, of a pixel of the print (straight RGBA8) on its stock. BT.709 luma of the encoded values. */
export const lightnessOn = (stock: string, [r, g, b, alpha]: readonly [number, number, number, number]): number => {
  const on = (channel: number, at: number): number => (channel * alpha) / 255 + parseInt(stock.slice(at, at + 2), 16) * (1 - alpha / 255);
  return (0.2126 * on(r, 1) + 0.7152 * on(g, 3) + 0.0722 * on(b, 5)) / 255;
};
