import { rowsOf } from '#server/database/database';
import { factsOfAll } from '#server/bookings/factsOf';
import { tendTables } from '#server/database/tending';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { installation, linesOf } from '../../../testing/installation';
import type { WallTime } from '#core/calendar/wallTime';

describe('tables of a database without a server', function () {
  before(function () {
    // A server looks after its tables by itself.
    if (process.env.OSTENDO_TEST_SERVER) this.skip();
  });

  it('are looked through once they have grown, and not again before they have grown by half', async () => {
    const app = await installation();
    const { db } = app.deps;
    const made = await app.createBooking({
      requestKey: 'tending-0000',
      clientName: 'Ilse Brandt',
      clientEmail: 'ilse@example.com',
      serviceId: 'rental',
      title: 'Telescope',
      start: '2027-04-12T18:00' as WallTime,
      end: '2027-04-14T18:00' as WallTime,
      termsId: 'rental',
      lines: linesOf('Telescope', 165_00),
    });
    if (!made.ok) throw new Error(made.refusal.code);
    const grow = (from: number, to: number) =>
      db.execute(
        sql`insert into words (said) select jsonb_build_object('note', repeat('something that was said ', 8) || n) from generate_series(${from}::int, ${to}::int) n`,
      );
    // How a booking's facts are found: `words` was read whole as long as nobody had counted it.
    const plan = async (): Promise<string> => {
      const rows = await rowsOf<{ 'QUERY PLAN': string }>(
        db,
        sql`explain select * from facts left join words on words.id = facts.words_id where facts.booking_id = ${made.value.id} order by facts.seq`,
      );
      return rows.map((row) => row['QUERY PLAN']).join('\n');
    };
    await tendTables(db);
    await grow(1, 20_000);
    expect(await tendTables(db)).to.include('public.words');
    expect(await plan()).to.match(/Index Scan using words_pkey/);
    expect(await tendTables(db)).to.deep.equal([]);
    await grow(20_001, 24_000);
    expect(await tendTables(db)).to.deep.equal([]);
    await grow(24_001, 36_000);
    expect(await tendTables(db)).to.deep.equal(['public.words']);
    const facts = await factsOfAll(db, [made.value.id]);
    expect(facts.get(made.value.id)).to.have.length.greaterThan(0);
    await app.close();
  });
});
