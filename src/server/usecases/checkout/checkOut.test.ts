import { noBillData } from '#core/invoices/party';
import { clients } from '#server/database/schema/clients';
import type { PlainDate } from '#core/calendar/days';
import { minor } from '#core/money/minor';
import { bookings, facts } from '#server/database/schema/bookings';
import { occupancies } from '#server/database/schema/places';
import { intents } from '#server/database/schema/work';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import {
  bookOnPage,
  cartOf,
  dateOf,
  datesRules,
  item,
  lessonRules,
  openTo,
  placesFor,
  stayRules,
} from '../../../../testing/bookingPage';
import { type Installation, installation } from '../../../../testing/installation';
import { codeOf } from '../../../../testing/onBooking';

const lesson = item('lesson', '2027-03-10T20:00', '2027-03-10T21:30');
const stay = item('scope', '2027-03-12T10:00', '2027-03-15T10:00');

describe('booking on the public page', () => {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
    await openTo(app, { id: 'scope', rules: stayRules, unitPrice: 40_00 });
    await openTo(app, { id: 'dome', rules: datesRules, unitPrice: 30_00 });
    await dateOf(app, 'dome', '2027-03-20T21:00', '2027-03-20T23:00', 10);
  });
  afterEach(() => app.close());
  const clean = async () => expect(await verify(app.deps)).to.deep.equal([]);

  it('one of fifty gets the last place, the others are told at once, and nobody is charged for nothing', async () => {
    const clients = Array.from({ length: 50 }, (_, index) => `Client${index} Of Fifty`);
    const carts = await Promise.all(clients.map((client) => cartOf(app, [lesson], client)));
    const answers = await Promise.all(carts.map((cart) => app.checkOut(cart)));
    expect(answers.filter(({ ok }) => ok)).to.have.length(1);
    expect(new Set(answers.flatMap((answer) => codeOf(answer) ?? []))).to.deep.equal(new Set(['place_taken']));
    expect(await app.deps.db.$count(bookings)).to.equal(1);
    expect(await app.deps.db.$count(occupancies)).to.equal(1);
    expect(await app.deps.db.$count(intents)).to.equal(0);
    await clean();
  });

  it('keeps the place while it is paid, and secures it with the payment', async () => {
    const cart = await bookOnPage(app, [lesson]);
    const kept = await cart.view();
    expect(kept.next).to.equal('pay');
    expect(kept.keptUntil).to.equal('2027-03-01T10:15:00Z');
    expect((await cart.pay()).ok).to.equal(true);
    const paid = await cart.view();
    expect([paid.next, paid.gone, paid.items[0]!.stage]).to.deep.equal(['done', false, 'secured']);
    await app.at('2027-03-01T11:00');
    expect((await cart.view()).items[0]!.stage).to.equal('secured');
    await clean();
  });

  it('gives an unpaid place back after its minutes, without a message, and somebody else has it', async () => {
    const cart = await bookOnPage(app, [lesson]);
    await app.at('2027-03-01T10:14');
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson], 'Otto Prins')))).to.equal('place_taken');
    await app.at('2027-03-01T10:15');
    expect((await cart.view()).gone).to.equal(true);
    expect(codeOf(await cart.pay())).to.equal('place_gone');
    await bookOnPage(app, [lesson], 'Otto Prins');
    expect(await app.world.mail.list('ines@example.com', 5)).to.have.length(0);
    await clean();
  });

  it('gives back a payment that the bank confirms after the place is gone, and says so', async () => {
    const cart = await bookOnPage(app, [lesson]);
    await app.at('2027-03-01T10:10');
    const paid = await cart.pay('confirms');
    if (!paid.ok || paid.value.state !== 'confirm') throw new Error('not asked to confirm');
    await app.at('2027-03-01T10:16');
    await bookOnPage(app, [lesson], 'Otto Prins');
    await app.world.answerConfirmation(paid.value.url.split('/').at(-1)!, true);
    await app.settle();
    expect((await cart.view()).gone).to.equal(true);
    const given = await app.deps.db
      .select()
      .from(facts)
      .where(sql`${facts.fact}->>'kind' = 'refunded'`);
    expect(given).to.have.length(1);
    const [mail] = await app.world.mail.list('ines@example.com', 1);
    expect(mail!.subject).to.contain('came too late and goes back');
    await clean();
  });

  it('takes the place again for a late payment while it is still free', async () => {
    const cart = await bookOnPage(app, [lesson]);
    await app.at('2027-03-01T10:10');
    const paid = await cart.pay('confirms');
    if (!paid.ok || paid.value.state !== 'confirm') throw new Error('not asked to confirm');
    await app.at('2027-03-01T10:16');
    expect((await cart.view()).items[0]!.stage).to.equal('lapsed');
    await app.world.answerConfirmation(paid.value.url.split('/').at(-1)!, true);
    await app.settle();
    expect((await cart.view()).items[0]!.stage).to.equal('secured');
    expect(codeOf(await app.checkOut(await cartOf(app, [lesson], 'Otto Prins')))).to.equal('place_taken');
    await clean();
  });

  it('charges a cart of several bookings once and records each share with its booking', async () => {
    const cart = await bookOnPage(app, [
      lesson,
      stay,
      item('dome', '2027-03-20T21:00', '2027-03-20T23:00', { count: 4 }),
    ]);
    const { dueNow, items } = await cart.view();
    expect(items).to.have.length(3);
    expect((await cart.pay('approves', { tip: minor(5_00) })).ok).to.equal(true);
    const made = await app.deps.db.select().from(intents);
    expect(made).to.have.length(1);
    expect(made[0]!.amount).to.equal(dueNow + 5_00);
    const after = await cart.view();
    expect(after.items.map(({ stage }) => stage)).to.deep.equal(['secured', 'secured', 'secured']);
    expect(after.items.map(({ received }) => received)).to.deep.equal(items.map((each) => each.dueNow));
    await clean();
  });

  it('books nothing of a cart of which one place is gone', async () => {
    await bookOnPage(app, [lesson], 'Otto Prins');
    const answer = await app.checkOut(await cartOf(app, [stay, lesson]));
    expect(answer).to.deep.equal({ ok: false, refusal: { code: 'place_taken', path: 'items.1.start' } });
    expect(await app.deps.db.$count(bookings)).to.equal(1);
    await bookOnPage(app, [stay], 'Ada Holm');
    const numbers = await app.deps.db.select({ number: bookings.number }).from(bookings);
    expect(numbers.map(({ number }) => number).sort()).to.deep.equal(['B-0001', 'B-0002']);
  });

  it('counts units and seats: so many as there are, then no more', async () => {
    await bookOnPage(app, [{ ...stay, count: 2 }]);
    expect(codeOf(await app.checkOut(await cartOf(app, [{ ...stay, count: 2 }], 'Otto Prins')))).to.equal(
      'place_taken',
    );
    await bookOnPage(app, [stay], 'Otto Prins');
    const after = item('scope', '2027-03-16T10:00', '2027-03-17T10:00', { count: 3 });
    await bookOnPage(app, [after], 'Ada Holm');
    const dome = item('dome', '2027-03-20T21:00', '2027-03-20T23:00', { count: 6 });
    await bookOnPage(app, [dome], 'Edda Kolbe');
    const free = await app.free({
      service: 'dome',
      from: '2027-03-01' as PlainDate,
      to: '2027-04-01' as PlainDate,
      count: 1,
    });
    expect(free!.days.flatMap(({ starts }) => starts.map(({ left }) => left))).to.deep.equal([4]);
    expect(codeOf(await app.checkOut(await cartOf(app, [dome], 'Ivo Dahl')))).to.equal('place_taken');
    await clean();
  });

  it('a repeat of a checkout or a payment does nothing more', async () => {
    const cart = await cartOf(app, [lesson]);
    const [one, two] = await Promise.all([app.checkOut(cart), app.checkOut(cart)]);
    expect(one).to.deep.equal(two);
    if (!one.ok) throw new Error(one.refusal.code);
    const pay = {
      key: one.value.key,
      attempt: 'attempt-of-a-double-click',
      card: await app.token('approves'),
      everything: false,
      tip: minor(0),
      seen: cart.seen.dueNow,
    };
    await Promise.all([app.payCheckout(pay), app.payCheckout(pay)]);
    expect(codeOf(await app.payCheckout({ ...pay, card: await app.token('approves') }))).to.equal('attempt_changed');
    expect(codeOf(await app.payCheckout({ ...pay, attempt: 'another-attempt' }))).to.equal('position_changed');
    const received = await app.deps.db
      .select()
      .from(facts)
      .where(sql`${facts.fact}->>'kind' = 'received'`);
    expect(received).to.have.length(1);
    await clean();
  });

  it('a declined card takes nothing and leaves the place kept for another try', async () => {
    const cart = await bookOnPage(app, [lesson, stay]);
    const declined = await cart.pay('lost');
    expect(declined).to.deep.equal({ ok: true, value: { state: 'declined', code: '41' } });
    expect((await cart.view()).declined).to.equal('41');
    expect((await cart.pay()).ok).to.equal(true);
    expect((await cart.view()).items.every(({ stage }) => stage === 'secured')).to.equal(true);
    await clean();
  });

  it('a cart says for whom its invoices are; what is known of a client is not shown to whoever books under their name', async () => {
    const cart = await bookOnPage(app, [lesson]);
    await app.deps.db.update(clients).set({ bill: { ...noBillData, company: 'Known, Lda.' } });
    expect((await cart.view()).bill).to.equal(null);
    const bill = { company: 'Optics', street: '', postcode: '', city: '', country: 'PT', taxNumber: '', billTo: null };
    expect((await app.giveBill({ of: 'checkout', key: cart.key, bill })).ok).to.equal(true);
    expect((await cart.view()).bill).to.deep.equal(bill);
  });

  it('a guessed checkout opens nothing', async () => {
    expect(await app.checkoutView('guessed-key-of-no-checkout')).to.equal(null);
    const pay = { key: 'guessed-key-of-no-checkout', attempt: 'attempt-1', card: await app.token('approves') };
    const answer = await app.payCheckout({ ...pay, everything: false, tip: minor(0), seen: minor(10) });
    expect(codeOf(answer)).to.equal('checkout_unknown');
  });

  it('the database itself refuses a unit twice', async () => {
    const use = { placeId: 'lena', unit: 1, fromSecond: 100, toSecond: 200 };
    await app.deps.db.insert(occupancies).values({ ...use, note: 'away' });
    const again = await app.deps.db
      .insert(occupancies)
      .values({ ...use, fromSecond: 199, toSecond: 300 })
      .then(
        () => null,
        (error: { cause?: { code?: string } }) => error.cause?.code,
      );
    expect(again).to.equal('23P01');
    await app.deps.db.insert(occupancies).values({ ...use, fromSecond: 200, toSecond: 300 });
  });

  it('a moved booking needs its place there, and leaves its own', async () => {
    await bookOnPage(app, [lesson], 'Otto Prins');
    const cart = await bookOnPage(app, [item('lesson', '2027-03-11T20:00', '2027-03-11T21:30')]);
    await cart.pay();
    const [row] = await app.deps.db.select().from(bookings).where(eq(bookings.number, 'B-0002'));
    const { currency: _currency, ...price } = row!.price;
    const move = async (start: string, end: string) => {
      const counted = await app.deps.db.select().from(facts).where(eq(facts.bookingId, row!.id));
      const seen = counted.filter(({ fact }) => fact.kind !== 'sent' && fact.kind !== 'seen').length;
      const lines = price.lines.map((line) => ({ ...line, taxes: [...(line.taxes ?? [])] }));
      return app.changeBooking({
        bookingId: row!.id,
        requestKey: `move-${start}`,
        seen,
        title: row!.title,
        giveBack: true,
        start: start as never,
        end: end as never,
        price: { ...price, lines },
      });
    };
    expect(codeOf(await move('2027-03-10T21:00', '2027-03-10T22:30'))).to.equal('place_taken');
    expect((await move('2027-03-10T22:00', '2027-03-10T23:30')).ok).to.equal(true);
    await bookOnPage(app, [item('lesson', '2027-03-11T20:00', '2027-03-11T21:30')], 'Ada Holm');
    await clean();
  });
});

