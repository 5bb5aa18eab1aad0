import type { RequestFact } from '#core/credit/requestFacts';
import { factsOfRequests } from '#server/credit/requestFacts';
import type { CreditView, RequestLine, RequestPageView, VoucherLine } from '#contracts/creditViews';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { minor, type Minor } from '#core/money/minor';
import { debitOnceConsent } from '#core/wording/consent';
import { longDate, longMoment } from '#core/wording/days';
import { voucherGoes } from '#core/wording/voucherWords';
import { declineText } from '#core/wording/declines';
import { creditOfAll, leftOnVouchers } from '#server/credit/balances';
import { bookings, summaries } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { paymentRequests, requestPayments, vouchers } from '#server/database/schema/credit';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { waitsToBeCalledBack } from '#server/letters/waits';
import { offeredOnPage } from '#server/queries/paying/ways';
import { offeredForRequest } from '#server/ways/offered';
import { businessFace } from '#server/queries/business/businessFace';
import { isOver, noteOpened, paidFor, paidForAll, type RequestRow } from '#server/credit/requests';
import { requestOfLink } from '#server/links/requestLink';
import { and, asc, desc, eq, exists, inArray, isNotNull, isNull, ne, or, sql } from 'drizzle-orm';

const stateOf = (request: RequestRow, paid: number, now: Parameters<typeof isOver>[1]): RequestPageView['state'] =>
  paid > 0 ? 'paid' : isOver(request, now) ? 'over' : 'open';

/** What the payer of a link sees; null where it opens nothing. Opening it is told to the owner. */
export async function requestPage(deps: Deps, link: string): Promise<RequestPageView | null> {
  const { db, clock } = deps;
  const now = clock.now();
  const found = await requestOfLink(db, link);
  if (!found) return null;
  const { request, via } = found;
  await noteOpened(deps, request.id, via);
  const [client] = await db.select().from(clients).where(eq(clients.id, request.clientId));
  const [owner] = await db.select().from(business);
  const paid = await paidFor(db, request.id);
  const payments = await db.select().from(requestPayments).where(eq(requestPayments.requestId, request.id));
  const waiting = payments.find(({ state }) => state === 'waiting');
  const onItsWay = payments.find(({ state }) => state === 'onTheWay');
  const consentOf = ({ way }: { readonly way: string }): string =>
    way === 'debit' ? debitOnceConsent(owner!.name) : '';
  const { number, note, currency, amount, smallest, expiresAt } = request;
  const today = localDate(now, owner!.timeZone);
  return {
    business: await businessFace(db),
    number,
    clientName: client!.name,
    note,
    currency,
    amount,
    smallest,
    until: expiresAt === null ? null : longMoment(expiresAt, owner!.timeZone, today),
    state: stateOf(request, paid, now),
    paid: minor(paid),
    waiting: waiting?.answer?.outcome === 'confirm' ? { url: waiting.answer.url } : null,
    onTheWay:
      onItsWay?.answer?.outcome === 'pending'
        ? { amount: onItsWay.amount, settles: longDate(localDate(onItsWay.answer.settles, owner!.timeZone), today) }
        : null,
    voucher: request.voucher && voucherGoes(request.voucher, today),
    offered: await offeredOnPage(db, deps, await offeredForRequest(db, deps, request, now), {
      now,
      consentOf,
      pays: request,
    }),
  };
}

const ways = { message: 'from the message', link: 'from the copied link' } as const;
function factWords(fact: RequestFact, currency: string): string {
  switch (fact.kind) {
    case 'sent':
      return `Sent to ${fact.to}`;
    case 'copied':
      return 'Link copied';
    case 'opened':
      return `Opened ${ways[fact.via]}`;
    case 'declined':
      return `Card of ${fact.by} refused (${declineText(fact.code)})`;
    case 'onTheWay':
      return `${formatMoney(fact.amount as Minor, currency)} on its way from a bank account of ${fact.by}`;
    case 'returned':
      return `${formatMoney(fact.amount as Minor, currency)} of ${fact.by} sent back by the bank (${declineText(fact.code)})`;
    case 'paid':
      return `${formatMoney(fact.amount as Minor, currency)} paid by ${fact.by}, ${ways[fact.via]}`;
  }
}

