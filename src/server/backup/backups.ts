import { backupsIn, failureOf } from '#server/backup/throughServer';
import { writeBackup } from '#server/backup/writeBackup';
import { erasuresOf } from '#server/erasure/erasures';
import { keepErasures } from '#server/erasure/erasuresList';
import { outsideRequests } from '#server/logging/requestNow';
import type { Deps } from '#server/deps';
import { mkdirSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export type Backups = {
  /** Begins one, and answers with the name that it will have; null while another is being made. */
  start(passphrase: string): string | null;
  /** Makes one, and thins out those of before. @throws while another is being made, or where it cannot be */
  nightly(passphrase: string): Promise<void>;
  /** Writes whom the database knows as erased beside the backups, which still have them whole. */
  keepErasures(): Promise<void>;
  /** Seconds since the newest was made; null where there is none. */
  age(): number | null;
};

const nightlyName = /^ostendo-(\d{4}-\d{2}-\d{2})\.age$/;

/** So many of the newest are kept, and then the newest of each of so many weeks and months. */
const kept = { days: 7, weeks: 5, months: 12 };

/** Names of nightly backups that go: all but those of the last days, and one of each week and month before. */
export function thinned(names: readonly string[]): string[] {
  const newestFirst = names
    .filter((name) => nightlyName.test(name))
    .sort()
    .reverse();
  const dayOf = (name: string): Date => new Date(`${nightlyName.exec(name)![1]!}T00:00:00Z`);
  const firstOf = (most: number, period: (day: Date) => string): string[] => {
    const seen = new Map<string, string>();
    for (const name of newestFirst) if (!seen.has(period(dayOf(name)))) seen.set(period(dayOf(name)), name);
    return [...seen.values()].slice(0, most);
  };
  const week = (day: Date): string => String(Math.floor((day.getTime() / 86_400_000 + 3) / 7));
  const month = (day: Date): string => day.toISOString().slice(0, 7);
  const stays = new Set([
    ...newestFirst.slice(0, kept.days),
    ...firstOf(kept.weeks, week),
    ...firstOf(kept.months, month),
  ]);
  return newestFirst.filter((name) => !stays.has(name));
}

/** Backups of this installation, in its data directory. */
export function openBackups(
  { db, newId, report, note }: Pick<Deps, 'db' | 'newId' | 'report' | 'note'>,
  { directory, secret }: { readonly directory: string; readonly secret: string },
): Backups {
  const folder = backupsIn(directory);
  const keepErased = async (): Promise<void> => {
    try {
      keepErasures(folder, await erasuresOf(db));
    } catch (error) {
      // Who was erased is; the next backup and the next start write the list again.
      report('the list of erasures could not be written', error);
    }
  };
  let busy = false;
  const make = async (name: string, passphrase: string): Promise<boolean> => {
    if (busy) return false;
    busy = true;
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      await keepErased();
      const rows = await writeBackup(db, { file: join(folder, name), passphrase, secret });
      note('backup made', { rows });
      return true;
    } finally {
      busy = false;
    }
  };
  return {
    start(passphrase) {
      if (busy) return null;
      const name = `asked-${newId()}.age`;
      void outsideRequests(() => make(name, passphrase)).catch((error: unknown) => {
        report('a backup could not be made', error);
        try {
          writeFileSync(failureOf(join(folder, name)), 'the server could not make it: its log says why', {
            mode: 0o600,
          });
        } catch (silent) {
          // What kept it from being made may keep this away too, as a folder that cannot be written.
          report('nobody could be told that a backup was not made', silent);
        }
      });
      return name;
    },
    async nightly(passphrase) {
      const made = await make(`ostendo-${new Date().toISOString().slice(0, 10)}.age`, passphrase);
      if (!made) throw new Error('another backup is being made');
      for (const name of thinned(readdirSync(folder))) rmSync(join(folder, name));
    },
    keepErasures: keepErased,
    age() {
      try {
        const made = readdirSync(folder)
          .filter((name) => nightlyName.test(name))
          .map((name) => statSync(join(folder, name)).mtimeMs);
        return made.length === 0 ? null : Math.round((Date.now() - Math.max(...made)) / 1000);
      } catch {
        return null; // there is no folder yet
      }
    },
  };
}
