import { join } from 'node:path';

/** Where migrations are read from: beside the sources in development, and in the folder that the build starts in. */
export const migrationsFolder = join(process.cwd(), 'src/server/database/migrations');
export const casing = 'snake_case';
