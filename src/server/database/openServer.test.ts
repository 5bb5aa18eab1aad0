import { isDatabaseAway } from '#server/database/away';
import { type OpenDatabase, rowsOf, type Tx } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { preparedRows } from '#server/database/prepared';
import { DatabaseRefused } from '#server/database/away';
import { failureOf } from '#server/http/failure';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';
import { cuttable } from '../../../testing/cuttable';
import { onServer } from '../../../testing/databases';
import { eventually } from '../../../testing/eventually';

const server = process.env.OSTENDO_TEST_SERVER;

(server ? describe : describe.skip)('a PostgreSQL server that goes away', () => {
  let ends: (() => Promise<unknown>)[] = [];
  const problems: string[] = [];
  const way = async () => {
    const own = await onServer(server!);
    const cut = await cuttable(own.url);
    ends.push(own.drop, cut.close);
    return cut;
  };
  const open = async (url: string): Promise<OpenDatabase> => {
    const opened = await openDatabase({ databaseUrl: url, directory: '', report: (what) => problems.push(what) });
    ends.push(opened.close);
    return opened;
  };
  const asked = ({ db }: OpenDatabase) => db.execute(sql`select 1`);
  const awayOf = (work: Promise<unknown>): Promise<boolean> =>
    work.then(
      () => false,
      (error: unknown) => isDatabaseAway(error),
    );
  afterEach(async () => {
    for (const end of ends.reverse()) await end().catch(() => undefined);
    ends = [];
    problems.length = 0;
  });

  it('ends nothing but what was asked of it, and is there again when it is back', async () => {
    const line = await way();
    const opened = await open(line.url);
    await Promise.all([asked(opened), asked(opened), asked(opened)]); // some connections, idle afterwards
    line.cut();
    expect(await awayOf(asked(opened))).to.equal(true);
    expect(failureOf(await asked(opened).catch((error: unknown) => error))).to.deep.equal({
      status: 503,
      code: 'database_away',
    });
    line.mend();
    await asked(opened);
    expect(problems).to.include('an idle connection to the database was lost');
  });

  it('that has an empty database in place of ours is away, and ours is there again when it is back', async () => {
    const own = await onServer(server!);
    ends.push(own.drop);
    const opened = await open(own.url);
    const numbers = () => opened.db.execute(sql`select count(*) from bookings`);
    await numbers();
    await opened.db.execute(sql`alter schema public rename to elsewhere`);
    const away = { status: 503, code: 'database_away' };
    expect(failureOf(await numbers().catch((error: unknown) => error)), 'nothing at all').to.deep.equal(away);
    await opened.db.execute(sql`create schema public`);
    expect(failureOf(await numbers().catch((error: unknown) => error)), 'an empty one').to.deep.equal(away);
    await opened.db.execute(sql`drop schema public`);
    await opened.db.execute(sql`alter schema elsewhere rename to public`);
    await numbers();
  });

  it('that lets few connections is asked by turns: nobody is told that it is away, and the start says so', async () => {
    const own = await onServer(server!);
    ends.push(own.drop);
    const { db } = await open(own.url);
    const name = new URL(own.url).pathname.slice(1);
    await db.execute(sql.raw(`create role few_${name} login superuser password 'few' connection limit 3`));
    ends.push(() => db.execute(sql.raw(`drop role few_${name}`)));
    const url = new URL(own.url);
    url.username = `few_${name}`;
    url.password = 'few';
    // A superuser has no limit: it opens the schema, and its limit counts once it is none.
    for (const schema of ['public', 'world', 'drizzle'])
      await db.execute(sql.raw(`grant usage on schema ${schema} to few_${name}`));
    for (const schema of ['public', 'world', 'drizzle'])
      await db.execute(sql.raw(`grant select on all tables in schema ${schema} to few_${name}`));
    await db.execute(sql.raw(`alter role few_${name} nosuperuser`));
    // Two processes, each of which may want ten.
    const both = [await open(url.href), await open(url.href)];
    expect(problems).to.include('the database server lets few connections');
    const work = both.flatMap((each) =>
      Array.from({ length: 15 }, () => each.db.transaction((tx) => tx.execute(sql`select pg_sleep(0.02)`))),
    );
    const failed = (await Promise.allSettled(work)).filter(({ status }) => status === 'rejected');
    expect(failed).to.deep.equal([]);
  });

  it('in the midst of transactions: each fails as that, and no connection is lost for good', async () => {
    const line = await way();
    const opened = await open(line.url);
    for (let round = 0; round < 5; round++) {
      const under = Array.from({ length: 12 }, () =>
        opened.db.transaction(async (tx) => {
          await tx.execute(sql`select pg_sleep(1)`);
        }),
      );
      await pause(150);
      line.cut();
      expect(await Promise.all(under.map(awayOf))).to.deep.equal(under.map(() => true));
      line.mend();
    }
    await Promise.all(Array.from({ length: 12 }, () => opened.db.transaction((tx) => tx.execute(sql`select 1`))));
  });

  it('is waited for at the start', async () => {
    const line = await way();
    line.cut();
    const opening = open(line.url);
    expect(await eventually(() => problems.length > 0)).to.equal(true);
    await pause(600);
    expect(problems).to.deep.equal(['the database is away; it is tried again']);
    line.mend();
    await asked(await opening);
  });

  it('that says no is not waited for', async () => {
    const url = Object.assign(new URL(server!), { pathname: '/no_such_database' }).href;
    const refused = await open(url).catch((error: unknown) => error);
    expect(refused).to.be.instanceOf(DatabaseRefused);
    expect((refused as Error).message).to.include('DATABASE_URL');
  });

  it('repeats what met a deadlock, and nothing else', async () => {
    const { url, drop } = await onServer(server!);
    ends.push(drop);
    const { db } = await open(url);
    await db.execute(sql`create table counters (id text primary key, value int not null)`);
    await db.execute(sql`insert into counters values ('a', 0), ('b', 0)`);
    let begun = 0;
    const both = (first: string, second: string) =>
      db.transaction(async (tx) => {
        begun++;
        await tx.execute(sql`update counters set value = value + 1 where id = ${first}`);
        await pause(60);
        await tx.execute(sql`update counters set value = value + 1 where id = ${second}`);
      });
    await Promise.all([both('a', 'b'), both('b', 'a'), both('a', 'b'), both('b', 'a')]);
    const { rows } = (await db.execute(sql`select value from counters order by id`)) as unknown as {
      rows: { value: number }[];
    };
    expect(
      rows.map(({ value }) => value),
      'each once',
    ).to.deep.equal([4, 4]);
    expect(begun, 'some were repeated').to.be.greaterThan(4);
    let failing = 0;
    const wrong = db.transaction(async (tx) => {
      failing++;
      await tx.execute(sql`insert into counters values ('a', 1)`);
    });
    await wrong.catch(() => undefined);
    expect(failing, 'a rule that is broken is broken').to.equal(1);
  });

  it('is asked ahead: a transaction begins as it was wanted, and what fails takes with it what was asked after it', async () => {
    const { url, drop } = await onServer(server!);
    ends.push(drop);
    const { db } = await open(url);
    await db.execute(sql`create table counters (id text primary key, value int not null)`);
    const shown = (tx: Tx) =>
      rowsOf<{ level: string; only: string; within: boolean }>(
        tx,
        sql`select current_setting('transaction_isolation') as level, current_setting('transaction_read_only') as only,
          now() < clock_timestamp() as within`,
      );
    const usual = await db.transaction(shown);
    expect(usual).to.deep.equal([{ level: 'read committed', only: 'off', within: true }]);
    const config = { isolationLevel: 'repeatable read', accessMode: 'read only' } as const;
    const [other] = await db.transaction(shown, config);
    expect([other!.level, other!.only]).to.deep.equal(['repeatable read', 'on']);

    const add = preparedRows<{ id: string; by: number }, { value: number }>(
      sql`insert into counters values (${sql.placeholder('id')}, 1 / ${sql.placeholder('by')}::int) returning value`,
    );
    const both = (by: number) =>
      db.transaction((tx) =>
        Promise.all([add(tx, { id: 'a', by: 1 }), add(tx, { id: 'b', by }), add(tx, { id: 'c', by: 1 })]),
      );
    const failed = await both(0).catch((error: unknown) => error);
    expect(String((failed as Error).cause), 'what went wrong, not what came of it').to.include('division by zero');
    expect(await rowsOf(db, sql`select * from counters`)).to.deep.equal([]);
    expect(await both(1)).to.deep.equal([[{ value: 1 }], [{ value: 1 }], [{ value: 1 }]]);
    expect(await db.transaction(() => Promise.resolve('asked nothing'))).to.equal('asked nothing');

    let came: Promise<unknown> = Promise.resolve();
    const left = db.transaction((tx) => {
      came = pause(80).then(() => add(tx, { id: 'late', by: 1 }));
      return Promise.all([add(tx, { id: 'd', by: 0 }), came]);
    });
    expect(await left.then(Boolean, () => 'failed')).to.equal('failed');
    expect(String(await came.catch((error: unknown) => (error as Error).cause ?? error))).to.include('is over');
    expect(await rowsOf(db, sql`select id from counters where id in ('d', 'late')`), 'nor later').to.deep.equal([]);
  });
});
