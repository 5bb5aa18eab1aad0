import { ledgerOf } from '#core/bookings/ledger';
import { accounts } from '#core/books/journal/entry';
import { sum } from '#core/money/minor';
import { rowsOf } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { journalLines } from '#server/database/schema/journal';
import { payAccounts } from '#server/database/schema/ways';
import type { Deps } from '#server/deps';
import { wrongSums } from '#server/journal/sums';
import type { LiveAuthorisation } from '#server/ports';
import { type Difference, differs } from '#server/verify/differs';
import { readPiece } from '#server/verify/readPiece';
import { verifyBooking } from '#server/verify/verifyBooking';
import { verifyCredit } from '#server/verify/verifyCredit';
import { verifyJournal } from '#server/verify/verifyJournal';
import { verifyQuotes } from '#server/verify/verifyQuotes';
import { verifyErrandsApart, verifyUnbooked } from '#server/verify/verifyUnbooked';
import { verifyWords } from '#server/verify/verifyWords';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { sql } from 'drizzle-orm';

/** Told how many bookings were gone through, of how many; says `false` to stop there. */
export type VerifyProgress = (done: number, all: number) => boolean | void;

/**
 * Recomputes everything that is derived and compares, reading in pieces, each as of one moment: entries balance; the
 * journal equals the facts, of bookings as of what belongs to none; deposits equal receipts less refunds until a booking
 * closes; memo accounts equal the authorisations in force here and at the processor; each booking's summary, due parts,
 * cover, places and agenda; each quote's summary, the digests of what was offered and of what was signed; and every
 * letter and request to a processor has the errand that it came of; what is kept added up of the journal.
 */
export async function verify(deps: Deps, progress?: VerifyProgress): Promise<Difference[]> {
  const { db, clock } = deps;
  const found: Difference[] = await unbalancedEntries(deps);
  const inForce = new Map<string, number>();
  const all = await db.$count(bookings);
  let done = 0;
  let after = '';
  for (;;) {
    const piece = await readPiece(db, after);
    // Past its reading, so that nothing of it is newer than the moment that it is compared at.
    const now = clock.now();
    for (const loaded of piece.bookings) {
      const ledger = ledgerOf(loaded.facts);
      found.push(...verifyBooking(piece, loaded, ledger, now), ...verifyJournal(piece, loaded, ledger));
      const { authorisations, paymentHeld } = ledger;
      for (const held of authorisations) {
        if (held.state === 'inForce') inForce.set(held.id, held.amount);
      }
      if (paymentHeld) inForce.set(paymentHeld.authorisation, paymentHeld.amount);
    }
    done += piece.bookings.length;
    if (progress?.(done, Math.max(all, done)) === false) return found;
    const last = piece.bookings.at(-1);
    if (!last) break;
    after = last.booking.number;
  }
  found.push(
    ...(await verifyQuotes(deps)),
    ...(await verifyCredit(db)),
    ...(await verifyUnbooked(db)),
    ...(await verifyErrandsApart(db)),
    ...(await verifyWords(db)),
    ...(await wrongSums(db)),
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
