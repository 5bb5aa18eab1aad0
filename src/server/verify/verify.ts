import { wantedErrands } from '#core/agenda/wantedErrands';
import { ledgerOf } from '#core/booking/ledger';
import { standing } from '#core/booking/standing';
import { accounts } from '#core/journal/entry';
import { sum } from '#core/money/minor';
import { dealOf } from '#server/booking/dealOf';
import { agreedOf, type LoadedBooking, readBooking } from '#server/booking/lockBooking';
import { coverOf, duePartsOf, summaryOf } from '#server/booking/summaryOf';
import { rowsOf } from '#server/database/database';
import { bookings, covers, dueParts, summaries } from '#server/database/schema/bookings';
import { journalLines } from '#server/database/schema/journal';
import { errands } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { payAccounts } from '#server/database/schema/ways';
import type { LiveAuthorisation } from '#server/ports';
import { processorOf } from '#server/ways/payAccounts';
import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { type Difference, differs } from '#server/verify/differs';
import { verifyPlaces } from '#server/verify/verifyPlaces';
import { verifyCredit } from '#server/verify/verifyCredit';
import { verifyJournal } from '#server/verify/verifyJournal';
import { verifyRequests } from '#server/verify/verifyRequests';
import { verifyWords } from '#server/verify/verifyWords';
import { verifyQuotes } from '#server/verify/verifyQuotes';

/**
 * Recomputes everything that is derived and compares: entries balance, the journal equals
 * the facts, deposits equal receipts less refunds until a booking closes, memo accounts equal the authorisations in
 * force here and at the processor, each booking's summary, due parts, cover and agenda; and each quote's summary, the
 * digests of what was offered and of what was signed.
 */
export async function verify(
  deps: Deps,
  progress?: (done: number, all: number) => boolean | void,
): Promise<Difference[]> {
  const { db } = deps;
  const found: Difference[] = await unbalancedEntries(deps);
  const ids = await db.select({ id: bookings.id }).from(bookings).orderBy(asc(bookings.number));
  const inForce = new Map<string, number>();
  let done = 0;
  for (const { id } of ids) {
    const loaded = (await readBooking(db, id))!;
    found.push(...(await verifyBooking(deps, loaded)), ...(await verifyJournal(db, loaded)));
    const { authorisations, paymentHeld } = ledgerOf(loaded.facts);
    for (const held of authorisations) {
      if (held.state === 'inForce') inForce.set(held.id, held.amount);
    }
    if (paymentHeld) inForce.set(paymentHeld.authorisation, paymentHeld.amount);
    if (progress?.(++done, ids.length) === false) return found;
  }
  found.push(
    ...(await verifyQuotes(deps)),
    ...(await verifyCredit(db)),
    ...(await verifyRequests(db)),
    ...(await verifyWords(db)),
  );
  const live: LiveAuthorisation[] = [];
  for (const { id } of await db.select({ id: payAccounts.id }).from(payAccounts))
    live.push(...(await (await processorOf(deps, id)).liveAuthorisations()));
  const byReference = (pairs: Iterable<readonly [string, number]>) => [...pairs].sort(([a], [b]) => (a < b ? -1 : 1));
  found.push(
    ...differs(
      'authorisations in force',
      'the processor',
      byReference(live.map(({ reference, amount }) => [reference, amount] as const)),
      byReference(inForce),
    ),
  );
  const memo = await rowsOf<{ balance: string }>(
    db,
    sql`select coalesce(sum(amount), 0)::text as balance from ${journalLines} where account = ${accounts.holdsInForce}`,
  );
  found.push(...differs('memo account', accounts.holdsInForce, Number(memo[0]!.balance), sum(inForce.values())));
  return found;
}

async function unbalancedEntries({ db }: Deps): Promise<Difference[]> {
  const rows = await rowsOf<{ entry_seq: string; currency: string; total: string }>(
    db,
    sql`select entry_seq::text, currency, sum(amount)::text as total from ${journalLines}
        group by entry_seq, currency having sum(amount) <> 0`,
  );
  return rows.map((row) => ({
    what: 'entry does not balance',
    where: row.entry_seq,
    kept: Number(row.total),
    computed: 0,
  }));
}

async function verifyBooking({ db, clock }: Deps, loaded: LoadedBooking): Promise<Difference[]> {
  const { booking, client, facts } = loaded;
  const current = standing(agreedOf(booking), facts, clock.now());
  const [summary] = await db.select().from(summaries).where(eq(summaries.bookingId, booking.id));
  const parts = await db.select().from(dueParts).where(eq(dueParts.bookingId, booking.id)).orderBy(asc(dueParts.part));
  const [cover = null] = await db.select().from(covers).where(eq(covers.bookingId, booking.id));
  const planned = await db
    .select({ key: errands.key, at: errands.at })
    .from(errands)
    .where(
      and(
        eq(errands.bookingId, booking.id),
        eq(errands.state, 'waiting'),
        // Wanted as an invoice is issued, and no more from then on.
        ne(errands.kind, 'invoiceOverdue'),
      ),
    );
  const finished = await db
    .select({ key: errands.key })
    .from(errands)
    .where(and(eq(errands.bookingId, booking.id), inArray(errands.state, ['done', 'failed', 'claimed'])));
  const doneKeys = new Set(finished.map(({ key }) => key));
  const wanted = wantedErrands(current, facts).filter(({ key }) => !doneKeys.has(key));
  const byKey = (list: readonly { key: string; at: string }[]) => list.map(({ key, at }) => `${at} ${key}`).sort();
  const lastChange = facts.findLast((fact) => fact.kind === 'changed');
  const confirmed = facts.findLast((fact) => fact.kind === 'confirmed');
  return [
    ...(lastChange ? differs('what was changed', booking.number, dealOf(booking), lastChange.after) : []),
    ...(confirmed ? differs('agreed when confirmed', booking.number, booking.agreed, confirmed.agreed) : []),
    ...(await verifyPlaces(db, booking, current)),
    ...differs('summary', booking.number, summary, summaryOf(booking, client, current)),
    ...differs('due parts', booking.number, parts, duePartsOf(booking, current)),
    ...differs('cover', booking.number, cover, coverOf(booking, current)),
    ...differs('agenda', booking.number, byKey(planned), byKey(wanted)),
  ];
}
