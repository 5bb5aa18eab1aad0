import { erasuresOf, replayErasures } from '#server/erasure/erasures';
import { erasuresIn, keepErasures, readErasures } from '#server/erasure/erasuresList';
import { type Notification, notifications } from '#core/messages/notified';
import { bookingState } from '#core/bookings/bookingState';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { actingAs } from '#server/actor/actorNow';
import { erasePerson } from '#server/erasure/erasePerson';
import { rowsOf, type Database } from '#server/database/database';
import { cards } from '#server/database/schema/clients';
import { messages } from '#server/database/schema/work';
import { changeOwner } from '#server/database/ownerRow';
import { files } from '#server/database/schema/files';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { and, eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Installation, installation } from '../../../testing/installation';
import { bookingOf, codeOf } from '../../../testing/onBooking';
import { acceptance, pageOf, rentalAgreement, rentalDraft, sentQuote } from '../../../testing/quoting';

const who = { clientName: 'Xaviera Quill', clientEmail: 'xaviera@example.org' };
const wordsOfTheirs = ['xaviera', 'quill', 'PT-7731', 'behind the barn', 'ladder was wet', 'by the gate'];

/** Every row of ours as text, without the documents that were issued: the law wants these kept as they are. */
async function everythingKept(db: Database): Promise<string[]> {
  const tables = await rowsOf<{ name: string }>(
    db,
    sql`select quote_ident(tablename) as name from pg_tables where schemaname = 'public' and tablename <> 'documents' order by 1`,
  );
  const rows: string[] = [];
  for (const { name } of tables)
    for (const { row } of await rowsOf<{ row: string }>(
      db,
      sql.raw(`select '${name} ' || to_jsonb(t)::text as row from ${name} t`),
    ))
      rows.push(row);
  return rows;
}
const saying = (rows: readonly string[], words: readonly string[]): string[] =>
  rows.filter((row) => words.some((word) => row.toLowerCase().includes(word.toLowerCase())));

