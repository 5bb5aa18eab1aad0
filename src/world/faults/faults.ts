import { setTimeout as pause } from 'node:timers/promises';

/**
 * What can go wrong outside, each in so many of a hundred cases. Of a processor: it answers late (`slow`), never (`silent`,
 * and did nothing), has acted and its answer is lost (`lost`), says something that is no answer, twice (`wrong`). Of its
 * events: they come later (`late`), twice, out of order (`shuffled`). Of the mail server. Of the database: it is gone for
 * two seconds.
 */
export const faultNames = [
  'slow',
  'silent',
  'lost',
  'wrong',
  'late',
  'twice',
  'shuffled',
  'mailDown',
  'mailSilent',
  'mailRefuses',
  'mailHangsUp',
  'databaseGone',
] as const;
export type FaultName = (typeof faultNames)[number];
export type FaultSettings = { readonly seed: number } & { readonly [K in FaultName]?: number };

/** At most so long, in milliseconds, is a slow answer waited for. */
const slowest = 1200;
const goneMilliseconds = 2000;

/** A sequence of numbers from 0 to 1 that is the same for a seed (mulberry32, public domain). */
function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

export type Faults = ReturnType<typeof openFaults>;

/** The faults of this process: none, until they are switched on. The same seed and the same calls give the same faults. */
export function openFaults(given: FaultSettings | null = null) {
  let settings: FaultSettings = given ?? { seed: 1 };
  let random = randomFrom(settings.seed);
  let goneUntil = -Infinity;
  /** How often each has happened. */
  const counts: Partial<Record<FaultName, number>> = {};
  const happens = (name: FaultName): boolean => {
    const chance = settings[name] ?? 0;
    if (chance === 0 || random() * 100 >= chance) return false;
    counts[name] = (counts[name] ?? 0) + 1;
    return true;
  };
  return {
    settings: (): FaultSettings => settings,
    counts: (): Readonly<Partial<Record<FaultName, number>>> => counts,
    set(next: FaultSettings): void {
      settings = next;
      random = randomFrom(next.seed);
      goneUntil = -Infinity;
    },
    happens,
    /** Waits a while, as long as a slow service takes. */
    slowly: (): Promise<void> => pause(200 + random() * (slowest - 200)),
    shuffled: <T>(all: readonly T[]): T[] => {
      if (all.length < 2 || !happens('shuffled')) return [...all];
      const order = all.map((each) => ({ each, by: random() }));
      return order.sort((a, b) => a.by - b.by).map(({ each }) => each);
    },
    /** Whether the database is gone just now. */
    databaseGone(): boolean {
      if (performance.now() < goneUntil) return true;
      if (!happens('databaseGone')) return false;
      goneUntil = performance.now() + goneMilliseconds;
      return true;
    },
  };
}

/** A promise that nobody keeps. */
export const never = (): Promise<never> => new Promise(() => undefined);