describe('what the booking page refuses', () => {
  let app: Installation;
  before(async () => {
    app = await installation();
    await placesFor(app);
    await openTo(app, { id: 'lesson', rules: lessonRules });
  });
  after(() => app.close());

  const refused: [why: string, change: (cart: Awaited<ReturnType<typeof cartOf>>) => void, code: string][] = [
    ['a price changed in the browser', (cart) => (cart.seen.total = minor(1)), 'sums_changed'],
    ['a smaller sum due now', (cart) => (cart.seen.dueNow = minor(0)), 'sums_changed'],
    [
      'a slot in the past',
      (cart) => Object.assign(cart.items[0]!, { start: '2027-02-01T20:00', end: '2027-02-01T21:30' }),
      'too_soon',
    ],
    [
      'a slot too far ahead',
      (cart) => Object.assign(cart.items[0]!, { start: '2028-03-01T20:00', end: '2028-03-01T21:30' }),
      'too_far',
    ],
    [
      'a time between the steps',
      (cart) => Object.assign(cart.items[0]!, { start: '2027-03-10T20:10', end: '2027-03-10T21:40' }),
      'not_a_time_of_it',
    ],
    ['a shorter lesson', (cart) => Object.assign(cart.items[0]!, { end: '2027-03-10T20:30' }), 'not_a_time_of_it'],
    [
      'outside of the opening hours',
      (cart) => Object.assign(cart.items[0]!, { start: '2027-03-10T12:00', end: '2027-03-10T13:30' }),
      'closed_then',
    ],
    [
      'in the hour that daylight saving skips',
      (cart) => Object.assign(cart.items[0]!, { start: '2027-03-28T01:00', end: '2027-03-28T02:30' }),
      'not_a_time_of_it',
    ],
    ['more than may be had', (cart) => (cart.items[0]!.count = 2), 'too_many'],
    ['an extra that is not offered', (cart) => (cart.items[0]!.extras = { gold: 1 }), 'extra_out_of_limits'],
    ['more of an extra than is let', (cart) => (cart.items[0]!.extras = { tea: 5 }), 'extra_out_of_limits'],
    ['a service that is not on the page', (cart) => (cart.items[0]!.serviceId = 'rental'), 'service_not_open'],
    ['a guessed service', (cart) => (cart.items[0]!.serviceId = 'anything'), 'service_not_open'],
  ];
  for (const [why, change, code] of refused) {
    it(`refuses ${why}`, async () => {
      const cart = await cartOf(app, [{ ...lesson }]);
      change(cart);
      expect(codeOf(await app.checkOut(cart))).to.equal(code);
      expect(await app.deps.db.$count(bookings)).to.equal(0);
    });
  }
});
