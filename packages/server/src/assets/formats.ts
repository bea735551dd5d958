const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));
/** A file in boxes (ISO/IEC 14496-12, 4.3) of a major brand. */
const brand = (name: string): number[] => [-1, -1, -1, -1, ...ascii('ftyp'), ...ascii(name)];

/** Pictures that phones take, which are not read: their coding (HEVC) is under licence. */
const HEIC: readonly (readonly number[])[] = ['heic', 'heix', 'heim', 'heis', 'hevc', 'mif1', 'msf1'].map(brand);
export const isHeic = (head: Uint8Array): boolean => HEIC.some((start) => begins(head, start));

const begins = (head: Uint8Array, start: readonly number[]): boolean => start.every((byte, i) => byte === -1 || head[i] === byte);

/** Pictures that are taken in, told by their first bytes whatever their name says. */
export const PICTURE_FORMATS = [
  { name: 'PNG', ending: 'png', starts: [[0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]] },
  { name: 'JPEG', ending: 'jpg', starts: [[0xff, 0xd8, 0xff]] },
  {
    name: 'TIFF',
    ending: 'tif',
    starts: [
      [0x49, 0x49, 0x2a, 0x00],
      [0x4d, 0x4d, 0x00, 0x2a],
      [0x49, 0x49, 0x2b, 0x00],
      [0x4d, 0x4d, 0x00, 0x2b],
    ],
  },
  { name: 'WebP', ending: 'webp', starts: [[0x52, 0x49, 0x46, 0x46, -1, -1, -1, -1, 0x57, 0x45, 0x42, 0x50]] },
  { name: 'AVIF', ending: 'avif', starts: [brand('avif'), brand('avis')] },
  // Its first frame.
  { name: 'GIF', ending: 'gif', starts: [ascii('GIF87a'), ascii('GIF89a')] },
] as const;

export const MOST_BYTES = 500_000_000;
export const MOST_PIXELS = 300_000_000;
export const ACCEPTED = 'Uvrant takes PNG, JPEG, TIFF, WebP, AVIF and the first frame of a GIF, up to 300 megapixels and 500 MB';

/** The format whose signature a file starts with; −1 stands for any byte. */
export const formatOf = (head: Uint8Array): (typeof PICTURE_FORMATS)[number] | undefined =>
  PICTURE_FORMATS.find(({ starts }) => starts.some((start) => begins(head, start)));
