import { randomUUID } from 'node:crypto';
import { desc, eq, isNull } from 'drizzle-orm';
import type { Job } from '@uvrant/contract';
import type { Db } from '../db/open';
import { jobs } from '../db/schema';
import { AppError } from '../errors';

type Row = typeof jobs.$inferSelect;

export class JobService {
  constructor(private readonly db: Db) {}

  /** Latest opened first. */
  list(): Job[] {
    return this.db.select().from(jobs).where(isNull(jobs.removedAt)).orderBy(desc(jobs.openedAt)).all();
  }

  /** @throws AppError `not-found` */
  need(id: string): Row {
    const job = this.db.select().from(jobs).where(eq(jobs.id, id)).get();
    if (!job) throw new AppError('not-found', 'This job is not here; it may be on another server.');
    if (job.removedAt !== null) throw new AppError('not-found', 'This job is in the tray: put it back to go on with it.');
    return job;
  }

  /** Puts a job with all that is in it into the tray. */
  remove(id: string): void {
    this.need(id);
    this.db.update(jobs).set({ removedAt: Date.now() }).where(eq(jobs.id, id)).run();
  }

  create(name: string): Job {
    const now = Date.now();
    const job: Row = { id: randomUUID(), name, createdAt: now, openedAt: now, removedAt: null };
    this.db.insert(jobs).values(job).run();
    return job;
  }

  rename(id: string, name: string): Job {
    this.need(id);
    this.db.update(jobs).set({ name }).where(eq(jobs.id, id)).run();
    return this.need(id);
  }

  opened(id: string): Job {
    this.need(id);
    this.db.update(jobs).set({ openedAt: Date.now() }).where(eq(jobs.id, id)).run();
    return this.need(id);
  }
}
