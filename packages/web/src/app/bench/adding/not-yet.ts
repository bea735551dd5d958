/** What people look for that is not there yet, and what does instead. */
interface NotYet {
  readonly words: readonly string[];
  readonly says: string;
}

const NOT_YET: readonly NotYet[] = [
  {
    words: ['pdf', 'tiff', 'jpeg', 'jpg', 'svg', 'export', 'plates', 'separations'],
    says: 'Only PNG is sent out as yet: “Send out PNG” below, on its stock or clear.',
  },
  {
    words: ['look', 'looks', 'preset', 'presets'],
    says: 'Saved looks are not there yet. Copy steps with Ctrl C and paste them on another pass, sheet or job.',
  },
  {
    words: ['strip', 'strips', 'variations'],
    says: 'Test strips are not there yet. Point at what is found here to try it, and compare by the wipe (W).',
  },
  {
    words: ['clone', 'heal', 'retouch', 'erase'],
    says: 'Retouching is not there yet. A painted mask takes parts away; mend a picture before it comes in.',
  },
  {
    words: ['mock-up', 'mockup', 'scene'],
    says: 'Mock-ups are not there yet. The sheet is shown on its stock, white or black at the foot of the table.',
  },
  { words: ['animate', 'animation', 'video', 'gif'], says: 'Nothing moves here: a sheet is one print.' },
  { words: ['3d', 'model'], says: 'Only flat things print: metal and relief give letters and surfaces a light.' },
];

/** What is said of words that name something that is not there yet; null for any others. */
export const notYet = (asked: string): string | null => {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  return NOT_YET.find((each) => words.some((word) => each.words.includes(word)))?.says ?? null;
};
