import { defineConfig } from 'drizzle-kit';

/** The stand-ins' tables, which are no part of Ostendo's own: `npx drizzle-kit generate --config drizzle.world.config.ts`. */
export default defineConfig({
  dialect: 'postgresql',
  schema: ['./src/world/*/tables.ts'],
  out: './src/world/migrations',
  casing: 'snake_case',
  migrations: { prefix: 'index' },
});
