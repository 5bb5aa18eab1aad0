import type { Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { claimState } from '#core/claims/claims';
import { decisionsOf } from '#core/bookings/decisions';
import { files } from '#server/database/schema/files';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { connected, type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const sum = (amount: number): Minor => amount as Minor;

describe('claims that the client is heard about', () => {
  let app: Installation;
  let rules: Terms;
  beforeEach(async () => {
    app = await installation();
    rules = { ...(await (await bookingOf(app)).rules()), claims: { answerDays: 7 } };
  });
  afterEach(async () => {
    await app.settle();
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });

  /** A rental with a card and its balance paid, its hold in force, looked at after its end (21 April, 18:00). */
  const over = async (behaviour: Parameters<Installation['token']>[0] = 'approves', own = rules) => {
    const booking = await bookingOf(app, {}, own);
    await booking.pay(behaviour);
    await app.at('2027-04-21T19:00');
    await app.settle();
    return booking;
  };
  type Over = Awaited<ReturnType<typeof over>>;
  const said = (booking: Over, more: object = {}) => ({
    bookingId: booking.id,
    requestKey: randomUUID(),
    claimId: null,
    what: 'damage' as const,
    reason: 'Scratched mirror',
    amount: sum(120_00),
    restsOn: 'Seen as it came back.',
    pictures: [],
    ...more,
  });
  const make = async (booking: Over, more: object = {}): Promise<string> => {
    const made = await app.saveClaim(said(booking, more));
    if (!made.ok) throw new Error(made.refusal.code);
    await app.settle();
    return made.value.claimId;
  };
  const closing = (booking: Over) => app.closeOut({ bookingId: booking.id, claims: [], coverBalance: false });
  const answered = async (booking: Over, claimId: string, accept: boolean, more: object = {}) => {
    const link = await booking.linkTo();
    const result = await app.answerClaim({
      link,
      claimId,
      accept,
      seen: sum(120_00),
      note: accept ? '' : 'It came so.',
      ...more,
    });
    await app.settle();
    return result;
  };
  const stateOf = async (booking: Over) => {
    const { ledger, asOf } = await booking.stands();
    return ledger.after.claims.map((claim) => claimState(claim, asOf));
  };
  const kinds = async (booking: Over) => decisionsOf(await booking.stands()).map(({ kind }) => kind);

  it('is told by letter, waits for its client, and nothing is taken meanwhile', async () => {
    const booking = await over();
    await make(booking);
    expect(await booking.newestText())
      .to.include('Scratched mirror')
      .and.include('accept or object');
    expect(await stateOf(booking)).to.deep.equal(['waits']);
    expect(await kinds(booking)).to.deep.equal([]);
    expect(codeOf(await closing(booking))).to.equal('claim_not_decided');
    await app.at('2027-04-26T19:00');
    const { hold } = await booking.stands();
    expect(hold?.inForce?.amount, 'held beyond the two days of its terms').to.equal(400_00);
  });

  it('accepted: the hold pays it and the rest is let go', async () => {
    const booking = await over();
    const claimId = await make(booking);
    expect((await answered(booking, claimId, true)).ok).to.equal(true);
    expect(await kinds(booking)).to.deep.equal(['closeOut']);
    expect((await closing(booking)).ok).to.equal(true);
    await app.settle();
    const { ledger, stage } = await booking.stands();
    expect({ stage, captured: ledger.closedOut?.captured, released: ledger.closedOut?.released }).to.deep.equal({
      stage: 'closed',
      captured: 120_00,
      released: 280_00,
    });
  });

  it('not answered: may be taken once its day has passed', async () => {
    const booking = await over();
    await make(booking);
    await app.at('2027-04-28T19:30');
    expect(await stateOf(booking)).to.deep.equal(['ready']);
    expect(await kinds(booking)).to.deep.equal(['closeOut']);
    expect((await closing(booking)).ok).to.equal(true);
    await app.settle();
    expect((await booking.stands()).ledger.closedOut?.captured).to.equal(120_00);
  });

  it('objected to: comes back to the owner, who stays with less, and tells it', async () => {
    const booking = await over();
    const claimId = await make(booking);
    await answered(booking, claimId, false, { agreesTo: sum(40_00) });
    expect(await kinds(booking)).to.deep.equal(['objected']);
    expect(codeOf(await closing(booking))).to.equal('claim_not_decided');
    const decide = (amount: number) =>
      app.decideClaim({ bookingId: booking.id, claimId, amount: sum(amount), note: 'The repair alone.' });
    expect(codeOf(await decide(130_00))).to.equal('above_claim');
    expect((await decide(80_00)).ok).to.equal(true);
    await app.settle();
    expect(await booking.newestText()).to.include('The repair alone.');
    expect((await closing(booking)).ok).to.equal(true);
    await app.settle();
    expect((await booking.stands()).ledger.closedOut?.captured).to.equal(80_00);
  });

  it('more than was shown, twice, or after the day, is no answer', async () => {
    const booking = await over();
    const claimId = await make(booking);
    const link = await booking.linkTo();
    const answer = (more: object) =>
      app.answerClaim({ link, claimId, accept: true, seen: sum(120_00), note: '', ...more });
    expect(codeOf(await answer({ seen: sum(12_00) }))).to.equal('claim_changed');
    expect(codeOf(await answer({ claimId: 'another' }))).to.equal('claim_unknown');
    expect(codeOf(await answer({ link: 'x'.repeat(40) }))).to.equal('link_unknown');
    await answered(booking, claimId, true);
    expect((await answer({})).ok, 'the same once more').to.equal(true);
    expect(codeOf(await answer({ accept: false, note: 'No.' }))).to.equal('answered_before');
    expect((await booking.stands()).facts.filter(({ kind }) => kind === 'claimAccepted')).to.have.length(1);
  });

  it('corrected upwards it is asked about anew, withdrawn it is gone', async () => {
    const booking = await over();
    const claimId = await make(booking);
    await answered(booking, claimId, true);
    await app.saveClaim(said(booking, { claimId, amount: sum(90_00) }));
    expect(await stateOf(booking), 'who accepted more has accepted less').to.deep.equal(['ready']);
    await app.saveClaim(said(booking, { claimId, amount: sum(150_00) }));
    expect(await stateOf(booking)).to.deep.equal(['waits']);
    expect((await app.withdrawClaim({ bookingId: booking.id, claimId })).ok).to.equal(true);
    expect(codeOf(await app.withdrawClaim({ bookingId: booking.id, claimId }))).to.equal('claim_settled');
    expect((await closing(booking)).ok).to.equal(true);
    await app.settle();
    expect((await booking.stands()).ledger.closedOut?.captured).to.equal(0);
  });

  it('a claim passed by with the close-out is refused: the client is heard first', async () => {
    const booking = await over();
    const claims = [{ id: 'c', reason: 'Lost cap', amount: sum(10_00) }];
    const direct = await app.closeOut({ bookingId: booking.id, claims, coverBalance: false });
    expect(codeOf(direct)).to.equal('client_is_heard_first');
  });

  for (const [how, accepts, outcome] of [
    ['accepted: it may be charged', true, 'paid'],
    ['not answered: it is asked for, and no charge', false, 'not_agreed'],
  ] as const)
    it(`beyond the hold, ${how}`, async () => {
      const booking = await over();
      const claimId = await make(booking, { amount: sum(500_00) });
      if (accepts) await answered(booking, claimId, true, { seen: sum(500_00) });
      else await app.at('2027-04-28T19:30');
      await closing(booking);
      await app.settle();
      const { ledger, parts } = await booking.stands();
      expect(ledger.closedOut).to.include({ captured: 400_00, shortfall: 100_00 });
      expect(parts.find(({ origin }) => origin === 'claims')?.left).to.equal(100_00);
      const charged = await app.chargeNow({ bookingId: booking.id, requestKey: randomUUID() });
      expect(charged.ok ? charged.value.state : charged.refusal.code).to.equal(outcome);
    });

  it('where the terms name a most, no more can be claimed in all', async () => {
    const capped = { ...rules, claims: { answerDays: 7, most: { fixed: sum(200_00) } } };
    const booking = await over('approves', capped);
    await make(booking);
    const more = await app.saveClaim(said(booking, { amount: sum(100_00) }));
    expect(more).to.deep.equal({ ok: false, refusal: { code: 'above_most', limit: 80_00, path: 'amount' } });
  });

  it('one that was pressed twice is one', async () => {
    const booking = await over();
    const request = said(booking);
    const both = await Promise.all([app.saveClaim(request), app.saveClaim(request)]);
    expect(both.every(({ ok }) => ok)).to.equal(true);
    expect((await booking.stands()).ledger.after.claims).to.have.length(1);
  });

  it('pictures stand with their digests, the same one once, and one that is not there is refused', async () => {
    const booking = await over();
    const content = Buffer.from('89504e470d0a1a0a', 'hex');
    const row = { type: 'image/webp', name: 'a.webp', content, madeAt: app.world.clock.now() };
    await app.deps.db.insert(files).values([
      { id: 'first-picture', ...row },
      { id: 'second-picture', ...row },
    ]);
    const pictures = [
      { fileId: 'first-picture', taken: app.world.clock.now() },
      { fileId: 'second-picture', taken: null },
    ];
    await make(booking, { pictures });
    const [claim] = (await booking.stands()).ledger.after.claims;
    expect(claim!.pictures).to.have.length(1);
    expect(claim!.pictures[0]!.sha256).to.match(/^[0-9a-f]{64}$/);
    const unknown = await app.saveClaim(said(booking, { pictures: [{ fileId: 'none', taken: null }] }));
    expect(codeOf(unknown)).to.equal('picture_unknown');
  });

  it('of a closed booking: said, heard and asked for by itself', async () => {
    const booking = await over();
    await closing(booking);
    await app.settle();
    const claimId = await make(booking);
    expect(
      codeOf(await app.askForClaims({ bookingId: booking.id, requestKey: randomUUID(), claimIds: [claimId] })),
    ).to.equal('claim_not_decided');
    await answered(booking, claimId, true);
    const asked = await app.askForClaims({ bookingId: booking.id, requestKey: randomUUID(), claimIds: [claimId] });
    expect(asked.ok).to.equal(true);
    await app.settle();
    const { parts } = await booking.stands();
    expect(parts.filter(({ origin }) => origin === 'claims').map(({ left }) => left)).to.deep.equal([120_00]);
  });

  describe('where the account captures more than once', () => {
    const paidAtFell = async () => {
      const fell = await connected(app, { provider: 'fell', mode: 'live', currency: 'EUR' });
      await app.savePaymentMethods({ ways: { hidden: [], online: fell }, transferTo: '' });
      const booking = await bookingOf(app, {}, rules);
      await booking.payAt(fell);
      await app.at('2027-04-21T19:00');
      await app.settle();
      return booking;
    };
    it('a first claim is taken now, and the rest held on, renewed and taken later', async () => {
      const booking = await paidAtFell();
      const claimId = await make(booking);
      const take = () => app.takeClaims({ bookingId: booking.id, requestKey: randomUUID(), claimIds: [claimId] });
      expect(codeOf(await take())).to.equal('claim_not_decided');
      await answered(booking, claimId, true);
      expect(await take()).to.deep.equal({ ok: true, value: { taken: true } });
      expect(codeOf(await take()), 'once').to.equal('claim_not_decided');
      await app.settle();
      expect((await booking.stands()).hold?.inForce?.amount).to.equal(280_00);
      const second = await make(booking, { reason: 'Lost eyepiece', amount: sum(50_00) });
      await answered(booking, second, true, { seen: sum(50_00) });
      await closing(booking);
      await app.settle();
      const { ledger } = await booking.stands();
      expect(ledger.closedOut).to.include({ captured: 50_00, released: 230_00 });
    });
    it('what was taken is corrected no more', async () => {
      const booking = await paidAtFell();
      const claimId = await make(booking);
      await answered(booking, claimId, true);
      await app.takeClaims({ bookingId: booking.id, requestKey: randomUUID(), claimIds: [claimId] });
      expect(codeOf(await app.saveClaim(said(booking, { claimId, amount: sum(10_00) })))).to.equal('claim_settled');
    });
  });

  it('an account that captures once takes claims with the close-out alone', async () => {
    const booking = await over();
    const claimId = await make(booking);
    await answered(booking, claimId, true);
    const taken = await app.takeClaims({ bookingId: booking.id, requestKey: randomUUID(), claimIds: [claimId] });
    expect(codeOf(taken)).to.equal('takes_once');
  });
});
