import { type Restored, restoreLines } from '#server/backup/restoreBackup';
import type { OpenDatabase } from '#server/database/database';
import type { MigrationSet } from '#server/database/migrations';
import { openDatabase } from '#server/database/open';
import { keepSecret } from '#server/secrets';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';

const folder = 'testing/earlier';

/** What earlier commits made of their demo (`scripts/earlier.mjs`): as backups of their day, not sealed yet. */
export const earlier: readonly string[] = readdirSync(folder)
  .filter((name) => name.endsWith('.jsonl.gz'))
  .map((name) => name.replace('.jsonl.gz', ''))
  .sort();

/** Its lines, as they stand in the file. */
export const linesOf = (name: string): string[] =>
  gunzipSync(readFileSync(join(folder, `${name}.jsonl.gz`)))
    .toString('utf8')
    .trimEnd()
    .split('\n');

type Row = Readonly<Record<string, unknown>>;

/** The rows of one of its tables, such as `public.facts`. */
export function rowsIn(name: string, table: string): Row[] {
  const lines = linesOf(name);
  const rest = lines.slice(lines.indexOf(`{"$table":"${table}"}`) + 1);
  return rest
    .slice(
      0,
      rest.findIndex((line) => line.startsWith('{"$')),
    )
    .map((line) => JSON.parse(line) as Row);
}

async function* oneByOne(lines: readonly string[]): AsyncGenerator<string> {
  yield* lines;
}

/** Puts it into an empty database, with its schema as it was on its day: whoever opens it next brings it up to date. */
export const putBack = (
  name: string,
  openAt: (sets: readonly MigrationSet[]) => Promise<OpenDatabase>,
): Promise<Restored> => restoreLines(oneByOne(linesOf(name)), openAt);

/** A data directory with it. */
export async function directoryOf(name: string): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-then-'));
  const { header } = await putBack(name, (sets) => openDatabase({ directory, sets, durable: false }));
  keepSecret(directory, header.secret);
  return directory;
}

/** The same in a server's database that is empty. @returns the secret */
export async function onDatabaseOf(name: string, databaseUrl: string): Promise<string> {
  const { header } = await putBack(name, (sets) => openDatabase({ directory: '', databaseUrl, sets }));
  return header.secret;
}
