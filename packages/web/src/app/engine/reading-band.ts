/** Rows of the bands that the true print is read in. */
export const READING_BAND = 512;
