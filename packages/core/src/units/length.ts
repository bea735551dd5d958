/** Lengths and resolutions. Millimetres are canonical everywhere; the inch is 25.4 mm exactly, the point 1/72 in. */
export const MM_PER_INCH = 25.4;

export const mmFromInches = (inches: number): number => inches * MM_PER_INCH;
export const inchesFromMm = (mm: number): number => mm / MM_PER_INCH;

/** Whole pixels of a length in mm at a resolution in pixels per inch; at least 1. */
export const pixelsOf = (mm: number, ppi: number): number => Math.max(1, Math.round((mm * ppi) / MM_PER_INCH));

/** Pixels per millimetre at a resolution in pixels per inch. */
export const pxPerMm = (ppi: number): number => ppi / MM_PER_INCH;

/** Width of a screen's cell in mm at a frequency in lines per inch. */
export const cellMm = (lpi: number): number => MM_PER_INCH / lpi;

/** Screen cells across a width in mm. */
export const cellsAcross = (widthMm: number, lpi: number): number => (widthMm * lpi) / MM_PER_INCH;

/** Screen frequency in lines per inch at which `cells` cells lie across `widthMm` millimetres. */
export const lpiOfCells = (widthMm: number, cells: number): number => (cells * MM_PER_INCH) / widthMm;

/** Tone levels one cell can show: ⌊(ppi / lpi)²⌋ + 1. Common practice. */
export const toneLevels = (ppi: number, lpi: number): number => Math.floor((ppi / lpi) * (ppi / lpi) + 1e-9) + 1;

/** PNG pHYs: whole pixels per metre (ISO/IEC 15948, 11.3.5.3). */
export const pixelsPerMetre = (ppi: number): number => Math.round((ppi / MM_PER_INCH) * 1000);
