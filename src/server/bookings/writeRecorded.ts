import type { Recorded } from '#core/people/actor';
import type { Fact } from '#core/bookings/facts';
import type { JournalEntry } from '#core/books/journal/entry';
import { bookingFactsRead, factVersion } from '#core/factCodec/readFact';
import type { BookingRow } from '#server/bookings/lockBooking';
import { type Derived, derivedSteps, freeAfter } from '#server/bookings/writeDerived';
import type { Tx } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { words } from '#server/database/schema/words';
import { oneStatement } from '#server/database/oneStatement';
import { jobSteps, type jobOf } from '#server/jobs/plan/planJobs';
import { bookable, entrySteps, isOfProcessor, type NewEntry } from '#server/journal/appendEntry';
import { whileOpen } from '#server/journal/booksLock';
import { processorOfFact } from '#server/journal/processorOf';
import { type SQL, sql } from 'drizzle-orm';

export type Made = {
  readonly booking: BookingRow;
  readonly fact: Recorded<Fact>;
  readonly entry: JournalEntry | null;
  /** Whose account a payment went through, where that is known already. */
  readonly processor?: string;
};

/** What bookings come to. */
export type Writing = {
  /** Facts in their order, with their entries. */
  readonly made: readonly Made[];
  /** Bookings of which something may follow, as they stand after these facts. */
  readonly derived: readonly Derived[];
  /** Errands beside those that their standings want. */
  readonly besides: readonly ReturnType<typeof jobOf>[];
  /** Entries that are of no fact, each to stand before those of later moments. */
  readonly others?: readonly NewEntry[];
  /** What else is written in the same statement. */
  readonly steps?: readonly SQL[];
  /** Whoever writes holds the books open already. */
  readonly open?: boolean;
};

const onlyErrands = (added: Writing['besides']): SQL[] =>
  added.length > 0 ? jobSteps({ added, moved: [], dropped: [] }) : [];

/**
 * Writes facts, what was said with them, their entries, and all that follows for their bookings, as one statement: the
 * text of it is the same for one booking and for twenty.
 */
export async function writeRecorded(
  tx: Tx,
  { made, derived, besides, others = [], steps: more = [], open = false }: Writing,
): Promise<void> {
  const entries: NewEntry[] = [];
  for (const [index, { fact, entry, booking, processor: known }] of made.entries()) {
    if (!entry) continue;
    const processor = entry.lines.some(isOfProcessor) ? (known ?? (await processorOfFact(tx, fact))) : '';
    const { id: bookingId, currency } = booking;
    entries.push({ entry, at: fact.at, currency, bookingId, factOrd: index + 1, processor });
  }
  if (others.length > 0) {
    entries.push(...others);
    entries.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  }
  const told = made.map(({ fact, booking }) => {
    const { fact: bare, said } = bookingFactsRead.written(fact);
    return { booking_id: booking.id, fact: { ...bare, v: factVersion }, at: fact.at, said };
  });
  if (entries.length > 0 && !open) await whileOpen(tx);
  const journal = entrySteps(await bookable(tx, entries), sql`told`);
  const given = sql`told as materialized (
      select nextval('facts_seq_seq') as seq, f.ord, f.row from (
        select ord, row from jsonb_array_elements(${JSON.stringify(told)}::jsonb) with ordinality as t(row, ord) order by ord
      ) f
    ), said as materialized (
      select nextval('words_id_seq') as id, s.ord, s.said from (
        select ord, row->'said' as said from told where row->'said' <> 'null' order by ord
      ) s
    ), ${journal.given}`;
  const follows = derived.length > 0 ? await derivedSteps(tx, derived, besides) : onlyErrands(besides);
  const steps = [
    sql`insert into ${words} (id, said) select id, said from said order by ord`,
    sql`insert into ${facts} (seq, booking_id, fact, words_id, at)
          select seq, row->>'booking_id', row->'fact', said.id, row->>'at' from told left join said on said.ord = told.ord order by told.ord`,
    ...journal.steps,
    ...follows,
    ...more,
  ];
  if (made.length + follows.length + more.length > 0) await oneStatement(tx, steps, given);
  await freeAfter(tx, derived);
}
