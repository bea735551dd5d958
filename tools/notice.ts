/** The NOTICE: what ships with Uvrant that others made, with its licence, out of the packages' own manifests. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const PACKAGES = ['core', 'kernels', 'shaping', 'server', 'web'] as const;

interface Manifest {
  readonly name: string;
  readonly license?: string;
  readonly dependencies?: Readonly<Record<string, string>>;
}
const manifest = (folder: string): Manifest => JSON.parse(readFileSync(join(root, folder, 'package.json'), 'utf8')) as Manifest;

/** Packages that run with the product, by name; those of the product itself left out. */
const shipped = (): string[] => {
  const names = PACKAGES.flatMap((each) => Object.keys(manifest(`packages/${each}`).dependencies ?? {}));
  return [...new Set(names)].filter((name) => !name.startsWith('@uvrant/')).sort();
};

const row = (name: string): string => `| ${name} | ${manifest(`node_modules/${name}`).license ?? 'see its package'} |`;
const table = (names: readonly string[]): string => ['| package | licence |', '| --- | --- |', ...names.map(row)].join('\n');

export const noticePage = (): string => {
  const all = shipped();
  const fonts = all.filter((name) => name.startsWith('@fontsource'));
  return `# Notice

Uvrant ships with the work of others. The text of each licence lies in its package's folder under \`node_modules\`. Made by
\`npm run docs\`.

## Fonts

OFL-1.1 is the SIL Open Font License 1.1: the fonts may be used, also in what is sold, and shipped with software, not sold by
themselves.

${table(fonts)}

## Libraries

sharp brings libvips with it, LGPL-3.0-or-later, as a library of its own that can be replaced.

${table(all.filter((name) => !fonts.includes(name)))}
`;
};
