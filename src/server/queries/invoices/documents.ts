import type { DocumentsQuery } from '#contracts/invoices/documents';
import type { BookingDocuments, DocumentLineView, DocumentState, DocumentsView } from '#contracts/invoices/views';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { leftOf } from '#core/invoices/documentsStanding';
import { byHand, pricesOf } from '#core/invoices/wantedDocuments';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import { price } from '#core/price/price';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { bookings, summaries } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { documents } from '#server/database/schema/documents';
import { paymentRequests } from '#server/database/schema/credit';
import { requestsOf } from '#server/queries/paymentRequests/requestLines';
import { paidOfRequest } from '#server/paymentRequests/requests';
import { heldDocuments } from '#server/queries/invoices/held';
import { documentsOf, missingForBooking } from '#server/invoices/bookingDocuments';
import { opensOf, opensOfRequests } from '#server/queries/invoices/opens';
import { searching } from '#server/queries/bookings/narrowing';
import { and, desc, eq, gt, ilike, inArray, lt, type SQL, sql } from 'drizzle-orm';

const credited =
  sql<Minor>`coalesce((select sum(c.total) from ${documents} c where c.credit_of = ${documents.id}), 0)`.mapWith(
    (value) => minor(Number(value)),
  );

const fields = {
  id: documents.id,
  bookingId: documents.bookingId,
  requestId: documents.requestId,
  place: documents.place,
  number: documents.number,
  kind: documents.kind,
  day: documents.day,
  dueDay: documents.dueDay,
  total: documents.total,
  currency: documents.currency,
  title: sql<string>`${documents.body}->>'title'`,
  of: sql<string | null>`${documents.body}->'of'->>'number'`,
  asData: sql<boolean>`${documents.body}->'seller'->>'country' <> '' and ${documents.body}->'buyer'->>'country' <> ''`,
  client: { id: clients.id, name: clients.name },
  booking: bookings.number,
  request: paymentRequests.number,
  credited,
};

const select = (db: Database | Tx) =>
  db
    .select(fields)
    .from(documents)
    .innerJoin(clients, eq(clients.id, documents.clientId))
    .leftJoin(bookings, eq(bookings.id, documents.bookingId))
    .leftJoin(summaries, eq(summaries.bookingId, documents.bookingId))
    .leftJoin(paymentRequests, eq(paymentRequests.id, documents.requestId));
type Row = Awaited<ReturnType<typeof select>>[number];

const { placeholder } = sql;
const ofThese = prepared((db) =>
  select(db)
    .where(
      sql`${documents.bookingId} = any(${placeholder('bookingIds')}) or ${documents.requestId} = any(${placeholder('requestIds')})`,
    )
    .orderBy(documents.place),
);

type Opens = ReadonlyMap<string, Minor>;

function stateOf({ kind, left, open, dueDay }: Omit<DocumentLineView, 'state'>, today: PlainDate): DocumentState {
  if (kind === 'credit') return 'issued';
  if (left === 0) return 'credited';
  if (open === 0) return 'paid';
  return dueDay !== null && dueDay < today ? 'overdue' : 'open';
}

function lineOf(
  { id, bookingId: _, requestId: __, credited: back, ...row }: Row,
  open: Opens,
  today: PlainDate,
): DocumentLineView {
  const line = {
    ...row,
    open: open.get(id) ?? zero,
    day: row.day as PlainDate,
    dueDay: row.dueDay as PlainDate | null,
    left: minor(row.total + back),
  };
  return { ...line, state: stateOf(line, today) };
}

/** A request whose sale is not paid: what was sold, less what was taken back and what came. */
const requestOwes = sql`(${documents.requestId} is not null and ${documents.total} + ${credited} > ${paidOfRequest(documents.requestId)})`;

/** What of documents is to be paid now, of bookings and of requests. */
async function opensOfAll(
  db: Database,
  rows: readonly Pick<Row, 'id' | 'kind' | 'bookingId' | 'requestId'>[],
  now: Instant,
): Promise<Opens> {
  const opens = await opensOf(
    db,
    rows.flatMap(({ bookingId }) => bookingId ?? []),
    now,
  );
  const ofRequests = await opensOfRequests(db, rows);
  return new Map([...opens, ...ofRequests]);
}

const pageSize = 50;

