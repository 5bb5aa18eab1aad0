import { demoSeller as seller } from '#demo/books';
import type { RequestLines } from '#contracts/credit/credit';
import type { PlainDate } from '#core/calendar/days';
import type { RequestPaper } from '#core/paymentRequests/requestPaper';
import { usualDocuments } from '#core/invoices/settings';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { documents } from '#server/database/schema/documents';
import { clients } from '#server/database/schema/clients';
import { accountBalances } from '#server/database/schema/journal';
import { payAccounts } from '#server/database/schema/ways';
import { messages } from '#server/database/schema/work';
import { testBankAccount } from '#world/accounts/testBankAccounts';
import { mail } from '#world/mailbox/tables';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import { asc, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { randomUUID } from 'node:crypto';
import { connected, type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const settings = { ...usualDocuments, from: '2027-01-01' as PlainDate, onAccount: 'receipt' as const, send: true };
type Line = RequestLines['lines'][number];
const line = (label: string, quantity: string, unitPrice: number, taxes: string[] = []): Line => ({
  id: label,
  label,
  quantity: quantity as Decimal,
  unitPrice: minor(unitPrice),
  taxes,
});

describe('requests with lines', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    const face = await app.queries.businessFace();
    await app.saveBusiness({ name: face.name, line: face.line, email: face.email, country: 'PT', look: {} });
    const kept = await app.saveDocuments({ settings, seller });
    if (!kept.ok) throw new Error(kept.refusal.code);
  });
  afterEach(() => app.close());

  const clean = async () => expect(await verify(app.deps)).to.deep.equal([]);
  const balance = async (account: string): Promise<number> =>
    (await app.deps.db.select().from(accountBalances)).find((row) => row.account === account)?.balance ?? 0;
  const balances = async () => ({
    owed: await balance('assets:receivables'),
    cards: await balance('assets:card clearing'),
    revenue: await balance('income:revenue'),
    tax: await balance('liabilities:tax payable'),
    credit: await balance('liabilities:client credit'),
  });
  const told = async (): Promise<string[]> =>
    (await app.deps.db.select().from(documents).orderBy(asc(documents.place))).map(
      ({ number, kind, total, body }) => `${number} ${kind} ${total} open ${body.open}`,
    );
  const lines: RequestLines = {
    taxMode: 'inclusive',
    lines: [line('Cleaning', '2', 30_75, ['VAT']), line('Deposit of a key', '1', 10_00)],
  };
  type More = Partial<Omit<RequestPaper, 'price'>> & { lines?: RequestLines | null };
  const wanted = (paper: More, about: Partial<Parameters<Installation['createRequest']>[0]> = {}) => {
    const { lines: own = lines, ...rest } = paper;
    return app.createRequest({
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      note: 'After your stay',
      currency: 'EUR',
      amount: null,
      smallest: null,
      expiresAt: null,
      send: false,
      ...about,
      paper: {
        lines: own,
        reference: '',
        terms: '',
        privateNote: '',
        dueDay: null,
        tip: false,
        copyTo: [],
        attachments: [],
        invoiced: 'no',
        ...rest,
      } as never,
    });
  };
  const asked = async (...about: Parameters<typeof wanted>) => {
    const made = await wanted(...about);
    if (!made.ok) throw new Error(made.refusal.code);
    const { id, number, url } = made.value;
    return { id, number, link: url?.split('/').at(-1) ?? '' };
  };
  const pay = async (link: string, amount: number, tip = 0, card: Parameters<Installation['token']>[0] = 'approves') =>
    app.payRequest({
      link,
      attempt: randomUUID(),
      card: await app.token(card),
      amount: minor(amount),
      tip: minor(tip),
      payer: 'Otto Prins',
    });

  it('are paid for what they sell: revenue and tax, and no credit', async () => {
    const { link } = await asked({});
    expect(await balances()).to.deep.equal({ owed: 0, cards: 0, revenue: 0, tax: 0, credit: 0 });
    const page = (await app.requestPage(link))!;
    expect(page.rows.map(({ what, amount }) => `${what}: ${amount}`)).to.deep.equal([
      'Cleaning: €\u00a061.50',
      'Deposit of a key: €\u00a010.00',
      'VAT 23%: €\u00a011.50',
      'In all: €\u00a071.50',
    ]);
    expect((await pay(link, 71_50)).ok).to.equal(true);
    expect(await balances()).to.deep.equal({ owed: 0, cards: 71_50, revenue: -60_00, tax: -11_50, credit: 0 });
    expect((await app.requestPage(link))!.state).to.equal('paid');
    expect(codeOf(await pay(link, 71_50))).to.equal('request_paid');
    expect(await told()).to.deep.equal([]);
    await clean();
  });

  it('are invoiced as money comes, with a number of a trial while cards are made up', async () => {
    await app.deps.db.update(payAccounts).set({ mode: 'test' });
    const { link, number } = await asked({ invoiced: 'paid', reference: 'PO 4471' });
    await pay(link, 71_50);
    expect(await told()).to.deep.equal(['TRIAL-I2027-0001 final 7150 open 0']);
    const [row] = await app.deps.db.select().from(documents);
    expect([row!.body.reference, row!.body.orderReference, row!.body.title]).to.deep.equal([
      number,
      'PO 4471',
      'After your stay',
    ]);
    expect(row!.taxes).to.deep.equal([{ code: 'VAT', base: 50_00, amount: 11_50 }]);
    const { documents: on } = (await app.requestPage(link))!;
    expect(on.map((document) => document.number)).to.deep.equal(['TRIAL-I2027-0001']);
    const file = await app.books.documentOfRequest(link, 'TRIAL-I2027-0001');
    expect(Buffer.from(file!.content).subarray(0, 5).toString()).to.equal('%PDF-');
    const other = await asked({});
    expect(await app.books.documentOfRequest(other.link, 'TRIAL-I2027-0001')).to.equal(null);
    await clean();
  });

  it('are invoiced as they are sent: owed and taxed before there is money, due on their day', async () => {
    await app.deps.db.update(payAccounts).set({ disconnectedAt: app.deps.clock.now() });
    const dueDay = '2027-03-20' as PlainDate;
    const { id, number } = await asked({ invoiced: 'sent', dueDay }, { send: true });
    await app.lettersOut();
    expect(await told()).to.deep.equal(['I2027-0001 final 7150 open 7150']);
    expect((await app.deps.db.select().from(documents))[0]!.dueDay).to.equal(dueDay);
    expect(await balances()).to.deep.equal({ owed: 71_50, cards: 0, revenue: -60_00, tax: -11_50, credit: 0 });
    // By hand, in parts; the same twice counts once.
    const requestKey = randomUUID();
    const half = { requestId: id, requestKey, amount: minor(21_50), method: 'transfer' as const };
    expect((await app.recordRequestPayment(half)).ok).to.equal(true);
    expect((await app.recordRequestPayment(half)).ok).to.equal(true);
    expect(await balance('assets:receivables')).to.equal(50_00);
    expect(await balance('assets:bank')).to.equal(21_50);
    const [seen] = (await app.creditView()).requests;
    expect([seen!.number, seen!.state, seen!.left]).to.deep.equal([number, 'partly', 50_00]);
    const open = (await app.books.documents({ kind: 'open' })).documents;
    expect(open.map((document) => [document.number, document.open])).to.deep.equal([['I2027-0001', 50_00]]);
    const found = (await app.books.documents({ search: number.toLowerCase() })).documents;
    expect(found.map((document) => document.number)).to.deep.equal(['I2027-0001']);
    await clean();
  });

  it('withdrawn, what was not paid is owed no more, and its invoice credited by so much', async () => {
    await app.deps.db.update(payAccounts).set({ disconnectedAt: app.deps.clock.now() });
    const { id } = await asked({ invoiced: 'sent' });
    const paid = { requestId: id, requestKey: randomUUID(), amount: minor(21_50), method: 'cash' as const };
    await app.recordRequestPayment(paid);
    await app.withdrawRequest({ requestId: id });
    await app.withdrawRequest({ requestId: id });
    expect(await told()).to.deep.equal(['I2027-0001 final 7150 open 7150', 'C2027-0001 credit -5000 open 0']);
    expect(await balance('assets:receivables')).to.equal(0);
    expect((await balance('income:revenue')) + (await balance('liabilities:tax payable'))).to.equal(-21_50);
    await clean();
  });

  it('are not withdrawn while somebody is paying: what was sold is not taken back and paid a moment later', async () => {
    const beck = await connected(app, { provider: 'beck', mode: 'live', currency: 'EUR' });
    const { link, id } = await asked({ invoiced: 'sent' });
    const card = await app.tokenAt(beck, testBankAccount('settles', 1234));
    const paying = { link, attempt: randomUUID(), account: beck, card, payer: 'Otto Prins', amount: minor(71_50) };
    expect((await app.payRequest(paying)).ok).to.equal(true);
    expect(codeOf(await app.withdrawRequest({ requestId: id }))).to.equal('request_being_paid');
    const byHand = { requestId: id, requestKey: randomUUID(), amount: minor(71_50), method: 'cash' as const };
    expect(codeOf(await app.recordRequestPayment(byHand))).to.equal('request_being_paid');
    await app.at('2027-03-05T10:00');
    expect(await balance('assets:receivables')).to.equal(0);
    await clean();
  });

  it('are found in the journal by their number, and by that of their invoice', async () => {
    const { link, number } = await asked({ invoiced: 'paid' });
    await pay(link, 71_50);
    for (const text of [number, 'I2027-0001']) {
      const { entries } = await app.books.journal({ text });
      expect(entries.map(({ description }) => description)).to.deep.equal([
        'Payment of a request',
        'Sold by a request',
      ]);
    }
    const revenue = (await app.books.report('revenue', { from: '2027-03-01', until: '2027-03-31' } as never))
      .tables[0]!;
    expect(revenue.rows.map((row) => row[1])).to.deep.equal(['Requests']);
  });

  it('that are owed stand among the receivables by their day', async () => {
    await asked({ invoiced: 'sent', dueDay: '2027-02-01' as PlainDate });
    const [owed] = (await app.books.report('receivables', { from: '2027-03-01', until: '2027-03-01' } as never)).tables;
    expect(owed!.rows).to.have.length(1);
    expect(owed!.rows[0]![0]).to.deep.equal({ text: 'P-0001', path: '/credit#P-0001' });
    expect(owed!.rows[0]![3]).to.equal('2027-02-01');
  });

  it('take parts from the smallest on, and a tip besides', async () => {
    const { link } = await asked({ tip: true }, { smallest: minor(20_00) });
    expect(codeOf(await pay(link, 19_99))).to.equal('amount_too_small');
    expect((await pay(link, 20_00, 5_00)).ok).to.equal(true);
    expect(await balances()).to.deep.include({ cards: 25_00, owed: 51_50 });
    expect(await balance('income:tips')).to.equal(-5_00);
    expect((await app.requestPage(link))!).to.deep.include({ state: 'partly', left: 51_50, paid: 20_00 });
    expect(codeOf(await pay(link, 51_51))).to.equal('not_the_sum');
    expect((await pay(link, 51_50)).ok).to.equal(true);
    expect((await app.requestPage(link))!.state).to.equal('paid');
    await clean();
  });

  it('a tip is refused where none is asked for', async () => {
    const { link } = await asked({});
    expect(codeOf(await pay(link, 71_50, 1))).to.equal('tip_not_taken');
  });

  it('are asked for again after their day, until they are paid', async () => {
    const { link } = await asked({ dueDay: '2027-03-05' as PlainDate, copyTo: ['books@example.com'] }, { send: true });
    await app.at('2027-03-08T09:30');
    const subjects = async (): Promise<string[]> =>
      (await app.world.mail.list('ines@example.com')).map(({ subject }) => subject);
    const still = 'Vesper Hollow: a payment of €\u00a071.50 is still open';
    expect((await subjects()).filter((subject) => subject === still)).to.have.length(1);
    const [asking] = await app.deps.db.select().from(messages).where(eq(messages.occasion, 'paymentRequest'));
    expect(asking!.copyTo).to.deep.equal(['books@example.com']);
    await app.at('2027-03-15T09:30');
    expect((await subjects()).filter((subject) => subject === still)).to.have.length(2);
    expect(link).to.equal('');
    const [seen] = (await app.creditView()).requests;
    expect(seen!.late).to.equal(true);
    const paid = { requestId: seen!.id, requestKey: randomUUID(), amount: minor(71_50), method: 'transfer' as const };
    expect((await app.recordRequestPayment(paid)).ok).to.equal(true);
    await app.at('2027-03-27T09:30');
    expect((await subjects()).filter((subject) => subject === still)).to.have.length(2);
    await clean();
  });

  it('bring their papers, and list their lines in the letter', async () => {
    const paper = await PDFDocument.create();
    paper.addPage();
    const kept = await app.uploadFile(Buffer.from(await paper.save()), 'plan.pdf', 'any');
    if (!kept.ok) throw new Error(kept.refusal.code);
    await asked({ attachments: [{ file: kept.value.id, name: 'plan.pdf' }], terms: 'No refund.' }, { send: true });
    const [newest] = await app.world.mail.list('ines@example.com', 1);
    const letter = (await app.world.mail.read(newest!.seq))!;
    const [kept1] = await app.deps.db.select().from(mail).where(eq(mail.seq, newest!.seq));
    const parsed = await simpleParser(kept1!.mime);
    expect(parsed.attachments.map(({ filename }) => filename)).to.deep.equal(['plan.pdf']);
    for (const said of ['No refund.', 'Cleaning', '€\u00a061.50', 'After your stay'])
      expect(letter.text).to.contain(said);
  });

  it('are about a booking, and leave what it owes alone', async () => {
    const booking = await bookingOf(app);
    const before = (await booking.stands()).position;
    const { link } = await asked({}, { bookingId: booking.id });
    await pay(link, 71_50);
    expect((await booking.stands()).position).to.deep.equal(before);
    const [seen] = (await app.creditView()).requests;
    expect(seen!.booking).to.match(/^B-/);
    await clean();
  });

  it('what is missing for an invoice is said before anything is made', async () => {
    await app.saveDocuments({ settings: { ...settings, addressNeeded: true }, seller });
    const refused = await wanted({ invoiced: 'sent' });
    expect(refused).to.deep.equal({
      ok: false,
      refusal: { code: 'document_data_missing', missing: ['buyerAddress'] },
    });
    expect((await app.creditView()).requests).to.deep.equal([]);
    expect(await app.deps.db.select().from(clients)).to.deep.equal([]);
  });

  it('what is missing as money comes stops no payment, and is issued by hand later', async () => {
    const { link, id } = await asked({ invoiced: 'paid' });
    await app.saveDocuments({ settings: { ...settings, addressNeeded: true }, seller });
    expect((await pay(link, 71_50)).ok).to.equal(true);
    expect((await app.creditView()).requests[0]!.missing).to.deep.equal(['buyerAddress']);
    expect(codeOf(await app.invoiceRequest({ requestId: id }))).to.equal('document_data_missing');
    await app.saveDocuments({ settings, seller });
    expect((await app.invoiceRequest({ requestId: id })).ok).to.equal(true);
    expect((await app.invoiceRequest({ requestId: id })).ok).to.equal(true);
    expect(await told()).to.deep.equal(['I2027-0001 final 7150 open 0']);
    expect((await app.creditView()).requests[0]!.missing).to.deep.equal([]);
  });

  it('a bank debit that comes back is owed again, with the tip taken out', async () => {
    const beck = await connected(app, { provider: 'beck', mode: 'live', currency: 'EUR' });
    const { link } = await asked({ tip: true });
    const card = await app.tokenAt(beck, testBankAccount('recalled', 1234));
    const paying = { link, attempt: randomUUID(), account: beck, card, payer: 'Otto Prins' };
    expect((await app.payRequest({ ...paying, amount: minor(71_50), tip: minor(3_50) })).ok).to.equal(true);
    await app.at('2027-03-05T10:00');
    expect(await balances()).to.deep.include({ cards: 75_00, owed: 0 });
    await app.at('2027-03-25T10:00');
    // It was paid out before: the processor takes it from the next payout.
    expect(await balances()).to.deep.equal({ owed: 71_50, cards: -75_00, revenue: -60_00, tax: -11_50, credit: 0 });
    expect(await balance('income:tips')).to.equal(0);
    expect((await app.requestPage(link))!).to.deep.include({ state: 'open', left: 71_50 });
    await clean();
  });

  const bad: [why: string, paper: More, about: object, code: string][] = [
    ['a tax that is not there', { lines: { ...lines, lines: [line('x', '1', 100, ['NO'])] } }, {}, 'tax_unknown'],
    ['lines of nothing', { lines: { ...lines, lines: [line('x', '1', 0)] } }, {}, 'nothing_to_ask_for'],
    ['a part above the sum', {}, { smallest: minor(71_51) }, 'smallest_above_sum'],
    ['a paper that is not there', { attachments: [{ file: 'none', name: 'x' }] }, {}, 'file_not_found'],
    ['a booking that is not there', {}, { bookingId: 'none' }, 'booking_not_found'],
  ];
  for (const [why, paper, about, code] of bad)
    it(`refused: ${why}`, async () => expect(codeOf(await wanted(paper, about))).to.equal(code));
});
