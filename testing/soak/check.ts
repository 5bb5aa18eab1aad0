import type { App } from '#compose';
import type { Fact } from '#core/bookings/facts';
import { bookingState } from '#core/bookings/bookingState';
import { accounts } from '#core/books/journal/entry';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { readConfig } from '#server/config';
import { rowsOf } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { jobs, messages } from '#server/database/schema/work';
import { hledgerJournal } from '#server/formats/hledger';
import { verify } from '#server/verify/verify';
import { eq, sql } from 'drizzle-orm';
import { spawnSync } from 'node:child_process';
import { receivingApp } from '../../e2e/installed';
import { moneyAgrees } from '../moneyAgrees';
import type { Asked } from './actions';

export type Counts = Readonly<Record<string, number>>;

/** How much there is of what a repeat must not make again; letters and looks come and go by themselves. */
async function countsOf(app: App): Promise<Counts> {
  const [row] = await rowsOf<Counts>(
    app.deps.db,
    sql`select
      (select count(*) from bookings)::int as bookings,
      (select count(*) from facts where fact->>'kind' not in ('sent', 'seen'))::int as facts,
      (select count(*) from intents)::int as requests_to_processors,
      (select count(*) from journal_entries)::int as entries,
      (select count(*) from documents)::int as documents,
      (select count(*) from payment_requests)::int as payment_requests,
      (select count(*) from credit_receipts)::int as credit_receipts,
      (select count(*) from vouchers)::int as vouchers,
      (select count(*) from clients where erased_at is not null)::int as erased_clients,
      (select count(*) from quotes)::int as quotes`,
  );
  const happened = await rowsOf<{ kind: string; count: number }>(
    app.deps.db,
    sql`select fact->>'kind' as kind, count(*)::int as count from facts
        where fact->>'kind' not in ('sent', 'seen') group by 1 order by 1`,
  );
  return { ...row!, ...Object.fromEntries(happened.map(({ kind, count }) => [`fact ${kind}`, count])) };
}

async function withApp<T>(environment: Record<string, string>, work: (app: App) => Promise<T>): Promise<T> {
  const app = await receivingApp(readConfig({ ...environment, OSTENDO_UNDO_SECONDS: '0' }));
  try {
    return await work(app);
  } finally {
    await app.close();
  }
}

type Off = { readonly number: string; readonly books: number; readonly processors: number; readonly intents: unknown };

/** Bookings of which the books have another sum in card clearing than the processors moved, paid out or not. */
const clearingThatDiffers = (app: App): Promise<Off[]> =>
  rowsOf<Off>(
    app.deps.db,
    sql`with booked as (
          select e.booking_id, sum(l.amount)::int as amount from journal_lines l join journal_entries e on e.seq = l.entry_seq
          where l.account = ${accounts.cardClearing} and e.booking_id is not null group by 1
        ), moved as (
          select i.booking_id, sum(p.amount)::int as amount from intents i
          join world.payments p on split_part(p.reference, ',', 1) = i.answer->>'reference'
            or split_part(p.reference, ',', 1) in (select d.reference from world.disputes d where d.payment = i.answer->>'reference')
          group by 1
        )
        select b.number, coalesce(booked.amount, 0) as books, coalesce(moved.amount, 0) as processors,
          (select jsonb_agg(to_jsonb(i) order by i.made_at) from intents i where i.booking_id = b.id) as intents
        from bookings b left join booked on booked.booking_id = b.id left join moved on moved.booking_id = b.id
        where coalesce(booked.amount, 0) <> coalesce(moved.amount, 0)`,
  );

