import { wrong } from '#cli/wrong';
import { compose } from '#compose';
import { checkBackup } from '#server/backup/checkBackup';
import { BackupFailed } from '#server/backup/format';
import { restoreBackup } from '#server/backup/restoreBackup';
import { checkedPassphrase } from '#server/backup/seal';
import { askServer, backupsIn } from '#server/backup/throughServer';
import { writeBackup } from '#server/backup/writeBackup';
import { type Config, ConfigError, readConfig } from '#server/config';
import { causes, codeOf, saysFull } from '#server/database/away';
import { DirectoryInUse } from '#server/database/directoryLock';
import type { OpenDatabase } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import type { Deps } from '#server/deps';
import { erasuresOf, replayErasures } from '#server/erasure/erasures';
import { type Erasure, ErasuresDamaged, erasuresIn, keepErasures, readErasures } from '#server/erasure/erasuresList';
import { installationSecret, keepSecret } from '#server/secrets';
import type { Difference } from '#server/verify/differs';
import { verify } from '#server/verify/verify';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/**
 * `backup FILE` and `restore FILE DIRECTORY [ERASURES]`. Whom the list beside the file names, or the list given besides,
 * is erased anew in what was restored. @returns the exit status
 */
export async function runBackup(command: 'backup' | 'restore', args: readonly string[]): Promise<number> {
  try {
    // A restored installation brings its own secret.
    const unsaid = command === 'restore' ? { OSTENDO_SECRET: 'its own secret comes with what is restored' } : {};
    const config = readConfig({ ...unsaid, ...process.env });
    const passphrase = checkedPassphrase(process.env.OSTENDO_BACKUP_PASSPHRASE);
    const [file, directory, erasures, ...more] = args;
    if (command === 'backup') {
      if (!file || directory !== undefined) return wrong('invalid_usage', 'backup takes one FILE', 'FILE');
      return await back(config, resolve(file), passphrase);
    }
    if (!file || !directory || more.length > 0)
      return wrong('invalid_usage', 'restore takes a FILE and a DIRECTORY', file ? 'DIRECTORY' : 'FILE');
    if (erasures !== undefined && !existsSync(erasures))
      return wrong('no_file', 'there is no list of that name', 'ERASURES');
    const erased = [erasuresIn(dirname(resolve(file))), ...(erasures === undefined ? [] : [resolve(erasures)])];
    return await restore(
      { ...config, directory: resolve(directory) },
      resolve(file),
      passphrase,
      erased.flatMap(readErasures),
    );
  } catch (error) {
    if (error instanceof ConfigError) return wrong('invalid_settings', error.message);
    if (error instanceof ErasuresDamaged) return wrong('erasures_damaged', error.message, 'ERASURES');
    if (saysNoRoom(error))
      return wrong('disk_full', 'there is no room left on the disk: nothing was kept of it', 'FILE');
    if (error instanceof BackupFailed)
      return wrong(error.code, error.message, error.code === 'passphrase_missing' ? 'OSTENDO_BACKUP_PASSPHRASE' : '');
    throw error;
  }
}

/** The disk said so itself, or the database did. */
const saysNoRoom = (error: unknown): boolean =>
  saysFull(error) || [...causes(error)].some((each) => codeOf(each) === 'ENOSPC');

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
    keepErasures(backupsIn(config.directory), await erasuresOf(opened.db));
    await opened.close();
  } else await askServer(config, { file, passphrase, secret });
  // Whoever has the file has the list beside it, which later ones make longer.
  keepErasures(dirname(file), readErasures(erasuresIn(backupsIn(config.directory))));
  // What cannot be put back is no backup.
  const { rows, differences } = await checkBackup(file, passphrase, verifyOver);
  return told(`${rows} rows are in ${file}, sealed.`, differences);
}

async function restore(config: Config, file: string, passphrase: string, erased: readonly Erasure[]): Promise<number> {
  const { directory, databaseUrl } = config;
  if (existsSync(directory) && readdirSync(directory).length > 0)
    return wrong('not_empty', `${directory} is not empty`, 'DIRECTORY');
  const isNew = !existsSync(directory);
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  const { header, rows } = await restoreBackup(file, passphrase, (sets, { secret }) => {
    keepSecret(directory, secret);
    return openDatabase({ directory, databaseUrl, sets });
  }).catch((error: unknown) => {
    // Files of a damaged backup would bar the next try.
    for (const name of readdirSync(directory)) rmSync(join(directory, name), { recursive: true, force: true });
    if (isNew) rmSync(directory, { recursive: true, force: true });
    throw error;
  });
  // Opened again, it is brought up to this version.
  let gone = 0;
  const differences = await verifyOver(await openDatabase({ directory, databaseUrl }), header.secret, async (deps) => {
    gone = await replayErasures(deps, erased);
    keepErasures(backupsIn(directory), erased);
  });
  const where = databaseUrl
    ? `on the server; its secret is in ${directory}/secret: give it as OSTENDO_SECRET`
    : `in ${directory}`;
  const anew = gone === 0 ? '' : ` Erased since, and erased anew: ${gone} ${gone === 1 ? 'client' : 'clients'}.`;
  return told(`${rows} rows of ${header.madeAt} are ${where}.${anew}`, differences);
}

async function verifyOver(
  opened: OpenDatabase,
  secret: string,
  first: (deps: Deps) => Promise<void> = async () => undefined,
): Promise<readonly Difference[]> {
  const config = readConfig({ OSTENDO_SECRET: secret });
  const app = await compose(config, { opened, post: async () => ({ ok: false }) });
  try {
    await first(app.deps);
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
