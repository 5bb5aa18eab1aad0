import { join } from 'node:path';

/** Where migrations are read from: beside the sources in development, and in the folder that the build starts in. */
const under = (folder: string): string => join(process.cwd(), folder);

/** Ostendo's own migrations, then those of the stand-ins, which keep count in a table of their own. */
export const migrationSets = [
  { migrationsFolder: under('src/server/database/migrations') },
  { migrationsFolder: under('src/world/migrations'), migrationsTable: '__world_migrations' },
] as const;
export const casing = 'snake_case';
