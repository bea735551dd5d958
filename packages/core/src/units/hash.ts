/**
 * A 128-bit content hash of text, as 32 hexadecimal digits: four 32-bit multiply-and-rotate lanes, mixed at the end
 * (the shape of MurmurHash3, Appleby 2011, public domain; not meant against attackers).
 */
export const contentHash = (text: string): string => {
  let a = 0x9e3779b9;
  let b = 0x85ebca6b;
  let c = 0xc2b2ae35;
  let d = 0x27d4eb2f;
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    a = Math.imul(a ^ unit, 0xcc9e2d51);
    a = (a << 15) | (a >>> 17);
    b = Math.imul(b ^ (unit + a), 0x1b873593);
    b = (b << 13) | (b >>> 19);
    c = Math.imul(c ^ (unit + b), 0xe6546b64);
    c = (c << 16) | (c >>> 16);
    d = Math.imul(d ^ (unit + c), 0x38b34ae5);
    d = (d << 17) | (d >>> 15);
  }
  const finish = (lane: number, other: number): string => {
    let h = lane ^ Math.imul(other, 5) ^ text.length;
    h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    return ((h ^ (h >>> 16)) >>> 0).toString(16).padStart(8, '0');
  };
  return finish(a, d) + finish(b, a) + finish(c, b) + finish(d, c);
};

/** JSON with the keys of every object in order, so that equal values give equal text. */
export const canonicalJson = (value: unknown): string => {
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value as Record<string, unknown>)
    .filter(([, v]) => v !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`).join(',')}}`;
};
