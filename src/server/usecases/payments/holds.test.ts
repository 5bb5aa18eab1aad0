import { decisionsOf } from '#core/bookings/decisions';
import { bookingState } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import type { WallTime } from '#core/calendar/wallTime';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../../testing/installation';

describe('holds and the close-out', () => {
  let app: Installation;
  let id: string;
  let link: string;

  const start = async (behaviour: Parameters<Installation['token']>[0], about = {}): Promise<void> => {
    const made = await app.createBooking(
      rental({ start: '2027-03-10T18:00' as WallTime, end: '2027-03-26T18:00' as WallTime, ...about }),
    );
    if (!made.ok) throw new Error(made.refusal.code);
    id = made.value.id;
    link = await app.linkSentTo('ines@example.com');
    const amount = (await stands()).position.dueNow;
    const paid = await app.payByClient({ link, attempt: randomUUID(), card: await app.token(behaviour), amount });
    if (!paid.ok) throw new Error(paid.refusal.code);
    if (paid.value.state === 'confirm') await app.world.answerConfirmation(paid.value.url.split('/').at(-1)!, true);
    await app.settle();
  };
  const stands = async () => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return bookingState(agreedOf(booking), facts, app.world.clock.now());
  };
  beforeEach(async () => (app = await installation()));
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });

  it('never has two authorisations in force but for the moment of a renewal, and leaves none behind', async () => {
    await start('approves');
    for (let day = 9; day <= 29; day++) {
      await app.at(`2027-03-${String(day).padStart(2, '0')}T23:00`);
      expect(await (await app.cards()).liveAuthorisations(), `on the ${day}th`).to.have.length(
        day >= 9 && day < 28 ? 1 : 0,
      );
    }
    const { ledger, hold } = await stands();
    expect(hold?.state, 'let go at the end of cover, undecided').to.equal('released');
    ledger.authorisations
      .slice(1)
      .forEach((held, index) => expect(held.placedAt < ledger.authorisations[index]!.expires).to.equal(true));
  });

  it('a renewal that is refused keeps the old one to its end, warns, and another card closes the gap', async () => {
    await start('noRenewal');
    await app.at('2027-03-16T07:00');
    const warned = await stands();
    expect(decisionsOf(warned).map((decision) => decision.kind)).to.deep.equal(['coverGap']);
    expect(warned.hold?.inForce?.state).to.equal('inForce');
    expect((await app.world.mail.list('ines@example.com', 1))[0]!.subject).to.include('card for the hold');
    await app.giveCard({ link, attempt: randomUUID(), card: await app.token('approves') });
    await app.settle();
    const healed = await stands();
    expect(decisionsOf(healed)).to.deep.equal([]);
    expect(healed.hold).to.include({ state: 'inForce', gap: null });
    expect(await (await app.cards()).liveAuthorisations()).to.have.length(1);
  });

  it('a gap that is left alone opens when the old one lapses, and may be accepted', async () => {
    await start('noRenewal');
    await app.at('2027-03-17T10:00');
    const open = await stands();
    expect(open.hold?.state).to.equal('lapsed');
    expect(decisionsOf(open).map((decision) => decision.kind)).to.deep.equal(['coverGap']);
    expect((await app.acceptGap({ bookingId: id, requestKey: randomUUID() })).ok).to.equal(true);
    expect(decisionsOf(await stands())).to.deep.equal([]);
  });

  it('a bank that wants the client to confirm a hold: asked by message, in force when confirmed', async () => {
    await start('confirmsHolds');
    await app.at('2027-03-09T18:00');
    const asked = await stands();
    expect(asked.hold?.state).to.equal('asked');
    expect((await app.world.mail.list('ines@example.com', 1))[0]!.subject).to.include('confirm');
    await app.world.answerConfirmation(asked.ledger.holdAsked!.confirmUrl.split('/').at(-1)!, true);
    await app.settle();
    expect((await stands()).hold?.state).to.equal('inForce');
  });

  it('claims above the hold: all of it is captured, the rest is owed and can be paid', async () => {
    await start('approves');
    await app.at('2027-03-26T19:00');
    const claims = [{ id: 'mirror', reason: 'Mirror cracked', amount: 520_00 as Minor }];
    expect((await app.closeOut({ bookingId: id, claims, coverBalance: false })).ok).to.equal(true);
    expect(
      (await app.closeOut({ bookingId: id, claims, coverBalance: false })).ok,
      'a repeat does nothing more',
    ).to.equal(true);
    const closed = await stands();
    expect(closed.ledger.closedOut).to.include({ captured: 400_00, shortfall: 120_00 });
    expect(closed.position.outstanding).to.equal(120_00);
    const paid = await app.payByClient({
      link,
      attempt: randomUUID(),
      card: await app.token('approves'),
      amount: 120_00 as Minor,
    });
    expect(paid).to.deep.equal({ ok: true, value: { state: 'paid' } });
    expect((await stands()).position.outstanding).to.equal(0);
  });

  it('the balance is taken from the hold only with the consent of the terms', async () => {
    await start('shortOnFile', { termsId: 'rental-long', total: 1000_00 });
    await app.at('2027-03-26T19:00');
    const before = await stands();
    expect(before.position.outstanding, 'the balance at the end was refused').to.be.greaterThan(0);
    const { outstanding } = before.position;
    expect((await app.closeOut({ bookingId: id, claims: [], coverBalance: true })).ok).to.equal(true);
    const { ledger, position } = await stands();
    expect(position.outstanding).to.equal(0);
    expect(ledger.closedOut).to.include({ captured: outstanding, outstanding: 0 });
  });

  it('without that consent it is refused, and before the end nothing is closed', async () => {
    await start('approves');
    const early = await app.closeOut({ bookingId: id, claims: [], coverBalance: false });
    expect(!early.ok && early.refusal.code).to.equal('not_to_close_out');
    await app.at('2027-03-26T19:00');
    const greedy = await app.closeOut({ bookingId: id, claims: [], coverBalance: true });
    expect(!greedy.ok && greedy.refusal.code).to.equal('no_consent_for_balance');
  });

  it('releases many at once, each by itself', async () => {
    await start('approves');
    await app.at('2027-03-26T19:00');
    const done = await app.releaseMany({ bookingIds: [id, 'no-such-booking', id] });
    expect(done.ok && done.value).to.deep.equal({
      closed: [id],
      refused: [{ id: 'no-such-booking', code: 'booking_not_found' }],
    });
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
    expect((await stands()).ledger.closedOut).to.include({ captured: 0, released: 400_00 });
  });

  it('an authorisation that lapsed meanwhile leaves the claims owed, and says so', async () => {
    await start('approves');
    await app.at('2027-03-26T19:00');
    const { inForce } = (await stands()).hold!;
    await (await app.cards()).release({ key: randomUUID(), authorisation: inForce!.id });
    const claims = [{ id: 'heater', reason: 'Dew heater', amount: 120_00 as Minor }];
    expect((await app.closeOut({ bookingId: id, claims, coverBalance: false })).ok).to.equal(true);
    expect((await stands()).ledger.closedOut).to.include({ captured: 0, shortfall: 120_00 });
  });
});
