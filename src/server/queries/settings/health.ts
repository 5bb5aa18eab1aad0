import type { Backups } from '#server/backup/backups';
import { lastVerified } from '#server/jobs/nightly/nights';
import { freeIn, leastDisk } from '#server/rateLimits/room';
import { rowsOf } from '#server/database/database';
import type { Deps } from '#server/deps';
import { sql } from 'drizzle-orm';

/** What a supervisor and an owner want to know of a running installation; seconds and bytes. */
export type Health = {
  /** Since the agenda of this process last moved on. */
  readonly agendaSilence: number;
  /** Of real time since the oldest request to a processor was sent that has no answer; 0 where all have. */
  readonly oldestOpenIntent: number;
  readonly openIntents: number;
  /** Of real time since the oldest letter's last try, among those that failed before and wait for another. */
  readonly oldestLetterTried: number;
  readonly lettersWaiting: number;
  readonly lettersGivenUp: number;
  readonly errandsFailed: number;
  /** What the processors told and was not understood yet. */
  readonly eventsKept: number;
  /** Free where the data is; null on a server. */
  readonly diskFree: number | null;
  /** Since the last nightly backup; null where there is none. */
  readonly backupAge: number | null;
  /** What the last nightly verification found; null before the first. */
  readonly differences: number | null;
};

type Sources = {
  readonly deps: Pick<Deps, 'db'>;
  readonly agendaSilence: () => number;
  readonly backups: Backups;
  /** Null where a server has the data. */
  readonly directory: string | null;
};

/** So long one answer stands for all who ask, in milliseconds: anybody may ask whether it is ready. */
const stands = 1000;

/** @returns what asks for it; that throws where the database does not answer */
export function openHealth(sources: Sources): () => Promise<Health> {
  let last: { readonly at: number; readonly health: Promise<Health> } | null = null;
  return () => {
    if (!last || performance.now() - last.at > stands) last = { at: performance.now(), health: healthOf(sources) };
    return last.health;
  };
}

async function healthOf({ deps, agendaSilence, backups, directory }: Sources): Promise<Health> {
  const [row] = await rowsOf<Record<string, number>>(
    deps.db,
    sql`select
      (select count(*)::int from intents where state = 'open') as open_intents,
      (select coalesce(extract(epoch from now() - min(called_at)), 0)::int from intents where state = 'open') as oldest_intent,
      (select count(*)::int from messages where state = 'outgoing') as waiting,
      (select coalesce(extract(epoch from now() - min(tried_at)), 0)::int from messages where state = 'outgoing' and error is not null) as tried,
      (select count(*)::int from messages where state = 'failed') as given_up,
      (select count(*)::int from errands where state = 'failed') as failed,
      (select count(*)::int from processor_events where event is not null) as kept`,
  );
  return {
    agendaSilence: agendaSilence(),
    openIntents: row!.open_intents!,
    oldestOpenIntent: row!.oldest_intent!,
    lettersWaiting: row!.waiting!,
    oldestLetterTried: row!.tried!,
    lettersGivenUp: row!.given_up!,
    errandsFailed: row!.failed!,
    eventsKept: row!.kept!,
    diskFree: directory === null ? null : await freeIn(directory),
    backupAge: backups.age(),
    differences: (await lastVerified(deps))?.count ?? null,
  };
}

/** Seconds of silence after which an agenda is stuck: twice the longest call outside, and more. */
export const mostSilence = 90;
/** A request that was open so long was asked again several times: its processor does not answer. */
const mostOpen = 600;

/** What keeps it from being ready, by name; and what only wants a look. */
export function complaintsOf(health: Health): { readonly stops: readonly string[]; readonly warns: readonly string[] } {
  const when = (name: string, is: boolean): string[] => (is ? [name] : []);
  return {
    stops: [
      ...when('agenda_stuck', health.agendaSilence > mostSilence),
      ...when('disk_full', health.diskFree !== null && health.diskFree < leastDisk),
    ],
    warns: [
      ...when('processor_silent', health.oldestOpenIntent > mostOpen),
      ...when('mail_away', health.oldestLetterTried > mostOpen),
      ...when('letters_given_up', health.lettersGivenUp > 0),
      ...when('errands_failed', health.errandsFailed > 0),
      ...when('books_differ', (health.differences ?? 0) > 0),
    ],
  };
}

const gauges: { readonly [K in keyof Health]: readonly [name: string, help: string] } = {
  agendaSilence: ['agenda_silence_seconds', 'Since the agenda of this process last moved on'],
  openIntents: ['open_intents', 'Requests to processors without an answer'],
  oldestOpenIntent: ['oldest_open_intent_seconds', 'Since the longest open of them was last asked'],
  lettersWaiting: ['letters_waiting', 'Letters that are to go out'],
  oldestLetterTried: ['oldest_letter_tried_seconds', 'Since the last try of the letter that waits longest for another'],
  lettersGivenUp: ['letters_given_up', 'Letters that were given up'],
  errandsFailed: ['errands_failed', 'Errands that were given up'],
  eventsKept: ['events_kept', 'Events of processors about what is not known yet'],
  diskFree: ['disk_free_bytes', 'Free where the data is'],
  backupAge: ['backup_age_seconds', 'Since the last nightly backup'],
  differences: ['differences', 'What the last nightly verification found'],
};

/** The same in the text format of Prometheus. */
export async function metricsOf(health: Health): Promise<{ readonly type: string; readonly text: string }> {
  const { Gauge, Registry } = await import('prom-client');
  const registry = new Registry();
  for (const [key, [name, help]] of Object.entries(gauges)) {
    const value = health[key as keyof Health];
    if (value !== null) new Gauge({ name: `ostendo_${name}`, help, registers: [registry] }).set(value);
  }
  return { type: registry.contentType, text: await registry.metrics() };
}
