import type { Fact } from '#core/bookings/facts';
import type { Agreed } from '#core/bookings/agreed';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { shareOfCart, chargedFor, toGiveCard, toPay, toReserve } from '#core/checkout/cart';
import { aboveOutstanding, mayNotGiveUp, mayPay, smallestNow } from '#core/payments/mayPay';
import { chargeOfPart, takenOfReserved } from '#core/payments/withFee';
import { wantsProof } from '#core/payments/refundLimit';
import { raisedPrice } from '#core/catalogue/raisedPrice';
import { expect } from 'chai';
import { at, dealOn, fact, rentalAgreed, rentalTerms, standingOf } from '../../../testing/story';

const agreed = [fact.agreed()];
const paid = [...agreed, fact.paid('03-01 11:00', 300_00)];
const onWay = [...paid, fact.debitSent('04-03 10:00', 700_00, 'd', '04-08 10:00')];
const withTerms = (more: object): Agreed => ({ ...rentalAgreed, terms: { ...rentalTerms, ...more } });
const discounted = withTerms({ payAllDiscount: '10' as Decimal });
const tenth = withTerms({ minimum: { percent: '10' as Decimal } });

type Row = [
  why: string,
  facts: Fact[],
  when: string,
  asked: { amount: number; everything?: boolean; seen?: number },
  may: number | string,
  of?: Agreed,
];
const rows: Row[] = [
  ['what is due', agreed, '03-01 12:00', { amount: 300_00 }, 300_00],
  ['a cent less than is due', agreed, '03-01 12:00', { amount: 299_99 }, 'amount_too_small 30000'],
  ['a part, where terms allow one', agreed, '03-01 12:00', { amount: 100_00 }, 100_00, tenth],
  ['and no smaller one', agreed, '03-01 12:00', { amount: 99_99 }, 'amount_too_small 10000', tenth],
  ['all of it', agreed, '03-01 12:00', { amount: 1000_00 }, 1000_00],
  ['a cent more', agreed, '03-01 12:00', { amount: 1000_01 }, 'above_outstanding 100000'],
  ['with nothing due, what the plan says is smallest', paid, '03-02 10:00', { amount: 700_00 }, 700_00],
  ['paid already', [...paid, fact.paid('03-02 10:00', 700_00)], '03-03 10:00', { amount: 1_00 }, 'nothing_due'],
  ['on its way already', onWay, '04-04 10:00', { amount: 700_00 }, 'nothing_due'],
  ['seen as it is', paid, '03-02 10:00', { amount: 700_00, seen: 300_00 }, 700_00],
  ['seen before another payment', paid, '03-02 10:00', { amount: 700_00, seen: 0 }, 'position_changed'],
  ['everything, as it was offered', agreed, '03-01 12:00', { amount: 900_00, everything: true }, 900_00, discounted],
  [
    'everything, of another sum',
    agreed,
    '03-01 12:00',
    { amount: 899_99, everything: true },
    'position_changed',
    discounted,
  ],
  [
    'everything, where nothing is offered',
    agreed,
    '03-01 12:00',
    { amount: 1000_00, everything: true },
    'position_changed',
  ],
  [
    'everything, after a payment',
    paid,
    '03-02 10:00',
    { amount: 630_00, everything: true },
    'position_changed',
    discounted,
  ],
];

describe('what may be paid', () => {
  for (const [why, facts, when, { amount, everything, seen }, expected, of = rentalAgreed] of rows)
    it(why, () => {
      const asked = { amount: minor(amount), everything, seen: seen === undefined ? undefined : minor(seen) };
      const may = mayPay(standingOf(facts, when, of), dealOn(of), asked);
      const limit = !may.ok && 'limit' in may.refusal ? ` ${may.refusal.limit}` : '';
      expect(may.ok ? may.value.charged : `${may.refusal.code}${limit}`).to.equal(expected);
      expect(may.ok && may.value.becomes?.total).to.equal(everything && may.ok ? 900_00 : may.ok ? undefined : false);
    });
  it('the least that may be paid is never more than is open', () => {
    expect(smallestNow(standingOf(agreed, '03-01 12:00'))).to.equal(300_00);
    expect(smallestNow(standingOf(agreed, '03-01 12:00', tenth))).to.equal(100_00);
    const almost = [...agreed, fact.paid('03-01 11:00', 950_00)];
    expect(smallestNow(standingOf(almost, '03-01 12:00', tenth))).to.equal(5_00);
  });
  it('by hand or at the counter no more than is open and not on its way', () => {
    const current = standingOf(paid, '03-02 10:00');
    expect(aboveOutstanding(current, minor(700_00))).to.equal(null);
    const above = { code: 'above_outstanding', limit: 700_00, path: 'amount' };
    expect(aboveOutstanding(current, minor(700_01))).to.deep.equal({ ok: false, refusal: above });
    expect(aboveOutstanding(standingOf(onWay, '04-04 10:00'), minor(1))).to.deep.include({
      refusal: { ...above, limit: 0 },
    });
  });
  it('is given up only after the service, as it was seen, and no more than is owed', () => {
    const served = [
      ...paid,
      {
        kind: 'delivered',
        at: at('04-19 10:00'),
        total: minor(1000_00),
        tax: minor(0),
        received: minor(300_00),
      } as Fact,
    ];
    const late = standingOf(served, '04-20 10:00');
    const codeOf = (bookingState: typeof late, amount: number, seen = 0) => {
      const refused = mayNotGiveUp(bookingState, { amount: minor(amount), seen: minor(seen) });
      return refused && !refused.ok ? refused.refusal.code : null;
    };
    expect(codeOf(standingOf(paid, '03-02 10:00'), 1)).to.equal('not_over_yet');
    expect(codeOf(late, 1, 1)).to.equal('position_changed');
    expect(codeOf(late, 700_00)).to.equal(null);
    expect(codeOf(late, 700_01)).to.equal('above_outstanding');
  });
});

