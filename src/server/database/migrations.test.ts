import { PGlite } from '@electric-sql/pglite';
import { extensions } from '#server/database/openDirectory';
import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';

const folder = new URL('./migrations/', import.meta.url);
const files = readdirSync(folder)
  .filter((name) => name.endsWith('.sql'))
  .sort();
const apply = async (db: PGlite, name: string): Promise<void> => {
  const text = readFileSync(new URL(name, folder), 'utf8');
  for (const statement of text.split('--> statement-breakpoint')) if (statement.trim() !== '') await db.exec(statement);
};

describe('an installation from before there were accounts', () => {
  let db: PGlite;
  before(async () => {
    db = await PGlite.create({ extensions });
    const before = files.filter((name) => name < '0006');
    for (const name of before) await apply(db, name);
    await db.exec(`
      insert into business (name, email, time_zone, currency) values ('Vesper Hollow', 'a@example.com', 'UTC', 'GBP');
      insert into clients (id, name, email) values ('c', 'Ines', 'ines@example.com');
      insert into cards (id, client_id, token, last4, added_at) values ('k', 'c', 'card_x', '7315', '2027-01-01T00:00:00Z');
      insert into world.vault (token, behaviour, last4) values ('card_x', 'approves', '7315');
      insert into payment_requests (id, number, request_key, client_id, note, currency, made_at)
        values ('r', 'P-0001', 'key', 'c', 'note', 'GBP', '2027-01-01T00:00:00Z');
      insert into request_payments (id, request_id, attempt, card, payer, via, amount, state, made_at)
        values ('p', 'r', 'a', '{}', 'Ines', 'link', 100, 'approved', '2027-01-01T00:00:00Z');
    `);
    for (const name of files.filter((name) => name >= '0006')) await apply(db, name);
  });
  after(() => db.close());
  const rows = async (text: string) => (await db.query(text)).rows;

  it('goes on with one account of its own currency, which knows its cards', async () => {
    expect(await rows('select id, way, mode, currency, reference from pay_accounts')).to.deep.equal([
      { id: 'first', way: 'card', mode: 'live', currency: 'GBP', reference: 'tarn_first' },
    ]);
    expect(await rows('select account_id, way from cards')).to.deep.equal([{ account_id: 'first', way: 'card' }]);
    expect(await rows('select account from world.vault')).to.deep.equal([{ account: 'tarn_first' }]);
    expect(await rows('select account_id from request_payments')).to.deep.equal([{ account_id: 'first' }]);
    expect(await rows('select reference, access from world.accounts')).to.deep.equal([
      { reference: 'tarn_first', access: 'first_access' },
    ]);
  });
  it('shows every way that it showed before', async () =>
    expect(await rows('select ways from business')).to.deep.equal([{ ways: { hidden: [], online: null } }]));
  it('takes no card any more without saying where from', async () => {
    const missing = await db
      .exec(`insert into cards (id, client_id, token, last4, added_at) values ('l', 'c', 'y', '1', 'x')`)
      .catch((error: Error) => error.message);
    expect(missing).to.include('account_id');
  });
});