/** Requests without a booking, vouchers and what is left on them, and who has credit. */
export async function creditView({ db, clock }: Deps): Promise<CreditView> {
  const now = clock.now();
  // An order of a voucher that nobody paid is a cart that was left.
  const asked = or(
    isNull(paymentRequests.voucher),
    exists(db.select().from(vouchers).where(eq(vouchers.requestId, paymentRequests.id))),
  );
  const rows = await db
    .select({ request: paymentRequests, client: clients.name, email: clients.email })
    .from(paymentRequests)
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .where(asked)
    .orderBy(desc(paymentRequests.madeAt))
    .limit(100);
  const ids = rows.map(({ request }) => request.id);
  const happened = await factsOfRequests(db, ids);
  const paidOf = await paidForAll(db, ids);
  const unsent = await db
    .select({ requestId: messages.requestId, state: messages.state, waits: waitsToBeCalledBack })
    .from(messages)
    .where(and(isNotNull(messages.requestId), ne(messages.state, 'sent')));
  const going = new Map(
    unsent.map(({ requestId, state, waits }) => [
      requestId!,
      state === 'failed' ? ('failed' as const) : waits ? ('waits' as const) : ('outgoing' as const),
    ]),
  );
  const requests = rows.map(({ request, client }): RequestLine => {
    const { id, number, note, currency, amount, smallest } = request;
    const paid = minor(paidOf.get(id) ?? 0);
    return {
      id,
      number,
      client,
      note,
      currency,
      amount,
      smallest,
      state: stateOf(request, paid, now),
      paid,
      happened: happened
        .filter(({ requestId }) => requestId === id)
        .map(({ at, fact }) => ({ at, what: factWords(fact, currency) })),
      going: going.get(id) ?? null,
    };
  });
  const sold = await db.select().from(vouchers).orderBy(desc(vouchers.soldAt)).limit(200);
  const leftOf = await leftOnVouchers(db, sold);
  const letters = await lettersOfVouchers(
    db,
    sold.map(({ id }) => id),
  );
  const lines = sold.map(
    ({ id, ending, buyer, amount, currency, soldAt, expiresAt, order, requestId }): VoucherLine => {
      const expired = expiresAt !== null && expiresAt <= now;
      const buys = rows.find(({ request }) => request.id === requestId);
      const online = order && {
        name: order.to?.name ?? buyer,
        email: letters.get(id)?.to ?? order.to?.email ?? buys?.email ?? '',
        sendOn: order.to === null ? null : order.sendOn,
        letter: letters.get(id)?.state ?? ('waits' as const),
      };
      return { id, ending, buyer, amount, currency, soldAt, expiresAt, expired, left: leftOf.get(id)!, online };
    },
  );
  return {
    counts: {
      requests: await db.$count(paymentRequests, asked),
      vouchers: await db.$count(vouchers),
    },
    requests,
    vouchers: lines,
    clients: await withCredit(db),
    known: await db
      .select({ id: clients.id, name: clients.name, email: clients.email })
      .from(clients)
      .orderBy(asc(clients.name))
      .limit(500),
    accounts: await houseAccounts(db),
  };
}

/** The newest letter of each voucher. */
async function lettersOfVouchers(db: Deps['db'], ids: readonly string[]) {
  const rows = await db
    .select({ id: messages.voucherId, state: messages.state, to: messages.recipient })
    .from(messages)
    .where(inArray(messages.voucherId, [...ids]))
    .orderBy(asc(messages.seq));
  return new Map(rows.map(({ id, ...letter }) => [id!, letter]));
}

async function houseAccounts(db: Deps['db']): Promise<CreditView['accounts']> {
  const [owner] = await db.select({ currency: business.currency }).from(business);
  const { currency } = owner!;
  const open = sql<string>`coalesce(sum(${summaries.outstanding}) filter (where ${bookings.currency} = ${currency}), 0)::text`;
  const rows = await db
    .select({ id: clients.id, name: clients.name, limit: clients.accountLimit, open })
    .from(clients)
    .leftJoin(bookings, and(eq(bookings.clientId, clients.id), bookings.onAccount))
    .leftJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(or(isNotNull(clients.accountLimit), isNotNull(bookings.id)))
    .groupBy(clients.id)
    .orderBy(asc(clients.name));
  return rows.map((row) => ({ ...row, currency, open: minor(Number(row.open)) }));
}

async function withCredit(db: Deps['db']): Promise<CreditView['clients']> {
  const having = (await creditOfAll(db)).filter(({ credit }) => credit > 0);
  if (having.length === 0) return [];
  const ids = having.map(({ clientId }) => clientId);
  const named = await db.select({ id: clients.id, name: clients.name }).from(clients).where(inArray(clients.id, ids));
  const nameOf = new Map(named.map(({ id, name }) => [id, name]));
  return having
    .map(({ clientId, currency, credit }) => ({ name: nameOf.get(clientId)!, currency, credit }))
    .sort((a, b) => b.credit - a.credit);
}
