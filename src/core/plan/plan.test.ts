import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import { instalmentAmounts } from '#core/plan/amounts';
import { plan } from '#core/plan/plan';
import type { AmountRule, DueRule, InstalmentRule, PlanInput } from '#core/plan/rules';
import { expect } from 'chai';
import fc from 'fast-check';

const percent = (text: string): AmountRule => ({ percent: text as Decimal });
const fixed = (amount: number): AmountRule => ({ fixed: minor(amount) });
const share = (weight: number): AmountRule => ({ share: weight });

describe('the amounts of instalments', () => {
  const cases: [why: string, total: number, rules: AmountRule[], amounts: number[] | 'refused'][] = [
    ['shares take what the others leave', 1000, [share(1), percent('30'), share(3)], [175, 300, 525]],
    ['a fixed sum never takes more than is left', 400, [fixed(500), percent('50')], [400, 0]],
    ['later percentages get less where less is left', 100, [fixed(80), percent('50')], [80, 20]],
    [
      'exactly 100: the last takes what rounding leaves',
      10001,
      [percent('33.33'), percent('33.33'), percent('33.34')],
      [3333, 3333, 3335],
    ],
    [
      '100 with a fixed rule of nothing is not 100 of percentages',
      10001,
      [percent('33.33'), percent('33.33'), percent('33.34'), fixed(0)],
      'refused',
    ],
    ['99.9999 is not 100', 1_000_000, [percent('99.9999')], 'refused'],
    ['no rules at all', 1, [], 'refused'],
    ['no rules and nothing to take', 0, [], []],
    ['more than all: what is left', 100, [percent('60'), percent('60')], [60, 40]],
  ];
  for (const [why, total, rules, amounts] of cases) {
    it(why, () => {
      const taken = instalmentAmounts(minor(total), rules);
      expect(taken.ok ? taken.value : 'refused').to.deep.equal(amounts);
    });
  }
});

const base = {
  currency: 'EUR',
  timeZone: 'Europe/Lisbon',
  agreed: '2027-03-01T11:20' as WallTime,
  start: '2027-05-03T20:30' as WallTime,
  end: '2027-05-03T23:30' as WallTime,
  total: minor(48000),
};
const single = (due: DueRule): readonly InstalmentRule[] => [
  { name: 'all', collect: 'ask', amount: percent('100'), due },
];

describe('the days of instalments', () => {
  const cases: [why: string, due: DueRule, dueAt: string | null, now: boolean, about?: Partial<PlanInput>][] = [
    ['at the agreement', { on: 'agreement' }, '2027-03-01T11:20:00Z', true],
    ['days after it', { on: 'agreement', plus: { days: 3 } }, '2027-03-04T09:00:00Z', false],
    ['a day before the agreement becomes its day', { date: '2027-01-01' as PlainDate }, '2027-03-01T11:20:00Z', true],
    ['anchored to the start, never after it', { on: 'start' }, '2027-05-03T08:00:00Z', false],
    [
      'a start before the collecting hour',
      { on: 'start' },
      '2027-05-03T04:00:00Z',
      false,
      { start: '2027-05-03T05:00' as WallTime },
    ],
    [
      'zero days after the start is after the start',
      { on: 'start', plus: { days: 0 } },
      '2027-05-03T08:00:00Z',
      false,
      { start: '2027-05-03T05:00' as WallTime },
    ],
    ['at the end, not that morning', { on: 'end' }, '2027-05-03T22:30:00Z', false],
    ['before the end, in the morning', { on: 'end', minus: { days: 0 } }, '2027-05-03T08:00:00Z', false],
    ['midway, rounded down', { on: 'midway' }, '2027-04-01T08:00:00Z', false],
    [
      'midway where the start is past',
      { on: 'midway' },
      '2027-06-01T09:00:00Z',
      true,
      { agreed: '2027-06-01T10:00' as WallTime },
    ],
    ['open', { open: true }, null, false],
    [
      'entered afterwards: the end is past',
      { on: 'end' },
      '2027-05-04T08:00:00Z',
      true,
      { agreed: '2027-05-04T09:00' as WallTime },
    ],
  ];
  for (const [why, due, dueAt, now, about] of cases) {
    it(why, () => {
      const planned = plan({ ...base, ...about, instalments: single(due) });
      if (!planned.ok) throw new Error(planned.refusal.code);
      const [part] = planned.value.instalments;
      expect({ dueAt: part!.dueAt, now: part!.now }).to.deep.equal({ dueAt, now });
    });
  }
});