/** Events that did not come in or wait for what they are of, and payouts that only one side has, or each otherwise. */
const newsThatDiffers = async (app: App): Promise<string> =>
  JSON.stringify(
    await rowsOf(
      app.deps.db,
      sql`select
        (select jsonb_agg(to_jsonb(e)) from world.events e where not e.delivered) as not_delivered,
        (select jsonb_agg(to_jsonb(e)) from processor_events e where e.event is not null) as kept,
        (select jsonb_agg(to_jsonb(o)) from (
          select w.payout, w.amount as processors, p.gross as books from
            (select payout, sum(amount)::int as amount from world.payments where payout is not null group by 1) w
            full join payouts p on p.id = w.payout where w.amount is distinct from p.gross
        ) o) as payouts`,
    ),
  );

/** Takes up what the last kill left open, until nothing is. */
async function settled(app: App): Promise<void> {
  await app.recover(0);
  for (let round = 0; round < 3; round++) {
    await app.deps.db.update(messages).set({ triedAt: null, pause: 0 }).where(eq(messages.state, 'outgoing'));
    await app.deps.db.update(jobs).set({ triedAt: null, pause: 0 }).where(eq(jobs.state, 'waiting'));
    await app.settle();
    await app.lettersOut();
    await app.recover(0);
  }
}

/**
 * What does not come out right after a batch of kills: the derived against the facts, the processors' own lists, card
 * clearing against what they have, hledger, and what was answered without a key.
 */
export async function differences(
  environment: Record<string, string>,
  answered: readonly Asked[],
): Promise<{ readonly found: readonly string[]; readonly counts: Counts; readonly left: number }> {
  return withApp(environment, async (app) => {
    await settled(app);
    const found: string[] = (await verify(app.deps)).map((each) => JSON.stringify(each));
    const { db } = app.deps;
    const all = await db.select({ id: bookings.id, number: bookings.number }).from(bookings);
    const told = new Map<string, readonly Fact[]>();
    for (const { id, number } of all) told.set(number, (await readBooking(db, id))!.facts);
    for (const { tells, path } of answered)
      if (tells && !told.get(tells.booking)?.some(({ kind }) => kind === tells.fact))
        found.push(`${path} of ${tells.booking} was answered, and its facts do not tell it`);
    for (const [number, facts] of told)
      for (const [what, ids] of Object.entries({
        receipt: facts.flatMap((fact) => (fact.kind === 'received' ? [fact.receiptId] : [])),
        refund: facts.flatMap((fact) => (fact.kind === 'refunded' ? [fact.refundId] : [])),
        end: facts.flatMap((fact) => (fact.kind === 'closedOut' ? ['closed out'] : [])),
      }))
        if (new Set(ids).size < ids.length) found.push(`${number} has a ${what} twice`);
    await moneyAgrees(
      app,
      all.map(({ id }) => id),
      async (id) => {
        const { booking, facts } = (await readBooking(db, id))!;
        return bookingState(agreedOf(booking), facts, app.world.clock.now());
      },
    ).catch((error: Error) => {
      const about = all.find(({ id }) => error.message.includes(id));
      found.push(error.message, JSON.stringify(about ? told.get(about.number) : null));
    });
    for (const off of found.length > 0 ? await clearingThatDiffers(app) : [])
      found.push(JSON.stringify({ ...off, facts: told.get(off.number) }));
    let journal = '';
    for await (const piece of hledgerJournal(db)) journal += piece;
    const checked = spawnSync('hledger', ['-f-', 'check', '--strict'], { input: journal, encoding: 'utf8' });
    if (checked.status !== 0) found.push(`hledger: ${checked.stderr}`);
    const { waiting } = await app.queries.failures();
    if (found.length > 0) found.push(`not through: ${JSON.stringify(waiting)}`, await newsThatDiffers(app));
    return { found, counts: await countsOf(app), left: waiting.length };
  });
}

/** What is more, or less, than it was. */
export async function changedSince(environment: Record<string, string>, before: Counts): Promise<string[]> {
  const now = await withApp(environment, async (app) => {
    await settled(app);
    return countsOf(app);
  });
  return Object.entries(now).flatMap(([what, count]) =>
    count === (before[what] ?? 0) ? [] : [`what was answered was asked again: ${what} ${before[what]}, then ${count}`],
  );
}
