import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { BookingsQueryIn } from '#contracts/bookings/bookingsQuery';
import type { BookingsQuery } from '#contracts/bookings/views';
import type { Minor } from '#core/money/minor';
import { expect } from 'chai';
import { type SQL, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { eventually } from '../../../../testing/eventually';
import { type Installation, installation, rental } from '../../../../testing/installation';

describe('what views read', () => {
  let app: Installation;
  const list = (about: Partial<BookingsQuery> = {}) => app.queries.bookings({ ...BookingsQueryIn.parse({}), ...about });

  /** So many more bookings like the second, which waits. */
  async function manyMore(count: number): Promise<void> {
    const more = (table: 'bookings' | 'summaries', made: SQL, from: SQL) =>
      app.deps.db.execute(
        sql`insert into ${sql.raw(table)} select made.* from ${sql.raw(table)} own, generate_series(1, ${count}::int) n,
              lateral jsonb_populate_record(null::${sql.raw(table)}, to_jsonb(own) || ${made}) made where ${from}`,
      );
    await more(
      'bookings',
      sql`jsonb_build_object('id', 'many-' || n, 'number', 'M-' || n, 'request_key', n)`,
      sql`own.number = 'B-0001'`,
    );
    await more('summaries', sql`jsonb_build_object('booking_id', 'many-' || n)`, sql`own.stage = 'waiting'`);
  }

  beforeEach(async () => {
    app = await installation();
    await app.createBooking(rental());
    await app.createBooking(
      rental({
        clientName: 'Tomas 100% Ekberg',
        clientEmail: 'tomas@example.com',
        title: 'Dome evening',
        total: 300_00 as Minor,
        termsId: 'event',
        serviceId: 'event',
      }),
    );
    await app.payByClient({
      link: await app.linkSentTo('ines@example.com'),
      attempt: randomUUID(),
      card: await app.token('approves'),
      amount: 240_00 as Minor,
    });
  });
  afterEach(() => app.close());

  it('a list that is searched by any of its words, with the counts beside it', async () => {
    expect((await list()).counts).to.deep.include({ all: 2, open: 2, waiting: 1, secured: 1 });
    expect((await list({ search: 'vala DOB' })).lines.map((line) => line.client)).to.deep.equal(['Ines Valadar']);
    expect((await list({ search: '100%' })).found, 'a sign of the pattern is a letter').to.equal(1);
    expect((await list({ search: 'B-0002' })).found).to.equal(1);
    expect((await list({ search: "'; drop table bookings" })).found).to.equal(0);
    expect((await list({ stage: 'waiting' })).lines).to.have.length(1);
    expect((await list({ sort: 'total', descending: true })).lines.map((line) => line.total)).to.deep.equal([
      800_00, 300_00,
    ]);
  });

  it('counts what is many no further, and for a while not again; few are counted each time', async () => {
    const { db } = app.deps;
    const closed = sql`update summaries set stage = 'closed' where booking_id in`;
    await manyMore(2600);
    expect((await list()).counts).to.deep.include({ all: 2001, waiting: 2001, secured: 1, closed: 0 });
    const inLanes = async (stage: BookingsQuery['stage'], search = ''): Promise<number> => {
      const year = { from: '2027-01-01' as PlainDate, to: '2027-12-31' as PlainDate };
      return (await app.queries.lanes({ ...year, search, stage, page: 0 })).count;
    };
    expect(await inLanes('waiting')).to.equal(2001);
    expect(await inLanes('closed')).to.equal(0);
    await db.execute(sql`${closed} (select booking_id from summaries where booking_id like 'many-%' limit 700)`);
    expect((await list()).counts, 'waiting was many a moment ago').to.deep.include({ waiting: 2001, closed: 700 });
    expect((await list({ search: 'dome' })).counts, 'a search is counted').to.deep.include({
      waiting: 1901,
      closed: 700,
      all: 2001,
    });
    expect(await inLanes('waiting'), 'many a moment ago').to.equal(2001);
    expect(await inLanes('closed')).to.equal(700);
    expect(await inLanes('waiting', 'dome')).to.equal(1901);
    const { lines } = await list({ stage: 'all', sort: 'number', page: 39 });
    expect(lines.map(({ number }) => number)).to.deep.equal(
      (await list({ stage: 'all', sort: 'number', page: 10_000 })).lines.map(({ number }) => number),
    );
    expect(new Set(lines.map(({ id }) => id))).to.have.property('size', 50);
  });

  it('lanes come a page at a time, each booking once, and say how many there are', async () => {
    await manyMore(130);
    const page = (page: number, stage: BookingsQuery['stage'] = 'all') =>
      app.queries.lanes({ from: '2027-01-01' as PlainDate, to: '2027-12-31' as PlainDate, search: '', stage, page });
    const pages = await Promise.all([0, 1, 2, 3].map((at) => page(at)));
    expect(pages.map(({ count }) => count)).to.deep.equal([132, 132, 132, 132]);
    expect(pages.map(({ lanes }) => lanes.length)).to.deep.equal([60, 60, 12, 0]);
    const all = pages.flatMap(({ lanes }) => lanes);
    expect(new Set(all.map(({ number }) => number))).to.have.property('size', 132);
    expect(all.map(({ startAt }) => startAt)).to.deep.equal(all.map(({ startAt }) => startAt).toSorted());
    expect(all.find(({ number }) => number === 'B-0001')!.marks.map(({ state }) => state)).to.include('received');
    expect(await page(0, 'closed')).to.deep.include({ count: 0, lanes: [] });
  });

  it('an address that makes no sense is the whole list', () => {
    expect(BookingsQueryIn.parse({ stage: 'nonsense', page: '-4', sort: 'x', descending: 'yes' })).to.deep.equal({
      search: '',
      stage: 'open',
      sort: 'start',
      descending: false,
      page: 0,
    });
  });

  it('Today: what came in, what is due, what is done and planned by itself', async () => {
    await app.lettersOut();
    const today = await app.queries.today();
    expect(today.figures).to.include({ received7: 240_00, late: 0 });
    expect(today.days).to.have.length(36);
    expect(today.days.find((day) => day.date === today.today)).to.include({ received: 240_00, due: 75_00 });
    expect(today.did.map((doing) => doing.occasion ?? doing.kind)).to.include.members(['confirmation', 'received']);
    expect(today.next.map((doing) => doing.kind)).to.include('charge');
    await app.at('2027-03-04T10:00');
    const later = await app.queries.today();
    expect(later.decisions.map((line) => line.decisions[0]!.kind)).to.deep.equal(['notSecured']);
    expect(later.figures.late).to.equal(75_00);
  });

  it('a booking that there is not is nothing', async () => {
    expect(await app.queries.booking('B-9999')).to.equal(null);
    expect(await app.queries.find('  ')).to.deep.equal([]);
    expect((await app.queries.find('tomas'))[0]).to.include({ client: 'Tomas 100% Ekberg' });
  });

  it('the client’s view has what is due, what happens when, and no more', async () => {
    const link = await app.linkSentTo('tomas@example.com');
    const view = await app.queries.client(link);
    if ('fault' in view) throw new Error(view.fault);
    expect(view).to.include({ dueNow: 75_00, total: 300_00, stage: 'waiting', waiting: null });
    expect(view.steps.map((step) => step.what)).to.deep.equal(['You pay the deposit', 'You pay the balance']);
    expect(JSON.stringify(view)).to.not.include('Ines');
    const booking = (await app.queries.booking('B-0002'))!;
    expect(
      booking.facts.filter((fact) => fact.kind === 'seen'),
      'opened once an hour at most',
    ).to.have.length(1);
  });

  it('the shell counts what waits for its owner', async () => {
    const shell = await app.queries.shell({ name: 'Lena', email: 'lena@example.com' }, true);
    expect(shell).to.include({ decisions: 0, closeOuts: 0, standing: true });
  });

  it('moving the clock tells how far it is, and stops where it is told', async () => {
    const started = await app.startMovingClock({ to: '2027-05-01T10:00' as WallTime });
    expect(started.ok).to.equal(true);
    expect(await app.startMovingClock({ to: '2027-06-01T10:00' as WallTime })).to.have.nested.property(
      'refusal.code',
      'clock_is_moving',
    );
    await app.stopMovingClock();
    expect(await eventually(() => !app.moving())).to.equal(true);
    expect(app.world.clock.now() < '2027-05-01T09:00:00Z').to.equal(true);
    expect(await app.startMovingClock({ to: '2027-01-01T10:00' as WallTime })).to.have.nested.property(
      'refusal.code',
      'clock_goes_forward',
    );
    await app.settle();
  });
});
