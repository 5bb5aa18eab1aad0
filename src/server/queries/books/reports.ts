import { type ReportCell, type ReportName, type ReportTable, type ReportView } from '#contracts/books/views';
import { dayNumber } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { accounts } from '#core/books/journal/entry';
import { type Minor, minor, sum } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { bookings, dueParts, summaries } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { vouchers } from '#server/database/schema/credit';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { payouts } from '#server/database/schema/work';
import { requestsOwing } from '#server/paymentRequests/requestsOwing';
import { depositAccounts, mayOweAt } from '#server/journal/sums';
import { onVouchers } from '#server/credit/balances';
import type { Period } from '#server/queries/books/period';
import { taxOnDocuments } from '#server/queries/books/taxOnDocuments';
import { and, asc, desc, eq, gte, gt, inArray, lte, type SQL, sql } from 'drizzle-orm';

type Reading = { readonly db: Database; readonly period: Period; readonly now: Instant; readonly zone: string };

const money = (amount: number, currency: string): ReportCell => ({ sum: minor(amount), currency });
const left = (...labels: string[]) => labels.map((label) => ({ label, right: false }));
const right = (...labels: string[]) => labels.map((label) => ({ label, right: true }));

/** The most lines that a report lists; its sums are of all. */
const mostRows = 1000;

const inPeriod = ({ from, until }: Period): SQL => and(gte(journalLines.day, from), lte(journalLines.day, until))!;
const month = sql<string>`substr(${journalLines.day}, 1, 7)`;
const total = sql<number>`sum(${journalLines.amount})::bigint`.mapWith(Number);

/** Sums of columns of money, a row for each currency. */
function sumsOf(rows: readonly (readonly ReportCell[])[], label: string): ReportCell[][] {
  const isSum = (cell: ReportCell | undefined): cell is Extract<ReportCell, { sum: Minor }> =>
    typeof cell === 'object' && 'sum' in cell;
  const currencies = [...new Set(rows.flatMap((row) => row.filter(isSum).map(({ currency }) => currency)))].sort();
  return currencies.map((currency) => {
    const own = rows.filter((row) => row.some((cell) => isSum(cell) && cell.currency === currency));
    return own[0]!.map((cell, at): ReportCell => {
      if (at === 0) return currencies.length > 1 ? `${label}, ${currency}` : label;
      return isSum(cell) ? money(sum(own.map((row) => (isSum(row[at]) ? row[at].sum : 0))), currency) : '';
    });
  });
}

const table = (
  title: string,
  says: string,
  columns: ReportTable['columns'],
  rows: readonly (readonly ReportCell[])[],
  all: readonly (readonly ReportCell[])[] = rows,
): ReportTable => ({ title, says, columns, rows: rows.slice(0, mostRows), sums: sumsOf(all, 'In all') });

async function tax({ db, period }: Reading): Promise<ReportTable[]> {
  const rows = await db
    .select({
      code: journalLines.taxCode,
      currency: journalLines.currency,
      tax: total,
      base: sql<number>`coalesce(sum(${journalLines.taxBase}), 0)::bigint`.mapWith(Number),
    })
    .from(journalLines)
    .where(and(eq(journalLines.account, accounts.taxPayable), inPeriod(period)))
    .groupBy(journalLines.taxCode, journalLines.currency)
    .orderBy(journalLines.currency, journalLines.taxCode);
  const documented = await taxOnDocuments(db, period);
  const keys = new Map<string, { code: string; currency: string }>();
  const keyed = (code: string, currency: string): string => {
    const key = `${currency} ${code}`;
    keys.set(key, { code, currency });
    return key;
  };
  const inJournal = new Map(rows.map((row) => [keyed(row.code ?? '', row.currency), row]));
  const onPaper = new Map(documented.map((row) => [keyed(row.code, row.currency), row]));
  const lines = [...keys]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, { code, currency }]): ReportCell[] => {
      const booked = inJournal.get(key);
      const shown = onPaper.get(key);
      const payable = 0 - (booked?.tax ?? 0);
      return [
        code === '' ? 'of before codes were kept' : code,
        money(0 - (booked?.base ?? 0), currency),
        money(payable, currency),
        money(shown?.amount ?? 0, currency),
        money(payable - (shown?.amount ?? 0), currency),
      ];
    });
  return [
    table(
      'Tax by code',
      'Payable is what the journal says became due in the period, less what was taken back. On documents is what invoices and credit notes of the period show. They differ by what was invoiced before it became due, and by what was not invoiced.',
      [...left('Code'), ...right('Without tax', 'Payable', 'On documents', 'Difference')],
      lines,
    ),
  ];
}

const earned = [accounts.revenue, accounts.cancellationIncome, accounts.damageRecovered] as const;

/** What was earned without a booking was asked for by a request. */
const service = sql<string>`coalesce(${services.name}, 'Requests')`;

