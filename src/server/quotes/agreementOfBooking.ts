import type { Recorded } from '#core/people/actor';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { QuoteFactOf } from '#core/quotes/facts';
import type { Offer } from '#core/quotes/offer';
import { signedDocument, type SignedDocument } from '#core/quotes/signedDocument';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { quotes } from '#server/database/schema/quotes';
import { digestOfDocument } from '#server/quotes/digest';
import { type LoadedQuote, readQuote, revisionOf } from '#server/quotes/lockQuote';
import { eq } from 'drizzle-orm';

export type BookingAgreement = {
  readonly quote: LoadedQuote;
  /** The booking was changed since its client signed: what is to be signed now, with the number of that version. */
  readonly toSign: {
    readonly document: SignedDocument;
    readonly sha256: string;
    readonly revision: number;
    readonly changes: number;
  } | null;
};

const isSigned = (fact: { kind: string }): fact is Recorded<QuoteFactOf<'signed'>> => fact.kind === 'signed';

/** The offer as the booking has changed it: dates, lines, price and terms are the booking's own. */
const asChanged = (offer: Offer, booking: LoadedBooking['booking']): Offer => ({
  ...offer,
  title: booking.title,
  start: booking.startsAt,
  end: booking.endsAt,
  price: booking.price,
  extras: [],
});

/**
 * The agreement that a booking's client has signed with its quote; null where nothing was signed. A change that tells
 * the client something makes a new version of it, to be signed: the signed one stays as it was.
 */
export async function agreementOfBooking(
  db: Database | Tx,
  { booking, facts }: LoadedBooking,
  now: Instant,
): Promise<BookingAgreement | null> {
  const [row] = await db.select({ id: quotes.id }).from(quotes).where(eq(quotes.bookingId, booking.id));
  const quote = row ? await readQuote(db, row.id) : null;
  const accepted = quote?.facts.find((fact): fact is Recorded<QuoteFactOf<'accepted'>> => fact.kind === 'accepted');
  const last = quote?.facts.filter(isSigned).findLast(({ signatory }) => signatory === 'client');
  if (!quote || !accepted || !last) return null;
  const changes = facts.filter((fact) => fact.kind === 'changed' && fact.tells).length;
  const current = bookingState(agreedOf(booking), facts, now);
  const { cancelled, lapsed, closedOut } = current.ledger;
  if (changes <= (last.changes ?? 0) || cancelled || lapsed || closedOut) return { quote, toSign: null };
  const { offer } = (await revisionOf(db, quote.quote.id, accepted.revision))!;
  const [owner] = await db.select({ name: business.name }).from(business);
  const revision = (quote.newest?.revision ?? 0) + 1 + quote.facts.filter(isSigned).filter(isOfChange(quote)).length;
  const about = {
    businessName: owner!.name,
    number: quote.quote.number,
    revision,
    choice: {},
    filled: accepted.filled,
  };
  const document = signedDocument(asChanged(offer, booking), about, current);
  return { quote, toSign: { document, sha256: digestOfDocument(document), revision, changes } };
}

/** Signatures of changes have numbers beyond those of the offers. */
const isOfChange =
  ({ newest }: LoadedQuote) =>
  ({ revision }: QuoteFactOf<'signed'>): boolean =>
    revision > (newest?.revision ?? 0);
