import type { WantedJob } from '#core/jobs/wantedJobs';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { dateOf } from '#core/calendar/wallTime';
import { askedAgain } from '#core/invoices/askedAgain';
import { leftOf, type WantedDocument } from '#core/invoices/documentsStanding';
import { type FiguresOfDocument, figuresOfDocument } from '#core/invoices/figures';
import { openDocuments, openOnAccount } from '#core/invoices/openDocuments';
import { pricesOf, wantedDocuments } from '#core/invoices/wantedDocuments';
import type { InvoiceRefusal } from '#core/invoices/invoice';
import { least, type Minor, minor, sum, zero } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import { ok, type Result } from '#core/result';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import type { OwnerRow } from '#server/database/ownerRow';
import { documentRow, type DocumentSubject, type NewDocument, type NextNumber } from '#server/invoices/issue';

/** What documents of a booking are of. */
export const subjectOfBooking = (
  { booking, client }: LoadedBooking,
  business: Pick<DocumentSubject, 'owner' | 'taxes'>,
): DocumentSubject => ({
  ...business,
  client,
  about: { bookingId: booking.id },
  title: booking.title,
  reference: booking.number,
  orderReference: '',
  currency: booking.currency,
  service: { from: dateOf(booking.startsAt), until: dateOf(booking.endsAt) },
  trial: booking.mode === 'test',
});

/** What follows from the facts of a booking and was not issued yet. */
export const documentsWanted = (
  { booking, facts }: Pick<LoadedBooking, 'booking' | 'facts'>,
  issued: readonly NewDocument[],
  { documents: settings, timeZone }: Pick<OwnerRow, 'documents' | 'timeZone'>,
): WantedDocument[] =>
  wantedDocuments(facts, issued, {
    settings,
    timeZone,
    price: booking.price,
    dueAfter: (so) => bookingState(agreedOf(booking), so, so.at(-1)!.at).position.dueNow,
  });

const priceOfRun = (wanted: WantedDocument, prices: readonly PriceInput[]): PriceInput =>
  wanted.run.startsWith('price:')
    ? prices[Number(wanted.run.slice('price:'.length))]!
    : // What was kept or claimed is a sum with its tax within.
      { ...prices.at(-1)!, taxMode: 'inclusive' };

/** What of a document is to be paid as it is issued: an invoice for what is still owed; what came or is taken back is not. */
function openOf(
  wanted: WantedDocument,
  { total }: FiguresOfDocument,
  earlier: readonly NewDocument[],
  { position: { outstanding }, ledger, securityInHand }: BookingState,
): Minor {
  if (wanted.kind === 'credit') return zero;
  if (wanted.kind === 'final') return least(total, outstanding);
  const received = minor(sum(ledger.receipts.map(({ amount, refunded }) => amount - refunded)) - securityInHand);
  const before = sum(leftOf(earlier).map(({ kind, left }) => (kind === 'account' ? left : 0)));
  return openOnAccount(total, before, received);
}

/** These documents of a booking, in order, as they are issued now. */
export async function documentRows(
  { booking, facts }: Pick<LoadedBooking, 'booking' | 'facts'>,
  wanted: readonly WantedDocument[],
  about: {
    readonly subject: DocumentSubject;
    readonly earlier: readonly NewDocument[];
    readonly current: BookingState;
    readonly number: NextNumber;
    readonly newId: () => string;
    readonly now: Instant;
  },
): Promise<Result<NewDocument[], InvoiceRefusal>> {
  const { subject, current, number, newId, now } = about;
  const prices = pricesOf(facts, booking.price);
  const earlier = [...about.earlier];
  const rows: NewDocument[] = [];
  for (const each of wanted) {
    const price = priceOfRun(each, prices);
    const figures = figuresOfDocument(each, earlier, price);
    if (!figures.ok) return figures;
    const open = openOf(each, figures.value, earlier, current);
    const given = { id: newId(), figures: figures.value, price, earlier: [...earlier], open, now };
    const row = await documentRow(number, subject, each, given);
    earlier.push(row);
    rows.push(row);
  }
  return ok(rows);
}

/** A document with a day of its own is asked for again after it. */
export const invoiceErrands = (
  { terms, timeZone }: LoadedBooking['booking'],
  { id, dueDay }: NewDocument,
): WantedJob[] =>
  askedAgain({ id, dueDay: dueDay as PlainDate | null }, terms, timeZone).map(({ key, at }) => ({
    key,
    at,
    kind: 'invoiceOverdue',
    document: id,
  }));

/** What of each of these is to be paid as the booking stands, by its id. */
export const openOfDocuments = (
  issued: readonly NewDocument[],
  { position, securityInHand }: BookingState,
): Map<string, Minor> =>
  openDocuments(
    issued.map((row) => ({ ...row, openThen: row.body.open })),
    { received: minor(position.received - securityInHand), outstanding: position.outstanding },
  );

/** Whether one of them has a day of its own and is open: then that day counts, and not those of the plan. */
export function isAskedFor(issued: readonly NewDocument[], current: BookingState): boolean {
  const open = openOfDocuments(issued, current);
  return issued.some(({ id, dueDay }) => dueDay !== null && (open.get(id) ?? 0) > 0);
}
