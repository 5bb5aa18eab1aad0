import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { cancel, type CancelInput } from '#core/cancellation/cancel';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import { expect } from 'chai';
import fc from 'fast-check';

const keepPercent = (text: string) => ({ percent: text as Decimal });
const base: CancelInput = {
  timeZone: 'Europe/Lisbon',
  agreed: '2027-03-01T10:00' as WallTime,
  start: '2027-05-15T18:00' as WallTime,
  cancelled: '2027-05-01T23:59' as WallTime,
  by: 'client',
  total: minor(40000),
  receipts: [{ id: 'a', amount: minor(12000), at: '2027-03-01T10:00:00Z' as Instant }],
  tiers: [
    { notice: { days: 14 }, keep: keepPercent('10') },
    { notice: { hours: 48 }, keep: keepPercent('50') },
  ],
};

describe('cancellation', () => {
  const cases: [why: string, about: Partial<CancelInput>, rule: string, tier: number | null, keep: number][] = [
    ['the last minute of the fourteenth day', {}, 'tier', 0, 4000],
    ['a minute later', { cancelled: '2027-05-02T00:00' as WallTime }, 'tier', 1, 20000],
    ['exactly 48 hours before', { cancelled: '2027-05-13T18:00' as WallTime }, 'tier', 1, 20000],
    ['a minute too late for every tier', { cancelled: '2027-05-13T18:01' as WallTime }, 'none', null, 40000],
    ['no tiers: everything is kept', { tiers: [] }, 'none', null, 40000],
    [
      'second thoughts, to the minute',
      { cancelled: '2027-03-02T10:00' as WallTime, grace: { within: { hours: 24 }, notice: { days: 7 } } },
      'grace',
      null,
      0,
    ],
    [
      'second thoughts in days last until midnight',
      { cancelled: '2027-03-02T23:59' as WallTime, grace: { within: { days: 1 }, notice: { days: 7 } } },
      'grace',
      null,
      0,
    ],
    [
      'second thoughts too near the start',
      {
        start: '2027-03-05T18:00' as WallTime,
        cancelled: '2027-03-01T11:00' as WallTime,
        grace: { within: { hours: 24 }, notice: { days: 7 } },
      },
      'tier',
      1,
      20000,
    ],
    ['at least the floor', { keepAtLeast: { fixed: minor(9000) } }, 'tier', 0, 9000],
    ['the floor is at most the total', { keepAtLeast: { fixed: minor(90000) } }, 'tier', 0, 40000],
    [
      'of equal moments the earlier in the list',
      {
        tiers: [
          { notice: { weeks: 2 }, keep: keepPercent('20') },
          { notice: { days: 14 }, keep: keepPercent('10') },
        ],
      },
      'tier',
      0,
      8000,
    ],
    ['nobody came, and nothing is said of it', { by: 'no_show' }, 'no_show', null, 40000],
    ['nobody came, what is in hand', { by: 'no_show', noShow: { received: true } }, 'no_show', null, 12000],
    [
      'we cancel: the floor does not hold',
      { by: 'business', keepAtLeast: { fixed: minor(9000) } },
      'business',
      null,
      0,
    ],
  ];
  for (const [why, about, rule, tier, keep] of cases) {
    it(why, () => {
      const decided = cancel({ ...base, ...about });
      expect({ rule: decided.rule, tier: decided.tier, keep: decided.keep }).to.deep.equal({ rule, tier, keep });
    });
  }

  const receipt = fc.record({
    amount: fc.integer({ min: 0, max: 50_000 }),
    share: fc.integer({ min: 0, max: 100 }),
    day: fc.integer({ min: 1, max: 28 }),
  });
  it('keeps and gives back what was received, newest first, and never a receipt twice', () =>
    fc.assert(
      fc.property(
        fc.array(receipt, { maxLength: 6 }),
        fc.integer({ min: 0, max: 100_000 }),
        fc.integer({ min: 0, max: 100 }),
        (given, total, share) => {
          const receipts = given.map(({ amount, share: back, day }, index) => ({
            id: String(index),
            amount: amount as Minor,
            refunded: Math.floor((amount * back) / 100) as Minor,
            at: `2027-04-${String(day).padStart(2, '0')}T09:00:00Z` as Instant,
          }));
          const decided = cancel({
            ...base,
            total: minor(total),
            receipts,
            tiers: [{ notice: { days: 1 }, keep: keepPercent(String(share)) }],
          });
          const inHand = receipts.reduce((sum, each) => sum + each.amount - each.refunded, 0);
          expect(decided.keep).to.be.at.most(total);
          expect(inHand + decided.owed).to.equal(decided.keep + decided.refund);
          expect(Math.min(decided.refund, decided.owed)).to.equal(0);
          expect(decided.refunds.reduce((sum, each) => sum + each.amount, 0)).to.equal(decided.refund);
          expect(new Set(decided.refunds.map((each) => each.id)).size).to.equal(decided.refunds.length);
          const days = decided.refunds.map((each) => receipts[Number(each.id)]!.at);
          expect(days).to.deep.equal([...days].sort().reverse());
        },
      ),
    ));
});
