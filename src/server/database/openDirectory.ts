import { lockDirectory } from '#server/database/directoryLock';
import { layFirst, within } from '#server/database/firstDirectory';
import { casing, type MigrationSet, migrationSets } from '#server/database/migrations';
import type { Database, OpenDatabase } from '#server/database/database';
import { preparedPglite } from '#server/database/preparedPglite';
import { tendTables } from '#server/database/tending';
import { isUpToDate } from '#server/database/upToDate';
import { SyncedFileSystem, syncedStart } from '#server/database/syncedFileSystem';
import { PGlite } from '@electric-sql/pglite';
import { btree_gist } from '@electric-sql/pglite/contrib/btree_gist';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { chmodSync, existsSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** `btree_gist` lets a constraint compare a place and a unit beside a time; `pg_trgm` finds a part of a word by an index. */
export const extensions = { btree_gist, pg_trgm };

/**
 * PGlite's own, with a quarter of its buffers (pages of 8 kB): they are laid out at each start, which takes a tenth of it,
 * and are a third of the process. What does not lie in them is the operating system's to keep.
 */
const startParams = [...PGlite.defaultStartParams, '-B', '4096'];

/** What recovery after a crash may write before anything can be asked: bytes. */
const leastToOpen = 40 * 1024 * 1024;

/**
 * PGlite in the data directory, which is this process's alone until it is closed.
 * @param onBroken is told where the engine breaks down: the process has to begin again
 */
export async function openDirectory(
  directory: string,
  durable: boolean,
  sets: readonly MigrationSet[] = migrationSets,
  onBroken: (cause: unknown) => void = () => undefined,
): Promise<OpenDatabase> {
  // Whatever umask the process was started with: what is made in there from now on is for its owner alone.
  process.umask(0o077);
  const release = lockDirectory(directory);
  try {
    const { bavail, bsize } = statfsSync(directory);
    // It would end amid its recovery, and say nothing of why.
    if (bavail * bsize < leastToOpen) throw new Error(`there is no room on the disk of ${directory}`);
    const folder = join(directory, 'postgres');
    const isNew = !existsSync(join(folder, 'PG_VERSION'));
    if (isNew && sets === migrationSets) layFirst(folder);
    const client = await (durable
      ? PGlite.create({
          extensions,
          fs: new SyncedFileSystem(folder),
          startParams: syncedStart(startParams),
        })
      : PGlite.create(folder, { extensions, startParams }));
    // Twelve hundred files; nobody else reaches them behind a folder that is closed.
    if (isNew || isOpenToOthers(folder)) closeToOthers(folder);
    const opened = await overPglite(client, sets, onBroken);
    const close = async (): Promise<void> => {
      await client.close();
      release();
    };
    return { ...opened, close };
  } catch (error) {
    release();
    throw error;
  }
}

const isOpenToOthers = (path: string): boolean => (statSync(path).mode & 0o077) !== 0;

/** PGlite unpacks its first files with modes of its own (666), past any umask. */
function closeToOthers(folder: string): void {
  for (const path of within(folder)) if (isOpenToOthers(path)) chmodSync(path, statSync(path).mode & 0o700);
}

export async function overPglite(
  client: PGlite,
  sets: readonly MigrationSet[] = migrationSets,
  onBroken?: (cause: unknown) => void,
): Promise<OpenDatabase> {
  const db = drizzle({ client: preparedPglite(client, onBroken) as PGlite, casing }) as unknown as Database;
  if (!(await isUpToDate(db, sets))) for (const set of sets) await migrate(drizzle({ client, casing }), set);
  return { db, engine: 'PGlite', tend: () => tendTables(db), close: () => client.close() };
}
