import { asThemselves } from '#demo/asThemselves';
import { type App, compose } from '#compose';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { verify } from '#server/verify/verify';
import type { OpenDatabase } from '#server/database/database';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { gzipSync } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { quickestOf } from '../measure';
import { grow } from './grow';
import { ontoServer } from './ontoServer';
import { withServer } from '../served';
import { pagesBeside } from './pages';
import { onServer } from '../../testing/databases';
import { installedOnServer } from '../../e2e/installed';
import { bare, slowest, statementsOf } from './statements';
import { useCasesAt, type Written } from './useCases';
import { views } from './views';

/** So many bookings are verified as they were grown. */
const sampleSize = 400;

/** Goals of each view: its time by that of its statements, its growth from the smallest size, kB compressed, its page by one without rows. */
const goals = { ratio: 2, growth: 1.5, kilobytes: 300, bare: 4, page: 1.5 };

/** Something whose time is the machine's alone: a machine that slows from one size to the next is not counted as growth. */
async function steadily({ db }: OpenDatabase): Promise<void> {
  await db.execute(sql`select sum(sqrt(x)) from generate_series(1, 10000) x`);
  JSON.parse(JSON.stringify(Array.from({ length: 2000 }, (_, index) => ({ index, said: 'as much as a row has' }))));
}

type Row = {
  readonly ms: number;
  readonly pace: number;
  readonly ratio: number;
  readonly statements: number;
  readonly kilobytes: number;
};

async function measured(app: App, opened: OpenDatabase, count: number): Promise<Map<string, Row>> {
  const rows = new Map<string, Row>();
  for (const [name, view] of Object.entries(views(app))) {
    let told: unknown;
    const statements = await statementsOf(opened.db, async () => (told = await view()));
    const [pace, ms, floor] = await quickestOf(
      () => steadily(opened),
      view,
      () => bare(opened.db, statements),
    );
    if (process.env.OSTENDO_SLOW && count > 50_000)
      for (const line of await slowest(opened.db, statements, Number(process.env.OSTENDO_SLOW)))
        console.log(`${name}: ${line}`);
    const kilobytes = gzipSync(JSON.stringify(told ?? null)).length / 1024;
    rows.set(name, { ms, pace, ratio: ms / Math.max(floor, 1), statements: statements.length, kilobytes });
  }
  return rows;
}

const over = (value: number, goal: number, digits: number): string =>
  `${value.toFixed(digits)}${value > goal ? ' !' : '  '}`;

function print(title: string, sizes: readonly number[], tables: readonly Map<string, Row>[]): void {
  console.log(`\n${title}: ms at ${sizes.map((size) => size.toLocaleString('en')).join(', ')} bookings`);
  console.log(
    `${'view'.padEnd(30)}${sizes.map((size) => String(size).padStart(9)).join('')}   growth   by SQL  statements   kB gzip`,
  );
  for (const name of tables[0]!.keys()) {
    const rows = tables.map((table) => table.get(name)!);
    const [first, last] = [rows[0]!, rows.at(-1)!];
    // Below two milliseconds nothing grows that anybody sees; what a machine slows meanwhile is no growth.
    const growth = (last.ms / Math.max(first.ms, 2)) * Math.min(1, first.pace / last.pace);
    console.log(
      `${name.padEnd(30)}${rows.map(({ ms }) => ms.toFixed(1).padStart(9)).join('')}${over(growth, goals.growth, 1).padStart(9)}${over(last.ratio, goals.ratio, 1).padStart(9)}${String(last.statements).padStart(12)}${over(last.kilobytes, goals.kilobytes, 0).padStart(10)}`,
    );
  }
  const paces = tables.map((table) => [...table.values()].reduce((sum, { pace }) => sum + pace, 0) / table.size);
  console.log(`${'the machine’s own pace'.padEnd(30)}${paces.map((pace) => pace.toFixed(1).padStart(9)).join('')}`);
  console.log(
    `goal${' '.repeat(26 + sizes.length * 9)}${goals.growth.toFixed(1).padStart(7)}  ${goals.ratio.toFixed(1).padStart(7)}${String(goals.kilobytes).padStart(20)}`,
  );
}

