import { type App, compose } from '#compose';
import { localDate } from '#core/calendar/zoned';
import { foundDemo } from '#demo/build';
import { demoBegins, demoOwner, type DemoBooking } from '#demo/scenario';
import { moment, tellBookings } from '#demo/tell';
import { ordinaryBookings } from '#demo/years/ordinary';
import { playApart } from '#demo/years/apart';
import { play, type Playing } from '#demo/years/play';
import { readSettings } from '#demo/years/scene';
import { writePiece, writeRemains } from '#demo/years/write';
import { makeYears } from '#demo/years/years';
import { rowsOf } from '#server/database/database';
import { readConfig } from '#server/config';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { freshDatabase } from '../../../testing/databases';
import { everythingOf } from '../../../testing/everythingOf';

const begins = '2025-01-11T08:00';
const until = moment(demoBegins);

/** The demo's business on a first morning two years earlier. */
async function founded() {
  const opened = await freshDatabase();
  const config = readConfig({ OSTENDO_SECRET: 'a secret of the tests, long enough to be one' });
  const receiving: { app?: App } = {};
  receiving.app = await compose(config, {
    opened,
    post: async (provider, body, headers) => ({
      ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
    }),
  });
  return foundDemo(receiving.app, begins);
}
type Founded = Awaited<ReturnType<typeof founded>>;

const allStories = (): DemoBooking[] => {
  const dayOf = (wall: string) => localDate(moment(wall), demoOwner.timeZone);
  return ordinaryBookings(5000, dayOf(begins), dayOf(demoBegins));
};

/** What goes otherwise than most: refused, cancelled, nobody came, nobody paid, something claimed. */
const isRare = ({ then }: DemoBooking): boolean =>
  then.length === 0 ||
  then.some(
    ([, happening]) =>
      happening.do === 'cancel' ||
      (happening.do === 'closeOut' && happening.claims) ||
      (happening.do === 'pay' && happening.card !== 'approves' && happening.card !== 'confirms'),
  );

/** Fifty at random, a third of them of the rare ones. */
function fifty(seed: number): DemoBooking[] {
  const random = xoroshiro128plus(seed);
  const some = (from: DemoBooking[], count: number): DemoBooking[] =>
    Array.from({ length: count }, () => from.splice(uniformInt(random, 0, from.length - 1), 1)[0]!);
  const all = allStories();
  const rare = some(all.filter(isRare), 17);
  const usual = some(
    all.filter((story) => !isRare(story)),
    33,
  );
  return [...rare, ...usual].sort((a, b) => (a.booked < b.booked ? -1 : 1));
}

const playing = async ({ app, person }: Founded, stories: readonly DemoBooking[]): Promise<Playing> => {
  const settings = await readSettings(app, person);
  return { settings, stories, prefix: 'same', from: moment(begins), until, most: Infinity };
};

async function written(founded: Founded, stories: readonly DemoBooking[]): Promise<void> {
  const { db } = founded.app.deps;
  for await (const { piece, remains } of play(await playing(founded, stories))) {
    await writePiece(db, piece, until);
    if (remains) await writeRemains(db, remains);
  }
  await founded.app.world.clock.moveTo(until);
}

describe('years before the demo', () => {
  it('come to what the use cases make, to the letter: fifty at random', async function () {
    this.timeout(400_000);
    const stories = fifty(20_261_128);
    const told = await founded();
    await tellBookings(told.app, stories, { prefix: 'same', until });
    const played = await founded();
    await written(played, stories);
    const [expected, found] = [await everythingOf(told.app.deps.db), await everythingOf(played.app.deps.db)];
    expect([...found.keys()]).to.deep.equal([...expected.keys()]);
    expect(expected.size).to.equal(50);
    for (const [number, rows] of expected) expect(found.get(number), number).to.equal(rows);
    await told.app.close();
    await played.app.close();
  });

  it('are clean to verify, in books and in documents, whichever thread plays them', async function () {
    this.timeout(200_000);
    const { app, person } = await founded();
    const shares: number[] = [];
    const about = { count: 150, until, progress: (share: number) => void shares.push(share) };
    const stories = await makeYears(app, person, about, playApart);
    const { db } = app.deps;
    expect(stories).to.have.length(150);
    expect(await verify(app.deps, () => undefined)).to.deep.equal([]);
    const [counted] = await rowsOf<Record<string, number>>(
      db,
      sql`select (select count(*) from bookings)::int as bookings,
            (select count(*) from errands where state in ('waiting', 'claimed', 'failed'))::int as left,
            (select count(*) from messages where state <> 'sent')::int as unsent,
            (select count(*) from payouts where banked_at is null)::int as unbanked,
            (select count(*) from documents)::int as documents, (select sum(last) from document_counters)::int as numbers`,
    );
    const { bookings, left, unsent, unbanked, documents, numbers } = counted!;
    expect({ bookings, left, unsent }).to.deep.equal({ bookings: 150, left: 0, unsent: 0 });
    expect(documents).to.equal(numbers);
    // The last month's are found in the bank with the first of the next.
    expect(unbanked).to.be.lessThan(25);
    // An entry stands after those of earlier moments.
    const outOfOrder = await rowsOf(
      db,
      sql`select e.seq from (select seq, at, lag(at) over (order by seq) as before from journal_entries) e where e.before > e.at`,
    );
    expect(outOfOrder).to.deep.equal([]);
    expect(shares.at(-1)).to.equal(1);
    expect(shares).to.deep.equal([...shares].sort((a, b) => a - b));
    // Work goes on from there by the use cases, with the next number.
    const [next] = stories;
    await tellBookings(
      app,
      [{ ...next!, booked: '2027-01-11T09:00', start: '2027-03-01T21:00', end: '2027-03-01T23:30', then: [] }],
      {
        until: moment('2027-01-12T08:00'),
      },
    );
    const [newest] = await rowsOf<{ number: string }>(
      db,
      sql`select number from bookings order by number desc limit 1`,
    );
    expect(newest!.number).to.equal('B-0151');
    expect(await verify(app.deps, () => undefined)).to.deep.equal([]);
    await app.close();
  });

  it('say which story goes on past their end', async () => {
    const founding = await founded();
    const story = allStories().find(({ service, then }) => service === 'coaching' && then.length > 0)!;
    const late: DemoBooking = {
      ...story,
      booked: '2027-01-05T09:00',
      start: '2027-01-20T20:30',
      end: '2027-01-20T23:30',
      then: [['2027-01-05T12:00', { do: 'pay', card: 'approves' }]],
    };
    let fault: unknown;
    try {
      await written(founding, [late]);
    } catch (error) {
      fault = error;
    }
    expect(String(fault)).to.contain('goes on after');
    await founding.app.close();
  });
});
