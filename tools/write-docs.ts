/** npm run docs: the pages in docs/ that are made from the declarations, and the NOTICE from the packages' manifests. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { laysPage, masksPage, sheetJsonSchema, sourcesPage, stepsPage } from '@uvrant/core';
import { filesPage } from './files-page';
import { noticePage } from './notice';

const docs = join(import.meta.dirname, '../docs');
const pages: Readonly<Record<string, string>> = {
  'steps.md': stepsPage(),
  'sources.md': sourcesPage(),
  'lays.md': laysPage(),
  'masks.md': masksPage(),
  'sheet.schema.json': `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`,
};

for (const [name, text] of Object.entries(pages)) writeFileSync(join(docs, name), text);
const files = join(docs, 'files.md');
writeFileSync(files, await format(filesPage(), { ...(await resolveConfig(files)), parser: 'markdown' }));
const notice = join(docs, '../NOTICE.md');
writeFileSync(notice, await format(noticePage(), { ...(await resolveConfig(notice)), parser: 'markdown' }));
console.log(`wrote NOTICE.md, files.md, ${Object.keys(pages).join(', ')}`);
