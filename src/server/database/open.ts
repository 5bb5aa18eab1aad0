import { openDirectory } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { openServer } from '#server/database/openServer';
import type { OpenDatabase, Report } from '#server/database/database';

/** A server where `DATABASE_URL` is given, else PGlite in the data directory; its schema is brought up to date. */
export async function openDatabase(settings: {
  databaseUrl?: string | undefined;
  directory: string;
  /** False for data that can be made again: nothing waits for the disk. */
  durable?: boolean;
  report?: Report;
}): Promise<OpenDatabase> {
  const { databaseUrl, directory, durable = true, report = () => undefined } = settings;
  const opened = await (databaseUrl ? openServer(databaseUrl, report) : openDirectory(directory, durable));
  let begun = 0;
  return { ...opened, db: onlyInside(opened.db, () => begun++), begun: () => begun };
}
