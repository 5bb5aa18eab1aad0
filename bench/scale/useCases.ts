import type { App } from '#compose';
import type { WallTime } from '#core/calendar/wallTime';
import { addDays, type PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { demoToken } from '#demo/ways';
import { readBooking } from '#server/booking/lockBooking';
import { type OpenDatabase, rowsOf } from '#server/database/database';
import { offeredFor } from '#server/ways/offered';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { median, time } from '../measure';
import { statementsOf } from './statements';

export type Written = {
  readonly ms: number;
  /** By the time of bare inserts of as many rows, in one transaction. */
  readonly ratio: number;
  readonly statements: number;
};

const rounds = 9;
/** So many before it counts: a process that serves has compiled what it does often. */
const warmed = 25;

/** What is written most: a booking is made, paid by card, closed out; each with the letters and errands that follow. */
export async function useCasesAt(app: App, { db }: OpenDatabase): Promise<Map<string, Written>> {
  let next = '2027-09-01' as PlainDate;
  const create = async (day = (next = addDays(next, 3))): Promise<string> => {
    const made = await app.createBooking({
      requestKey: randomUUID(),
      clientName: 'Nadia Ferreira',
      clientEmail: `${randomUUID()}@example.com`,
      serviceId: 'travel',
      title: 'Travel telescope, 2 days',
      termsId: 'rental',
      start: `${day}T10:00` as WallTime,
      end: `${addDays(day, 2)}T10:00` as WallTime,
      lines: [{ id: 'service', label: 'Telescope', quantity: '2' as Decimal, unitPrice: minor(38_00), taxes: ['VAT'] }],
    });
    if (!made.ok) throw new Error(made.refusal.code);
    return made.value.id;
  };
  /** What a client does before the button: not of what is measured. */
  const aboutToPay = async () => {
    const bookingId = await create();
    const copied = await app.copyLink({ bookingId, requestKey: randomUUID() });
    if (!copied.ok) throw new Error(copied.refusal.code);
    const { booking } = (await readBooking(db, bookingId))!;
    const { online } = await offeredFor(db, app.deps, [booking], app.world.clock.now());
    const account = online[0]!.id;
    const card = await demoToken(app, { account, key: randomUUID(), card: 'approves' });
    return { link: copied.value.url.split('/').at(-1)!, attempt: randomUUID(), account, card, amount: minor(76_00) };
  };
  /** One that was paid at the counter and is over, without a hold. */
  const over = async (): Promise<string> => {
    const bookingId = await create('2027-05-10' as PlainDate);
    const paid = await app.recordPayment({ bookingId, requestKey: randomUUID(), amount: minor(76_00), method: 'cash' });
    if (!paid.ok) throw new Error(paid.refusal.code);
    return bookingId;
  };
  const toPay: Awaited<ReturnType<typeof aboutToPay>>[] = [];
  while (toPay.length <= rounds + warmed) toPay.push(await aboutToPay());
  const toClose: string[] = [];
  while (toClose.length <= rounds + warmed) toClose.push(await over());
  await app.settle();
  const pay = async (): Promise<void> => {
    const paid = await app.payByClient(toPay.shift()!);
    if (!paid.ok) throw new Error(paid.refusal.code);
  };
  const closeOut = async (): Promise<void> => {
    const closed = await app.closeOut({ bookingId: toClose.shift()!, claims: [], coverBalance: false });
    if (!closed.ok) throw new Error(closed.refusal.code);
  };
  for (let round = 0; round < warmed; round++) {
    await pay();
    await closeOut();
    await app.lettersOut();
  }
  const rows = new Map<string, Written>();
  for (const [name, work] of [
    ['a booking is made', () => create()],
    ['it is paid by card', pay],
    ['one is closed out', closeOut],
  ] as const) {
    const took: number[] = [];
    let written = 0;
    const once = async (): Promise<void> => {
      const before = written === 0 ? await rowsInAll(db) : 0;
      const start = performance.now();
      await work();
      took.push(performance.now() - start);
      written ||= (await rowsInAll(db)) - before;
      await app.lettersOut();
    };
    const sent = (await statementsOf(db, once)).filter(({ text }) => !text.includes(asRows));
    const floor = await bareInserts(db, written);
    for (let round = 0; round < rounds; round++) await once();
    const ms = median(took);
    rows.set(name, { ms, ratio: ms / floor, statements: sent.length });
  }
  return rows;
}

/** By this a count of rows is known among what was sent. */
const asRows = 'rows_in_all';

/** How many rows there are in all tables: what is changed in place is not counted by it. */
async function rowsInAll(db: OpenDatabase['db']): Promise<number> {
  const tables = await rowsOf<{ name: string }>(
    db,
    sql`select quote_ident(table_name) as name from information_schema.tables rows_in_all where table_schema = 'public'`,
  );
  const counts = tables.map(({ name }) => sql`(select count(*) from ${sql.raw(name)})`);
  const [row] = await rowsOf<{ [asRows]: string }>(
    db,
    sql`select ${sql.join(counts, sql` + `)} as ${sql.identifier(asRows)}`,
  );
  return Number(row![asRows]);
}

async function bareInserts(db: OpenDatabase['db'], count: number): Promise<number> {
  await db.execute(sql`create table if not exists bench_rows (id text primary key, said jsonb not null)`);
  const said = JSON.stringify({
    at: '2027-05-14T08:12:00Z',
    what: 'a row as long as one of ours usually is'.repeat(4),
  });
  const floor = await time(
    () =>
      db.transaction(async (tx) => {
        for (let index = 0; index < count; index++)
          await tx.execute(sql`insert into bench_rows values (${randomUUID()}, ${said}::jsonb)`);
      }),
    rounds,
  );
  await db.execute(sql`drop table bench_rows`);
  return floor;
}
