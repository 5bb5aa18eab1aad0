import type { Fact } from '#core/bookings/facts';
import type { PlainDate } from '#core/calendar/days';
import { settledSteps } from '#core/wording/settledSteps';
import { expect } from 'chai';

const of = (kind: Fact['kind'], more: object): Fact =>
  ({ kind, at: '2027-04-21T22:30:00Z', ...more }) as unknown as Fact;
const claims = [{ id: 'a', reason: 'dew heater missing', amount: 120_00 }];

describe('what a client reads of claims and of what went back', () => {
  const rows: [why: string, fact: Fact, says: string[]][] = [
    [
      'back to a card',
      of('refunded', { amount: 30_00, method: 'card' }),
      ['back We gave back 3000 to the card that it came from'],
    ],
    [
      'back onto a voucher',
      of('refunded', { amount: 30_00, method: 'voucher' }),
      ['back We gave back 3000 onto the voucher that it came from'],
    ],
    [
      'claims from a hold',
      of('closedOut', { claims, captured: 120_00, released: 280_00, shortfall: 0 }),
      ['due Claimed: dew heater missing 12000', 'held Taken of what your bank had set aside 12000'],
    ],
    [
      'claims above it',
      of('closedOut', { claims, captured: 100_00, released: 0, shortfall: 20_00 }),
      [
        'due Claimed: dew heater missing 12000',
        'held Taken of what your bank had set aside 10000',
        'late More than that covers 2000 asked for by itself',
      ],
    ],
    ['nothing claimed', of('closedOut', { claims: [], captured: 0, released: 400_00, shortfall: 0 }), []],
    [
      'kept from the hold',
      of('keptFromHold', { captured: 50_00, held: 400_00 }),
      ['held Taken of what your bank had set aside 5000 for the cancellation'],
    ],
    ['nothing kept from it', of('keptFromHold', { captured: 0, held: 400_00 }), []],
    ['a payment is told elsewhere', of('received', { amount: 1, method: 'card' }), []],
  ];
  for (const [why, fact, says] of rows)
    it(why, () => {
      const steps = settledSteps([fact], 'Europe/Lisbon', '2027-04-22' as PlainDate);
      expect(
        steps.map(({ mark, what, amount, note }) => [mark, what, amount, note].filter(Boolean).join(' ')),
      ).to.deep.equal(says);
      for (const step of steps) expect(step.when, 'of the business’s clocks').to.equal('21 Apr');
    });
});
