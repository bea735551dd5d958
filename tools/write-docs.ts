/** npm run docs: the pages in docs/ that are made from the declarations. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { laysPage, masksPage, sheetJsonSchema, sourcesPage, stepsPage } from '@uvrant/core';

const docs = join(import.meta.dirname, '../docs');
const pages: Readonly<Record<string, string>> = {
  'steps.md': stepsPage(),
  'sources.md': sourcesPage(),
  'lays.md': laysPage(),
  'masks.md': masksPage(),
  'sheet.schema.json': `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`,
};

for (const [name, text] of Object.entries(pages)) writeFileSync(join(docs, name), text);
console.log(`wrote ${Object.keys(pages).join(', ')}`);
