import { asThemselves } from '#demo/asThemselves';
import { compose } from '#compose';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { readConfig } from '#server/config';
import { rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { bookings, facts } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { creditReceipts, vouchers } from '#server/database/schema/credit';
import { creditView } from '#server/queries/credit/credit';
import { setUp } from '#server/seed/setUp';
import { verifyCredit } from '#server/verify/verifyCredit';
import { sql } from 'drizzle-orm';
import { join } from 'node:path';
import { say, time } from './measure';

const owner = {
  name: 'Bench',
  line: '',
  email: 'bench@example.com',
  timeZone: 'Europe/Lisbon',
  currency: 'EUR',
  taxRate: '23' as Decimal,
};

/** The view of credit and the check of it, with a fifth as many clients as bookings; against the bare rows that the view shows. */
export async function credit(directory: string, count: number): Promise<void> {
  const config = readConfig({ OSTENDO_DATA: join(directory, `credit-${count}`) });
  const opened = await openDatabase({ ...config, durable: false });
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  const { db } = opened;
  await db.transaction((tx) => setUp(tx, owner, '2027-05-14T08:12:00Z' as Instant));
  const people = Math.floor(count / 5);
  const at = '2027-05-01T10:00:00Z';
  await db.execute(
    sql`insert into ${clients} (id, name, email) select 'c' || n, 'Client ' || n, 'c' || n || '@example.com' from generate_series(0, ${people - 1}) n`,
  );
  await db.execute(sql`insert into ${bookings} (id, number, client_id, service_id, title, currency, time_zone, agreed, starts_at, ends_at, price, total, tax, terms_id, terms_version, terms, request_key)
    select 'b' || n, 'B-' || n, 'c' || n % ${people}, 'event', 'Dome evening', 'EUR', 'Europe/Lisbon', '2027-01-01T10:00', '2027-06-01T20:00', '2027-06-01T23:00', '{}', 10000, 0, 'event', 1, '{}', 'k' || n from generate_series(1, ${count}) n`);
  // Each booking is agreed, paid and delivered; one in forty is paid from credit, one in fifty paid too much.
  await db.execute(
    sql`insert into ${facts} (booking_id, at, fact) select 'b' || n, ${at}, jsonb_build_object('kind', 'agreed', 'at', ${at}::text, 'by', 'owner') from generate_series(1, ${count}) n`,
  );
  await db.execute(
    sql`insert into ${facts} (booking_id, at, fact) select 'b' || n, ${at}, jsonb_build_object('kind', 'received', 'at', ${at}::text, 'receiptId', 'r' || n, 'amount', 10000, 'method', case when n % 40 = 0 then 'credit' when n % 60 = 0 then 'voucher' else 'card' end) || case when n % 40 <> 0 and n % 60 = 0 then jsonb_build_object('voucherId', 'v' || n) else '{}' end from generate_series(1, ${count}) n`,
  );
  await db.execute(
    sql`insert into ${facts} (booking_id, at, fact) select 'b' || n, ${at}, jsonb_build_object('kind', 'delivered', 'at', ${at}::text, 'total', 10000, 'tax', 0, 'received', case when n % 50 = 0 then 12000 else 10000 end) from generate_series(1, ${count}) n`,
  );
  await db.execute(
    sql`insert into ${creditReceipts} (id, client_id, amount, currency, method, at) select 'x' || n, 'c' || n % ${people}, 10000, 'EUR', 'transfer', ${at} from generate_series(1, ${count}) n where n % 40 = 0`,
  );
  await db.execute(
    sql`insert into ${vouchers} (id, request_key, hash, ending, amount, currency, method, buyer, sold_at) select 'v' || n, 'v' || n, 'v' || n, 'ABCD', 15000, 'EUR', 'cash', 'Ada', ${at} from generate_series(1, ${count}) n where n % 60 = 0`,
  );
  await db.execute(sql`analyze`);
  const view = await time(() => creditView(app.deps), 5);
  const check = await time(() => verifyCredit(db), 3);
  const floor = await time(() => rowsOf(db, sql`select id, name, email from ${clients} order by name limit 500`), 5);
  say(
    `Credit, ${count.toLocaleString('en')} bookings of ${people.toLocaleString('en')} clients`,
    `view ${view.toFixed(0)} ms (${(view / floor).toFixed(1)} times the bare clients that it shows), checked by verify in ${check.toFixed(0)} ms`,
  );
  await app.close();
}
