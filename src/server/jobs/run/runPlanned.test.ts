import { runDue } from '#server/jobs/run/runDue';
import { jobs, messages } from '#server/database/schema/work';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { type Installation, installation, rental } from '../../../../testing/installation';

describe('what a decision has planned for its own moment', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation('2027-03-01T10:00')));
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const booked = async (): Promise<string> => {
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    return made.value.id;
  };
  const cancel = async (bookingId: string): Promise<void> => {
    expect((await app.cancelBooking({ bookingId, by: 'business' })).ok).to.equal(true);
  };
  const letterOf = async (bookingId: string) => {
    const { state, tries, triedAt, pause } = jobs;
    const [errand] = await app.deps.db
      .select({ state, tries, triedAt, pause })
      .from(jobs)
      .where(and(eq(jobs.bookingId, bookingId), eq(jobs.key, 'cancelled')));
    const written = await app.deps.db
      .select({ id: messages.id })
      .from(messages)
      .where(and(eq(messages.bookingId, bookingId), eq(messages.cause, 'cancelled')));
    return { ...errand!, written: written.length };
  };
  const done = { state: 'done', tries: 1, triedAt: null, pause: 0, written: 1 };

  it('is carried out when the decision is answered, and counts as one try', async () => {
    const id = await booked();
    await cancel(id);
    expect(await letterOf(id)).to.deep.equal(done);
  });

  it('is carried out once where the agenda looks at the same time', async () => {
    const ids: string[] = [];
    while (ids.length < 10) ids.push(await booked());
    await Promise.all([
      ...ids.map(cancel),
      ...ids.map(async () => {
        await runDue(app.deps);
      }),
    ]);
    await app.settle();
    for (const id of ids) expect(await letterOf(id)).to.deep.equal(done);
  });

  it('is tried again by the agenda where it fails; the decision stands', async () => {
    const id = await booked();
    const { newId } = app.deps;
    const given = app.deps as { newId: () => string };
    given.newId = () => {
      throw new Error('no letter can be written');
    };
    await cancel(id);
    given.newId = newId;
    const { state, tries, written } = await letterOf(id);
    expect({ state, tries, written }).to.deep.equal({ state: 'waiting', tries: 1, written: 0 });
    await app.pausesOver();
    await app.settle();
    expect(await letterOf(id)).to.deep.include({ state: 'done', tries: 2, written: 1 });
  });
});
