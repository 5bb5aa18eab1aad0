import type { GiveBill, GivenBill, SaveBookingBill } from '#contracts/clients/clients';
import { type BillData, noBillData } from '#core/invoices/party';
import { clientSignatory } from '#core/agreements/agreement';
import { ok, refuse, type Result } from '#core/result';
import { idsOfCheckout } from '#server/checkout/inCheckout';
import type { Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { paymentRequests } from '#server/database/schema/credit';
import { quotes } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { retryHeldOfBookings, retryHeldOfRequests } from '#server/invoices/retryHeld';
import { isTaxNumber } from '#server/invoices/taxNumber';
import { bookingOfLink } from '#server/links/clientLink';
import { requestOfLink } from '#server/links/requestLink';
import { quoteOfLink } from '#server/quotes/quoteLink';
import { clients } from '#server/database/schema/clients';
import { eq, inArray } from 'drizzle-orm';

type WrongNumber = { readonly code: 'tax_number_wrong'; readonly path: 'bill.taxNumber' };
type Refusal = WrongNumber | { readonly code: 'link_unknown' | 'link_expired' };

/**
 * What somebody says of themselves for documents holds for what they have before them alone: a booking, a cart, an offer
 * or a request. The client's own data are the owner's to change: whoever books under a name is not known to be that client.
 */
export const giveBill =
  (deps: Deps) =>
  async ({ of, key, bill }: GiveBill): Promise<Result<null, Refusal>> => {
    if (!isTaxNumber(bill.taxNumber)) return refuse({ code: 'tax_number_wrong', path: 'bill.taxNumber' });
    const given = await deps.db.transaction((tx) => gives[of](tx, deps, key, bill));
    deps.outbox.wake();
    return given;
  };

/** The owner's word on the number, and who pays, stay where the number is the same. */
const whole = (given: GivenBill, known: BillData): BillData => ({
  ...given,
  taxChecked: given.taxNumber === known.taxNumber ? known.taxChecked : null,
  payer: known.payer,
});

type Give = (tx: Tx, deps: Deps, key: string, bill: GivenBill) => Promise<Result<null, Refusal>>;

const gives: Readonly<Record<GiveBill['of'], Give>> = {
  async booking(tx, deps, key, bill) {
    const opened = await bookingOfLink(tx, key, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    return opened.purpose === 'payer'
      ? refuse({ code: 'link_unknown' })
      : ofBookings(tx, deps, [opened.bookingId], bill);
  },
  checkout: async (tx, deps, key, bill) => ofBookings(tx, deps, await idsOfCheckout(tx, key), bill),
  async quote(tx, deps, key, bill) {
    const opened = await quoteOfLink(tx, key);
    if (opened?.who !== clientSignatory) return refuse({ code: 'link_unknown' });
    const [quote] = await tx.select().from(quotes).where(eq(quotes.id, opened.quoteId)).for('update');
    if (quote!.bookingId) return ofBookings(tx, deps, [quote!.bookingId], bill);
    const said = whole(bill, quote!.bill ?? noBillData);
    await tx.update(quotes).set({ bill: said }).where(eq(quotes.id, opened.quoteId));
    return ok(null);
  },
  async request(tx, deps, key, bill) {
    const opened = await requestOfLink(tx, key);
    if (!opened) return refuse({ code: 'link_unknown' });
    const { id, clientId, bill: before } = opened.request;
    const [client] = await tx.select({ bill: clients.bill }).from(clients).where(eq(clients.id, clientId));
    await tx
      .update(paymentRequests)
      .set({ bill: whole(bill, before ?? client!.bill) })
      .where(eq(paymentRequests.id, id));
    await retryHeldOfRequests(tx, deps, eq(paymentRequests.id, id), deps.clock.now());
    return ok(null);
  },
};

async function ofBookings(tx: Tx, deps: Deps, ids: readonly string[], bill: GivenBill): Promise<Result<null, Refusal>> {
  if (ids.length === 0) return refuse({ code: 'link_unknown' });
  const known = await tx
    .select({ id: bookings.id, own: bookings.bill, client: clients.bill })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(inArray(bookings.id, [...ids]))
    .orderBy(bookings.id)
    .for('update', { of: bookings });
  for (const { id, own, client } of known)
    await tx
      .update(bookings)
      .set({ bill: whole(bill, own ?? client) })
      .where(eq(bookings.id, id));
  await retryHeldOfBookings(tx, deps, inArray(bookings.id, [...ids]), deps.clock.now());
  return ok(null);
}

/** For whom the documents of one booking are from now on, as the owner says. What was issued stays as it was. */
export const saveBookingBill =
  (deps: Deps) =>
  async ({
    bookingId,
    bill,
  }: SaveBookingBill): Promise<Result<null, WrongNumber | { readonly code: 'booking_not_found' }>> => {
    if (bill && !isTaxNumber(bill.taxNumber)) return refuse({ code: 'tax_number_wrong', path: 'bill.taxNumber' });
    const there = await deps.db.transaction(async (tx) => {
      const [changed] = await tx
        .update(bookings)
        .set({ bill })
        .where(eq(bookings.id, bookingId))
        .returning({ id: bookings.id });
      if (changed) await retryHeldOfBookings(tx, deps, eq(bookings.id, bookingId), deps.clock.now());
      return Boolean(changed);
    });
    return there ? ok(null) : refuse({ code: 'booking_not_found' });
  };
