import type { CreditView, RequestLine, RequestPageView } from '#contracts/creditViews';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { minor, type Minor } from '#core/money/minor';
import { debitOnceConsent } from '#core/wording/consent';
import { longDate, longMoment } from '#core/wording/days';
import { declineText } from '#core/wording/declines';
import { creditOf, leftOnVoucher } from '#server/credit/balances';
import { bookings } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import {
  creditReceipts,
  paymentRequests,
  requestFacts,
  type RequestFact,
  requestPayments,
  vouchers,
} from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { offeredOnPage } from '#server/queries/ways';
import { offeredForRequest } from '#server/ways/offered';
import { businessFace } from '#server/queries/quotes';
import { isOver, noteOpened, paidFor, requestOfLink, type RequestRow } from '#server/usecases/paymentRequests';
import { openOnAccount } from '#server/credit/houseAccount';
import { and, asc, desc, eq, isNotNull, or } from 'drizzle-orm';

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
  const settling = payments.find(({ state }) => state === 'settling');
  const consentOf = ({ way }: { readonly way: string }): string =>
    way === 'debit' ? debitOnceConsent(owner!.name) : '';
  const { number, note, currency, amount, smallest, expiresAt } = request;
  const today = localDate(now, owner!.timeZone);
  return {
    ...{ business: await businessFace(db), number, clientName: client!.name, note, currency, amount, smallest },
    until: expiresAt === null ? null : longMoment(expiresAt, owner!.timeZone, today),
    ...{ state: stateOf(request, paid, now), paid: minor(paid) },
    waiting: waiting?.answer?.outcome === 'confirm' ? { url: waiting.answer.url } : null,
    onTheWay:
      settling?.answer?.outcome === 'pending'
        ? { amount: settling.amount, settles: longDate(localDate(settling.answer.settles, owner!.timeZone), today) }
        : null,
    offered: await offeredOnPage(db, deps, await offeredForRequest(db, deps, request, now), { now, consentOf }),
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
  const rows = await db
    .select({ request: paymentRequests, client: clients.name })
    .from(paymentRequests)
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .orderBy(desc(paymentRequests.madeAt))
    .limit(100);
  const requests: RequestLine[] = [];
  for (const { request, client } of rows) {
    const happened = await db
      .select()
      .from(requestFacts)
      .where(eq(requestFacts.requestId, request.id))
      .orderBy(desc(requestFacts.at));
    const paid = await paidFor(db, request.id);
    const { id, number, note, currency, amount, smallest } = request;
    requests.push({
      ...{
        id,
        number,
        client,
        note,
        currency,
        amount,
        smallest,
        state: stateOf(request, paid, now),
        paid: minor(paid),
      },
      happened: happened.map(({ at, fact }) => ({ at, what: factWords(fact, currency) })),
    });
  }
  const sold = await db.select().from(vouchers).orderBy(desc(vouchers.soldAt)).limit(200);
  const lines: CreditView['vouchers'][number][] = [];
  for (const voucher of sold) {
    const { id, ending, buyer, amount, currency, soldAt, expiresAt } = voucher;
    const expired = expiresAt !== null && expiresAt <= now;
    lines.push({
      id,
      ending,
      buyer,
      amount,
      currency,
      soldAt,
      expiresAt,
      expired,
      left: await leftOnVoucher(db, voucher),
    });
  }
  return {
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

async function houseAccounts(db: Deps['db']): Promise<CreditView['accounts']> {
  const [owner] = await db.select({ currency: business.currency }).from(business);
  const { currency } = owner!;
  const rows = await db
    .selectDistinct({ id: clients.id, name: clients.name, limit: clients.accountLimit })
    .from(clients)
    .leftJoin(bookings, and(eq(bookings.clientId, clients.id), bookings.onAccount))
    .where(or(isNotNull(clients.accountLimit), isNotNull(bookings.id)))
    .orderBy(asc(clients.name));
  const found: CreditView['accounts'][number][] = [];
  for (const row of rows) found.push({ ...row, currency, open: await openOnAccount(db, row.id, currency) });
  return found;
}

async function withCredit(db: Deps['db']): Promise<CreditView['clients']> {
  const pairs = await db
    .selectDistinct({ id: clients.id, name: clients.name, currency: bookings.currency })
    .from(clients)
    .innerJoin(bookings, eq(bookings.clientId, clients.id));
  const paidIn = await db
    .selectDistinct({ id: clients.id, name: clients.name, currency: creditReceipts.currency })
    .from(clients)
    .innerJoin(creditReceipts, eq(creditReceipts.clientId, clients.id));
  const all = new Map([...pairs, ...paidIn].map((pair) => [`${pair.id} ${pair.currency}`, pair]));
  const found: CreditView['clients'][number][] = [];
  for (const { id, name, currency } of all.values()) {
    const credit = await creditOf(db, id, currency);
    if (credit > 0) found.push({ name, currency, credit });
  }
  return found.sort((a, b) => b.credit - a.credit);
}
