import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { askedAgain } from '#core/documents/askedAgain';
import { dateOf } from '#core/calendar/wallTime';
import { type FiguresOfDocument, figuresOfDocument } from '#core/documents/figures';
import type { MissingForDocument } from '#core/documents/missing';
import type { WantedDocument } from '#core/documents/documentsStanding';
import { pricesOf, wantedDocuments } from '#core/documents/wantedDocuments';
import type { InvoiceRefusal } from '#core/invoice/invoice';
import type { PriceInput } from '#core/price/price';
import { leftOf } from '#core/documents/documentsStanding';
import { openDocuments, openOnAccount } from '#core/documents/openDocuments';
import { least, type Minor, minor, sum, zero } from '#core/money/minor';
import { standing, type Standing } from '#core/booking/standing';
import { ok, refuse, type Result } from '#core/result';
import { agreedOf, type LoadedBooking } from '#server/booking/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { taxes as taxTable } from '#server/database/schema/business';
import { documents, documentsHeld } from '#server/database/schema/documents';
import type { Deps } from '#server/deps';
import { missingOf } from '#server/invoicing/missingOf';
import { type DocumentRow, type DocumentSubject, issueDocument } from '#server/invoicing/issue';
import { addErrand } from '#server/errands/rewriteErrands';
import { writeDocumentLetter } from '#server/letters/writeDocumentLetter';
import { asc, eq } from 'drizzle-orm';

export const documentsOf = (db: Database | Tx, bookingId: string): Promise<DocumentRow[]> =>
  db.select().from(documents).where(eq(documents.bookingId, bookingId)).orderBy(asc(documents.place));

async function subjectOf(db: Database | Tx, { booking, client }: LoadedBooking): Promise<DocumentSubject> {
  return {
    owner: await ownerRow(db),
    taxes: await db.select().from(taxTable),
    client,
    about: { bookingId: booking.id },
    title: booking.title,
    reference: booking.number,
    orderReference: '',
    currency: booking.currency,
    service: { from: dateOf(booking.startsAt), until: dateOf(booking.endsAt) },
    trial: booking.mode === 'test',
  };
}

/** What is missing, said before anything is issued. */
export async function missingForBooking(db: Database, loaded: LoadedBooking): Promise<MissingForDocument[]> {
  return missingOf(await subjectOf(db, loaded), loaded.booking.price);
}

export type NotIssued =
  { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] } | InvoiceRefusal;

const priceOfRun = (wanted: WantedDocument, prices: readonly PriceInput[]): PriceInput =>
  wanted.run.startsWith('price:')
    ? prices[Number(wanted.run.slice('price:'.length))]!
    : // What was kept or claimed is a sum with its tax within.
      { ...prices.at(-1)!, taxMode: 'inclusive' };

/** What of a document is to be paid as it is issued: an invoice for what is still owed; what came or is taken back is not. */
function openOf(
  wanted: WantedDocument,
  { total }: FiguresOfDocument,
  earlier: readonly DocumentRow[],
  { position: { outstanding }, ledger, securityInHand }: Standing,
): Minor {
  if (wanted.kind === 'credit') return zero;
  if (wanted.kind === 'final') return least(total, outstanding);
  const received = minor(sum(ledger.receipts.map(({ amount, refunded }) => amount - refunded)) - securityInHand);
  const before = sum(leftOf(earlier).map(({ kind, left }) => (kind === 'account' ? left : 0)));
  return openOnAccount(total, before, received);
}

