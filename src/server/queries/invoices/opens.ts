import type { Instant } from '#core/calendar/instant';
import { openDocuments, type OpenThen } from '#core/invoices/openDocuments';
import type { DocumentKind } from '#core/invoices/document';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { requestStanding } from '#core/paymentRequests/requestStanding';
import { type Minor, minor, zero } from '#core/money/minor';
import { bookingState } from '#core/bookings/bookingState';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings, summaries } from '#server/database/schema/bookings';
import { paymentRequests } from '#server/database/schema/credit';
import { documents } from '#server/database/schema/documents';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { asc, eq, inArray, sql } from 'drizzle-orm';

const those = sql.placeholder('ids');
const issuedOf = prepared((db) =>
  db
    .select({
      id: documents.id,
      bookingId: documents.bookingId,
      cause: documents.cause,
      kind: documents.kind,
      run: documents.run,
      creditOf: documents.creditOf,
      total: documents.total,
      openThen: sql<Minor>`(${documents.body}->>'open')::bigint`.mapWith((value) => minor(Number(value))),
    })
    .from(documents)
    .where(sql`${documents.bookingId} = any(${those})`)
    .orderBy(asc(documents.place)),
);
const standingsOf = prepared((db) =>
  db
    .select({
      id: bookings.id,
      received: summaries.received,
      outstanding: summaries.outstanding,
      security: sql<boolean>`${bookings.terms}->'chargeInstead' is not null`,
    })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(sql`${bookings.id} = any(${those})`),
);

/** What of the documents of these bookings is to be paid now, by the id of each. */
export async function opensOf(db: Database, bookingIds: readonly string[], now: Instant): Promise<Map<string, Minor>> {
  const ids = [...new Set(bookingIds)];
  if (ids.length === 0) return new Map();
  const issued = await issuedOf(db, { ids });
  const stands = await standingsOf(db, { ids });
  const open = new Map<string, Minor>();
  for (const { id, received, outstanding, security } of stands) {
    const own: OpenThen[] = issued.filter(({ bookingId }) => bookingId === id);
    const forPrice = security ? minor(received - (await securityOf(db, id, now))) : received;
    for (const [document, sum] of openDocuments(own, { received: forPrice, outstanding })) open.set(document, sum);
  }
  return open;
}

/** A refundable deposit in hand is no money for the price. */
async function securityOf(db: Database, bookingId: string, now: Instant): Promise<Minor> {
  const { booking, facts } = (await readBooking(db, bookingId))!;
  return bookingState(agreedOf(booking), facts, now).securityInHand;
}

/** The same of payment requests: what is left of the request is what is to be paid of its invoice. */
export async function opensOfRequests(
  db: Database,
  rows: readonly { readonly id: string; readonly kind: DocumentKind; readonly requestId: string | null }[],
): Promise<Map<string, Minor>> {
  const ids = [...new Set(rows.flatMap(({ requestId }) => requestId ?? []))];
  if (ids.length === 0) return new Map();
  const asked = await db.select().from(paymentRequests).where(inArray(paymentRequests.id, ids));
  const told = await factsOfRequests(db, ids);
  const leftOf = new Map(
    asked.map(({ id, amount, paper }) => {
      const own = told.filter(({ requestId }) => requestId === id).map(({ fact }) => fact);
      return [id, requestStanding(askedBy(amount, paper), own).left ?? zero];
    }),
  );
  return new Map(
    rows.flatMap(({ id, kind, requestId }) =>
      requestId === null ? [] : [[id, kind === 'final' ? leftOf.get(requestId)! : zero] as const],
    ),
  );
}