async function revenue({ db, period }: Reading): Promise<ReportTable[]> {
  const rows = await db
    .select({
      service,
      month,
      currency: journalLines.currency,
      account: journalLines.account,
      amount: total,
    })
    .from(journalLines)
    .innerJoin(journalEntries, eq(journalEntries.seq, journalLines.entrySeq))
    .leftJoin(bookings, eq(bookings.id, journalEntries.bookingId))
    .leftJoin(services, eq(services.id, bookings.serviceId))
    .where(and(inArray(journalLines.account, [...earned]), inPeriod(period)))
    .groupBy(service, month, journalLines.currency, journalLines.account)
    .orderBy(month, service);
  const keys = [...new Set(rows.map((row) => `${row.month}|${row.service}|${row.currency}`))];
  const lines = keys.map((key): ReportCell[] => {
    const [at, service, currency] = key.split('|') as [string, string, string];
    const of = (account: string): number =>
      0 -
      sum(
        rows
          .filter((row) => `${row.month}|${row.service}|${row.currency}` === key && row.account === account)
          .map(({ amount }) => amount),
      );
    return [at, service, ...earned.map((account) => money(of(account), currency))];
  });
  return [
    table(
      'Revenue by service and month',
      'Without tax, at the end of each service; what was kept on cancellation and recovered for damage beside it.',
      [...left('Month', 'Service'), ...right('Services', 'Kept', 'Damage and claims')],
      lines,
    ),
  ];
}

