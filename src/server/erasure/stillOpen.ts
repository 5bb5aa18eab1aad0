import type { StillOpen } from '#contracts/clients/views';
import type { Instant } from '#core/calendar/instant';
import { creditOfClient } from '#server/credit/balances';
import { rowsOf, type Tx } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { paymentRequests } from '#server/database/schema/credit';
import { quotes } from '#server/database/schema/quotes';
import { quotesOf } from '#server/erasure/quotesOf';
import { stateOfRequest } from '#server/paymentRequests/stateOfRequest';
import { standingOfRequest } from '#server/paymentRequests/requests';
import { and, eq, inArray, sql } from 'drizzle-orm';

type Client = { readonly id: string; readonly name: string; readonly email: string };

/** What is not settled with a client: money, promises or a bank's question. Whoever is erased has nothing of it. */
export async function stillOpen(tx: Tx, client: Client, now: Instant): Promise<StillOpen[]> {
  const open = await tx
    .select({ number: bookings.number })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(
      and(
        eq(bookings.clientId, client.id),
        sql`(${summaries.stage} not in ('closed', 'cancelled', 'lapsed') or ${summaries.outstanding} > 0 or ${summaries.held} > 0
          or jsonb_array_length(${summaries.decisions}) > 0
          or exists (select 1 from intents where intents.booking_id = ${bookings.id} and intents.state in ('open', 'waiting', 'onTheWay')))`,
      ),
    )
    .orderBy(bookings.number);
  const offered = await tx
    .select({ number: quotes.number })
    .from(quotes)
    .where(and(quotesOf(tx, client), inArray(quotes.state, ['sent', 'opened', 'signing'])))
    .orderBy(quotes.number);
  const found: StillOpen[] = [
    ...open.map(({ number }) => ({ what: 'booking' as const, number })),
    ...offered.map(({ number }) => ({ what: 'quote' as const, number })),
  ];
  for (const request of await tx
    .select()
    .from(paymentRequests)
    .where(eq(paymentRequests.clientId, client.id))
    .orderBy(paymentRequests.number)) {
    const state = stateOfRequest(request, await standingOfRequest(tx, request), now);
    if (state === 'open' || state === 'partly' || (await unsettled(tx, request.id)))
      found.push({ what: 'request', number: request.number });
  }
  if ((await creditOfClient(tx, client.id)).length > 0) found.push({ what: 'credit', number: '' });
  return found;
}

/** A payment that is under way, a dispute without its end, or a voucher that has not been sent. */
async function unsettled(tx: Tx, requestId: string): Promise<boolean> {
  const [row] = await rowsOf<{ open: boolean }>(
    tx,
    sql`select exists (select 1 from request_payments where request_id = ${requestId} and state in ('open', 'waiting', 'onTheWay'))
      or exists (
        select 1 from request_facts d where d.request_id = ${requestId} and d.fact->>'kind' = 'disputed' and not exists (
          select 1 from request_facts e where e.request_id = ${requestId} and e.fact->>'kind' = 'disputeDecided'
            and e.fact->>'dispute' = d.fact->>'dispute'
        )
      )
      or exists (
        select 1 from errands join vouchers on vouchers.id = errands.voucher_id
        where vouchers.request_id = ${requestId} and errands.state in ('waiting', 'claimed')
      ) as open`,
  );
  return row!.open;
}
