import type { CreditView, VoucherLine } from '#contracts/credit/views';
import { minor } from '#core/money/minor';
import { creditOfAll, onVouchers } from '#server/credit/balances';
import type { Database, Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings, summaries } from '#server/database/schema/bookings';
import { business, services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { paymentRequests, vouchers } from '#server/database/schema/credit';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { requestLines } from '#server/queries/paymentRequests/requestLines';
import { knownClients } from '#server/queries/clients/knownClients';
import { and, asc, desc, eq, exists, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';

/** An order of a voucher that nobody paid is a cart that was left. */
const asked = (db: Database | Tx) =>
  or(
    isNull(paymentRequests.voucher),
    exists(db.select().from(vouchers).where(eq(vouchers.requestId, paymentRequests.id))),
  );
const newestAsked = prepared((db) =>
  db
    .select({ request: paymentRequests, client: clients.name, email: clients.email, booking: bookings.number })
    .from(paymentRequests)
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .leftJoin(bookings, eq(bookings.id, paymentRequests.bookingId))
    .where(asked(db))
    .orderBy(desc(paymentRequests.madeAt))
    .limit(100),
);
const newestSold = prepared((db) => db.select().from(vouchers).orderBy(desc(vouchers.soldAt)).limit(200));

/** Requests without a booking, vouchers and what is left on them, and who has credit. */
export async function creditView({ db, clock }: Deps): Promise<CreditView> {
  const now = clock.now();
  const rows = await newestAsked(db, {});
  const requests = await requestLines(db, rows, now);
  const sold = await newestSold(db, {});
  const leftOf = await onVouchers(db, sold);
  const offered = await db
    .select({ id: services.id, name: services.name, codes: services.taxCodes, retired: services.retired })
    .from(services);
  const named = new Map(offered.map(({ id, name }) => [id, name]));
  const letters = await lettersOfVouchers(
    db,
    sold.map(({ id }) => id),
  );
  const lines = sold.map(
    ({ id, ending, buyer, amount, currency, soldAt, expiresAt, order, requestId, purpose }): VoucherLine => {
      const expired = expiresAt !== null && expiresAt <= now;
      const buys = rows.find(({ request }) => request.id === requestId);
      const online = order && {
        name: order.to?.name ?? buyer,
        email: letters.get(id)?.to ?? order.to?.email ?? buys?.email ?? '',
        sendOn: order.to === null ? null : order.sendOn,
        letter: letters.get(id)?.state ?? ('waits' as const),
      };
      return {
        id,
        ending,
        buyer,
        amount,
        currency,
        soldAt,
        expiresAt,
        expired,
        left: leftOf.get(id)!.left,
        online,
        buys: purpose && (named.get(purpose.serviceId) ?? null),
      };
    },
  );
  return {
    counts: {
      requests: await db.$count(paymentRequests, asked(db)),
      vouchers: await db.$count(vouchers),
    },
    requests,
    vouchers: lines,
    clients: await withCredit(db),
    known: await knownClients(db),
    ofOneTax: offered
      .filter(({ codes, retired }) => codes.length === 1 && !retired)
      .map(({ id, name }) => ({ id, name })),
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

const onAccount = prepared((db) => {
  const open = sql<string>`coalesce(sum(${summaries.outstanding}) filter (where ${bookings.currency} = ${sql.placeholder('currency')}), 0)::text`;
  const agreed = db.select({ id: clients.id }).from(clients).where(isNotNull(clients.accountLimit));
  const used = db
    .select({ id: bookings.clientId })
    .from(bookings)
    .where(sql`${bookings.onAccount}`);
  return db
    .select({ id: clients.id, name: clients.name, limit: clients.accountLimit, open })
    .from(clients)
    .leftJoin(bookings, and(eq(bookings.clientId, clients.id), bookings.onAccount))
    .leftJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(inArray(clients.id, agreed.union(used)))
    .groupBy(clients.id)
    .orderBy(asc(clients.name));
});

async function houseAccounts(db: Deps['db']): Promise<CreditView['accounts']> {
  const [owner] = await db.select({ currency: business.currency }).from(business);
  const { currency } = owner!;
  const rows = await onAccount(db, { currency });
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
