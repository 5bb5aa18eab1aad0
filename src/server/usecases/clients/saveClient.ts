import type { SaveClient } from '#contracts/clients/clients';
import { ok, refuse, type Result } from '#core/result';
import { lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { ownerRow } from '#server/database/ownerRow';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { paymentRequests } from '#server/database/schema/credit';
import { retryHeldOfBookings, retryHeldOfRequests } from '#server/invoices/retryHeld';
import { isTaxNumber } from '#server/invoices/taxNumber';
import { type PhoneRefusal, readPhone } from '#server/catalogue/phone';
import { and, asc, eq, isNull } from 'drizzle-orm';

type Refusal =
  | { readonly code: 'client_not_found' }
  | { readonly code: 'tax_number_wrong'; readonly path: 'bill.taxNumber' }
  | { readonly code: 'phone_wrong'; readonly path: 'phone' };

/** What is known of a client: lists find their bookings by the new name at once. What was issued stays as it was. */
export const saveClient =
  (deps: Deps) =>
  ({ clientId, name, phone: typed, bill }: SaveClient): Promise<Result<null, Refusal>> =>
    deps.db.transaction(async (tx): Promise<Result<null, Refusal>> => {
      const now = deps.clock.now();
      const { country } = await ownerRow(tx);
      const phone: Result<string, PhoneRefusal> = readPhone(typed, { asked: 'wished', country });
      if (!phone.ok) return refuse({ code: 'phone_wrong', path: 'phone' });
      if (!isTaxNumber(bill.taxNumber)) return refuse({ code: 'tax_number_wrong', path: 'bill.taxNumber' });
      const [before] = await tx
        .select({ name: clients.name })
        .from(clients)
        .where(and(eq(clients.id, clientId), isNull(clients.erasedAt)));
      if (!before) return refuse({ code: 'client_not_found' });
      const theirs = await tx
        .select({ id: bookings.id })
        .from(bookings)
        .where(eq(bookings.clientId, clientId))
        .orderBy(asc(bookings.id));
      const renamed = name === before.name ? [] : theirs;
      // Bookings before their client, as everybody locks them.
      for (const { id } of renamed) await lockBooking(tx, id);
      await tx.update(clients).set({ name, phone: phone.value, bill }).where(eq(clients.id, clientId));
      for (const { id } of renamed) await recordFacts(tx, (await lockBooking(tx, id))!, [], now);
      await retryHeldOfBookings(tx, deps, eq(bookings.clientId, clientId), now);
      await retryHeldOfRequests(tx, deps, eq(paymentRequests.clientId, clientId), now);
      return ok(null);
    });
