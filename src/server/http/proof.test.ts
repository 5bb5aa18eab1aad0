import { minor } from '#core/money/minor';
import { type RefundLimit, wantsProof } from '#core/payments/refundLimit';
import { session } from '#server/database/schema/signIn';
import { actingAs } from '#server/actor/actorNow';
import { routeAt } from '#server/http/routes/routing';
import { bookings } from '#server/database/schema/bookings';
import { intents } from '#server/database/schema/work';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { bookingOf, codeOf } from '../../../testing/onBooking';
import { type Installation, installation } from '../../../testing/installation';

describe('what is asked about again', () => {
  let app: Installation;
  let locals: { app: Installation; person: { id: string }; session: { personId: string; sessionId: string } };
  beforeEach(async () => {
    app = await installation();
    const made = await (
      await app.signIn()
    ).api.signUpEmail({
      body: { name: 'Lena Varga', email: 'lena@example.com', password: 'a quiet night over the hill' },
    });
    const [row] = await app.deps.db.select().from(session).where(eq(session.userId, made.user.id));
    locals = { app, person: { id: made.user.id }, session: { personId: made.user.id, sessionId: row!.id } };
  });
  afterEach(() => app.close());

  const age = (minutes: number) =>
    app.deps.db.update(session).set({ createdAt: new Date(Date.now() - minutes * 60_000), provenAt: null });
  const ask = async (path: string, body: object) => {
    const request = new Request('http://ostendo.example.com/x', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const response = await actingAs({ kind: 'person', id: locals.person.id }, () =>
      routeAt('POST', path)!.route.answer({ locals, request } as never, {}),
    );
    const answer = (await response.json()) as { code?: string; detail?: { by?: string } } | null;
    return { status: response.status, code: answer?.code, by: answer?.detail?.by };
  };

  const limits: [why: string, limit: RefundLimit, currency: string, refunds: number[], asks: boolean][] = [
    ['no limit', null, 'EUR', [9_999_00], false],
    ['below it', { from: minor(500_00), currency: 'EUR' }, 'EUR', [499_99], false],
    ['at it', { from: minor(500_00), currency: 'EUR' }, 'EUR', [500_00], true],
    ['over several receipts', { from: minor(500_00), currency: 'EUR' }, 'EUR', [300_00, 200_00], true],
    ['in another currency, whatever the sum', { from: minor(500_00), currency: 'EUR' }, 'USD', [1], true],
    ['nothing goes back', { from: minor(0), currency: 'EUR' }, 'USD', [], false],
    ['every refund', { from: minor(0), currency: 'EUR' }, 'EUR', [1], true],
  ];
  for (const [why, limit, currency, refunds, asks] of limits)
    it(`a refund, ${why}: ${asks ? 'asks' : 'goes'}`, () =>
      expect(
        wantsProof(
          limit,
          currency,
          refunds.map((amount) => ({ amount: minor(amount) })),
        ),
      ).to.equal(asks));

  it('a cancellation that gives back more than the owner lets pass is not made before it was shown who asks', async () => {
    const booking = await bookingOf(app);
    const link = await booking.linkTo();
    await app.payByClient({ link, attempt: 'attempt-1', card: await app.token('approves'), amount: minor(240_00) });
    const route = '/api/bookings/cancel';
    const cancel = { bookingId: booking.id, by: 'business' };
    await app.saveSafety({ proofAbove: minor(240_00), keepDays: 30 });
    await age(11);
    expect(await ask(route, cancel)).to.deep.equal({ status: 409, code: 'proof_needed', by: 'password' });
    expect(await app.deps.db.$count(intents, eq(intents.cause, 'cancelled'))).to.equal(0);
    await app.saveSafety({ proofAbove: minor(240_01), keepDays: 30 });
    expect((await ask(route, cancel)).status).to.equal(200);
  });

  it('one that was shown a moment ago is not asked', async () => {
    const booking = await bookingOf(app);
    const link = await booking.linkTo();
    await app.payByClient({ link, attempt: 'attempt-1', card: await app.token('approves'), amount: minor(240_00) });
    await app.saveSafety({ proofAbove: minor(1), keepDays: 30 });
    await age(9);
    const route = '/api/bookings/cancel';
    expect((await ask(route, { bookingId: booking.id, by: 'business' })).status).to.equal(200);
  });

  it('where transfers go changes only for who has shown it; what clients are shown is not asked about', async () => {
    const route = '/api/ways/save';
    await age(11);
    const ways = { hidden: [], online: null };
    const kept = await app.queries.transferTo();
    expect((await ask(route, { ways, transferTo: 'another account' })).code).to.equal('proof_needed');
    expect(await app.queries.transferTo()).to.equal(kept);
    expect((await ask(route, { ways, transferTo: kept })).status).to.equal(200);
    await age(0);
    expect((await ask(route, { ways, transferTo: 'another account' })).status).to.equal(200);
    expect(await app.queries.transferTo()).to.equal('another account');
  });

  it('a payer reads what is to be paid, neither price nor stage, and gives up no payment of the client', async () => {
    const booking = await bookingOf(app);
    const link = await booking.linkTo();
    const asked = await app.askPayer({ link, attempt: 'attempt-1', to: null });
    if (!asked.ok) throw new Error(asked.refusal.code);
    const payer = asked.value.url!.split('/').at(-1)!;
    await app.payByClient({ link, attempt: 'attempt-2', card: await app.token('approves'), amount: minor(240_00) });
    const view = await app.queries.client(payer);
    if ('fault' in view) throw new Error(view.fault);
    const [row] = await app.deps.db.select().from(bookings);
    const said = JSON.stringify(view);
    expect(said).to.not.include(String(row!.total));
    expect(said, 'what came in').to.not.include('24000');
    expect(view).to.deep.include({ stage: 'secured', received: 0, payments: [], steps: [], lines: [] });
    expect(view.strip).to.deep.equal({ total: view.outstanding, segments: [], hold: null });

    const waiting = { link, attempt: 'attempt-3', card: await app.token('confirms'), amount: minor(560_00) };
    expect(await app.payByClient(waiting)).to.deep.include({ ok: true });
    const again = await app.queries.client(payer);
    expect('fault' in again ? null : again.waiting, 'the client’s bank').to.equal(null);
    expect(await app.abandonPayment({ link: payer })).to.deep.equal({ ok: true, value: { abandoned: false } });
    expect(await app.abandonPayment({ link })).to.deep.equal({ ok: true, value: { abandoned: true } });
    expect(codeOf(await app.sendCode({ link: payer, device: 'x'.repeat(43) }))).to.equal('link_unknown');
    // Their page tells nothing of what had come, and what it sends is not held against that.
    const rest = { link: payer, attempt: 'attempt-4', card: await app.token('approves'), amount: view.outstanding };
    expect(await app.payByClient({ ...rest, seen: minor(0) })).to.deep.include({ ok: true });
    expect((await booking.stands()).position.outstanding).to.equal(0);
  });
});
