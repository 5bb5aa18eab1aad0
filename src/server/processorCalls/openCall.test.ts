import type { Minor } from '#core/money/minor';
import { actingAs } from '#server/actor/actorNow';
import { bookings } from '#server/database/schema/bookings';
import { intents } from '#server/database/schema/work';
import { makeCall } from '#server/processorCalls/makeCall';
import { type OpenCall, openCall } from '#server/processorCalls/openCall';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../testing/installation';

describe('a request that is opened', () => {
  let app: Installation;
  let bookingId: string;
  beforeEach(async () => {
    app = await installation();
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    bookingId = made.value.id;
  });
  afterEach(() => app.close());

  const open = async (account: string): Promise<OpenCall> => {
    const card = { id: randomUUID(), token: await app.token('approves'), last4: '0000', account };
    const request = { kind: 'pay' as const, card, consent: '', description: 'a test' };
    const about = { id: randomUUID(), bookingId, cause: 'test', request, amount: 10_00 as Minor };
    return actingAs({ kind: 'client', device: 'd1' }, () =>
      app.deps.db.transaction((tx) => openCall(tx, { ...about, now: app.world.clock.now() })),
    );
  };
  const kept = () => app.deps.db.select().from(intents);
  const mode = async () => (await app.deps.db.select().from(bookings).where(eq(bookings.id, bookingId)))[0]!.mode;

  it('is what is kept of it, gives its booking the mode of its account, and counts as called', async () => {
    const { row, account, currency } = await open(app.account);
    const [there] = await kept();
    expect(there).to.deep.equal({ ...row, calledAt: there!.calledAt });
    expect(Math.abs(there!.calledAt!.getTime() - Date.now())).to.be.lessThan(60_000);
    expect([account.id, currency, await mode()]).to.deep.equal([app.account, 'EUR', 'live']);
  });

  it('is carried out as it was opened, and again by its id, as one payment', async () => {
    const opened = await open(app.account);
    const answer = await makeCall(app.deps, opened);
    expect(answer.outcome).to.equal('approved');
    expect(await makeCall(app.deps, opened)).to.deep.equal(answer);
    expect(await makeCall(app.deps, opened.row.id)).to.deep.equal(answer);
    expect((await kept()).map(({ state }) => state)).to.deep.equal(['approved']);
  });

  it('is of no account of the other mode, and of none that is not known: nothing is kept of it', async () => {
    await app.deps.db.update(bookings).set({ mode: 'test' }).where(eq(bookings.id, bookingId));
    const said = (account: string) => open(account).then(String, ({ message }: Error) => message);
    expect(await said(app.account)).to.equal('a live account is asked for a booking of the other mode');
    expect(await said('nobody')).to.match(/^Failed query/);
    expect([await kept(), await mode()]).to.deep.equal([[], 'test']);
  });
});