const amountRule = fc.oneof(
  fc.integer({ min: 0, max: 1_200_000 }).map((value) => percent(String(value / 10_000))),
  fc.integer({ min: 0, max: 100_000 }).map(fixed),
  fc.integer({ min: 1, max: 9 }).map(share),
);
const moveBy = fc.oneof(
  fc.integer({ min: 0, max: 90 }).map((days) => ({ days })),
  fc.integer({ min: 0, max: 9 }).map((weeks) => ({ weeks })),
  fc.integer({ min: 0, max: 4 }).map((months) => ({ months })),
);
const dueRule: fc.Arbitrary<DueRule> = fc.oneof(
  fc.record({ on: fc.constantFrom('agreement' as const, 'start' as const, 'end' as const) }),
  fc.record({ on: fc.constantFrom('start' as const, 'end' as const), minus: moveBy }),
  fc.record({ on: fc.constantFrom('agreement' as const, 'end' as const), plus: moveBy }),
  fc.constant({ on: 'midway' as const }),
  fc.constant({ open: true as const }),
);
const rules = fc.array(
  fc.record({
    name: fc.constantFrom('a', 'b', 'c'),
    collect: fc.constantFrom('ask' as const, 'charge' as const, 'desk' as const),
    amount: amountRule,
    due: dueRule,
  }),
  { maxLength: 6 },
);

describe('any plan', () => {
  it('adds up, is in order, and has nothing before the agreement', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10_000_000 }),
        rules,
        fc.integer({ min: 0, max: 400 }),
        (total, instalments, ahead) => {
          const start = new Date(Date.parse('2027-03-01T11:20Z') + ahead * 86_400_000)
            .toISOString()
            .slice(0, 16) as WallTime;
          const planned = plan({ ...base, start, end: start, total: minor(total), instalments });
          if (!planned.ok) return;
          const { instalments: parts, dueNow, later, open } = planned.value;
          expect(dueNow + later + open).to.equal(total);
          expect(parts.reduce((sum, part) => sum + part.amount, 0)).to.equal(total);
          expect(parts.every((part) => part.amount > 0)).to.equal(true);
          const moments = parts.map((part) => part.dueAt ?? '9999');
          expect(moments).to.deep.equal([...moments].sort());
          expect(moments.every((at) => at >= '2027-03-01T11:20:00Z')).to.equal(true);
        },
      ),
    ));
});

describe('any hold', () => {
  it('covers from its moment to its end without a gap, renewed one margin before each expiry', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 0, max: 19 }),
        (days, first, renewed, margin) => {
          const end = new Date(Date.parse('2027-05-03T20:30Z') + days * 86_400_000)
            .toISOString()
            .slice(0, 16) as WallTime;
          const planned = plan({
            ...base,
            end,
            instalments: single({ on: 'agreement' }),
            hold: {
              amount: { fixed: 1 as Minor },
              place: { on: 'start' },
              keep: { on: 'end', plus: { hours: 6 } },
              validFor: { hours: first },
              renewValidFor: { hours: renewed },
              margin: { hours: margin },
            },
          });
          if (!planned.ok) throw new Error(planned.refusal.code);
          const { from, until, authorisations } = planned.value.hold!;
          const hour = (at: string): number => Date.parse(at) / 3_600_000;
          expect(authorisations[0]!.place).to.equal(from);
          expect(authorisations.at(-1)!.release).to.equal(until);
          authorisations.forEach(({ place, expires, release }, index) => {
            expect(hour(expires) - hour(place)).to.equal(index === 0 ? first : renewed);
            const next = authorisations[index + 1];
            if (next) {
              expect(next.place).to.equal(release);
              expect(hour(expires) - hour(release)).to.equal(margin);
              expect(hour(expires)).to.be.lessThan(hour(until) + margin);
            } else expect(hour(expires)).to.be.at.least(hour(until) + margin);
          });
        },
      ),
    ));
});
