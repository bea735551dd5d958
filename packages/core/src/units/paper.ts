/** Sheet sizes by name, mm. ISO 216 for the A series; the others are common practice of the trade. */
export interface PaperSize {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly use: string;
}

const inches = (name: string, width: number, height: number, use: string): PaperSize => ({
  name,
  width: width * 25.4,
  height: height * 25.4,
  use,
});

export const PAPER_SIZES: readonly PaperSize[] = [
  inches('18 × 24 in', 18, 24, 'poster'),
  inches('24 × 36 in', 24, 36, 'large poster'),
  inches('27 × 40 in', 27, 40, 'one sheet'),
  inches('16 × 20 in', 16, 20, 'garment, full front'),
  inches('13 × 15 in', 13, 15, 'garment, chest'),
  { name: '314 × 314 mm', width: 314, height: 314, use: 'sleeve, 12 in record' },
  { name: '184 × 184 mm', width: 184, height: 184, use: 'sleeve, 7 in record' },
  { name: '120 × 120 mm', width: 120, height: 120, use: 'disc booklet' },
  { name: 'A1', width: 594, height: 841, use: 'poster' },
  { name: 'A2', width: 420, height: 594, use: 'poster' },
  { name: 'A3', width: 297, height: 420, use: 'small poster' },
  { name: 'A4', width: 210, height: 297, use: 'handbill' },
];
