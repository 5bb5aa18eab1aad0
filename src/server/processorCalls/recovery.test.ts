import type { Instant } from '#core/calendar/instant';
import { actingAs, byItself } from '#server/actor/actorNow';
import { bookingState } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import { runDue } from '#server/jobs/run/runDue';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import type { Deps } from '#server/deps';
import { payAccounts } from '#server/database/schema/ways';
import { jobs, intents, messages } from '#server/database/schema/work';
import { recoverCalls } from '#server/processorCalls/makeCall';
import { failureOf } from '#server/http/failure';
import { recordPayment } from '#server/usecases/payments/recordPayment';
import { payByClient } from '#server/usecases/payments/payByClient';
import { everyAdapter } from '#server/external/everyAdapter';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Webhook } from 'standardwebhooks';
import { connected, type Installation, installation, rental } from '../../../testing/installation';

describe('what a crash or a repeat leaves', () => {
  let app: Installation;
  let id: string;
  let link: string;
  beforeEach(async () => {
    app = await installation();
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    id = made.value.id;
    link = await app.linkSentTo('ines@example.com');
  });
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const received = async (): Promise<number> => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return bookingState(agreedOf(booking), facts, app.world.clock.now()).position.received;
  };
  /** The process dies around its call to the card network. */
  const dying = (when: 'before' | 'after'): Deps => ({
    ...app.deps,
    adapters: everyAdapter(app.deps.adapters, (adapter) => ({
      ...adapter,
      open: (account, access) => {
        const processor = adapter.open(account, access);
        const charge: typeof processor.charge = async (request) => {
          if (when === 'after') await processor.charge(request);
          throw new Error('the process died');
        };
        return { ...processor, charge };
      },
    })),
  });
  const paying =
    (deps: Deps) =>
    (...given: Parameters<ReturnType<typeof payByClient>>) =>
      actingAs({ kind: 'client', device: 'd1' }, () => payByClient(deps)(...given));
  const attempt = async () => ({
    link,
    attempt: randomUUID(),
    card: await app.token('approves'),
    amount: 240_00 as Minor,
  });

  for (const when of ['before', 'after'] as const) {
    it(`died ${when} the call was answered: asked again with the same key, paid once`, async () => {
      const request = await attempt();
      const outcome = await paying(dying(when))(request).catch((error: Error) => error.message);
      expect(outcome).to.equal('the process died');
      expect(await received()).to.equal(0);
      expect(await recoverCalls(app.deps, -1)).to.equal(1);
      expect(await received()).to.equal(240_00);
      expect(await recoverCalls(app.deps, -1)).to.equal(0);
      await app.settle();
      expect(await received()).to.equal(240_00);
      expect((await app.world.network()).payments).to.have.length(1);
      const { facts } = (await readBooking(app.deps.db, id))!;
      const paid = facts.find(({ kind }) => kind === 'received');
      expect(paid?.actor, 'the client’s, whoever took it up').to.deep.equal({ kind: 'client', device: 'd1' });
    });
  }

  it('the event before the answer, then the answer, then the event again: one payment', async () => {
    const request = await attempt();
    await paying(dying('after'))(request).catch(() => undefined);
    await app.world.advance();
    expect(await received(), 'the event told it').to.equal(240_00);
    expect(await app.payByClient(request)).to.deep.equal({ ok: true, value: { state: 'paid' } });
    for (const event of (await app.world.network()).events) expect(await app.world.repeat(event.id)).to.equal(true);
    await app.settle();
    expect(await received()).to.equal(240_00);
  });

  it('a forged, an unsigned or a changed event is refused, and changes nothing', async () => {
    await paying(dying('before'))(await attempt()).catch(() => undefined);
    const [intent] = await app.deps.db.select().from(intents).where(eq(intents.state, 'open'));
    const at = app.world.clock.now();
    const [ours] = await app.deps.db.select().from(payAccounts);
    const body = JSON.stringify({
      account: ours!.reference,
      type: 'request.answered',
      key: intent!.id,
      answer: { outcome: 'approved', reference: 'made_up', at },
    });
    const now = new Date();
    const headers = (secret: string, signed = body) =>
      new Headers({
        'webhook-id': 'news.forged',
        'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
        'webhook-signature': new Webhook(secret).sign('news.forged', now, signed),
      });
    expect(await app.receiveEvent('tarn', body, headers(Buffer.from('another secret').toString('base64')))).to.equal(
      401,
    );
    expect(await app.receiveEvent('tarn', body, headers(app.eventSecrets('live'), '{}'))).to.equal(401);
    expect(await app.receiveEvent('tarn', body, headers(app.eventSecrets('test'))), 'of the other mode').to.equal(401);
    const nobodys = body.replace(ours!.reference, 'an account of nobody');
    expect(await app.receiveEvent('tarn', nobodys, headers(app.eventSecrets('live'), nobodys))).to.equal(401);
    expect(await app.receiveEvent('tarn', body, new Headers())).to.equal(401);
    const good = () => headers(app.eventSecrets('live'));
    expect(await app.receiveEvent('fell', body, good()), 'signed well, for another processor').to.equal(401);
    expect(await app.receiveEvent('constructor', body, good())).to.equal(404);
    const nonsense = JSON.stringify({ account: ours!.reference, type: 'party' });
    expect(await app.receiveEvent('tarn', nonsense, headers(app.eventSecrets('live'), nonsense))).to.equal(422);
    const test = await connected(app, { provider: 'tarn', mode: 'test', currency: 'EUR' });
    const [other] = await app.deps.db.select().from(payAccounts).where(eq(payAccounts.id, test));
    const foreign = body.replace(ours!.reference, other!.reference);
    expect(
      await app.receiveEvent('tarn', foreign, headers(app.eventSecrets('test'), foreign)),
      'a test account speaks for itself alone',
    ).to.equal(403);
    expect(await received()).to.equal(0);
    await recoverCalls(app.deps, -1);
  });

  it('a message that was committed and not handed over goes out once', async () => {
    await app.payByClient(await attempt());
    await app.settle();
    await app.world.clock.moveTo('2027-03-26T09:00:00Z' as Instant);
    const sentTo = (): Promise<number> => app.deps.db.$count(messages, eq(messages.state, 'sent'));
    const before = await sentTo();
    const asleep: Deps = { ...app.deps, outbox: { wake: () => undefined } };
    await runDue(asleep); // committed, and then the process died
    expect(await sentTo()).to.equal(before);
    for (let tries = 0; tries < 2; tries++) {
      await app.recover();
      await app.lettersOut();
    }
    expect(await sentTo()).to.equal(before + 1);
    await app.settle();
  });

  it('an errand that cannot be done is tried again, then shown; nothing fails silently', async () => {
    await app.payByClient(await attempt());
    const problems: string[] = [];
    const broken: Deps = {
      ...app.deps,
      newId: () => {
        throw new Error('no ids today');
      },
      report: (problem) => problems.push(problem),
    };
    await app.world.clock.moveTo('2027-03-26T09:00:00Z' as Instant);
    for (let tries = 0; tries < 8; tries++) {
      await runDue(broken);
      await app.deps.db.update(jobs).set({ triedAt: null }).where(eq(jobs.state, 'waiting'));
    }
    expect(problems.length).to.be.greaterThan(5);
    expect((await app.queries.failures()).waiting.map(({ kind, again }) => ({ kind, again }))).to.deep.equal([
      { kind: 'errand', again: false },
    ]);
  });

  it('a processor that never answers holds up neither the client, the agenda nor the clock for long', async () => {
    await app.close();
    app = await installation('2027-03-01T10:00', {}, { processor: 0.15, mailbox: 60 });
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    id = made.value.id;
    link = await app.linkSentTo('ines@example.com');
    const { open } = app.world.adapters.tarn!;
    const silent = () => new Promise<never>(() => undefined);
    let hangs = true;
    app.world.adapters.tarn!.open = (account, access) => {
      const processor = open(account, access);
      return hangs ? { ...processor, charge: silent, authorise: silent } : processor;
    };
    const request = await attempt();
    const answer = await app.payByClient(request).then(
      () => 'answered',
      (error: unknown) => failureOf(error),
    );
    expect(answer).to.deep.equal({ status: 502, code: 'no_answer' });
    const again = await app.payByClient({ ...request, attempt: randomUUID() });
    expect(!again.ok && again.refusal.code, 'another try meets the one that is open').to.equal('payment_under_way');
    await app.at('2027-03-01T18:00');
    expect(app.world.clock.now(), 'the clock went on').to.equal('2027-03-01T18:00:00Z');
    hangs = false;
    await recoverCalls(app.deps, -1);
    expect(await received()).to.equal(240_00);
    expect((await app.world.network()).payments).to.have.length(1);
    app.world.adapters.tarn!.open = open;
  });

  it('a clock that goes back an hour makes nothing wait for it to come round again', async () => {
    const request = await attempt();
    await paying(dying('after'))(request).catch(() => undefined);
    // As if the call, and a try of an errand, had been made an hour from now.
    const later = sql`now() + interval '1 hour'`;
    await app.deps.db.update(intents).set({ calledAt: later as never });
    await app.deps.db.update(jobs).set({ triedAt: later as never, pause: 60 });
    expect(await recoverCalls(app.deps)).to.equal(1);
    expect(await received()).to.equal(240_00);
    await app.world.clock.moveTo('2027-03-29T09:00:00Z' as Instant);
    await app.settle();
    expect(await received(), 'charged at its moment all the same').to.equal(800_00);
  });

  it('facts keep their order where the clock goes back between them', async () => {
    await app.payByClient(await attempt());
    const back: Deps = { ...app.deps, clock: { now: () => '2027-03-01T09:00:00Z' as Instant } };
    const recorded = recordPayment(back);
    const about = { bookingId: id, requestKey: randomUUID(), amount: 100_00 as Minor, method: 'cash' as const };
    expect((await byItself(() => recorded(about))).ok).to.equal(true);
    const { facts } = (await readBooking(app.deps.db, id))!;
    const moments = facts.map((fact) => fact.at);
    expect(moments).to.deep.equal([...moments].sort());
    expect(await received()).to.equal(340_00);
  });

  it('runs of the agenda at the same time do each errand once', async () => {
    await app.payByClient(await attempt());
    await app.world.clock.moveTo('2027-03-29T09:00:00Z' as Instant);
    await Promise.all([runDue(app.deps), runDue(app.deps), runDue(app.deps), runDue(app.deps)]);
    await app.settle();
    expect(await received()).to.equal(800_00);
    expect((await app.world.network()).payments).to.have.length(2);
  });
});
