import { demoSeller as seller } from '#demo/books';
import { asThemselves } from '#demo/asThemselves';
import { compose } from '#compose';
import type { JournalQuery } from '#contracts/books/books';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { usualDocuments } from '#core/invoices/settings';
import { readConfig } from '#server/config';
import { rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { journalPage } from '#server/queries/books/journal';
import { setUp } from '#server/seed/setUp';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
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
const rounds = 40;

/** Of so many runs the one that nineteen of twenty are below. */
async function p95(work: () => Promise<unknown>): Promise<number> {
  const took: number[] = [];
  for (let round = 0; round < rounds; round++) took.push(await time(work, 1));
  return took.sort((a, b) => a - b)[Math.floor(rounds * 0.95) - 1]!;
}

/** An invoice as PDF with its data, and the journal's view with so many entries of three lines each against bare selects. */
export async function books(directory: string, entries: number): Promise<void> {
  const config = readConfig({ OSTENDO_DATA: join(directory, `books-${entries}`) });
  const opened = await openDatabase({ ...config, durable: false });
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  const { db } = opened;
  await app.world.clock.moveTo('2027-05-01T08:12:00Z' as Instant);
  await db.transaction((tx) => setUp(tx, owner, '2027-05-01T08:12:00Z' as Instant));
  await pdf(app);
  await db.execute(
    sql`insert into ${journalEntries} (at, day, description, about) select '2027-05-01T08:12:00Z', to_char(date '2017-01-01' + (n % 3650), 'YYYY-MM-DD'), 'Payment before the service', 'P-' || n from generate_series(1, ${entries}) n`,
  );
  await db.execute(
    sql`insert into ${journalLines} (entry_seq, line, account, amount, currency, day, processor) select e.seq, l.line, l.account, l.amount, 'EUR', e.day, '' from ${journalEntries} e cross join (values (0, 'assets:card clearing', 12300), (1, 'liabilities:client deposits', -10000), (2, 'liabilities:tax payable', -2300)) as l (line, account, amount) where e.about <> ''`,
  );
  await db.execute(sql`analyze`);
  const floor = await p95(async () => {
    const rows = await rowsOf<{ seq: string }>(
      db,
      sql`select * from ${journalEntries} order by day desc, seq desc limit 50`,
    );
    return rowsOf(
      db,
      sql`select * from ${journalLines} where entry_seq in (${sql.join(
        rows.map(({ seq }) => sql`${seq}`),
        sql`, `,
      )})`,
    );
  });
  const half = { beforeDay: '2022-01-01' as PlainDate, before: '1000000' } as const;
  const asked: [what: string, query: JournalQuery][] = [
    ['the newest', {}],
    ['from the middle on', half as never],
    ['of an account', { account: 'liabilities:tax payable' }],
    ['of a month', { from: '2020-03-01', until: '2020-03-31' } as never],
    ['of one request', { text: 'P-123456' }],
  ];
  for (const [what, query] of asked) {
    const ours = await p95(() => journalPage(db, query));
    say(
      `Journal, ${(entries * 3).toLocaleString('en')} lines: ${what}`,
      `${ours.toFixed(1)} ms at p95, ${(ours / floor).toFixed(1)} times the bare selects`,
    );
  }
  await app.close();
}

/** An invoice with its data inside: how long it takes once the fonts are read, and what it weighs; against parsing it. */
async function pdf(app: ReturnType<typeof asThemselves>): Promise<void> {
  await app.saveBusiness({ name: 'Bench', line: '', email: 'bench@example.com', country: 'PT', look: {} });
  await app.saveDocuments({
    settings: { ...usualDocuments, from: '2027-01-01' as PlainDate, onAccount: 'receipt' },
    seller,
  });
  const made = await app.createBooking({
    requestKey: randomUUID(),
    clientName: 'Ines Valadar',
    clientEmail: 'ines@example.com',
    serviceId: 'rental',
    title: '10-inch Dobsonian',
    start: '2027-06-05T18:00' as WallTime,
    end: '2027-06-21T18:00' as WallTime,
    lines: [{ id: 'a', label: 'Dobsonian', quantity: '1' as Decimal, unitPrice: minor(800_00), taxes: ['VAT'] }],
    termsId: 'rental',
  });
  if (!made.ok) throw new Error(made.refusal.code);
  const bill = { company: 'Valadar, Lda.', street: 'Rua 4', postcode: '3220-110', city: 'Ribeira', country: 'PT' };
  const bookingId = made.value.id;
  await app.saveBookingBill({
    bookingId,
    bill: { ...bill, taxNumber: 'PT514432004', taxChecked: null, billTo: null, payer: null },
  });
  await app.recordPayment({ bookingId, requestKey: randomUUID(), amount: minor(240_00), method: 'transfer' });
  const [line] = (await app.books.documents({})).documents;
  const file = await app.books.documentFile(line!.number, 'pdf');
  const took = await time(() => app.books.documentFile(line!.number, 'pdf'), 9);
  say('An invoice as PDF/A-3 with its data', `${took.toFixed(0)} ms, ${(file!.content.length / 1024).toFixed(0)} kB`);
}
