import type { Occasion } from '#core/jobs/wantedJobs';
import { payable, bookingState } from '#core/bookings/bookingState';
import { leadsTo, transferLines } from '#core/invoices/transferTo';
import { type Minor, zero } from '#core/money/minor';
import { agreedOf, type LoadedBooking, readBooking } from '#server/bookings/lockBooking';
import { type OwnerRow, ownerRow } from '#server/database/ownerRow';
import { paymentRequests } from '#server/database/schema/credit';
import { documents } from '#server/database/schema/documents';
import type { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { openNow } from '#server/invoices/bookingDocuments';
import { transferPng } from '#server/pdf/transferSvg';
import { documentOfCause } from '#server/mail/letters/writeDocumentLetter';
import type { MailAttachment } from '#server/ports';
import { standingOfRequest } from '#server/paymentRequests/requests';
import { offeredFor, offeredForRequest } from '#server/paymentMethods/offered';
import { eq } from 'drizzle-orm';

type MessageRow = typeof messages.$inferSelect;
type World = Pick<Deps, 'db' | 'clock' | 'adapters'>;

/** How to pay a letter by transfer: account and reference in words, and a code where there can be one. */
export type TransferPart = { readonly text: string; readonly code: MailAttachment | null };

/** The name by which a letter shows its code. */
export const transferCid = 'transfer@ostendo';

/** Letters that ask for money, or may. */
const asks: ReadonlySet<string> = new Set<Occasion | 'paymentRequest'>([
  'request',
  'ask',
  'remind',
  'overdue',
  'declined',
  'payer',
  'document',
  'paymentRequest',
]);

type Booked = Pick<LoadedBooking, 'booking' | 'facts'>;
type ToPay = { readonly number: string; readonly amount: Minor; readonly currency: string };

/** What a letter asks for, where it may be paid by transfer; null where nothing is to be paid so. */
async function toPay(deps: Deps, row: MessageRow, booked: Booked | null): Promise<ToPay | null> {
  const { db, clock } = deps;
  const now = clock.now();
  const documentId = documentOfCause(row.cause);
  const [document] = documentId === null ? [] : await db.select().from(documents).where(eq(documents.id, documentId));
  if (document && document.body.open === 0) return null;
  if (row.requestId !== null) {
    const [request] = await db.select().from(paymentRequests).where(eq(paymentRequests.id, row.requestId));
    const { ways } = await offeredForRequest(db, deps, request!, now);
    const left = (await standingOfRequest(db, request!)).left ?? request!.smallest;
    if (!ways.includes('transfer') || !left) return null;
    return { number: document?.number ?? request!.number, amount: left, currency: request!.currency };
  }
  return booked && ofBooking(deps, booked, document);
}

/** What of a booking is to be paid now, or else at all; or what of an invoice is open, where that asks. */
async function ofBooking(
  { db, clock, adapters }: World,
  { booking, facts }: Booked,
  document?: { readonly id: string; readonly number: string },
): Promise<ToPay | null> {
  const current = bookingState(agreedOf(booking), facts, clock.now());
  const { dueNow, outstanding } = payable(current);
  const whole = dueNow > 0 ? dueNow : outstanding;
  const amount = document ? ((await openNow(db, booking.id, current)).get(document.id) ?? zero) : whole;
  const { ways } = await offeredFor(db, { adapters }, [booking], clock.now());
  if (amount === 0 || current.ledger.lapsed || !ways.includes('transfer')) return null;
  return { number: document?.number ?? booking.number, amount, currency: booking.currency };
}

/**
 * Where a letter that asks for money says how to pay it by transfer; null where it does not.
 * @param booked its booking, of one that is of a booking
 */
export async function transferPart(
  deps: Deps,
  row: MessageRow,
  booked: Booked | null,
  owner: OwnerRow,
): Promise<TransferPart | null> {
  return asks.has(row.occasion) ? partFor(owner, await toPay(deps, row, booked)) : null;
}

/** The same of a letter on a booking that is not written yet. */
export async function transferPreview(world: World, occasion: string, bookingId: string): Promise<TransferPart | null> {
  if (!asks.has(occasion)) return null;
  return partFor(await ownerRow(world.db), await ofBooking(world, (await readBooking(world.db, bookingId))!));
}

async function partFor(owner: OwnerRow, pays: ToPay | null): Promise<TransferPart | null> {
  if (!pays) return null;
  const { transferTo: words, name, seller } = owner;
  const text = transferLines({ words, name, seller }, pays.number);
  if (text === '') return null;
  // Not where the owner's words lead to another account.
  const png = leadsTo(words, seller.iban) ? await transferPng(owner, pays) : null;
  return {
    text,
    code: png && { filename: 'transfer.png', contentType: 'image/png', content: png, cid: transferCid },
  };
}
