import type { PlainDate } from '#core/calendar/days';
import { type Account, accounts } from '#core/books/journal/entry';
import { type Minor, minor } from '#core/money/minor';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import {
  journalEntries,
  journalLines,
  journalSummed,
  journalSums,
  owingBookings,
} from '#server/database/schema/journal';
import { alone } from '#server/journal/booksLock';
import { type SQL, sql } from 'drizzle-orm';

/**
 * Sums over all that was ever booked. What was booked up to some entry is kept added up, and what came after it is read:
 * an answer is the same whenever it was summed up last, and does not take longer with the years.
 */

/** Money that came for services still to be given, and deposits that go back. */
export const depositAccounts = [accounts.clientDeposits, accounts.refundableDeposits] as const;
const ofDeposits = sql`account in (${accounts.clientDeposits}, ${accounts.refundableDeposits})`;

/** Fewer new entries than so many are quickly added up by whoever reads. */
const worthSumming = 500;

/** The last entry that is in the sums. */
const summed = sql`coalesce((select "until" from ${journalSummed}), 0)`;

/**
 * As of one moment, with the last entry that is in the sums then: asked for by its number, what came after it is known to
 * be little, where whoever plans would else read all lines that there are.
 */
const sinceSums = <T>(db: Database, read: (tx: Tx, until: number) => Promise<T>): Promise<T> =>
  db.transaction(async (tx) => read(tx, await lastSummed(tx)), {
    isolationLevel: 'repeatable read',
    accessMode: 'read only',
  });

async function lastSummed(tx: Tx): Promise<number> {
  const [row] = await rowsOf<{ until: string }>(tx, sql`select ${summed} as until`);
  return Number(row!.until);
}

/**
 * Takes what was booked since into the sums, where it is much. Nobody books meanwhile: an entry that came later with an
 * earlier number would never be in them. @returns whether it was much
 */
export async function addToSums(db: Database, much = worthSumming): Promise<boolean> {
  const bounds = sql`select ${summed} as "from", coalesce(max(seq), 0) as "to" from ${journalEntries}`;
  const [ahead] = await rowsOf<{ from: string; to: string }>(db, bounds);
  if (Number(ahead!.to) - Number(ahead!.from) < much) return false;
  await db.transaction(async (tx) => {
    await alone(tx);
    const [row] = await rowsOf<{ from: string; to: string }>(tx, bounds);
    const [from, until] = [Number(row!.from), Number(row!.to)];
    await tx.execute(sql`
      insert into ${journalSums} (account, processor, currency, month, amount)
      select account, processor, currency, substr(day, 1, 7), sum(amount) from ${journalLines}
      where entry_seq > ${from} and entry_seq <= ${until} group by 1, 2, 3, 4
      on conflict (account, currency, processor, month) do update set amount = ${journalSums}.amount + excluded.amount`);
    await tx.execute(sql`
      with moved as (select distinct booking_id from ${journalEntries} join ${journalLines} on entry_seq = seq
        where seq > ${from} and seq <= ${until} and ${ofDeposits} and booking_id is not null),
      owing as (${owingOf(sql`booking_id in (select booking_id from moved) and seq <= ${until}`)}),
      settled as (delete from ${owingBookings}
        where booking_id in (select booking_id from moved) and booking_id not in (select booking_id from owing))
      insert into ${owingBookings} (booking_id) select booking_id from owing on conflict do nothing`);
    await tx.insert(journalSummed).values({ until }).onConflictDoUpdate({ target: journalSummed.one, set: { until } });
  });
  return true;
}

/** The bookings among some entries of which the deposits are not settled. */
const owingOf = (entries: SQL): SQL =>
  sql`select distinct booking_id from (
    select booking_id from ${journalEntries} join ${journalLines} on entry_seq = seq
    where ${ofDeposits} and booking_id is not null and ${entries}
    group by booking_id, currency having sum(amount) <> 0) unsettled`;

