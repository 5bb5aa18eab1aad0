import { creditOfFacts, leftOnVoucherOf, taxLeftOnVoucherOf } from '#core/credit/balances';
import type { VoucherPurpose } from '#core/credit/voucherPurpose';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import { minor, type Minor, zero } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings, facts } from '#server/database/schema/bookings';
import { creditReceipts, voucherEnds } from '#server/database/schema/credit';
import { and, eq, inArray, type SQL, sql } from 'drizzle-orm';

/** The few facts that move credit: word for word what the index `moves_credit` is on, or it would not be used. */
const movesCredit = sql`(${facts.fact}->>'method' = 'credit' or (${facts.fact}->>'kind' = 'delivered' and ${facts.fact}->'taxes' is null and (${facts.fact}->>'received')::bigint > (${facts.fact}->>'total')::bigint) or (${facts.fact}->>'kind' = 'closedOut' and (${facts.fact}->>'over')::bigint > 0))`;

export type ClientCredit = { readonly clientId: string; readonly currency: string; readonly credit: Minor };

type Moving = { readonly clientId: string; readonly currency: string; readonly fact: FactWithoutPersonalData };

const ofClient = sql.placeholder('clientId');

/** The facts that move the credit of a client. */
const movingOf = prepared((db) =>
  db
    .select({ clientId: bookings.clientId, currency: bookings.currency, fact: facts.fact })
    .from(facts)
    .innerJoin(bookings, eq(bookings.id, facts.bookingId))
    .where(and(movesCredit, eq(bookings.clientId, ofClient))),
);

/** Those of all: found first, as a server that expects thousands would set several processes to it. */
const movingOfAll = prepared((db) => {
  const moving = db
    .$with('moving')
    .as(db.select({ of: facts.bookingId, fact: facts.fact }).from(facts).where(movesCredit));
  const own = db
    .select({ clientId: bookings.clientId, currency: bookings.currency })
    .from(bookings)
    .where(eq(bookings.id, moving.of))
    .limit(1)
    .as('own');
  return db
    .with(moving)
    .select({ clientId: own.clientId, currency: own.currency, fact: moving.fact })
    .from(moving)
    .innerJoinLateral(own, sql`true`);
});

const receivedOf = prepared((db) => receivedWhere(db, eq(creditReceipts.clientId, ofClient)));

const receivedWhere = (db: Database | Tx, those?: SQL) =>
  db
    .select({
      clientId: creditReceipts.clientId,
      currency: creditReceipts.currency,
      came: sql<string>`sum(${creditReceipts.amount})::text`,
    })
    .from(creditReceipts)
    .where(those)
    .groupBy(creditReceipts.clientId, creditReceipts.currency);
type Received = Awaited<ReturnType<typeof receivedWhere>>;

/** What came without a booking, and the facts that move credit, by client and currency; what the core makes of them. */
function creditIn(received: Received, moving: readonly Moving[]): ClientCredit[] {
  type Account = { clientId: string; currency: string; came: Minor; facts: FactWithoutPersonalData[] };
  const of = new Map<string, Account>();
  const account = ({ clientId, currency }: { clientId: string; currency: string }): Account => {
    const key = `${currency} ${clientId}`;
    const found = of.get(key) ?? { clientId, currency, came: zero, facts: [] };
    of.set(key, found);
    return found;
  };
  for (const row of received) account(row).came = minor(Number(row.came));
  for (const row of moving) account(row).facts.push(row.fact);
  return [...of.values()].map((each) => ({
    clientId: each.clientId,
    currency: each.currency,
    credit: creditOfFacts(each.came, each.facts),
  }));
}

/**
 * A client's credit in one currency: what came without a booking and what was too much at a close-out, less what was
 * used on bookings. Read from facts alone; the caller holds the client's row where it decides by it.
 */
export async function creditOf(db: Database | Tx, clientId: string, currency: string): Promise<Minor> {
  return (await creditsOf(db, clientId)).find((credit) => credit.currency === currency)?.credit ?? zero;
}

const creditsOf = async (db: Database | Tx, clientId: string): Promise<ClientCredit[]> =>
  creditIn(await receivedOf(db, { clientId }), await movingOf(db, { clientId }));

/** The credit of everybody who has some, or less than none. */
export const creditOfAll = async (db: Database | Tx): Promise<ClientCredit[]> =>
  creditIn(await receivedWhere(db), await movingOfAll(db, {})).filter(({ credit }) => credit !== 0);

type Sold = { readonly id: string; readonly amount: Minor; readonly purpose: VoucherPurpose | null };
/** What is left on a voucher, and of it the tax that was owed as it was sold. */
export type OnVoucher = { readonly left: Minor; readonly tax: Minor };

/** What is left on a voucher. The caller holds its row where it decides by it. */
export async function onVoucher(db: Database | Tx, voucher: Sold): Promise<OnVoucher> {
  return (await onVouchers(db, [voucher])).get(voucher.id)!;
}

const voucherId = sql<string>`${facts.fact}->>'voucherId'`;
const factsNaming = prepared((db) =>
  db
    .select({ id: voucherId, fact: facts.fact })
    .from(facts)
    .where(sql`${voucherId} is not null and ${voucherId} = any(${sql.placeholder('ids')})`),
);

/** What is left on each of these vouchers, from the facts that name them. */
export async function onVouchers(db: Database | Tx, wanted: readonly Sold[]): Promise<Map<string, OnVoucher>> {
  if (wanted.length === 0) return new Map();
  const ids = wanted.map(({ id }) => id);
  const rows = await factsNaming(db, { ids });
  const naming = new Map<string, FactWithoutPersonalData[]>(ids.map((id) => [id, []]));
  for (const { id, fact } of rows) naming.get(id)!.push(fact);
  const ends = await db.select().from(voucherEnds).where(inArray(voucherEnds.voucherId, ids));
  const expired = new Map(ends.map(({ voucherId: id, amount }) => [id, amount]));
  return new Map(
    wanted.map(({ id, amount, purpose }) => {
      const left = leftOnVoucherOf(amount, naming.get(id)!, expired.get(id));
      const tax = expired.has(id) ? zero : taxLeftOnVoucherOf(amount, purpose, naming.get(id)!);
      return [id, { left, tax }];
    }),
  );
}

/** A client's credit in every currency in which they have some. */
export const creditOfClient = async (db: Database | Tx, clientId: string): Promise<ClientCredit[]> =>
  (await creditsOf(db, clientId)).filter(({ credit }) => credit !== 0);