describe('an installation whose facts still had the words of people in them', () => {
  let db: PGlite;
  const rows = async (text: string) => (await db.query(text)).rows;
  before(async () => {
    db = await PGlite.create({ extensions });
    for (const name of files.filter((name) => name < '0011')) await apply(db, name);
    await db.exec(`
      insert into business (name, email, time_zone, currency) values ('Vesper Hollow', 'a@example.com', 'UTC', 'GBP');
      insert into clients (id, name, email) values ('c', 'Ines', 'ines@example.com');
      insert into quotes (id, number, request_key, draft, made_at, touched_at)
        values ('q', 'Q-1', 'k', '{}', '2027-01-01T00:00:00Z', '2027-01-01T00:00:00Z');
      insert into payment_requests (id, number, request_key, client_id, note, currency, made_at)
        values ('r', 'P-0001', 'key', 'c', 'note', 'GBP', '2027-01-01T00:00:00Z');
      insert into quote_facts (quote_id, at, fact) values
        ('q', '2027-01-01T00:00:00Z', '{"v":2,"kind":"sent","at":"2027-01-01T00:00:00Z","revision":1,"by":"message","to":"ines@example.com","expiresAt":null}'),
        ('q', '2027-01-01T00:00:00Z', '{"kind":"opened","at":"2027-01-01T00:00:00Z","revision":1,"who":"client"}');
      insert into request_facts (id, request_id, at, fact) values
        ('f', 'r', '2027-01-01T00:00:00Z', '{"kind":"paid","amount":5,"by":"Ines","via":"link"}');
    `);
    for (const name of files.filter((name) => name >= '0011')) await apply(db, name);
  });
  after(() => db.close());

  it('has them apart, and the facts hold their ids', async () => {
    expect(await rows('select said from words order by id')).to.deep.equal([
      { said: { to: 'ines@example.com' } },
      { said: { by: 'Ines' } },
    ]);
    const at = '2027-01-01T00:00:00Z';
    expect(await rows('select fact, words_id from quote_facts order by seq')).to.deep.equal([
      { fact: { v: 2, kind: 'sent', at, revision: 1, by: 'message', expiresAt: null }, words_id: 1 },
      { fact: { kind: 'opened', at, revision: 1, who: 'client' }, words_id: null },
    ]);
    expect(await rows('select fact, words_id from request_facts')).to.deep.equal([
      { fact: { kind: 'paid', amount: 5, via: 'link' }, words_id: 2 },
    ]);
  });
  it('is held as before: facts are never changed', async () => {
    for (const table of ['quote_facts', 'request_facts']) {
      const changed = await db.exec(`update ${table} set words_id = null`).catch((error: Error) => error.message);
      expect(changed).to.equal(`${table} is append-only`);
    }
  });
});

describe('an installation whose parts had their names as keys', () => {
  let db: PGlite;
  before(async () => {
    db = await PGlite.create({ extensions });
    for (const name of files.filter((name) => name < '0012')) await apply(db, name);
    const booking = (
      id: string,
      instalments: string,
    ) => `('${id}', '${id}', 'c', 's', 'Tour', 'EUR', 'UTC', '2027-03-01T10:00',
      '2027-04-01T10:00', '2027-04-01T12:00', '{}', 100, 0, 't', 1, '{"instalments":[${instalments}]}', 'key ${id}')`;
    await db.exec(`
      set session_replication_role = replica;
      insert into bookings (id, number, client_id, service_id, title, currency, time_zone, agreed, starts_at, ends_at, price,
        total, tax, terms_id, terms_version, terms, request_key)
        values ${booking('a', '{"name":"deposit"}')}, ${booking('b', '{"name":"claim"}')};
      insert into errands (id, booking_id, key, kind, at, errand, state) values
        ('1', 'a', 'overdue:claim@2027-04-02:1', 'message', 'x', '{}', 'done'),
        ('2', 'a', 'charge:refundable deposit@2027-04-02:k:0', 'charge', 'x', '{}', 'done'),
        ('3', 'a', 'ask:deposit@2027-04-02', 'message', 'x', '{}', 'done'),
        ('4', 'b', 'ask:claim@2027-04-02', 'message', 'x', '{}', 'done');
      insert into messages (id, booking_id, cause, occasion, recipient, subject, body, state, made_at)
        values ('m', 'a', 'overdue:claim@2027-04-02:1', 'overdue', 'r', 's', '[]', 'sent', 'x');
      insert into summaries (booking_id, stage, start_at, end_at, total, received, outstanding, due_now, late, held, decisions,
        strip, currency, search)
        select id, 'closed', 'x', 'x', 1, 1, 1, 1, 1, 1,
          '[{"kind":"gap"},{"kind":"late","name":"claim"}]', '{}', 'EUR', '' from bookings;
      set session_replication_role = default;
    `);
    for (const name of files.filter((name) => name >= '0012')) await apply(db, name);
  });
  after(() => db.close());
  const rows = async (text: string) => (await db.query(text)).rows;

  it('asks for nothing again, and leaves an instalment that the owner called so', async () => {
    expect(await rows('select key from errands order by id')).to.deep.equal(
      [
        'overdue:*claims@2027-04-02:1',
        'charge:*security@2027-04-02:k:0',
        'ask:deposit@2027-04-02',
        'ask:claim@2027-04-02',
      ].map((key) => ({ key })),
    );
    expect(await rows('select cause from messages')).to.deep.equal([{ cause: 'overdue:*claims@2027-04-02:1' }]);
    expect(await rows('select decisions from summaries order by booking_id')).to.deep.equal([
      { decisions: [{ kind: 'gap' }, { kind: 'late', name: 'claim', origin: 'claims' }] },
      { decisions: [{ kind: 'gap' }, { kind: 'late', name: 'claim' }] },
    ]);
  });
});