describe('erasing a client', function () {
  this.timeout(120_000);
  let app: Installation;
  let clientId: string;
  let number: string;
  let quoteNumber: string;
  let pictureId: string;

  const idOf = async (name: string): Promise<string> =>
    (await app.books.clients({ search: name })).clients.find((client) => client.name === name)!.id;
  const erase = (name = who.clientName) => app.eraseClient({ clientId, name });

  /** A signed quote, its booking paid, a claim with a picture, closed out; a question, a request and a letter besides. */
  before(async () => {
    app = await installation();
    const told = { name: 'Lena Varga', email: 'lena@example.com', of: Object.keys(notifications) as Notification[] };
    await app.deps.db.transaction((tx) => changeOwner(tx, { told: [told] }));
    const { link, number: quoted } = await sentQuote(
      app,
      rentalDraft({ ...who, agreement: rentalAgreement, note: 'It stands behind the barn.', termsId: 'rental' }),
    );
    quoteNumber = quoted;
    await app.acceptQuote({ ...acceptance(await pageOf(app, link), link), origin: '203.0.113.9' });
    await app.settle();
    clientId = await idOf(who.clientName);
    const view = (await app.books.client(clientId))!;
    const [line] = view.bookings;
    number = line!.number;
    const { booking, facts } = (await readBooking(app.deps.db, line!.id))!;
    const { position } = bookingState(agreedOf(booking), facts, app.world.clock.now());
    await app.payByClient({ link, attempt: randomUUID(), card: await app.token('approves'), amount: position.dueNow });
    await app.settle();
    await app.askChange({
      link,
      attempt: randomUUID(),
      what: 'move',
      start: '2027-04-06T18:00',
      note: 'I am by the gate.',
    } as never);
    const other = await bookingOf(app);
    await other.pay();
    await app.at('2027-04-15T19:00');
    await app.settle();
    const stored = await app.uploadFile(readFileSync('docs/screenshots/today.png'), 'ladder.png', 'picture');
    if (!stored.ok) throw new Error(stored.refusal.code);
    pictureId = stored.value.id;
    const claimed = await app.saveClaim({
      bookingId: line!.id,
      requestKey: randomUUID(),
      claimId: null,
      what: 'damage',
      reason: 'Scratched mirror',
      amount: 20_00 as never,
      restsOn: 'The ladder was wet.',
      pictures: [{ fileId: pictureId, taken: null }],
    });
    if (!claimed.ok) throw new Error(claimed.refusal.code);
    await app.lettersOut();
  });
  after(() => app.close());

  it('is refused while something is open, and says what', async () => {
    const refused = await erase();
    expect(refused).to.deep.equal({ ok: false, refusal: { code: 'client_open', open: [{ what: 'booking', number }] } });
    expect((await app.books.client(clientId))!.open).to.deep.equal([{ what: 'booking', number }]);
    const request = await app.createRequest({
      requestKey: randomUUID(),
      ...who,
      note: 'Spare parts',
      currency: 'EUR',
      amount: 60_00 as never,
      smallest: null,
      expiresAt: null,
      send: true,
    });
    expect((await app.books.client(clientId))!.open.map(({ what }) => what)).to.deep.equal(['booking', 'request']);
    if (request.ok) await app.withdrawRequest({ requestId: request.value.id });
  });

  it('takes everything that says who they are out of every table, and leaves what was agreed and paid', async () => {
    const { id } = (await app.queries.booking(number))!;
    const closed = await app.closeOut({ bookingId: id, claims: [], coverBalance: false });
    expect(closed.ok, JSON.stringify(closed)).to.equal(true);
    await app.settle();
    await app.at('2027-05-20T10:00');
    await app.settle();
    expect((await app.books.client(clientId))!.open).to.deep.equal([]);
    expect(codeOf(await erase('Somebody else'))).to.equal('name_differs');
    // One of their letters was given up before.
    await app.deps.db
      .update(messages)
      .set({ state: 'failed', error: 'unsure' })
      .where(and(eq(messages.occasion, 'receipt'), eq(messages.recipient, who.clientEmail)));
    expect((await app.queries.failures()).waiting.map(({ kind }) => kind)).to.include('letter');
    const tokens = (
      await app.deps.db.select({ token: cards.token }).from(cards).where(eq(cards.clientId, clientId))
    ).map(({ token }) => token);
    expect(tokens.length).to.be.above(0);
    const rows = await everythingKept(app.deps.db);
    for (const word of wordsOfTheirs) expect(saying(rows, [word]), word).not.to.deep.equal([]);
    const others = saying(rows, ['ines@example.com']);
    const balances = await rowsOf(app.deps.db, sql`select * from account_balances order by 1, 2`);

    expect(await erase()).to.deep.equal({ ok: true, value: { erased: true } });

    const after = await everythingKept(app.deps.db);
    expect(saying(after, [...wordsOfTheirs, ...tokens])).to.deep.equal([]);
    expect(saying(after, ['ines@example.com'])).to.deep.equal(others);
    expect(await app.deps.db.select().from(files).where(eq(files.id, pictureId))).to.deep.equal([]);
    expect(await rowsOf(app.deps.db, sql`select * from account_balances order by 1, 2`)).to.deep.equal(balances);
    expect(await verify(app.deps)).to.deep.equal([]);
    expect(codeOf(await erase())).to.equal('client_not_found');
  });

  it('leaves pages that open, and a list that has them no more', async () => {
    expect((await app.books.clients({ search: 'Erased' })).clients).to.deep.equal([]);
    const view = (await app.books.client(clientId))!;
    expect(view).to.deep.include({ name: 'Erased client', email: '', kept: [], open: [] });
    expect(view.erased!.by).to.equal('the business');
    expect(view.bookings.map((line) => [line.number, line.stage])).to.deep.equal([[number, 'closed']]);
    const booking = (await app.queries.booking(number))!;
    expect(booking.client.name).to.equal('Erased client');
    expect((await app.queries.quote(quoteNumber))!.history.length).to.be.above(2);
    expect(await app.agreementFile({ bookingId: booking.id })).to.equal(null);
    expect((await app.queries.today()).failures.count).to.equal(0);
  });

  it('makes a new client of whoever books again under that name, and leaves who shares an address whole', async () => {
    await bookingOf(app, who);
    const again = await idOf(who.clientName);
    expect(again).not.to.equal(clientId);
    const about = { requestKey: randomUUID(), note: 'Spare parts', currency: 'EUR', amount: 60_00 as never };
    const rest = { smallest: null, expiresAt: null, send: true };
    const made = await app.createRequest({ ...about, ...rest, ...who, clientName: 'Yago Quill' });
    if (made.ok) await app.withdrawRequest({ requestId: made.value.id });
    await app.lettersOut();
    const before = saying(await everythingKept(app.deps.db), ['xaviera@example.org']);
    const yago = await idOf('Yago Quill');
    expect((await app.eraseClient({ clientId: yago, name: 'Yago Quill' })).ok).to.equal(true);
    const after = await everythingKept(app.deps.db);
    expect(saying(after, ['yago'])).to.deep.equal([]);
    // Letters there were only of the request, which was Yago's.
    expect(saying(after, ['xaviera@example.org'])).to.deep.equal(
      before.filter((row) => !/^(messages|words) |Yago/.test(row)),
    );
    expect(await verify(app.deps)).to.deep.equal([]);
  });
});

