import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./src/server/database/schema/*.ts'],
  out: './src/server/database/migrations',
  casing: 'snake_case',
  migrations: { prefix: 'index' },
});
