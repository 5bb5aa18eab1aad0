import { decisionsOf } from '#core/bookings/decisions';
import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { starterTerms } from '#server/seed/starterTerms';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { type CardBehaviour, testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { eachVerified } from '../../../../testing/eachVerified';
import { connected, type Installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const rules = starterTerms.find(({ id }) => id === 'rental')!.rules;
const { hold: _hold, ...withoutHold } = rules;
const wall = (text: string): WallTime => text as WallTime;

describe('what is back, and holds by hand', () => {
  let app: Installation;
  eachVerified((made) => (app = made));

  const held = async () => (await (await app.cards()).liveAuthorisations()).map(({ amount }) => amount);
  /** Paid in full, looked at a moment after its end (21 April, 18:00). */
  const at = async (moment: string, own: Terms = rules) => {
    const booking = await bookingOf(app, {}, own);
    await booking.pay();
    await app.at(moment);
    await app.settle();
    return booking;
  };
  const back = (bookingId: string, moment: string | null) =>
    app.markReturned({ bookingId, moment: moment === null ? null : wall(moment) });
  const kinds = async (booking: Awaited<ReturnType<typeof at>>) =>
    decisionsOf(await booking.stands()).map(({ kind }) => kind);

  it('not back: it is held on for weeks after the cover of its terms, until it is', async () => {
    const booking = await at('2027-04-21T19:00');
    expect((await app.markMissing({ bookingId: booking.id })).ok).to.equal(true);
    expect((await app.markMissing({ bookingId: booking.id })).ok, 'said twice').to.equal(true);
    expect((await booking.stands()).facts.filter(({ kind }) => kind === 'notBack')).to.have.length(1);
    expect(await kinds(booking)).to.include('notBack');
    await app.at('2027-05-20T12:00');
    await app.settle();
    expect(await held()).to.deep.equal([400_00]);
    expect((await back(booking.id, '2027-05-19T08:00')).ok).to.equal(true);
    expect(await kinds(booking)).to.not.include('notBack');
    await app.at('2027-06-10T12:00');
    await app.settle();
    expect(await held()).to.deep.equal([]);
  });

  it('Today asks of what was lent until somebody says that it is back', async () => {
    const booking = await at('2027-04-21T19:00');
    const out = async () => (await app.queries.today()).out.includes(booking.id);
    expect(await out()).to.equal(true);
    await app.markMissing({ bookingId: booking.id });
    expect(await out(), 'not back').to.equal(true);
    await back(booking.id, null);
    expect(await out(), 'back').to.equal(false);
  });

  it('refuses what cannot be: not over yet, not begun, in the future, closed', async () => {
    const booking = await at('2027-04-10T12:00');
    expect(codeOf(await app.markMissing({ bookingId: booking.id }))).to.equal('not_over_yet');
    expect(codeOf(await back(booking.id, '2027-04-01T08:00'))).to.equal('not_begun');
    expect(codeOf(await back(booking.id, '2027-04-10T12:01'))).to.equal('in_future');
    await app.at('2027-04-21T19:00');
    await app.closeOut({ bookingId: booking.id, claims: [], coverBalance: false });
    expect(codeOf(await app.markMissing({ bookingId: booking.id }))).to.equal('booking_over');
    expect(codeOf(await back(booking.id, null))).to.equal('booking_over');
  });

  it('back early, it is closed early, and its hold is let go', async () => {
    const booking = await at('2027-04-15T12:00');
    const close = () => app.closeOut({ bookingId: booking.id, claims: [], coverBalance: false });
    expect((await close()).ok, 'it is out').to.equal(false);
    expect((await back(booking.id, null)).ok).to.equal(true);
    expect(await close()).to.deep.include({ ok: true });
    await app.settle();
    expect((await booking.stands()).stage).to.equal('closed');
    expect(await held()).to.deep.equal([]);
  });

  const hold = (bookingId: string, amount: number, more: object = {}) =>
    app.putHold({
      bookingId,
      requestKey: randomUUID(),
      amount: minor(amount),
      until: '2027-04-25' as PlainDate,
      how: 'card',
      ...more,
    });

  const paidInCash = async () => {
    const booking = await bookingOf(app, {}, withoutHold);
    const amount = (await booking.stands()).position.dueNow;
    await app.recordPayment({ bookingId: booking.id, requestKey: randomUUID(), amount, method: 'cash' });
    return booking;
  };

  describe('where the account extends and raises an authorisation', () => {
    const atFell = async (behaviour: CardBehaviour = 'approves') => {
      const fell = await connected(app, { provider: 'fell', mode: 'live', currency: 'EUR' });
      await app.savePaymentMethods({ ways: { hidden: [], online: fell }, transferTo: '' });
      // Longer than one authorisation of that account lasts.
      const booking = await bookingOf(app, { end: wall('2027-05-25T18:00') }, rules);
      await booking.payAt(fell, behaviour);
      await app.at('2027-04-08T12:00');
      await app.settle();
      return booking;
    };
    const told = async (booking: Awaited<ReturnType<typeof at>>) =>
      (await booking.stands()).facts.flatMap((fact) =>
        fact.kind === 'holdPlaced' || fact.kind === 'holdExtended' || fact.kind === 'holdRaised' ? [fact.kind] : [],
      );

    it('it is extended until the end, one authorisation all along', async () => {
      const booking = await atFell();
      await app.at('2027-05-25T17:00');
      await app.settle();
      const [placed, ...later] = await told(booking);
      expect(placed).to.equal('holdPlaced');
      expect(later).to.have.length.above(0);
      expect(new Set(later)).to.deep.equal(new Set(['holdExtended']));
      const { ledger } = await booking.stands();
      expect(ledger.authorisations).to.have.length(1);
      expect(ledger.authorisations[0]!.expires >= '2027-05-25T18:00').to.equal(true);
    });
    it('it is raised to what the client agreed to anew, and nothing is held twice', async () => {
      const booking = await atFell();
      expect((await hold(booking.id, 650_00)).ok).to.equal(true);
      await app.agreeAnew({ link: await booking.linkTo(), attempt: randomUUID() });
      await app.settle();
      expect(await told(booking)).to.include('holdRaised');
      const { ledger } = await booking.stands();
      expect(ledger.authorisations.map(({ amount, state }) => [amount, state])).to.deep.equal([[650_00, 'inForce']]);
      const { live } = await app.world.network();
      expect(live.map(({ amount }) => amount)).to.deep.equal([650_00]);
    });
    it('refused to be extended, a successor is tried, and then its owner is asked', async () => {
      const booking = await atFell('noRenewal');
      await app.at('2027-05-16T12:00');
      await app.settle();
      const { facts } = await booking.stands();
      expect(facts.filter(({ kind }) => kind === 'holdRefused')).to.have.length.above(0);
      expect(await kinds(booking)).to.include('coverGap');
    });
  });

  it('a booking that waits for its first payment takes no hold yet, and says so', async () => {
    const booking = await bookingOf(app);
    expect(codeOf(await hold(booking.id, 200_00))).to.equal('not_secured_yet');
  });

  it('a hold by hand is no more than its client agreed to, until they agree to it', async () => {
    const booking = await at('2027-04-08T12:00');
    expect(await held()).to.deep.equal([400_00]);
    expect((await hold(booking.id, 650_00)).ok).to.equal(true);
    await app.settle();
    expect(await held(), 'agreed to so much').to.deep.equal([400_00]);
    expect(await kinds(booking)).to.include('notAgreed');
    await app.agreeAnew({ link: await booking.linkTo(), attempt: randomUUID() });
    await app.settle();
    expect(await held()).to.deep.equal([650_00]);
  });

  it('a hold on a booking whose terms have none is asked of the client, and then placed', async () => {
    const booking = await bookingOf(app, {}, withoutHold);
    await booking.pay();
    expect((await hold(booking.id, 200_00)).ok).to.equal(true);
    await app.settle();
    expect(await held()).to.deep.equal([]);
    await app.agreeAnew({ link: await booking.linkTo(), attempt: randomUUID() });
    await app.settle();
    expect(await held()).to.deep.equal([200_00]);
    await app.at('2027-04-21T19:00');
    await app.settle();
    const claims = [{ id: 'c', reason: 'Cap lost', amount: minor(50_00) }];
    expect((await app.closeOut({ bookingId: booking.id, claims, coverBalance: false })).ok).to.equal(true);
    await app.settle();
    expect(await held()).to.deep.equal([]);
    expect((await booking.stands()).facts.some(({ kind }) => kind === 'holdCaptured')).to.equal(true);
  });

  it('at the counter a card that is there is held at once; the same press twice holds once', async () => {
    const reader = await connected(app, { provider: 'scree', mode: 'live', currency: 'EUR' });
    const booking = await paidInCash();
    const requestKey = randomUUID();
    const begun = await hold(booking.id, 300_00, { how: 'counter', requestKey });
    expect(begun.ok).to.equal(true);
    const asked = (await app.world.readerScreen())!;
    await app.world.presentCard(asked.reference, testNumber('approves'));
    await app.settle();
    await hold(booking.id, 300_00, { how: 'counter', requestKey });
    await app.settle();
    const processor = await processorOf(app.deps, reader);
    expect((await processor.liveAuthorisations()).map(({ amount }) => amount)).to.deep.equal([300_00]);
    expect((await booking.stands()).facts.filter(({ kind }) => kind === 'holdPlaced')).to.have.length(1);
  });

  it('refuses a hold without a card, on a day that is past, and after the end of all', async () => {
    const waiting = await bookingOf(app, {}, withoutHold);
    expect(codeOf(await hold(waiting.id, 200_00)), 'nothing is secured yet').to.equal('not_secured_yet');
    const booking = await paidInCash();
    expect(codeOf(await hold(booking.id, 200_00))).to.equal('no_card');
    expect(codeOf(await hold(booking.id, 200_00, { how: 'counter' }))).to.equal('no_reader');
    expect(codeOf(await hold(booking.id, 200_00, { until: '2027-02-27' }))).to.equal('day_passed');
    await app.cancelBooking({ bookingId: booking.id, by: 'business' });
    expect(codeOf(await hold(booking.id, 200_00))).to.equal('booking_over');
  });
});
