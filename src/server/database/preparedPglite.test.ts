import { preparedPglite } from '#server/database/preparedPglite';
import { PGlite } from '@electric-sql/pglite';
import { expect } from 'chai';

describe('statements that are kept ready', () => {
  let client: PGlite;
  let asked: ReturnType<typeof preparedPglite>;
  before(async () => {
    client = await PGlite.create();
    asked = preparedPglite(client);
    await client.exec(
      `create table things (id int primary key, name text, many int[], said jsonb, at timestamptz, so boolean)`,
    );
  });
  after(async () => {
    await client.close();
    expect(await codeOf(asked.query('select 1')), 'what is asked afterwards').to.equal(undefined);
  });

  const codeOf = (work: Promise<unknown>): Promise<unknown> =>
    work.then(
      () => 'nothing failed',
      (error: { code?: string }) => error.code,
    );
  const readyOnes = async (): Promise<number> =>
    (await client.query<{ n: number }>('select count(*)::int as n from pg_prepared_statements')).rows[0]!.n;

  it('answer as PGlite does, the first time and afterwards, in either shape of row', async () => {
    const insert = 'insert into things values ($1, $2, $3, $4, $5, $6) returning *';
    for (const id of [1, 2]) {
      const values = [id, null, [1, 2], { a: id }, new Date(0), true];
      const own = await client.query('select $1::int as id, null::text as name', [id]);
      expect(own.rows).to.have.length(1);
      const { rows, affectedRows } = await asked.query(insert, values);
      expect(rows).to.deep.equal([{ id, name: null, many: [1, 2], said: { a: id }, at: new Date(0), so: true }]);
      expect(affectedRows).to.equal(1);
    }
    const select = 'select id, at from things where id = any($1) order by id';
    const options = { rowMode: 'array' as const, parsers: { 1184: (value: string) => `as it is: ${value}` } };
    for (const ids of [[1], [1, 2], []])
      expect(await asked.query(select, [ids], options)).to.deep.equal(await client.query(select, [ids], options));
  });

  it('carry long texts, all letters and bytes there and back, in whatever pieces they come', async () => {
    const long = 'aé€𝄞'.repeat(4000);
    const bytes = Buffer.from(Array.from({ length: 30_000 }, (_, at) => at % 256));
    const given = [long, { said: long, none: null }, bytes, '', [long, 'a"b\\c', null], -1.5, 2n ** 60n];
    const select = `select $1::text as words, $2::jsonb as said, $3::bytea as bytes, $4::text as nothing, $5::text[] as many,
      $6::float8 as part, $7::int8 as whole, n from generate_series(1, 20) n`;
    const { rows } = await asked.query<{ words: string; bytes: Uint8Array }>(select, given);
    expect(rows).to.deep.equal((await client.query(select, given)).rows);
    expect(rows).to.have.length(20);
    expect(rows[19]!.words).to.equal(long);
    expect(Buffer.from(rows[19]!.bytes).equals(bytes)).to.equal(true);
  });

  it('tell how many rows they have changed, and what of the last of several was said', async () => {
    await client.exec('create table counted (a int)');
    const all = [
      'insert into counted values (1), (2), (3)',
      'update counted set a = a + 1 where a > 1',
      'delete from counted',
    ];
    const counts: unknown[] = [];
    for (const text of all) counts.push((await asked.query(text)).affectedRows);
    expect(counts).to.deep.equal([3, 2, 3]);
    await client.exec('create table also (a int); drop table also');
    expect((await asked.query('create table also (a int)')).affectedRows).to.equal(0);
    expect(await asked.query('select a from also where a > $1', [0])).to.deep.equal(
      await client.query('select a from also where a > $1', [0]),
    );
  });

  it('fail as PGlite does, by whatever is wrong, and are asked again', async () => {
    const twice = ['insert into things (id) values ($1)', [1]] as const;
    for (let tries = 0; tries < 3; tries++)
      expect(await codeOf(asked.query(twice[0], [...twice[1]]))).to.equal('23505');
    expect(await codeOf(asked.query('select wrong from things'))).to.equal('42703');
    expect(await codeOf(asked.query('select $1::int', ['no number']))).to.equal('22P02');
    expect((await asked.query('select $1::int as n', [7])).rows).to.deep.equal([{ n: 7 }]);
    const before = await readyOnes();
    for (let tries = 0; tries < 5; tries++) await codeOf(asked.query(twice[0], [...twice[1]]));
    expect(await readyOnes(), 'a failure leaves none behind').to.equal(before);
  });

  it('are part of a transaction, and gone with it', async () => {
    const count = async (): Promise<unknown> => (await asked.query('select count(*)::int as n from things')).rows;
    const before = await count();
    const failed = asked.transaction(async (tx) => {
      await tx.query('insert into things (id) values ($1)', [50]);
      expect((await tx.query('select id from things where id = $1', [50])).rows).to.deep.equal([{ id: 50 }]);
      await tx.query('insert into things (id) values ($1)', [50]);
    });
    expect(await codeOf(failed)).to.equal('23505');
    expect(await count()).to.deep.equal(before);
    await asked.transaction(async (tx) => {
      await tx.query('insert into things (id) values ($1)', [51]);
      await tx.rollback();
      expect(await codeOf(tx.query('select 1'))).to.not.equal('nothing failed');
    });
    expect(await count()).to.deep.equal(before);
  });

  it('begin a transaction with its first statement, whether that fails or is too long to be kept', async () => {
    expect(await asked.transaction(() => Promise.resolve(7)), 'one without any').to.equal(7);
    const failed = asked.transaction((tx) => tx.query('insert into things (id) values ($1)', ['no number']));
    expect(await codeOf(failed)).to.equal('22P02');
    expect(client.isInTransaction(), 'after a first that failed').to.equal(false);
    const ids = Array.from({ length: 3000 }, (_, at) => 1000 + at);
    const long = `insert into things (id) values ${ids.map((_, at) => `($${at + 1})`).join(', ')} returning id`;
    const before = await readyOnes();
    const written = asked.transaction(async (tx) => {
      expect((await tx.query(long, ids)).rows).to.deep.equal(ids.map((id) => ({ id })));
      expect((await tx.query('select count(*)::int as n from things where id >= 1000')).rows).to.deep.equal([
        { n: ids.length },
      ]);
      throw new Error('not after all');
    });
    expect(await written.catch((error: Error) => error.message)).to.equal('not after all');
    expect((await asked.query('select 1 as one from things where id >= 1000')).rows).to.deep.equal([]);
    expect((await readyOnes()) - before, 'kept of these').to.equal(2);
  });

  it('wait for a transaction that is under way', async () => {
    let release = (): void => undefined;
    const held = new Promise<void>((resolve) => (release = resolve));
    const order: string[] = [];
    let begin = (): void => undefined;
    const begun = new Promise<void>((resolve) => (begin = resolve));
    const first = asked.transaction(async (tx) => {
      await tx.query('select 1');
      begin();
      await held;
      await tx.query('select 1');
      order.push('transaction');
    });
    await begun;
    const second = asked.query('select 1').then(() => order.push('statement'));
    setTimeout(release, 30);
    await Promise.all([first, second]);
    expect(order).to.deep.equal(['transaction', 'statement']);
  });

  it('are prepared anew where the tables have changed', async () => {
    const all = 'select * from changing';
    await client.exec('create table changing (a int); insert into changing values (1)');
    expect((await asked.query(all)).rows).to.deep.equal([{ a: 1 }]);
    await client.exec('alter table changing add b int default 2');
    expect(await codeOf(asked.query(all))).to.equal('0A000');
    expect((await asked.query(all)).rows).to.deep.equal([{ a: 1, b: 2 }]);
  });

  it('are bounded in their number, and one that made room is there again', async () => {
    for (let n = 0; n < 700; n++)
      expect((await asked.query(`select ${n} as n, $1::int as m`, [n])).rows).to.deep.equal([{ n, m: n }]);
    expect(await readyOnes()).to.be.at.most(600);
    expect((await asked.query('select 0 as n, $1::int as m', [5])).rows).to.deep.equal([{ n: 0, m: 5 }]);
  });
});