/** Ids of bookings of which deposits may have been owed at the end of a day, and of all of which they were. */
export const mayOweAt = (db: Database, day: PlainDate): Promise<string[]> =>
  sinceSums(db, async (tx, until) => {
    const moved = sql`select booking_id from ${journalEntries} e join ${journalLines} l on l.entry_seq = e.seq
      where ${ofDeposits} and booking_id is not null`;
    const rows = await rowsOf<{ booking_id: string }>(
      tx,
      sql`select booking_id from ${owingBookings} union ${moved} and e.seq > ${until} union ${moved} and l.day > ${day}`,
    );
    return rows.map((row) => row.booking_id);
  });

type OfAccount = { readonly currency: string; readonly balance: Minor };

/** What an account adds up to, in each currency that it ever had. */
export const balancesOf = (db: Database, account: Account): Promise<OfAccount[]> =>
  sinceSums(db, (tx, until) => addedUp(tx, account, until));

/** The same for whoever holds the books alone. */
export const balancesAlone = async (tx: Tx, account: Account): Promise<OfAccount[]> =>
  addedUp(tx, account, await lastSummed(tx));

async function addedUp(tx: Tx, account: Account, until: number): Promise<OfAccount[]> {
  const rows = await rowsOf<{ currency: string; balance: string }>(
    tx,
    sql`select currency, sum(amount)::text as balance from (
          select currency, amount from ${journalSums} where account = ${account}
          union all select currency, amount from ${journalLines} where account = ${account} and entry_seq > ${until}
        ) moved group by currency order by currency`,
  );
  return rows.map(({ currency, balance }) => ({ currency, balance: minor(Number(balance)) }));
}

export type Balance = {
  readonly account: Account;
  readonly processor: string;
  readonly currency: string;
  readonly balance: Minor;
};

/** What every account adds up to at the end of a day, without those that come to nothing. */
export const balancesAt = (db: Database, day: PlainDate): Promise<Balance[]> =>
  sinceSums(db, async (tx, until) => {
    const month = day.slice(0, 7);
    const moved = sql`account, processor, currency, amount from`;
    const rows = await rowsOf<Omit<Balance, 'balance'> & { balance: string }>(
      tx,
      sql`select account, processor, currency, sum(amount)::text as balance from (
            select ${moved} ${journalSums} where month < ${month}
            union all select ${moved} ${journalLines} where entry_seq > ${until} and day < ${`${month}-01`}
            union all select ${moved} ${journalEntries} e join ${journalLines} on entry_seq = e.seq
              where e.day >= ${`${month}-01`} and e.day <= ${day}
          ) moved group by account, processor, currency having sum(amount) <> 0`,
    );
    return rows.map(({ balance, ...row }) => ({ ...row, balance: minor(Number(balance)) }));
  });

/** What is kept added up and differs from what it should be: for `verify`, as of one moment. */
export async function wrongSums(
  db: Database,
): Promise<{ what: string; where: string; kept: string; computed: string }[]> {
  return rowsOf(
    db,
    sql`select 'sum of the journal' as what, concat_ws(' ', account, processor, currency, month) as where,
          coalesce(kept.amount, 0)::text as kept, coalesce(lines.amount, 0)::text as computed
        from ${journalSums} kept full join (
          select account, processor, currency, substr(day, 1, 7) as month, sum(amount) as amount
          from ${journalLines} where entry_seq <= ${summed} group by 1, 2, 3, 4
        ) lines using (account, processor, currency, month)
        where coalesce(kept.amount, 0) <> coalesce(lines.amount, 0)
        union all
        select 'booking that owes deposits', b.number, (kept.booking_id is not null)::text, (owing.booking_id is not null)::text
        from ${owingBookings} kept full join (${owingOf(sql`seq <= ${summed}`)}) owing using (booking_id)
        join bookings b on b.id = booking_id
        where kept.booking_id is null or owing.booking_id is null`,
  );
}
