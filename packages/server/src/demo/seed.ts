import { createReadStream, readFileSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Sheet } from '@uvrant/core';
import type { Services } from '../app';

/** Textures that were scanned. */
const SCAN = 'scan-';
const JOB = 'Marl Fold night concerts';

/** Where the server has no job yet: the demo's job, with its pictures and sheets. */
export const seedDemo = async ({ jobs, sheets, assets }: Services, demoDir: string): Promise<void> => {
  if (jobs.list().length > 0) return;
  const pictures = join(demoDir, 'pictures');
  const job = jobs.create(JOB);
  for (const name of readdirSync(pictures).sort().reverse()) {
    await assets.take(
      job.id,
      basename(name),
      createReadStream(join(pictures, name)),
      () => undefined,
      name.startsWith(SCAN) ? 'texture' : 'picture',
    );
  }
  for (const name of readdirSync(join(demoDir, 'sheets')).sort()) {
    sheets.create(job.id, JSON.parse(readFileSync(join(demoDir, 'sheets', name), 'utf8')) as Sheet);
  }
};
