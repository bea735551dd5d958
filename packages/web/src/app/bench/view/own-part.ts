import type { Pass, Size } from '@uvrant/core';
import type { SheetBox } from '../../engine/protocol';
import { around, extentOf, placedPasses } from '../table/placing-box';

/** What is shown about a pass, as a share of its own size; and the least part of a sheet that still says where it is. */
const ABOUT = 0.15;
const LEAST = 0.18;
/** From this share of the sheet's area on a pass is shown on all of it. */
const LARGE = 0.3;

/** The part of a sheet that a small picture of a pass shows: about the pass where it is small; null for the whole sheet. */
export const ownPart = (pass: Pass, sheet: Size): SheetBox | null => {
  const box = around(placedPasses([pass]).map(({ placement }) => placement));
  if (!box || box.width * box.height > LARGE * sheet.width * sheet.height) return null;
  const [left, top, right, bottom] = extentOf(box);
  const by = { x: ABOUT * box.width, y: ABOUT * box.height };
  const across = held(left - by.x, right + by.x, sheet.width);
  const down = held(top - by.y, bottom + by.y, sheet.height);
  return across && down ? { left: across.from, top: down.from, width: across.size, height: down.size } : null;
};

/** A stretch on a side of the sheet, no shorter than the least part; null where it lies beside the sheet. */
const held = (from: number, to: number, side: number): { readonly from: number; readonly size: number } | null => {
  if (to <= 0 || from >= side) return null;
  const size = Math.min(side, Math.max(LEAST * side, to - from));
  return { from: Math.max(0, Math.min(side - size, (from + to - size) / 2)), size };
};
