import { existsSync, linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Another process owns the data directory: two on one would corrupt it silently. */
export class DirectoryInUse extends Error {
  override readonly name = 'DirectoryInUse';
  constructor(
    readonly directory: string,
    readonly owner: string,
  ) {
    super(
      `the data directory ${directory} is in use by process ${owner}; stop that one first, or give this one another directory with OSTENDO_DATA`,
    );
  }
}

/** A process is told from a later one with the same number by its start time in clock ticks (proc(5), field 22). */
function identityOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return fields[0] === 'Z' ? null : `${pid} ${fields[19]}`;
  } catch {
    return null;
  }
}

const isAlive = (owner: string): boolean => identityOf(Number(owner.split(' ')[0])) === owner;

/**
 * Takes the directory for this process. A lock left by a process that was killed is recognised and replaced.
 * @returns what releases it
 * @throws {DirectoryInUse} where its owner is alive
 */
export function lockDirectory(directory: string): () => void {
  mkdirSync(directory, { recursive: true });
  const lock = join(directory, 'owner.lock');
  const mine = identityOf(process.pid) ?? `${process.pid} 0`;
  const draft = `${lock}.${process.pid}`;
  writeFileSync(draft, mine);
  try {
    for (;;) {
      try {
        linkSync(draft, lock); // fails where it exists, and never shows half a file
        break;
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      }
      removeStale(directory, lock);
    }
  } finally {
    rmSync(draft, { force: true });
  }
  return () => {
    if (existsSync(lock) && readFileSync(lock, 'utf8') === mine) rmSync(lock);
  };
}

function removeStale(directory: string, lock: string): void {
  const owner = existsSync(lock) ? readFileSync(lock, 'utf8') : null;
  if (owner === null) return;
  if (isAlive(owner)) throw new DirectoryInUse(directory, owner.split(' ')[0]!);
  // Two starters may find the same dead owner: moved aside first, a lock that is alive after all is put back.
  const aside = `${lock}.stale.${process.pid}`;
  try {
    renameSync(lock, aside);
  } catch {
    return;
  }
  if (isAlive(readFileSync(aside, 'utf8'))) renameSync(aside, lock);
  else rmSync(aside);
}
