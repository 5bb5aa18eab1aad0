import type { Failure } from '#contracts/failures/failures';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { actingAs } from '#server/actor/actorNow';
import { runDue } from '#server/jobs/run/runDue';
import { jobs, intents, messages, troubles } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../../testing/installation';

const owner = { kind: 'person', id: null } as const;

describe('what does not get through', () => {
  let app: Installation;
  let link: string;
  beforeEach(async () => {
    app = await installation('2027-03-01T10:00', {}, { processor: 0.3, mailbox: 0.3 });
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    link = await app.linkSentTo('ines@example.com');
  });
  afterEach(async () => {
    app.world.faults.set({ seed: 1 });
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const pay = async () =>
    app.payByClient({ link, attempt: randomUUID(), card: await app.token('approves'), amount: 240_00 as Minor });
  const paid = async (): Promise<number> => (await app.world.network()).payments.length;
  const waiting = async (): Promise<readonly Failure[]> => (await app.queries.failures()).waiting;
  /** An answer that was lost on its way: the processor has acted, and nobody here knows. */
  const lost = async (): Promise<Failure> => {
    app.world.faults.set({ seed: 1, lost: 100, late: 100 });
    await pay().catch(() => undefined);
    const [call] = await waiting();
    return call!;
  };

  it('a request without an answer stands there: since when, why, how often; Today counts it', async () => {
    const call = await lost();
    expect(call).to.deep.include({
      kind: 'call',
      what: 'pay',
      who: 'Ines Valadar',
      amount: 240_00,
      currency: 'EUR',
      money: true,
      since: app.world.clock.now(),
      tries: 1,
      again: true,
      givenUp: null,
    });
    expect(call.why).to.contain('the connection was cut');
    expect((await app.queries.today()).failures).to.deep.equal({ count: 1, money: 1 });
    await app.recover(-1);
    expect((await waiting())[0]!.tries).to.equal(2);
  });

  it('tried at once it gets through, once, although it had been done before', async () => {
    const { kind, id } = await lost();
    expect(await app.retryFailure({ kind, id })).to.deep.equal({ ok: true, value: { state: 'waits' } });
    app.world.faults.set({ seed: 1 });
    expect(await app.retryFailure({ kind, id })).to.deep.equal({ ok: true, value: { state: 'through' } });
    expect(await paid()).to.equal(1);
    expect(await waiting()).to.deep.equal([]);
    const again = await app.retryFailure({ kind, id });
    expect(!again.ok && again.refusal.code).to.equal('nothing_waits');
  });

  it('given up with a reason it is not asked again, its answer is recorded all the same, and no second takes its place', async () => {
    const { kind, id } = await lost();
    app.world.faults.set({ seed: 1, late: 100 });
    await actingAs(owner, () => app.dropFailure({ kind, id, reason: 'looked at the processor’s page' }));
    expect((await app.queries.today()).failures).to.deep.equal({ count: 0, money: 0 });
    const [given] = (await app.queries.failures()).givenUp;
    expect(given!.givenUp).to.deep.equal({
      at: app.world.clock.now(),
      reason: 'looked at the processor’s page',
      actor: owner,
    });
    await app.recover(-1);
    const state = async () => (await app.deps.db.select().from(intents).where(eq(intents.id, id)))[0]!.state;
    expect(await state()).to.equal('open');
    const second = await pay();
    expect(!second.ok && second.refusal.code).to.equal('payment_under_way');
    // Its event comes at last.
    app.world.faults.set({ seed: 1 });
    await app.settle();
    expect(await state()).to.equal('approved');
    expect((await app.queries.failures()).givenUp).to.deep.equal([]);
    expect(await paid()).to.equal(1);
  });

  it('what lasts for a quarter of an hour is told to the owner by letter, once a day', async () => {
    await lost();
    const notices = () => app.deps.db.select().from(messages).where(eq(messages.occasion, 'notice'));
    await app.recover(-1);
    expect(await notices()).to.deep.equal([]);
    await app.deps.db.update(troubles).set({ firstAt: sql`now() - interval '16 minutes'` });
    for (let tries = 0; tries < 3; tries++) await app.recover(-1);
    const told = await notices();
    expect(told.map(({ subject, path, recipient }) => ({ subject, path, recipient }))).to.deep.equal([
      {
        subject: 'Something about money does not get through',
        path: '/failures',
        recipient: 'hello@vesper.example.com',
      },
    ]);
  });

  it('a letter that was given up goes out when it is tried after all', async () => {
    app.world.faults.set({ seed: 1, mailRefuses: 100 });
    await pay();
    await app.lettersOut();
    const [letter] = await waiting();
    expect(letter).to.deep.include({ kind: 'letter', why: 'refused', again: false, money: false });
    const { kind, id } = letter!;
    await actingAs(owner, () => app.dropFailure({ kind, id, reason: 'told by telephone' }));
    expect(await waiting()).to.deep.equal([]);
    app.world.faults.set({ seed: 1 });
    expect(await app.retryFailure({ kind, id })).to.deep.equal({ ok: true, value: { state: 'begun' } });
    await app.lettersOut();
    expect((await app.queries.failures()).givenUp).to.deep.equal([]);
    const [sent] = await app.deps.db.select().from(messages).where(eq(messages.id, id));
    expect(sent!.state).to.equal('sent');
  });

  it('an errand of money that was tried to the end is told by letter, and done when it is tried after all', async () => {
    await pay();
    const broken: Deps = {
      ...app.deps,
      newId: () => {
        throw new Error('no ids today');
      },
      report: () => undefined,
    };
    // The letter of the notice needs an id as well: what is broken is the errand alone.
    let calls = 0;
    const halfBroken: Deps = { ...broken, newId: () => (calls++ % 2 === 0 ? broken.newId() : app.deps.newId()) };
    const [charge] = await app.deps.db.select().from(jobs).where(eq(jobs.kind, 'charge'));
    await app.world.clock.moveTo(charge!.at);
    await app.deps.db.delete(jobs).where(sql`${jobs.kind} = 'message' and ${jobs.state} = 'waiting'`);
    for (let tries = 0; tries < 8; tries++) {
      calls = 0;
      await runDue(halfBroken);
      await app.deps.db.update(jobs).set({ triedAt: null }).where(eq(jobs.state, 'waiting'));
    }
    const found = (await waiting()).find(({ kind }) => kind === 'errand')!;
    expect(found).to.deep.include({ what: 'charge', money: true, again: false, tries: 7 });
    expect(await app.deps.db.$count(messages, eq(messages.occasion, 'notice'))).to.equal(1);
    expect(await app.retryFailure({ kind: 'errand', id: found.id })).to.deep.equal({
      ok: true,
      value: { state: 'through' },
    });
    await app.settle();
    expect(await paid()).to.equal(2);
  });

  it('an access that is not renewed stands there, is tried at once, and given up it is not asked for again', async () => {
    const accounts = await app.world.accounts();
    const { reference, accessUntil } = accounts[0]!;
    await app.steerRenewals({ reference, refuses: true });
    await app.moveClock(accessUntil.replace(/T.*/, 'T00:00:00Z') as Instant);
    const [renewal] = await waiting();
    expect(renewal).to.deep.include({ kind: 'renewal', why: 'refused', money: true });
    const { kind, id, tries } = renewal!;
    expect(await app.retryFailure({ kind, id })).to.deep.equal({ ok: true, value: { state: 'waits' } });
    expect((await waiting())[0]!.tries).to.equal(tries + 1);
    await actingAs(owner, () => app.dropFailure({ kind, id, reason: 'we leave this processor' }));
    await app.moveClock(accessUntil);
    expect((await app.queries.failures()).givenUp[0]!.tries).to.equal(tries + 1);
    await app.steerRenewals({ reference, refuses: false });
  });
});
