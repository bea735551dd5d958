import { PngWriter } from '../render/png';

/** Takes rows from the top and writes a file. */
export interface RowWriter {
  readonly rows: (bytes: Uint8Array) => Promise<void>;
  readonly end: () => Promise<void>;
}

export interface OutputFormat {
  readonly name: string;
  readonly ending: string;
  readonly mime: string;
  /** `palette` holds the packed RGBA8 of a hard sheet's few inks, where rows come as one byte an entry; null where they are RGBA8. */
  readonly open: (path: string, width: number, height: number, ppi: number, palette: Uint32Array | null) => RowWriter;
}

/** Files that a sheet can be sent out as. */
export const OUTPUT_FORMATS = {
  png: {
    name: 'PNG, clear ground',
    ending: 'png',
    mime: 'image/png',
    open: (path, width, height, ppi, palette) => new PngWriter(path, width, height, ppi, palette ? { palette } : 4),
  },
} as const satisfies Readonly<Record<string, OutputFormat>>;
export type OutputFormatName = keyof typeof OUTPUT_FORMATS;
export const OUTPUT_FORMAT_NAMES = Object.keys(OUTPUT_FORMATS) as OutputFormatName[];