describe('erasing who bought a voucher, and whom one is for', () => {
  it('leaves the voucher and its money', async () => {
    const app = await installation();
    try {
      await app.savePage({
        note: '',
        phone: 'off',
        vouchers: { least: 20_00 as never, most: 500_00 as never, months: 24 },
      });
      const made = await app.orderVoucher({
        requestKey: randomUUID(),
        amount: 80_00 as never,
        buyerName: who.clientName,
        buyerEmail: who.clientEmail,
        to: { name: 'Maud Ellingsen', email: 'maud@example.com' },
        message: 'From your Xaviera.',
        sendOn: null,
      });
      if (!made.ok) throw new Error(made.refusal.code);
      const about = { link: made.value.link, attempt: randomUUID(), card: await app.token('approves'), amount: 80_00 };
      expect((await app.payRequest({ ...about, payer: who.clientName } as never)).ok).to.equal(true);
      await app.at('2027-03-01T10:01');
      await app.lettersOut();
      // Whom it was for is a client of their own, with a request that came to nothing.
      const ask = { requestKey: randomUUID(), note: 'Spare parts', currency: 'EUR', amount: 60_00 as never };
      const to = { clientName: 'Maud Ellingsen', clientEmail: 'maud@example.com' };
      const request = await app.createRequest({ ...ask, ...to, smallest: null, expiresAt: null, send: false });
      if (request.ok) await app.withdrawRequest({ requestId: request.value.id });
      const { clients } = await app.books.clients({});
      const balances = await rowsOf(app.deps.db, sql`select * from account_balances order by 1, 2`);
      for (const name of ['Maud Ellingsen', who.clientName]) {
        const clientId = clients.find((client) => client.name === name)!.id;
        expect(await app.eraseClient({ clientId, name }), name).to.deep.include({ ok: true });
        expect(saying(await everythingKept(app.deps.db), [name]), name).to.deep.equal([]);
      }
      expect(saying(await everythingKept(app.deps.db), ['maud@', 'xaviera'])).to.deep.equal([]);
      expect(await rowsOf(app.deps.db, sql`select * from account_balances order by 1, 2`)).to.deep.equal(balances);
      expect((await app.creditView()).vouchers).to.have.length(1);
      expect(await verify(app.deps)).to.deep.equal([]);
    } finally {
      await app.close();
    }
  });
});

describe('erasures made since a backup', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'ostendo-erasures-'))));
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const erasure = (clientId: string, at = '2027-05-20T10:00:00.000Z') =>
    ({ clientId, at, by: { kind: 'person', id: null } }) as never;

  it('stand in a list that only grows, each client once', () => {
    keepErasures(folder, [erasure('one')]);
    keepErasures(folder, [erasure('one', '2028-01-01T10:00:00.000Z'), erasure('two')]);
    keepErasures(folder, []);
    expect(readErasures(erasuresIn(folder))).to.deep.equal([erasure('one'), erasure('two')]);
    expect(readErasures(join(folder, 'none'))).to.deep.equal([]);
  });
  it('a line that names none is refused by its number', () => {
    writeFileSync(
      erasuresIn(folder),
      `${JSON.stringify({ clientId: 'one', at: 'yesterday', by: { kind: 'person' } })}\n`,
    );
    expect(() => readErasures(erasuresIn(folder))).to.throw('line 1');
  });

  it('are made anew, also of a client with whom something was open in its day', async () => {
    const app = await installation();
    try {
      const booking = await bookingOf(app, who);
      await booking.pay();
      const { clientId } = (
        await rowsOf<{ clientId: string }>(
          app.deps.db,
          sql`select client_id as "clientId" from bookings where id = ${booking.id}`,
        )
      )[0]!;
      const wanted = [erasure('unknown'), erasure(clientId)];
      expect(await replayErasures(app.deps, wanted)).to.equal(1);
      expect(await replayErasures(app.deps, wanted)).to.equal(0);
      expect(saying(await everythingKept(app.deps.db), ['xaviera', 'quill'])).to.deep.equal([]);
      expect(await verify(app.deps)).to.deep.equal([]);
      expect(await erasuresOf(app.deps.db)).to.deep.equal([erasure(clientId)]);
      await app.at('2027-06-20T10:00');
      await app.settle();
      expect((await app.queries.failures()).waiting).to.deep.equal([]);
      expect(await verify(app.deps)).to.deep.equal([]);
    } finally {
      await app.close();
    }
  });

  it('cannot be told of what was agreed: nothing else of a quote, a credit or a voucher can be changed', async () => {
    const app = await installation();
    try {
      await sentQuote(app, rentalDraft(who));
      for (const change of [
        sql`update quote_revisions set offer = '{}'`,
        sql`delete from quote_revisions`,
        sql`update quote_revisions set digest = 'x'`,
      ])
        expect(
          await app.deps.db.execute(change).then(
            () => 'done',
            (error: Error) => String(error.cause ?? error),
          ),
        ).to.include('append-only');
      const booking = await bookingOf(app, who);
      await actingAs({ kind: 'person', id: null }, () =>
        app.deps.db.transaction(async (tx) => {
          const [row] = await rowsOf<{ id: string }>(
            tx,
            sql`select client_id as id from bookings where id = ${booking.id}`,
          );
          await erasePerson(tx, erasure(row!.id), app.world.clock.now());
        }),
      );
      expect(
        await app.deps.db.execute(sql`update quote_revisions set digest = 'x'`).then(
          () => 'done',
          (error: Error) => String(error.cause ?? error),
        ),
        'of one that was erased',
      ).to.include('append-only');
    } finally {
      await app.close();
    }
  });
});
