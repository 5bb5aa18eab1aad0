import type { Instant } from '#core/calendar/instant';
import type { Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { documentsHeld, requestDocumentsHeld } from '#server/database/schema/documents';
import { paymentRequests } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { addJob } from '#server/jobs/plan/planJobs';
import { issueForRequest } from '#server/invoices/requestDocuments';
import { eq, type SQL } from 'drizzle-orm';

type World = Pick<Deps, 'newId' | 'adapters'>;

/** What of these bookings could not be issued is looked at again: what was missing may be there now. */
export async function retryHeldOfBookings(tx: Tx, { newId }: World, of: SQL | undefined, now: Instant): Promise<void> {
  const held = await tx
    .select({ id: documentsHeld.bookingId })
    .from(documentsHeld)
    .innerJoin(bookings, eq(bookings.id, documentsHeld.bookingId))
    .where(of);
  for (const { id } of held) await addJob(tx, id, { key: `document:again:${newId()}`, kind: 'document', at: now });
}

/** The same of payment requests, at once. */
export async function retryHeldOfRequests(tx: Tx, deps: World, of: SQL | undefined, now: Instant): Promise<void> {
  const held = await tx
    .select({ request: paymentRequests })
    .from(requestDocumentsHeld)
    .innerJoin(paymentRequests, eq(paymentRequests.id, requestDocumentsHeld.requestId))
    .where(of)
    .for('update', { of: paymentRequests });
  for (const { request } of held) await issueForRequest(tx, deps, request, { now });
}
