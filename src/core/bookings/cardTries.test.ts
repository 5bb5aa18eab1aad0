import { mostRefusedCards, nextTryAt } from '#core/bookings/cardTries';
import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { expect } from 'chai';
import fc from 'fast-check';

const noon = '2027-03-01T12:00:00Z' as Instant;
const refusals = (count: number): Instant[] => Array.from({ length: count }, (_, index) => addSeconds(noon, index));
const last = (count: number): Instant => addSeconds(noon, count - 1);

describe('how often a card may be tried', () => {
  const cases: [why: string, count: number, after: number, wait: Instant | null][] = [
    ['nothing was refused', 0, 0, null],
    ['two empty cards are no crime', 2, 0, null],
    ['the third one waits a minute', 3, 0, addSeconds(last(3), 60)],
    ['and is then tried', 3, 60, null],
    ['the fifth waits five', 5, 0, addSeconds(last(5), 300)],
    ['the seventh a quarter of an hour', 7, 0, addSeconds(last(7), 900)],
    ['the eighth is the last of the day', 8, 3600, addHours(noon, 24)],
    ['the day after begins anew', 8, 86_500, null],
  ];
  for (const [why, count, after, wait] of cases) {
    it(why, () => expect(nextTryAt(refusals(count), addSeconds(last(Math.max(count, 1)), after))).to.equal(wait));
  }

  it('never lets more through in a day than the most, however they are timed', () => {
    const gaps = fc.array(fc.integer({ min: 1, max: 7200 }), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(gaps, (seconds) => {
        const refused: Instant[] = [];
        let now = noon;
        for (const gap of seconds) {
          now = addSeconds(now, gap);
          if (nextTryAt(refused, now) === null) refused.push(now);
        }
        const inFirstDay = refused.filter((at) => at < addHours(refused[0]!, 24));
        expect(inFirstDay.length).to.be.at.most(mostRefusedCards);
      }),
    );
  });
});
