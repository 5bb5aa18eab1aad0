import { asThemselves, type StoryApp } from '#demo/asThemselves';
import { compose } from '#compose';
import { type Config, readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { verify } from '#server/verify/verify';
import type { OpenDatabase } from '#server/database/database';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { gzipSync } from 'node:zlib';
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

/** The demo's data at one size. */
type Grown = { readonly size: number; readonly opened: OpenDatabase; readonly app: StoryApp };
type Row = {
  readonly ms: number;
  readonly ratio: number;
  readonly statements: number;
  readonly kilobytes: number;
};

/** Each view at all sizes in turns, with its statements sent bare: a machine that slows slows all of them. */
async function measured(grown: readonly Grown[]): Promise<Map<string, readonly Row[]>> {
  const rows = new Map<string, readonly Row[]>();
  for (const name of Object.keys(views(grown[0]!.app))) {
    const asked = [];
    for (const { opened, app } of grown) {
      const view = views(app)[name]!;
      let told: unknown;
      const statements = await statementsOf(opened.db, async () => (told = await view()));
      asked.push({ view, sent: () => bare(opened.db, statements), statements, told, opened });
    }
    const times = await quickestOf(asked.flatMap(({ view, sent }) => [view, sent]));
    rows.set(
      name,
      asked.map(({ statements, told }, at): Row => {
        const [ms, floor] = [times[2 * at]!, times[2 * at + 1]!];
        const kilobytes = gzipSync(JSON.stringify(told ?? null)).length / 1024;
        return { ms, ratio: ms / Math.max(floor, 1), statements: statements.length, kilobytes };
      }),
    );
    const { opened, statements } = asked.at(-1)!;
    if (process.env.OSTENDO_SLOW)
      for (const line of await slowest(opened.db, statements, Number(process.env.OSTENDO_SLOW)))
        console.log(`${name}: ${line}`);
  }
  return rows;
}

const over = (value: number, goal: number, digits: number): string =>
  `${value.toFixed(digits)}${value > goal ? ' !' : '  '}`;

function print(title: string, sizes: readonly number[], table: ReadonlyMap<string, readonly Row[]>): void {
  console.log(`\n${title}: ms at ${sizes.map((size) => size.toLocaleString('en')).join(', ')} bookings`);
  console.log(
    `${'view'.padEnd(30)}${sizes.map((size) => String(size).padStart(9)).join('')}   growth   by SQL  statements   kB gzip`,
  );
  for (const [name, rows] of table) {
    const [first, last] = [rows[0]!, rows.at(-1)!];
    const growth = last.ms / Math.max(first.ms, 2); // below two milliseconds nothing grows that anybody sees
    console.log(
      `${name.padEnd(30)}${rows.map(({ ms }) => ms.toFixed(1).padStart(9)).join('')}${over(growth, goals.growth, 1).padStart(9)}${over(last.ratio, goals.ratio, 1).padStart(9)}${String(last.statements).padStart(12)}${over(last.kilobytes, goals.kilobytes, 0).padStart(10)}`,
    );
  }
  console.log(
    `goal${' '.repeat(26 + sizes.length * 9)}${goals.growth.toFixed(1).padStart(7)}  ${goals.ratio.toFixed(1).padStart(7)}${String(goals.kilobytes).padStart(20)}`,
  );
}

function printWritten(sizes: readonly number[], tables: readonly Map<string, Written>[]): void {
  console.log(
    `\n${'use case'.padEnd(30)}${sizes.map((size) => String(size).padStart(9)).join('')}   growth   by bare inserts (goal ${goals.bare})   statements   rows`,
  );
  for (const name of tables[0]!.keys()) {
    const rows = tables.map((table) => table.get(name)!);
    const [first, last] = [rows[0]!, rows.at(-1)!];
    console.log(
      `${name.padEnd(30)}${rows.map(({ ms }) => ms.toFixed(1).padStart(9)).join('')}${over(last.ms / first.ms, goals.growth, 1).padStart(9)}${over(last.ratio, goals.bare, 1).padStart(18)}${String(last.statements || '–').padStart(23)}${String(last.rows).padStart(7)}`,
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
  const copy = (name: string): Config => {
    const own = join(directory, name);
    cpSync(demo, own, { recursive: true });
    rmSync(join(own, 'owner.lock'), { force: true });
    return readConfig({ OSTENDO_DATA: own });
  };
  const appOn = async (config: Config, opened: OpenDatabase): Promise<StoryApp> =>
    asThemselves(await compose(config, { opened, post: async () => ({ ok: false }) }));
  const at = async (size: number, config: Config, opened: OpenDatabase): Promise<Grown> => {
    const app = await appOn(config, opened);
    for (const step of [1000, 10_000, 100_000].filter((each) => each <= size)) {
      await grow(opened.db, step);
      // As a process does by itself, within minutes.
      await app.tend();
    }
    return { size, opened, app };
  };
  const each = async (title: string, grown: readonly Grown[]): Promise<void> => {
    const sizes = grown.map(({ size }) => size);
    print(title, sizes, await measured(grown));
    const written: Map<string, Written>[] = [];
    for (const { app, opened } of grown) written.push(await useCasesAt(app, opened));
    printWritten(sizes, written);
  };
  const config = copy('sample');
  const sample = await openDatabase({ ...config, durable: false });
  const count = await grow(sample.db, sampleSize);
  const differences = await verify((await appOn(config, sample)).deps);
  console.log(`verify on ${count} bookings of them: ${differences.length === 0 ? 'nothing differs' : 'IT DIFFERS'}`);
  const embedded: Grown[] = [];
  for (const size of [1000, 10_000]) {
    const own = copy(String(size));
    embedded.push(await at(size, own, await openDatabase({ ...own, durable: false })));
  }
  await each('PGlite', embedded);
  for (const { app } of embedded) await app.close();
  const url = process.env.OSTENDO_TEST_SERVER;
  if (url) {
    const from = await openDatabase({ ...copy('demo'), durable: false });
    const served: (Grown & { readonly url: string })[] = [];
    for (const size of [1000, 10_000, 100_000]) {
      const own = await onServer(url);
      const opened = await openDatabase({ ...config, databaseUrl: own.url });
      await ontoServer(from.db, opened.db);
      served.push({ ...(await at(size, config, opened)), url: own.url });
    }
    await each('PostgreSQL', served);
    for (const { app } of served) await app.close();
    await pagesAt(served.at(-1)!.url, readFileSync(join(directory, 'demo', 'secret'), 'utf8').trim());
  } else console.log('\nPostgreSQL: not measured, no OSTENDO_TEST_SERVER. See docs/performance.md.');
  rmSync(directory, { recursive: true, force: true });
}
