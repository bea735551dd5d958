import { defineConfig } from 'drizzle-kit';

// Paths are taken from the working directory: run it from the root.
export default defineConfig({
  dialect: 'sqlite',
  schema: './packages/server/src/db/schema.ts',
  out: './packages/server/drizzle',
});
