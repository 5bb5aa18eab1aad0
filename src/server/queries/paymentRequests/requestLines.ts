import type { NewRequestView, RequestLine } from '#contracts/credit/views';
import type { Instant } from '#core/calendar/instant';
import { disputeNames, disputeStates } from '#core/wording/disputeWords';
import { localDate } from '#core/calendar/zoned';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { requestStanding } from '#core/paymentRequests/requestStanding';
import type { DocumentSettings } from '#core/invoices/settings';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { declineText } from '#core/wording/declines';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import type { RequestRow } from '#server/paymentRequests/requests';
import { ownerRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { paymentRequests } from '#server/database/schema/credit';
import { documents, requestDocumentsHeld } from '#server/database/schema/documents';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { waitsToBeCalledBack } from '#server/mail/letters/waits';
import { taxLines } from '#server/catalogue/taxLines';
import { stateOfRequest } from '#server/paymentRequests/stateOfRequest';
import { knownClients } from '#server/queries/clients/knownClients';
import { and, asc, desc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

const ways = { message: 'from the message', link: 'from the copied link', hand: 'recorded by hand' } as const;
const methods = { card: '', debit: '', cash: 'in cash', transfer: 'by transfer', cheque: 'by cheque' } as const;

function factWords(fact: RequestFact, currency: string): string {
  const sum = (amount: number): string => formatMoney(amount as Minor, currency);
  switch (fact.kind) {
    case 'sent':
      return fact.to ? `Sent to ${fact.to}` : 'Sent';
    case 'copied':
      return 'Link copied';
    case 'opened':
      return `Opened ${ways[fact.via]}`;
    case 'declined':
      return `Card of ${fact.by} refused (${declineText(fact.code)})`;
    case 'onTheWay':
      return `${sum(fact.amount)} on its way from a bank account of ${fact.by}`;
    case 'returned':
      return `${sum(fact.amount)} of ${fact.by} sent back by the bank (${declineText(fact.code)})`;
    case 'disputed':
      return `${sum(fact.amount + (fact.tip ?? 0))} ${fact.taken ? 'taken back' : 'asked about'} by the payer’s bank: ${disputeNames[fact.family]}`;
    case 'disputeAnswered':
      return 'Dispute answered';
    case 'disputeDecided':
      return `Dispute: ${disputeStates[fact.outcome].toLowerCase()}`;
    case 'paid': {
      const tip = fact.tip ? `, and a tip of ${sum(fact.tip)}` : '';
      const how = fact.via === 'hand' && fact.method ? methods[fact.method] : ways[fact.via];
      return `${sum(fact.amount)} paid by ${fact.by}${tip}, ${how}`;
    }
    case 'sold':
      return `${sum(fact.total)} owed from here on`;
    case 'takenBack':
      return `${sum(fact.total)} owed no more`;
  }
}

const those = sql.placeholder('ids');
const issuedOf = prepared((db) =>
  db
    .select({ requestId: documents.requestId, number: documents.number })
    .from(documents)
    .where(sql`${documents.requestId} = any(${those})`)
    .orderBy(asc(documents.place)),
);
const heldOf = prepared((db) =>
  db
    .select()
    .from(requestDocumentsHeld)
    .where(sql`${requestDocumentsHeld.requestId} = any(${those})`),
);
const notSent = prepared((db) =>
  db
    .select({ requestId: messages.requestId, state: messages.state, waits: waitsToBeCalledBack })
    .from(messages)
    .where(and(isNotNull(messages.requestId), ne(messages.state, 'sent'))),
);

export type RequestRead = { readonly request: RequestRow; readonly client: string; readonly booking: string | null };

/** Requests as the owner sees them, with what happened to each. */
export async function requestLines(db: Deps['db'], rows: readonly RequestRead[], now: Instant): Promise<RequestLine[]> {
  const ids = rows.map(({ request }) => request.id);
  if (ids.length === 0) return [];
  const { timeZone } = await ownerRow(db);
  const today = localDate(now, timeZone);
  const happened = await factsOfRequests(db, ids);
  const issued = await issuedOf(db, { ids });
  const held = await heldOf(db, { ids });
  const unsent = await notSent(db, {});
  const going = new Map(
    unsent.map(({ requestId, state, waits }) => [
      requestId!,
      state === 'failed' ? ('failed' as const) : waits ? ('waits' as const) : ('outgoing' as const),
    ]),
  );
  return rows.map(({ request, client, booking }): RequestLine => {
    const { id, number, note, currency, smallest, paper, voucher } = request;
    const own = happened.filter(({ requestId }) => requestId === id);
    const asked = askedBy(request.amount, paper);
    const standing = requestStanding(
      asked,
      own.map(({ fact }) => fact),
    );
    const state = stateOfRequest(request, standing, now);
    const numbers = issued.filter(({ requestId }) => requestId === id).map((document) => document.number);
    const waits = state === 'open' || state === 'partly';
    return {
      id,
      number,
      client,
      note,
      currency,
      amount: asked,
      smallest,
      state,
      paid: standing.paid,
      left: standing.left,
      lines: paper.price !== null,
      dueDay: paper.dueDay,
      late: waits && paper.dueDay !== null && paper.dueDay < today,
      reference: paper.reference,
      privateNote: paper.privateNote,
      booking,
      documents: numbers,
      canInvoice: paper.price !== null && numbers.length === 0 && (waits || state === 'paid'),
      missing: held.find(({ requestId }) => requestId === id)?.missing ?? [],
      voucher: voucher !== null,
      happened: own.map(({ at, fact }) => ({ at, what: factWords(fact, currency) })),
      going: going.get(id) ?? null,
    };
  });
}

const most = 50;

const newest = (of: AnyPgColumn) =>
  prepared((db) =>
    db
      .select({ request: paymentRequests, client: clients.name, booking: bookings.number })
      .from(paymentRequests)
      .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
      .leftJoin(bookings, eq(bookings.id, paymentRequests.bookingId))
      .where(and(eq(of, sql.placeholder('id')), isNull(paymentRequests.voucher)))
      .orderBy(desc(paymentRequests.madeAt))
      .limit(most),
  );
const newestOf = { client: newest(paymentRequests.clientId), booking: newest(paymentRequests.bookingId) };

/** The newest requests of a client or about a booking; those of vouchers are with the vouchers. */
export async function requestsOf(
  db: Deps['db'],
  of: keyof typeof newestOf,
  id: string,
  now: Instant,
): Promise<RequestLine[]> {
  return requestLines(db, await newestOf[of](db, { id }), now);
}

/** When a new request is invoiced unless somebody says otherwise: as the setting has it for other money. */
const usuallyInvoiced = ({ from, onAccount }: DocumentSettings): NewRequestView['invoiced'] => {
  if (from === null) return 'no';
  return onAccount === 'request' ? 'sent' : 'paid';
};

/** What a new request begins with: of a client, a booking, an earlier request, or nothing. */
export async function newRequest(
  { db }: Deps,
  given: { readonly client?: string; readonly booking?: string; readonly request?: string },
): Promise<NewRequestView> {
  const owner = await ownerRow(db);
  const [booked] = given.booking
    ? await db
        .select({ id: bookings.id, number: bookings.number, title: bookings.title, clientId: bookings.clientId })
        .from(bookings)
        .where(eq(bookings.number, given.booking))
    : [];
  const [earlier] = given.request
    ? await db.select().from(paymentRequests).where(eq(paymentRequests.number, given.request))
    : [];
  const clientId = earlier?.clientId ?? booked?.clientId ?? given.client;
  const [client] = clientId
    ? await db.select({ name: clients.name, email: clients.email }).from(clients).where(eq(clients.id, clientId))
    : [];
  return {
    known: await knownClients(db),
    taxes: await taxLines(db),
    invoiced: usuallyInvoiced(owner.documents),
    dueDays: owner.documents.dueDays,
    from: {
      client: client ?? null,
      booking: booked ? { id: booked.id, number: booked.number, title: booked.title } : null,
      request: earlier
        ? { note: earlier.note, amount: earlier.amount, smallest: earlier.smallest, paper: earlier.paper }
        : null,
    },
  };
}
