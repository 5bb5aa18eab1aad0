import { BackupFailed } from '#server/backup/format';
import type { Config } from '#server/config';
import { secretFor, urlKey } from '#server/secrets';
import { copyFileSync, existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';

/** Where backups of a data directory are written. */
export const backupsIn = (directory: string): string => join(directory, 'backups');
export const failureOf = (file: string): string => `${file}.failed`;

/** What only somebody on the machine can make: it asks the server for a backup. */
export const machineKey = (secret: string): string => urlKey(secretFor(secret, 'machine backup'));

/**
 * The server that has the directory makes the backup there, where it is taken from: its database is open for it alone.
 * @throws {BackupFailed}
 */
export async function askServer(
  { host, port, directory }: Config,
  { file, passphrase, secret }: { readonly file: string; readonly passphrase: string; readonly secret: string },
): Promise<void> {
  const server = `http://${host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host}:${port}`;
  const [at, alive] = [`${server}/api/backup`, `${server}/livez`];
  const headers = { authorization: `Bearer ${machineKey(secret)}`, 'content-type': 'application/json' };
  const response = await fetch(at, { method: 'POST', headers, body: JSON.stringify({ passphrase }) }).catch(() => null);
  const said = (await response?.json().catch(() => null)) as { name?: string; code?: string } | null | undefined;
  if (!response?.ok || !said?.name)
    throw new BackupFailed(
      'server_silent',
      `${directory} is in use, and the server at ${at} ${said?.code ? `says ${said.code}` : 'does not answer'}: give PORT and HOST as it has them`,
    );
  const made = join(backupsIn(directory), said.name);
  for (let looks = 1; !existsSync(made); looks++) {
    // One that has gone meanwhile makes none any more.
    if (looks % 25 === 0 && !(await fetch(alive).catch(() => null)))
      throw new BackupFailed('server_silent', 'the server has ended before the backup was made');
    if (existsSync(failureOf(made))) {
      const why = readFileSync(failureOf(made), 'utf8');
      rmSync(failureOf(made));
      throw new BackupFailed('backup_failed', why);
    }
    await pause(200);
  }
  copyFileSync(made, file);
  rmSync(made);
}