/** Issues these documents of a locked booking, in order; with its letter each, where that is a setting. */
export async function issueForBooking(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  loaded: LoadedBooking,
  wanted: readonly WantedDocument[],
  now: Instant,
  requestKey?: string,
): Promise<Result<DocumentRow[], NotIssued>> {
  const subject = { ...(await subjectOf(tx, loaded)), ...(requestKey === undefined ? {} : { requestKey }) };
  const { booking, facts } = loaded;
  const missing = missingOf(subject, booking.price);
  if (missing.length > 0) return refuse({ code: 'document_data_missing', missing });
  const prices = pricesOf(facts, booking.price);
  const all = await documentsOf(tx, booking.id);
  const current = standing(agreedOf(booking), facts, now);
  const issued: DocumentRow[] = [];
  for (const each of wanted) {
    const price = priceOfRun(each, prices);
    const figures = figuresOfDocument(each, all, price);
    if (!figures.ok) return figures;
    const open = openOf(each, figures.value, all, current);
    const given = { id: deps.newId(), figures: figures.value, price, earlier: [...all], open, now };
    const row = await issueDocument(tx, subject, each, given);
    all.push(row);
    issued.push(row);
    if (subject.owner.documents.send) await writeDocumentLetter(tx, deps, loaded, row, now);
    const again = askedAgain({ id: row.id, dueDay: row.dueDay as PlainDate | null }, booking.terms, booking.timeZone);
    for (const { key, at } of again)
      await addErrand(tx, booking.id, { key, at, kind: 'invoiceOverdue', document: row.id });
  }
  return ok(issued);
}

/** What of each document of a booking is to be paid as it stands, by its id. */
export async function openNow(
  db: Database | Tx,
  bookingId: string,
  { position, securityInHand }: Standing,
): Promise<Map<string, Minor>> {
  const issued = (await documentsOf(db, bookingId)).map((row) => ({ ...row, openThen: row.body.open }));
  const received = minor(position.received - securityInHand);
  return openDocuments(issued, { received, outstanding: position.outstanding });
}

/** Whether an invoice with a day of its own asks for what is open: then that day counts, and not those of the plan. */
export async function invoiceAsks(tx: Tx, bookingId: string, current: Standing): Promise<boolean> {
  const open = await openNow(tx, bookingId, current);
  const rows = await documentsOf(tx, bookingId);
  return rows.some(({ id, dueDay }) => dueDay !== null && (open.get(id) ?? 0) > 0);
}

/** Asks again for an invoice that is open after its day. @returns its message; null where nothing is open any more */
export async function askForInvoice(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  loaded: LoadedBooking,
  {
    current,
    document,
    key,
    now,
  }: { readonly current: Standing; readonly document: string; readonly key: string; readonly now: Instant },
): Promise<string | null> {
  const open = (await openNow(tx, loaded.booking.id, current)).get(document) ?? zero;
  if (open === 0) return null;
  const row = (await documentsOf(tx, loaded.booking.id)).find(({ id }) => id === document)!;
  return writeDocumentLetter(tx, deps, loaded, row, now, { again: `:${key}`, stillOpen: open });
}

/** What follows from the facts of a booking and was not issued yet. */
export async function wantedOf(tx: Tx, { booking, facts }: LoadedBooking): Promise<WantedDocument[]> {
  const { documents: settings, timeZone } = await ownerRow(tx);
  return wantedDocuments(facts, await documentsOf(tx, booking.id), {
    settings,
    timeZone,
    price: booking.price,
    dueAfter: (so) => standing(agreedOf(booking), so, so.at(-1)!.at).position.dueNow,
  });
}

/**
 * Issues what follows from the facts of a locked booking and was not issued yet. Where something is missing nothing is
 * issued, and the owner is told what.
 */
export async function issueWhatFollows(tx: Tx, deps: Deps, loaded: LoadedBooking, now: Instant): Promise<void> {
  const { booking } = loaded;
  const wanted = await wantedOf(tx, loaded);
  await tx.delete(documentsHeld).where(eq(documentsHeld.bookingId, booking.id));
  if (wanted.length === 0) return;
  const issued = await issueForBooking(tx, deps, loaded, wanted, now);
  if (issued.ok) return;
  if (!('missing' in issued.refusal)) throw new Error(`documents of ${booking.number}: ${issued.refusal.message}`);
  await tx.insert(documentsHeld).values({ bookingId: booking.id, missing: issued.refusal.missing, at: now });
}
