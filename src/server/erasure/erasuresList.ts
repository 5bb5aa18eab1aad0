import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import { syncDirectory } from '#server/files/syncDirectory';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

/** That a client was erased: by an id that says nothing of a person, when, and who wanted it. */
export type Erasure = { readonly clientId: string; readonly at: Instant; readonly by: Actor };

const Kept = z.object({
  clientId: z.string().min(1).max(100),
  at: z.iso.datetime().transform((at) => at as Instant),
  by: z.looseObject({ kind: z.enum(['person', 'client', 'payer', 'program', 'processor', 'clock']) }),
});

/** The list stands beside backups, which know nothing of what was erased after them. */
export const erasuresIn = (folder: string): string => join(folder, 'ostendo-erasures.jsonl');

/** A line of a list is not what it should be. */
export class ErasuresDamaged extends Error {
  override readonly name = 'ErasuresDamaged';
  constructor(
    readonly file: string,
    readonly line: number,
  ) {
    super(`line ${line} of ${file} names no erasure`);
  }
}

/** What a list names; nothing where there is none. @throws {ErasuresDamaged} */
export function readErasures(file: string): Erasure[] {
  if (!existsSync(file)) return [];
  return readFileSync(file, 'utf8')
    .split('\n')
    .flatMap((line, index) => {
      if (line === '') return [];
      try {
        return [Kept.parse(JSON.parse(line)) as Erasure];
      } catch {
        throw new ErasuresDamaged(file, index + 1);
      }
    });
}

/** Each client once, as of the first time. */
function together(lists: readonly (readonly Erasure[])[]): Erasure[] {
  const first = new Map<string, Erasure>();
  for (const erasure of lists.flat()) if (!first.has(erasure.clientId)) first.set(erasure.clientId, erasure);
  return [...first.values()];
}

/** Adds to the list of a folder what it does not name yet: whole or not at all, and on the disk when this returns. */
export function keepErasures(folder: string, erased: readonly Erasure[]): void {
  const file = erasuresIn(folder);
  const before = readErasures(file);
  const all = together([before, erased]);
  if (all.length === before.length) return;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const half = `${file}.half`;
  writeFileSync(half, all.map((erasure) => `${JSON.stringify(erasure)}\n`).join(''), { mode: 0o600, flush: true });
  renameSync(half, file);
  syncDirectory(folder);
}
