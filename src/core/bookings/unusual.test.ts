import type { Hours } from '#core/places/hours';
import { usualHours } from '#core/places/hours';
import type { PlainDate } from '#core/calendar/days';
import { type Unusual, unusualOf } from '#core/bookings/unusual';
import { expect } from 'chai';
import { at, wall } from '../../../testing/story';

const day = (text: string): PlainDate => `2027-${text}` as PlainDate;
/** Open on Sundays too, closed on 21 April alone. */
const hours: Hours = {
  week: Array.from({ length: 7 }, () => usualHours.week[0]!),
  days: [{ from: day('04-21'), to: day('04-21'), spans: [], note: 'repairs' }],
};

describe('a change that its owner may not mean', () => {
  const before = { start: wall('04-10 18:00'), end: wall('04-18 18:00') };
  const cases: [why: string, start: string, end: string, now: string, unusual: Unusual[]][] = [
    ['nothing about it', '04-12 18:00', '04-20 18:00', '04-01 10:00', []],
    ['begins before now', '03-30 18:00', '04-18 18:00', '04-01 10:00', ['startsInPast']],
    ['begins just now', '04-01 10:00', '04-18 18:00', '04-01 10:00', []],
    ['is over before now', '03-20 18:00', '03-28 18:00', '04-01 10:00', ['startsInPast', 'endsInPast']],
    ['began long ago, and is only made longer', '04-10 18:00', '04-20 18:00', '04-15 10:00', []],
    ['ends on a closed day', '04-10 18:00', '04-21 18:00', '04-01 10:00', ['endsOnClosedDay']],
    ['begins on one', '04-21 09:00', '04-22 18:00', '04-01 10:00', ['startsOnClosedDay']],
    ['stands on one already', '04-10 18:00', '04-18 18:00', '05-01 10:00', []],
  ];
  for (const [why, start, end, now, unusual] of cases)
    it(why, () =>
      expect(
        unusualOf(before, { start: wall(start), end: wall(end) }, { hours, timeZone: 'UTC', now: at(now) }),
      ).to.deep.equal(unusual),
    );
});
