import { bookingState } from '#core/bookings/bookingState';
import type { Fact } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { letterFacts } from '#core/wording/letterFacts';
import { expect } from 'chai';

const agreed = {
  currency: 'EUR',
  timeZone: 'Europe/Lisbon',
  agreed: '2027-03-01T10:00' as WallTime,
  start: '2027-04-10T18:00' as WallTime,
  end: '2027-04-17T10:00' as WallTime,
  total: minor(1000_00),
  terms: {
    instalments: [
      { name: 'deposit', collect: 'ask', amount: { percent: '30' as Decimal }, due: { on: 'agreement' } },
      { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
    ],
    graceDays: 2,
    holdCoversBalance: false,
    reminders: [],
    retryAfterHours: [],
    cancellation: { tiers: [{ notice: { days: 14 }, keep: { percent: '30' as Decimal } }] },
  },
} as const;
const at = (wall: string): Instant => `${wall}:00Z` as Instant;
const booked: Fact = { kind: 'agreed', at: at('2027-03-01T10:00'), by: 'client' };
const paid: Fact = {
  kind: 'received',
  at: at('2027-03-01T10:05'),
  receiptId: 'r1',
  amount: minor(300_00),
  method: 'card',
} as Fact;

describe('what a letter says of its booking', () => {
  it('before anything has come: what is due, and what follows', () => {
    const facts = letterFacts(bookingState(agreed, [booked], at('2027-03-01T10:01')), 'Rig', [booked]);
    expect(facts).to.include({
      what: 'Rig',
      when: 'Sat 10 Apr, 18:00 to Sat 17 Apr, 10:00',
      paid: '€\u00a00.00 of €\u00a01,000.00',
    });
    expect(facts.rows.map(({ mark, amount }) => [mark, amount])).to.deep.equal([
      ['now', '€\u00a0300.00'],
      ['due', '€\u00a0700.00'],
    ]);
    expect(facts.cancellation[0]).to.be.a('string');
  });
  it('after a payment: what has come', () => {
    const facts = letterFacts(bookingState(agreed, [booked, paid], at('2027-03-01T10:06')), 'Rig', [booked, paid]);
    expect(facts.paid).to.equal('€\u00a0300.00 of €\u00a01,000.00');
    expect(facts.rows.map(({ mark }) => mark)).to.deep.equal(['received', 'due']);
  });
  it('of a booking that is over: nothing that is still to come, and no cost of cancelling', () => {
    const cancelled: Fact = {
      kind: 'cancelled',
      at: at('2027-03-02T10:00'),
      by: 'client',
      keep: minor(300_00),
      refund: minor(0),
    } as Fact;
    const facts = letterFacts(bookingState(agreed, [booked, paid, cancelled], at('2027-03-02T10:01')), 'Rig', [
      booked,
      paid,
      cancelled,
    ]);
    expect([facts.rows, facts.cancellation]).to.deep.equal([[], []]);
  });
});
