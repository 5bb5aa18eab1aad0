import type { OpenDatabase, Tx } from '#server/database/database';
import { rowsOf } from '#server/database/database';
import { keptName, keptNames } from '#server/database/keptNames';
import { openDatabase } from '#server/database/open';
import { preparedRows } from '#server/database/prepared';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { onServer } from '../../../testing/databases';

describe('names of statements', () => {
  const kept = (text: string) => ({ name: keptName, text });

  it('are of their text alone, given to what is to be kept, and bounded', () => {
    const [names, others] = [keptNames(), keptNames()];
    const { name } = names.named(kept('select 1'));
    expect(name).to.match(/^kept_[0-9a-f]{32}$/);
    expect(others.named(kept('select 1')).name).to.equal(name);
    expect(names.named(kept('select 2')).name).to.not.equal(name);
    expect(names.named({ text: 'select 1' })).to.deep.equal({ text: 'select 1' });
    expect(names.named('begin')).to.equal('begin');
    for (let at = 0; at < 400; at++) names.named(kept(`select ${at}`));
    expect(names.named(kept('select 399')).name).to.equal(undefined);
    expect(names.named(kept('select 1')).name).to.equal(name);
  });

  it('are given up by what a server says of them, and by nothing else', () => {
    const names = keptNames();
    const said = (about: object) => new Error('asked', { cause: Object.assign(new Error('said'), about) });
    for (const about of [{ code: '23505' }, { code: '0A000' }, {}]) expect(names.gaveUp(said(about))).to.equal(false);
    expect(names.named(kept('select 1')).name).to.be.a('string');
    expect(names.gaveUp(said({ code: '0A000', routine: 'RevalidateCachedQuery' }))).to.equal(true);
    expect(names.named(kept('select 1')).name).to.equal(undefined);
  });
});

const server = process.env.OSTENDO_TEST_SERVER;

(server ? describe : describe.skip)('statements that a server keeps', () => {
  let opened: OpenDatabase;
  let drop: () => Promise<unknown>;
  beforeEach(async () => {
    const own = await onServer(server!);
    opened = await openDatabase({ databaseUrl: own.url, directory: '' });
    drop = own.drop;
  });
  afterEach(async () => {
    await opened.close();
    await drop();
  });

  const said = preparedRows<{ word: string }, { word: string; at: unknown }>(
    sql`select ${sql.placeholder('word')}::text as word, (select max(kept_at) from kept_for_test) as at`,
  );
  const ask = (tx: Tx, word: string) => said(tx, { word });
  const there = async (tx: Tx): Promise<string[]> =>
    (await rowsOf<{ statement: string }>(tx, sql`select statement from pg_prepared_statements`)).map(
      ({ statement }) => statement,
    );
  const table = () => opened.db.execute(sql`create table kept_for_test (kept_at int)`);

  it('are planned once, and answer what they are asked', async () => {
    await table();
    for (const word of ['one', 'two'])
      await opened.db.transaction(async (tx) => {
        expect(await ask(tx, word)).to.deep.equal([{ word, at: null }]);
        expect((await there(tx)).filter((text) => text.includes('kept_for_test'))).to.have.length(1);
      });
  });

  const surprises: Readonly<Record<string, () => Promise<unknown>>> = {
    'the connection is another than it was': () => opened.db.execute(sql`deallocate all`),
    'their tables have changed': () =>
      opened.db.execute(sql`alter table kept_for_test alter column kept_at type text using kept_at::text`),
  };
  for (const [surprise, happens] of Object.entries(surprises))
    it(`are answered, and kept no more, where ${surprise}`, async () => {
      await table();
      await opened.db.transaction((tx) => ask(tx, 'one'));
      await happens();
      let runs = 0;
      await opened.db.transaction(async (tx) => {
        runs++;
        expect(await ask(tx, 'two')).to.deep.equal([{ word: 'two', at: null }]);
      });
      expect(runs, 'the whole transaction anew').to.equal(2);
      expect(await said(opened.db, { word: 'three' })).to.deep.equal([{ word: 'three', at: null }]);
    });

  it('are answered where somebody else’s has the name already', async () => {
    await table();
    const [name] = await opened.db.transaction(async (tx) => {
      await ask(tx, 'one');
      return rowsOf<{ name: string; statement: string }>(
        tx,
        sql`select name, statement from pg_prepared_statements where statement like '%kept_for_test%'`,
      );
    });
    await opened.close();
    opened = await openDatabase({ databaseUrl: (await onServerAgain()).url, directory: '' });
    await opened.db.execute(sql.raw(`prepare ${name!.name} as ${name!.statement}`));
    expect(await said(opened.db, { word: 'two' })).to.deep.equal([{ word: 'two', at: null }]);
  });

  /** Another database of the same server, with the table. */
  async function onServerAgain() {
    const again = await onServer(server!);
    const before = drop;
    drop = async () => {
      await again.drop();
      await before();
    };
    const there = await openDatabase({ databaseUrl: again.url, directory: '' });
    await there.db.execute(sql`create table kept_for_test (kept_at int)`);
    await there.close();
    return again;
  }
});
