import type { WallTime } from '#core/calendar/wallTime';
import { type HoldPlan, holdHours, holdPlan } from '#core/hold/holdPlan';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { OutOfRange } from '#core/outOfRange';
import { anchorsOf } from '#core/plan/plan';
import type { HoldRule } from '#core/plan/rules';
import { expect } from 'chai';

const wall = (text: string): WallTime => `2027-${text}` as WallTime;
/** Four days in UTC, agreed a week before, held from the start to the end. */
const booking = { timeZone: 'UTC', agreed: wall('03-01T12:00'), start: wall('03-08T12:00'), end: wall('03-12T12:00') };
const rule: HoldRule = { amount: { fixed: minor(100) }, place: { on: 'start' }, keep: { on: 'end' } };
const held = (part: Partial<HoldRule>, about: Partial<typeof booking> = {}, total = 1000) =>
  holdPlan({ ...rule, ...part }, minor(total), anchorsOf({ ...booking, ...about }));
const chain = (part: Partial<HoldRule>, about: Partial<typeof booking> = {}): string[] | string | null => {
  const made = held(part, about);
  if (!made.ok) return made.refusal.code;
  return (
    made.value &&
    made.value.authorisations.map(({ place, expires, release }) =>
      [place, expires, release].map((at) => at.slice(5, 13)).join(' '),
    )
  );
};

const cases: [why: string, rule: Partial<HoldRule>, about: Partial<typeof booking>, chain: string[] | string | null][] =
  [
    ['one lasts, to the hour of its margin', { validFor: { hours: 108 } }, {}, ['03-08T12 03-13T00 03-12T12']],
    [
      'an hour less, and a second is placed',
      { validFor: { hours: 107 } },
      {},
      ['03-08T12 03-12T23 03-12T11', '03-12T11 03-16T22 03-12T12'],
    ],
    [
      'renewals of their own validity',
      { validFor: { hours: 60 }, renewValidFor: { hours: 24 }, margin: { hours: 0 } },
      {},
      ['03-08T12 03-11T00 03-11T00', '03-11T00 03-12T00 03-12T00', '03-12T00 03-13T00 03-12T12'],
    ],
    [
      'placed from the agreement on, where that is later',
      { place: { on: 'start', minus: { days: 30 } }, validFor: { hours: 400 } },
      {},
      ['03-01T12 03-18T04 03-12T12'],
    ],
    [
      'after the agreement',
      { place: { on: 'agreement', plus: { hours: 6 } }, validFor: { hours: 400 } },
      {},
      ['03-01T18 03-18T10 03-12T12'],
    ],
    [
      'kept after the end',
      { keep: { on: 'end', plus: { days: 2 } }, validFor: { hours: 400 } },
      {},
      ['03-08T12 03-25T04 03-14T12'],
    ],
    ['entered when the cover is over', {}, { agreed: wall('03-12T12:00') }, null],
    ['entered a minute before it is', {}, { agreed: wall('03-12T11:59') }, ['03-12T11 03-19T11 03-12T12']],
    ['no length', { place: { on: 'start', plus: { days: 4 } } }, {}, 'hold_has_no_length'],
    ['a minute of length', { place: { on: 'start' } }, { end: wall('03-08T12:01') }, ['03-08T12 03-15T12 03-08T12']],
    [
      'no length goes before too long a margin',
      { place: { on: 'start', plus: { days: 9 } }, margin: { hours: 900 } },
      {},
      'hold_has_no_length',
    ],
    [
      'a margin as long as the first lasts',
      { validFor: { hours: 24 }, renewValidFor: { hours: 90 }, margin: { hours: 24 } },
      {},
      'hold_margin_too_long',
    ],
    [
      'a margin as long as a renewal lasts',
      { validFor: { hours: 90 }, renewValidFor: { hours: 24 }, margin: { hours: 24 } },
      {},
      'hold_margin_too_long',
    ],
    ['a sum of nothing', { amount: { fixed: minor(0) } }, {}, null],
    ['a percentage that rounds to nothing', { amount: { percent: '0.04' as Decimal } }, {}, null],
  ];

describe('the chain of a hold', () => {
  for (const [why, part, about, expected] of cases) it(why, () => expect(chain(part, about)).to.deep.equal(expected));

  it('is named with its sum and its times', () => {
    const made = held({ amount: { percent: '12.5' as Decimal } }, {}, 1004);
    expect(made.ok && (made.value as HoldPlan)).to.deep.include({
      amount: 126,
      from: '2027-03-08T12:00:00Z',
      until: '2027-03-12T12:00:00Z',
      decideBy: '2027-03-12T12:00:00Z',
    });
  });
  it('has ten thousand links at most', () => {
    const hourly = { validFor: { hours: 1 }, margin: { hours: 0 } };
    const long = (hours: number) => ({
      end: new Date(Date.UTC(2027, 2, 8, 12 + hours)).toISOString().slice(0, 16) as WallTime,
    });
    const most = held(hourly, long(10_000));
    expect(most.ok && most.value!.authorisations.length).to.equal(10_000);
    expect(() => held(hourly, long(10_001)))
      .to.throw(OutOfRange, '10,000')
      .with.property('path', 'hold');
  });
  it('has its defaults', () => {
    expect(holdHours(rule)).to.deep.equal({ first: 168, renewed: 168, margin: 12 });
    expect(holdHours({ ...rule, validFor: { hours: 720 } })).to.deep.equal({ first: 720, renewed: 720, margin: 12 });
  });
});
