import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { balanceOf } from '../../../../testing/balances';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const sum = (amount: number): Minor => amount as Minor;

describe('money given back as a courtesy, and payments put right', () => {
  let app: Installation;
  let booking: Awaited<ReturnType<typeof bookingOf>>;
  beforeEach(async () => {
    app = await installation();
    booking = await bookingOf(app);
  });
  afterEach(async () => {
    await app.settle();
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const balance = (account: string) => balanceOf(app.deps.db, account);
  const give = (amount: number, more: object = {}) => ({
    bookingId: booking.id,
    requestKey: randomUUID(),
    amount: sum(amount),
    receiptId: null,
    reason: 'For the cloudy night.',
    ...more,
  });
  const giving = async (amount: number, more: object = {}) => {
    const given = await app.giveCourtesy(give(amount, more));
    await app.settle();
    return given;
  };
  const delivered = async (): Promise<void> => {
    await booking.pay();
    await app.at('2027-04-21T19:00');
    await app.settle();
  };

  it('after the service it is a reduction of revenue with its tax, newest receipt first, and nobody owes it again', async () => {
    await delivered();
    expect((await giving(100_00)).ok).to.equal(true);
    const { position, ledger } = await booking.stands();
    expect(position).to.include({ received: 700_00, outstanding: 0, credit: 0 });
    expect(ledger.receipts.map(({ refunded }) => refunded)).to.deep.equal([0, 100_00]);
    expect(await balance('income:revenue reductions')).to.equal(81_30);
    expect(await balance('assets:receivables')).to.equal(0);
    expect(await booking.newestText()).to.include('For the cloudy night.');
  });

  it('over the receipt that was chosen, and no more than is in hand of it', async () => {
    await delivered();
    const [first] = (await booking.stands()).ledger.receipts;
    const above = await giving(250_00, { receiptId: first!.id });
    expect(above).to.deep.equal({ ok: false, refusal: { code: 'above_in_hand', limit: 240_00, path: 'amount' } });
    expect((await giving(50_00, { receiptId: first!.id })).ok).to.equal(true);
    expect((await booking.stands()).ledger.receipts.map(({ refunded }) => refunded)).to.deep.equal([50_00, 0]);
    expect(codeOf(await giving(900_00))).to.equal('above_in_hand');
    expect(codeOf(await giving(1_00, { receiptId: 'none' }))).to.equal('receipt_unknown');
  });

  it('several never drift from the tax of the price', async () => {
    await delivered();
    for (const amount of [33_33, 33_33, 33_34]) await giving(amount);
    expect(await balance('income:revenue reductions')).to.equal(81_30);
  });

  it('before the service it is a discount that was agreed: price and deposits are lower, and nobody is late', async () => {
    await booking.pay();
    expect((await giving(100_00)).ok).to.equal(true);
    const { position, agreed, parts, stage } = await booking.stands();
    expect(agreed.total).to.equal(700_00);
    expect(position).to.include({ received: 140_00, dueNow: 0, outstanding: 560_00 });
    expect(stage).to.equal('secured');
    expect(parts.map(({ left }) => left)).to.deep.equal([0, 560_00]);
    expect(await balance('liabilities:client deposits')).to.equal(-140_00);
  });

  it('pressed twice it is given once', async () => {
    await delivered();
    const request = give(100_00);
    await Promise.all([app.giveCourtesy(request), app.giveCourtesy(request)]);
    await app.settle();
    expect((await booking.stands()).position.received).to.equal(700_00);
  });

  it('after a cancellation it comes of what was kept', async () => {
    await booking.pay();
    await app.at('2027-04-01T10:00');
    await app.cancelBooking({ bookingId: booking.id, by: 'client' });
    await app.settle();
    const { received } = (await booking.stands()).position;
    expect((await giving(50_00)).ok).to.equal(true);
    expect((await booking.stands()).position).to.include({ received: received - 50_00, outstanding: 0 });
    expect(await balance('liabilities:client deposits')).to.equal(0);
    expect(await balance('assets:receivables')).to.equal(0);
  });

  it('nobody comes after a courtesy: what was earned and what was given back of it are both undone', async () => {
    await delivered();
    await giving(100_00);
    await app.cancelBooking({ bookingId: booking.id, by: 'no_show' });
    await app.settle();
    expect(await balance('income:revenue reductions')).to.equal(0);
    expect(await balance('income:revenue')).to.equal(0);
  });

  it('is told before it is done, and nothing is done by that', async () => {
    await delivered();
    const { requestKey: _key, reason: _reason, ...about } = give(100_00);
    const seen = await app.foreseeCourtesy(about);
    if (!seen.ok) throw new Error(seen.refusal.code);
    expect(seen.value.refunds.map(({ amount }) => amount)).to.deep.equal([100_00]);
    expect(
      seen.value.entries.flatMap(({ lines }) => lines).map(({ account, amount }) => `${account} ${amount}`),
    ).to.deep.equal([
      'Revenue reductions 8130',
      'Tax payable 1870',
      'Receivables -10000',
      'Receivables 10000',
      'Card clearing -10000',
    ]);
    expect((await booking.stands()).position.received).to.equal(800_00);
  });

  describe('a payment that was recorded by hand', () => {
    const recorded = async (amount = 240_00) => {
      const requestKey = randomUUID();
      const came = await app.recordPayment({ bookingId: booking.id, requestKey, amount: sum(amount), method: 'cash' });
      if (!came.ok) throw new Error(came.refusal.code);
      await app.settle();
      return requestKey;
    };
    const right = async (receiptId: string) => {
      const done = await app.reversePayment({ bookingId: booking.id, receiptId, reason: 'Wrong booking.' });
      await app.settle();
      return done;
    };

    it('is turned round, and the booking stands as if it had not come', async () => {
      const receiptId = await recorded();
      expect((await booking.stands()).stage).to.equal('secured');
      expect((await right(receiptId)).ok).to.equal(true);
      expect((await right(receiptId)).ok, 'once').to.equal(true);
      const { stage, position } = await booking.stands();
      expect({ stage, received: position.received }).to.deep.equal({ stage: 'waiting', received: 0 });
      expect([await balance('assets:cash'), await balance('liabilities:client deposits')]).to.deep.equal([0, 0]);
    });

    it('after the service it is owed again', async () => {
      await booking.pay();
      const receiptId = await recorded(100_00);
      await app.at('2027-04-21T19:00');
      await app.settle();
      await right(receiptId);
      expect((await booking.stands()).position.outstanding).to.equal(100_00);
      expect(await balance('assets:receivables')).to.equal(100_00);
    });

    it('a card’s is the processor’s word, and one that was given back in part did come', async () => {
      await booking.pay();
      const [card] = (await booking.stands()).ledger.receipts;
      expect(codeOf(await right(card!.id))).to.equal('not_by_hand');
      const receiptId = await recorded(100_00);
      await giving(50_00, { receiptId });
      expect(codeOf(await right(receiptId))).to.equal('given_back_already');
      expect(codeOf(await right('none'))).to.equal('receipt_unknown');
    });
  });

  it('taxes on top: the discount that comes to just this sum is found', async () => {
    const price = {
      taxMode: 'exclusive' as const,
      taxes: { VAT: { rate: '23' as Decimal } },
      lines: [{ id: 'service', label: 'x', quantity: '1' as Decimal, unitPrice: sum(650_00), taxes: ['VAT'] }],
    };
    await booking.change({ price });
    await booking.pay();
    const { agreed } = await booking.stands();
    expect((await giving(99_99)).ok).to.equal(true);
    expect((await booking.stands()).agreed.total).to.equal(agreed.total - 99_99);
  });
});
