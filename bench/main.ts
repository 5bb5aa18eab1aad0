import { asThemselves } from '#demo/asThemselves';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { plan } from '#core/plan/plan';
import { compose } from '#compose';
import { readConfig } from '#server/config';
import { rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { bookings, summaries } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { bookingsList, pageSize } from '#server/queries/bookings/bookingLines';
import { setUp } from '#server/seed/setUp';
import type { Instant } from '#core/calendar/instant';
import { starterTerms } from '#server/seed/starterTerms';
import { sql } from 'drizzle-orm';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { books } from './books';
import { credit } from './credit';
import { chunksOf, gzipKilobytes } from '../testing/clientChunks';
import { clientBooking } from './clientBooking';
import { changes } from './changes';
import { keystroke } from './keystroke';
import { lines } from './lines';
import { quotes } from './quotes';
import { say, time } from './measure';

/** Plans per second against a bare loop that makes the same additions: the instalments' sum. */
async function plans(): Promise<void> {
  const base = {
    currency: 'EUR',
    timeZone: 'Europe/Lisbon',
    agreed: '2027-03-01T11:20' as WallTime,
    start: '2027-05-03T20:30' as WallTime,
    end: '2027-05-24T20:30' as WallTime,
  };
  const { instalments, hold } = starterTerms.find((terms) => terms.id === 'rental-long')!.rules;
  const count = 20_000;
  let total = 0;
  const ours = await time(() => {
    for (let index = 0; index < count; index++) {
      const planned = plan({ ...base, total: minor(100_000 + index), instalments, hold });
      if (planned.ok) total += planned.value.dueNow;
    }
  }, 5);
  const floor = await time(() => {
    for (let index = 0; index < count; index++) {
      const whole = 100_000 + index;
      const first = Math.round((whole * 30) / 100);
      const second = Math.round(((whole - first) * 23) / 40);
      total += first + second + (whole - first - second);
    }
  }, 5);
  if (total === 0) throw new Error('nothing was computed');
  say(
    'Plans with a hold of several authorisations',
    `${Math.round((count / ours) * 1000).toLocaleString('en')} a second, ${(ours / Math.max(floor, 0.001)).toFixed(0)} times the bare additions`,
  );
}

const bookingCount = 20_000;

/** The Bookings list with 20,000 bookings: the query as the server makes it, against the bare select of one page. */
async function list(directory: string): Promise<void> {
  const config = readConfig({ OSTENDO_DATA: directory });
  const opened = await openDatabase({ ...config, durable: false });
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  const { db } = opened;
  const now = '2027-05-14T08:12:00Z' as Instant;
  await db.transaction((tx) =>
    setUp(
      tx,
      {
        name: 'Bench',
        line: '',
        email: 'bench@example.com',
        timeZone: 'Europe/Lisbon',
        currency: 'EUR',
        taxRate: '23' as Decimal,
      },
      now,
    ),
  );
  await db.insert(clients).values({ id: 'c', name: 'Client', email: 'c@example.com' });
  await db.execute(sql`insert into ${bookings} (id, number, client_id, service_id, title, currency, time_zone, agreed, starts_at, ends_at, price, total, tax, terms_id, terms_version, terms, request_key)
    select 'b' || n, 'B-' || n, 'c', 'event', 'Dome evening, ' || n % 40 || ' guests', 'EUR', 'Europe/Lisbon', '2027-01-01T10:00', '2027-06-01T20:00', '2027-06-01T23:00', '{}', 10000 + n, 0, 'event', 1, '{}', 'k' || n from generate_series(1, ${bookingCount}) n`);
  await db.execute(sql`insert into ${summaries} (booking_id, stage, start_at, end_at, total, received, outstanding, due_now, late, held, decisions, strip, currency, search)
    select 'b' || n, (array['secured', 'closed', 'inService', 'waiting'])[n % 4 + 1], to_char(timestamp '2027-01-01' + n * interval '1 hour', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'), '2027-06-01T22:00:00Z', 10000 + n, 5000, 5000, 0, n % 50, 0, '[]', '{"total":10000,"segments":[],"hold":null}', 'EUR', 'b-' || n || ' client dome evening' from generate_series(1, ${bookingCount}) n`);
  await db.execute(sql`analyze`);
  const query = { search: '', stage: 'open' as const, sort: 'start' as const, descending: false, page: 0 };
  const ours = await time(() => bookingsList(db, query), 15);
  const searched = await time(() => bookingsList(db, { ...query, search: 'dome 1999' }), 15);
  const floor = await time(
    () =>
      rowsOf(
        db,
        sql`select * from ${summaries} s join ${bookings} b on b.id = s.booking_id where s.stage <> 'closed' order by s.start_at limit ${pageSize}`,
      ),
    15,
  );
  say(
    `Bookings list, ${bookingCount.toLocaleString('en')} bookings`,
    `${ours.toFixed(0)} ms, ${(ours / floor).toFixed(1)} times the bare select (${floor.toFixed(0)} ms); with a search ${searched.toFixed(0)} ms`,
  );
  await app.close();
}

/** What a client's phone loads: the scripts that a page's island names, compressed; without what is loaded on a click. */
function clientScripts(island: string, page: string, most: number): void {
  const chunks = chunksOf(island);
  const weight = gzipKilobytes(chunks).toFixed(1);
  say(`JavaScript of ${page}, gzip`, `${weight} kB in ${chunks.length} files (at most ${most} kB)`);
}

/** From the start of the process to its first healthy answer, against a bare start of Node; then memory at rest. */
async function start(directory: string): Promise<void> {
  const bare = await time(() => new Promise((resolve) => spawn(process.execPath, ['-e', '']).once('exit', resolve)), 3);
  const began = performance.now();
  const child = spawn(process.execPath, ['dist/server/main.mjs'], {
    env: { ...process.env, NODE_ENV: 'production', PORT: '4398', OSTENDO_DATA: directory, OSTENDO_DEMO: '1' },
    stdio: 'ignore',
  });
  while (!(await fetch('http://127.0.0.1:4398/healthz').catch(() => null))?.ok)
    await new Promise((resolve) => setTimeout(resolve, 20));
  const healthy = performance.now() - began;
  await new Promise((resolve) => setTimeout(resolve, 5000));
  const memory = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))![1]) / 1024;
  child.kill();
  say(
    'Start to healthy, built and with data',
    `${(healthy / 1000).toFixed(1)} s, ${(healthy / bare).toFixed(0)} times a bare start of Node`,
  );
  say('Memory at rest', `${memory.toFixed(0)} MB`);
}

const directory = mkdtempSync(join(tmpdir(), 'ostendo-bench-'));
await plans();
await lines(directory);
await list(directory);
await changes(directory);
for (const count of [1000, 10_000, 100_000]) await credit(directory, count);
await books(directory, 333_334);
clientScripts('ClientPage', "the client's page", 140);
clientScripts('BookPage', 'the booking page', 140);
clientScripts('CheckoutPage', 'the payment of a cart', 140);
clientScripts('QuotePage', 'the offer’s page', 140);
await keystroke();
await quotes();
await clientBooking();
await start(directory);
rmSync(directory, { recursive: true, force: true });
process.exit(0);
