import type { WallTime } from '#core/calendar/wallTime';
import { decisionsOf } from '#core/bookings/decisions';
import { minor } from '#core/money/minor';
import { cards } from '#server/database/schema/clients';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { bookOnPage, item, lessonRules, openTo, placesFor } from '../../../../testing/bookingPage';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

describe('what a client asks for on their page', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const clean = async () => expect(await verify(app.deps)).to.deep.equal([]);
  const paid = async () => {
    const booking = await bookingOf(app);
    await booking.pay();
    const link = await booking.linkTo();
    const ask = (what: 'cancel' | 'move', start: string | null = null) =>
      app.askChange({ link, attempt: randomUUID(), what, start: start as never, note: 'My plans have changed.' });
    const answer = async (yes: boolean, note = '') => {
      const { asked } = (await booking.stands()).ledger;
      return app.answerAsk({ bookingId: booking.id, askId: asked?.askId ?? 'none', yes, note });
    };
    return { ...booking, link, ask, answer };
  };

  it('a cancellation costs what it cost when it was asked for, however late the answer', async () => {
    const asker = await paid();
    const other = await paid();
    const before = await app.queries.client(asker.link);
    if ('fault' in before) throw new Error(before.fault);
    expect((await asker.ask('cancel')).ok).to.equal(true);
    expect(decisionsOf(await asker.stands()).map(({ kind }) => kind)).to.include('clientAsks');
    // Between asking and answering the notice of the next tier passes.
    await app.at('2027-03-30T10:00');
    expect((await asker.answer(true)).ok).to.equal(true);
    expect((await other.ask('cancel')).ok).to.equal(true);
    expect((await other.answer(true)).ok).to.equal(true);
    const [early, late] = [(await asker.stands()).ledger.cancelled!, (await other.stands()).ledger.cancelled!];
    expect(early.keep).to.be.lessThan(late.keep);
    expect(before.asking!.ifCancelled.join(' ')).to.contain('If you cancel now');
    await clean();
  });

  it('another time is shown first, asked for once, and taken with the owner’s yes', async () => {
    const asker = await paid();
    const preview = await app.previewMove({ link: asker.link, start: '2027-04-12T18:00' as WallTime });
    expect(preview.ok && preview.value.sentences[0]).to.contain('It begins Mon 12 Apr');
    expect((await asker.ask('move', '2027-04-12T18:00')).ok).to.equal(true);
    expect(codeOf(await asker.ask('cancel'))).to.equal('asked_already');
    expect((await asker.answer(true)).ok).to.equal(true);
    const { agreed, ledger } = await asker.stands();
    expect([agreed.start, agreed.end]).to.deep.equal(['2027-04-12T18:00', '2027-04-28T18:00']);
    expect(ledger.asked).to.equal(null);
    expect((await asker.mails())[0]).to.contain('your booking has changed');
    expect(codeOf(await asker.answer(true))).to.equal('nothing_asked');
    await clean();
  });

  it('a no leaves it as it is and tells the client what the owner wrote', async () => {
    const asker = await paid();
    await asker.ask('move', '2027-04-12T18:00');
    expect((await asker.answer(false, 'We are away that week.')).ok).to.equal(true);
    expect(await asker.newestText()).to.contain('We are away that week.');
    expect((await asker.stands()).agreed.start).to.equal('2027-04-05T18:00');
    expect((await asker.ask('cancel')).ok).to.equal(true);
    await clean();
  });

  const refused: [why: string, start: string, code: string][] = [
    ['a time that is over', '2027-02-01T10:00', 'too_soon'],
    ['the time that it has', '2027-04-05T18:00', 'nothing_changed'],
  ];
  for (const [why, start, code] of refused) {
    it(`refuses ${why}`, async () => {
      const asker = await paid();
      expect(codeOf(await app.previewMove({ link: asker.link, start: start as never }))).to.equal(code);
      expect(codeOf(await asker.ask('move', start))).to.equal(code);
    });
  }

  it('a time that somebody else has cannot be asked for', async () => {
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    await bookOnPage(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')], 'Otto Prins');
    const cart = await bookOnPage(app, [item('lesson', '2027-03-11T20:00', '2027-03-11T21:30')]);
    await cart.pay();
    const link = (await cart.view()).items[0]!.page.split('/').at(-1)!;
    expect(codeOf(await app.previewMove({ link, start: '2027-03-10T21:00' as WallTime }))).to.equal('place_taken');
    expect((await app.previewMove({ link, start: '2027-03-10T22:00' as WallTime })).ok).to.equal(true);
    await clean();
  });

  it('a payer’s link asks for nothing', async () => {
    const asker = await paid();
    const payer = await app.askPayer({ link: asker.link, attempt: 'attempt-1', to: null });
    if (!payer.ok) throw new Error(payer.refusal.code);
    const link = payer.value.url!.split('/').at(-1)!;
    const about = { link, attempt: randomUUID(), what: 'cancel' as const, start: null, note: '' };
    expect(codeOf(await app.askChange(about))).to.equal('link_unknown');
    expect(codeOf(await app.useCard({ link, cardId: 'any' }))).to.equal('link_unknown');
  });

  it('a card of another booking is used for this one, a stranger’s never', async () => {
    const first = await paid();
    const second = await bookingOf(app);
    const link = await second.linkTo();
    const [card] = await app.deps.db.select().from(cards);
    expect((await app.useCard({ link, cardId: card!.id })).ok).to.equal(true);
    expect((await second.stands()).ledger.card?.last4).to.equal(card!.last4);
    const stranger = await bookingOf(app, { clientName: 'Otto Prins', clientEmail: 'otto@example.com' });
    expect(codeOf(await app.useCard({ link: await stranger.linkTo(), cardId: card!.id }))).to.equal('card_unknown');
    const whole = await app.queries.client(first.link, true);
    if ('fault' in whole) throw new Error(whole.fault);
    expect(whole.cards).to.deep.equal([]);
    await clean();
  });

  it('all bookings of one client are listed, those of nobody else', async () => {
    const first = await paid();
    await bookingOf(app, { start: '2027-06-01T18:00' as WallTime, end: '2027-06-05T18:00' as WallTime });
    await bookingOf(app, { clientName: 'Otto Prins', clientEmail: 'otto@example.com' });
    const view = (await app.clientBookings(first.link))!;
    expect(view.bookings.map(({ number, stage }) => [number, stage])).to.deep.equal([
      ['B-0001', 'secured'],
      ['B-0002', 'waiting'],
    ]);
    const opened = await app.queries.client(view.bookings[1]!.page.split('/').at(-1)!);
    expect('fault' in opened ? opened.fault : opened.number).to.equal('B-0002');
  });

  it('a tip is received beside what counts, and only where tips are taken', async () => {
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    const cart = await bookOnPage(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')]);
    const link = (await cart.view()).items[0]!.page.split('/').at(-1)!;
    const { dueNow } = await cart.view();
    const pay = { link, attempt: randomUUID(), card: await app.token('approves'), amount: dueNow, tip: minor(7_00) };
    expect((await app.payByClient(pay)).ok).to.equal(true);
    expect((await app.payByClient(pay)).ok).to.equal(true);
    expect((await cart.view()).items[0]!.received).to.equal(dueNow);
    const rental = await bookingOf(app);
    const about = { link: await rental.linkTo(), attempt: randomUUID(), card: await app.token('approves') };
    expect(codeOf(await app.payByClient({ ...about, amount: minor(240_00), tip: minor(1) }))).to.equal('tip_not_taken');
    await clean();
  });
});
