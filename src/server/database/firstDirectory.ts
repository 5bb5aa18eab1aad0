import { migrationSets } from '#server/database/migrations';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  cpSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** In the folder that the build starts in, as the migrations are. */
const shelf = join(process.cwd(), 'dist/first');

/** Everything under a folder, itself first. */
export const within = (folder: string): string[] => [
  folder,
  ...readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => join(folder, name)),
];

/** By what an engine's directory with all migrations and nothing in it was made: those, and the engine. */
export function firstEdition(): string {
  const engine = dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite'));
  const hash = createHash('sha256').update(readFileSync(join(engine, '../package.json')));
  for (const { migrationsFolder } of migrationSets)
    for (const name of readdirSync(migrationsFolder).sort())
      if (name.endsWith('.sql')) hash.update(readFileSync(join(migrationsFolder, name)));
  return hash.digest('hex').slice(0, 16);
}

/**
 * Puts a closed engine's directory, new and migrated, where later installations copy theirs from; what was there before
 * is gone. There is nothing of anybody in it: whoever runs the build may read it.
 */
export function shelve(folder: string, onto = shelf): void {
  rmSync(onto, { recursive: true, force: true });
  mkdirSync(onto, { recursive: true });
  // Under its name when it is whole: a build may be cut off.
  const copy = join(onto, 'draft');
  cpSync(folder, copy, { recursive: true });
  rmSync(join(copy, 'postmaster.pid'), { force: true });
  for (const path of within(onto)) chmodSync(path, 0o755);
  renameSync(copy, join(onto, firstEdition()));
}

/**
 * Lays a new engine's directory as the build has made it, whole or not at all: its first tables and forty migrations take
 * the engine three seconds, a copy takes less than one. Where the build has made none, or another edition, or it cannot be
 * read, nothing is laid, and the engine makes its own.
 */
export function layFirst(folder: string, from = shelf): void {
  const draft = `${folder}.draft`;
  try {
    const made = join(from, firstEdition());
    if (!existsSync(made)) return;
    rmSync(draft, { recursive: true, force: true });
    cpSync(made, draft, { recursive: true });
    // The engine takes for granted that the disk has what its last checkpoint wrote.
    for (const path of within(draft)) toDisk(path);
    renameSync(draft, folder);
    toDisk(dirname(folder));
  } catch {
    rmSync(draft, { recursive: true, force: true });
  }
}

function toDisk(path: string): void {
  const file = openSync(path, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}
