import type { KeptFor } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { type AskedConsent, cardAgreement, debitAgreement } from '#core/wording/consent';
import type { Database, Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';

/** What a client is asked to agree to with a card or bank account: the words, and what these let it pay. */
export type Asks = (of: {
  readonly bookingState: BookingState;
  /** Of the booking: what a mandate is known by. */
  readonly number: string;
  readonly way: 'card' | 'debit';
  readonly use?: KeptFor | undefined;
}) => AskedConsent;

/** Reads how the business is called and collects, once; clients are shown the very words that are kept. */
export async function asks(db: Database | Tx): Promise<Asks> {
  const { name, seller } = await ownerRow(db);
  const { creditorId = '' } = seller;
  return ({ bookingState, number, way, use }) =>
    way === 'debit'
      ? debitAgreement(bookingState, { business: name, creditor: creditorId, reference: number })
      : cardAgreement(bookingState, use);
}
