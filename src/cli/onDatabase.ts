import { explain } from '#cli/explain';
import { isPlainDate } from '#core/calendar/days';
import { type App, compose } from '#compose';
import { ConfigError, readConfig } from '#server/config';
import { DirectoryInUse } from '#server/database/directoryLock';
import { exportFormats } from '#server/formats/exportJournal';
import { verify } from '#server/verify/verify';

async function printDifferences(app: App): Promise<number> {
  const differences = await verify(app.deps, (done, all) => {
    if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${all} bookings`);
  });
  for (const difference of differences) console.log(JSON.stringify(difference));
  console.error(differences.length === 0 ? 'Nothing differs.' : `${differences.length} differences.`);
  return differences.length === 0 ? 0 : 1;
}

async function printJournal(app: App, args: readonly string[]): Promise<number> {
  const given = (name: string): string | undefined =>
    args.includes(`--${name}`) ? args[args.indexOf(`--${name}`) + 1] : undefined;
  const wrong = (path: string, message: string): number => {
    console.error(JSON.stringify({ error: { code: 'invalid_usage', message, path } }));
    return 2;
  };
  const format = given('format') ?? '';
  if (!Object.hasOwn(exportFormats, format))
    return wrong('format', `export takes --format ${Object.keys(exportFormats).join(', ')}`);
  const [from, until] = [given('from'), given('until')];
  if (from !== undefined && !isPlainDate(from)) return wrong('from', 'a day, as YYYY-MM-DD');
  if (until !== undefined && !isPlainDate(until)) return wrong('until', 'a day, as YYYY-MM-DD');
  for await (const piece of exportFormats[format]!.write(app.deps.db, { from, until })) process.stdout.write(piece);
  return 0;
}

/** Opens the installation of the environment; its directory must not be in use. @returns the exit status where it cannot */
export async function openInstallation(say: (problem: string) => void = console.error): Promise<App | number> {
  try {
    return await compose(readConfig(process.env), { post: async () => ({ ok: false }) });
  } catch (error) {
    if (!(error instanceof DirectoryInUse || error instanceof ConfigError)) throw error;
    const code = error instanceof DirectoryInUse ? 'directory_in_use' : 'invalid_settings';
    say(JSON.stringify({ error: { code, message: error.message, path: '' } }));
    return 2;
  }
}

/** The commands that read an installation's data. @returns the exit status */
export async function runOnDatabase(
  command: 'verify' | 'export' | 'explain',
  args: readonly string[],
): Promise<number> {
  const app = await openInstallation();
  if (typeof app === 'number') return app;
  try {
    if (command === 'explain') return await explain(app, args[0]);
    return command === 'verify' ? await printDifferences(app) : await printJournal(app, args);
  } finally {
    await app.close();
  }
}
