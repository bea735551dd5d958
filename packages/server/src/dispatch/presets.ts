import { randomUUID } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import type { SendChoice, SendPreset } from '@uvrant/contract';
import type { Db } from '../db/open';
import { sendPresets } from '../db/schema';
import { AppError } from '../errors';

/** One that was put by before parts could be chosen is of the whole sheet. */
const presetOf = ({ id, name, choice }: typeof sendPresets.$inferSelect): SendPreset => ({
  id,
  name,
  choice: { ...choice, crop: (choice as Partial<SendChoice>).crop ?? null },
});

/** What is sent out together, put by under names, for every job. */
export class PresetStore {
  constructor(private readonly db: Db) {}

  list(): SendPreset[] {
    return this.db.select().from(sendPresets).orderBy(asc(sendPresets.name)).all().map(presetOf);
  }

  /** One of the same name is written over. */
  keep(name: string, choice: SendChoice): SendPreset {
    const known = this.db.select().from(sendPresets).where(eq(sendPresets.name, name)).get();
    const row = { id: known?.id ?? randomUUID(), name, choice, createdAt: Date.now() };
    this.db.insert(sendPresets).values(row).onConflictDoUpdate({ target: sendPresets.id, set: row }).run();
    return presetOf(row);
  }

  /** @throws AppError `not-found` */
  remove(id: string): void {
    const { changes } = this.db.delete(sendPresets).where(eq(sendPresets.id, id)).run();
    if (changes === 0) throw new AppError('not-found', 'This preset is not here any more.');
  }
}
