import { minor, type Minor } from '#core/money/minor';
import { type Database, rowsOf, type Tx } from '#server/database/open';
import { bookings, facts } from '#server/database/schema/bookings';
import { creditReceipts } from '#server/database/schema/credit';
import { sql } from 'drizzle-orm';

/** What facts of bookings take from credit or a voucher and give back to it: receipts less refunds. */
const used = (method: 'credit' | 'voucher') => sql`
  case ${facts.fact}->>'kind' when 'received' then 1 else -1 end
  * case when ${facts.fact}->>'kind' in ('received', 'refunded') and ${facts.fact}->>'method' = ${method}
      then (${facts.fact}->>'amount')::bigint else 0 end`;

/** What a closed booking received beyond its price, which became credit. */
const over = sql`
  case when ${facts.fact}->>'kind' = 'delivered'
    then greatest((${facts.fact}->>'received')::bigint - (${facts.fact}->>'total')::bigint, 0) else 0 end`;

/**
 * A client's credit in one currency: what came without a booking and what was too much at a close-out, less what was
 * used on bookings. Read from facts alone; the caller holds the client's row where it decides by it.
 */
export async function creditOf(db: Database | Tx, clientId: string, currency: string): Promise<Minor> {
  const [row] = await rowsOf<{ balance: string }>(
    db,
    sql`select (
      (select coalesce(sum(${creditReceipts.amount}), 0) from ${creditReceipts}
        where ${creditReceipts.clientId} = ${clientId} and ${creditReceipts.currency} = ${currency})
      + (select coalesce(sum(${over} - (${used('credit')})), 0) from ${facts}
        join ${bookings} on ${bookings.id} = ${facts.bookingId}
        where ${bookings.clientId} = ${clientId} and ${bookings.currency} = ${currency}
          and ${facts.fact}->>'kind' in ('received', 'refunded', 'delivered'))
    )::text as balance`,
  );
  return minor(Number(row!.balance));
}

/** What is left on a voucher. The caller holds its row where it decides by it. */
export async function leftOnVoucher(db: Database | Tx, voucher: { id: string; amount: Minor }): Promise<Minor> {
  const [row] = await rowsOf<{ used: string }>(
    db,
    sql`select coalesce(sum(${used('voucher')}), 0)::text as used from ${facts}
        where ${facts.fact}->>'voucherId' = ${voucher.id} and ${facts.fact}->>'kind' in ('received', 'refunded')`,
  );
  return minor(voucher.amount - Number(row!.used));
}
