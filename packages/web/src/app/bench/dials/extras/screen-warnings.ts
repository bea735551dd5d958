import { cellsAcross, lpiOfCells, toneLevels } from '@uvrant/core';

/** Pixels a cell needs for its tones to come out within a percent (references: measured facts of screens). */
const LEAST_CELL_PX = 5;
/** Cells under which a picture falls apart. Common practice; 8 is a mess, 40 a bold screen. */
const LEAST_CELLS = 20;

/** What is wrong with a screen at a resolution on a picture so wide, each with what would mend it. */
export const screenWarnings = (lpi: number, ppi: number, widthMm: number): string[] => {
  const warnings: string[] = [];
  if (ppi / lpi < LEAST_CELL_PX) {
    const pixels = (ppi / lpi).toFixed(1);
    const finest = Math.floor(cellsAcross(widthMm, ppi / LEAST_CELL_PX));
    warnings.push(
      `A cell has only ${pixels} px: ${toneLevels(ppi, lpi)} tone levels, and dots turn ragged. Go down to ${finest} cells across, or make the sheet ${Math.ceil(lpi * LEAST_CELL_PX)} ppi.`,
    );
  }
  const cells = cellsAcross(widthMm, lpi);
  if (cells < LEAST_CELLS) {
    warnings.push(
      `Only ${cells.toFixed(1)} cells across: the picture will hardly be made out. ${LEAST_CELLS} or more (${lpiOfCells(widthMm, LEAST_CELLS).toFixed(2)} lpi) would do; about 140 is clear.`,
    );
  }
  return warnings;
};
