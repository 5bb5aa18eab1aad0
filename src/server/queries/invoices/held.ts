import type { DocumentHeld } from '#contracts/invoices/views';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { paymentRequests } from '#server/database/schema/credit';
import { documentsHeld, requestDocumentsHeld } from '#server/database/schema/documents';
import { desc, eq, lt } from 'drizzle-orm';

const most = 50;

/** What should have been issued by itself and could not, the newest first: of bookings, then of payment requests. */
export async function heldDocuments(db: Database): Promise<DocumentHeld[]> {
  const ofBookings = await db
    .select({
      number: bookings.number,
      title: bookings.title,
      client: { id: clients.id, name: clients.name },
      missing: documentsHeld.missing,
    })
    .from(documentsHeld)
    .innerJoin(bookings, eq(bookings.id, documentsHeld.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .orderBy(desc(documentsHeld.at))
    .limit(most);
  const ofRequests = await db
    .select({
      number: paymentRequests.number,
      title: paymentRequests.note,
      client: { id: clients.id, name: clients.name },
      missing: requestDocumentsHeld.missing,
    })
    .from(requestDocumentsHeld)
    .innerJoin(paymentRequests, eq(paymentRequests.id, requestDocumentsHeld.requestId))
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .orderBy(desc(requestDocumentsHeld.at))
    .limit(most);
  return [
    ...ofBookings.map((held) => ({ ...held, path: `/bookings/${held.number}` })),
    ...ofRequests.map((held) => ({ ...held, path: `/credit#${held.number}` })),
  ];
}

/** How many there are, of what happened before that moment. */
export async function countHeld(db: Database | Tx, before: Instant): Promise<number> {
  const own = await db.$count(documentsHeld, lt(documentsHeld.at, before));
  return own + (await db.$count(requestDocumentsHeld, lt(requestDocumentsHeld.at, before)));
}
