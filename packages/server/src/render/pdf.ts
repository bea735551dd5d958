/** A PDF (ISO 32000-1) written object by object, so that what an image holds need not be in memory. */
import { closeSync, fsyncSync, openSync, writeSync } from 'node:fs';
import { once } from 'node:events';
import { createDeflate } from 'node:zlib';

/** Points of a millimetre. */
export const POINTS_A_MM = 72 / 25.4;

/** A figure as a PDF writes it: no exponent, at most four places. */
export const figure = (value: number): string => String(Number(value.toFixed(4)));

/** A name, its characters beyond plain letters and digits as #xx of their UTF-8; section 7.3.5. */
export const pdfName = (name: string): string =>
  `/${[...Buffer.from(name, 'utf8')].map((byte) => (/[A-Za-z0-9_.-]/.test(String.fromCharCode(byte)) ? String.fromCharCode(byte) : `#${byte.toString(16).padStart(2, '0')}`)).join('')}`;

/** Text as UTF-16BE with its mark, in hexadecimal; section 7.9.2. */
export const pdfText = (text: string): string => `<FEFF${Buffer.from(text, 'utf16le').swap16().toString('hex').toUpperCase()}>`;

export class PdfWriter {
  private readonly file: number;
  private at = 0;
  /** Where each object begins, by its number less one; −1 while it is only reserved. */
  private readonly offsets: number[] = [];

  constructor(path: string) {
    this.file = openSync(path, 'w');
    // Bytes above 127 in the second line say that the file is not text.
    this.put(Buffer.concat([Buffer.from('%PDF-1.6\n%', 'latin1'), Buffer.from([0xe2, 0xe3, 0xcf, 0xd3, 10])]));
  }

  private put(bytes: Uint8Array): void {
    writeSync(this.file, bytes);
    this.at += bytes.length;
  }

  private text(words: string): void {
    this.put(Buffer.from(words, 'latin1'));
  }

  /** A number for an object that is written later. */
  reserve(): number {
    return this.offsets.push(-1);
  }

  /** Writes an object; gives its number. */
  object(body: string, number = this.reserve()): number {
    this.offsets[number - 1] = this.at;
    this.text(`${number} 0 obj\n${body}\nendobj\n`);
    return number;
  }

  /** Writes a stream that is packed as it comes; `dictionary` is what its dictionary says besides. */
  async stream(dictionary: string, bytes: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): Promise<number> {
    const number = this.reserve();
    const length = this.reserve();
    this.offsets[number - 1] = this.at;
    this.text(`${number} 0 obj\n<< ${dictionary} /Filter /FlateDecode /Length ${length} 0 R >>\nstream\n`);
    const from = this.at;
    const deflate = createDeflate({ level: 6 });
    deflate.on('data', (packed: Uint8Array) => this.put(packed));
    for await (const each of bytes) if (!deflate.write(each)) await once(deflate, 'drain');
    const ended = once(deflate, 'end');
    deflate.end();
    await ended;
    const count = this.at - from;
    this.text('\nendstream\nendobj\n');
    this.object(String(count), length);
    return number;
  }

  /** Writes the table and the trailer; the file is on the disk then. */
  end(root: number, info: number): void {
    const table = this.at;
    const lines = this.offsets.map((offset) => `${String(offset).padStart(10, '0')} 00000 n \n`);
    this.text(`xref\n0 ${lines.length + 1}\n0000000000 65535 f \n${lines.join('')}`);
    this.text(`trailer\n<< /Size ${lines.length + 1} /Root ${root} 0 R /Info ${info} 0 R >>\nstartxref\n${table}\n%%EOF\n`);
    fsyncSync(this.file);
    closeSync(this.file);
  }
}
