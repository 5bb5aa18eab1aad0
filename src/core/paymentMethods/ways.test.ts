import type { Instant } from '#core/calendar/instant';
import {
  allShown,
  type ConnectedAccount,
  offeredWays,
  otherCurrencies,
  renewAt,
  waysToPay,
} from '#core/paymentMethods/ways';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { fitsOnAccount } from '#core/paymentMethods/houseAccount';
import { expect } from 'chai';
import fc from 'fast-check';

const account = (id: string, over: Partial<ConnectedAccount> = {}): ConnectedAccount => ({
  id,
  name: id,
  way: 'card',
  currency: 'EUR',
  live: true,
  usable: true,
  settleDays: 0,
  cost: { percent: '1.4' as Decimal, fixed: minor(25) },
  ...over,
});
const tarn = account('tarn');
const fell = account('fell');
const beck = account('beck', { way: 'debit', settleDays: 4 });
const asOf = '2027-05-14T09:00:00Z' as Instant;
const ask = (over: Partial<Parameters<typeof offeredWays>[0]> = {}) =>
  offeredWays({
    terms: undefined,
    shown: [allShown],
    accounts: [tarn, fell, beck],
    currency: 'EUR',
    asOf,
    startAt: null,
    ...over,
  });
const online = (over: Parameters<typeof ask>[0]): string[] => ask(over).online.map(({ id }) => id);

describe('ways to pay', () => {
  it('one account for each way, the one that was connected first', () => {
    expect(online({})).to.deep.equal(['tarn', 'beck']);
    expect(ask().ways).to.deep.equal(waysToPay.filter((way) => way !== 'reader'));
  });

  it('the default for everybody, one for a service, and one for this payment: the narrowest stands', () => {
    expect(online({ shown: [{ hidden: [], online: 'fell' }] })).to.deep.equal(['fell', 'beck']);
    expect(
      online({
        shown: [
          { hidden: [], online: 'fell' },
          { hidden: [], online: 'tarn' },
        ],
      }),
    ).to.deep.equal(['tarn', 'beck']);
    expect(online({ shown: [{ hidden: [], online: 'fell' }, allShown] }), 'nothing chosen there').to.deep.equal([
      'fell',
      'beck',
    ]);
    expect(online({ shown: [{ hidden: [], online: 'beck' }] }), 'a bank account first').to.deep.equal(['beck', 'tarn']);
  });

  it('a named account that does not fit does not stand in the way of one that does', () => {
    const shown = [
      { hidden: [], online: 'fell' },
      { hidden: [], online: 'gone' },
    ];
    expect(online({ shown })).to.deep.equal(['fell', 'beck']);
  });

  it('what is hidden anywhere, or not in the terms, is not offered', () => {
    expect(
      ask({
        shown: [
          { hidden: ['debit', 'cash'], online: null },
          { hidden: ['cheque'], online: null },
        ],
      }).ways,
    )
      .to.include('card')
      .and.not.include.members(['debit'])
      .and.not.include.members(['cash'])
      .and.not.include.members(['cheque']);
    expect(ask({ terms: ['transfer'] })).to.deep.include({ ways: ['transfer'], online: [] });
  });

  it('only in the currency of the booking, only with an access that has not run out', () => {
    const accounts = [account('gbp', { currency: 'GBP' }), account('out', { usable: false })];
    expect(online({ accounts })).to.deep.equal([]);
    expect(ask({ accounts }).ways).to.not.include('card');
    expect(online({ accounts, currency: 'GBP' })).to.deep.equal(['gbp']);
  });

  it('test accounts only while no live one is connected, in any currency', () => {
    const test = account('test', { live: false });
    expect(ask({ accounts: [test] })).to.deep.include({ test: true });
    expect(online({ accounts: [test] })).to.deep.equal(['test']);
    expect(online({ accounts: [test, account('gbp', { currency: 'GBP' })] })).to.deep.equal([]);
    expect(ask({ accounts: [test, tarn] }).test).to.equal(false);
  });

  it('a bank debit only where it settles before the service begins', () => {
    expect(online({ startAt: '2027-05-18T09:00:00Z' as Instant })).to.deep.equal(['tarn']);
    expect(online({ startAt: '2027-05-18T09:00:01Z' as Instant })).to.deep.equal(['tarn', 'beck']);
  });

  it('the owner takes a card at the counter also where clients are not told of it', () => {
    const accounts = [account('scree', { way: 'reader' })];
    const hidden = ask({ accounts, shown: [{ hidden: ['reader'], online: null }] });
    expect(hidden.reader?.id).to.equal('scree');
    expect(hidden.ways).to.not.include('reader');
    expect(hidden.online).to.deep.equal([]);
  });

  it('whatever is asked, nothing is offered that does not fit', () => {
    const any = fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      name: fc.constant('any'),
      way: fc.constantFrom('card' as const, 'debit' as const, 'reader' as const),
      currency: fc.constantFrom('EUR', 'GBP'),
      live: fc.boolean(),
      usable: fc.boolean(),
      settleDays: fc.constantFrom(0, 4),
      cost: fc.constant({ percent: '1' as Decimal, fixed: minor(0) }),
    });
    const shown = fc.record({
      hidden: fc.subarray([...waysToPay]),
      online: fc.option(fc.constantFrom('a', 'b', 'c', 'd')),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 6 }), fc.array(shown, { maxLength: 3 }), (accounts, choices) => {
        const offered = ask({ accounts, shown: choices });
        for (const each of offered.online) {
          expect(each.usable && each.currency === 'EUR').to.equal(true);
          expect(each.live).to.equal(accounts.some(({ live }) => live));
          expect(choices.some(({ hidden }) => hidden.includes(each.way))).to.equal(false);
        }
        expect(new Set(offered.online.map(({ way }) => way)).size).to.equal(offered.online.length);
        expect(offered.ways.includes('card')).to.equal(offered.online.some(({ way }) => way === 'card'));
      }),
    );
  });
});

describe('the access to an account', () => {
  const until = '2027-07-13T10:00:00Z' as Instant;
  it('is renewed a week before it runs out', () => {
    expect(renewAt({ until, failedAt: null })).to.equal('2027-07-06T10:00:00Z');
  });
  it('is asked for again each day while that fails, and no more once it has run out', () => {
    expect(renewAt({ until, failedAt: '2027-07-06T10:00:00Z' as Instant })).to.equal('2027-07-07T10:00:00Z');
    expect(renewAt({ until, failedAt: '2027-07-12T10:00:00Z' as Instant })).to.equal(null);
  });
});

it('services of another currency than an account are named', () => {
  const services = [
    { name: 'Dome', currency: 'EUR' },
    { name: 'Star party abroad', currency: 'GBP' },
  ];
  expect(otherCurrencies('EUR', services).map(({ name }) => name)).to.deep.equal(['Star party abroad']);
});

it('a house account takes up to its limit, anything where there is none, nothing where it is full', () => {
  const fits = (amount: number, limit: number | null, used: number) =>
    fitsOnAccount(minor(amount), { limit: limit === null ? null : minor(limit), used: minor(used) });
  expect([
    fits(400, 1200, 800),
    fits(401, 1200, 800),
    fits(1, 800, 900),
    fits(1, 0, 0),
    fits(9e9, null, 0),
  ]).to.deep.equal([...[true, false, false, false, true]]);
});
