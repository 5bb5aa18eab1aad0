import { allShown } from '#core/paymentMethods/ways';
import { minor } from '#core/money/minor';
import { rowsOf } from '#server/database/database';
import { voucherEnds, vouchers } from '#server/database/schema/credit';
import { jobs } from '#server/database/schema/work';
import { liveWasUsed } from '#server/paymentMethods/liveWasUsed';
import { verify } from '#server/verify/verify';
import { testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Instant } from '#core/calendar/instant';
import type { PlainDate } from '#core/calendar/days';
import { connected, type Installation, installation, rental } from '../../../../testing/installation';
import { codeOf } from '../../../../testing/onBooking';

const order = (over: object = {}) => ({
  requestKey: randomUUID(),
  amount: minor(80_00),
  buyerName: 'Odile Marchetti',
  buyerEmail: 'odile@example.com',
  to: { name: 'Maud Ellingsen', email: 'maud@example.com' },
  message: 'For the long night.\nCome and look.',
  sendOn: null as PlainDate | null,
  ...over,
});

describe('a voucher bought on the booking page', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await app.savePage({ note: '', phone: 'off', vouchers: { least: minor(20_00), most: minor(500_00), months: 24 } });
  });
  afterEach(() => app.close());

  const linkOf = async (about: object = {}): Promise<string> => {
    const made = await app.orderVoucher(order(about));
    if (!made.ok) throw new Error(made.refusal.code);
    return made.value.link;
  };
  const pay = async (link: string, attempt = 'voucher-pay-1', behaviour: 'approves' | 'expired' = 'approves') =>
    app.payRequest({
      link,
      attempt,
      card: await app.tokenAt(app.account, testNumber(behaviour)),
      amount: minor(80_00),
      payer: 'Odile Marchetti',
    });
  const mailTo = async (email: string) => {
    const letters = await app.world.mail.list(email, 10);
    return Promise.all(letters.map(async ({ seq }) => (await app.world.mail.read(seq))!));
  };
  const codeIn = (text: string): string | undefined => /[2-9A-Z]{4}(-[2-9A-Z]{4}){3}/.exec(text)?.[0];
  const balances = () =>
    rowsOf<{ account: string; amount: string }>(
      app.deps.db,
      sql`select account, sum(amount)::text as amount from journal_lines group by account having sum(amount) <> 0 order by account`,
    );

  it('is made when it is paid, goes to whom it is for, and pays for a booking', async () => {
    const link = await linkOf();
    expect(await app.deps.db.$count(vouchers), 'nothing before the payment').to.equal(0);
    expect((await app.requestPage(link))!.voucher).to.equal(
      'It goes to Maud Ellingsen, maud@example.com, as soon as it is paid.',
    );
    expect((await pay(link)).ok).to.equal(true);
    expect(codeOf(await pay(link, 'voucher-pay-2')), 'paid twice').to.equal('request_paid');
    await app.at('2027-03-01T10:01');
    const [letter] = await mailTo('maud@example.com');
    expect(letter!.text).to.include('Odile Marchetti gives you a voucher of €\u00a080.00 for Vesper Hollow.');
    expect(letter!.text).to.include('Come and look.');
    expect(letter!.text).to.include('good until Thu 1 Mar 2029');
    const [told] = await mailTo('odile@example.com');
    expect(told!.text).to.include('It is on its way to maud@example.com.');
    expect(codeIn(told!.text), 'the buyer of a gift is not told its code').to.equal(undefined);
    expect(await balances()).to.deep.equal([
      { account: 'assets:card clearing', amount: '8000' },
      { account: 'liabilities:gift vouchers', amount: '-8000' },
    ]);
    const made = await app.createBooking(rental());
    const used = await app.useOnBooking({
      bookingId: made.ok ? made.value.id : '',
      requestKey: 'use-it-once',
      code: codeIn(letter!.text)!,
    });
    expect(used).to.deep.equal({ ok: true, value: { used: 80_00, left: 0 } });
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('waits for the morning of its day, and survives a renewed secret by then', async () => {
    const link = await linkOf({ sendOn: '2027-03-24' });
    await pay(link);
    await app.at('2027-03-24T08:59');
    expect(await mailTo('maud@example.com')).to.have.length(0);
    const { keyOf } = app.deps;
    Object.assign(app.deps, { keyOf: (purpose: string, of: string) => keyOf(`renewed ${purpose}`, of) });
    await app.at('2027-03-24T09:00');
    const [letter] = await mailTo('maud@example.com');
    const made = await app.createBooking(rental());
    const used = await app.useOnBooking({
      bookingId: made.ok ? made.value.id : '',
      requestKey: 'use-it-once',
      code: codeIn(letter!.text)!,
    });
    expect(used.ok).to.equal(true);
  });

  it('can be sent again by the owner, under the same code, and then not by itself as well', async () => {
    const link = await linkOf({ sendOn: '2027-03-24' });
    await pay(link);
    const [voucher] = await app.deps.db.select().from(vouchers);
    expect(codeOf(await app.resendVoucher({ voucherId: 'none', email: 'maud@example.org' }))).to.equal(
      'voucher_unknown',
    );
    await app.resendVoucher({ voucherId: voucher!.id, email: 'maud@example.org' });
    await app.resendVoucher({ voucherId: voucher!.id, email: 'maud@example.org' });
    await app.at('2027-03-25T09:00');
    expect(await mailTo('maud@example.com')).to.have.length(0);
    const codes = (await mailTo('maud@example.org')).map(({ text }) => codeIn(text));
    expect(codes).to.have.length(2);
    expect(new Set(codes).size).to.equal(1);
    const [errand] = await app.deps.db.select().from(jobs).where(eq(jobs.kind, 'voucher'));
    expect(errand!.state).to.equal('dropped');
    const line = (await app.creditView()).vouchers[0]!;
    expect(line.online).to.deep.equal({
      name: 'Maud Ellingsen',
      email: 'maud@example.org',
      sendOn: '2027-03-24',
      letter: 'sent',
    });
  });

  it('comes to its buyer to be handed over', async () => {
    await pay(await linkOf({ to: null }));
    await app.at('2027-03-01T10:01');
    const letters = await mailTo('odile@example.com');
    expect(letters).to.have.length(1);
    expect(codeIn(letters[0]!.text)).to.be.a('string');
  });

  it('is nothing where the card is refused, and a repeat of the order leads to the same page', async () => {
    const asked = order();
    const [once, twice] = [await app.orderVoucher(asked), await app.orderVoucher(asked)];
    expect(once).to.deep.equal(twice);
    const link = once.ok ? once.value.link : '';
    expect((await pay(link, 'voucher-pay-x', 'expired')).ok).to.equal(true);
    expect(await app.deps.db.$count(vouchers)).to.equal(0);
    expect((await app.creditView()).requests, 'a cart that was left is no request').to.deep.equal([]);
    await app.at('2027-03-02T10:01');
    expect((await app.requestPage(link))!.state).to.equal('over');
    expect(codeOf(await pay(link))).to.equal('request_over');
  });

  it('is owed after it has expired, until a setting says otherwise; then what is left is income, once', async () => {
    const sold = { method: 'cash' as const, currency: 'EUR', buyer: 'Wim Jansen' };
    const made = await app.sellVoucher({
      ...sold,
      requestKey: 'expires-soon-1',
      amount: minor(95_00),
      expiresAt: '2027-03-10T23:59:00Z' as Instant,
    });
    const code = made.ok ? made.value.code! : '';
    const booked = await app.createBooking(rental());
    const bookingId = booked.ok ? booked.value.id : '';
    await app.at('2027-03-11T10:00');
    expect((await balances()).find(({ account }) => account === 'liabilities:gift vouchers')!.amount).to.equal('-9500');
    expect(codeOf(await app.useOnBooking({ bookingId, requestKey: 'too-late-1', code }))).to.equal('voucher_expired');
    await app.savePage({ note: '', phone: 'off', vouchers: null, expired: 'income' });
    await app.settle();
    await app.settle();
    const after = await balances();
    expect(after.map(({ account }) => account)).not.to.include('liabilities:gift vouchers');
    expect(after.find(({ account }) => account === 'income:vouchers expired')!.amount).to.equal('-9500');
    expect(await verify(app.deps)).to.deep.equal([]);
    expect((await app.creditView()).vouchers[0]).to.include({ left: 0, expired: true });
  });

  it('expires at its own moment, with what a booking has left of it', async () => {
    await app.savePage({ note: '', phone: 'off', vouchers: null, expired: 'income' });
    const made = await app.sellVoucher({
      method: 'cash',
      currency: 'EUR',
      buyer: 'Wim Jansen',
      requestKey: 'expires-soon-2',
      amount: minor(300_00),
      expiresAt: '2027-03-10T23:59:00Z' as Instant,
    });
    const booked = await app.createBooking(rental({ total: 250_00 }));
    const used = await app.useOnBooking({
      bookingId: booked.ok ? booked.value.id : '',
      requestKey: 'in-time-1',
      code: made.ok ? made.value.code! : '',
    });
    expect(used).to.deep.equal({ ok: true, value: { used: 250_00, left: 50_00 } });
    await app.at('2027-03-20T10:00');
    const [end] = await app.deps.db.select().from(voucherEnds);
    expect(end).to.include({ amount: 50_00, at: '2027-03-10T23:59:00Z' });
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('that was bought with a made-up card is worth nothing once real money is taken', async () => {
    await app.disconnect({ accountId: app.account });
    const given = await app.testAccount();
    const account = given.ok ? given.value.accountId : '';
    const link = await linkOf();
    const paid = await app.payRequest({
      link,
      attempt: 'trial-voucher-1',
      card: await app.tokenAt(account, testNumber('approves')),
      account,
      amount: minor(80_00),
      payer: 'Odile Marchetti',
    });
    expect(paid.ok).to.equal(true);
    await app.at('2027-03-01T10:01');
    const code = codeIn((await mailTo('maud@example.com'))[0]!.text)!;
    const made = await app.createBooking(rental());
    const bookingId = made.ok ? made.value.id : '';
    await connected(app, { provider: 'tarn', mode: 'live', currency: 'EUR' });
    expect(codeOf(await app.useOnBooking({ bookingId, requestKey: 'trial-code-1', code }))).to.equal(
      'voucher_of_trial',
    );
  });

  it('paid with real money keeps the books from being made clean', async () => {
    expect(await liveWasUsed(app.deps.db)).to.equal(false);
    await pay(await linkOf());
    expect(await liveWasUsed(app.deps.db)).to.equal(true);
  });

  const refused: [why: string, about: object, code: string][] = [
    ['of too little', { amount: minor(19_99) }, 'voucher_too_small'],
    ['of too much', { amount: minor(500_01) }, 'voucher_too_large'],
    ['for yesterday', { sendOn: '2027-02-28' }, 'day_over'],
    ['for a day years ahead', { sendOn: '2029-02-28' }, 'day_too_far'],
  ];
  for (const [why, about, code] of refused)
    it(`is refused ${why}`, async () => expect(codeOf(await app.orderVoucher(order(about)))).to.equal(code));

  it('is refused where none are sold, and where no card can be taken', async () => {
    await app.savePage({ note: '', phone: 'off', vouchers: null });
    expect(codeOf(await app.orderVoucher(order()))).to.equal('vouchers_not_sold');
    expect(await app.voucherPage()).to.equal(null);
    await app.savePage({ note: '', phone: 'off', vouchers: { least: minor(1), most: minor(500_00), months: null } });
    await app.savePaymentMethods({ ways: { ...allShown, hidden: ['card'] }, transferTo: '' });
    expect(codeOf(await app.orderVoucher(order()))).to.equal('way_not_offered');
  });
});
