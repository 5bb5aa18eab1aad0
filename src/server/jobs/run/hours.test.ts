import { addHours, type Instant } from '#core/calendar/instant';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import { instantOfWall, wallOfInstant } from '#core/calendar/zoned';
import { minor } from '#core/money/minor';
import { readBooking } from '#server/bookings/lockBooking';
import { jobs } from '#server/database/schema/work';
import { starterTerms } from '#server/seed/starterTerms';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { and, eq, inArray } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental, zone } from '../../../../testing/installation';

/** The nights in which clocks in Lisbon are changed: at one o'clock forward, at two o'clock back. */
const nights = [
  { name: 'the hour that is skipped in spring', begins: '2027-03-01T10:00', night: '2027-03-28', occurs: 0 },
  { name: 'the hour that occurs twice in autumn', begins: '2027-10-01T10:00', night: '2027-10-31', occurs: 2 },
] as const;
const hour = '01:30' as TimeOfDay;
const daysAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

describe('nights in which clocks are changed', () => {
  for (const { name, begins, night, occurs } of nights) {
    let app: Installation;
    const booked = async (start: string, end: string): Promise<string> => {
      const made = await app.createBooking(
        rental({ termsId: 'rental', start: `${start}T${hour}` as WallTime, end: `${end}T${hour}` as WallTime }),
      );
      if (!made.ok) throw new Error(made.refusal.code);
      const link = await app.linkSentTo('ines@example.com');
      const card = await app.token('approves');
      const paid = await app.payByClient({ link, attempt: randomUUID(), card, amount: minor(240_00) });
      expect(paid.ok && paid.value.state).to.equal('paid');
      return made.value.id;
    };

    it(`${name} is walked through with a charge, a reminder, a hold and an end due in it, each once`, async function () {
      this.timeout(120_000);
      app = await installation(begins);
      try {
        const rules = { ...starterTerms.find(({ id }) => id === 'rental')!.rules, collectAt: hour };
        const published = await app.publishTerms({ termsId: 'rental', name: 'Rental, short', baseVersion: 1, rules });
        expect(published.ok).to.equal(true);
        const charged = await booked(daysAfter(night, 7), daysAfter(night, 9));
        const held = await booked(daysAfter(night, 1), daysAfter(night, 3));
        const ends = await booked(daysAfter(night, -9), night);
        const reminded = await booked(daysAfter(night, 10), daysAfter(night, 12));
        const due = instantOfWall(`${night}T${hour}` as WallTime, zone);
        await app.moveClock(addHours(due, -3));
        // Every ten minutes, past both occurrences of the hour.
        let seen = 0;
        for (let minutes = -170; minutes <= 180; minutes += 10) {
          const at = new Date(Date.parse(due) + minutes * 60_000).toISOString().replace('.000Z', 'Z') as Instant;
          await app.moveClock(at);
          if (wallOfInstant(at, zone) === `${night}T${hour}`) seen++;
        }
        expect(seen, 'how often the clocks showed it').to.equal(occurs);
        const done = await app.deps.db
          .select()
          .from(jobs)
          .where(and(eq(jobs.at, due), inArray(jobs.kind, ['charge', 'placeHold', 'deliver', 'message'])));
        const of = (id: string) =>
          done
            .filter(({ bookingId, state }) => bookingId === id && state === 'done')
            .map(({ kind, doneAt }) => ({ kind, doneAt }));
        expect(of(charged)).to.deep.include({ kind: 'charge', doneAt: due });
        expect(of(held)).to.deep.include({ kind: 'placeHold', doneAt: due });
        expect(of(ends)).to.deep.include({ kind: 'deliver', doneAt: due });
        expect(of(reminded)).to.deep.include({ kind: 'message', doneAt: due });
        const facts = async (id: string, kind: string) =>
          (await readBooking(app.deps.db, id))!.facts.filter((fact) => fact.kind === kind && fact.at >= due);
        expect(await facts(charged, 'received')).to.have.length(1);
        expect(await facts(held, 'holdPlaced')).to.have.length(1);
        expect((await facts(ends, 'delivered')).map(({ at }) => at)).to.deep.equal([due]);
        expect((await facts(reminded, 'sent')).length).to.equal(1);
        expect(await verify(app.deps)).to.deep.equal([]);
      } finally {
        await app.close();
      }
    });
  }
});