describe('a cart', () => {
  const of = (facts: Fact[], when = '03-01 12:00', deal: Agreed = rentalAgreed) => ({
    current: standingOf(facts, when, deal),
  });
  const keptFor = (whom: 'payment' | 'owner' | 'client'): Fact => ({
    kind: 'placeKept',
    at: at('03-01 10:00'),
    until: at('03-02 10:00'),
    for: whom,
  });
  const cardOnly = withTerms({
    cardOnFile: true,
    instalments: [{ name: 'all', collect: 'charge', amount: { share: 1 }, due: { on: 'start' } }],
  });
  it('is paid where money is due and nobody’s yes is missing', () => {
    const waiting = of([...agreed, keptFor('payment')]);
    expect(toPay([waiting, of([...agreed, keptFor('owner')]), of(paid)])).to.deep.equal([waiting]);
  });
  it('wants a card where nothing is due and a card secures it', () => {
    const wanting = of([...agreed, keptFor('payment')], '03-01 12:00', cardOnly);
    const given = of([...agreed, keptFor('payment'), fact.cardKept('03-01 11:00')], '03-01 12:00', cardOnly);
    const asked = of([...agreed, keptFor('client')], '03-01 12:00', cardOnly);
    expect(toGiveCard([wanting, given, asked, of([...agreed, keptFor('payment')])])).to.deep.equal([wanting]);
  });
  it('reserves what would be due with the owner’s yes, once', () => {
    const asked = [...agreed, keptFor('owner')];
    const reserved = (facts: Fact[]) =>
      toReserve(standingOf(facts, '03-01 12:00'), rentalAgreed, facts, at('03-01 12:00'));
    const authorised: Fact = {
      kind: 'paymentAuthorised',
      at: at('03-01 11:00'),
      authorisation: 'p',
      amount: minor(300_00),
      expires: at('03-08 11:00'),
      cardId: 'c1',
      last4: '7315',
    };
    expect(reserved(asked)).to.equal(300_00);
    expect(reserved([...agreed, keptFor('client')])).to.equal(0);
    expect(reserved([...asked, authorised])).to.equal(0);
    expect(reserved([...asked, { kind: 'lapsed', at: at('03-01 11:00'), reason: 'declined' }])).to.equal(0);
  });
  it('charges what is due, or everything with the discount', () => {
    const share = (everything: boolean, deal = rentalAgreed) =>
      shareOfCart(standingOf(agreed, '03-01 12:00', deal), dealOn(deal), { everything });
    expect(share(false)).to.deep.equal({ amount: 300_00 });
    expect(share(true)).to.deep.equal({ amount: 1000_00 });
    const all = share(true, discounted);
    expect([all.amount, all.becomes?.total]).to.deep.equal([900_00, 900_00]);
  });
  it('is one sum: shares, their fees, a tip', () =>
    expect(
      chargedFor(
        [{ amount: minor(1), fee: { amount: minor(20), tax: minor(3) } }, { amount: minor(300) }],
        minor(4000),
      ),
    ).to.equal(4321));
});

describe('what is charged', () => {
  it('for a part: what is left and not on its way', () => {
    const onFile = [...paid, fact.cardKept('03-01 11:00')];
    expect(chargeOfPart(standingOf(onFile, '04-03 10:00'), 1, minor(0))).to.deep.equal({ charged: 700_00 });
    const half = [...onFile, fact.debitSent('04-03 10:00', 300_00, 'd', '04-08 10:00')];
    expect(chargeOfPart(standingOf(half, '04-03 11:00'), 1, minor(0), 'debit')).to.deep.equal({ charged: 400_00 });
  });
  it('of what was reserved: what is due, and no more than was reserved', () => {
    expect(takenOfReserved(minor(300), minor(200))).to.equal(200);
    expect(takenOfReserved(minor(200), minor(300))).to.equal(200);
  });
});

describe('a refund that wants to be proved', () => {
  const limit = { from: minor(500_00), currency: 'EUR' };
  const rows: [
    why: string,
    limit: Parameters<typeof wantsProof>[0],
    currency: string,
    refunds: number[],
    wants: boolean,
  ][] = [
    ['below the limit', limit, 'EUR', [499_99], false],
    ['at the limit', limit, 'EUR', [500_00], true],
    ['over several receipts', limit, 'EUR', [250_00, 250_00], true],
    ['in another currency', limit, 'GBP', [1], true],
    ['nothing at all', limit, 'GBP', [], false],
    ['no limit', null, 'EUR', [900_00], false],
  ];
  for (const [why, from, currency, refunds, wants] of rows)
    it(why, () =>
      expect(
        wantsProof(
          from,
          currency,
          refunds.map((amount) => ({ amount: minor(amount) })),
        ),
      ).to.equal(wants),
    );
});

describe('prices raised by some per cent', () => {
  const rows: [price: number, percent: string, down: boolean, raised: number][] = [
    [100_00, '10', false, 110_00],
    [100_00, '10', true, 90_00],
    [99, '50', false, 149],
    [1_00, '150', true, 0],
  ];
  for (const [price, percent, down, raised] of rows)
    it(`${price} ${down ? 'less' : 'plus'} ${percent} % is ${raised}`, () =>
      expect(raisedPrice(minor(price), { percent: percent as Decimal, down })).to.equal(raised));
});
