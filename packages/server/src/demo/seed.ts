import { createReadStream, existsSync, readFileSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Sheet } from '@uvrant/core';
import type { Services } from '../service';

/** Textures that were scanned. */
const SCAN = 'scan-';
const JOB = 'Marl Fold night concerts';

/** The fact that says whose job the demo's is, and whether it is whole. */
const FACT = 'demo';
const WHOLE = 'whole';

/**
 * Where the server has no job yet: the demo's job, with its pictures and sheets. One that an earlier start was cut off at is
 * finished: nobody can have touched it, as the server does not answer before it is whole.
 */
export const seedDemo = async ({ jobs, sheets, assets, facts }: Services, demoDir: string): Promise<void> => {
  const begun = facts.get(FACT);
  if (begun === WHOLE || (begun === null && jobs.list().length > 0)) return;
  const pictures = join(demoDir, 'pictures');
  const job = jobs.list().find(({ id }) => id === begun) ?? jobs.create(JOB);
  facts.set(FACT, job.id);
  const there = new Set(sheets.ofJob(job.id).map(({ document }) => document.name));
  for (const name of readdirSync(pictures).sort().reverse()) {
    await assets.take(
      job.id,
      basename(name),
      createReadStream(join(pictures, name)),
      () => undefined,
      name.startsWith(SCAN) ? 'texture' : 'picture',
    );
  }
  const folder = join(demoDir, 'sheets');
  for (const name of readdirSync(folder).sort()) {
    if (!name.endsWith('.json')) continue;
    const sheet = JSON.parse(readFileSync(join(folder, name), 'utf8')) as Sheet;
    if (there.has(sheet.name)) continue;
    const { id, revision } = sheets.create(job.id, sheet);
    const picture = join(folder, name.replace('.json', '.webp'));
    if (existsSync(picture)) sheets.keepPicture(id, revision, readFileSync(picture));
  }
  facts.set(FACT, WHOLE);
};
