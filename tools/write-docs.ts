/** npm run docs: docs/steps.md and docs/sheet.schema.json, from the declarations. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sheetJsonSchema, stepsPage } from '@uvrant/core';

const docs = join(import.meta.dirname, '../docs');
const pages: Readonly<Record<string, string>> = {
  'steps.md': stepsPage(),
  'sheet.schema.json': `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`,
};

for (const [name, text] of Object.entries(pages)) writeFileSync(join(docs, name), text);
console.log(`wrote ${Object.keys(pages).join(' and ')}`);
