import type { Recorded } from '#core/people/actor';
import type { FactOf } from '#core/bookings/facts';
import { bookingFactsRead, factVersion } from '#core/factCodec/readFact';
import { actorNow } from '#server/actor/actorNow';
import type { Tx } from '#server/database/database';
import { prepared, preparedRows } from '#server/database/prepared';
import { bookings, facts } from '#server/database/schema/bookings';
import { words } from '#server/database/schema/words';
import { messages } from '#server/database/schema/work';
import { eq, sql } from 'drizzle-orm';

const { placeholder } = sql;

const lockAlone = prepared<{ id: string }, unknown>((db) =>
  db
    .select({ id: bookings.id })
    .from(bookings)
    .where(eq(bookings.id, placeholder('id')))
    .for('update'),
);

type Writing = {
  readonly letter: string;
  readonly booking: string;
  readonly at: string;
  readonly fact: string;
  readonly said: string;
};

/** Facts stand in the order in which they were recorded, also by their moments, as in `recordFacts`. */
const newest = sql`(select at from ${facts} where booking_id = ${placeholder('booking')} order by seq desc limit 1)`;

const write = preparedRows<Writing, { seq: number }>(sql`
  with gone as (
    update ${messages} set state = 'sent', sent_at = ${placeholder('at')}, error = null
    where id = ${placeholder('letter')} and state = 'outgoing' returning id
  ), told as (
    select nextval('facts_seq_seq') as seq, greatest(${placeholder('at')}::text collate "C", ${newest}) as at from gone
  ), said as (
    insert into ${words} (said) select ${placeholder('said')}::jsonb from gone returning id
  )
  insert into ${facts} (seq, booking_id, fact, words_id, at)
  select told.seq, ${placeholder('booking')}, jsonb_set(${placeholder('fact')}::jsonb, '{at}', to_jsonb(told.at)), said.id, told.at
  from told cross join said returning seq`);

/**
 * Records that a letter of a booking has gone, once, where nothing can follow from that: what was sent moves no standing,
 * and so nothing of the booking is read for it. Where documents may follow, `recordFacts` does it.
 */
export async function recordSent(
  tx: Tx,
  about: { readonly letter: string; readonly booking: string; readonly sent: FactOf<'sent'> },
): Promise<void> {
  const { letter, booking, sent } = about;
  const locked = lockAlone(tx, { id: booking });
  const fact: Recorded<FactOf<'sent'>> = { ...sent, actor: actorNow() };
  const { fact: bare, said } = bookingFactsRead.written(fact);
  const written = write(tx, {
    letter,
    booking,
    at: fact.at,
    fact: JSON.stringify({ ...bare, v: factVersion }),
    said: JSON.stringify(said),
  });
  await Promise.all([locked, written]);
}
