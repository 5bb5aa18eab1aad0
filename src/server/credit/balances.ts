import { minor, type Minor } from '#core/money/minor';
import { type Database, rowsOf, type Tx } from '#server/database/open';
import { bookings, facts } from '#server/database/schema/bookings';
import { creditReceipts, vouchers } from '#server/database/schema/credit';
import { inArray, sql } from 'drizzle-orm';

/** What a fact takes from credit or a voucher, or gives back to it: receipts less refunds. */
const used = (method: 'credit' | 'voucher') => sql`
  case ${facts.fact}->>'kind' when 'received' then 1 else -1 end
  * case when ${facts.fact}->>'kind' in ('received', 'refunded') and ${facts.fact}->>'method' = ${method}
      then (${facts.fact}->>'amount')::bigint else 0 end`;

/** What a closed booking received beyond its price, which became credit. */
const over = sql`
  case when ${facts.fact}->>'kind' = 'delivered'
    then greatest((${facts.fact}->>'received')::bigint - (${facts.fact}->>'total')::bigint, 0) else 0 end`;

/** The few facts that move credit: word for word what the index `moves_credit` is on, or it would not be used. */
const movesCredit = sql`(${facts.fact}->>'method' = 'credit' or (${facts.fact}->>'kind' = 'delivered' and (${facts.fact}->>'received')::bigint > (${facts.fact}->>'total')::bigint))`;

const movements = sql`
  select ${creditReceipts.clientId} as client_id, ${creditReceipts.currency} as currency, ${creditReceipts.amount} as amount
  from ${creditReceipts}
  union all
  select ${bookings.clientId}, ${bookings.currency}, ${over} - (${used('credit')})
  from ${facts} join ${bookings} on ${bookings.id} = ${facts.bookingId} where ${movesCredit}`;

/**
 * A client's credit in one currency: what came without a booking and what was too much at a close-out, less what was
 * used on bookings. Read from facts alone; the caller holds the client's row where it decides by it.
 */
export async function creditOf(db: Database | Tx, clientId: string, currency: string): Promise<Minor> {
  const [row] = await rowsOf<{ balance: string }>(
    db,
    sql`select coalesce(sum(amount), 0)::text as balance from (${movements}) as moved
        where client_id = ${clientId} and currency = ${currency}`,
  );
  return minor(Number(row!.balance));
}

export type ClientCredit = { readonly clientId: string; readonly currency: string; readonly credit: Minor };

/** The credit of everybody who has some, or less than none, in one statement. */
export async function creditOfAll(db: Database | Tx): Promise<ClientCredit[]> {
  const rows = await rowsOf<{ client_id: string; currency: string; balance: string }>(
    db,
    sql`select client_id, currency, sum(amount)::text as balance from (${movements}) as moved
        group by client_id, currency having sum(amount) <> 0`,
  );
  return rows.map(({ client_id, currency, balance }) => ({
    clientId: client_id,
    currency,
    credit: minor(Number(balance)),
  }));
}

/** What is left on a voucher. The caller holds its row where it decides by it. */
export async function leftOnVoucher(db: Database | Tx, voucher: { id: string; amount: Minor }): Promise<Minor> {
  return (await leftOnVouchers(db, [voucher])).get(voucher.id)!;
}

/** What is left on each of these vouchers, in one statement. */
export async function leftOnVouchers(
  db: Database | Tx,
  wanted: readonly { readonly id: string; readonly amount: Minor }[],
): Promise<Map<string, Minor>> {
  if (wanted.length === 0) return new Map();
  const rows = await db
    .select({ id: vouchers.id, used: sql<string>`coalesce(sum(${used('voucher')}), 0)::text` })
    .from(vouchers)
    .innerJoin(facts, sql`${facts.fact}->>'voucherId' = ${vouchers.id} and ${facts.fact}->>'voucherId' is not null`)
    .where(
      inArray(
        vouchers.id,
        wanted.map(({ id }) => id),
      ),
    )
    .groupBy(vouchers.id);
  const usedOf = new Map(rows.map((row) => [row.id, Number(row.used)]));
  return new Map(wanted.map(({ id, amount }) => [id, minor(amount - (usedOf.get(id) ?? 0))]));
}