function printWritten(sizes: readonly number[], tables: readonly Map<string, Written>[]): void {
  console.log(
    `\n${'use case'.padEnd(30)}${sizes.map((size) => String(size).padStart(9)).join('')}   growth   by bare inserts (goal ${goals.bare})   statements`,
  );
  for (const name of tables[0]!.keys()) {
    const rows = tables.map((table) => table.get(name)!);
    const [first, last] = [rows[0]!, rows.at(-1)!];
    console.log(
      `${name.padEnd(30)}${rows.map(({ ms }) => ms.toFixed(1).padStart(9)).join('')}${over(last.ms / first.ms, goals.growth, 1).padStart(9)}${over(last.ratio, goals.bare, 1).padStart(18)}${String(last.statements || '–').padStart(23)}`,
    );
  }
}

/** Pages of the grown business beside those of one without a booking, on the same server. */
async function pagesAt(url: string, secret: string): Promise<void> {
  const empty = await onServer(url);
  await installedOnServer({ DATABASE_URL: empty.url, OSTENDO_SECRET: secret });
  // What the use cases have left is carried out by whichever process is there: first by one that is not measured.
  await withServer(4390, { DATABASE_URL: url, OSTENDO_SECRET: secret }, () => pause(60_000));
  const pages = await pagesBeside(
    { DATABASE_URL: url, OSTENDO_SECRET: secret },
    { DATABASE_URL: empty.url, OSTENDO_SECRET: secret },
  );
  console.log(`\nPages: ms without a booking, ms here, times (goal ${goals.page} until drawn, and until it answers)`);
  console.log(
    `${'page'.padEnd(34)}${['server’s answer', 'drawn', 'answers'].map((each) => each.padStart(24)).join('')}   kB gzip`,
  );
  for (const [path, { rows, none, kilobytes }] of pages) {
    const beside = (key: keyof typeof rows): string => {
      const times = over(rows[key] / none[key], key === 'answered' ? Infinity : goals.page, 2);
      return `${none[key].toFixed(0).padStart(9)}${rows[key].toFixed(0).padStart(7)}${times.padStart(8)}`;
    };
    console.log(
      `${path.padEnd(34)}${beside('answered')}${beside('drawn')}${beside('live')}${over(kilobytes, goals.kilobytes, 0).padStart(10)}`,
    );
  }
  await empty.drop();
}

/**
 * The views on the demo's data grown to each size, with the open decisions of the demo in all of them: on PGlite up to
 * 10,000 bookings, and up to 100,000 on a server where `OSTENDO_TEST_SERVER` names one.
 */
export async function scale(demo = '.demo-shots'): Promise<void> {
  if (!existsSync(demo)) throw new Error(`no demo data in ${demo}: make it by "npm run shots"`);
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-scale-'));
  cpSync(demo, directory, { recursive: true });
  rmSync(join(directory, 'owner.lock'), { force: true });
  const config = readConfig({ OSTENDO_DATA: directory });
  const opened = await openDatabase({ ...config, durable: false });
  const appOn = async (database: OpenDatabase): Promise<App> =>
    asThemselves(await compose(config, { opened: database, post: async () => ({ ok: false }) }));
  const url = process.env.OSTENDO_TEST_SERVER;
  const server = url ? await openDatabase({ ...config, databaseUrl: url }) : null;
  if (server) await ontoServer(opened.db, server.db);
  const each = async (title: string, database: OpenDatabase, sizes: readonly number[]): Promise<void> => {
    const app = await appOn(database);
    const tables: Map<string, Row>[] = [];
    const written: Map<string, Written>[] = [];
    for (const size of sizes) {
      const grown = await grow(database.db, size);
      // As a process does by itself, within minutes.
      await app.tend();
      tables.push(await measured(app, database, grown));
      written.push(await useCasesAt(app, database));
    }
    print(title, sizes, tables);
    printWritten(sizes, written);
    await app.close();
  };
  const sample = await grow(opened.db, sampleSize);
  const differences = await verify((await appOn(opened)).deps);
  console.log(`verify on ${sample} bookings of them: ${differences.length === 0 ? 'nothing differs' : 'IT DIFFERS'}`);
  await each('PGlite', opened, [1000, 10_000]);
  if (server && url) {
    await each('PostgreSQL', server, [1000, 10_000, 100_000]);
    await pagesAt(url, readFileSync(join(directory, 'secret'), 'utf8').trim());
  } else console.log('\nPostgreSQL: not measured, no OSTENDO_TEST_SERVER. See docs/performance.md.');
  rmSync(directory, { recursive: true, force: true });
}
