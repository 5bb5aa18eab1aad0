import type { Instant } from '#core/calendar/instant';
import type { MissingForDocument } from '#core/invoices/missing';
import type { WantedDocument } from '#core/invoices/documentsStanding';
import type { InvoiceRefusal } from '#core/invoices/invoice';
import { type Minor, zero } from '#core/money/minor';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import { ok, refuse, type Result } from '#core/result';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { allTaxes, ownerRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { documents, documentsHeld } from '#server/database/schema/documents';
import type { Deps } from '#server/deps';
import { missingOf } from '#server/invoices/missingOf';
import {
  documentRows,
  documentsWanted,
  invoiceErrands,
  isAskedFor,
  openOfDocuments,
  subjectOfBooking,
} from '#server/invoices/documentsOfBooking';
import { type DocumentRow, type DocumentSubject, nextNumber } from '#server/invoices/issue';
import { addJob } from '#server/jobs/plan/planJobs';
import { writeDocumentLetter } from '#server/mail/letters/writeDocumentLetter';
import { asc, eq, getTableColumns, sql } from 'drizzle-orm';

const issued = prepared((db) =>
  db
    .select()
    .from(documents)
    .where(eq(documents.bookingId, sql.placeholder('id')))
    .orderBy(asc(documents.place)),
);

/** Those of a booking, oldest first. */
export const documentsOf = (db: Database | Tx, id: string): Promise<DocumentRow[]> => issued(db, { id });

const subjectOf = async (db: Database | Tx, loaded: LoadedBooking): Promise<DocumentSubject> =>
  subjectOfBooking(loaded, { owner: await ownerRow(db), taxes: await allTaxes(db) });

/** What is missing, said before anything is issued. */
export async function missingForBooking(db: Database, loaded: LoadedBooking): Promise<MissingForDocument[]> {
  return missingOf(await subjectOf(db, loaded), loaded.booking.price);
}

export type NotIssued =
  { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] } | InvoiceRefusal;

/** Issues these documents of a locked booking, in order; with its letter each, where that is a setting. */
export async function issueForBooking(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  loaded: LoadedBooking,
  wanted: readonly WantedDocument[],
  { now, requestKey, earlier }: { now: Instant; requestKey?: string; earlier: readonly DocumentRow[] },
): Promise<Result<DocumentRow[], NotIssued>> {
  const subject = { ...(await subjectOf(tx, loaded)), ...(requestKey === undefined ? {} : { requestKey }) };
  const { booking, facts } = loaded;
  const missing = missingOf(subject, booking.price);
  if (missing.length > 0) return refuse({ code: 'document_data_missing', missing });
  const rows = await documentRows(loaded, wanted, {
    subject,
    earlier,
    current: bookingState(agreedOf(booking), facts, now),
    number: nextNumber(tx),
    newId: deps.newId,
    now,
  });
  if (!rows.ok) return rows;
  const issued: DocumentRow[] = [];
  for (const each of rows.value) {
    const [row] = await tx.insert(documents).values(each).returning();
    issued.push(row!);
    if (subject.owner.documents.send) await writeDocumentLetter(tx, deps, loaded, row!, now);
    for (const errand of invoiceErrands(booking, row!)) await addJob(tx, booking.id, errand);
  }
  return ok(issued);
}

/** What of each document of a booking is to be paid as it stands, by its id. */
export const openNow = async (
  db: Database | Tx,
  bookingId: string,
  current: BookingState,
): Promise<Map<string, Minor>> => openOfDocuments(await documentsOf(db, bookingId), current);

/** Whether an invoice with a day of its own asks for what is open: then that day counts, and not those of the plan. */
export const invoiceAsks = async (tx: Tx, bookingId: string, current: BookingState): Promise<boolean> =>
  isAskedFor(await documentsOf(tx, bookingId), current);

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
  }: { readonly current: BookingState; readonly document: string; readonly key: string; readonly now: Instant },
): Promise<string | null> {
  const open = (await openNow(tx, loaded.booking.id, current)).get(document) ?? zero;
  if (open === 0) return null;
  const row = (await documentsOf(tx, loaded.booking.id)).find(({ id }) => id === document)!;
  return writeDocumentLetter(tx, deps, loaded, row, now, { again: `:${key}`, stillOpen: open });
}

/** What follows from the facts of a booking and was not issued yet. */
export async function wantedOf(tx: Tx, { booking, facts }: LoadedBooking): Promise<WantedDocument[]> {
  return documentsWanted({ booking, facts }, await documentsOf(tx, booking.id), await ownerRow(tx));
}

/** Bookings, as they were locked, of which all is issued that follows. */
const followed = new WeakSet<LoadedBooking>();

const issuedAndHeld = prepared((db) => {
  const own = sql.placeholder('id');
  return db
    .select({
      row: getTableColumns(documents),
      held: sql<boolean>`exists (select 1 from ${documentsHeld} where ${documentsHeld.bookingId} = ${own})`,
    })
    .from(sql`(select 1) one`)
    .leftJoin(documents, eq(documents.bookingId, own))
    .orderBy(asc(documents.place));
});

type Issued = { readonly earlier: DocumentRow[]; readonly held: boolean };

/** What of a booking was issued, and whether something could not be. */
async function issuedOf(tx: Tx, id: string): Promise<Issued> {
  const rows = await issuedAndHeld(tx, { id });
  return { earlier: rows.flatMap(({ row }) => row ?? []), held: rows[0]!.held };
}

/**
 * Issues what follows from the facts of a locked booking and was not issued yet. Where something is missing nothing is
 * issued, and the owner is told what.
 * @param apart what it writes is undone by itself where it fails
 */
export async function issueWhatFollows(
  tx: Tx,
  deps: Deps,
  loaded: LoadedBooking,
  now: Instant,
  apart = false,
): Promise<void> {
  if (followed.has(loaded)) return;
  const { booking } = loaded;
  const [{ earlier, held }, owner] = await Promise.all([issuedOf(tx, booking.id), ownerRow(tx)]);
  const wanted = documentsWanted(loaded, earlier, owner);
  const issue = async (within: Tx): Promise<void> => {
    // What was held is tried anew.
    if (held) await within.delete(documentsHeld).where(eq(documentsHeld.bookingId, booking.id));
    if (wanted.length === 0) return;
    const issued = await issueForBooking(within, deps, loaded, wanted, { now, earlier });
    if (issued.ok) return;
    if (!('missing' in issued.refusal)) throw new Error(`documents of ${booking.number}: ${issued.refusal.message}`);
    await within.insert(documentsHeld).values({ bookingId: booking.id, missing: issued.refusal.missing, at: now });
  };
  if (wanted.length > 0 || held) await (apart ? tx.transaction(issue) : issue(tx));
  followed.add(loaded);
}
