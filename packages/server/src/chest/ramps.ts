import { randomUUID } from 'node:crypto';
import { desc, eq } from 'drizzle-orm';
import type { KeptRamp } from '@uvrant/contract';
import type { RampStop } from '@uvrant/core';
import type { Db } from '../db/open';
import { ramps } from '../db/schema';
import { AppError } from '../errors';

const rampOf = ({ id, name, stops }: typeof ramps.$inferSelect): KeptRamp => ({ id, name, stops });

/** Ramps that were put by, for every job. */
export class RampStore {
  constructor(private readonly db: Db) {}

  list(): KeptRamp[] {
    return this.db.select().from(ramps).orderBy(desc(ramps.createdAt)).all().map(rampOf);
  }

  keep(name: string, stops: readonly RampStop[]): KeptRamp {
    const row = { id: randomUUID(), name, stops, createdAt: Date.now() };
    this.db.insert(ramps).values(row).run();
    return rampOf(row);
  }

  /** @throws AppError `not-found` */
  remove(id: string): void {
    const { changes } = this.db.delete(ramps).where(eq(ramps.id, id)).run();
    if (changes === 0) throw new AppError('not-found', 'This ramp is not in the chest any more.');
  }
}
