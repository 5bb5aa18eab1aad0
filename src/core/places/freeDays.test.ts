import type { TimeOfDay } from '#core/calendar/wallTime';
import { checkAsked, endOf, takenTime } from '#core/places/asked';
import { freeDays } from '#core/places/freeDays';
import { usualHours } from '#core/places/hours';
import { indexPlace, leftFor, type Use } from '#core/places/places';
import type { BookingRules } from '#core/places/rules';
import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type WallTime, wallOfSeconds, wallSeconds } from '#core/calendar/wallTime';
import { clockShows, secondsOfClock, secondsOfWall, wallOfInstant } from '#core/calendar/zoned';
import { instantOfSeconds } from '#core/calendar/instant';
import { expect } from 'chai';
import fc from 'fast-check';

/** Zones whose clocks do something at awkward times: by an hour, by half, at midnight, not at all. */
const zones = ['Europe/Lisbon', 'Australia/Lord_Howe', 'America/Asuncion', 'Asia/Kolkata'] as const;
const night = { from: '20:00' as TimeOfDay, to: '04:00' as TimeOfDay };
const rulesOf = (minutes: number, every: number, bufferAfter: number, notice: number): BookingRules => ({
  online: true,
  confirm: 'payment',
  authorise: false,
  keepMinutes: 15,
  answerHours: 48,
  noticeHours: notice,
  aheadDays: 60,
  counts: 'nothing',
  least: 1,
  most: 1,
  needs: [{ anyOf: ['a'] }],
  agreementId: null,
  tip: false,
  when: { kind: 'slots', minutes, everyMinutes: every, bufferBefore: 0, bufferAfter },
  hours: { ...usualHours, week: Array.from({ length: 7 }, () => [night]) },
});

describe('what is free, computed for many', () => {
  it('is just what would be let if it were asked for, each for itself', () => {
    const uses = fc.array(fc.record({ day: fc.nat(13), hour: fc.nat(23), hours: fc.integer({ min: 1, max: 12 }) }), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.constantFrom('2027-03-20', '2027-04-01', '2027-09-28', '2027-10-25') as fc.Arbitrary<PlainDate>,
        fc.constantFrom(30, 60, 90),
        fc.constantFrom(30, 60),
        fc.constantFrom(0, 30),
        fc.constantFrom(0, 2, 36),
        uses,
        (timeZone, from, minutes, every, bufferAfter, notice, taken) => {
          const rules = rulesOf(minutes, every, bufferAfter, notice);
          const midnight = secondsOfWall(`${from}T00:00` as WallTime, timeZone);
          const now = instantOfSeconds(midnight + 9 * 3600) as Instant;
          const used = taken.map(({ day, hour, hours }): Use => {
            const begins = midnight + day * 86_400 + hour * 3600;
            return { unit: 1, from: begins, to: begins + hours * 3600 };
          });
          // Uses of one unit do not overlap: those that would are left out.
          const apart = used
            .sort((a, b) => a.from - b.from)
            .filter((each, index, all) => all.slice(0, index).every((before) => before.to <= each.from));
          const places = new Map([['a', indexPlace({ id: 'a', units: 1, uses: apart })]]);
          const looking = { rules, hours: rules.hours!, timeZone, now, needs: rules.needs, places, count: 1 };
          const to = addDays(from, 13);
          const found = freeDays(looking, from, to).flatMap(({ starts }) => starts.map(({ start }) => start));

          const one = (start: WallTime): boolean => {
            const end = endOf(rules.when, start)!;
            if (!checkAsked({ start, end, count: 1 }, looking).ok) return false;
            const around = takenTime(rules.when, { start, end }, timeZone);
            return leftFor(rules.needs, places, around.from, around.to) >= 1;
          };
          const every30 = Array.from({ length: 15 * 48 }, (_, step) =>
            wallOfSeconds(wallSeconds(`${from}T00:00` as WallTime) + step * 1800),
          );
          // What begins after midnight belongs to the evening before: the last night is looked at whole.
          const last = `${addDays(to, 1)}T04:00`;
          const wanted = every30.filter((start) => start >= `${from}T20:00` && start < last && one(start));
          expect(found).to.deep.equal(wanted);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a wall time in seconds is the same as one in words, also where clocks skip', () =>
    fc.assert(
      fc.property(fc.constantFrom(...zones), fc.integer({ min: 0, max: 365 * 48 }), (zone, step) => {
        const seconds = wallSeconds('2027-01-01T00:00' as WallTime) + step * 1800;
        const wall = wallOfSeconds(seconds);
        expect(secondsOfClock(seconds, zone)).to.equal(secondsOfWall(wall, zone));
        const shown = wallOfInstant(instantOfSeconds(secondsOfWall(wall, zone)), zone) === wall;
        expect(clockShows(seconds, secondsOfClock(seconds, zone), zone)).to.equal(shown);
      }),
    ));
});
