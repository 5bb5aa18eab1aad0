import type { Instant } from '#core/calendar/instant';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { accountBalances } from '#server/database/schema/journal';
import { vouchers } from '#server/database/schema/credit';
import { creditOf } from '#server/credit/balances';
import { bookings } from '#server/database/schema/bookings';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { bookOnPage, item, lessonRules, openTo, placesFor } from '../../../../testing/bookingPage';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

describe('credit and vouchers', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const clean = async () => expect(await verify(app.deps)).to.deep.equal([]);
  const balance = async (account: string): Promise<number> =>
    (await app.deps.db.select().from(accountBalances)).find((row) => row.account === account)?.balance ?? 0;
  const asked = async (about: Partial<Parameters<Installation['createRequest']>[0]> = {}) => {
    const made = await app.createRequest({
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      note: 'Spare parts',
      currency: 'EUR',
      amount: minor(60_00),
      smallest: null,
      expiresAt: null,
      send: false,
      ...about,
    });
    if (!made.ok) throw new Error('refused');
    return { ...made.value, link: made.value.url?.split('/').at(-1) ?? '' };
  };
  const pay = async (link: string, amount = 60_00, card: Parameters<Installation['token']>[0] = 'approves') =>
    app.payRequest({
      link,
      attempt: randomUUID(),
      card: await app.token(card),
      amount: minor(amount),
      payer: 'Otto Prins',
    });
  const sell = async (amount: number, more = {}) => {
    const about = { requestKey: randomUUID(), amount: minor(amount), currency: 'EUR', method: 'cash' as const };
    const sold = await app.sellVoucher({ ...about, buyer: 'Otto Prins', expiresAt: null, ...more });
    if (!sold.ok) throw new Error('refused');
    return sold.value.code!;
  };
  const clientOf = async (bookingId: string): Promise<string> =>
    (await app.deps.db.select().from(bookings)).find(({ id }) => id === bookingId)!.clientId;

  it('money of a request waits as the client’s credit and is used on a booking', async () => {
    const { link } = await asked();
    expect((await pay(link)).ok).to.equal(true);
    expect(await balance('liabilities:client credit')).to.equal(-60_00);
    await clean();
    const booking = await bookingOf(app);
    const bookingLink = await booking.linkTo();
    const attempt = randomUUID();
    expect(await app.useCredit({ link: bookingLink, attempt })).to.deep.equal({
      ok: true,
      value: { used: 60_00, left: 0 },
    });
    expect((await app.useCredit({ link: bookingLink, attempt })).ok).to.equal(true);
    expect((await booking.stands()).position.received).to.equal(60_00);
    expect(codeOf(await app.useCredit({ link: bookingLink, attempt: randomUUID() }))).to.equal('no_credit');
    expect(await balance('liabilities:client credit')).to.equal(0);
    await clean();
  });

  it('a link that is sent and one that is copied tell the same: opened, paid, by whom', async () => {
    const sent = await asked({ send: true, note: 'By message' });
    const copied = await asked({ note: 'By link' });
    const [mail] = await app.world.mail.list('ines@example.com', 1);
    const sentLink = /\/r\/([\w-]+)/.exec((await app.world.mail.read(mail!.seq))!.text)![1]!;
    for (const link of [sentLink, copied.link]) {
      expect((await app.requestPage(link))!.state).to.equal('open');
      await pay(link);
      expect((await app.requestPage(link))!.state).to.equal('paid');
    }
    const { requests } = await app.creditView();
    const told = (note: string) =>
      requests
        .find((each) => each.note === note)!
        .happened.map(({ what }) => what.split(',')[0]!.split(' from')[0])
        .sort();
    expect(told('By message')).to.deep.equal(
      ['Opened', 'Sent to ines@example.com', `${formatMoney(minor(60_00), 'EUR')} paid by Otto Prins`].sort(),
    );
    expect(told('By link')).to.deep.equal(
      ['Link copied', 'Opened', `${formatMoney(minor(60_00), 'EUR')} paid by Otto Prins`].sort(),
    );
    expect(sent.url).to.equal(null);
  });

  it('is paid once, by the sum asked for, while it is open', async () => {
    const { link, id } = await asked();
    expect(codeOf(await pay(link, 59_99))).to.equal('not_the_sum');
    expect(await pay(link, 60_00, 'lost')).to.deep.equal({ ok: true, value: { state: 'declined', code: '41' } });
    const confirm = await pay(link, 60_00, 'confirms');
    if (!confirm.ok || confirm.value.state !== 'confirm') throw new Error('not asked to confirm');
    expect(codeOf(await pay(link))).to.equal('payment_under_way');
    await app.world.answerConfirmation(confirm.value.url.split('/').at(-1)!, true);
    await app.settle();
    expect(codeOf(await pay(link))).to.equal('request_paid');
    await app.withdrawRequest({ requestId: id });
    const late = await asked({ expiresAt: '2027-03-02T10:00:00Z' as Instant, amount: null, smallest: minor(20_00) });
    expect(codeOf(await pay(late.link, 19_99))).to.equal('amount_too_small');
    await app.at('2027-03-02T11:00');
    expect(codeOf(await pay(late.link, 25_00))).to.equal('request_over');
    expect(codeOf(await pay('guessed-link-of-nobody-at-all'))).to.equal('request_not_found');
    await clean();
  });

  it('two who pay a request at once: one payment', async () => {
    const { link } = await asked();
    const answers = await Promise.all([pay(link), pay(link), pay(link)]);
    expect(answers.filter(({ ok }) => ok)).to.have.length(1);
    expect(await balance('assets:card clearing')).to.equal(60_00);
    await clean();
  });

  it('a voucher is a liability until it is used, in parts, however its code is typed', async () => {
    const code = await sell(300_00);
    expect(await balance('liabilities:gift vouchers')).to.equal(-300_00);
    const first = await bookingOf(app, { total: 200_00 } as never);
    const typed = code.toLowerCase().replaceAll('-', ' ');
    const used = await app.useVoucher({ link: await first.linkTo(), attempt: randomUUID(), code: typed });
    expect(used).to.deep.equal({ ok: true, value: { used: 200_00, left: 100_00 } });
    const second = await bookingOf(app);
    await app.useVoucher({ link: await second.linkTo(), attempt: randomUUID(), code });
    expect((await second.stands()).position.received).to.equal(100_00);
    const third = await bookingOf(app);
    const empty = await app.useVoucher({ link: await third.linkTo(), attempt: randomUUID(), code });
    expect(codeOf(empty)).to.equal('voucher_empty');
    expect(await balance('liabilities:gift vouchers')).to.equal(0);
    await clean();
  });

  it('a voucher that two use at once is used once', async () => {
    const code = await sell(240_00);
    const links = await Promise.all([1, 2, 3, 4].map(async () => (await bookingOf(app)).linkTo()));
    const answers = await Promise.all(links.map((link) => app.useVoucher({ link, attempt: randomUUID(), code })));
    expect(answers.filter(({ ok }) => ok)).to.have.length(1);
    expect(await balance('liabilities:gift vouchers')).to.equal(0);
    await clean();
  });

  it('what a cancellation gives back goes onto the voucher and the credit that it came from', async () => {
    const code = await sell(100_00);
    const { link } = await asked();
    await pay(link);
    const booking = await bookingOf(app);
    await app.useVoucher({ link: await booking.linkTo(), attempt: randomUUID(), code });
    await app.useCredit({ link: await booking.linkTo(), attempt: randomUUID() });
    await app.cancelBooking({ bookingId: booking.id, by: 'business' });
    await app.settle();
    expect(await balance('liabilities:gift vouchers')).to.equal(-100_00);
    expect(await creditOf(app.deps.db, await clientOf(booking.id), 'EUR')).to.equal(60_00);
    await clean();
  });

  it('refuses a voucher of another currency, an expired one, a guessed one', async () => {
    const booking = await bookingOf(app);
    const link = await booking.linkTo();
    const use = async (code: string) => codeOf(await app.useVoucher({ link, attempt: randomUUID(), code }));
    expect(await use(await sell(50_00, { currency: 'USD' }))).to.equal('voucher_currency');
    const old = await sell(50_00, { expiresAt: '2027-03-02T10:00:00Z' });
    await app.at('2027-03-03T10:00');
    expect(await use(old)).to.equal('voucher_expired');
    expect(await use('AAAA-BBBB-CCCC-DDDD')).to.equal('voucher_unknown');
    expect((await app.deps.db.select().from(vouchers)).every(({ hash }) => !hash.includes(old))).to.equal(true);
    expect(await app.sellVoucher({ ...soldTwice, amount: minor(10_00) })).to.not.deep.equal(null);
    const again = await app.sellVoucher({ ...soldTwice, amount: minor(10_00) });
    expect(again.ok && again.value.code).to.equal(null);
    await clean();
  });

  it('a voucher that does not reach keeps no place: it goes back onto it when the minutes are over', async () => {
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    const cart = await bookOnPage(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')]);
    const code = await sell(5_00);
    expect((await app.useVoucherOnCheckout({ key: cart.key, attempt: randomUUID(), code })).ok).to.equal(true);
    expect((await cart.view()).next).to.equal('pay');
    await app.at('2027-03-01T10:16');
    expect((await cart.view()).gone).to.equal(true);
    expect(await balance('liabilities:gift vouchers')).to.equal(-5_00);
    await bookOnPage(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')], 'Otto Prins');
    await clean();
  });

  it('a voucher pays a checkout, which is then secured without a card', async () => {
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    const cart = await bookOnPage(app, [item('lesson', '2027-03-10T20:00', '2027-03-10T21:30')]);
    const code = await sell(500_00);
    const used = await app.useVoucherOnCheckout({ key: cart.key, attempt: randomUUID(), code });
    expect(used.ok && used.value.used).to.equal(90_00);
    expect((await cart.view()).items[0]!.stage).to.equal('secured');
    await app.at('2027-03-01T11:00');
    expect((await cart.view()).items[0]!.stage).to.equal('secured');
    await clean();
  });

  it('a voucher over several bookings, tried again, goes on where it stopped; another code under the same try is refused', async () => {
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    const days = ['2027-03-10', '2027-03-11', '2027-03-12'].map((day) =>
      item('lesson', `${day}T20:00`, `${day}T21:30`),
    );
    const cart = await bookOnPage(app, days);
    const code = await sell(500_00);
    const attempt = randomUUID();
    // The process dies after the first booking: its transaction is there, the others' are not.
    let transactions = 0;
    const { db } = app.deps;
    const once = db.transaction.bind(db);
    db.transaction = ((work: never, config: never) => {
      if (++transactions > 2) throw new Error('the process died');
      return once(work, config);
    }) as never;
    const died = await app
      .useVoucherOnCheckout({ key: cart.key, attempt, code })
      .catch((error: Error) => error.message);
    db.transaction = once;
    expect(died).to.equal('the process died');
    const paid = async (): Promise<number[]> => (await cart.view()).items.map(({ received }) => received).sort();
    expect(await paid()).to.deep.equal([0, 0, 90_00]);
    const other = await sell(500_00);
    expect(codeOf(await app.useVoucherOnCheckout({ key: cart.key, attempt, code: other }))).to.equal('attempt_changed');
    const again = await app.useVoucherOnCheckout({ key: cart.key, attempt, code });
    expect(again).to.deep.equal({ ok: true, value: { used: 270_00, left: 230_00 } });
    expect(await paid()).to.deep.equal([90_00, 90_00, 90_00]);
    expect(await app.useVoucherOnCheckout({ key: cart.key, attempt, code })).to.deep.equal(again);
    await clean();
  });

  it('a voucher on one booking, tried again, says what is left; another code under the same try is refused', async () => {
    const code = await sell(1000_00);
    const booking = await bookingOf(app);
    const use = { link: await booking.linkTo(), attempt: randomUUID() };
    const first = await app.useVoucher({ ...use, code });
    expect(first).to.deep.equal({ ok: true, value: { used: 800_00, left: 200_00 } });
    expect(await app.useVoucher({ ...use, code })).to.deep.equal(first);
    expect(codeOf(await app.useVoucher({ ...use, code: await sell(50_00) }))).to.equal('attempt_changed');
    await clean();
  });

  it('what clients are not shown they cannot use; the owner may all the same', async () => {
    const { link } = await asked();
    await pay(link);
    const code = await sell(20_00);
    const booking = await bookingOf(app);
    const bookingLink = await booking.linkTo();
    await app.savePaymentMethods({ ways: { hidden: ['voucher', 'credit'], online: null }, transferTo: '' });
    expect(codeOf(await app.useVoucher({ link: bookingLink, attempt: randomUUID(), code }))).to.equal(
      'way_not_offered',
    );
    expect(codeOf(await app.useCredit({ link: bookingLink, attempt: randomUUID() }))).to.equal('way_not_offered');
    const byOwner = { bookingId: booking.id, requestKey: randomUUID(), code: null };
    expect((await app.useOnBooking(byOwner)).ok).to.equal(true);
    expect((await booking.stands()).position.received).to.equal(60_00);
    await clean();
  });

  it('credit is used in the checkout by its client, over a whole cart, and shown to nobody else', async () => {
    const { link } = await asked({ amount: minor(100_00) });
    await pay(link, 100_00);
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules, termsId: 'lesson' });
    const days = ['2027-03-10', '2027-03-11'].map((day) => item('lesson', `${day}T20:00`, `${day}T21:30`));
    const cart = await bookOnPage(app, days);
    expect((await app.checkoutView(cart.key))!.credit, 'a name alone opens none').to.equal(0);
    expect((await app.checkoutView(cart.key, true))!.credit).to.equal(100_00);
    const due = (await cart.view()).dueNow;
    const attempt = randomUUID();
    const used = await app.useCreditOnCheckout({ key: cart.key, attempt });
    expect(used.ok && used.value.used).to.equal(Math.min(100_00, due));
    await app.useCreditOnCheckout({ key: cart.key, attempt });
    expect((await app.creditView()).clients.map(({ credit }) => credit)).to.deep.equal(
      due < 100_00 ? [100_00 - due] : [],
    );
    expect(codeOf(await app.useCreditOnCheckout({ key: 'x'.repeat(30), attempt }))).to.equal('booking_not_found');
    await clean();
  });

  describe('a voucher that buys one service alone', () => {
    const tax = () => balance('liabilities:tax payable');
    const open = () => balance('liabilities:gift vouchers');
    // 23 % is within.
    const soldAt = async (amount: number) => sell(amount, { serviceId: 'rental' });

    it('owes its tax as it is sold, and none as it is used', async () => {
      const code = await soldAt(123_00);
      expect([await tax(), await open()]).to.deep.equal([-23_00, -100_00]);
      const booking = await bookingOf(app);
      const used = await app.useOnBooking({ bookingId: booking.id, requestKey: randomUUID(), code });
      expect(used).to.deep.equal({ ok: true, value: { used: 123_00, left: 0 } });
      expect([await tax(), await open()]).to.deep.equal([-23_00, 0]);
      expect((await booking.stands()).position.received).to.equal(123_00);
      expect(await balance('liabilities:client deposits')).to.equal(-100_00);
      await clean();
    });
    it('in parts, and with the rest of the price, leaves just the tax of the price', async () => {
      const code = await soldAt(100_01);
      const booking = await bookingOf(app);
      await app.recordPayment({
        bookingId: booking.id,
        requestKey: randomUUID(),
        amount: minor(799_00),
        method: 'cash',
      });
      await app.useOnBooking({ bookingId: booking.id, requestKey: randomUUID(), code });
      await clean();
      await app.at('2027-04-22T10:00');
      // The tax of 800.00, and of the 99.01 that are left on the voucher.
      const within = (sum: number) => Math.round((sum * 23) / 123);
      expect(0 - (await tax()) - within(800_00) - within(99_01)).to.be.within(-1, 1);
      await clean();
    });
    it('goes back with its tax where the booking is cancelled', async () => {
      const code = await soldAt(123_00);
      const booking = await bookingOf(app);
      await app.useOnBooking({ bookingId: booking.id, requestKey: randomUUID(), code });
      const cancelled = await app.cancelBooking({ bookingId: booking.id, by: 'business' });
      expect(cancelled.ok).to.equal(true);
      await app.at('2027-03-02T10:00');
      expect([await tax(), await open()]).to.deep.equal([-23_00, -100_00]);
      expect(await balance('liabilities:client deposits')).to.equal(0);
      await clean();
    });
    it('expired, what is left without its tax is income', async () => {
      await app.savePage({ note: '', phone: 'off', vouchers: null, expired: 'income' });
      await sell(123_00, { serviceId: 'rental', expiresAt: '2027-03-10T10:00:00Z' as Instant });
      await app.at('2027-03-11T10:00');
      expect([await tax(), await open(), await balance('income:vouchers expired')]).to.deep.equal([-23_00, 0, -100_00]);
      await clean();
    });
    it('is refused on another service, and not sold for one of several taxes', async () => {
      const { services } = await app.queries.services();
      const other = services.find(({ id, taxCodes }) => id !== 'rental' && taxCodes.length === 1)!;
      const code = await sell(50_00, { serviceId: other.id });
      const booking = await bookingOf(app);
      expect(codeOf(await app.useOnBooking({ bookingId: booking.id, requestKey: randomUUID(), code }))).to.equal(
        'voucher_of_another',
      );
      const about = { requestKey: randomUUID(), amount: minor(1), currency: 'EUR', method: 'cash' as const };
      const none = await app.sellVoucher({ ...about, buyer: 'x', expiresAt: null, serviceId: 'none' });
      expect(codeOf(none)).to.equal('service_not_found');
    });
  });
});

const soldTwice = {
  requestKey: 'the-same-request-key',
  currency: 'EUR',
  method: 'cash' as const,
  buyer: 'Ada Holm',
  expiresAt: null,
};
