import {
  CHECKS,
  defaultInWords,
  fileFormatNamed,
  FORMAT_NAMES,
  NAME_PARTS,
  PROFILE_NAMES,
  PROFILES,
  STANDARD_PATTERN,
  takenBy,
} from '@uvrant/core';

const percent = (share: number): string => `${Math.round(100 * share)} %`;

const formatSection = (name: string): string => {
  const { title, suits, options } = fileFormatNamed(name);
  const rows = Object.entries(options).map(
    ([option, dial]) => `| \`${option}\` | ${dial.title} | ${takenBy(dial)} | ${defaultInWords(dial)} |`,
  );
  const table = rows.length > 0 ? `\n| option | title | takes | to begin with |\n| --- | --- | --- | --- |\n${rows.join('\n')}\n` : '';
  return `## ${title} (\`${name}\`)\n\n${suits}\n${table}`;
};

const profileRow = (name: (typeof PROFILE_NAMES)[number]): string => {
  const { title, needsWhole, smallestDot, smallestHole, mesh, inkLimit, pictures, type, trim } = PROFILES[name];
  const cells = [
    title,
    needsWhole ? 'all or nothing' : 'any',
    `${smallestDot} mm`,
    `${smallestHole} mm`,
    mesh === null ? '' : `${Math.round(mesh / 2.54)} a cm`,
  ];
  return `| ${[...cells, percent(inkLimit), `${pictures} ppi`, `${type} pt`, `${trim} mm`].join(' | ')} |`;
};

/** docs/files.md: every file that a sheet can be sent out as, and what is checked before. */
export const filesPage = (): string => `# Files

Made from the declarations (\`npm run docs\`): what a sheet can be sent out as, how the files are named, and what is checked
before. On the command line each option is \`--option value\`; a toggle is \`yes\` or \`no\`, lengths are mm.

${FORMAT_NAMES.map(formatSection).join('\n')}
## Names

A file is named by a pattern, to begin with \`${STANDARD_PATTERN}\`. It can say ${NAME_PARTS.map((part) => `\`{${part}}\``).join(', ')}; what a
file cannot say falls out with the dash before it. A plate's file says its ink whatever the pattern.

## Checks

${Object.values(CHECKS)
  .map(({ title }) => `- ${title}`)
  .join('\n')}

What each way of printing holds; all of it common practice.

| profile | pixels | smallest dot | smallest hole | mesh | ink, most | pictures | type | from the trim |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${PROFILE_NAMES.map(profileRow).join('\n')}
`;
