import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { PlainDate } from '#core/calendar/days';
import { noSellerData } from '#core/invoices/party';
import { usualDocuments } from '#core/invoices/settings';
import { usualBooks } from '#core/books/books';
import { accounts } from '#core/books/journal/entry';
import { business } from '#server/database/schema/business';
import { journalEntries, journalLines, tillCounts } from '#server/database/schema/journal';
import { appendEntries } from '#server/journal/appendEntry';
import { takeBackCounts } from '#server/backfill/takeBackCounts';
import { tillDifference } from '#core/books/journal/otherEntries';
import { formatMoney } from '#core/money/formatMoney';
import { CountTill } from '#contracts/books/books';
import { payouts } from '#server/database/schema/work';
import { exportFormats } from '#server/formats/exportJournal';
import { beancountAccount } from '#server/formats/beancount';
import { plainAmount } from '#server/formats/journalEntries';
import { verify } from '#server/verify/verify';
import { asc, eq } from 'drizzle-orm';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import { connected, type Installation, installation, rental } from '../../../../testing/installation';

const day = (text: string): PlainDate => text as PlainDate;

describe('the books', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  const booked = async (): Promise<string> => {
    const made = await app.createBooking(rental({ title: 'A "title"; with | signs\nand \\ lines' }));
    if (!made.ok) throw new Error(made.refusal.code);
    return made.value.id;
  };
  const payCard = async (amount: number): Promise<void> => {
    await app.payByClient({
      link: await app.linkSentTo('ines@example.com'),
      attempt: randomUUID(),
      card: await app.token('approves'),
      amount: amount as Minor,
    });
  };
  const balances = async (on: string): Promise<Record<string, number>> =>
    Object.fromEntries(
      (await app.books.trialBalance(day(on))).balances.map(({ account, balance }) => [account, balance]),
    );

  it('date revenue and tax at the end of the service, whenever the booking is closed out', async () => {
    const id = await booked();
    await payCard(800_00);
    await app.at('2027-04-29T10:00');
    expect((await balances('2027-04-20'))[accounts.clientDeposits]).to.equal(-800_00);
    const after = await balances('2027-04-21');
    expect(after[accounts.clientDeposits]).to.equal(undefined);
    expect(after[accounts.revenue]).to.equal(-650_41);
    expect(after[accounts.taxPayable]).to.equal(-149_59);
    const closed = await app.closeOut({ bookingId: id, claims: [], coverBalance: false });
    expect(closed.ok).to.equal(true);
    expect((await balances('2027-04-30'))[accounts.revenue]).to.equal(-650_41);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('take tax with the receipt from a day on, and it back with a refund', async () => {
    await app.saveBooks({ books: { ...usualBooks, taxAt: [{ from: day('2027-03-01'), at: 'receipt' }] } });
    const id = await booked();
    await payCard(800_00);
    expect((await balances('2027-03-01'))[accounts.taxPayable]).to.equal(-149_59);
    expect((await balances('2027-03-01'))[accounts.clientDeposits]).to.equal(-650_41);
    await app.at('2027-03-02T09:00');
    const cancelled = await app.cancelBooking({ bookingId: id, by: 'client' });
    expect(cancelled.ok).to.equal(true);
    await app.at('2027-03-10T09:00');
    const after = await balances('2027-03-10');
    expect(after[accounts.taxPayable]).to.equal(undefined);
    expect(after[accounts.clientDeposits]).to.equal(undefined);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('owe tips to the staff where they are theirs, and say what a claim is for in its tax', async () => {
    const late = { kind: 'code' as const, code: 'VAT' };
    await app.saveBooks({ books: { ...usualBooks, taxAt: [], claims: { ...usualBooks.claims, late } } });
    const id = await booked();
    await payCard(800_00);
    await app.at('2027-04-22T10:00');
    const claims = [{ id: 'x', reason: 'A day late', kind: 'late' as const, amount: 123_00 as Minor }];
    const closed = await app.closeOut({ bookingId: id, claims, coverBalance: false });
    expect(closed.ok).to.equal(true);
    const after = await balances('2027-04-22');
    expect(after[accounts.taxPayable]).to.equal(-149_59 - 23_00);
    expect(after[accounts.damageRecovered]).to.equal(-100_00);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('have payouts under way until the owner saw them in the bank, once', async () => {
    await booked();
    await payCard(800_00);
    await app.at('2027-03-20T10:00');
    const [payout] = await app.books.payouts();
    expect(payout!.processor).to.equal('tarn');
    expect(payout!.payments.map(({ booking }) => booking)).to.deep.equal(['B-0001']);
    expect((await balances('2027-03-20'))[accounts.payoutsUnderWay]).to.equal(payout!.net);
    await Promise.all([1, 2].map(() => app.bankPayout({ payoutId: payout!.id })));
    const after = await balances('2027-03-20');
    expect(after[accounts.payoutsUnderWay]).to.equal(undefined);
    expect(after[accounts.bank]).to.equal(payout!.net);
    expect(await app.bankPayout({ payoutId: 'none' })).to.deep.include({ refusal: { code: 'payout_not_there' } });
    const [tax] = (await app.books.report('fees', { from: day('2027-03-01'), until: day('2027-03-31') })).tables;
    expect(tax!.rows).to.have.length(1);
    expect(await app.deps.db.$count(payouts)).to.equal(1);
  });

  it('keep what each processor collects and takes apart, by the owner’s names, and as one account', async () => {
    const beck = await connected(app, { provider: 'beck', mode: 'live', currency: 'EUR' });
    const id = await booked();
    await payCard(400_00);
    await app.at('2027-03-20T10:00');
    const after = await balances('2027-03-20');
    const [payout] = await app.books.payouts();
    expect(after['expenses:processor fees:Tarn Cards']).to.equal(payout!.fee);
    expect(after['expenses:processor fees']).to.equal(undefined);
    const link = await app.copyLink({ bookingId: id, requestKey: 'by-the-other-way' });
    const key = link.ok ? link.value.url.split('/').at(-1)! : '';
    const card = await app.tokenAt(beck, testBankAccount('settles', 1234));
    const paying = { link: key, attempt: 'another-attempt', account: beck, card, amount: 100_00 as Minor };
    expect((await app.payByClient(paying)).ok).to.equal(true);
    await app.at('2027-03-26T10:00');
    const entries = (await app.books.journal({ account: 'assets:card clearing:Beck Debit' })).entries;
    expect(entries.map(({ description }) => description)).to.include('Payment before the service');
    expect((await app.books.journal({ account: 'assets:card clearing:Nobody' })).entries).to.deep.equal([]);
    const all = (await app.books.journal({ account: accounts.cardClearing })).entries.length;
    expect(all).to.be.greaterThan(entries.length);
    const settings = (await app.queries.settings()).books;
    expect(settings.accounts).to.include.members([
      'assets:card clearing:Beck Debit',
      'assets:card clearing:Tarn Cards',
      'expenses:processor fees:Beck Debit',
    ]);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('stay closed where they were closed: what comes later is booked on the first open day', async () => {
    const id = await booked();
    await payCard(400_00);
    await app.at('2027-04-22T10:00');
    expect(await app.closeBooks({ until: day('2027-04-22'), despite: true })).to.deep.include({
      refusal: { code: 'not_yet_over' },
    });
    const asked = await app.closeBooks({ until: day('2027-04-21'), despite: false });
    expect(!asked.ok && asked.refusal.code).to.equal('still_open');
    expect(await app.closeBooks({ until: day('2027-04-21'), despite: true })).to.deep.include({ ok: true });
    expect(await app.closeBooks({ until: day('2027-04-21'), despite: true })).to.deep.include({
      refusal: { code: 'closed_already' },
    });
    const [before] = await app.deps.db.select({ until: business.closedUntil }).from(business);
    expect(before!.until).to.equal('2027-04-21');
    const back = app.deps.db
      .insert(journalEntries)
      .values({ at: '2027-04-20T10:00:00Z' as Instant, day: day('2027-04-20'), description: 'x' });
    expect(
      await back.then(
        () => 'booked',
        () => 'refused',
      ),
    ).to.equal('refused');
    // A clock that was put back books on the first open day too.
    await app.deps.db.update(business).set({ closedUntil: day('2027-04-25') });
    const closed = await app.closeOut({
      bookingId: id,
      claims: [{ id: 'x', reason: 'Dent', amount: 10_00 as Minor }],
      coverBalance: false,
    });
    expect(closed.ok).to.equal(true);
    const entries = await app.deps.db.select().from(journalEntries).orderBy(asc(journalEntries.seq));
    expect(entries.at(-1)!.day).to.equal('2027-04-26');
  });

  it('are found by booking, account, words and number, a page at a time, and lead back', async () => {
    await booked();
    await payCard(800_00);
    await app.at('2027-04-30T10:00');
    const all = await app.books.journal({});
    expect(all.entries.every(({ factSeq, booking }) => booking === null || factSeq !== null)).to.equal(true);
    const found = async (query: Parameters<typeof app.books.journal>[0]): Promise<string[]> =>
      (await app.books.journal(query)).entries.map(({ description }) => description);
    expect(await found({ text: 'b-0001' })).to.have.length(all.entries.filter(({ booking }) => booking).length);
    expect(await found({ account: accounts.revenue })).to.deep.equal(['Service delivered']);
    expect(await found({ text: 'delivered' })).to.deep.equal(['Service delivered']);
    expect(await found({ text: 'Valadar', account: accounts.cardClearing })).to.deep.equal([
      'Payment before the service',
    ]);
    expect(await found({ text: String(all.entries[0]!.seq) })).to.deep.equal([all.entries[0]!.description]);
    expect(await found({ from: day('2027-04-21'), until: day('2027-04-21') })).to.deep.equal(['Service delivered']);
    const second = all.entries[1]!;
    expect(await found({ beforeDay: all.entries[0]!.day, before: all.entries[0]!.seq })).to.include(second.description);
    expect(await found({ text: "%_'; drop" })).to.deep.equal([]);
  });

  it('are handed out so that hledger and beancount accept them and come to our balances, whole or from a day on', async () => {
    await app.saveBooks({ books: { ...usualBooks, taxAt: [{ from: day('2027-03-01'), at: 'receipt' }] } });
    const id = await booked();
    await payCard(800_00);
    await app.at('2027-04-22T10:00');
    await app.closeOut({
      bookingId: id,
      claims: [{ id: 'x', reason: 'x', amount: 120_00 as Minor }],
      coverBalance: false,
    });
    await app.at('2027-04-30T10:00');
    const written = async (format: string, period: { from?: PlainDate }): Promise<string> => {
      let all = '';
      for await (const piece of exportFormats[format]!.write(app.deps.db, period)) all += piece;
      return all;
    };
    const ours = (await app.books.trialBalance(day('2027-04-30'))).balances;
    for (const period of [{}, { from: day('2027-04-01') }]) {
      const journal = await written('hledger', period);
      const hledger = (...args: string[]) =>
        spawnSync('hledger', ['-f-', ...args], { input: journal, encoding: 'utf8' });
      const check = hledger('check', '--strict');
      expect(check.stderr).to.equal('');
      const theirs = hledger('balance', '--flat', '--no-total', '-O', 'csv').stdout;
      for (const { account, balance, currency } of ours)
        expect(theirs).to.include(`"${account}","${plainAmount(balance, currency)} ${currency}"`);

      const path = join(mkdtempSync(join(tmpdir(), 'ostendo-books-')), 'journal.beancount');
      writeFileSync(path, await written('beancount', period));
      expect(spawnSync('bean-check', [path], { encoding: 'utf8' })).to.deep.include({ stderr: '', status: 0 });
      const query = spawnSync('bean-query', ['-f', 'csv', path, 'select account, sum(number) group by account'], {
        encoding: 'utf8',
      });
      for (const { account, balance, currency } of ours)
        expect(query.stdout.replace(/\s/g, '')).to.include(
          `${beancountAccount(account)},${plainAmount(balance, currency)}`,
        );
    }
    const lines = (await written('csv', {})).trim().split('\n');
    expect(lines).to.have.length.greaterThan(10);
    const json = (await written('json', {}))
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { lines: { amount: number }[] });
    expect(json.every((entry) => entry.lines.reduce((all, { amount }) => all + amount, 0) === 0)).to.equal(true);
  });

  it('give every report as a table, a spreadsheet and a PDF', async () => {
    await booked();
    await payCard(800_00);
    await app.at('2027-04-30T10:00');
    const period = { from: day('2027-03-01'), until: day('2027-04-30') };
    for (const name of [
      'tax',
      'revenue',
      'deposits',
      'receivables',
      'house-accounts',
      'vouchers',
      'fees',
      'tips',
    ] as const) {
      const { tables } = await app.books.report(name, period);
      expect(tables.length, name).to.be.greaterThan(0);
      const csv = await app.books.reportFile(name, period, 'csv');
      expect(Buffer.from(csv.content).toString(), name).to.include(tables[0]!.columns[0]!.label);
      const pdf = await app.books.reportFile(name, period, 'pdf');
      const path = join(mkdtempSync(join(tmpdir(), 'ostendo-report-')), 'report.pdf');
      writeFileSync(path, pdf.content);
      expect(spawnSync('qpdf', ['--check', path]).status, name).to.equal(0);
    }
    const [revenue] = (await app.books.report('revenue', period)).tables;
    expect(revenue!.rows.map((row) => row[0])).to.deep.equal(['2027-04']);
  });

  it('book what a count of the till finds, once, and find nothing after it', async () => {
    const id = await booked();
    await app.recordPayment({ bookingId: id, requestKey: randomUUID(), amount: 100_00 as Minor, method: 'cash' });
    const requestKey = randomUUID();
    const count = { currency: 'EUR', note: 'evening' };
    const short = { ...count, requestKey, counted: 99_50 as Minor };
    const both = await Promise.all([app.countTill(short), app.countTill(short)]);
    for (const each of both) expect(each).to.deep.include({ value: { expected: 100_00, difference: -50 } });
    expect(await app.countTill({ ...count, requestKey: randomUUID(), counted: 99_50 as Minor })).to.deep.include({
      value: { expected: 99_50, difference: 0 },
    });
    const after = await balances('2027-03-01');
    expect(after[accounts.cash]).to.equal(99_50);
    expect(after[accounts.cashOverAndShort]).to.equal(50);
    const [till] = (await app.books.till()).tills;
    expect(till!.days.map(({ came, went, balance, counted }) => [came, went, balance, counted.length])).to.deep.equal([
      [100_00, 50, 99_50, 2],
    ]);
  });

  it('stay readable with a count in what is no currency, as former versions let through, and it is taken back', async () => {
    await booked();
    await payCard(800_00);
    const note = 'evening';
    await app.deps.db.transaction(async (tx) => {
      const count = { requestKey: 'a count of before', at: app.deps.clock.now(), day: day('2027-03-01'), note };
      await tx
        .insert(tillCounts)
        .values({ id: 'a', currency: 'XXX', expected: 0 as Minor, counted: 12345 as Minor, ...count });
      const entry = tillDifference(12345 as Minor)!;
      await appendEntries(tx, [{ entry, at: count.at, currency: 'XXX', about: note, takesBack: true }]);
    });
    const readAll = async (): Promise<string> => {
      const { entries } = await app.books.journal({});
      const files: string[] = [JSON.stringify(entries)];
      for (const format of Object.keys(exportFormats)) {
        for await (const piece of app.books.exported(format, {})!.pieces) files.push(piece);
      }
      for (const { currency, balance } of (await app.books.trialBalance(day('2027-03-01'))).balances)
        files.push(formatMoney(balance, currency));
      return files.join('\n');
    };
    expect(await readAll())
      .to.include('12345 XXX')
      .and.include('XXX (no currency)');
    expect(await takeBackCounts(app.deps.db, app.deps.clock.now())).to.equal(1);
    expect(await takeBackCounts(app.deps.db, app.deps.clock.now()), 'once').to.equal(0);
    expect(Object.keys(await balances('2027-03-01'))).to.not.include(accounts.cash);
    expect((await app.books.till()).tills).to.deep.equal([]);
    expect(await readAll()).to.include('XXX is no currency');
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('are never booked in what is no currency', async () => {
    const entry = tillDifference(100 as Minor)!;
    const tried = app.deps.db.transaction((tx) =>
      appendEntries(tx, [{ entry, at: app.deps.clock.now(), currency: 'XXX', about: '' }]),
    );
    expect(await tried.catch((error: Error) => error.message)).to.include('XXX');
    expect(CountTill.safeParse({ requestKey: 'a-count-key', currency: 'XXX', counted: 0, note: '' }).success).to.equal(
      false,
    );
  });

  it('round cash where the law of the country does', async () => {
    const face = await app.queries.businessFace();
    await app.saveBusiness({ name: face.name, line: face.line, email: face.email, country: 'NL', look: {} });
    const id = await booked();
    await app.recordPayment({ bookingId: id, requestKey: randomUUID(), amount: 100_02 as Minor, method: 'cash' });
    const after = await balances('2027-03-01');
    expect(after[accounts.cash]).to.equal(100_00);
    expect(after[accounts.rounding]).to.equal(2);
    expect(after[accounts.clientDeposits]).to.equal(-100_02);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('have a code for whoever pays by transfer, with account, sum and reference', async () => {
    const settings = { ...usualDocuments };
    const seller = { ...noSellerData, iban: 'PT22996000018830041257703' };
    await app.savePaymentMethods({ ways: { hidden: [], online: null }, transferTo: '' });
    await app.saveDocuments({ settings, seller });
    const made = await app.createBooking(rental({ termsId: 'event' }));
    if (!made.ok) throw new Error(made.refusal.code);
    expect(await app.books.transferForBooking(made.value.id)).to.include('<svg');
    const page = await app.queries.client(await app.linkSentTo('ines@example.com'));
    if ('fault' in page) throw new Error(page.fault);
    expect(page.offered.transferCode).to.equal(true);
    expect(page.offered.transferTo).to.match(/Reference RF\d\d/);
    expect(await app.books.transferForRequest('unknown')).to.equal(null);
  });

  it('call accounts as the owner does, and rewrite nothing', async () => {
    await app.saveAccounts({ accountNames: { [accounts.bank]: { number: '1200', name: 'House bank' } } });
    await booked();
    await payCard(800_00);
    expect((await app.books.journal({})).accountNames[accounts.bank]).to.deep.equal({
      number: '1200',
      name: 'House bank',
    });
    const named = await app.deps.db.select().from(journalLines).where(eq(journalLines.account, accounts.cardClearing));
    expect(named).to.have.length.greaterThan(0);
  });
});
