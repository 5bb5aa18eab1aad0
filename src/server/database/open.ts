import { openDirectory } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { openServer } from '#server/database/openServer';
import { type MigrationSet, migrationSets } from '#server/database/migrations';
import type { OpenDatabase, Report } from '#server/database/database';

/** A server where `DATABASE_URL` is given, else PGlite in the data directory; its schema is brought up to date. */
export async function openDatabase(settings: {
  databaseUrl?: string | undefined;
  /** The most connections to a server. */
  connections?: number;
  directory: string;
  /** False for data that can be made again: nothing waits for the disk. */
  durable?: boolean;
  report?: Report;
  /** Another schema than that of now: what a backup was made with. */
  sets?: readonly MigrationSet[];
  /** Told where the engine in this process breaks down. */
  onBroken?: ((cause: unknown) => void) | undefined;
}): Promise<OpenDatabase> {
  const {
    databaseUrl,
    connections,
    directory,
    durable = true,
    report = () => undefined,
    sets = migrationSets,
    onBroken,
  } = settings;
  const opened = await (databaseUrl
    ? openServer(databaseUrl, report, sets, connections)
    : openDirectory(directory, durable, sets, onBroken));
  let begun = 0;
  return { ...opened, db: onlyInside(opened.db, () => begun++), begun: () => begun };
}
