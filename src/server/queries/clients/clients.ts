import { actorWords } from '#core/wording/actorWords';
import { peopleIn } from '#server/actor/people';
import type { ClientsQuery } from '#contracts/clients/clients';
import type { ClientLine, ClientsView, ClientWhole } from '#contracts/clients/views';
import type { BookingLine } from '#contracts/bookings/views';
import type { Instant } from '#core/calendar/instant';
import { minor, sum } from '#core/money/minor';
import { creditOfClient } from '#server/credit/balances';
import type { Database } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings, summaries } from '#server/database/schema/bookings';
import { cards, clients } from '#server/database/schema/clients';
import { selectLines } from '#server/queries/bookings/bookingLines';
import { requestsOf } from '#server/queries/paymentRequests/requestLines';
import { knownBy } from '#server/queries/clients/knownBy';
import { documentLines } from '#server/queries/invoices/documents';
import { stillOpen } from '#server/erasure/stillOpen';
import { and, asc, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';

const pageSize = 50;
const byName = sql`lower(${clients.name})`;

/** Clients by name, a page at a time. */
export async function clientsView(
  db: Database,
  now: Instant,
  { search = '', name, id }: ClientsQuery,
): Promise<ClientsView> {
  const behind =
    name !== undefined && id !== undefined ? sql`(${byName}, ${clients.id}) > (${name}, ${id})` : undefined;
  const rows = await db
    .select()
    .from(clients)
    .where(and(isNull(clients.erasedAt), behind, knownBy(db, search)))
    .orderBy(asc(byName), asc(clients.id))
    .limit(pageSize + 1);
  const shown = rows.slice(0, pageSize);
  const ids = shown.map((client) => client.id);
  const theirs =
    ids.length === 0
      ? []
      : await db
          .select({
            clientId: bookings.clientId,
            currency: summaries.currency,
            count: sql<number>`count(*)`.mapWith(Number),
            owed: sql<number>`sum(${summaries.outstanding})::bigint`.mapWith(Number),
            late: sql<number>`sum(${summaries.late})::bigint`.mapWith(Number),
          })
          .from(bookings)
          .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
          .where(inArray(bookings.clientId, ids))
          .groupBy(bookings.clientId, summaries.currency);
  const coming =
    ids.length === 0
      ? []
      : await db
          .selectDistinctOn([bookings.clientId], {
            clientId: bookings.clientId,
            number: bookings.number,
            title: bookings.title,
            start: bookings.startsAt,
          })
          .from(bookings)
          .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
          .where(
            and(
              inArray(bookings.clientId, ids),
              gt(summaries.startAt, now),
              inArray(summaries.stage, ['enquiry', 'waiting', 'secured']),
            ),
          )
          .orderBy(bookings.clientId, summaries.startAt);
  const last = shown.at(-1);
  return {
    clients: shown.map((client): ClientLine => {
      const own = theirs.filter(({ clientId }) => clientId === client.id);
      const next = coming.find(({ clientId }) => clientId === client.id);
      return {
        id: client.id,
        name: client.name,
        company: client.bill.company,
        email: client.email,
        phone: client.phone,
        bookings: sum(own.map(({ count }) => count)),
        next: next ? { number: next.number, title: next.title, start: next.start } : null,
        owed: own
          .filter(({ owed }) => owed > 0)
          .map(({ currency, owed, late }) => ({ currency, amount: minor(owed), late: minor(late) })),
      };
    }),
    next: rows.length > pageSize && last ? { name: last.name.toLowerCase(), id: last.id } : null,
  };
}

const mostBookings = 200;

const own = sql.placeholder('id');
const clientOf = prepared((db) => db.select().from(clients).where(eq(clients.id, own)));
const bookingsOf = prepared((db) =>
  selectLines(db).where(eq(bookings.clientId, own)).orderBy(desc(summaries.startAt)).limit(mostBookings),
);
const cardsOf = prepared((db) => db.select().from(cards).where(eq(cards.clientId, own)).orderBy(desc(cards.addedAt)));

/** One client whole; null where there is none. */
export async function clientWhole(db: Database, now: Instant, id: string): Promise<ClientWhole | null> {
  const [client] = await clientOf(db, { id });
  if (!client) return null;
  const lines = await bookingsOf(db, { id });
  const kept = await cardsOf(db, { id });
  const requests = await requestsOf(db, 'client', id, now);
  const { name, email, phone, bill, accountLimit, erasedAt, erasedBy } = client;
  const erased =
    erasedAt && erasedBy ? { at: erasedAt, by: actorWords(erasedBy, await peopleIn(db, [{ actor: erasedBy }])) } : null;
  return {
    id,
    erased,
    open: erased ? [] : await db.transaction((tx) => stillOpen(tx, client, now)),
    name,
    email,
    phone,
    bill,
    accountLimit,
    credit: (await creditOfClient(db, id)).map(({ currency, credit }) => ({ currency, amount: credit })),
    kept: kept.map((card) => ({ id: card.id, way: card.way, last4: card.last4, at: card.addedAt })),
    bookings: lines as BookingLine[],
    allBookings: await db.$count(bookings, eq(bookings.clientId, id)),
    requests,
    documents: await documentLines(
      db,
      { bookingIds: lines.map((line) => line.id), requestIds: requests.map((request) => request.id) },
      now,
    ),
  };
}
