import type { Decimal } from '#core/money/decimal';
import { decisionsOf } from '#core/bookings/decisions';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { journalLines } from '#server/database/schema/journal';
import { starterTerms } from '#server/seed/starterTerms';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const wall = (text: string): WallTime => text as WallTime;
const base = starterTerms[0]!.rules;
/** Ten days from 10 March, so that the hold is three authorisations; booked on the 1st. */
const soon = { start: wall('2027-03-10T18:00'), end: wall('2027-03-20T18:00') };

describe('what terms can ask for', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const balanceOf = async (account: string): Promise<number> => {
    const [row] = await app.deps.db
      .select({ sum: sql<number>`coalesce(sum(${journalLines.amount}), 0)`.mapWith(Number) })
      .from(journalLines)
      .where(sql`${journalLines.account} = ${account}`);
    return row!.sum;
  };

  describe('a refundable deposit in place of a long hold', () => {
    const rules: Terms = { ...base, chargeInstead: { above: 1 }, holdCoversBalance: true };

    it('is charged when the hold would begin, pays claims, and the rest goes back', async () => {
      const booking = await bookingOf(app, soon, rules);
      await booking.pay();
      await app.at('2027-03-09T20:00');
      const held = await booking.stands();
      expect({ hold: held.hold, inHand: held.securityInHand }).to.deep.equal({ hold: null, inHand: 400_00 });
      expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
      await app.at('2027-03-21T10:00');
      const queue = await app.queries.closeOuts();
      expect(queue.queue[0]).to.include({ security: 400_00 });
      const claims = [{ id: 'a', reason: 'scratched tube', amount: minor(150_00) }];
      expect((await app.closeOut({ bookingId: booking.id, claims, coverBalance: false })).ok).to.equal(true);
      const { position, stage, ledger } = await booking.stands();
      expect({ stage, ...position }).to.deep.include({ stage: 'closed', received: 950_00, outstanding: 0, credit: 0 });
      expect(ledger.closedOut).to.deep.include({ captured: 150_00, released: 250_00 });
      expect(await balanceOf('liabilities:client deposits')).to.equal(0);
      expect(await balanceOf('income:damage recovered')).to.equal(-150_00);
    });

    it('pays an unpaid balance where the agreement says so; a short hold stays a hold', async () => {
      const asked = {
        ...rules,
        instalments: [
          rules.instalments[0]!,
          { ...rules.instalments[1]!, collect: 'ask' as const, due: { on: 'end' as const } },
        ],
      };
      const booking = await bookingOf(app, soon, asked);
      await booking.pay();
      await app.at('2027-03-21T10:00');
      expect((await app.closeOut({ bookingId: booking.id, claims: [], coverBalance: true })).ok).to.equal(true);
      const { position } = await booking.stands();
      expect(position.outstanding).to.equal(160_00);
      expect(await balanceOf('liabilities:client deposits')).to.equal(0);
      expect(await balanceOf('assets:receivables')).to.equal(160_00);
      const short = await bookingOf(app, { start: wall('2027-04-10T18:00'), end: wall('2027-04-11T18:00') }, rules);
      expect((await short.stands()).hold?.state).to.equal('planned');
    });

    it('goes back whole at a cancellation, whatever the terms keep', async () => {
      const booking = await bookingOf(app, soon, rules);
      await booking.pay();
      await app.at('2027-03-09T20:00');
      await app.cancelBooking({ bookingId: booking.id, by: 'client' });
      const { position, ledger } = await booking.stands();
      expect(ledger.cancelled).to.include({ keep: 800_00, refund: 400_00 });
      expect(position).to.include({ received: 800_00, outstanding: 0 });
    });
  });

  it('a card on file secures a booking that asks for no money yet', async () => {
    const known = starterTerms.find(({ id }) => id === 'rental-known')!.rules;
    const booking = await bookingOf(app, {}, known);
    expect((await booking.stands()).stage).to.equal('waiting');
    expect((await booking.mails(1))[0]).to.include('a card secures your booking');
    expect((await app.queries.client(await booking.linkTo())) as object).to.include({ cardWanted: 'file' });
    expect(await booking.giveCard('lost')).to.deep.include({ ok: true, value: { state: 'declined', code: '41' } });
    expect((await booking.stands()).stage).to.equal('waiting');
    await booking.giveCard('approves');
    expect((await booking.stands()).stage).to.equal('secured');
    await app.at('2027-04-04T10:00');
    expect((await booking.stands()).position.received).to.equal(800_00);
  });

  it('a first payment left to the client: secured at once, asked for all the same', async () => {
    const booking = await bookingOf(app, {}, { ...base, firstPayment: { required: false, preset: 'all' } });
    expect((await booking.stands()).stage).to.equal('secured');
    expect((await booking.mails()).some((subject) => subject.includes('secures'))).to.equal(true);
    const view = await app.queries.client(await booking.linkTo());
    expect('choices' in view && view.choices).to.deep.equal({
      preset: 'all',
      all: { amount: 800_00, discount: null },
      smallest: null,
    });
  });

  it('everything at once, with the discount for it: the price follows the payment', async () => {
    const booking = await bookingOf(app, {}, { ...base, payAllDiscount: '5' as Decimal });
    const link = await booking.linkTo();
    const view = await app.queries.client(link);
    expect('choices' in view && view.choices.all).to.deep.equal({ amount: 760_00, discount: '5' });
    expect(codeOf(await booking.pay('approves', 700_00, { everything: true })), 'a sum of its own').to.equal(
      'position_changed',
    );
    expect(await booking.pay('lost', 760_00, { everything: true })).to.deep.include({ ok: true });
    expect((await booking.stands()).agreed.total, 'a declined card changes no price').to.equal(800_00);
    await booking.pay('approves', 760_00, { everything: true });
    const { agreed, position, stage } = await booking.stands();
    expect({ stage, total: agreed.total, outstanding: position.outstanding }).to.deep.equal({
      stage: 'secured',
      total: 760_00,
      outstanding: 0,
    });
    expect(codeOf(await booking.pay('approves', 1, { everything: true }))).to.equal('nothing_due');
  });

  it('a fee passed on is charged with the payment, counts for nothing, and carries its tax', async () => {
    const fee = { percent: '2' as Decimal, fixed: minor(30), mode: 'add' as const, country: 'CH' };
    const booking = await bookingOf(app, {}, { ...base, fee });
    await booking.pay();
    const { position } = await booking.stands();
    expect(position.received).to.equal(240_00);
    const [payment] = (await app.world.network()).payments;
    // At most what the processor takes: 1.4 % and 0.25.
    expect(payment!.amount).to.equal(240_00 + 3_61);
    expect(await balanceOf('income:fees passed on')).to.equal(-(3_61 - 68)); // 3.61 × 149.59 ÷ 800.00
    expect(await balanceOf('liabilities:tax payable')).to.equal(-68);
    await app.at('2027-03-30T10:00');
    expect((await booking.stands()).position.received).to.equal(800_00);
    expect(await balanceOf('income:fees passed on'), '560.00 by the card on file').to.equal(-(3_61 + 8_09 - 68 - 1_51));
    await app.cancelBooking({ bookingId: booking.id, by: 'client' });
    await app.at('2027-03-31T10:00');
    const { position: after } = await booking.stands();
    // What goes back is of the second payment, and its fee with it in proportion.
    const share = (800_00 - after.received) / 560_00;
    expect(share).to.be.within(0.01, 1);
    const back = Math.round(8_09 * share) - Math.round(1_51 * share);
    expect(0 - (await balanceOf('income:fees passed on'))).to.equal(3_61 + 8_09 - 68 - 1_51 - back);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('the hold pays what a no-show leaves owed, where the agreement says so', async () => {
    const unpaid = { ...base.instalments[1]!, collect: 'desk' as const, due: { on: 'end' as const } };
    const rules = { ...base, instalments: [base.instalments[0]!, unpaid], holdCoversKeep: true };
    const booking = await bookingOf(app, soon, rules);
    await booking.pay();
    await app.at('2027-03-10T19:00');
    await app.cancelBooking({ bookingId: booking.id, by: 'no_show' });
    await app.settle();
    const { position, ledger } = await booking.stands();
    expect(ledger.authorisations.map(({ state }) => state)).to.deep.equal(['captured']);
    expect({ received: position.received, outstanding: position.outstanding }).to.deep.equal({
      received: 640_00,
      outstanding: 160_00,
    });
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
  });

  it('style swap lets go before it places, and a refusal leaves nothing held', async () => {
    const rules = { ...base, hold: { ...base.hold!, style: 'swap' as const } };
    const booking = await bookingOf(app, soon, rules);
    await booking.pay();
    await app.at('2027-03-17T10:00');
    const renewed = await booking.stands();
    expect(renewed.ledger.authorisations.map(({ state }) => state)).to.deep.equal(['released', 'inForce']);
    const [first, second] = renewed.ledger.authorisations;
    expect(first!.endedAt! <= second!.placedAt).to.equal(true);
    await app.closeOut({ bookingId: booking.id, claims: [], coverBalance: false });

    const other = await bookingOf(app, { start: wall('2027-03-20T18:00'), end: wall('2027-03-30T18:00') }, rules);
    await other.pay('noRenewal');
    await app.at('2027-03-27T10:00');
    const stands = await other.stands();
    const { hold } = stands;
    const decisions = decisionsOf(stands);
    expect(hold).to.include({ state: 'refused', inForce: null });
    expect(decisions.map(({ kind }) => kind)).to.include('coverGap');
  });

  it('part payments from the smallest sum on', async () => {
    const booking = await bookingOf(app, {}, { ...base, minimum: { fixed: minor(100_00) } });
    expect(codeOf(await booking.pay('approves', 99_99))).to.equal('amount_too_small');
    await booking.pay('approves', 100_00);
    const { position, stage } = await booking.stands();
    expect({ stage, received: position.received }).to.deep.equal({ stage: 'waiting', received: 100_00 });
  });

  it('reminders by weeks and months, none once it is paid', async () => {
    const reminders = [
      { weeks: 1, when: 'before' as const },
      { months: 1, when: 'after' as const },
    ];
    const asked = { ...base.instalments[1]!, collect: 'ask' as const };
    const booking = await bookingOf(app, {}, { ...base, reminders, instalments: [base.instalments[0]!, asked] });
    await booking.pay();
    await app.at('2027-03-22T09:01');
    expect((await booking.mails(1))[0]).to.include('on Mon 29 Mar');
    await app.at('2027-03-29T09:01');
    expect((await booking.mails(1))[0]).to.include('is due today');
    await app.recordPayment({
      bookingId: booking.id,
      requestKey: 'transfer-1',
      amount: minor(560_00),
      method: 'transfer',
    });
    await app.settle();
    const before = (await booking.mails()).filter((subject) => subject.includes('still open')).length;
    await app.at('2027-04-30T12:00');
    expect((await booking.mails()).filter((subject) => subject.includes('still open')).length).to.equal(before);
  });
});
