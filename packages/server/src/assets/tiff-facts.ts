import { closeSync, openSync, readSync } from 'node:fs';

/** What the samples of a TIFF beside its colours are (TIFF 6.0, section 18: ExtraSamples). */
export const EXTRA = { unspecified: 0, associatedAlpha: 1, unassociatedAlpha: 2 } as const;

const EXTRA_SAMPLES = 338;
/** Entries of a directory that are looked through at most. */
const MOST_ENTRIES = 4096;

/** Reads a whole number of 2, 4 or 8 bytes at an offset of the file. */
type ReadNumber = (at: number, bytes: 2 | 4 | 8) => number;

const readerOf = (file: number, isLittle: boolean): ReadNumber => {
  const buffer = Buffer.alloc(8);
  return (at, bytes) => {
    if (readSync(file, buffer, 0, bytes, at) < bytes) throw new RangeError('the file ends within its directory');
    if (bytes === 8) return Number(isLittle ? buffer.readBigUInt64LE(0) : buffer.readBigUInt64BE(0));
    return isLittle ? buffer.readUIntLE(0, bytes) : buffer.readUIntBE(0, bytes);
  };
};

const extraSamples = (file: number): number[] => {
  const head = Buffer.alloc(2);
  readSync(file, head, 0, 2, 0);
  const order = head.toString('latin1');
  if (order !== 'II' && order !== 'MM') return [];
  const read = readerOf(file, order === 'II');
  const kind = read(2, 2);
  if (kind !== 42 && kind !== 43) return [];
  // BigTIFF (kind 43) has eight bytes where TIFF has four, and longer entries.
  const isBig = kind === 43;
  const [word, countBytes, entryBytes] = isBig ? ([8, 8, 20] as const) : ([4, 2, 12] as const);
  const directory = read(isBig ? 8 : 4, word);
  const entries = Math.min(MOST_ENTRIES, read(directory, countBytes));
  for (let i = 0; i < entries; i++) {
    const entry = directory + countBytes + i * entryBytes;
    if (read(entry, 2) !== EXTRA_SAMPLES) continue;
    const count = Math.min(64, read(entry + 4, word));
    const value = entry + 4 + word;
    const from = 2 * count <= word ? value : read(value, word);
    return Array.from({ length: count }, (_, n) => read(from + 2 * n, 2));
  }
  return [];
};

/** Kinds of the samples beside the colours, of the first picture of a TIFF; none of any other file, or of a broken one. */
export const extraSamplesOf = (path: string): readonly number[] => {
  const file = openSync(path, 'r');
  try {
    return extraSamples(file);
  } catch {
    return [];
  } finally {
    closeSync(file);
  }
};
