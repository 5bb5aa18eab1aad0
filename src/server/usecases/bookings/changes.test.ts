import type { TimeOfDay } from '#core/calendar/wallTime';
import type { PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { decisionsOf } from '#core/bookings/decisions';
import { asking, movedTo, split, waived } from '#core/bookings/ownRules';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { starterTerms } from '#server/seed/starterTerms';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const wall = (text: string): WallTime => text as WallTime;

/** Booked on 1 March for 5 to 21 April: 240.00 now, 560.00 on 29 March, 400.00 held from 4 to 23 April. */
describe('a change of a booking', () => {
  let app: Installation;
  let booking: Awaited<ReturnType<typeof bookingOf>>;
  beforeEach(async () => {
    app = await installation();
    booking = await bookingOf(app);
    await booking.pay();
  });
  afterEach(async () => {
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
  const parts = async () =>
    (await booking.stands()).parts.map(({ name, amount, due, state }) => `${name} ${amount} ${due} ${state}`);

  it('moves the dates: the balance and the hold follow, the client is told once', async () => {
    const changed = await booking.change({ start: wall('2027-04-15T18:00'), end: wall('2027-05-01T18:00') });
    expect(changed).to.deep.equal({ ok: true, value: { told: true, refunds: 0 } });
    expect(await parts()).to.deep.equal(['deposit 24000 2027-03-01 paid', 'balance 56000 2027-04-08 planned']);
    expect((await booking.mails(1))[0]).to.include('has changed');
    const text = await booking.newestText();
    expect(text).to.include('It begins Thu 15 Apr, 18:00 instead of Mon 5 Apr, 18:00.');
    expect(text).to.include('The balance: €\u00a0560.00 on 8 Apr instead of €\u00a0560.00 on 29 Mar.');
    await app.at('2027-03-30T12:00');
    expect((await booking.stands()).position.received, 'nothing is charged on the old day').to.equal(240_00);
    await app.at('2027-04-14T20:00');
    const { position, hold } = await booking.stands();
    expect(position.outstanding).to.equal(0);
    expect(hold?.inForce?.placedAt).to.equal('2027-04-14T17:00:00Z');
    expect((await booking.mails()).filter((subject) => subject.includes('has changed'))).to.have.length(1);
  });

  it('into the past, or onto a day that is closed, is asked about before anything is written or mailed', async () => {
    await booking.mails();
    const before = (await booking.stands()).facts.length;
    const past = { start: wall('2027-02-05T18:00'), end: wall('2027-02-21T18:00'), sure: false };
    const asked = await booking.change(past);
    expect(asked).to.deep.equal({
      ok: false,
      // 21 February is a Sunday, on which this business is closed.
      refusal: { code: 'change_unusual', unusual: ['startsInPast', 'endsInPast', 'endsOnClosedDay'] },
    });
    const sunday = { start: wall('2027-04-11T18:00'), end: wall('2027-04-27T18:00') };
    expect(codeOf(await booking.change({ ...sunday, sure: undefined } as never))).to.equal('change_unusual');
    expect((await booking.stands()).facts.length).to.equal(before);
    expect((await booking.change({ ...sunday, sure: true })).ok, 'meant').to.equal(true);
    expect((await booking.mails(1))[0]).to.include('has changed');
  });

  it('a higher price is due at the change, and makes nobody late', async () => {
    await app.at('2027-03-10T12:00');
    await booking.change({ total: 1000_00 });
    expect(await parts()).to.deep.equal([
      'deposit 24000 2027-03-01 paid',
      'deposit 6000 2027-03-10 due',
      'balance 70000 2027-03-29 planned',
    ]);
    const { stage, position } = await booking.stands();
    expect({ stage, dueNow: position.dueNow, late: position.late }).to.deep.equal({
      stage: 'secured',
      dueNow: 60_00,
      late: 0,
    });
    expect(await booking.newestText()).to.include('€\u00a060.00');
    await app.at('2027-03-13T12:00');
    expect((await booking.stands()).position.late, 'late only after its own grace').to.equal(60_00);
  });

  it('a lower price gives back over the receipts, newest first, at the processor', async () => {
    await app.at('2027-03-30T12:00');
    expect((await booking.stands()).position.received).to.equal(800_00);
    const changed = await booking.change({ total: 500_00 });
    expect(changed).to.deep.equal({ ok: true, value: { told: true, refunds: 1 } });
    const { ledger, position } = await booking.stands();
    expect(ledger.receipts.map(({ refunded }) => refunded)).to.deep.equal([0, 300_00]);
    expect({ received: position.received, credit: position.credit }).to.deep.equal({ received: 500_00, credit: 0 });
  });

  it('or leaves it as credit, which pays the next part', async () => {
    await booking.change({ total: 200_00, giveBack: false });
    expect((await booking.stands()).position.credit).to.equal(40_00);
    await booking.change({ total: 260_00 });
    const { position } = await booking.stands();
    expect({ credit: position.credit, outstanding: position.outstanding }).to.deep.equal({
      credit: 0,
      outstanding: 20_00,
    });
  });

  it('a hold in force is let go where the cover moves away, and placed again in time', async () => {
    await app.at('2027-04-04T20:00');
    expect((await booking.stands()).hold?.state).to.equal('inForce');
    await booking.change({ start: wall('2027-04-25T18:00'), end: wall('2027-04-28T18:00') });
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
    expect((await booking.stands()).hold).to.include({ state: 'planned', gap: null });
    await app.at('2027-04-24T20:00');
    const stands = await booking.stands();
    const { hold } = stands;
    const decisions = decisionsOf(stands);
    expect(hold?.state).to.equal('inForce');
    expect(decisions).to.deep.equal([]);
  });

  it('a hold of another sum is placed before the old one is let go; none at all lets it go', async () => {
    await app.at('2027-04-04T20:00');
    const rules = await booking.rules();
    await booking.change({ terms: { ...rules, hold: { ...rules.hold!, amount: { fixed: minor(650_00) } } } });
    const held = async () => (await (await app.cards()).liveAuthorisations()).map(({ amount }) => amount);
    expect(await held(), 'the client has agreed to so much').to.deep.equal([400_00]);
    expect(decisionsOf(await booking.stands()).map(({ kind, amount }) => [kind, amount])).to.deep.equal([
      ['notAgreed', 250_00],
    ]);
    expect(await booking.mails(2)).to.include('10-inch Dobsonian, 16 days: please agree to what has changed');
    const link = await booking.linkTo();
    expect(await app.agreeAnew({ link, attempt: randomUUID() })).to.deep.equal({ ok: true, value: { state: 'paid' } });
    await app.settle();
    expect(await held()).to.deep.equal([650_00]);
    const { ledger } = await booking.stands();
    expect(ledger.authorisations.map(({ state }) => state)).to.deep.equal(['released', 'inForce']);
    const { hold: _hold, ...without } = await booking.rules();
    await booking.change({ terms: without });
    expect(await (await app.cards()).liveAuthorisations()).to.deep.equal([]);
  });

  it('a booking that is made longer is held longer', async () => {
    await app.at('2027-04-22T12:00');
    await booking.change({ end: wall('2027-05-05T18:00') });
    await app.at('2027-05-06T12:00');
    expect((await booking.stands()).hold?.state).to.equal('inForce');
    await app.at('2027-05-08T12:00');
    expect((await booking.stands()).hold?.state).to.equal('released');
  });

  it('rules of its own: an instalment moved, split, asked for in another sum, waived', async () => {
    const rules = await booking.rules();
    const moved = movedTo(rules.instalments, 1, { date: '2027-03-20' as PlainDate });
    await booking.change({ terms: { ...rules, instalments: moved } });
    expect((await parts())[1]).to.equal('balance 56000 2027-03-20 planned');
    expect((await app.queries.booking(booking.number))!.ownRules).to.equal(true);

    const about = { index: 1, first: minor(160_00), due: { date: '2027-03-25' as PlainDate }, total: minor(800_00) };
    await booking.change({ terms: { ...rules, instalments: split(moved, about) } });
    expect((await parts()).slice(1)).to.deep.equal([
      'balance 16000 2027-03-20 planned',
      'rest of the balance 40000 2027-03-25 planned',
    ]);
    const now = await booking.rules();
    const more = asking(now.instalments, { index: 1, amount: minor(200_00), total: minor(800_00) });
    await booking.change({ terms: { ...now, instalments: more } });
    expect((await parts()).slice(1)).to.deep.equal([
      'balance 20000 2027-03-20 planned',
      'rest of the balance 36000 2027-03-25 planned',
    ]);
    const last = await booking.rules();
    const given = waived(last.instalments, {
      index: 1,
      amount: minor(200_00),
      total: minor(800_00),
      subtotal: minor(800_00),
      discount: minor(0),
    });
    const { booking: view } = (await app.queries.change(booking.number))!;
    expect(view.agreed.total).to.equal(800_00);
    await booking.change({
      terms: { ...last, instalments: given.rules },
      price: {
        taxMode: 'inclusive',
        taxes: { VAT: { rate: '23' as Decimal } },
        lines: [{ id: 'service', label: 'x', quantity: '1' as Decimal, unitPrice: minor(800_00), taxes: ['VAT'] }],
        discount: given.discount,
      },
    });
    expect((await parts()).slice(1)).to.deep.equal(['rest of the balance 36000 2027-03-25 planned']);
    await app.at('2027-03-26T10:00');
    expect((await booking.stands()).position).to.include({ received: 600_00, outstanding: 0 });
  });

  it('a reminder moves with the plan, comes at its time of day, and once', async () => {
    const rules = await booking.rules();
    const reminders = [{ days: 2, when: 'before' as const, at: '18:30' as TimeOfDay, text: 'Nearly time.' }];
    await booking.change({ terms: { ...rules, reminders } });
    await app.at('2027-03-27T18:00');
    const before = (await booking.mails()).length;
    await booking.change({ start: wall('2027-04-07T18:00'), end: wall('2027-04-21T18:00') }); // due on the 31st
    await app.at('2027-03-29T18:29');
    expect((await booking.mails()).length, 'the message of the change only').to.equal(before + 1);
    await app.at('2027-03-29T18:31');
    expect((await booking.mails(1))[0]).to.include('on Wed 31 Mar');
    expect(await booking.newestText()).to.include('Nearly time.');
    await app.at('2027-03-31T08:59');
    expect((await booking.mails()).length).to.equal(before + 2);
  });

  it('the same change sent twice is one, and one on an old reading is told', async () => {
    const requestKey = randomUUID();
    const seen = (await booking.stands()).facts.filter(({ kind }) => kind !== 'sent' && kind !== 'seen').length;
    const once = { requestKey, seen, total: 900_00 };
    expect((await booking.change(once)).ok).to.equal(true);
    expect((await booking.change({ ...once, total: 950_00 })).ok).to.equal(true);
    expect((await booking.stands()).agreed.total).to.equal(900_00);
    expect(codeOf(await booking.change({ seen, total: 950_00 }))).to.equal('booking_changed');
  });

  const refusals: [why: string, change: Parameters<typeof booking.change>[0], code: string][] = [
    ['nothing is different', {}, 'nothing_changed'],
    [
      'rules that leave a part',
      { terms: { ...starterTerms[0]!.rules, instalments: starterTerms[0]!.rules.instalments.slice(0, 1) } },
      'terms_do_not_add_up',
    ],
    ['a year with a slip', { start: wall('9999-12-30T10:00'), end: wall('9999-12-31T23:00') }, 'date_out_of_reach'],
  ];
  for (const [why, change, code] of refusals)
    it(`is refused, and nothing is written: ${why}`, async () => {
      const before = await booking.stands();
      expect(codeOf(await booking.change(change))).to.equal(code);
      expect((await booking.stands()).facts.length).to.equal(before.facts.length);
    });

  it('is refused when the booking is over', async () => {
    await app.cancelBooking({ bookingId: booking.id, by: 'business' });
    expect(codeOf(await booking.change({ total: 10_00 }))).to.equal('booking_over');
  });

  it('what is owed after a cancellation can be given up, once, and is a bad debt', async () => {
    await app.at('2027-04-04T12:00');
    await app.cancelBooking({ bookingId: booking.id, by: 'client' });
    const { position } = await booking.stands();
    expect(position.outstanding).to.equal(0); // the balance was charged before
    const other = await bookingOf(app, { start: wall('2027-04-20T10:00'), end: wall('2027-04-22T10:00') });
    await app.cancelBooking({ bookingId: other.id, by: 'no_show' });
    expect((await other.stands()).position.outstanding).to.equal(800_00);
    const given = { bookingId: other.id, amount: minor(300_00), seen: minor(0) };
    expect((await app.writeOff(given)).ok).to.equal(true);
    expect(codeOf(await app.writeOff(given))).to.equal('position_changed');
    expect((await other.stands()).position.outstanding).to.equal(500_00);
    expect(codeOf(await app.writeOff({ ...given, amount: minor(900_00), seen: minor(300_00) }))).to.equal(
      'above_outstanding',
    );
    const open = await bookingOf(app);
    expect(codeOf(await app.writeOff({ bookingId: open.id, amount: minor(1), seen: minor(0) }))).to.equal(
      'not_over_yet',
    );
  });
});
