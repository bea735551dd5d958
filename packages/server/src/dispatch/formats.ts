import { PngWriter } from '../render/png';

/** Takes RGBA8 rows from the top and writes a file. */
export interface RowWriter {
  readonly rows: (bytes: Uint8Array) => Promise<void>;
  readonly end: () => Promise<void>;
}

export interface OutputFormat {
  readonly name: string;
  readonly ending: string;
  readonly mime: string;
  readonly open: (path: string, width: number, height: number, ppi: number) => RowWriter;
}

/** Files that a sheet can be sent out as. */
export const OUTPUT_FORMATS = {
  png: {
    name: 'PNG, clear ground',
    ending: 'png',
    mime: 'image/png',
    open: (path, width, height, ppi) => new PngWriter(path, width, height, ppi),
  },
} as const satisfies Readonly<Record<string, OutputFormat>>;
export type OutputFormatName = keyof typeof OUTPUT_FORMATS;
export const OUTPUT_FORMAT_NAMES = Object.keys(OUTPUT_FORMATS) as OutputFormatName[];
