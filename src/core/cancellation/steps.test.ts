import type { Instant } from '#core/calendar/instant';
import { cancel, type CancellationTerms } from '#core/cancellation/cancel';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { cancellationSteps } from '#core/cancellation/steps';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { expect } from 'chai';
import { at, wall } from '../../../testing/story';

const percent = (text: string) => ({ percent: text as Decimal });
const receipt = (id: string, amount: number, when: string, refunded = 0) => ({
  id,
  amount: minor(amount),
  at: at(when),
  refunded: minor(refunded),
});
const steps = (terms: CancellationTerms, agreed = '03-01 10:00'): string[] =>
  cancellationSteps({
    timeZone: 'UTC',
    agreed: wall(agreed),
    start: wall('04-10 18:00'),
    total: minor(1000),
    terms,
    receiptsBy: (when) =>
      when >= at('04-03 09:00') ? [receipt('a', 1000, '03-01 10:00')] : [receipt('a', 300, '03-01 10:00')],
  }).map(
    ({ from, until, rule, tier, keep, refund, owed }) =>
      `${from.slice(5, 16)} ${until.slice(5, 16)} ${rule} ${tier} ${keep} ${refund} ${owed}`,
  );

describe('what a cancellation would keep, over time', () => {
  const tiers = [
    { notice: { hours: 48 }, keep: percent('80') },
    { notice: { days: 14 }, keep: percent('30') },
  ];
  const cases: [why: string, terms: CancellationTerms, agreed: string, steps: string[]][] = [
    [
      'second thoughts, two tiers in any order, then everything',
      { tiers, grace: { within: { hours: 24 }, notice: { days: 7 } } },
      '03-01 10:00',
      [
        '03-01T10:00 03-02T10:01 grace null 0 300 0',
        '03-02T10:01 03-28T00:00 tier 1 300 0 0',
        '03-28T00:00 04-08T18:01 tier 0 800 0 500',
        '04-08T18:01 04-10T18:00 none null 1000 0 0',
      ],
    ],
    [
      'agreed after the first limit',
      { tiers },
      '04-01 10:00',
      ['04-01T10:00 04-08T18:01 tier 0 800 0 500', '04-08T18:01 04-10T18:00 none null 1000 0 0'],
    ],
    ['no tiers at all', { tiers: [] }, '03-01 10:00', ['03-01T10:00 04-10T18:00 none null 1000 0 700']],
    [
      'steps that keep the same are one',
      { tiers: [{ notice: { days: 14 }, keep: percent('100') }] },
      '04-01 10:00',
      ['04-01T10:00 04-10T18:00 none null 1000 0 700'],
    ],
  ];
  for (const [why, terms, agreed, expected] of cases)
    it(why, () => expect(steps(terms, agreed)).to.deep.equal(expected));
});

describe('refunds over receipts', () => {
  const cases: [why: string, receipts: ReturnType<typeof receipt>[], refund: number, back: [string, number][]][] = [
    [
      'the newest first',
      [receipt('a', 100, '03-01 10:00'), receipt('c', 50, '03-03 10:00'), receipt('b', 70, '03-02 10:00')],
      100,
      [
        ['c', 50],
        ['b', 50],
      ],
    ],
    [
      'of equal times the later in the list',
      [receipt('a', 100, '03-01 10:00'), receipt('b', 100, '03-01 10:00')],
      120,
      [
        ['b', 100],
        ['a', 20],
      ],
    ],
    [
      'what was given back before is not given again',
      [receipt('a', 100, '03-01 10:00'), receipt('b', 100, '03-02 10:00', 60)],
      90,
      [
        ['b', 40],
        ['a', 50],
      ],
    ],
    [
      'one that is given back wholly is left out',
      [receipt('a', 100, '03-01 10:00'), receipt('b', 100, '03-02 10:00', 100)],
      30,
      [['a', 30]],
    ],
    ['nothing', [receipt('a', 100, '03-01 10:00')], 0, []],
  ];
  for (const [why, receipts, refund, back] of cases)
    it(why, () =>
      expect(refundsNewestFirst(receipts, minor(refund)).map(({ id, amount }) => [id, amount])).to.deep.equal(back),
    );
});

describe('tiers in any order', () => {
  const base = {
    timeZone: 'UTC',
    agreed: wall('03-01 10:00'),
    start: wall('04-10 18:00'),
    by: 'client' as const,
    total: minor(1000),
    receipts: [],
  };
  const tiers = [
    { notice: { hours: 48 }, keep: percent('80') },
    { notice: { days: 14 }, keep: percent('30') },
    { notice: { weeks: 2 }, keep: percent('20') },
  ];
  it('the longest notice that is met counts, of equal ones the earlier in the list', () => {
    expect(cancel({ ...base, cancelled: wall('03-20 10:00'), tiers })).to.include({ tier: 1, keep: 300 });
    expect(cancel({ ...base, cancelled: wall('04-01 10:00'), tiers })).to.include({ tier: 0, keep: 800 });
    expect(cancel({ ...base, cancelled: wall('03-20 10:00'), tiers: tiers.toReversed() })).to.include({
      tier: 0,
      keep: 200,
    });
  });
  it('money that came after is refunded as well', () => {
    const receipts = [{ id: 'a', amount: minor(500), at: '2027-12-01T00:00:00Z' as Instant }];
    expect(cancel({ ...base, cancelled: wall('03-20 10:00'), tiers, receipts }).refunds).to.deep.equal([
      { id: 'a', amount: 200 },
    ]);
  });
});
