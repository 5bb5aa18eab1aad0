import { restoreBackup, type Restored } from '#server/backup/restoreBackup';
import type { OpenDatabase } from '#server/database/database';
import { extensions, overPglite } from '#server/database/openDirectory';
import type { Difference } from '#server/verify/differs';
import { PGlite } from '@electric-sql/pglite';

export type Checked = Restored & { readonly differences: readonly Difference[] };

/**
 * Puts a backup into memory, brings it up to date, and verifies it there: nothing of it is written unsealed.
 * @param verifyOn opens an installation over what was restored, and verifies it
 */
export async function checkBackup(
  file: string,
  passphrase: string,
  verifyOn: (opened: OpenDatabase, secret: string) => Promise<readonly Difference[]>,
): Promise<Checked> {
  const client = await PGlite.create({ extensions });
  try {
    const restored = await restoreBackup(file, passphrase, async (sets) => ({
      ...(await overPglite(client, sets)),
      close: async () => undefined,
    }));
    const opened = await overPglite(client);
    return { ...restored, differences: await verifyOn(opened, restored.header.secret) };
  } finally {
    if (!client.closed) await client.close();
  }
}