async function deposits({ db, period: { until } }: Reading): Promise<ReportTable[]> {
  const kinds = depositAccounts;
  // Known before they are read: whoever plans cannot guess how few they are.
  const those = await mayOweAt(db, until);
  const rows = await db
    .select({
      number: bookings.number,
      client: clients.name,
      title: bookings.title,
      starts: bookings.startsAt,
      currency: journalLines.currency,
      deposits:
        sql<number>`(sum(${journalLines.amount}) filter (where ${journalLines.account} = ${kinds[0]}))::bigint`.mapWith(
          (value) => Number(value ?? 0),
        ),
      refundable:
        sql<number>`(sum(${journalLines.amount}) filter (where ${journalLines.account} = ${kinds[1]}))::bigint`.mapWith(
          (value) => Number(value ?? 0),
        ),
    })
    .from(journalLines)
    .innerJoin(journalEntries, eq(journalEntries.seq, journalLines.entrySeq))
    .innerJoin(bookings, eq(bookings.id, journalEntries.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(
      and(
        sql`${bookings.id} in (select jsonb_array_elements_text(${JSON.stringify(those)}::jsonb))`,
        inArray(journalLines.account, [...kinds]),
        lte(journalLines.day, until),
      ),
    )
    .groupBy(bookings.number, clients.name, bookings.title, bookings.startsAt, journalLines.currency)
    .having(sql`sum(${journalLines.amount}) <> 0`)
    .orderBy(bookings.startsAt);
  const lines = rows.map((row): ReportCell[] => [
    { text: row.number, path: `/bookings/${row.number}` },
    row.client,
    row.title,
    row.starts.slice(0, 10),
    money(0 - row.deposits, row.currency),
    money(0 - row.refundable, row.currency),
  ]);
  return [
    table(
      `Deposits owed as service on ${until}`,
      'Money that came for services that are still to be given, without the tax that is payable on it already, and deposits that go back.',
      [...left('Booking', 'Client', 'What', 'Begins'), ...right('Owed as service', 'Refundable')],
      lines,
    ),
  ];
}

const ages = [30, 60, 90] as const;

async function receivables({ db, now, zone }: Reading): Promise<ReportTable[]> {
  const rows = await db
    .select({
      number: bookings.number,
      client: clients.name,
      name: dueParts.name,
      dueAt: dueParts.dueAt,
      left: dueParts.left,
      currency: dueParts.currency,
    })
    .from(dueParts)
    .innerJoin(bookings, eq(bookings.id, dueParts.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(and(lte(dueParts.dueAt, now), gt(dueParts.left, minor(0))))
    .orderBy(asc(dueParts.dueAt));
  const today = dayNumber(localDate(now, zone));
  const asked = (await requestsOwing(db)).map((request) => ({
    ...request,
    path: `/credit#${request.number}`,
    name: request.note,
  }));
  const due = [
    ...rows.map((row) => ({ ...row, path: `/bookings/${row.number}`, day: localDate(row.dueAt, zone) })),
    ...asked,
  ].sort((a, b) => (a.day < b.day ? -1 : 1));
  const lines = due.map((row): ReportCell[] => {
    const age = today - dayNumber(row.day);
    const at = ages.findIndex((limit) => age <= limit);
    const column = at < 0 ? ages.length : at;
    return [
      { text: row.number, path: row.path },
      row.client,
      row.name,
      row.day,
      ...[...ages, 0].map((_, index) => money(index === column ? row.left : 0, row.currency)),
    ];
  });
  return [
    table(
      'Receivables by age',
      'What is due today and has not come, by the days since it fell due.',
      [
        ...left('Booking or request', 'Client', 'For', 'Due'),
        ...right('up to 30 days', '31 to 60', '61 to 90', 'more than 90'),
      ],
      lines,
    ),
  ];
}

async function houseAccounts({ db }: Reading): Promise<ReportTable[]> {
  const rows = await db
    .select({
      number: bookings.number,
      client: clients.name,
      title: bookings.title,
      outstanding: summaries.outstanding,
      currency: summaries.currency,
      stage: summaries.stage,
    })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(and(eq(bookings.onAccount, true), gt(summaries.outstanding, minor(0))))
    .orderBy(clients.name, bookings.number);
  return [
    table(
      'House accounts',
      'Bookings that clients pay on their house account after the service, and what stands open on each.',
      [...left('Client', 'Booking', 'What'), ...right('Open')],
      rows.map((row) => [
        row.client,
        { text: row.number, path: `/bookings/${row.number}` },
        row.title,
        money(row.outstanding, row.currency),
      ]),
    ),
  ];
}

async function openVouchers({ db }: Reading): Promise<ReportTable[]> {
  const sold = await db.select().from(vouchers).orderBy(desc(vouchers.soldAt));
  const leftOf = await onVouchers(db, sold);
  const rows = sold.flatMap(({ id, ending, buyer, soldAt, expiresAt, amount, currency }): ReportCell[][] => {
    const rest = leftOf.get(id)?.left ?? minor(0);
    if (rest <= 0) return [];
    return [
      [
        `ending in ${ending}`,
        buyer,
        soldAt.slice(0, 10),
        expiresAt?.slice(0, 10) ?? 'never',
        money(amount, currency),
        money(rest, currency),
      ],
    ];
  });
  return [
    table(
      'Vouchers open',
      'Gift vouchers with something left on them: a liability until they are used.',
      [...left('Voucher', 'Buyer', 'Sold', 'Ends'), ...right('Sold for', 'Left')],
      rows,
    ),
  ];
}

async function fees({ db, period, zone }: Reading): Promise<ReportTable[]> {
  const paid = await db.select().from(payouts).orderBy(asc(payouts.at));
  const rows = paid.flatMap((payout): ReportCell[][] => {
    const day = localDate(payout.at, zone);
    if (day < period.from || day > period.until) return [];
    const { processor, id, currency, gross, fee } = payout;
    return [
      [
        processor || 'processor',
        id,
        day,
        payout.bankedAt ? 'in the bank' : 'under way',
        money(gross, currency),
        money(fee, currency),
        money(gross - fee, currency),
      ],
    ];
  });
  const passed = await db
    .select({ month, currency: journalLines.currency, amount: total })
    .from(journalLines)
    .where(and(eq(journalLines.account, accounts.feesPassedOn), inPeriod(period)))
    .groupBy(month, journalLines.currency)
    .orderBy(month);
  return [
    table(
      'Fees of processors',
      'What was collected, what it cost, and what was paid out.',
      [...left('Processor', 'Payout', 'Day', 'Where it is'), ...right('Collected', 'Fee', 'Paid out')],
      rows,
    ),
    table(
      'Fees passed on to clients',
      'Without tax, less what was given back.',
      [...left('Month'), ...right('Passed on')],
      passed.map((row) => [row.month, money(0 - row.amount, row.currency)]),
    ),
  ];
}

async function tips({ db, period }: Reading): Promise<ReportTable[]> {
  const rows = await db
    .select({ month, currency: journalLines.currency, account: journalLines.account, amount: total })
    .from(journalLines)
    .where(and(inArray(journalLines.account, [accounts.tips, accounts.tipsPayable]), inPeriod(period)))
    .groupBy(month, journalLines.currency, journalLines.account)
    .orderBy(month);
  return [
    table(
      'Tips',
      'Less what was given back. The staff’s are owed to them.',
      [...left('Month', 'Whose'), ...right('Sum')],
      rows.map((row) => [
        row.month,
        row.account === accounts.tips ? 'the business’s' : 'the staff’s',
        money(0 - row.amount, row.currency),
      ]),
    ),
  ];
}

const reports: Readonly<Record<ReportName, (reading: Reading) => Promise<ReportTable[]>>> = {
  tax,
  revenue,
  deposits,
  receivables,
  'house-accounts': houseAccounts,
  vouchers: openVouchers,
  fees,
  tips,
};

/** One report, of a period of whole days of the business's clocks, or as it stands at its end. */
export async function report(db: Database, now: Instant, name: ReportName, period: Period): Promise<ReportView> {
  const { timeZone: zone } = await ownerRow(db);
  return { name, ...period, tables: await reports[name]({ db, period, now, zone }) };
}
