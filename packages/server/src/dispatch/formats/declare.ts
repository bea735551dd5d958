/** What a file format says of itself: the choice, the command line and the writer are derived from it. */

/** Takes rows from the top and writes a file, which is on the disk once it ended. */
export interface RowWriter {
  readonly rows: (bytes: Uint8Array) => Promise<void>;
  readonly end: () => Promise<void>;
}

/** The file to be written. */
export interface OutputFile {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  /** The packed RGBA8 of a hard sheet's few inks, where rows come as one byte an entry; null where they are straight RGBA8. */
  readonly palette: Uint32Array | null;
  /** The stock's colour as #rrggbb, for a format that shows the print on it. */
  readonly stock: string;
}

export interface OutputFormat {
  readonly title: string;
  /** Whom it is for, in a sentence. */
  readonly suits: string;
  readonly ending: string;
  /** What the file's name says besides the sheet, its size and ppi; nothing where it is not needed to tell files apart. */
  readonly suffix?: string;
  readonly mime: string;
  readonly open: (file: OutputFile) => RowWriter;
}
