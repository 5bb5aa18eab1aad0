import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where migrations are read from: beside the sources in development, and in the folder that the build starts in. */
const under = (folder: string): string => join(process.cwd(), folder);

export type MigrationSet = { readonly migrationsFolder: string; readonly migrationsTable?: string };

/** Ostendo's own migrations, then those of the stand-ins, which keep count in a table of their own. */
export const migrationSets = [
  { migrationsFolder: under('src/server/database/migrations') },
  { migrationsFolder: under('src/world/migrations'), migrationsTable: '__world_migrations' },
] as const;
export const casing = 'snake_case';

const journalIn = (folder: string): string => join(folder, 'meta', '_journal.json');
type Journal = { readonly entries: readonly { readonly when: number }[] };
const journalOf = ({ migrationsFolder }: MigrationSet): Journal =>
  JSON.parse(readFileSync(journalIn(migrationsFolder), 'utf8')) as Journal;

/** How many migrations there are: ours, and those of the stand-ins. */
export const migrationCounts = (): [number, number] => [
  journalOf(migrationSets[0]).entries.length,
  journalOf(migrationSets[1]).entries.length,
];

/** When the newest of them was written: by that the migrator knows what is there. */
export const newestOf = (set: MigrationSet): number => Math.max(...journalOf(set).entries.map(({ when }) => when));

/** The first so many of each, in folders of their own until they are forgotten: a schema as it was at some version. */
export function setsUpTo(counts: readonly [number, number]): {
  readonly sets: readonly MigrationSet[];
  readonly forget: () => void;
} {
  const parent = mkdtempSync(join(tmpdir(), 'ostendo-migrations-'));
  const sets = migrationSets.map((set, index): MigrationSet => {
    const folder = join(parent, String(index));
    cpSync(set.migrationsFolder, folder, { recursive: true });
    const journal = journalOf(set);
    const entries = journal.entries.slice(0, counts[index]);
    writeFileSync(journalIn(folder), JSON.stringify({ ...journal, entries }));
    return { ...set, migrationsFolder: folder };
  });
  return { sets, forget: () => rmSync(parent, { recursive: true, force: true }) };
}
