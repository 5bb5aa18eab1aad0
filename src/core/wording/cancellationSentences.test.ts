import { instantOfSeconds, secondsOf, type Instant } from '#core/calendar/instant';
import { instantOfWall, wallOfInstant } from '#core/calendar/zoned';
import { cancel, type CancellationTerms } from '#core/cancellation/cancel';
import { cancellationStretches } from '#core/cancellation/stretches';
import { keptAmount } from '#core/cancellation/keep';
import type { Offset } from '#core/calendar/offset';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor, type Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { expect } from 'chai';
import fc from 'fast-check';
import { rentalAgreed, rentalTerms, wall } from '../../../testing/story';

const percent = (text: string): { percent: Decimal } => ({ percent: text as Decimal });
const nbsp = (text: string): string => text.replaceAll('€ ', '€\u00a0');
const fourTiers: Terms['cancellation'] = {
  tiers: [
    { notice: { hours: 48 }, keep: { received: true } },
    { notice: { days: 14 }, keep: percent('30') },
    { notice: { days: 30 }, keep: { fixed: minor(0) } },
    { notice: { days: 3 }, keep: { fixed: minor(600_00) } },
  ],
  grace: { within: { hours: 24 }, notice: { days: 7 } },
};

describe('what a cancellation costs, in sentences', () => {
  // The rental of the stories: agreed on 1 March at 10:00, for 1,000.00, it begins on 10 April at 18:00.
  const cases: [why: string, asOf: string, agreed: string, terms: Terms['cancellation'], said: string[]][] = [
    [
      'by the last day of each stretch; two rules that give everything back are one',
      ...(['03-01 10:00', '03-01 10:00'] as const),
      fourTiers,
      [
        'Until the end of Thu 11 Mar: you get everything back.',
        'Until the end of Sat 27 Mar: we keep 30 % of the price, € 300.00.',
        'Until the end of Wed 7 Apr: we keep € 600.00.',
        'Until Thu 8 Apr, 18:00: we keep what you have paid by then.',
        'After that the whole price stays due.',
      ],
    ],
    [
      'booked two days ahead: only what still lies before, what holds now first',
      ...(['04-08 12:00', '04-08 12:00'] as const),
      fourTiers,
      ['Until Thu 8 Apr, 18:00: we keep what you have paid by then.', 'After that the whole price stays due.'],
    ],
    [
      'read later: what was over by then is not said any more',
      ...(['04-07 09:00', '03-01 10:00'] as const),
      fourTiers,
      [
        'Until the end of Wed 7 Apr: we keep € 600.00.',
        'Until Thu 8 Apr, 18:00: we keep what you have paid by then.',
        'After that the whole price stays due.',
      ],
    ],
    ['everything is over', ...(['04-09 12:00', '03-01 10:00'] as const), fourTiers, ['The whole price stays due.']],
    [
      'a least sum that is above a step stands in it',
      ...(['04-01 10:00', '03-01 10:00'] as const),
      { ...fourTiers, tiers: [{ notice: { days: 3 }, keep: { fixed: minor(0) } }], keepAtLeast: percent('5') },
      ['Until the end of Wed 7 Apr: we keep 5 % of the price, € 50.00.', 'After that the whole price stays due.'],
    ],
    [
      'a least sum beside a step whose sum nobody knows yet',
      ...(['04-08 12:00', '03-01 10:00'] as const),
      { ...fourTiers, keepAtLeast: { fixed: minor(25_00) } },
      [
        'Until Thu 8 Apr, 18:00: we keep what you have paid by then.',
        'After that the whole price stays due.',
        'Apart from second thoughts, we keep € 25.00 at least.',
      ],
    ],
    [
      'second thoughts end with the notice, where that comes first',
      ...(['04-02 10:00', '04-02 10:00'] as const),
      { tiers: [], grace: { within: { days: 3 }, notice: { days: 7 } } },
      ['Until the end of Sat 3 Apr: you get everything back.', 'After that the whole price stays due.'],
    ],
    [
      'a step that keeps everything is no step',
      ...(['03-01 10:00', '03-01 10:00'] as const),
      { tiers: [{ notice: { days: 1 }, keep: percent('100') }] },
      ['The whole price stays due.'],
    ],
  ];
  for (const [why, asOf, agreed, cancellation, said] of cases)
    it(why, () => {
      const about = { ...rentalAgreed, agreed: wall(agreed), terms: { ...rentalTerms, cancellation } };
      const sentences = cancellationSentences({ agreed: about, asOf: instantOfWall(wall(asOf), 'UTC') });
      expect(sentences).to.deep.equal(said.map(nbsp));
    });
});