function found(db: Database, search: string | undefined): SQL | undefined {
  const text = search?.trim() ?? '';
  if (text === '') return undefined;
  const like = `%${text.replace(/[\\%_]/g, '\\$&')}%`;
  const id = { id: documents.id };
  const numbered = db.select(id).from(documents).where(ilike(documents.number, like));
  const booked = db
    .select(id)
    .from(documents)
    .innerJoin(summaries, eq(summaries.bookingId, documents.bookingId))
    .where(searching(text));
  // Of a request there is no summary to be searched.
  const asked = sql`${paymentRequests.number} || ' ' || ${clients.name} || ' ' || ${paymentRequests.note}`;
  const requested = db
    .select(id)
    .from(documents)
    .innerJoin(paymentRequests, eq(paymentRequests.id, documents.requestId))
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .where(sql`${asked} ilike ${like}`);
  // Each by an index of its own: asked for together they would be looked for in every document there is.
  return inArray(documents.id, numbered.union(booked).union(requested));
}

const asksFor = sql`(${documents.body}->>'open')::bigint > 0`;
const owedByBookings = prepared((db) => {
  const outstanding = db.select({ id: summaries.bookingId }).from(summaries).where(gt(summaries.outstanding, zero));
  return select(db).where(and(inArray(documents.bookingId, outstanding), asksFor));
});
const owedByRequests = prepared((db) => select(db).where(and(asksFor, requestOwes)));

/** What may be to be paid, the newest first: of it the core says what is. */
async function mayBeOpen(db: Database): Promise<Row[]> {
  const ofBookings = await owedByBookings(db, {});
  const ofRequests = await owedByRequests(db, {});
  return [...ofBookings, ...ofRequests].sort((a, b) => b.place - a.place);
}

/** Invoices and credit notes, the newest first, a page at a time. */
export async function documentsView(
  db: Database,
  now: Instant,
  { search, kind, after }: DocumentsQuery,
): Promise<DocumentsView> {
  const owner = await ownerRow(db);
  const today = localDate(now, owner.timeZone);
  const owing = await mayBeOpen(db);
  const opens = await opensOfAll(db, owing, now);
  const asked = owing.filter(({ id }) => (opens.get(id) ?? 0) > 0);
  const behind = after === undefined ? undefined : lt(documents.place, after);
  const narrowed = and(
    behind,
    kind === 'open'
      ? inArray(
          documents.id,
          asked.map(({ id }) => id),
        )
      : undefined,
    kind === undefined || kind === 'all' || kind === 'open' ? undefined : eq(documents.kind, kind),
    found(db, search),
  );
  const rows = await select(db)
    .where(narrowed)
    .orderBy(desc(documents.place))
    .limit(pageSize + 1);
  const page = rows.slice(0, pageSize);
  const shown = page.map((row) => lineOf(row, opens, today));
  const held = await heldDocuments(db);
  const lines = asked.map((row) => lineOf(row, opens, today));
  const owed = [...new Set(lines.map(({ currency }) => currency))].map((currency) => {
    const own = lines.filter((line) => line.currency === currency);
    return {
      currency,
      open: sum(own.map(({ open }) => open)),
      overdue: sum(own.filter(({ state }) => state === 'overdue').map(({ open }) => open)),
    };
  });
  return {
    documents: shown,
    held,
    next: rows.length > pageSize ? shown.at(-1)!.place : null,
    owed,
    byThemselves: owner.documents.from !== null,
  };
}

/** Those of some bookings and payment requests, oldest first. */
export async function documentLines(
  db: Database,
  { bookingIds, requestIds = [] }: { readonly bookingIds: readonly string[]; readonly requestIds?: readonly string[] },
  now: Instant,
): Promise<DocumentLineView[]> {
  if (bookingIds.length + requestIds.length === 0) return [];
  const { timeZone } = await ownerRow(db);
  const rows = await ofThese(db, { bookingIds, requestIds });
  const opens = await opensOfAll(db, rows, now);
  return rows.map((row) => lineOf(row, opens, localDate(now, timeZone)));
}

/** A booking's documents, and what can be issued of it now. */
export async function bookingDocuments(db: Database, loaded: LoadedBooking, now: Instant): Promise<BookingDocuments> {
  const { booking, facts } = loaded;
  const issued = await documentsOf(db, booking.id);
  const wanted = byHand(facts, issued, { ...booking, key: '' });
  const run = `price:${pricesOf(facts, booking.price).length - 1}`;
  const own = sum(leftOf(issued).map((kept) => (kept.kind === 'account' && kept.run === run ? kept.left : 0)));
  const begun = facts.some(({ kind }) => kind === 'delivered' || kind === 'cancelled' || kind === 'lapsed');
  return {
    documents: await documentLines(db, { bookingIds: [booking.id] }, now),
    bill: { own: booking.bill !== null, data: loaded.client.bill },
    requests: await requestsOf(db, 'booking', booking.id, now),
    missing: await missingForBooking(db, loaded),
    final: wanted.length > 0,
    onAccount: begun ? zero : least(remainder(price(booking.price).total, own), booking.total),
  };
}
