import type { Instant } from '#core/calendar/instant';
import { decisionsOf } from '#core/bookings/decisions';
import { addSeconds } from '#core/calendar/instant';
import { bookingState } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import type { WallTime } from '#core/calendar/wallTime';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../../testing/installation';
import { bookingOf } from '../../../../testing/onBooking';

const sum = (amount: number): Minor => amount as Minor;

describe('payments and their faults', () => {
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

  const stands = async () => {
    const { booking, facts } = (await readBooking(app.deps.db, id))!;
    return { ...bookingState(agreedOf(booking), facts, app.world.clock.now()), facts };
  };
  const pay = async (
    behaviour: Parameters<Installation['token']>[0],
    amount = 240_00,
    attempt: string = randomUUID(),
  ) => app.payByClient({ link, attempt, card: await app.token(behaviour), amount: sum(amount) });
  const codeOf = (result: { ok: boolean; refusal?: { code: string } }): string | undefined => result.refusal?.code;

  it('a declined card books nothing, says why, and another one can pay', async () => {
    const refused = await pay('lost');
    expect(refused).to.deep.equal({ ok: true, value: { state: 'declined', code: '41' } });
    const { stage, position, ledger } = await stands();
    expect({ stage, received: position.received, card: ledger.card }).to.deep.equal({
      stage: 'waiting',
      received: 0,
      card: null,
    });
    expect(await pay('approves')).to.deep.equal({ ok: true, value: { state: 'paid' } });
    expect((await stands()).stage).to.equal('secured');
  });

  it('the same try sent twice, also at once, is one payment', async () => {
    const card = await app.token('approves');
    const once = { link, attempt: randomUUID(), card, amount: sum(240_00) };
    const results = await Promise.all([app.payByClient(once), app.payByClient(once), app.payByClient(once)]);
    expect(results.every((result) => result.ok && result.value.state === 'paid')).to.equal(true);
    await app.settle();
    expect((await stands()).position.received).to.equal(240_00);
  });

  it('a repeat with other content is refused', async () => {
    const attempt = randomUUID();
    await pay('approves', 240_00, attempt);
    expect(codeOf(await pay('approves', 240_00, attempt))).to.equal('attempt_changed');
  });

  it('two tabs at once make one payment; the second is told', async () => {
    // What each tab had on its screen goes with it: one that comes when another has paid would else pay ahead, and rightly.
    const tab = async () =>
      app.payByClient({
        link,
        attempt: randomUUID(),
        card: await app.token('approves'),
        amount: sum(240_00),
        seen: sum(0),
      });
    const results = await Promise.all([tab(), tab(), tab()]);
    expect(results.filter((result) => result.ok)).to.have.length(1);
    for (const code of results.filter((result) => !result.ok).map(codeOf))
      expect(code).to.be.oneOf(['payment_under_way', 'position_changed']);
    expect((await stands()).position.received).to.equal(240_00);
  });

  it('a tab that has not seen an earlier payment is told, and pays nothing', async () => {
    await pay('approves');
    const late = { link, attempt: randomUUID(), card: await app.token('approves'), amount: sum(240_00), seen: sum(0) };
    expect(codeOf(await app.payByClient(late))).to.equal('position_changed');
    expect((await stands()).position.received).to.equal(240_00);
  });

  it('a payment that waits for the bank keeps a second one out, until it is given up', async () => {
    const waiting = await pay('confirms');
    if (!waiting.ok || waiting.value.state !== 'confirm') throw new Error('not asked');
    expect(codeOf(await pay('approves'))).to.equal('payment_under_way');
    expect(await app.abandonPayment({ link })).to.deep.equal({ ok: true, value: { abandoned: true } });
    expect(await pay('approves')).to.deep.equal({ ok: true, value: { state: 'paid' } });
    await app.world.answerConfirmation(waiting.value.url.split('/').at(-1)!, true);
    await app.settle();
    expect((await stands()).position.received, 'confirmed too late').to.equal(240_00);
  });

  it('a confirmation that nobody answers lapses, and the place is not paid', async () => {
    await pay('confirms');
    await app.at('2027-03-01T10:30');
    const { position, ledger } = await stands();
    expect(position.received).to.equal(0);
    expect(ledger.chargeDeclines.at(-1)?.code).to.equal('N0');
  });

  const sums: [why: string, amount: number, code: string][] = [
    ['less than is due', 100_00, 'amount_too_small'],
    ['more than is agreed', 900_00, 'above_outstanding'],
  ];
  for (const [why, amount, code] of sums)
    it(`refuses ${why}`, async () => expect(codeOf(await pay('approves', amount))).to.equal(code));

  it('refuses what is not due any more', async () => {
    await pay('approves', 800_00);
    expect(codeOf(await pay('approves', 1_00))).to.equal('nothing_due');
  });

  it('refuses a token that the network does not know, and a link that is not one', async () => {
    const about = { attempt: randomUUID(), amount: sum(240_00) };
    expect(codeOf(await app.payByClient({ ...about, link, card: 'kept.invented-here' }))).to.equal('card_unknown');
    expect(
      codeOf(await app.payByClient({ ...about, link: 'x'.repeat(43), card: await app.token('approves') })),
    ).to.equal('link_unknown');
  });

  it('a link outlives the service and then expires', async () => {
    await app.world.clock.moveTo('2027-12-01T10:00:00Z' as Instant);
    expect(codeOf(await pay('approves'))).to.equal('link_expired');
    await app.settle();
  });

  it('charges the card on file at its moment; declined softly it is tried again, and the client asked for another', async () => {
    await pay('shortOnFile');
    await app.at('2027-03-29T09:00');
    const refused = await stands();
    expect(decisionsOf(refused).map((decision) => decision.kind)).to.deep.equal(['cardRefused']);
    const subjects = (await app.world.mail.list('ines@example.com')).map((mail) => mail.subject);
    expect(subjects.some((subject) => subject.includes('refused'))).to.equal(true);
    await app.at('2027-04-01T09:00');
    const { ledger, position } = await stands();
    expect(ledger.chargeDeclines).to.have.length(2);
    expect(position.outstanding, 'the third try went through').to.equal(0);
  });

  it('charges another card at once, and a card that fails does not replace a good one', async () => {
    await pay('shortOnFile');
    await app.at('2027-03-29T09:00');
    const before = (await stands()).ledger.card;
    expect(await app.giveCard({ link, attempt: randomUUID(), card: await app.token('stolen') })).to.deep.equal({
      ok: true,
      value: { state: 'declined', code: '43' },
    });
    expect((await stands()).ledger.card).to.deep.equal(before);
    expect(await app.giveCard({ link, attempt: randomUUID(), card: await app.token('approves') })).to.deep.equal({
      ok: true,
      value: { state: 'paid' },
    });
    await app.settle();
    expect((await stands()).position.outstanding).to.equal(0);
  });

  it('a payment stops the reminders; a hand-recorded one counts once', async () => {
    await pay('approves');
    await app.at('2027-03-20T10:00');
    const key = randomUUID();
    const cash = { bookingId: id, requestKey: key, amount: sum(560_00), method: 'cash' as const };
    expect((await app.recordPayment(cash)).ok).to.equal(true);
    expect((await app.recordPayment(cash)).ok).to.equal(true);
    await app.at('2027-04-03T10:00');
    const { position, facts } = await stands();
    expect(position).to.include({ received: 800_00, outstanding: 0 });
    expect(facts.filter((fact) => fact.kind === 'sent').map((fact) => fact.occasion)).to.not.include('remind');
    expect(codeOf(await app.recordPayment({ ...cash, requestKey: randomUUID() }))).to.equal('above_outstanding');
  });

  it('gives the place back where terms say so, and takes no payment afterwards', async () => {
    const lesson = await app.createBooking(
      rental({
        serviceId: 'appointment',
        termsId: 'lesson',
        clientEmail: 'greta@example.com',
        clientName: 'Greta',
        end: '2027-04-05T20:00' as WallTime,
      }),
    );
    if (!lesson.ok) throw new Error(lesson.refusal.code);
    id = lesson.value.id;
    link = await app.linkSentTo('greta@example.com');
    await app.at('2027-03-08T10:00');
    expect((await stands()).stage).to.equal('lapsed');
    expect(codeOf(await pay('approves', 800_00))).to.be.oneOf(['booking_over', 'nothing_due']);
  });

  it('cancelled by the client: keeps by the tier, gives the rest back to the card, tells the client', async () => {
    await pay('approves', 800_00);
    await app.at('2027-03-10T10:00');
    const cancelled = await app.cancelBooking({ bookingId: id, by: 'client' });
    expect(cancelled.ok && cancelled.value).to.include({ rule: 'tier', keep: 240_00, refund: 560_00, owed: 0 });
    const { position, stage, facts } = await stands();
    expect(stage).to.equal('cancelled');
    expect(position).to.include({ received: 240_00, outstanding: 0, credit: 0 });
    expect(facts.filter((fact) => fact.kind === 'refunded')).to.have.length(1);
    expect(codeOf(await app.cancelBooking({ bookingId: id, by: 'client' }))).to.equal('booking_over');
    await app.at('2027-04-10T10:00');
    expect(await (await app.cards()).liveAuthorisations(), 'no hold is placed for it').to.deep.equal([]);
  });

  it('a booking asked for twice with one key is one booking; terms that do not fit are refused', async () => {
    const request = rental();
    const [one, two] = [await app.createBooking(request), await app.createBooking(request)];
    expect(one).to.deep.equal(two);
    expect(codeOf(await app.createBooking(rental({ termsId: 'nothing' })))).to.equal('terms_not_found');
    expect(
      codeOf(
        await app.createBooking(rental({ start: '2099-01-01T10:00' as WallTime, end: '2099-01-02T10:00' as WallTime })),
      ),
    ).to.equal('date_out_of_reach');
  });

  it('many cards are slowed, then stopped, and the owner is told once', async () => {
    const booking = await bookingOf(app);
    const outcomes: (string | undefined)[] = [];
    const pay = async () => {
      const paid = await booking.pay('lost');
      outcomes.push(paid.ok ? paid.value.state : paid.refusal.code);
    };
    for (let round = 0; round < 4; round++) await pay();
    expect(outcomes).to.deep.equal(['declined', 'declined', 'declined', 'too_many_cards']);
    for (let round = 0; round < 6; round++) {
      await app.world.clock.moveTo(addSeconds(app.world.clock.now(), 901));
      await pay();
    }
    expect(outcomes.slice(4)).to.deep.equal([...Array<string>(5).fill('declined'), 'too_many_cards']);
    const told = (await app.world.mail.list('cards were refused', 9)).map(({ subject }) => subject);
    expect(told).to.deep.equal([`${booking.number}: 8 cards were refused`]);
    expect((await booking.pay('approves')).ok, 'not even a good one').to.equal(false);
  });
});