describe('an installation with payments under way from before', () => {
  let db: PGlite;
  before(async () => {
    db = await PGlite.create({ extensions });
    for (const name of files.filter((name) => name < '0014')) await apply(db, name);
    await db.exec(`
      set session_replication_role = replica;
      insert into intents (id, booking_id, cause, request, amount, account_id, state, made_at) values
        ('1', 'a', 'c1', '{"kind":"pay","settles":{"total":900}}', 900, 'x', 'waiting', 'x'),
        ('2', 'b', 'c2', '{"kind":"pay","shares":[{"bookingId":"b","amount":1},{"bookingId":"c","settles":{"total":7}}]}', 8, 'x', 'settling', 'x'),
        ('3', 'd', 'c3', '{"kind":"release","authorisation":"h"}', 0, 'x', 'approved', 'x');
      insert into request_payments (id, request_id, attempt, card, payer, via, amount, account_id, state, made_at)
        values ('p', 'r', 'a', '{}', 'Ines', 'link', 100, 'x', 'settling', 'x');
      set session_replication_role = default;
    `);
    for (const name of files.filter((name) => name >= '0014')) await apply(db, name);
  });
  after(() => db.close());

  it('knows the price that each leads to, and what is on its way', async () => {
    expect((await db.query('select state, request from intents order by id')).rows).to.deep.equal([
      { state: 'waiting', request: { kind: 'pay', becomes: { total: 900 } } },
      {
        state: 'onTheWay',
        request: {
          kind: 'pay',
          shares: [
            { bookingId: 'b', amount: 1 },
            { bookingId: 'c', becomes: { total: 7 } },
          ],
        },
      },
      { state: 'approved', request: { kind: 'release', authorisation: 'h' } },
    ]);
    expect((await db.query('select state from request_payments')).rows).to.deep.equal([{ state: 'onTheWay' }]);
  });
});

describe('the tables of the stand-ins', () => {
  const baseline = async (db: PGlite): Promise<unknown> => {
    const text = readFileSync(new URL('../../world/migrations/0000_baseline.sql', import.meta.url), 'utf8');
    for (const statement of text.split('--> statement-breakpoint')) await db.exec(statement);
    const columns = await db.query(
      `select table_name, column_name, data_type, is_nullable, column_default from information_schema.columns
       where table_schema = 'world' order by 1, 2`,
    );
    const indexes = await db.query(`select indexname, indexdef from pg_indexes where schemaname = 'world' order by 1`);
    return [columns.rows, indexes.rows];
  };
  it('are taken over as they stand in a directory from before, and made where there are none', async () => {
    const [before, none] = [await PGlite.create({ extensions }), await PGlite.create({ extensions })];
    for (const name of files) await apply(before, name);
    await before.exec(
      `insert into world.vault (token, account, behaviour, last4) values ('t', 'a', 'approves', '7315')`,
    );
    const [taken, made] = [await baseline(before), await baseline(none)];
    expect(taken).to.deep.equal(made);
    expect((await before.query('select token from world.vault')).rows).to.deep.equal([{ token: 't' }]);
    await before.close();
    await none.close();
  });
});

describe('a new installation', () => {
  it('has no account of anybody', async () => {
    const db = await PGlite.create({ extensions });
    for (const name of files) await apply(db, name);
    expect((await db.query('select * from pay_accounts')).rows).to.deep.equal([]);
    await db.close();
  });
});
