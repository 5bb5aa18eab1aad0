import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { receiptRows, receiptsOf } from '#core/wording/receiptRows';
import { receiptPdf } from '#server/pdf/receiptPdf';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { at, fact } from '../../../../testing/story';
import { type Installation, installation } from '../../../../testing/installation';
import { cartOf, item, lessonRules, openTo, placesFor } from '../../../../testing/bookingPage';
import { bookingOf } from '../../../../testing/onBooking';

const about = { title: 'Rig, 8 days', currency: 'EUR', timeZone: 'UTC' };
const euro = (amount: number): string => formatMoney(minor(amount), 'EUR');

describe('receipts in words', () => {
  const card = fact.paid('03-01 11:00', 300_00, 'r1');
  const cash = fact.paid('03-02 11:00', 50_00, 'r2', 'cash');
  it('every payment has one, in the order in which it came', () => {
    const captured = {
      kind: 'holdCaptured' as const,
      at: at('04-20 10:00'),
      authorisation: 'h1',
      held: minor(400_00),
      captured: minor(120_00),
      balance: minor(20_00),
    };
    const facts = [fact.agreed(), card, fact.cardKept('03-01 11:00'), cash, captured];
    expect(receiptsOf(facts).map(({ id, amount, method }) => [id, amount, method])).to.deep.equal([
      ['r1', 300_00, 'card'],
      ['r2', 50_00, 'cash'],
      ['h1', 20_00, 'hold'],
    ]);
  });
  it('a hold that paid claims alone gives none', () => {
    const captured = {
      kind: 'holdCaptured' as const,
      at: at('04-20 10:00'),
      authorisation: 'h1',
      held: minor(400_00),
      captured: minor(120_00),
      balance: minor(0),
    };
    expect(receiptsOf([captured])).to.deep.equal([]);
  });
  it('says how it was paid, and the whole sum in one', () => {
    expect(receiptRows(receiptsOf([card])[0]!, [card], about)).to.deep.equal([
      ['Rig, 8 days', euro(300_00)],
      ['Paid by card, ending in 7315', euro(300_00), true],
    ]);
    expect(receiptRows(receiptsOf([cash])[0]!, [cash], about)[1]![0]).to.equal('Paid in cash');
  });
  it('names a fee and a tip, which are in the sum that was paid', () => {
    const tipped = { ...card, fee: minor(4_50), tip: minor(10_00) } as typeof card;
    expect(receiptRows(receiptsOf([tipped])[0]!, [tipped], about)).to.deep.equal([
      ['Rig, 8 days', euro(300_00)],
      ['Fee for this way to pay', euro(4_50)],
      ['Tip', euro(10_00)],
      ['Paid by card, ending in 7315', euro(314_50), true],
    ]);
  });
  it('says what has gone back since, by us or by the bank, and nothing of other receipts', () => {
    const back = {
      kind: 'refunded' as const,
      at: at('03-05 10:00'),
      refundId: 'b1',
      receiptId: 'r1',
      amount: minor(100_00),
      method: 'card' as const,
    };
    const facts = [card, cash, back];
    const [first, second] = receiptsOf(facts);
    expect(receiptRows(first!, facts, about).at(-1)).to.deep.equal(['given back on Fri 5 Mar 2027', euro(-100_00)]);
    expect(receiptRows(second!, facts, about)).to.have.length(2);
    const debit = [fact.debitPaid('03-05 11:00', 300_00, 'd1'), fact.debitBack('03-25 11:00', 300_00, 'd1', true)];
    expect(receiptRows(receiptsOf(debit)[0]!, debit, about).at(-1)![0]).to.equal(
      'sent back by the bank on Thu 25 Mar 2027',
    );
  });
});

describe('receipts as documents', () => {
  it('are sound PDFs that say what they are', async () => {
    const content = await receiptPdf({
      business: 'Vesper Hollow',
      line: 'Stargazing',
      email: 'hello@vesper.example.com',
      colour: '#0d4a56',
      number: 'B-0042/1',
      client: 'Ines Valadar',
      when: 'Mon 1 Mar, 11:00 2027',
      madeAt: new Date('2027-03-01'),
      rows: [['Rig', euro(300_00)]],
      standing: [['Still to be paid', euro(700_00), true]],
    });
    const file = join(mkdtempSync(join(tmpdir(), 'receipt-')), 'receipt.pdf');
    writeFileSync(file, content);
    const checked = spawnSync('qpdf', ['--check', file], { encoding: 'utf8' });
    expect(checked.stdout).to.include('No syntax or stream encoding errors found');
    const text = spawnSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1' }).stdout;
    expect(text).to.include('pdfaid:part').and.include('/StructTreeRoot');
  });

  describe('of a booking', () => {
    let app: Installation;
    before(async () => (app = await installation()));
    after(() => app.close());
    it('each payment has its own, named by booking and number; there is none of a payment that was not', async () => {
      const booking = await bookingOf(app);
      await booking.pay();
      await app.recordPayment({
        bookingId: booking.id,
        requestKey: 'by-transfer-1',
        amount: minor(60_00),
        method: 'transfer',
      });
      const first = (await app.receiptFile(booking.id, 1))!;
      expect(first.filename).to.equal('B-0001-1.pdf');
      expect(Buffer.from(first.content).subarray(0, 5).toString()).to.equal('%PDF-');
      expect((await app.receiptFile(booking.id, 2))!.filename).to.equal('B-0001-2.pdf');
      for (const number of [0, 3, -1]) expect(await app.receiptFile(booking.id, number)).to.equal(null);
      expect(await app.receiptFile('none', 1)).to.equal(null);
      const page = await app.queries.client(await booking.linkTo());
      expect('fault' in page ? [] : page.payments.map(({ how }) => how)).to.deep.equal(['by card', 'by transfer']);
    });
  });

  describe('of what was accepted on the booking page', () => {
    let app: Installation;
    before(async () => {
      app = await installation();
      await placesFor(app);
      await openTo(app, { id: 'lesson', rules: { ...lessonRules, agreementId: 'rental' } });
    });
    after(() => app.close());
    it('the text, word for word, with who accepted it; none where nothing was to be accepted', async () => {
      const cart = await cartOf(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')]);
      const filled = { place: 'A meadow behind the mill', policy: '' };
      const made = await app.checkOut({ ...cart, agreedName: 'Ines Valadar', filled });
      if (!made.ok) throw new Error(made.refusal.code);
      const [bookingId] = await app.bookingsOfCheckout(made.value.key);
      const file = (await app.acceptedFile(bookingId!))!;
      expect(file.filename).to.equal('B-0001-agreement.pdf');
      const path = join(mkdtempSync(join(tmpdir(), 'accepted-')), file.filename);
      writeFileSync(path, file.content);
      expect(spawnSync('qpdf', ['--check', path], { encoding: 'utf8' }).stdout).to.include('No syntax or stream');
      const other = await bookingOf(app);
      expect(await app.acceptedFile(other.id)).to.equal(null);
      expect(await app.acceptedFile('none')).to.equal(null);
      const { facts } = (await app.queries.booking('B-0001'))!;
      const agreed = facts.find((each) => each.kind === 'agreed');
      expect(agreed?.kind === 'agreed' && agreed.agreement).to.include({ signedBy: 'Ines Valadar' });
    });
  });
});
