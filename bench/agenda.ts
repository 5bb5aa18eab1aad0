import type { Instant } from '#core/calendar/instant';
import { compose } from '#compose';
import { readConfig } from '#server/config';
import { rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { verify } from '#server/verify/verify';
import { sql } from 'drizzle-orm';
import { type ChildProcess, fork } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { type Installation, installation } from '../testing/installation';
import { bookingOf } from '../testing/onBooking';
import { say } from './measure';

/** So many processes share what is due; so many bookings are made side by side. */
const processes = 2;
const abreast = 8;

/** What is still to be done now, in errands and letters. */
const left = `select (select count(*) from errands where state in ('waiting', 'claimed') and at <= (select at from world.clock))::int
  + (select count(*) from messages where state = 'outgoing')::int as count`;

/** A process of its own on the same database: each time that it is told to it looks, as a server does, until nothing is left. */
async function work(url: string): Promise<void> {
  const config = readConfig({ OSTENDO_SECRET: process.env.OSTENDO_SECRET!, OSTENDO_URL: 'http://ostendo.example.com' });
  const opened = await openDatabase({ databaseUrl: url, directory: '' });
  const app = await compose(config, { opened, post: async () => ({ ok: true }) });
  process.send!('ready');
  for (;;) {
    const [said] = await once(process, 'message');
    if (said === 'end') return;
    for (;;) {
      await app.look();
      await app.lettersOut();
      const [row] = await rowsOf<{ count: number }>(opened.db, sql.raw(left));
      if (row!.count === 0) break;
      await pause(100);
    }
    process.send!('done');
  }
}

/** Bookings of one service day, each of another client, whose reminders and balances fall due at the same moments. */
async function bookAll(app: Installation, count: number): Promise<void> {
  let made = 0;
  const one = async (): Promise<void> => {
    while (made < count) {
      const number = ++made;
      const booking = await bookingOf(app, {
        clientName: `Guest ${number}`,
        clientEmail: `guest${number}@example.com`,
      });
      await booking.pay();
      if (number % 200 === 0) console.log(`${number} bookings`);
    }
  };
  await Promise.all(Array.from({ length: abreast }, one));
}

async function askAll(children: readonly ChildProcess[]): Promise<number> {
  const start = performance.now();
  const done = Promise.all(children.map((child) => once(child, 'message')));
  for (const child of children) child.send('go');
  await done;
  return (performance.now() - start) / 1000;
}

/** Reminders and charges due at one moment, carried out by two processes on one server, with their letters. */
async function agenda(count = Number(process.env.OSTENDO_BENCH_COUNT ?? 2000)): Promise<void> {
  if (!process.env.OSTENDO_TEST_SERVER) throw new Error('needs OSTENDO_TEST_SERVER: see docs/performance.md');
  const app = await installation('2027-03-01T10:00');
  const { db } = app.deps;
  await bookAll(app, count);
  const [of] = await rowsOf<{ name: string }>(db, sql`select current_database() as name`);
  const url = Object.assign(new URL(process.env.OSTENDO_TEST_SERVER), { pathname: `/${of!.name}` }).href;
  const env = { ...process.env, OSTENDO_SECRET: app.config.secret!, OSTENDO_LOG: 'silent', NODE_ENV: 'production' };
  const children = Array.from({ length: processes }, () =>
    fork(fileURLToPath(import.meta.url), ['worker', url], { env }),
  );
  await Promise.all(children.map((child) => once(child, 'message')));
  const moments = await rowsOf<{ at: Instant; kind: string; occasion: string | null; count: number }>(
    db,
    sql`select at, kind, errand->>'occasion' as occasion, count(*)::int as count from errands where state = 'waiting'
        group by 1, 2, 3 having count(*) >= ${count} order by 1`,
  );
  for (const { kind, occasion, goal } of [
    { kind: 'message', occasion: 'remind', goal: 30 },
    { kind: 'charge', occasion: null, goal: 120 },
  ]) {
    const due = moments.find((each) => each.kind === kind && (occasion === null || each.occasion === occasion))!;
    const { moveTo } = app.world.clock;
    await moveTo(due.at);
    say(
      `${due.count} × ${occasion ?? kind} at one moment, seconds`,
      `${(await askAll(children)).toFixed(1)} (goal ${goal})`,
    );
  }
  for (const child of children) {
    child.send('end');
    await once(child, 'exit');
  }
  say('verify: differences', String((await verify(app.deps)).length));
  await app.close();
}

if (process.argv[2] === 'worker') await work(process.argv[3]!);
else await agenda();
process.exit(0);
