/** Why a file is no font that can be used, saying what would be. */
export class FontError extends Error {}

const WOFF = 0x774f4646;
const COLLECTION = 0x74746366;
const SFNT = [0x00010000, 0x4f54544f, 0x74727565];
const NEEDED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp'];
const WANTED = 'A TrueType (.ttf, .ttc), OpenType (.otf), WOFF or WOFF2 file would do.';

/** A font that takes more than this is none that text is set in; fonts of all Chinese characters take about 20 MB. */
export const MOST_SFNT_BYTES = 64 * 2 ** 20;

/** Inflates zlib data to exactly `length` bytes. @throws if there would be more. */
export type Inflate = (packed: Uint8Array, length: number) => Uint8Array;

interface Table {
  readonly tag: string;
  readonly checksum: number;
  readonly offset: number;
  readonly length: number;
}

const tagAt = (view: DataView, at: number): string => String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));

/**
 * The sfnt of a font file: itself, the first font of a collection, or what a WOFF (W3C WOFF File Format 1.0, section 4) wraps.
 * @throws FontError for anything else, or for a font that lacks what text needs.
 */
export const sfntOf = (file: Uint8Array, inflate: Inflate): Uint8Array<ArrayBuffer> => {
  if (file.length < 12) throw new FontError(`The file is too short for a font. ${WANTED}`);
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const signature = view.getUint32(0);
  try {
    if (signature === WOFF) return checked(unwrapped(view, file, inflate));
    if (signature === COLLECTION) return checked(firstOf(view, file));
    if (SFNT.includes(signature)) return checked(file.slice());
  } catch (error) {
    if (error instanceof FontError) throw error;
    throw new FontError(`The font file is damaged: its tables do not lie where it says. ${WANTED}`);
  }
  throw new FontError(`The file is no font. ${WANTED}`);
};

interface Part {
  readonly tag: string;
  readonly checksum: number;
  readonly data: Uint8Array;
}

/** The first font of a collection (OpenType 1.9, TTC header): its tables lie anywhere in the file. */
const firstOf = (view: DataView, file: Uint8Array): Uint8Array<ArrayBuffer> => {
  const start = view.getUint32(12);
  const parts = Array.from({ length: view.getUint16(start + 4) }, (_, i): Part => {
    const at = start + 12 + 16 * i;
    const [offset, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (offset + length > file.length) throw new RangeError();
    return { tag: tagAt(view, at), checksum: view.getUint32(at + 4), data: file.subarray(offset, offset + length) };
  });
  return assembled(view.getUint32(start), parts);
};

const unwrapped = (view: DataView, file: Uint8Array, inflate: Inflate): Uint8Array<ArrayBuffer> => {
  const count = view.getUint16(12);
  const declared = Array.from({ length: count }, (_, i) => view.getUint32(44 + 20 * i + 12)).reduce((sum, length) => sum + length, 0);
  if (declared > MOST_SFNT_BYTES) {
    throw new FontError(
      `Unpacked, the font would take ${Math.round(declared / 2 ** 20)} MB; at most ${MOST_SFNT_BYTES / 2 ** 20} MB. ${WANTED}`,
    );
  }
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [offset, packed, length] = [view.getUint32(at + 4), view.getUint32(at + 8), view.getUint32(at + 12)];
    if (offset + packed > file.length) throw new RangeError();
    const part = file.subarray(offset, offset + packed);
    const data = packed < length ? inflate(part, length) : part;
    if (data.length !== length) throw new RangeError();
    return { tag: tagAt(view, at), checksum: view.getUint32(at + 16), data };
  });
  return assembled(view.getUint32(4), tables);
};

/** An sfnt of tables: its directory (OpenType 1.9, table directory), then each at a multiple of four bytes. */
const assembled = (version: number, tables: readonly Part[]): Uint8Array<ArrayBuffer> => {
  const count = tables.length;
  const header = 12 + 16 * count;
  const size = tables.reduce((sum, { data }) => sum + ((data.length + 3) & ~3), header);
  const out = new Uint8Array(size);
  const to = new DataView(out.buffer);
  const power = 2 ** Math.floor(31 - Math.clz32(count));
  to.setUint32(0, version);
  to.setUint16(4, count);
  to.setUint16(6, 16 * power);
  to.setUint16(8, 31 - Math.clz32(power));
  to.setUint16(10, 16 * (count - power));
  let offset = header;
  tables.forEach(({ tag, checksum, data }, i) => {
    const at = 12 + 16 * i;
    for (let c = 0; c < 4; c++) to.setUint8(at + c, tag.charCodeAt(c));
    to.setUint32(at + 4, checksum);
    to.setUint32(at + 8, offset);
    to.setUint32(at + 12, data.length);
    out.set(data, offset);
    offset += (data.length + 3) & ~3;
  });
  return out;
};

const tablesOf = (sfnt: Uint8Array): Table[] => {
  const view = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.byteLength);
  return Array.from({ length: view.getUint16(4) }, (_, i) => {
    const at = 12 + 16 * i;
    const table = {
      tag: tagAt(view, at),
      checksum: view.getUint32(at + 4),
      offset: view.getUint32(at + 8),
      length: view.getUint32(at + 12),
    };
    if (table.offset + table.length > sfnt.length) throw new RangeError();
    return table;
  });
};

const checked = (sfnt: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> => {
  const tags = new Set(tablesOf(sfnt).map(({ tag }) => tag));
  const missing = NEEDED.filter((tag) => !tags.has(tag));
  if (!tags.has('glyf') && !tags.has('CFF ')) missing.push('glyf or CFF');
  if (missing.length > 0) throw new FontError(`The font has no outlines that can be printed (it lacks ${missing.join(', ')}). ${WANTED}`);
  return sfnt;
};

/**
 * The font's full name (name table, ID 4; else its family, ID 1), Windows or Macintosh; null without one.
 * @throws FontError where the table does not hold what it says.
 */
export const fontName = (sfnt: Uint8Array): string | null => {
  try {
    return nameIn(sfnt);
  } catch {
    throw new FontError(`The font's table of names is damaged. ${WANTED}`);
  }
};

const nameIn = (sfnt: Uint8Array): string | null => {
  const table = tablesOf(sfnt).find(({ tag }) => tag === 'name');
  if (!table) return null;
  const view = new DataView(sfnt.buffer, sfnt.byteOffset + table.offset, table.length);
  const strings = view.getUint16(4);
  for (const wanted of [4, 1]) {
    for (let i = 0; i < view.getUint16(2); i++) {
      const at = 6 + 12 * i;
      if (view.getUint16(at + 6) !== wanted) continue;
      const wide = view.getUint16(at) !== 1;
      const [length, from] = [view.getUint16(at + 8), strings + view.getUint16(at + 10)];
      let text = '';
      for (let c = 0; c < length; c += wide ? 2 : 1) text += String.fromCharCode(wide ? view.getUint16(from + c) : view.getUint8(from + c));
      if (text.trim()) return text.trim();
    }
  }
  return null;
};
