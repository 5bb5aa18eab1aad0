import { type App, compose } from '#compose';
import { readConfig } from '#server/config';
import { type Database, type OpenDatabase, rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { extensions, overPglite } from '#server/database/openDirectory';
import { verify } from '#server/verify/verify';
import { aboutProcessors } from '#server/journal/leftUnnamed';
import { PGlite } from '@electric-sql/pglite';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { emptyOnServer } from '../../../testing/databases';
import { earlier, putBack, rowsIn } from '../../../testing/earlier';

type Place = { readonly secret: string; readonly open: () => Promise<OpenDatabase>; readonly end: () => Promise<void> };

/** It, put back where the tests run: in memory, or on the server. */
async function placed(name: string): Promise<Place> {
  const server = process.env.OSTENDO_TEST_SERVER;
  if (server) {
    const { url: databaseUrl, drop } = await emptyOnServer(server);
    const { header } = await putBack(name, (sets) => openDatabase({ directory: '', databaseUrl, sets }));
    return { secret: header.secret, open: () => openDatabase({ directory: '', databaseUrl }), end: drop };
  }
  const client = await PGlite.create({ extensions });
  const close = async (): Promise<void> => undefined;
  const { header } = await putBack(name, async (sets) => ({ ...(await overPglite(client, sets)), close }));
  return {
    secret: header.secret,
    open: async () => ({ ...(await overPglite(client)), close }),
    end: () => client.close(),
  };
}

const sortedPairs = (sums: ReadonlyMap<string, number>): string[] =>
  [...sums].flatMap(([account, sum]) => (sum === 0 ? [] : [`${account} ${sum}`])).sort();

/** The balance of each account on that day, read from the file alone. */
function balancesThen(name: string): string[] {
  const sums = new Map<string, number>();
  for (const { account, currency, amount } of rowsIn(name, 'public.journal_lines')) {
    const of = `${String(account)} ${String(currency)}`;
    sums.set(of, (sums.get(of) ?? 0) + Number(amount));
  }
  return sortedPairs(sums);
}

async function balancesNow(db: Database): Promise<string[]> {
  const rows = await rowsOf<{ of: string; sum: string }>(
    db,
    sql`select account || ' ' || currency as of, sum(amount)::text as sum from journal_lines group by 1`,
  );
  return sortedPairs(new Map(rows.map(({ of, sum }) => [of, Number(sum)])));
}

const countOf = async (db: Database, table: string, where = 'true'): Promise<number> =>
  (await rowsOf<{ n: number }>(db, sql.raw(`select count(*)::int as n from ${table} where ${where}`)))[0]!.n;

describe('data of earlier commits', function () {
  this.timeout(120_000);
  const started = ({ secret }: Place, opened: OpenDatabase): Promise<App> =>
    compose(readConfig({ OSTENDO_SECRET: secret }), { opened, post: async () => ({ ok: false }) });

  for (const name of earlier)
    it(`${name}: the same balances, all agrees, each processor has what is its own, and a second start does nothing`, async () => {
      const place = await placed(name);
      try {
        const opened = await place.open();
        const app = await started(place, opened);
        const { db } = app.deps;
        expect(await balancesNow(db)).to.deep.equal(balancesThen(name));
        expect(await verify(app.deps)).to.deep.equal([]);
        for (const table of ['bookings', 'facts', 'intents', 'messages'])
          expect(await countOf(db, table), table).to.equal(rowsIn(name, `public.${table}`).length);
        const unnamed = `processor = '' and account in ('assets:card clearing', 'expenses:processor fees')`;
        const [left] = await rowsOf<{ sum: string }>(
          db,
          sql.raw(`select coalesce(sum(amount), 0)::text as sum from journal_lines where ${unnamed}`),
        );
        expect(left!.sum, 'without a processor').to.equal('0');
        expect(await countOf(db, 'payouts', `processor = ''`)).to.equal(0);
        expect(await countOf(db, 'journal_entries', `about = '' and booking_id is null`)).to.equal(0);
        const entries = await countOf(db, 'journal_entries');
        await opened.close();
        const again = await place.open();
        await started(place, again);
        expect(await countOf(again.db, 'journal_entries')).to.equal(entries);
        await again.close();
      } finally {
        await place.end();
      }
    });

  it('whose period is closed are put right on the first open day, and what was handed out of before stays', async () => {
    const place = await placed('2026-11-26-20a456c');
    try {
      // Migrated and closed by a program that did not mend them yet: entries that say so were not there.
      const opened = await place.open();
      await opened.db.execute(sql`update business set closed_until = '2027-05-31'`);
      const app = await started(place, opened);
      const days = await rowsOf<{ day: string }>(
        app.deps.db,
        sql`select distinct day from journal_entries where about = ${aboutProcessors}`,
      );
      expect(days).to.deep.equal([{ day: '2027-06-01' }]);
      expect(await verify(app.deps)).to.deep.equal([]);
      await opened.close();
    } finally {
      await place.end();
    }
  });
});
