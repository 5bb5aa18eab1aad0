import { wrong } from '#cli/wrong';
import { compose } from '#compose';
import { checkBackup } from '#server/backup/checkBackup';
import { BackupFailed } from '#server/backup/format';
import { restoreBackup } from '#server/backup/restoreBackup';
import { checkedPassphrase } from '#server/backup/seal';
import { askServer } from '#server/backup/throughServer';
import { writeBackup } from '#server/backup/writeBackup';
import { type Config, ConfigError, readConfig } from '#server/config';
import { DirectoryInUse } from '#server/database/directoryLock';
import type { OpenDatabase } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { installationSecret, keepSecret } from '#server/secrets';
import type { Difference } from '#server/verify/differs';
import { verify } from '#server/verify/verify';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { resolve } from 'node:path';

/** `backup FILE` and `restore FILE DIRECTORY`. @returns the exit status */
export async function runBackup(command: 'backup' | 'restore', args: readonly string[]): Promise<number> {
  try {
    const config = readConfig(process.env);
    const passphrase = checkedPassphrase(process.env.OSTENDO_BACKUP_PASSPHRASE);
    const [file, directory, ...more] = args;
    if (command === 'backup') {
      if (!file || directory !== undefined) return wrong('invalid_usage', 'backup takes one FILE', 'FILE');
      return await back(config, resolve(file), passphrase);
    }
    if (!file || !directory || more.length > 0)
      return wrong('invalid_usage', 'restore takes a FILE and a DIRECTORY', file ? 'DIRECTORY' : 'FILE');
    return await restore({ ...config, directory: resolve(directory) }, resolve(file), passphrase);
  } catch (error) {
    if (error instanceof ConfigError) return wrong('invalid_settings', error.message);
    if (error instanceof BackupFailed)
      return wrong(error.code, error.message, error.code === 'passphrase_missing' ? 'OSTENDO_BACKUP_PASSPHRASE' : '');
    throw error;
  }
}

async function back(config: Config, file: string, passphrase: string): Promise<number> {
  if (existsSync(file)) return wrong('file_there', 'a file of that name is there already', 'FILE');
  if (config.databaseUrl === undefined && !existsSync(config.directory))
    return wrong('no_installation', `nothing is in ${config.directory}`, 'OSTENDO_DATA');
  const secret = installationSecret(config.secret, config.directory);
  const opened = await openDatabase(config).catch((error: unknown) => {
    if (error instanceof DirectoryInUse) return null;
    throw error;
  });
  if (opened) {
    await writeBackup(opened.db, { file, passphrase, secret });
    await opened.close();
  } else await askServer(config, { file, passphrase, secret });
  // What cannot be put back is no backup.
  const { rows, differences } = await checkBackup(file, passphrase, verifyOver);
  return told(`${rows} rows are in ${file}, sealed.`, differences);
}

async function restore(config: Config, file: string, passphrase: string): Promise<number> {
  const { directory, databaseUrl } = config;
  if (existsSync(directory) && readdirSync(directory).length > 0)
    return wrong('not_empty', `${directory} is not empty`, 'DIRECTORY');
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  const { header, rows } = await restoreBackup(file, passphrase, (sets, { secret }) => {
    keepSecret(directory, secret);
    return openDatabase({ directory, databaseUrl, sets });
  });
  // Opened again, it is brought up to this version.
  const differences = await verifyOver(await openDatabase({ directory, databaseUrl }), header.secret);
  const where = databaseUrl
    ? `on the server; its secret is in ${directory}/secret: give it as OSTENDO_SECRET`
    : `in ${directory}`;
  return told(`${rows} rows of ${header.madeAt} are ${where}.`, differences);
}

async function verifyOver(opened: OpenDatabase, secret: string): Promise<readonly Difference[]> {
  const config = readConfig({ OSTENDO_SECRET: secret });
  const app = await compose(config, { opened, post: async () => ({ ok: false }) });
  try {
    return await verify(app.deps);
  } finally {
    await app.close();
  }
}

function told(what: string, differences: readonly Difference[]): number {
  console.error(what);
  for (const difference of differences) console.log(JSON.stringify(difference));
  console.error(differences.length === 0 ? 'Verified: nothing differs.' : `${differences.length} differences.`);
  return differences.length === 0 ? 0 : 1;
}