const offset = fc.oneof(
  fc.record({ hours: fc.nat(24 * 40) }),
  fc.record({ days: fc.nat(40) }),
  fc.record({ weeks: fc.nat(5) }),
  fc.record({ months: fc.nat(2) }),
) as fc.Arbitrary<Offset>;
const keep = fc.oneof(
  fc.constantFrom(percent('0'), percent('30'), percent('100')),
  fc.record({ fixed: fc.nat(120_000) as unknown as fc.Arbitrary<Minor> }),
  fc.constant({ received: true as const }),
);
const cancellation: fc.Arbitrary<CancellationTerms> = fc.record(
  {
    tiers: fc.array(fc.record({ notice: offset, keep }), { maxLength: 5 }),
    grace: fc.record({ within: offset, notice: offset }),
  },
  { requiredKeys: ['tiers'] },
);
const minutes = (from: string, to: string): fc.Arbitrary<WallTime> =>
  fc
    .integer({ min: Date.parse(`${from}Z`) / 60_000, max: Date.parse(`${to}Z`) / 60_000 })
    .map((minute) => new Date(minute * 60_000).toISOString().slice(0, 16) as WallTime);

describe('the stretches of a cancellation', () => {
  it('end for good when a time that clocks show twice has passed again', () => {
    const about = { timeZone: 'Australia/Lord_Howe', agreed: wall('03-28 00:00'), start: wall('04-04 07:29') };
    const terms: CancellationTerms = {
      tiers: [],
      grace: { within: { weeks: 1 }, notice: { hours: 6 } },
    };
    const stretches = cancellationStretches(about, terms, '2027-02-19T13:00:00Z' as Instant);
    expect(stretches.map(({ rule, from, until }) => [rule, from, until?.over ?? null])).to.deep.equal([
      ['grace', '2027-02-19T13:00:00Z', Date.parse('2027-04-03T15:30:00Z') / 1000],
      ['none', '2027-04-03T15:30:00Z', null],
    ]);
  });
});

describe('the stretches of a cancellation, whatever the terms and the moment', () => {
  const zones = ['UTC', 'Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe'] as const;
  it('begin with what holds now, go on in order, and say at each later moment what a cancellation then keeps', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        cancellation,
        fc.tuple(minutes('2027-02-20T00:00', '2027-04-20T00:00'), minutes('2027-02-20T00:00', '2027-04-20T00:00')),
        fc.array(minutes('2027-02-20T00:00', '2027-04-25T00:00'), { minLength: 2, maxLength: 12 }),
        (timeZone, terms, [agreed, start], moments) => {
          const at = moments.map((moment) => instantOfWall(moment, timeZone)).sort();
          const asOf = at[0]!;
          const stretches = cancellationStretches({ timeZone, agreed, start }, terms, asOf);
          expect(stretches[0]!.from).to.equal(asOf);
          expect(stretches.at(-1)!.until).to.equal(null);
          const ends = stretches.slice(0, -1).map(({ until }) => until!.over);
          expect(
            ends.every((end) => end > secondsOf(asOf)),
            'nothing that is over',
          ).to.equal(true);
          expect(ends).to.deep.equal([...new Set(ends)].sort((a, b) => a - b));
          expect(stretches.slice(1).map(({ from }) => from)).to.deep.equal(ends.map(instantOfSeconds));
          for (const moment of [...at, ...ends.map((end) => instantOfSeconds(end - 60))].filter(
            (each) => each >= asOf,
          )) {
            const cancelled = wallOfInstant(moment, timeZone);
            // A clock that is put back shows the time of before once more.
            if (instantOfWall(cancelled, timeZone) !== moment) continue;
            const about = { timeZone, agreed, start, cancelled, by: 'client' as const, total: minor(1000_00) };
            const real = cancel({ ...terms, ...about, receipts: [receipt(moment)] });
            const stretch = stretches.findLast(({ from }) => from <= moment)!;
            expect({ rule: stretch.rule, tier: stretch.tier }).to.deep.equal({ rule: real.rule, tier: real.tier });
            expect(keptAmount(stretch.keep, minor(1000_00), minor(120_00))).to.equal(real.keep);
          }
        },
      ),
      { numRuns: 400 },
    ));
});

const receipt = (at: Instant) => ({ id: 'a', amount: minor(120_00), at });
