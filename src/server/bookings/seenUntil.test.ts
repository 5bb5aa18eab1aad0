import { addHours, type Instant } from '#core/calendar/instant';
import { summaries } from '#server/database/schema/bookings';
import { jobs } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { giveCourtesy } from '#server/usecases/courtesies/courtesy';
import type { seenUntil } from '#server/bookings/seenUntil';
import { asOfNow } from '#server/bookings/seenUntil';
import { verify } from '#server/verify/verify';
import { actingAs } from '#server/actor/actorNow';
import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Minor } from '#core/money/minor';
import { type Installation, installation } from '../../../testing/installation';
import { bookingOf, codeOf } from '../../../testing/onBooking';

const moment = (text: string): Instant => text as Instant;
type Of = Parameters<typeof seenUntil>[0];
const of = (facts: string[], done: string[], waiting: string[] = []): Of =>
  ({
    facts: facts.map((at) => ({ kind: 'seen', at })),
    agenda: [
      ...done.map((at, index) => ({ id: `${index}`, key: at, kind: 'turn', at, state: 'done' })),
      ...waiting.map((at, index) => ({ id: `w${index}`, key: at, kind: 'turn', at, state: 'waiting' })),
    ],
  }) as unknown as Of;

describe('the moment of a booking', () => {
  const now = moment('2027-04-20T17:59:00Z');
  const cases: [why: string, of: Of, asOf: string][] = [
    ['nothing has been: now', of([], []), now],
    ['facts of before: now', of(['2027-03-01T10:00:00Z'], []), now],
    ['a newer fact', of(['2027-04-20T18:00:00Z'], []), '2027-04-20T18:00:00Z'],
    ['a turn that was done', of(['2027-03-01T10:00:00Z'], ['2027-04-20T18:00:00Z']), '2027-04-20T18:00:00Z'],
    ['what waits does not count', of([], [], ['2027-04-20T18:00:00Z']), now],
  ];
  for (const [why, its, asOf] of cases) it(why, () => expect(asOfNow(now, its)).to.equal(asOf));
});

describe('a process whose clock is behind', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  /** What another host works with on the same database, whose clock is so many hours behind. */
  const behind = (hours: number): Deps => {
    const { clock } = app.deps;
    return { ...app.deps, clock: { ...clock, now: () => addHours(clock.now(), -hours) } };
  };

  it('takes no booking back to a state that it has left, and what comes next stays planned', async () => {
    const booking = await bookingOf(app);
    await booking.pay();
    const { startAt } = await booking.stands();
    await app.world.clock.moveTo(startAt);
    await app.settle();
    const stage = async (): Promise<string> =>
      (await app.deps.db.select().from(summaries).where(eq(summaries.bookingId, booking.id)))[0]!.stage;
    const turns = async (): Promise<string[]> =>
      (
        await app.deps.db
          .select({ key: jobs.key })
          .from(jobs)
          .where(and(eq(jobs.bookingId, booking.id), eq(jobs.state, 'waiting'), eq(jobs.kind, 'turn')))
      ).map(({ key }) => key);
    expect(await stage()).to.equal('inService');
    const before = await turns();
    const courtesyBehind = giveCourtesy(behind(2));
    const asked = {
      bookingId: booking.id,
      requestKey: randomUUID(),
      amount: 10_00 as Minor,
      receiptId: null,
      reason: 'For the cloudy night.',
    };
    const given = await actingAs({ kind: 'person', id: 'lena' }, () => courtesyBehind(asked, null));
    expect(codeOf(given) ?? 'given').to.equal('given');
    expect(await stage()).to.equal('inService');
    expect(await turns()).to.deep.equal(before);
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.at('2027-04-30T12:00');
    await app.settle();
    expect(await stage()).to.equal('toCloseOut');
    expect(await verify(app.deps)).to.deep.equal([]);
  });
});
