import { eq } from 'drizzle-orm';
import type { Db } from './open';
import { facts } from './schema';

/** Single facts about the data directory, by name. */
export class Facts {
  constructor(private readonly db: Db) {}

  get(name: string): string | null {
    return this.db.select().from(facts).where(eq(facts.name, name)).get()?.value ?? null;
  }

  set(name: string, value: string): void {
    this.db.insert(facts).values({ name, value }).onConflictDoUpdate({ target: facts.name, set: { value } }).run();
  }
}
