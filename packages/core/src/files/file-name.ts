import type { Sheet } from '../sheet/model';
import { inchesFromMm } from '../units/length';
import { fileFormatNamed, type AnyOptions } from './formats';

/** What a file's name can say. */
export const NAME_PARTS = ['job', 'sheet', 'ink', 'size', 'ppi', 'pixels', 'date'] as const;
type NamePart = (typeof NAME_PARTS)[number];

/** Where nothing else is asked for. */
export const STANDARD_PATTERN = '{sheet}-{ink}-{size}-{ppi}';

/** Most characters of a pattern. */
export const LONGEST_PATTERN = 120;

/** What is known of a file when it is named. */
export interface NamedFile {
  readonly job: string;
  readonly sheet: Pick<Sheet, 'name' | 'size'>;
  /** The ink of a plate, by its name; null for a whole sheet. */
  readonly ink: string | null;
  readonly ppi: number;
  readonly width: number;
  readonly height: number;
  readonly format: string;
  readonly options: AnyOptions;
  /** ms since 1970. */
  readonly at: number;
}

/** Letters, digits and dashes alone. */
const plain = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();

const inches = (mm: number): string => String(Math.round(inchesFromMm(mm) * 100) / 100);

const PARTS: { readonly [N in NamePart]: (file: NamedFile) => string } = {
  job: ({ job }) => plain(job),
  sheet: ({ sheet }) => plain(sheet.name) || 'sheet',
  ink: ({ ink }) => (ink === null ? '' : plain(ink)),
  size: ({ sheet: { size } }) => `${inches(size.width)}x${inches(size.height)}in`,
  ppi: ({ ppi }) => `${ppi}ppi`,
  pixels: ({ width, height }) => `${width}x${height}px`,
  date: ({ at }) => new Date(at).toISOString().slice(0, 10),
};

/** Why a pattern will not do, or null. */
export const patternFault = (pattern: string): string | null => {
  if (pattern.length > LONGEST_PATTERN) return `A file’s name is made of at most ${LONGEST_PATTERN} characters.`;
  const unknown = [...pattern.matchAll(/\{([^}]*)\}/g)]
    .map((found) => found[1] as string)
    .find((part) => !NAME_PARTS.includes(part as NamePart));
  if (unknown !== undefined) return `A file’s name cannot say {${unknown}}; it can say ${NAME_PARTS.map((part) => `{${part}}`).join(' ')}.`;
  return /\{(sheet|job)\}/.test(pattern) ? null : 'A file’s name says {sheet} or {job}, so that files can be told apart.';
};

/**
 * The name of a file by a pattern: what it cannot say falls out with the dash before it. A name that says no ink where the
 * file is of one ink says it at its end all the same.
 */
export const fileName = (pattern: string, file: NamedFile): string => {
  const format = fileFormatNamed(file.format);
  const told = pattern.includes('{ink}') || file.ink === null ? pattern : `${pattern}-{ink}`;
  const body = told
    .replace(/\{([^}]*)\}/g, (_, part: NamePart) => PARTS[part](file))
    .replace(/[/\\:*?"<>|\p{Cc}]+/gu, '-')
    .replace(/-{2,}/g, '-')
    .replace(/^-+|-+$/g, '');
  const suffix = format.suffix?.(file.options as never) ?? null;
  return `${[body, suffix].filter(Boolean).join('-')}.${format.ending(file.options as never)}`;
};
