import type { StoryApp } from '#demo/asThemselves';
import type { WallTime } from '#core/calendar/wallTime';
import { addDays, type PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { demoToken } from '#demo/ways';
import { readBooking } from '#server/bookings/lockBooking';
import { type OpenDatabase, rowsOf } from '#server/database/database';
import { carryOutKept } from '#server/database/prepared';
import { offeredFor } from '#server/paymentMethods/offered';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { lowerQuarter, time } from '../measure';
import { statementsOf } from './statements';

export type Written = {
  readonly ms: number;
  /** By the time of bare inserts of the same rows, in one transaction. */
  readonly ratio: number;
  /** How many rows it wrote, in place or anew. */
  readonly rows: number;
  readonly statements: number;
};

/** Until it is answered, and until its letters are drawn and have gone as well. */
const reaches = ['answered', 'letters gone'] as const;

const rounds = 13;
/** So many before it counts: a process that serves has compiled what it does often. */
const warmed = 25;
const needed = warmed + reaches.length * (rounds + 1);

/** What is written most: a booking is made, paid by card, closed out; each with the letters and errands that follow. */
export async function useCasesAt(app: StoryApp, { db }: OpenDatabase): Promise<Map<string, Written>> {
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
  while (toPay.length <= needed) toPay.push(await aboutToPay());
  const toClose: string[] = [];
  while (toClose.length <= needed) toClose.push(await over());
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
    for (const reach of reaches) {
      const once = async (): Promise<void> => {
        await work();
        if (reach !== 'answered') await app.lettersOut();
      };
      await app.lettersOut();
      const statements = (await statementsOf(db, () => lettersKept(app, reach, once))).length;
      const ours: number[] = [];
      const floor: number[] = [];
      let written: Row[] = [];
      for (let round = 0; round < rounds; round++) {
        await app.lettersOut();
        const from = await transactionNow(db);
        ours.push(await lettersKept(app, reach, () => time(once, 1)));
        written = await rowsSince(db, from);
        floor.push(await bareInserts(db, written));
      }
      const [ms, bare] = [lowerQuarter(ours), lowerQuarter(floor)];
      rows.set(`${name}, ${reach}`, { ms, ratio: ms / bare, rows: written.length, statements });
    }
  }
  return rows;
}

/** Where letters are not of what is measured, the outbox is not woken beside it. */
async function lettersKept<T>(app: StoryApp, reach: (typeof reaches)[number], work: () => Promise<T>): Promise<T> {
  const outbox = app.deps.outbox as { wake: () => void };
  const { wake } = outbox;
  if (reach === 'answered') outbox.wake = () => undefined;
  try {
    return await work();
  } finally {
    outbox.wake = wake;
  }
}

type Row = { readonly table: string; readonly place: string; readonly row: unknown };

async function transactionNow(db: OpenDatabase['db']): Promise<string> {
  const [row] = await rowsOf<{ now: string }>(db, sql`select pg_current_xact_id()::text as now`);
  return row!.now;
}

/** Tables of the application and of the stand-ins, each after those that it points to. */
async function tablesInOrder(db: OpenDatabase['db']): Promise<string[]> {
  const tables = await rowsOf<{ name: string; points: string[] }>(
    db,
    sql`select oid::regclass::text as name, coalesce((
          select json_agg(confrelid::regclass::text) from pg_constraint
          where conrelid = own.oid and contype = 'f' and confrelid <> conrelid
        ), '[]') as points
        from pg_class own
        where relkind = 'r' and relnamespace in ('public'::regnamespace, 'world'::regnamespace) order by name`,
  );
  const left = new Map(tables.map(({ name, points }) => [name, points]));
  const order: string[] = [];
  while (left.size > 0) {
    const free = [...left].filter(([, points]) => !points.some((point) => left.has(point))).map(([name]) => name);
    // Where two point to each other, the one that is there already is pointed to.
    for (const name of free.length > 0 ? free : [...left.keys()].slice(0, 1)) {
      order.push(name);
      left.delete(name);
    }
  }
  return order;
}

/** Every row that was written from some transaction on, in place or anew, in an order in which they can be inserted. */
async function rowsSince(db: OpenDatabase['db'], transaction: string): Promise<Row[]> {
  const written: Row[] = [];
  for (const table of await tablesInOrder(db)) {
    const rows = await rowsOf<Omit<Row, 'table'>>(
      db,
      sql`select ctid::text as place, to_jsonb(own) as row from ${sql.raw(table)} own
          where xmin::text::bigint >= ${transaction}::bigint`,
    );
    written.push(...rows.map((row) => ({ table, ...row })));
  }
  return written;
}

/**
 * What the same rows take where nothing is read or decided: one insert each into their own tables, prepared as ours are, in
 * one transaction. What is there already is taken away before, and is there again afterwards.
 */
async function bareInserts(db: OpenDatabase['db'], rows: readonly Row[]): Promise<number> {
  await db.transaction(async (tx) => {
    // Others may point to it.
    await tx.execute(sql`set local session_replication_role = replica`);
    for (const { table, place } of rows)
      await tx.execute(sql`delete from ${sql.raw(table)} where ctid = ${place}::tid`);
  });
  return time(
    () =>
      db.transaction(async (tx) => {
        for (const { table, row } of rows) {
          const own = sql.raw(table);
          await carryOutKept(
            tx,
            sql`insert into ${own} select * from jsonb_populate_record(null::${own}, ${JSON.stringify(row)}::jsonb)`,
          );
        }
      }),
    1,
  );
}
